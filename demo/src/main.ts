import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import {
  bringUpToDate,
  openDatabase,
  orSentence,
  portFrom,
  readOptions,
  serve,
} from '@uphill/server';
import { differenceInCalendarDays, parseISO } from 'date-fns';
import { buildDemo } from './build.ts';
import { dayFromToday } from './dates.ts';
import { moveForward } from './store/forward.ts';
import { markDemoRiders } from './store/demoRiders.ts';

const values = readOptions(
  {
    call: 'npm run demo --',
    does: 'Starts Uphill Count with a made-up club, on http://127.0.0.1:4600.',
  },
  {
    fresh: { says: 'tells the club’s story anew, from today backwards' },
    port: { value: 'NUMBER', says: 'another port; else UPHILL_PORT, else 4600' },
    folder: { value: 'FOLDER', says: 'where the club’s data lie; else .data/demo' },
  },
);
const port = portFrom(values.port ?? process.env['UPHILL_PORT']);
const folder = path.resolve(
  values.folder ?? fileURLToPath(new URL('../../.data/demo', import.meta.url)),
);
const database = path.join(folder, 'uphill-count.sqlite');
const toldOn = path.join(folder, 'told-on.txt');

await orSentence(database, async () => {
  if (values.fresh) rmSync(folder, { recursive: true, force: true });
  if (existsSync(database) && existsSync(toldOn)) {
    const days = differenceInCalendarDays(
      new Date(),
      parseISO(readFileSync(toldOn, 'utf8').trim()),
    );
    const makeWay = await bringUpToDate(database, port);
    await makeWay();
    const db = await openDatabase(database);
    await markDemoRiders(db);
    if (days > 0) await moveForward(db, days);
    await db.destroy();
    if (days > 0) {
      console.log(`The demo's days were moved ${days} forward, so that they lie around today.`);
    }
  } else {
    console.log('Building the demo club …');
    for (const left of ['', '-wal', '-shm']) rmSync(database + left, { force: true });
    await buildDemo(database, (line) => console.log(`  ${line}`));
  }
  writeFileSync(toldOn, `${dayFromToday(0)}\n`);
  console.log(`Recordings to bring in are in ${path.join(folder, 'recordings')}`);
  await serve({ database, port, demo: true });
});
