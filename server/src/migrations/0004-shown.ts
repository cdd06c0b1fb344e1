import { sql } from 'kysely';
import type { Migration } from './migration.ts';

/** Whether a rider sees tomorrow's session the day before, or only in the morning. */
export const shown: Migration = {
  async up(db) {
    await sql
      .raw("ALTER TABLE riders ADD COLUMN session_shown TEXT NOT NULL DEFAULT 'dayBefore'")
      .execute(db);
  },
};
