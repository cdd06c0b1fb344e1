import type { Day, GivenDay, LaterDay } from '@uphill/api';
import { maySee } from '@uphill/core/rider';
import { sql } from 'kysely';
import type { Db } from '../database.ts';
import { notFound } from '../refusal.ts';
import type { DayRow } from '../tables.ts';
import { localIn } from '../timeZone.ts';
import { completeDays, offersSchema } from './days.ts';
import { grouped } from './grouped.ts';
import { HANDED, type Handed } from './handed.ts';
import { readJsonOr, readPlan } from './json.ts';
import { timeZoneOf } from './schemes.ts';

/**
 * What the rider may see of some of their days. Page, card, ride room, calendar and whatever else goes to a rider ask
 * this and nothing else: a day as it was handed over last, on the date it was handed over for, once its time has come.
 * What was never handed over stays unseen.
 *
 * @param wanted dates, or one day
 */
async function givenOf(
  db: Db,
  riderId: string,
  wanted: { readonly from: string; readonly to: string } | { readonly dayId: string },
): Promise<{ readonly seen: GivenDay[]; readonly later: LaterDay[] }> {
  const rider = await db
    .selectFrom('riders')
    .select(['session_shown', 'time_zone'])
    .where('id', '=', riderId)
    .executeTakeFirst();
  if (!rider) throw notFound('rider');
  const here = localIn(await timeZoneOf(db, rider), new Date().toISOString()).slice(0, 10);
  const handovers = await db
    .selectFrom('handovers')
    .innerJoin('days', 'days.id', 'handovers.day_id')
    .select(['handovers.day_id', 'handovers.at', 'handovers.plan'])
    .select(['handovers.offers', 'handovers.optional'])
    .select((given) => given.fn.coalesce('handovers.date', 'days.date').as('date'))
    .where('days.rider_id', '=', riderId)
    .$if('dayId' in wanted, (query) =>
      query.where('days.id', '=', (wanted as { dayId: string }).dayId),
    )
    .orderBy('handovers.at')
    .orderBy(sql`handovers.rowid`)
    .execute();
  const byDay = grouped(handovers, ({ day_id: dayId }) => dayId);
  const dateOf = (id: string): string => byDay.get(id)?.at(-1)?.date ?? '';
  const wantedIds = [...byDay.keys()].filter(
    (id) => 'dayId' in wanted || (dateOf(id) >= wanted.from && dateOf(id) <= wanted.to),
  );
  const rows = await db.selectFrom('days').selectAll().where('id', 'in', wantedIds).execute();
  const isSeen = ({ id }: DayRow): boolean => maySee(rider.session_shown, dateOf(id), here);
  const seen = await completeDays(db, rows.filter(isSeen));
  return {
    seen: seen
      .map((day) => asGiven(day, byDay.get(day.id) ?? []))
      .sort((one, other) => one.date.localeCompare(other.date) || one.position - other.position),
    later: rows
      .filter((row) => !isSeen(row))
      .map(({ id, version }) => ({ id, version, date: dateOf(id) })),
  };
}

/** A day with what was handed over of it in the place of what stands there now. */
function asGiven(day: Day, handovers: readonly (Handed & { readonly at: string })[]): GivenDay {
  const last = handovers.at(-1) as Handed & { readonly at: string };
  const offers = readJsonOr(last.offers, offersSchema, []);
  const chosen = offers.findIndex((plan) => JSON.stringify(plan) === last.plan);
  const differs = (earlier: Handed): boolean =>
    HANDED.some((column) => earlier[column] !== last[column]);
  return {
    ...day,
    ...readPlan(last.plan),
    ...{ date: last.date ?? day.date, offers, optional: last.optional === 1 },
    taken: chosen < 0 ? null : chosen,
    given: {
      at: last.at,
      again: handovers.slice(0, -1).some(differs),
      behind: day.handedOver?.asItStands === false,
    },
  };
}

/** A rider's days within some dates, as the rider sees them. */
export async function listGiven(
  db: Db,
  riderId: string,
  range: { from: string; to: string },
): Promise<GivenDay[]> {
  return (await givenOf(db, riderId, range)).seen;
}

/** Those that show only in their morning, by their dates alone: a calendar keeps the time for them. */
export async function listLater(
  db: Db,
  riderId: string,
  range: { from: string; to: string },
): Promise<LaterDay[]> {
  return (await givenOf(db, riderId, range)).later;
}

/** One day as its rider sees it; one that the rider does not see is not there. */
export async function readGiven(db: Db, dayId: string): Promise<GivenDay> {
  const day = await db
    .selectFrom('days')
    .select('rider_id')
    .where('id', '=', dayId)
    .executeTakeFirst();
  const [given] = day ? (await givenOf(db, day.rider_id, { dayId })).seen : [];
  if (!given) throw notFound('session');
  return given;
}
