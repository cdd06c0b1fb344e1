import { meanOf } from '../../power/index.ts';
import { massIn, type MassUnit, roundTo } from '../../units/index.ts';
import { isOtherAir, usualAir } from './air.ts';
import { cadenceRides, cadenceSlopeOn } from './cadenceRides.ts';
import { daysFromTo } from './days.ts';
import { type HeartWord, heartWord } from './heartWord.ts';
import { medianOf } from './statistics.ts';
import type { TrendRide } from './trendsOf.ts';
import {
  isOnLine,
  LEAST_RIDES,
  offBy,
  type RidePiece,
  usualLine,
  type UsualLine,
} from './usualLine.ts';

/** A ride beside the usual line of its day. */
export interface HeartPoint {
  readonly rideId: string;
  readonly date: string;
  readonly offPercent: number;
  readonly noisePercent: number;
  readonly word: HeartWord;
  /** What has to be said beside it: other weather, lost mass, short sleep, a first time, a heart that ran before the start. */
  readonly beside: readonly string[];
  /** What it was reckoned of: mean watts and bpm of the ride's pieces, how many they are, and the line. */
  readonly of: {
    readonly watts: number;
    readonly bpm: number;
    readonly pieces: number;
    readonly line: UsualLine;
  };
}

const LOOKS_BACK_DAYS = 42;
const LIKE_IT_DAYS = 14;
const NERVES = { bpm: 25, rides: 5 } as const;
/** Less sleep than this is worth saying, and so much less mass than the week's median. */
const [SLEPT_H, DRY_KG] = [6, 0.5];

/**
 * How far the heart of each ride lay off the usual line of the 42 days before it.
 *
 * @param rides in the order of their dates; rides at three cadences of the last 180 days correct the line for cadence
 * @param from first day that is asked for, `yyyy-mm-dd`
 * @param massUnit what the coach weighs in
 * @returns the rides that could be laid against a line
 * Source: handbook section 9.4.
 */
export function heartTrend(
  rides: readonly TrendRide[],
  from: string,
  massUnit: MassUnit = 'kg',
): HeartPoint[] {
  const points: HeartPoint[] = [];
  const cadences = cadenceRides(rides);
  const pieces = rides.map(piecesOf);
  const apart = inOtherAir(rides, pieces);
  const usual = pieces.map((own, at) => (apart.has(at) ? [] : own));
  // All in one row, and where each ride's begin in it: what lies before a ride is one cut.
  const row = usual.flat();
  const starts = [0];
  for (const own of usual) starts.push((starts.at(-1) ?? 0) + own.length);
  let first = 0;
  for (const [at, ride] of rides.entries()) {
    while (daysFromTo(rides[first]?.date ?? ride.date, ride.date) > LOOKS_BACK_DAYS) first += 1;
    if (ride.date < from && daysFromTo(ride.date, from) > LIKE_IT_DAYS) continue;
    const before = {
      rides: rides.slice(first, at),
      pieces: row.slice(starts[first], starts[at]),
    };
    const point = pointOf({ ride, own: pieces[at] ?? [] }, before, points, {
      per10: cadenceSlopeOn(cadences, ride.date),
      massUnit,
    });
    if (point) points.push(point);
  }
  return points.filter(({ date }) => date >= from);
}

/**
 * Rides in another air than those of the 42 days before them: a heart in the heat says nothing of the cooler weeks
 * after it. Where all of six weeks was hot, that is the usual air.
 */
function inOtherAir(
  rides: readonly TrendRide[],
  pieces: readonly (readonly RidePiece[])[],
): ReadonlySet<number> {
  const apart = new Set<number>();
  let first = 0;
  for (const [at, { date, trend }] of rides.entries()) {
    while (daysFromTo(rides[first]?.date ?? date, date) > LOOKS_BACK_DAYS) first += 1;
    if (trend.celsius === null) continue;
    const before: (number | null)[] = [];
    for (let other = first; other < at; other += 1)
      if (!apart.has(other) && (pieces[other]?.length ?? 0) > 0)
        before.push(rides[other]?.trend.celsius ?? null);
    if (before.length >= LEAST_RIDES && isOtherAir(trend.celsius, usualAir(before))) apart.add(at);
  }
  return apart;
}

/** The rides of the 42 days before one, and their pieces. */
interface Before {
  readonly rides: readonly TrendRide[];
  readonly pieces: readonly RidePiece[];
}

function pointOf(
  { ride, own: all }: { readonly ride: TrendRide; readonly own: readonly RidePiece[] },
  before: Before,
  earlier: readonly HeartPoint[],
  { per10, massUnit }: { readonly per10: number | null; readonly massUnit: MassUnit },
): HeartPoint | null {
  const { ftpW, expectedRpe } = ride.trend;
  if (ftpW === null) return null;
  const own = all.filter((piece) => isOnLine(piece, ftpW));
  if (own.length === 0) return null;
  const { source, position } = ride;
  const line = usualLine(before.pieces, { ftpW, source, position, per10 });
  if (!line.ok) return null;
  const offPercent = offBy(line.value, own);
  const { noisePercent } = line.value;
  const anotherLikeIt = hasLikeIt(ride.date, earlier);
  const word = heartWord({ offPercent, noisePercent, rpe: ride.rpe, expectedRpe, anotherLikeIt });
  return {
    ...{ rideId: ride.rideId, date: ride.date, offPercent, noisePercent, word },
    beside: [
      ...besideOf(ride, before.rides, line.value.celsius),
      // Only a high heart makes the log worth asking.
      ...(word === 'hot, dry, ill or nervous' ? logOf(ride, massUnit) : []),
    ],
    of: {
      ...{ watts: meanOf(own.map(({ watts }) => watts)), bpm: meanOf(own.map(({ bpm }) => bpm)) },
      ...{ pieces: own.length, line: line.value },
    },
  };
}

/** Whether one of the last 14 days lay as far under its line; the latest are looked at first. */
function hasLikeIt(date: string, earlier: readonly HeartPoint[]): boolean {
  for (let at = earlier.length - 1; at >= 0; at -= 1) {
    const each = earlier[at] as HeartPoint;
    if (daysFromTo(each.date, date) > LIKE_IT_DAYS) return false;
    if (each.offPercent <= -2 * each.noisePercent) return true;
  }
  return false;
}

/** What the log says of a high heart: which of hot, dry, ill or nervous it may be. */
function logOf({ sleepH, massOffKg }: TrendRide, massUnit: MassUnit): string[] {
  const [lostKg, slept] = [-(massOffKg ?? 0), sleepH ?? SLEPT_H];
  return [
    ...(lostKg >= DRY_KG
      ? [`${roundTo(massIn(lostKg, massUnit), 1)} ${massUnit} under the week's median`]
      : []),
    ...(slept < SLEPT_H ? [`slept ${slept} h`] : []),
  ];
}

function besideOf(
  { trend, kind }: TrendRide,
  before: readonly TrendRide[],
  usual: number | null,
): string[] {
  const { celsius, startBpm } = trend;
  const ran = startBpm !== null && ranBefore(startBpm - NERVES.bpm, before);
  const first = kind === 'test' && !before.some((each) => each.kind === 'test');
  return [
    ...(celsius !== null && usual !== null && isOtherAir(celsius, usual)
      ? [`${Math.round(celsius)} °C, usually ${Math.round(usual)}`]
      : []),
    ...(ran || first ? ['first time'] : []),
  ];
}

/** Whether the usual start lies under some bpm. */
function ranBefore(bpm: number, before: readonly TrendRide[]): boolean {
  const starts = before.flatMap((each) => each.trend.startBpm ?? []);
  if (starts.length < NERVES.rides) return false;
  // A median under it has half of them under it; counting them is quicker than putting them in order.
  const under = starts.filter((start) => start < bpm).length;
  return under >= starts.length / 2 && medianOf(starts) < bpm;
}

/** All of them lie within the days that are looked back on: their age is not asked again. */
function piecesOf({ rideId, source, position, trend }: TrendRide): RidePiece[] {
  return trend.pieces.map(([watts, bpm, rpm]) => ({
    ride: rideId,
    daysAgo: 0,
    source,
    position,
    watts,
    bpm,
    rpm,
    celsius: trend.celsius,
  }));
}
