/**
 * npm run scale: grows the demo club to many riders and years and prints how soon everything answers.
 *
 *   --riders 50 --years 10   how large; both are shown as defaults
 *   --runs 5                 how often everything is measured
 *   --full                   keeps the streams and files of every copied ride, which takes several GB
 *   --fresh                  grows the database anew
 */
import { existsSync, rmSync, statSync } from 'node:fs';
import path from 'node:path';
import { parseArgs } from 'node:util';
import { ensureBuilt, ensureInstalled, ROOT } from './house.mjs';

const { values } = parseArgs({
  options: {
    riders: { type: 'string', default: '50' },
    years: { type: 'string', default: '10' },
    runs: { type: 'string', default: '5' },
    full: { type: 'boolean', default: false },
    fresh: { type: 'boolean', default: false },
  },
});
ensureInstalled();
ensureBuilt();
const { grow } = await import('./scale/grow.mjs');
const { measureAnswers, measureAssigning } = await import('./scale/answers.mjs');
const { measurePages } = await import('./scale/pages.mjs');
const { measureRebuild } = await import('./scale/rebuild.mjs');
const { buildApp } = await import('../server/dist/index.js');
const { buildDemo } = await import('../demo/dist/index.js');

const size = { riders: Number(values.riders), years: Number(values.years), full: values.full };
const folder = path.join(ROOT, '.data', 'scale');
const demo = path.join(folder, 'demo.sqlite');
const database = path.join(
  folder,
  `${size.riders}x${size.years}${size.full ? '-full' : ''}.sqlite`,
);
if (values.fresh) for (const file of [demo, database]) rmSync(file, { force: true });
if (!existsSync(demo)) {
  console.log('Building the demo club …');
  await buildDemo(demo, () => undefined);
}
if (!existsSync(database))
  console.log(`Growing it to ${size.riders} riders and ${size.years} years …`);
grow(demo, database, size);
console.log('Working out what a coach asks for first, as the server does after its start …');
const app = await buildApp({ database });
await app.catchUp.ended;
await app.close();
const { default: Database } = await import('better-sqlite3');
const db = new Database(database, { readonly: true });
const many = (table) => db.prepare(`SELECT count(*) FROM ${table}`).pluck().get();
console.log(
  `${many('riders')} riders, ${many('rides')} rides, ${many('days')} days, ${many('sessions')} sessions, ${(statSync(database).size / 1e9).toFixed(1)} GB`,
);
db.close();

const runs = [];
for (let run = 0; run < Number(values.runs); run += 1) {
  console.log(`Run ${run + 1} of ${values.runs} …`);
  runs.push({
    answers: await measureAnswers(database),
    assigning: await measureAssigning(database, size.riders),
    pages: await measurePages(database),
  });
}

const ms = (value) => Number(value.toFixed(value < 10 ? 1 : 0));
/** Lowest to highest of the runs. */
const range = (of) => {
  const all = runs.map(of).sort((a, b) => a - b);
  const [low, high] = [ms(all[0]), ms(all.at(-1))];
  return low === high ? String(low) : `${low}–${high}`;
};
const met = (of, target) => (runs.every((run) => of(run) <= target) ? 'yes' : 'NO');
console.table(
  runs[0].answers.map(({ name, bytes, target, coldTarget }, index) => {
    const of = (key) => (run) => run.answers[index][key];
    const cold = coldTarget === null || met(of('cold'), coldTarget) === 'yes';
    return {
      'asked for': name,
      'first, ms': range(of('cold')),
      'middle, ms': range(of('middle')),
      'p95, ms': range(of('p95')),
      kB: Math.round(bytes / 1000),
      target: coldTarget === null ? target : `${target}, first ${coldTarget}`,
      met: cold ? met(of('p95'), target) : 'NO',
    };
  }),
);
const slowest = (run) => Math.max(...run.assigning.times);
const waited = (run) => Math.max(...run.assigning.waits);
console.table([
  {
    what: `assigning to ${size.riders} × 8 days, slowest, ms`,
    measured: range(slowest),
    target: 400,
    met: met(slowest, 400),
  },
  {
    what: 'somebody else’s /health meanwhile, longest, ms',
    measured: range(waited),
    target: 50,
    met: met(waited, 50),
  },
  {
    what: 'the first assigning after a start; /health meanwhile, ms',
    measured: `${range((run) => run.assigning.first)}; ${range((run) => Math.max(...run.assigning.firstWaits))}`,
    target: '',
    met: '',
  },
  {
    what: 'undoing it, slowest, ms',
    measured: range((run) => Math.max(...run.assigning.undone)),
    target: '',
    met: '',
  },
  {
    what: 'Riders for the first time: scripts, styles, fonts as sent, kB',
    measured: range((run) => run.pages.first.bytes / 1000),
    target: 400,
    met: met((run) => run.pages.first.bytes / 1000, 400),
  },
  {
    what: 'Riders for the first time: answers, kB; drawn after, ms',
    measured: `${range((run) => run.pages.first.answers / 1000)}; ${range((run) => run.pages.first.drawn)}`,
    target: '',
    met: '',
  },
  {
    what: 'the list of a day: requests to the API',
    measured: range((run) => run.pages.day.api),
    target: 12,
    met: met((run) => run.pages.day.api, 11),
  },
]);
console.table(
  runs[0].pages.clicks.map(({ name, target }, index) => {
    const of = (key) => (run) => run.pages.clicks[index][key];
    return {
      click: name,
      'middle, ms': range(of('middle')),
      'p95, ms': range(of('p95')),
      target,
      met: met(of('p95'), target),
    };
  }),
);
console.table([await measureRebuild()]);
