import type { Rider, SeasonWork } from '@uphill/api';
import { loadFromEffort, loadFromPower } from '@uphill/core/power';
import { numbersOnDay } from '@uphill/core/rider';
import { READING_ALGORITHM } from '@uphill/core/review';
import { isHardRide, type Ridden, thresholdsOf } from '@uphill/core/season';
import { riderFigures } from '@uphill/core/sessions';
import type { Db } from '../../database.ts';
import { unpackHistogram } from '../../packs.ts';
import { countingRides } from '../rides.ts';

/** A ride as far as a season goes. */
export interface RiddenRide {
  readonly rideId: string;
  readonly date: string;
  readonly kind: SeasonWork['kind'];
  /** The day it came of; null for a ride that was nobody's plan. */
  readonly dayId: string | null;
  readonly ridden: Required<Ridden> & { readonly says: string | null };
  readonly shape: readonly number[];
}

/** A recording of which more is missing has a load that is at least so much. Source: handbook section 8.1. */
const MISSING = 0.1;

type Row = Awaited<ReturnType<typeof ridesWithin>>[number];

/** Loads of rides before a day, by their dates: what smoothing starts from. */
export interface LoadOn {
  readonly date: string;
  readonly load: number;
}

function ridesWithin(db: Db, riderId: string, from: string, to: string) {
  return countingRides(db)
    .leftJoin('ride_numbers', 'ride_numbers.ride_id', 'rides.id')
    .leftJoin('ride_packs', 'ride_packs.ride_id', 'rides.id')
    .leftJoin('ride_matches', (join) =>
      join.onRef('ride_matches.ride_id', '=', 'rides.id').on('ride_matches.tried', '=', 0),
    )
    .leftJoin('days', 'days.id', 'ride_matches.day_id')
    .leftJoin('ride_readings', (join) =>
      join
        .onRef('ride_readings.ride_id', '=', 'rides.id')
        .on('ride_readings.algorithm', '=', READING_ALGORITHM),
    )
    .select(['ride_readings.verdict', 'ride_readings.says'])
    .select([
      ...(['rides.id', 'rides.date', 'rides.kind', 'rides.minutes', 'rides.rpe'] as const),
      'rides.power_source',
      ...(['ride_numbers.moving_s', 'ride_numbers.surge_w', 'ride_numbers.missing_share'] as const),
      ...(['ride_packs.means', 'ride_packs.stretches', 'ride_packs.shape'] as const),
      ...(['ride_matches.day_id', 'days.rpe as day_rpe', 'days.minutes as day_minutes'] as const),
    ])
    .where('rides.rider_id', '=', riderId)
    .where('rides.date', '>=', from)
    .where('rides.date', '<=', to)
    .orderBy('rides.date')
    .orderBy('rides.created_at')
    .execute();
}

/** The rides of a rider that count, with their loads by the FTP of their day, and whether they were hard. */
export async function riddenWithin(
  db: Db,
  rider: Rider,
  from: string,
  to: string,
): Promise<RiddenRide[]> {
  const rows = await ridesWithin(db, rider.id, from, to);
  return rows.map((row) => ({
    ...{ rideId: row.id, date: row.date, kind: kindOf(row.kind), dayId: row.day_id },
    ridden: riddenOf(row, rider),
    shape: unpackHistogram(row.shape),
  }));
}

function kindOf(kind: Row['kind']): SeasonWork['kind'] {
  return kind === 'session' || kind === 'endurance' || kind === 'free' ? 'ride' : kind;
}

function riddenOf(row: Row, rider: Rider): RiddenRide['ridden'] {
  const { ftpW } = numbersOnDay(rider, row.date);
  const rpe = row.rpe ?? row.day_rpe;
  const minutes = row.moving_s === null ? (row.minutes ?? row.day_minutes ?? 0) : row.moving_s / 60;
  const means = unpackHistogram(row.means);
  return {
    ...{ minutes, rpe, load: loadOf(row, { ftpW, rpe, minutes }) },
    hard: row.kind === 'race' || row.kind === 'test' || isHardRide(hardness(row, rider)).hard,
    ...timeIn(means, rider, row.date),
    source: row.surge_w === null ? null : row.power_source,
    atLeast: (row.missing_share ?? 0) > MISSING,
    ...{ verdict: row.verdict, says: row.says },
  };
}

function hardness(row: Row, rider: Rider): Parameters<typeof isHardRide>[0] {
  return {
    means: unpackHistogram(row.means),
    stretches: unpackHistogram(row.stretches),
    ftpW: numbersOnDay(rider, row.date).ftpW,
    rpe: row.rpe ?? row.day_rpe,
  };
}

/** The rides of a rider within some days that were hard, each in words, the earliest first. */
export async function hardRidesWithin(
  db: Db,
  rider: Rider,
  from: string,
  to: string,
): Promise<{ readonly date: string; readonly says: string }[]> {
  const rows = await ridesWithin(db, rider.id, from, to);
  return rows
    .map((row) => ({ date: row.date, ...isHardRide(hardness(row, rider)) }))
    .filter(({ hard }) => hard);
}

/** By watts and the FTP of the day, else by minutes and effort; without either nothing is known of it. */
function loadOf(
  { moving_s: movingS, surge_w: surgeW }: Pick<Row, 'moving_s' | 'surge_w'>,
  {
    ftpW,
    rpe,
    minutes,
  }: { readonly ftpW: number | null; readonly rpe: number | null; readonly minutes: number },
): number {
  if (movingS !== null && surgeW !== null && ftpW !== null)
    return loadFromPower(movingS, surgeW, ftpW);
  return rpe === null ? 0 : loadFromEffort(minutes, rpe);
}

function timeIn(
  means: readonly number[],
  rider: Rider,
  date: string,
): Pick<Ridden, 'easyMin' | 'middleMin'> {
  const { ftpW, lt1W, lt2W } = riderFigures(rider, date, null);
  const limits = thresholdsOf(ftpW, lt1W, lt2W);
  if (means.length === 0 || limits === null) return { easyMin: null, middleMin: null };
  const sum = (from: number, to: number): number =>
    means.slice(from, to).reduce((seconds, each) => seconds + each, 0) / 60;
  const [lower, upper] = [Math.floor(limits.lowerW), Math.floor(limits.upperW)];
  return { easyMin: sum(0, lower + 1), middleMin: sum(lower + 1, upper + 1) };
}

/** Loads before a day, without what is only wanted to draw a ride or to judge it. */
export async function loadsBefore(
  db: Db,
  rider: Rider,
  from: string,
  before: string,
): Promise<LoadOn[]> {
  const rows = await countingRides(db)
    .leftJoin('ride_numbers', 'ride_numbers.ride_id', 'rides.id')
    .select(['rides.date', 'rides.minutes', 'rides.rpe'])
    .select(['ride_numbers.moving_s', 'ride_numbers.surge_w'])
    .where('rides.rider_id', '=', rider.id)
    .where('rides.date', '>=', from)
    .where('rides.date', '<', before)
    .orderBy('rides.date')
    .execute();
  return rows.map((row) => {
    const minutes = row.moving_s === null ? (row.minutes ?? 0) : row.moving_s / 60;
    const { ftpW } = numbersOnDay(rider, row.date);
    return { date: row.date, load: loadOf(row, { ftpW, rpe: row.rpe, minutes }) };
  });
}
