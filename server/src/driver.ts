import { setTimeout as sleep } from 'node:timers/promises';
import type BetterSqlite from 'better-sqlite3';
import {
  CompiledQuery,
  type DatabaseConnection,
  type Driver,
  type SqliteDatabase,
  SqliteDialect,
  SqliteDriver,
  type SqliteStatement,
} from 'kysely';
import { LRUCache } from 'lru-cache';

type Connection = InstanceType<typeof BetterSqlite>;

/** How long a lock of another program is waited for, and how often it is tried. */
const PATIENCE_MS = 4000;
const AGAIN_MS = 50;

/**
 * SQLite as this program wants it: a transaction takes its lock at the beginning and waits for another program
 * without stopping everything else; and where SQLite has rolled back by itself, the first error is the one that is
 * told, not that there was nothing left to roll back.
 */
export class PatientDialect extends SqliteDialect {
  readonly #sqlite: Connection;

  constructor(sqlite: Connection) {
    super({ database: remembering(sqlite) });
    this.#sqlite = sqlite;
  }

  override createDriver(): Driver {
    return new PatientDriver(this.#sqlite);
  }
}

/** Statements kept ready: more than there are queries of a page, and few enough to hold no memory worth naming. */
const KEPT = 400;

/** A connection that keeps the statements it has read: reading one takes as long as looking up a row. */
function remembering(sqlite: Connection): SqliteDatabase {
  const statements = new LRUCache<string, SqliteStatement>({ max: KEPT });
  return {
    close: () => sqlite.close(),
    prepare(text) {
      const known = statements.get(text) ?? sqlite.prepare(text);
      statements.set(text, known);
      return known;
    },
  };
}

class PatientDriver extends SqliteDriver {
  readonly #sqlite: Connection;

  constructor(sqlite: Connection) {
    super({ database: remembering(sqlite) });
    this.#sqlite = sqlite;
  }

  override async beginTransaction(connection: DatabaseConnection): Promise<void> {
    for (const until = Date.now() + PATIENCE_MS; ; await sleep(AGAIN_MS)) {
      try {
        await connection.executeQuery(CompiledQuery.raw('begin immediate'));
        return;
      } catch (error) {
        const locked = String((error as { code?: unknown }).code).startsWith('SQLITE_BUSY');
        if (!locked || Date.now() >= until) throw error;
      }
    }
  }

  override async rollbackTransaction(connection: DatabaseConnection): Promise<void> {
    if (this.#sqlite.inTransaction) await super.rollbackTransaction(connection);
  }
}
