/**
 * npm run cases [PATH …]: worked cases through the core's public functions. Prints each that differs, and last
 * "N equal, N differ, N not covered"; ends with 1 where any differs.
 */
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { ensureBuilt, ensureInstalled, ROOT } from './house.mjs';

ensureInstalled();
ensureBuilt();
const { differences } = await import('./cases/compare.mjs');
const { SUMS } = await import('./cases/sums.mjs');
const { SEASON } = await import('./cases/season.mjs');
const { FUEL } = await import('./cases/fuel.mjs');
const { REVIEW } = await import('./cases/review.mjs');
const { differencesOfRide } = await import('./cases/rides.mjs');

/** Kinds of cases by the field they stand under in their file. Whoever builds a section adds its kinds. */
const KINDS = { ...SUMS, ...SEASON, ...FUEL, ...REVIEW };

const SHARED = path.join(ROOT, '..', 'shared', 'cases');
const given = process.argv.slice(2);
const paths =
  given.length > 0
    ? given
    : [existsSync(SHARED) ? SHARED : path.join(ROOT, 'core', 'test', 'cases')];
const tally = { equal: 0, differ: 0, uncovered: 0 };

for (const file of paths.flatMap(filesUnder)) {
  for (const [name, kind, stated] of casesOf(file)) {
    const find = KINDS[kind];
    if (kind === 'ride') {
      const off = found(() => differencesOfRide(stated, path.dirname(file)));
      tally[off.length === 0 ? 'equal' : 'differ'] += 1;
      for (const line of off) console.log(`${path.basename(file)}: ${line}`);
      continue;
    }
    if (!find) {
      tally.uncovered += 1;
      continue;
    }
    const lines = found(() => {
      const figures = find(stated);
      if (!Object.keys(figures).some((field) => field in stated))
        return ['nothing in it was compared'];
      return differences(stated, figures);
    });
    tally[lines.length === 0 ? 'equal' : 'differ'] += 1;
    for (const line of lines) console.log(`${path.basename(file)} ${name}: ${line}`);
  }
}
console.log(`${tally.equal} equal, ${tally.differ} differ, ${tally.uncovered} not covered`);
process.exit(tally.differ === 0 ? 0 : 1);

/** What a sum throws is a difference, not the end of the run. */
function found(compare) {
  try {
    return compare();
  } catch (error) {
    return [`it cannot be reckoned: ${error.message}`];
  }
}

function filesUnder(where) {
  if (!existsSync(where)) {
    console.error(`There is no file or folder ${where}.`);
    process.exit(1);
  }
  if (!statSync(where).isDirectory()) return [where];
  return readdirSync(where)
    .sort()
    .flatMap((name) =>
      statSync(path.join(where, name)).isDirectory() || name.endsWith('.json')
        ? filesUnder(path.join(where, name))
        : [],
    );
}

/** The cases of a file: a ridden session is one, every other file holds kinds with one or several each. */
function casesOf(file) {
  const content = JSON.parse(readFileSync(file, 'utf8'));
  if (content.truth !== undefined) return [[content.case ?? 'ride', 'ride', content]];
  return Object.entries(content).flatMap(([kind, cases]) => {
    if (kind === 'about') return [];
    return Array.isArray(cases)
      ? cases.map((each, index) => [`${kind}[${index}]`, kind, each])
      : [[kind, kind, cases]];
  });
}
