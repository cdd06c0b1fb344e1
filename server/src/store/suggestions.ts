import { rideLogSchema, type Rider, shapeOf, type Suggested } from '@uphill/api';
import {
  cautionAfter,
  type KeptReading,
  suggest,
  type Suggestion,
  type VerdictId,
} from '@uphill/core/review';
import { daysFrom } from '@uphill/core/season';
import { type Plan, solveWatts } from '@uphill/core/sessions';
import type { Db } from '../database.ts';
import type { RideRow } from '../tables.ts';
import { climbingOn, houseOf } from './climbingOn.ts';
import { readJsonOr } from './json.ts';
import { askedOf } from './readings.ts';
import { readRider } from './riders.ts';
import { type Reader, rides } from './rides.ts';
import { planFor } from './suggestedDay.ts';
import { outcomeOf, storedSuggestion } from './suggestionRecords.ts';

/** So far back "running" is looked for. */
const MOST_BEFORE = 8;
/** A retest is suggested within so many days of its day. */
const RETEST_DAYS = 7;

/** A ride that was read, with what hangs on it. */
export interface ReadRide {
  readonly row: RideRow;
  readonly reading: KeptReading;
}

/** The suggestion after a ride, answered or not; null where there is none. */
export async function suggestedAfter(
  db: Db,
  { row, reading }: ReadRide,
): Promise<Suggested | null> {
  const answered = await db
    .selectFrom('suggestions')
    .selectAll()
    .where('ride_id', '=', row.id)
    .executeTakeFirst();
  const match = await db
    .selectFrom('ride_matches')
    .select('day_id')
    .where('ride_id', '=', row.id)
    .where('tried', '=', 0)
    .executeTakeFirst();
  if (!match && !answered) return null;
  const rider = await readRider(db, row.rider_id);
  const asked = match ? await askedOf(db, row, match) : null;
  const suggestion = answered
    ? storedSuggestion(answered)
    : await suggestionFor(db, rider, { row, reading }, asked?.plan ?? null);
  if (!suggestion) return null;
  const wanted = asked ? await planFor(db, rider, row, suggestion, asked.plan, reading) : null;
  return {
    suggestion,
    plan: wanted?.plan ?? null,
    day: wanted?.day ?? null,
    decision: answered?.decision ?? null,
    reason: answered?.reason ?? '',
    outcome:
      answered && answered.decision !== 'refused' ? await outcomeOf(db, answered, row) : null,
  };
}

async function suggestionFor(
  db: Db,
  rider: Rider,
  { row, reading }: ReadRide,
  plan: Plan | null,
): Promise<Suggestion | null> {
  const house = await houseOf(db, rider);
  const climbing = await climbingOn(db, rider, row.date, house);
  const solved = plan ? solveWatts(plan, climbing.rider) : null;
  const log = readJsonOr(row.log, shapeOf(rideLogSchema), {});
  const mark = await markOf(db, row.id);
  const { heldBpm } = reading;
  const { maximalBpm } = climbing.rider;
  const higher = climbing.heart && heldBpm !== null && maximalBpm !== null && heldBpm > maximalBpm;
  return suggest({
    reading: { ...reading, set: { spread: reading.spread } },
    rpe: row.rpe ?? mark.rpe,
    before: await headlinesBefore(db, row, reading.family),
    tiredRunning: await tiredRunning(db, row),
    caution: cautionAfter({
      ...{ pain: log.pain ?? null, ill: mark.reason === 'ill' },
      ...{ injured: mark.reason === 'injured' },
      ...{ massBeforeKg: log.massBeforeKg ?? null, massAfterKg: log.massAfterKg ?? null },
    }),
    solvedW: solved?.ok ? solved.value.watts.value : null,
    aboveCurve: reading.question === null ? reading.hardest : null,
    retestDue: await isRetestDue(db, rider, row.date),
    found: higher ? { what: 'maximal heart rate', was: maximalBpm, is: heldBpm } : null,
    limits: house.choices,
  });
}

/** What the day of a ride says of it. */
async function markOf(db: Db, rideId: string) {
  const day = await db
    .selectFrom('ride_matches')
    .innerJoin('days', 'days.id', 'ride_matches.day_id')
    .select(['days.rpe', 'days.reason'])
    .where('ride_matches.ride_id', '=', rideId)
    .executeTakeFirst();
  return { rpe: day?.rpe ?? null, reason: day?.reason ?? null };
}

/** Readings of the family before a ride, the latest first. */
export function familyBefore(
  db: Reader,
  row: Pick<RideRow, 'id' | 'rider_id' | 'date'>,
  family: string,
) {
  return rides(db)
    .innerJoin('ride_readings', 'ride_readings.ride_id', 'rides.id')
    .innerJoin('ride_matches', 'ride_matches.ride_id', 'rides.id')
    .select(['rides.id', 'rides.date', 'rides.rpe', 'ride_matches.day_id'])
    .select(['ride_readings.headline', 'ride_readings.reading'])
    .where('rides.rider_id', '=', row.rider_id)
    .where('rides.withdrawn', 'is', null)
    .where('ride_matches.tried', '=', 0)
    .where('rides.date', '<', row.date)
    .where('ride_readings.family', '=', family)
    .orderBy('rides.date', 'desc')
    .orderBy('rides.started_at', 'desc')
    .limit(MOST_BEFORE);
}

async function headlinesBefore(
  db: Db,
  row: RideRow,
  family: string | null,
): Promise<(VerdictId | null)[]> {
  if (family === null) return [];
  const before = await familyBefore(db, row, family).execute();
  return before.map(({ headline }) => headline as VerdictId | null);
}

/** Rides running, this one last, whose day was marked "tired". */
async function tiredRunning(db: Db, row: RideRow): Promise<number> {
  const days = await db
    .selectFrom('days')
    .select(['reason', 'date'])
    .where('rider_id', '=', row.rider_id)
    .where('date', '<=', row.date)
    .where('state', '<>', 'planned')
    .orderBy('date', 'desc')
    .orderBy('position', 'desc')
    .limit(MOST_BEFORE)
    .execute();
  if (days[0]?.date !== row.date) return 0;
  const other = days.findIndex(({ reason }) => reason !== 'tired');
  return other < 0 ? days.length : other;
}

/** Whether the retest day came within the last days, and nobody answered that yet. */
async function isRetestDue(db: Db, rider: Rider, date: string): Promise<boolean> {
  const last = await db
    .selectFrom('tests')
    .select('date')
    .where('rider_id', '=', rider.id)
    .where('withdrawn', 'is', null)
    .where('date', '<=', date)
    .orderBy('date', 'desc')
    .executeTakeFirst();
  if (!last) return false;
  const over = daysFrom(last.date, date) - rider.retestWeeks * 7;
  if (over < 0 || over > RETEST_DAYS) return false;
  const told = await db
    .selectFrom('suggestions')
    .innerJoin('rides', 'rides.id', 'suggestions.ride_id')
    .select('suggestions.id')
    .where('suggestions.rider_id', '=', rider.id)
    .where('suggestions.rule', '=', 8)
    .where('rides.date', '>', last.date)
    .executeTakeFirst();
  return told === undefined;
}
