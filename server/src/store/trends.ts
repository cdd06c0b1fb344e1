import { type HeartOff, type RideLog, rideLogSchema, shapeOf, type Trends } from '@uphill/api';
import { hidesMass, isMinor } from '@uphill/core/rider';
import {
  CADENCE_KEPT_DAYS,
  heartTrend,
  massOff,
  type Morning,
  READING_ALGORITHM,
  type RideTrend,
  rideTrendSchema,
  trendByEffort,
} from '@uphill/core/review';
import { THREE_CADENCES } from '@uphill/core/sessions';
import type { Db } from '../database.ts';
import { readJsonOr } from './json.ts';
import { listMornings } from './mornings.ts';
import { unreadRides } from './readings.ts';
import { riderName } from './riderName.ts';
import { readRider } from './riders.ts';
import { countingRides } from './rides.ts';
import { daysBefore, today } from '../today.ts';

const trend = shapeOf(rideTrendSchema);
const log = shapeOf(rideLogSchema);

/**
 * What the trends of a rider look at: the rides that count within some days, and those at three cadences of the half year
 * before. No stream is read for it.
 */
export async function readTrends(
  db: Db,
  riderId: string,
  range: { from: string; to: string },
): Promise<Trends> {
  await riderName(db, riderId);
  const waiting = await unreadRides(db, { riderId, ...range });
  const morningOf = await morningsFor(db, riderId, range);
  const rows = await countingRides(db)
    .leftJoin('ride_readings', (join) =>
      join
        .onRef('ride_readings.ride_id', '=', 'rides.id')
        .on('ride_readings.algorithm', '=', READING_ALGORITHM),
    )
    .leftJoin('ride_numbers', 'ride_numbers.ride_id', 'rides.id')
    .leftJoin('ride_matches', 'ride_matches.ride_id', 'rides.id')
    .leftJoin('days', 'days.id', 'ride_matches.day_id')
    .leftJoin('day_figures', 'day_figures.day_id', 'days.id')
    .select(['rides.id', 'rides.date', 'rides.kind', 'rides.power_source', 'rides.log'])
    .select([
      'rides.rpe',
      'rides.minutes',
      'ride_matches.day_id',
      'days.rpe as day_rpe',
      'day_figures.name',
    ])
    .select(['ride_readings.family', 'ride_readings.headline', 'ride_readings.says'])
    .select(['ride_readings.trend', 'ride_numbers.moving_s', 'ride_numbers.mean_w'])
    .select(['ride_numbers.mean_bpm', 'ride_numbers.energy_kj'])
    .where('rides.rider_id', '=', riderId)
    .where('rides.date', '>=', daysBefore(range.from, CADENCE_KEPT_DAYS))
    .where('rides.date', '<=', range.to)
    .where((row) =>
      row.or([
        row('rides.date', '>=', range.from),
        row('ride_readings.family', '=', THREE_CADENCES),
      ]),
    )
    .orderBy('rides.date')
    .orderBy('rides.started_at')
    .execute();
  return {
    waiting: waiting.length,
    rides: rows.flatMap((row) => {
      const kept = keptOf(row);
      if (!kept) return [];
      const said = readJsonOr(row.log, log, {});
      return [
        {
          ...{ rideId: row.id, date: row.date, kind: row.kind, source: row.power_source },
          ...{ position: said.position ?? '', family: row.family, name: row.name ?? '' },
          ...{ headline: row.headline, says: row.says, rpe: row.rpe ?? row.day_rpe },
          ...morningOf(row.date, said),
          movingS: row.moving_s ?? (row.minutes ?? 0) * 60,
          ...{ meanW: row.mean_w, meanBpm: row.mean_bpm, energyKj: row.energy_kj },
          trend: { ...kept, celsius: said.celsius ?? kept.celsius },
        },
      ];
    }),
  };
}

/** What was kept of a ride; one by hand that belongs to no day is never read, and counts by what was said of it. */
function keptOf(row: {
  readonly trend: string | null;
  readonly moving_s: number | null;
  readonly day_id: string | null;
  readonly minutes: number | null;
  readonly rpe: number | null;
}): RideTrend | null {
  if (row.trend !== null) return readJsonOr<RideTrend | null>(row.trend, trend, null);
  const byHand = row.moving_s === null && row.day_id === null && row.minutes !== null;
  return byHand ? trendByEffort(row.minutes, row.rpe) : null;
}

/** What the mornings say beside the rides of some days. */
async function morningsFor(
  db: Db,
  riderId: string,
  range: { from: string; to: string },
): Promise<(date: string, said: RideLog) => { pain: number | null } & Beside> {
  const mornings: readonly Morning[] = await listMornings(db, riderId, {
    ...{ from: daysBefore(range.from, WEEK_DAYS), to: range.to },
  });
  const byDate = new Map(mornings.map((morning) => [morning.date, morning]));
  // A mass is laid beside those of the week: without any, nobody needs to know whether it is shown.
  const weighed = mornings.some(({ massKg }) => massKg !== null);
  const rider = weighed ? await readRider(db, riderId) : null;
  return (date, said) => {
    const own = byDate.get(date);
    const massKg = said.massBeforeKg ?? own?.massKg ?? null;
    const isShown =
      rider !== null && !hidesMass(rider.hideMass, isMinor(rider.health, rider.birthYear, date));
    return {
      pain: said.pain ?? null,
      sleepH: said.sleepH ?? own?.sleepH ?? null,
      massOffKg: isShown && massKg !== null ? massOff(mornings, date, massKg) : null,
    };
  };
}

interface Beside {
  readonly sleepH: number | null;
  readonly massOffKg: number | null;
}

/** A line looks back 42 days, and from the ride of the week that is looked at. */
const [WEEK_DAYS, LOOKS_BACK_DAYS] = [7, 49];

/** Riders whose heart was not as usual on their last ride of the last seven days. */
export async function heartsOff(db: Db): Promise<HeartOff[]> {
  const from = daysBefore(today(), WEEK_DAYS);
  const ridden = await countingRides(db)
    .innerJoin('riders', 'riders.id', 'rides.rider_id')
    .select('riders.id')
    .distinct()
    .where('riders.archived', '=', 0)
    .where('rides.date', '>=', from)
    .execute();
  const off: HeartOff[] = [];
  for (const { id: riderId } of ridden) {
    const { rides } = await readTrends(db, riderId, {
      ...{ from: daysBefore(today(), LOOKS_BACK_DAYS), to: today() },
    });
    const last = heartTrend(rides, from).at(-1);
    if (!last || last.word === 'as usual') continue;
    const { rideId, date, offPercent, word } = last;
    off.push({ riderId, rideId, date, offPercent, word });
  }
  return off;
}
