import { sql } from 'kysely';
import type { Migration } from './migration.ts';

/** Hills, shared by all riders; the ride that came of a placed session. */
export const workshop: Migration = {
  async up(db) {
    await sql
      .raw(
        `CREATE TABLE hills (
          id TEXT PRIMARY KEY, name TEXT NOT NULL UNIQUE COLLATE NOCASE, metres INTEGER NOT NULL, gradient_percent REAL NOT NULL,
          surface TEXT NOT NULL, note TEXT NOT NULL, version INTEGER NOT NULL, created_at TEXT NOT NULL
        ) STRICT`,
      )
      .execute(db);
    await sql.raw('ALTER TABLE placed_sessions ADD COLUMN ridden TEXT').execute(db);
  },
};
