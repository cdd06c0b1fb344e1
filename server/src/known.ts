import { statSync } from 'node:fs';
import type BetterSqlite from 'better-sqlite3';
import { CannotStart } from './faults.ts';
import { MIGRATIONS } from './migrations/index.ts';

type Connection = InstanceType<typeof BetterSqlite>;

/** Which migrations a file has had; the name is older than this runner. */
export const DONE = 'kysely_migration';

/** The migrations that a file has had; null where it holds no table of them. */
export function migrationsOf(sqlite: Connection): string[] | null {
  const known = sqlite
    .prepare("SELECT 1 FROM sqlite_schema WHERE type = 'table' AND name = ?")
    .get(DONE);
  return known ? (sqlite.prepare(`SELECT name FROM ${DONE}`).pluck().all() as string[]) : null;
}

/** Files up to this are gone through at the start, bytes: about two seconds. */
const LARGEST_CHECKED = 256 * 1024 * 1024;

/**
 * Refuses a file that is damaged, of another program, or of a newer version of this one.
 *
 * @throws CannotStart with one sentence that names the file
 */
export function refuseForeign(sqlite: Connection, file: string): void {
  // A large one would keep everybody waiting for a minute; its daily copy is checked to the last page, in a thread.
  const small = statSync(file).size <= LARGEST_CHECKED;
  const verdict = small ? sqlite.pragma('quick_check(1)', { simple: true }) : 'ok';
  if (verdict !== 'ok') throw Object.assign(new Error(String(verdict)), { code: 'SQLITE_CORRUPT' });
  const tables = sqlite
    .prepare("SELECT count(*) FROM sqlite_schema WHERE type = 'table'")
    .pluck()
    .get() as number;
  const done = migrationsOf(sqlite);
  if (tables > 0 && done === null)
    throw new CannotStart(`${file} is a database of another program. It was left as it is.`);
  const unknown = done?.find((name) => !(name in MIGRATIONS));
  if (unknown !== undefined)
    throw new CannotStart(
      `${file} was written by a newer version of Uphill Count (it has had "${unknown}"). Start that version; the file was left as it is.`,
    );
}
