import type { Db } from '@uphill/server';
import { sql } from 'kysely';
import { forgetJournal } from './demoRiders.ts';

/** Every column that holds a day. */
const DAYS: readonly (readonly [table: string, column: string])[] = [
  ['body_mass', 'date'],
  ['heart_rates', 'date'],
  ['tests', 'date'],
  ['ftp_history', 'counts_from'],
  ['days', 'date'],
  ['rides', 'date'],
  ['goals', 'date'],
  ['fixtures', 'from_date'],
  ['fixtures', 'to_date'],
  ['health_screens', 'date'],
  ['health_screens', 'cleared_on'],
];

/** Moves the whole story of the demo forward, so that its days lie around today however long ago it was built. */
export async function moveForward(db: Db, days: number): Promise<void> {
  const by = `+${days} days`;
  await db.transaction().execute(async (trx) => {
    for (const [table, column] of DAYS)
      await sql`UPDATE ${sql.table(table)} SET ${sql.ref(column)} = date(${sql.ref(column)}, ${by})`.execute(
        trx,
      );
    for (const table of ['recordings', 'rides'])
      await sql`UPDATE ${sql.table(table)} SET started_at = strftime('%Y-%m-%dT%H:%M:%S', started_at, ${by}) WHERE started_at IS NOT NULL`.execute(
        trx,
      );
    // Undo would bring days of the old story back.
    await forgetJournal(trx);
  });
}
