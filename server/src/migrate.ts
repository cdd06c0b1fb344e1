import { existsSync } from 'node:fs';
import BetterSqlite from 'better-sqlite3';
import type { Kysely } from 'kysely';
import { copyChecked, countRows } from './checkedCopy.ts';
import { DONE, migrationsOf } from './known.ts';
import { MIGRATIONS } from './migrations/index.ts';
import type { Tell } from './migrations/migration.ts';

type Connection = InstanceType<typeof BetterSqlite>;

/**
 * Brings a database up to date: all that is waiting in one transaction, so that a kill at any moment leaves it as
 * it was or as it will be. A copy of a file with data in it is made first, under the same lock, so that nothing can
 * be written between the two.
 *
 * Kysely's own migrator runs statements one by one on SQLite, which is why it is not used.
 *
 * @param sqlite the one connection of `db`
 * @param db the same connection as Kysely sees it
 * @param file path of the database; the copy lies beside it
 * @param upTo name of the last migration wanted; all of them where left out
 * @param tell told how far it is, from 0 to 1
 */
export async function migrate(
  sqlite: Connection,
  db: Kysely<never>,
  file: string,
  upTo?: string,
  tell: Tell = () => undefined,
): Promise<void> {
  if (waiting(sqlite, upTo).length === 0) return;
  // Cannot be changed inside a transaction; what hangs on what is checked before the commit instead.
  sqlite.pragma('foreign_keys = OFF');
  // Nothing is deleted here, only moved: what it leaves in freed pages stands in others, and is overwritten with time.
  sqlite.pragma('secure_delete = OFF');
  sqlite.exec('BEGIN IMMEDIATE');
  try {
    // Another process may have been quicker to the lock.
    const names = waiting(sqlite, upTo);
    if (names.length > 0 && holdsRows(sqlite))
      copyChecked(file, `${file}.before-${names[0] ?? ''}`);
    sqlite.exec(
      `CREATE TABLE IF NOT EXISTS ${DONE} (name TEXT PRIMARY KEY, timestamp TEXT NOT NULL)`,
    );
    for (const [index, name] of names.entries()) {
      await MIGRATIONS[name]?.up(db, (share) => tell((index + share) / names.length));
      sqlite
        .prepare(`INSERT INTO ${DONE} (name, timestamp) VALUES (?, ?)`)
        .run(name, new Date().toISOString());
    }
    const broken = sqlite.pragma('foreign_key_check') as unknown[];
    if (broken.length > 0)
      throw new Error(`After the migration ${broken.length} rows hang on nothing.`);
    sqlite.exec('COMMIT');
  } catch (error) {
    if (sqlite.inTransaction) sqlite.exec('ROLLBACK');
    throw error;
  } finally {
    sqlite.pragma('foreign_keys = ON');
    sqlite.pragma('secure_delete = ON');
  }
}

/** Whether a file with data in it has to be brought up to date before it can be used. */
export function isBehind(file: string): boolean {
  if (!existsSync(file)) return false;
  try {
    const sqlite = new BetterSqlite(file, { readonly: true });
    try {
      return migrationsOf(sqlite) !== null && waiting(sqlite).length > 0;
    } finally {
      sqlite.close();
    }
  } catch {
    // Whatever is wrong with it is said when it is opened.
    return false;
  }
}

/** The migrations this program knows and the file has not had yet. */
function waiting(sqlite: Connection, upTo = '~'): string[] {
  const done = new Set(migrationsOf(sqlite));
  return Object.keys(MIGRATIONS).filter((name) => name <= upTo && !done.has(name));
}

function holdsRows(sqlite: Connection): boolean {
  return Object.values(countRows(sqlite)).some((rows) => rows > 0);
}
