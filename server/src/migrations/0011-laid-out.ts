import { type Kysely, sql } from 'kysely';
import type { Migration } from './migration.ts';

const STATEMENTS = [
  // Rides of which more than a tenth is missing keep their load, marked "at least"; read again with the numbers.
  'ALTER TABLE ride_numbers ADD COLUMN missing_share REAL NOT NULL DEFAULT 0 CHECK (missing_share BETWEEN 0 AND 1)',
] as const;

/** What a season that is laid out is made of. */
export const laidOut: Migration = {
  async up(db: Kysely<never>) {
    for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
  },
};
