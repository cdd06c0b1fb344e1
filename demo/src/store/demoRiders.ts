import type { Db } from '@uphill/server';
import { DEMO_RIDERS } from '../riders.ts';

/** The club's riders are made up, in a demo of before as well: what they ride on the stand-ins is theirs. */
export async function markDemoRiders(db: Db): Promise<void> {
  const names = DEMO_RIDERS.map(({ fields }) => fields.name);
  await db
    .updateTable('riders')
    .set({ demo: 1 })
    .where('name', 'in', names)
    .where('demo', '=', 0)
    .execute();
}

/** Building the demo is nothing a coach did, so there is nothing to take back. */
export async function forgetJournal(db: Db): Promise<void> {
  await db.deleteFrom('journal').execute();
}

/** Rides of before a day have been opened. */
export async function markOpened(db: Db, before: string): Promise<void> {
  await db
    .updateTable('rides')
    .set((row) => ({ read_at: row.ref('created_at') }))
    .where('date', '<', before)
    .execute();
}
