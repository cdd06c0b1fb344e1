import { mkdirSync } from 'node:fs';
import path from 'node:path';
import BetterSqlite from 'better-sqlite3';
import { Kysely, SqliteDialect } from 'kysely';
import { migrate } from './migrate.ts';
import type { Tables } from './tables.ts';

export type Db = Kysely<Tables>;

/**
 * Opens the database of a coach, making it where there is none and bringing it up to date. Before a migration
 * changes a file with data in it, a copy is left beside it.
 *
 * @param file path of the SQLite file; its folder is made
 * @param upTo the last migration wanted, for tests of migrations; all of them where left out
 */
export async function openDatabase(file: string, upTo?: string): Promise<Db> {
  mkdirSync(path.dirname(file), { recursive: true });
  const sqlite = new BetterSqlite(file);
  try {
    sqlite.pragma('journal_mode = WAL');
    // FULL: an answer of success is on the disk before it is sent.
    sqlite.pragma('synchronous = FULL');
    sqlite.pragma('foreign_keys = ON');
    sqlite.pragma('busy_timeout = 5000');
    const db: Db = new Kysely<Tables>({ dialect: new SqliteDialect({ database: sqlite }) });
    await migrate(sqlite, db as unknown as Kysely<never>, file, upTo);
    return db;
  } catch (error) {
    sqlite.close();
    throw error;
  }
}
