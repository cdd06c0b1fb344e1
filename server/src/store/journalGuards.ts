import { sql, type Transaction } from 'kysely';
import type { JournalRow, Tables } from '../tables.ts';
import { Blocked, type Entry } from './journalEntries.ts';
import { madeOfAny } from './recordings.ts';
import { overlap, piecesOf } from './said.ts';

/**
 * An action that came later on the same things is in the way of undo and of redo, whoever's it was: it has to be taken
 * back first.
 */
export async function refuseOvertaken(trx: Transaction<Tables>, step: number): Promise<void> {
  const { rows } = await sql<Later>`
    SELECT j.label, j.actor FROM journal_rows mine
    JOIN journal_rows later ON later.row_id = mine.row_id AND later.name = mine.name AND later.step > mine.step
    JOIN journal j ON j.id = later.step
    WHERE mine.step = ${step} AND j.undone = 0 AND j.aside IS NULL
    ORDER BY j.id DESC LIMIT 1`.execute(trx);
  refuseLater(rows);
}

type Later = Pick<JournalRow, 'label' | 'actor'>;

function refuseLater([later]: readonly Later[]): void {
  if (!later) return;
  throw new Blocked(
    later.actor === 'rider'
      ? `since then the rider ${later.label}`
      : `since then you ${later.label}; undo that first`,
  );
}

/**
 * Rides are not taken out but hidden, so the tables themselves do not hold what hangs on them. Once a step was taken:
 * nothing that came later may be hidden with a ride, a hidden ride holds no day, and no second of a file counts twice.
 *
 * @param swapped the step's entries, as they stand now
 */
export async function settleRides(
  trx: Transaction<Tables>,
  step: number,
  swapped: readonly Entry[],
): Promise<void> {
  const ids = swapped.filter(({ table }) => table === 'rides').map(({ id }) => id);
  if (ids.length === 0) return;
  const rides = await trx
    .selectFrom('rides')
    .select(['id', 'rider_id', 'deleted_at'])
    .where('id', 'in', ids)
    .execute();
  const hidden = rides.filter(({ deleted_at: at }) => at !== null).map(({ id }) => id);
  await refuseHidden(trx, step, hidden);
  await trx.deleteFrom('ride_matches').where('ride_id', 'in', hidden).execute();
  for (const ride of rides)
    if (ride.deleted_at === null) await refuseCountedTwice(trx, ride.id, ride.rider_id);
}

/** What a later step put on a ride, or read off it, would be out of sight with it. */
async function refuseHidden(
  trx: Transaction<Tables>,
  step: number,
  rideIds: readonly string[],
): Promise<void> {
  const ids = JSON.stringify(rideIds);
  const { rows } = await sql<Later>`
    WITH hidden(id) AS (SELECT value FROM json_each(${ids})),
    hanging(name, id) AS (
      SELECT 'ride_matches', id FROM ride_matches WHERE ride_id IN hidden
      UNION ALL SELECT 'marked_efforts', id FROM marked_efforts WHERE ride_id IN hidden
      UNION ALL SELECT 'suggestions', id FROM suggestions WHERE ride_id IN hidden
      UNION ALL SELECT 'tests', t.id FROM tests t JOIN recordings c ON c.id = t.recording_id WHERE c.ride_id IN hidden)
    SELECT j.label, j.actor FROM hanging h
    JOIN journal_rows later ON later.name = h.name AND later.row_id = h.id AND later.step > ${step}
    JOIN journal j ON j.id = later.step
    WHERE j.undone = 0 AND j.aside IS NULL ORDER BY j.id DESC LIMIT 1`.execute(trx);
  refuseLater(rows);
}

/** Two rides of the same seconds would count them twice. */
async function refuseCountedTwice(
  trx: Transaction<Tables>,
  rideId: string,
  riderId: string,
): Promise<void> {
  const recordings = await trx
    .selectFrom('recordings')
    .selectAll()
    .where('ride_id', '=', rideId)
    .execute();
  const own = recordings.flatMap(piecesOf);
  const sources = [...new Set(own.map(({ recordingId }) => recordingId))];
  if (sources.length === 0) return;
  const others = [
    ...(await madeOfAny(trx, sources)),
    ...(await trx.selectFrom('recordings').selectAll().where('id', 'in', sources).execute()),
  ].filter(({ ride_id: of }) => of !== rideId);
  const visible = await trx
    .selectFrom('rides')
    .select('id')
    .where(
      'id',
      'in',
      others.map(({ ride_id: id }) => id),
    )
    .where('rider_id', '=', riderId)
    .where('deleted_at', 'is', null)
    .execute();
  const seen = new Set(visible.map(({ id }) => id));
  const twice = others
    .filter(({ ride_id: of }) => seen.has(of))
    .flatMap(piecesOf)
    .some((piece) => own.some((each) => overlap(each, piece)));
  if (twice) throw new Blocked('a part of it counts as a ride of its own since then');
}
