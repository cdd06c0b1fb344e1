import { mkdirSync, mkdtempSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import BetterSqlite from 'better-sqlite3';
import { differenceInCalendarDays, formatISO, addDays, parseISO, startOfISOWeek } from 'date-fns';
import fc from 'fast-check';
import { sql } from 'kysely';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { copyOfTheDay, tooOld } from '../dist/backup.js';
import { copyChecked } from '../dist/checkedCopy.js';
import { openDatabase } from '../dist/database.js';
import { keepLogShort } from '../dist/shortLog.js';
import { startPool } from '../dist/workers/pool.js';
import { createRider } from '../dist/store/riders.js';
import { house, INES, newRider } from './support.ts';

let folder: string;
let file: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'uphill-copies-'));
  file = path.join(folder, 'coach.sqlite');
});
afterEach(() => rmSync(folder, { recursive: true }));

const copy = (from: string, target: string) => Promise.resolve(copyChecked(from, target));
const copies = () => readdirSync(path.join(folder, 'copies')).sort();
const plus = (day: string, days: number) =>
  formatISO(addDays(parseISO(day), days), { representation: 'date' });

it('days’ copies: of whichever days it was started, the last week is kept whole and eight weeks by their last', () => {
  fc.assert(
    fc.property(
      fc.array(fc.integer({ min: 1, max: 12 }), { minLength: 1, maxLength: 120 }),
      (gaps) => {
        let [kept, today] = [[] as string[], '2026-01-01'];
        const started: string[] = [];
        for (const gap of gaps) {
          today = plus(today, gap);
          started.push(today);
          const all = [...kept, today];
          const gone = tooOld(all, today);
          kept = all.filter((day) => !gone.includes(day));
        }
        const age = (day: string) => differenceInCalendarDays(parseISO(today), parseISO(day));
        expect(kept).toEqual(expect.arrayContaining(started.filter((day) => age(day) < 7)));
        expect(kept.filter((day) => age(day) >= 7).length).toBeLessThanOrEqual(9);
        expect(kept.every((day) => age(day) < 63)).toBe(true);
        // Of every week in which it was started, a copy is left.
        const week = (day: string) => formatISO(startOfISOWeek(parseISO(day)));
        for (const day of started) if (age(day) < 56) expect(kept.map(week)).toContain(week(day));
      },
    ),
  );
});

it('a day’s copy is made once, checked, for the coach’s eyes alone; where there is no room it says what it did', async () => {
  const db = await openDatabase(file);
  await createRider(db, INES as never);
  expect(await copyOfTheDay(file, '2026-11-24', copy)).toEqual([]);
  expect(
    await copyOfTheDay(file, '2026-11-24', () => Promise.reject(new Error('once is enough'))),
  ).toEqual([]);
  await copyOfTheDay(file, '2026-11-25', copy);
  expect(copies()).toEqual(['coach daily 2026-11-24.sqlite', 'coach daily 2026-11-25.sqlite']);
  const made = path.join(folder, 'copies', 'coach daily 2026-11-25.sqlite');
  expect([statSync(made).mode & 0o777, statSync(path.dirname(made)).mode & 0o777]).toEqual([
    0o600, 0o700,
  ]);
  expect(
    new BetterSqlite(made, { readonly: true }).prepare('SELECT name FROM riders').pluck().all(),
  ).toEqual(['Ines Okafor']);

  // No room: nothing is made, and nothing that was made before goes.
  const none = await copyOfTheDay(file, '2026-11-26', copy, () => 0);
  expect([none, copies().length]).toEqual([[expect.stringContaining('No copy was made today')], 2]);
  await db.destroy();
});

/** A folder of copies as so many starts left it, each a database that can be read but for those named. */
async function withCopies(days: readonly string[], broken: readonly string[] = []): Promise<void> {
  const db = await openDatabase(file);
  await db.destroy();
  mkdirSync(path.join(folder, 'copies'), { recursive: true });
  for (const day of days)
    copyChecked(file, path.join(folder, 'copies', `coach daily ${day}.sqlite`));
  for (const day of broken)
    writeFileSync(path.join(folder, 'copies', `coach daily ${day}.sqlite`), 'half a copy');
}

it('one start with a wrong clock takes no copy away, neither that day nor when it is right again', async () => {
  const days = Array.from({ length: 31 }, (_, ago) => plus('2026-11-24', -ago));
  await withCopies(days);
  const says = await copyOfTheDay(file, plus('2026-11-24', 400), copy);
  expect(says).toEqual([expect.stringContaining('400 days ago. Is the clock right?')]);
  expect(copies()).toHaveLength(32);
  const right = await copyOfTheDay(file, '2026-11-25', copy);
  expect(right).toEqual([expect.stringContaining('which is still to come')]);
  expect(copies()).toHaveLength(33);
});

it('old copies go once the new one is made, never the last seven that can be read', async () => {
  const days = Array.from({ length: 12 }, (_, number) => plus('2026-11-01', number));
  await withCopies(days, ['2026-11-11', '2026-11-12']);
  const failed = await copyOfTheDay(file, '2026-12-02', () => Promise.reject(new Error('torn')));
  expect([failed, copies().length]).toEqual([[expect.stringContaining('torn')], 12]);
  await copyOfTheDay(file, '2026-12-02', copy);
  // Six of before and today's can be read; of the others a week's last is kept for its week.
  const kept = copies().map((name) => name.slice(12, 22));
  expect(kept).toEqual(expect.arrayContaining(days.slice(4, 10)));
  expect(kept).not.toContain('2026-11-02');
  // Short of room, the oldest make way behind the new one, and the seven stay.
  const full = await copyOfTheDay(file, '2026-12-03', copy, oneCopyOnly());
  expect(full).toEqual([expect.stringMatching(/\d of the oldest made way, 7 are kept/)]);
  expect(copies()).toHaveLength(7);
});

/** Room for one more copy, and for none after it. */
function oneCopyOnly(): () => number {
  let asked = 0;
  return () => ((asked += 1), asked === 1 ? 1e12 : 0);
}

it('a copy never goes over another, and one that is not whole is none', async () => {
  const db = await openDatabase(file);
  writeFileSync(`${file}.copy`, 'the good copy');
  expect(copyChecked(file, `${file}.copy`)).toBe(`${file}.copy-2`);
  writeFileSync(`${file}.other.part`, 'half of it, left by a kill');
  expect(copyChecked(file, `${file}.other`)).toBe(`${file}.other`);
  writeFileSync(path.join(folder, 'rubbish'), 'no database '.repeat(999));
  expect(() => copyChecked(path.join(folder, 'rubbish'), `${file}.never`)).toThrow();
  expect(
    readdirSync(folder).filter((name) => name.includes('never') || name.endsWith('.part')),
  ).toEqual([]);
  await db.destroy();
});

it('"Back up everything" says where the copy lies, and what is in it is what was there', async () => {
  const { ask, close } = await house();
  await newRider(ask);
  const { status, body } = await ask('POST', '/backup');
  const made = new BetterSqlite(body.path, { readonly: true });
  expect([
    status,
    made.prepare('SELECT name FROM riders').pluck().all(),
    statSync(body.path).size,
  ]).toEqual([200, ['Ines Okafor'], body.bytes]);
  made.close();
  await close();
});

it('the log: what was saved is taken into the file by a thread, while nobody saves and nobody waits', async () => {
  const db = await openDatabase(file);
  const pool = startPool();
  const end = keepLogShort(file, pool);
  await createRider(db, INES as never);
  await sql`CREATE TABLE much AS SELECT zeroblob(6000000) AS bytes`.execute(db);
  // SQLite has left it in the log.
  expect(statSync(file).size).toBeLessThan(2_000_000);
  await vi.waitFor(() => expect(statSync(file).size).toBeGreaterThan(6_000_000), 10_000);
  end();
  await pool.close();
  await db.destroy();
  const alone = new BetterSqlite(file, { readonly: true });
  expect(alone.prepare('SELECT name, length(bytes) AS n FROM riders, much').all()).toEqual([
    { name: INES.name, n: 6_000_000 },
  ]);
  alone.close();
});
