/** npm test: everything that has to hold before a change lands. Ends with one line: N passed, N failed. */
import { existsSync, mkdtempSync, readFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, runPackage, runScript } from './house.mjs';

ensureInstalled();
ensureBuilt();
const chromium = ensureChromium();
const reports = mkdtempSync(path.join(tmpdir(), 'uphill-reports-'));
const tally = { passed: 0, failed: 0 };

/** A check that holds or does not, counted as one. */
function check(name, program, args) {
  console.log(`\n— ${name}`);
  const started = Date.now();
  const { status } =
    program === null ? runScript(args) : runPackage(program, args, { allowFailure: true });
  tally[status === 0 ? 'passed' : 'failed'] += 1;
  console.log(
    `${status === 0 ? '✓' : '✕'} ${name}, ${Math.round((Date.now() - started) / 1000)} s`,
  );
}

/** A run of tests that writes its counts to a file; a run that ends badly without counting a failure is one. */
function tests(name, program, args, env, count) {
  console.log(`\n— ${name}`);
  const report = path.join(reports, `${program}.json`);
  const { status } = runPackage(program, args(report), { allowFailure: true, env: env(report) });
  const { passed, failed } = existsSync(report)
    ? count(JSON.parse(readFileSync(report, 'utf8')))
    : { passed: 0, failed: 0 };
  tally.passed += passed;
  tally.failed += status !== 0 && failed === 0 ? 1 : failed;
}

check('types', 'tsc', ['-b']);
check('lint', 'eslint', ['.', '--max-warnings', '0', '--concurrency', '2']);
check('formatting', 'prettier', ['--check', '--log-level', 'warn', '.']);
check('dependency rules', 'depcruise', [
  '--output-type',
  'err',
  'core/src',
  'api/src',
  'server/src',
  'web/src',
  'demo/src',
]);
check('dead code', 'knip', ['--no-progress']);
check('worked cases', null, ['scripts/cases.mjs', 'core/test/cases']);
tests(
  'unit and API tests',
  'vitest',
  (report) => ['run', '--reporter=default', '--reporter=json', `--outputFile.json=${report}`],
  () => ({}),
  ({ numPassedTests, numFailedTests }) => ({ passed: numPassedTests, failed: numFailedTests }),
);
tests(
  'browser tests',
  'playwright',
  () => ['test', '--config', 'e2e/playwright.config.ts', '--project=journeys'],
  (report) => ({ UPHILL_CHROMIUM: chromium, UPHILL_REPORT: report }),
  ({ stats }) => ({ passed: stats.expected + stats.flaky, failed: stats.unexpected }),
);

console.log(`\n${tally.passed} passed, ${tally.failed} failed`);
process.exit(tally.failed === 0 && tally.passed > 0 ? 0 : 1);
