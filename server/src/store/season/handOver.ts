import type { HandedOver, HandOver } from '@uphill/api';
import { healthVerdict } from '@uphill/core/rider';
import { healthRefusal, riderFigures } from '@uphill/core/sessions';
import type { Db } from '../../database.ts';
import type { HandoverRow } from '../../tables.ts';
import { today } from '../../today.ts';
import { handoverOf } from '../assign.ts';
import { HANDED, isAsItStands } from '../handed.ts';
import { act } from '../journal.ts';
import { readPlan } from '../json.ts';
import { modelOn } from '../models.ts';
import { readRider } from '../riders.ts';

/** What one rider gets, and what is left out. */
interface Handing {
  readonly name: string;
  readonly rows: readonly HandoverRow[];
  readonly left: HandedOver['left'];
}

/**
 * Lets riders see the days of a span as they stand, as one step. What the health screen does not allow is named and left
 * out; what a rider has as it stands already is not handed over again.
 */
export async function handOverDays(
  db: Db,
  riderIds: readonly string[],
  span: HandOver,
): Promise<(HandedOver & { readonly name: string })[]> {
  const all: Handing[] = [];
  for (const riderId of riderIds) all.push(await handingOf(db, riderId, span));
  const rows = all.flatMap((each) => each.rows);
  const days = rows.length === 1 ? 'one day' : `${rows.length} days`;
  const whom = all.length === 1 ? (all[0]?.name ?? '') : `${all.length} riders`;
  if (rows.length > 0)
    await act(db, `handed over ${days} to ${whom}`, null, ({ insertAll }) =>
      insertAll('handovers', rows),
    );
  return all.map(({ name, rows: own, left }) => ({ name, handed: own.length, left }));
}

async function handingOf(db: Db, riderId: string, { from, to }: HandOver): Promise<Handing> {
  const rider = await readRider(db, riderId);
  const rows = await db
    .selectFrom('days')
    .select(['id', 'version', ...HANDED])
    .where('rider_id', '=', riderId)
    .where('date', '>=', from)
    .where('date', '<=', to)
    .where('state', '=', 'planned')
    .orderBy('date')
    .execute();
  const latest = await latestHandovers(
    db,
    rows.map(({ id }) => id),
  );
  const model = await modelOn(db, riderId, today());
  const left: { dayId: string; name: string; reason: string }[] = [];
  const handovers: HandoverRow[] = [];
  for (const row of rows) {
    const given = latest.get(row.id);
    if (given && isAsItStands(given, row)) continue;
    const { plan } = readPlan(row.plan);
    const reason = healthRefusal(
      plan,
      riderFigures(rider, row.date, model),
      healthVerdict(rider.health, rider, row.date),
    );
    if (reason === null) handovers.push(handoverOf(row));
    else left.push({ dayId: row.id, name: plan.name, reason });
  }
  return { name: rider.name, rows: handovers, left };
}

/** What of some days was handed over last, by the day. */
async function latestHandovers(
  db: Db,
  ids: readonly string[],
): Promise<Map<string, Pick<HandoverRow, (typeof HANDED)[number]>>> {
  const rows = await db
    .selectFrom('handovers')
    .select(['day_id', ...HANDED])
    .where('day_id', 'in', ids)
    .orderBy('at')
    .execute();
  return new Map(rows.map((row) => [row.day_id, row]));
}
