import { randomUUID } from 'node:crypto';
import { plus } from '@uphill/core/season';
import type { Db } from '@uphill/server';
import type { BlocksBehind } from '../seasons.ts';

/** Puts in the blocks of weeks that lie behind: as if they had been laid out then. */
export async function putBlocksBehind(db: Db, behind: readonly BlocksBehind[]): Promise<void> {
  for (const { riderId, from, template, goal, blocks } of behind) {
    const seasonId = randomUUID();
    const weeks = blocks.reduce((sum, { kinds }) => sum + kinds.length, 0);
    await db
      .insertInto('seasons')
      .values({
        ...{ id: seasonId, rider_id: riderId, from_monday: from, weeks, version: 1 },
        ...{ goal_name: goal?.name ?? null, goal_date: goal?.date ?? null },
        ...{ template: JSON.stringify(template), created_at: new Date().toISOString() },
      })
      .execute();
    let monday = from;
    for (const { block, kinds } of blocks) {
      await db
        .insertInto('blocks')
        .values({
          ...{ id: randomUUID(), rider_id: riderId, season_id: seasonId, from_monday: monday },
          ...{ weeks: kinds.length, block: JSON.stringify(block), note: '', version: 1 },
        })
        .execute();
      monday = plus(monday, 7 * kinds.length);
    }
  }
}

/** A goal that was added while it was to come lies behind now. */
export async function putGoalBehind(db: Db, name: string, date: string): Promise<void> {
  await db.updateTable('goals').set({ date }).where('name', '=', name).execute();
}
