import { sql } from 'kysely';
import type { Migration } from './migration.ts';

const STATEMENTS = [
  // Which columns of a CSV file the coach said hold watts and beats, so that a rebuild reads them again.
  'ALTER TABLE recordings ADD COLUMN columns TEXT',
  'ALTER TABLE riders ADD COLUMN archived INTEGER NOT NULL DEFAULT 0 CHECK (archived IN (0, 1))',
  'ALTER TABLE body_mass ADD COLUMN version INTEGER NOT NULL DEFAULT 1',
  'ALTER TABLE heart_rates ADD COLUMN version INTEGER NOT NULL DEFAULT 1',
  "ALTER TABLE health_screens ADD COLUMN answered_by TEXT NOT NULL DEFAULT ''",
  // The heat that is expected on a day, °C.
  'ALTER TABLE placed_sessions ADD COLUMN celsius REAL CHECK (celsius BETWEEN -40 AND 60)',
];

/** What was one question before is five now. */
const ONE_BY_ONE = ['eating', 'lostPeriods', 'boneInjury', 'weightLoss', 'lowMood'] as const;

/** Columns that are asked for, riders that are archived, entries that can be corrected, the health screen one by one. */
export const asUsersMetIt: Migration = {
  async up(db) {
    for (const statement of STATEMENTS) await sql.raw(statement).execute(db);
    const { rows } = await sql<{
      id: string;
      answers: string;
    }>`SELECT id, answers FROM health_screens`.execute(db);
    for (const { id, answers } of rows)
      await sql`UPDATE health_screens SET answers = ${JSON.stringify(oneByOne(JSON.parse(answers) as Answers))} WHERE id = ${id}`.execute(
        db,
      );
  },
};

type Answers = Record<string, string>;

/** A no to all five at once is a no to each; a yes does not say to which, and stays as it was given. */
function oneByOne({ eating, ...others }: Answers): Answers {
  if (eating === undefined) return others;
  return eating === 'no'
    ? { ...others, ...Object.fromEntries(ONE_BY_ONE.map((id) => [id, 'no'])) }
    : { ...others, eatingOrLike: eating };
}
