import type { Db } from '@uphill/server';
import { type RawBuilder, sql } from 'kysely';
import { forgetJournal } from './demoRiders.ts';

/** Every column that holds a day. */
const DAYS: readonly (readonly [table: string, column: string])[] = [
  ['body_mass', 'date'],
  ['heart_rates', 'date'],
  ['tests', 'date'],
  ['ftp_history', 'counts_from'],
  ['days', 'date'],
  ['handovers', 'date'],
  ['away', 'from_date'],
  ['away', 'to_date'],
  ['riders', 'typed_base_on'],
  ['rides', 'date'],
  ['goals', 'date'],
  ['seasons', 'goal_date'],
  ['fixtures', 'from_date'],
  ['fixtures', 'to_date'],
  ['health_screens', 'date'],
  ['health_screens', 'cleared_on'],
];

/** Columns of which no two rows of a rider have one day. */
const DAYS_ALONE: readonly (readonly [table: string, column: string])[] = [['mornings', 'date']];

/** Every column that holds a Monday. */
const MONDAYS: readonly (readonly [table: string, column: string])[] = [
  ['weeks', 'monday'],
  ['seasons', 'from_monday'],
  ['blocks', 'from_monday'],
];

/**
 * What hangs on weekdays goes on with the days: a rest day on Mondays is one on Wednesdays two days later. Weeks are named
 * by their Monday, so they snap to it.
 */
async function turnWeekdays(trx: Db, days: number): Promise<void> {
  const by = days % 7;
  const rows = await trx
    .selectFrom('availability')
    .select(['id', 'rider_id', 'weekday', 'hours', 'fixed_rest'])
    .execute();
  for (const { rider_id, weekday, hours, fixed_rest } of rows)
    await trx
      .updateTable('availability')
      .set({ hours, fixed_rest })
      .where('rider_id', '=', rider_id)
      .where('weekday', '=', ((weekday - 1 + by) % 7) + 1)
      .execute();
  await sql`UPDATE fixtures SET weekday = (weekday - 1 + ${by}) % 7 + 1`.execute(trx);
  // Weeks follow one another, and no two have one Monday.
  for (const [table, column] of MONDAYS) {
    const at = sql.ref(column);
    await setAlone(trx, table, at, sql`date(${at}, ${`+${days} days`}, '-6 days', 'weekday 1')`);
  }
}

/** Sets a column of which no two rows have one value: none may take the next one's on the way. */
async function setAlone(
  trx: Db,
  table: string,
  column: RawBuilder<unknown>,
  to: RawBuilder<unknown>,
): Promise<void> {
  await sql`UPDATE ${sql.table(table)} SET ${column} = '>' || ${to}`.execute(trx);
  await sql`UPDATE ${sql.table(table)} SET ${column} = substr(${column}, 2)`.execute(trx);
}

/** Moves the whole story of the demo forward, so that its days lie around today however long ago it was built. */
export async function moveForward(db: Db, days: number): Promise<void> {
  const by = `+${days} days`;
  await db.transaction().execute(async (trx) => {
    for (const [table, column] of DAYS)
      await sql`UPDATE ${sql.table(table)} SET ${sql.ref(column)} = date(${sql.ref(column)}, ${by})`.execute(
        trx,
      );
    for (const [table, column] of DAYS_ALONE) {
      const at = sql.ref(column);
      await setAlone(trx, table, at, sql`date(${at}, ${by})`);
    }
    for (const table of ['recordings', 'rides'])
      await sql`UPDATE ${sql.table(table)} SET started_at = strftime('%Y-%m-%dT%H:%M:%S', started_at, ${by}) WHERE started_at IS NOT NULL`.execute(
        trx,
      );
    await turnWeekdays(trx, days);
    // Undo would bring days of the old story back.
    await forgetJournal(trx);
  });
}
