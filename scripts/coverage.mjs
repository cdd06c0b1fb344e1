/**
 * npm run coverage: which lines of each floor the unit, API and component tests run, written to docs/coverage.md.
 * The journeys in the browser are not counted. There is no share to reach: it tells where nobody looks.
 */
import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT, runPackage } from './house.mjs';

const SUMMARY = path.join(ROOT, 'node_modules', '.cache', 'coverage', 'coverage-summary.json');
const PAGE = path.join(ROOT, 'docs', 'coverage.md');

/** Lines run and lines in all, by the first parts of their path. */
function sharesBy(parts) {
  const shares = new Map();
  const files = Object.entries(JSON.parse(readFileSync(SUMMARY, 'utf8')));
  for (const [file, { lines }] of files) {
    if (file === 'total') continue;
    const folders = path.relative(ROOT, path.dirname(file)).split(path.sep);
    const name = folders
      .filter((folder) => folder !== 'src')
      .slice(0, parts)
      .join('/');
    const { covered, total } = shares.get(name) ?? { covered: 0, total: 0 };
    shares.set(name, { covered: covered + lines.covered, total: total + lines.total });
  }
  return [...shares].sort(([one], [other]) => one.localeCompare(other));
}

function percent({ covered, total }) {
  return total === 0 ? '–' : `${Math.round((100 * covered) / total)} %`;
}

/** One line a workspace. */
function printCoverage() {
  const shares = sharesBy(1).map(([name, share]) => `${name} ${percent(share)}`);
  console.log(`lines run by these tests, journeys not counted: ${shares.join(', ')}`);
}

function page() {
  const rows = sharesBy(2).map(
    ([name, share]) => `| \`${name}\` | ${share.total} | ${percent(share)} |`,
  );
  return `# Which lines the tests run

Counted by \`npm run coverage\` (V8) over the unit, API and component tests. The journeys
in the browser run most of the pages and are not counted, and neither are the threads and processes that tests start.
Nothing is held against these shares: they tell where nobody looks.

| folder | lines | run |
|---|---:|---:|
${rows.join('\n')}
`;
}

ensureInstalled();
ensureBuilt();
runPackage('vitest', ['run', '--coverage']);
writeFileSync(PAGE, page());
console.log(`\n${path.relative(ROOT, PAGE)} is written.`);
printCoverage();
