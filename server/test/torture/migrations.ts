import { type ChildProcess, spawn } from 'node:child_process';
import { createHash } from 'node:crypto';
import { copyFileSync, mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import BetterSqlite from 'better-sqlite3';
import { openDatabase } from '../../dist/database.js';
import type { Tally } from './tally.ts';

const DATABASE = new URL('../../dist/database.js', import.meta.url).href;
const OPENING = `const { openDatabase } = await import(${JSON.stringify(DATABASE)});
process.stdout.write('begin');
await openDatabase(process.argv[1]);
process.stdout.write('done');`;

const RIDERS = 40;
const RECORDINGS = 200;
const BESTS = 20;

/**
 * Kills the program while it brings a database of the first version up to date, at random moments, half of them
 * with a reader on the file. After each kill the file has to be what it was or what it was to become, and every copy
 * beside it what it was. A file that came through is put back to the first version.
 */
export async function killMigrations(kills: number, random: () => number): Promise<Tally> {
  const folder = mkdtempSync(path.join(tmpdir(), 'uphill-migrations-'));
  const old = path.join(folder, 'old.sqlite');
  const file = path.join(folder, 'coach.sqlite');
  const tally: Tally = { kills: 0, checked: 0, lost: [] };
  try {
    await makeOld(old);
    const before = contentOf(old);
    copyFileSync(old, file);
    const took = await timeOf(file);
    const after = contentOf(file);
    while (tally.kills < kills) {
      if (contentOf(file) === after) {
        for (const name of readdirSync(folder))
          if (name !== 'old.sqlite') rmSync(path.join(folder, name));
        copyFileSync(old, file);
      }
      const reader = tally.kills % 2 === 0 ? null : new BetterSqlite(file);
      reader?.exec('BEGIN; SELECT count(*) FROM riders');
      if (await killWhileOpening(file, random() * took)) tally.kills += 1;
      reader?.close();
      const now = contentOf(file);
      tally.checked += 1;
      if (now !== before && now !== after)
        tally.lost.push(`kill ${tally.kills}: the file is neither old nor new`);
      for (const name of readdirSync(folder).filter((each) => /\.before-[^.]*$/.test(each))) {
        tally.checked += 1;
        if (contentOf(path.join(folder, name)) !== before)
          tally.lost.push(`kill ${tally.kills}: ${name} is no copy`);
      }
    }
    await (await openDatabase(file)).destroy();
    if (contentOf(file) !== after)
      tally.lost.push('after the last kill it did not come up to date');
  } finally {
    rmSync(folder, { recursive: true });
  }
  return tally;
}

/** A database of the first version with enough in it for a migration to take a while. */
async function makeOld(file: string): Promise<void> {
  await (await openDatabase(file, '0001-first')).destroy();
  const sqlite = new BetterSqlite(file);
  const rider = sqlite.prepare(
    "INSERT INTO riders VALUES (?, ?, 1990, NULL, 'crank', 0, NULL, '', 1, '2026-01-01')",
  );
  const recording = sqlite.prepare(
    "INSERT INTO recordings VALUES (?, ?, 'ride.csv', ?, '2026-01-01', NULL, '2026-01-01', 60, '[]', ?, ?)",
  );
  const best = sqlite.prepare('INSERT INTO recording_bests VALUES (?, ?, ?)');
  const session = sqlite.prepare(
    "INSERT INTO sessions VALUES (?, ?, 0, 1, '2026-01-01', '2026-01-01')",
  );
  const placed = sqlite.prepare(
    "INSERT INTO placed_sessions VALUES (?, ?, 'session-1', '2026-01-01', 'planned', NULL, '', NULL, NULL, 1, '2026-01-01')",
  );
  const step = sqlite.prepare("INSERT INTO journal VALUES (?, '2026-01-01', 'assigned', ?, 0)");
  sqlite.transaction(() => {
    session.run('session-1', '{"name":"4 × 8:00","items":[]}');
    for (let number = 0; number < RIDERS; number += 1) {
      rider.run(`rider-${number}`, `Rider ${number}`);
      placed.run(`day-${number}`, `rider-${number}`);
      const after = {
        id: `day-${number}`,
        rider_id: `rider-${number}`,
        session_id: 'session-1',
        date: '2026-01-01',
        state: 'planned',
      };
      step.run(
        number + 1,
        JSON.stringify([{ table: 'placed_sessions', id: after.id, before: null, after }]),
      );
    }
    for (let number = 0; number < RECORDINGS; number += 1) {
      const [id, bytes] = [`recording-${number}`, Buffer.alloc(6000, number)];
      recording.run(id, `rider-${number % RIDERS}`, id, bytes, bytes);
      for (let seconds = 1; seconds <= BESTS; seconds += 1) best.run(id, seconds, 400 - seconds);
    }
  })();
  sqlite.pragma('journal_mode = DELETE');
  sqlite.close();
}

/** Everything in a database, as one number; when a migration was applied is left out. */
function contentOf(file: string): string {
  const sqlite = new BetterSqlite(file);
  const hash = createHash('sha256');
  try {
    hash.update(JSON.stringify(sqlite.pragma('integrity_check')));
    const tables = sqlite
      .prepare("SELECT name, sql FROM sqlite_schema WHERE type = 'table' ORDER BY name")
      .all() as { name: string; sql: string }[];
    for (const { name, sql } of tables) {
      hash.update(sql);
      const rows = sqlite.prepare(`SELECT * FROM "${name}" ORDER BY 1, 2`).all() as Record<
        string,
        unknown
      >[];
      // When it was brought up to date stands in the file, and differs from run to run.
      for (const { timestamp: _, at: __, entries, ...row } of rows) {
        hash.update(String(entries).replace(/"at":"[^"]*"/g, ''));
        for (const value of Object.values(row))
          hash.update(value instanceof Uint8Array ? value : String(value));
      }
    }
  } finally {
    sqlite.close();
  }
  return hash.digest('hex');
}

async function timeOf(file: string): Promise<number> {
  const { ended, begun } = opening(file);
  await begun;
  const from = performance.now();
  await ended;
  return performance.now() - from;
}

/** Whether it was killed before it was done. */
async function killWhileOpening(file: string, patience: number): Promise<boolean> {
  const { child, begun, ended, said } = opening(file);
  await begun;
  await new Promise((resolve) => setTimeout(resolve, patience));
  const early = !said().includes('done');
  child.kill('SIGKILL');
  await ended;
  return early;
}

function opening(file: string): {
  child: ChildProcess;
  begun: Promise<void>;
  ended: Promise<void>;
  said: () => string;
} {
  const child = spawn(process.execPath, ['--input-type=module', '-e', OPENING, file], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  let said = '';
  const ended = new Promise<void>((resolve) => child.once('close', () => resolve()));
  const begun = new Promise<void>((resolve) => {
    child.stdout.on('data', (data: Buffer) => {
      said += data.toString();
      resolve();
    });
    child.once('close', () => resolve());
  });
  return { child, begun, ended, said: () => said };
}
