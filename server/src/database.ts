import { chmodSync, existsSync, mkdirSync, statSync } from 'node:fs';
import path from 'node:path';
import BetterSqlite from 'better-sqlite3';
import { Kysely } from 'kysely';
import { copiesOf } from './copies.ts';
import { OWN_FOLDER } from './dataFolder.ts';
import { PatientDialect } from './driver.ts';
import { CannotStart, startError } from './faults.ts';
import { migrate } from './migrate.ts';
import type { Tell } from './migrations/migration.ts';
import { refuseForeign } from './known.ts';
import type { Tables } from './tables.ts';

export type Db = Kysely<Tables>;

/** Pages that are kept at hand: the indexes of ten years, kB. */
const CACHE_KB = 65_536;

/** At the start nobody waits for an answer, so a lock of another program is waited for. */
const START_PATIENCE_MS = 3000;

/** The log is taken in by a thread, see shortLog.ts; so long, 64 MB, it grows only where that does not come after. */
const LONGEST_LOG_PAGES = 16_384;

/**
 * Opens the database of a coach, making it where there is none and bringing it up to date. Before a migration
 * changes a file with data in it, a copy is left beside it.
 *
 * @param file path of the SQLite file; its folder is made
 * @param upTo the last migration wanted, for tests of migrations; all of them where left out
 * @param tell told how far a migration is, from 0 to 1
 * @throws CannotStart with one sentence, where the file or the disk does not allow it; the file is left as it is
 */
export async function openDatabase(file: string, upTo?: string, tell?: Tell): Promise<Db> {
  let sqlite: InstanceType<typeof BetterSqlite> | null = null;
  try {
    makePrivate(file);
    refuseEmptied(file);
    sqlite = new BetterSqlite(file);
    sqlite.pragma(`busy_timeout = ${START_PATIENCE_MS}`);
    refuseForeign(sqlite, file);
    sqlite.pragma('journal_mode = WAL');
    // FULL: an answer of success is on the disk before it is sent.
    sqlite.pragma('synchronous = FULL');
    sqlite.pragma('foreign_keys = ON');
    sqlite.pragma(`cache_size = -${CACHE_KB}`);
    // What is deleted is overwritten, not only forgotten.
    sqlite.pragma('secure_delete = ON');
    sqlite.pragma(`wal_autocheckpoint = ${LONGEST_LOG_PAGES}`);
    const db: Db = new Kysely<Tables>({ dialect: new PatientDialect(sqlite) });
    await migrate(sqlite, db as unknown as Kysely<never>, file, upTo, tell);
    for (const each of [file, `${file}-wal`, `${file}-shm`])
      if (existsSync(each)) chmodSync(each, 0o600);
    // From here on whoever waits does so without stopping the others: see driver.ts.
    sqlite.pragma('busy_timeout = 0');
    return db;
  } catch (error) {
    sqlite?.close();
    throw startError(error, file);
  }
}

/** A second way into an open database that only reads: it never waits for an action under way. */
export function openReading(file: string): Db {
  const sqlite = new BetterSqlite(file, { readonly: true });
  return new Kysely<Tables>({ dialect: new PatientDialect(sqlite) });
}

/** Riders' data is nobody else's: a folder made here is the coach's alone. */
function makePrivate(file: string): void {
  const folder = path.dirname(file);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  // Made by an earlier version that left it open; somebody else's folder is not touched.
  if (path.basename(folder) === OWN_FOLDER) chmodSync(folder, 0o700);
}

/** An empty file where there are copies was once full: it is not quietly begun anew. */
function refuseEmptied(file: string): void {
  if (!existsSync(file) || statSync(file).size > 0 || existsSync(`${file}-wal`)) return;
  const [latest] = copiesOf(file);
  if (latest)
    throw new CannotStart(
      `${file} is empty, but there are copies of it. Put the latest back with: npm start -- --restore ${latest}`,
    );
}
