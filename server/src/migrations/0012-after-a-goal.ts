import { type Kysely, sql } from 'kysely';
import type { Migration } from './migration.ts';

const STATEMENTS = [
  "ALTER TABLE goals ADD COLUMN came TEXT NOT NULL DEFAULT ''",
  "ALTER TABLE goals ADD COLUMN note TEXT NOT NULL DEFAULT ''",
] as const;

/** What came of a goal, and a note for next year. */
export const afterAGoal: Migration = {
  async up(db: Kysely<never>) {
    for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
  },
};
