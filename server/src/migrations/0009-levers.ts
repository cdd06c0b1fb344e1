import { type Kysely, sql } from 'kysely';
import type { Migration } from './migration.ts';

const STATEMENTS = [
  "ALTER TABLE riders ADD COLUMN ceiling_school TEXT CHECK (ceiling_school IN ('watts', 'minutes'))",
  // The shares by which a rider's own numbers are reckoned are choices of the house.
  `CREATE TRIGGER figures_by_choices AFTER UPDATE OF choices ON settings BEGIN
    DELETE FROM day_figures WHERE by_model = 1; END`,
] as const;

/** What moves a rider's ceiling work, and figures that follow the coach's shares. */
export const levers: Migration = {
  async up(db: Kysely<never>) {
    for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
  },
};
