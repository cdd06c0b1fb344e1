import type { Transaction } from 'kysely';
import type { Db } from '../database.ts';
import type { RiderChangesRow, Tables } from '../tables.ts';

/** How often what something is worked out from has changed, rider by rider. */
export async function changesOf(
  db: Db | Transaction<Tables>,
  riderIds: readonly string[],
  of: 'models' | 'figures' | 'season' | 'readings',
): Promise<ReadonlyMap<string, number>> {
  const rows = await db
    .selectFrom('rider_changes')
    .select(['rider_id', of])
    .where('rider_id', 'in', riderIds)
    .execute();
  return new Map((rows as RiderChangesRow[]).map((row) => [row.rider_id, row[of]]));
}

/**
 * Keeps what was worked out for a rider, unless what it came from was changed while it was: then it is worked out
 * again when it is next asked for. Inside an action, which may be taken back, nothing is kept of what it sees.
 *
 * @param before how often that had changed when the working began
 */
export async function keepUnlessChanged(
  db: Db,
  riderId: string,
  of: 'models' | 'figures',
  before: number | undefined,
  keep: (trx: Transaction<Tables>) => Promise<unknown>,
): Promise<void> {
  if (db.isTransaction) return;
  await db.transaction().execute(async (trx) => {
    const now = (await changesOf(trx, [riderId], of)).get(riderId);
    if (now !== undefined && now === before) await keep(trx);
  });
}
