import { copyFileSync, existsSync, mkdirSync } from 'node:fs';
import path from 'node:path';
import BetterSqlite from 'better-sqlite3';
import { Kysely, type Migration, Migrator, SqliteDialect } from 'kysely';
import { first } from './migrations/0001-first.ts';
import { testsInFull } from './migrations/0002-tests-in-full.ts';
import { workshop } from './migrations/0003-workshop.ts';
import { shown } from './migrations/0004-shown.ts';
import type { Tables } from './tables.ts';

export type Db = Kysely<Tables>;

const MIGRATIONS: Record<string, Migration> = { '0001-first': first, '0002-tests-in-full': testsInFull, '0003-workshop': workshop, '0004-shown': shown };

/**
 * Opens the database of a coach, making it where there is none and bringing it up to date. Before a migration
 * changes an existing file, a copy is left beside it.
 *
 * @param file path of the SQLite file; its folder is made
 */
export async function openDatabase(file: string): Promise<Db> {
  mkdirSync(path.dirname(file), { recursive: true });
  const existed = existsSync(file);
  const sqlite = new BetterSqlite(file);
  sqlite.pragma('journal_mode = WAL');
  // FULL: an answer of success is on the disk before it is sent.
  sqlite.pragma('synchronous = FULL');
  sqlite.pragma('foreign_keys = ON');
  sqlite.pragma('busy_timeout = 5000');
  const db: Db = new Kysely<Tables>({ dialect: new SqliteDialect({ database: sqlite }) });
  const migrator = new Migrator({ db, provider: { getMigrations: () => Promise.resolve(MIGRATIONS) } });
  const waiting = (await migrator.getMigrations()).filter(({ executedAt }) => executedAt === undefined);
  if (existed && waiting.length > 0) {
    sqlite.pragma('wal_checkpoint(TRUNCATE)');
    copyFileSync(file, `${file}.before-${waiting[0]?.name ?? 'migration'}`);
  }
  const { error } = await migrator.migrateToLatest();
  if (error) throw error as Error;
  return db;
}
