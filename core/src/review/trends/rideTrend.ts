import { z } from 'zod';
import {
  bestWindows,
  isBeat,
  loadFromPower,
  surgeWeightedPower,
  workedEffortLoad,
} from '../../power/index.ts';
import type { CurveBefore } from '../overCurve.ts';
import type { Reading } from '../reading.ts';
import type { ReadableRide } from '../rows/readable.ts';
import { type Drift, driftOf } from '../verdicts/whole.ts';
import { heartPieces } from './pieces.ts';
import { findRoad, metresAlong, type Road, type Track } from './places.ts';
import { meantLegs } from './meantLegs.ts';
import { legsOf } from './tiredLegs.ts';

/** Durations whose bests are kept of every ride, s. */
export const TREND_BESTS_S = [5, 15, 30, 60, 180, 300, 480, 600, 1200, 1800, 3600] as const;

const figure = z.number();
const some = figure.nullable();
const step = z.tuple([some, some, some, some]);

/** What is kept of a ride so that no trend reads a stream. */
export const rideTrendSchema = z.object({
  /** Watts, bpm and rpm of the last minutes of its steady stretches. */
  pieces: z.array(z.tuple([figure, figure, some])),
  /** Its heart drift, with mean watts and bpm of both halves; null beside "not steady". */
  drift: z
    .object({
      ...{ says: z.string(), percent: some, seconds: some },
      halves: z.tuple([figure, figure, figure, figure]).nullable(),
    })
    .nullable(),
  /** Its Endurance stretches of 20:00 and more. */
  beat: z.object({ minutes: figure, meanW: figure, meanBpm: figure }).nullable(),
  /** Best 1:00, 5:00 and 20:00 by the work done before; null without watts or mass. */
  legs: z.tuple([step, step, step]).nullable(),
  /** The same inside reps that were meant to be all there was; null without any. */
  meant: z.tuple([step, step, step]).nullable(),
  /** At `TREND_BESTS_S`; null beyond its length. */
  bests: z.array(some),
  /** Seconds below 75 % of FTP, to 100 % and above; null without watts or FTP. */
  domains: z.tuple([figure, figure, figure]).nullable(),
  smooth: some,
  load: some,
  /** FTP of its date, W, and the RPE that was expected. */
  ftpW: some,
  expectedRpe: some,
  /** Mean of the first minute, bpm. */
  startBpm: some,
  celsius: some,
  /** Times that named roads were ridden. */
  roads: z.array(
    z.object({ roadId: z.string(), startS: figure, seconds: figure, meanW: some, meanBpm: some }),
  ),
  /** Hills that were ridden to the top in a session, by the name they have in it. */
  hills: z.array(
    z.object({
      ...{ name: z.string(), metres: figure, startS: figure },
      ...{ seconds: figure, meanW: some, meanBpm: some },
    }),
  ),
  /** Length in m, and whether places were recorded. */
  metres: some,
  placed: z.boolean(),
  set: z
    .object({
      reps: figure,
      riddenS: figure,
      /** W or bpm, by what it is judged. */
      mean: some,
      meanW: some,
      meanBpm: some,
    })
    .nullable(),
});
export type RideTrend = z.infer<typeof rideTrendSchema>;

/** What a ride's trend hangs on beside its streams. */
export interface TrendAround {
  readonly massKg: number | null;
  readonly ftpW: number | null;
  /** The rider's curve of before the ride; null where it is not known. */
  readonly before: CurveBefore | null;
  /** Ridden earlier that day, kJ. */
  readonly earlierKj: number;
  /** Recorded temperature, °C, 1 Hz; null where none was. */
  readonly celsius: readonly (number | null)[] | null;
  /** RPE and minutes, for the load of a ride without watts. */
  readonly rpe: number | null;
  readonly minutes: number | null;
  /** Where it was ridden, and the roads that are looked for. */
  readonly track: Track | null;
  /** Speed, m/s at 1 Hz; null where none was recorded. */
  readonly speed: readonly (number | null)[] | null;
  readonly roads: readonly (Road & { readonly id: string })[];
}

const ENDURANCE_S = 1200;
/** A rep so much shorter than was reckoned did not end at the top, share. */
const TO_THE_TOP = 0.8;
const WINDOW_S = 30;
/** Limits of the three domains without a lactate test, % of FTP. Source: handbook section 6. */
const [BELOW_LT1, BELOW_LT2] = [75, 100];
const RECOVERY_SHARE = 0.55;

/**
 * What is kept of a ride for the trends.
 *
 * @param reading the ride as it was read
 * @param around mass and FTP of its date, what was ridden before it that day, temperature, RPE
 * @returns figures alone, rounded so that nothing that is shown changes by it
 * Source: handbook sections 9.4 to 9.6.
 */
export function rideTrend(
  { ride, set, planned, expectedRpe }: Pick<Reading, 'ride' | 'set' | 'planned' | 'expectedRpe'>,
  around: TrendAround,
): RideTrend {
  const { ftpW, massKg } = around;
  const power = ride.watts !== null;
  const surge = power ? surgeWeightedPower(ride.moving) : null;
  const mean = meanIf(Array.from(ride.moving));
  return {
    pieces: heartPieces(ride).map(({ watts, bpm, rpm }) => [
      ...([tenth(watts), tenth(bpm), rpm === null ? null : tenth(rpm)] as const),
    ]),
    drift: driftKept(driftOf(ride, 0, ride.seconds)),
    beat: ftpW === null ? null : enduranceOf(ride, ftpW),
    legs: power && massKg !== null ? legsOf(ride.clock, massKg, around.earlierKj) : null,
    meant: meantLegs({ ride, set, planned }, around),
    bests: power ? bestsOf(ride.clock) : [],
    domains: power && ftpW !== null ? domainsOf(ride.moving, ftpW) : null,
    smooth: power && surge !== null && mean ? surge / mean : null,
    ...{ load: loadOf(ride, surge, around), ftpW, expectedRpe },
    startBpm: meanIf((ride.bpm ?? []).slice(0, 60).filter(isBeat)),
    celsius: meanIf((around.celsius ?? []).filter((each) => each !== null)),
    roads: roadsOf(ride, around),
    hills: hillsOf(set, planned),
    ...{ metres: metresOf(around), placed: around.track !== null },
    set: set && {
      ...{ reps: set.own.length, riddenS: set.riddenS, mean: set.mean },
      meanW: weighted(set.own, ({ meanW }) => meanW),
      meanBpm: weighted(set.own, ({ meanBpm }) => meanBpm),
    },
  };
}

/**
 * What is kept of a ride that nobody recorded: what it cost by how hard it felt.
 *
 * @param minutes its length; null where nobody said
 * @param rpe how hard it felt, 1–10; null where nobody said
 * @returns the load, and nothing else
 * Source: handbook section 5 (Load).
 */
export function trendByEffort(minutes: number | null, rpe: number | null): RideTrend {
  return {
    ...{ pieces: [], drift: null, beat: null, legs: null, meant: null, bests: [] },
    ...{ domains: null, smooth: null },
    load: minutes === null || rpe === null ? null : workedEffortLoad(minutes, rpe).value,
    ...{ ftpW: null, expectedRpe: null, startBpm: null, celsius: null, roads: [], hills: [] },
    ...{ metres: null, placed: false, set: null },
  };
}

function tenth(value: number): number {
  return Math.round(value * 10) / 10;
}

function meanIf(values: readonly number[]): number | null {
  return values.length === 0 ? null : values.reduce((sum, each) => sum + each, 0) / values.length;
}

function driftKept(drift: Drift | null): RideTrend['drift'] {
  if (!drift) return null;
  if (drift.says === 'not steady')
    return { says: drift.says, percent: null, seconds: null, halves: null };
  const { says, driftPercent, seconds, firstW, firstBpm, secondW, secondBpm } = drift;
  return { says, percent: driftPercent, seconds, halves: [firstW, firstBpm, secondW, secondBpm] };
}

function loadOf(
  { moving, watts, seconds, stopped }: ReadableRide,
  surge: number | null,
  around: TrendAround,
) {
  if (watts && surge !== null && around.ftpW !== null)
    return loadFromPower(moving.length, surge, around.ftpW);
  const ridden = seconds - stopped.reduce((sum, each) => sum + each, 0);
  return trendByEffort(seconds > 0 ? ridden / 60 : around.minutes, around.rpe).load;
}

function bestsOf(clock: Float64Array): (number | null)[] {
  const lengths = TREND_BESTS_S.filter((seconds) => seconds <= clock.length);
  const found = bestWindows(clock, lengths);
  return TREND_BESTS_S.map(
    (length) => found.find(({ seconds }) => seconds === length)?.meanW ?? null,
  );
}

function domainsOf(moving: ArrayLike<number>, ftpW: number): [number, number, number] {
  const counts: [number, number, number] = [0, 0, 0];
  for (let second = 0; second < moving.length; second += 1) {
    const percent = (100 * Math.round(moving[second] as number)) / ftpW;
    const above = percent <= BELOW_LT2 ? 1 : 2;
    counts[percent <= BELOW_LT1 ? 0 : above] += 1;
  }
  return counts;
}

/** Stretches of 20:00 and more whose 30-s mean never rises over Endurance, and which are more than recovery. */
function enduranceOf({ watts, bpm, stopped }: ReadableRide, ftpW: number): RideTrend['beat'] {
  if (!watts || !bpm) return null;
  const kept: number[] = [];
  let run: number[] = [];
  let sum = 0;
  const close = (): void => {
    const mean = meanIf(run.map((second) => watts[second] ?? 0)) ?? 0;
    if (run.length >= ENDURANCE_S && mean > RECOVERY_SHARE * ftpW) kept.push(...run);
    run = [];
  };
  const last: number[] = [];
  for (const [second, value] of watts.entries()) {
    if (value === null || stopped[second] === 1) continue;
    last.push(value);
    sum += value - (last.length > WINDOW_S ? (last[last.length - 1 - WINDOW_S] ?? 0) : 0);
    if (sum / Math.min(WINDOW_S, last.length) > (BELOW_LT1 / 100) * ftpW) close();
    else run.push(second);
  }
  close();
  const beats = kept.map((second) => bpm[second]).filter((beat) => beat != null && beat >= 30);
  const meanBpm = meanIf(beats as number[]);
  const meanW = meanIf(kept.map((second) => watts[second] ?? 0));
  if (meanBpm === null || meanW === null || beats.length < 0.9 * kept.length) return null;
  return { minutes: kept.length / 60, meanW, meanBpm };
}

function roadsOf({ watts, bpm }: ReadableRide, { track, roads }: TrendAround): RideTrend['roads'] {
  if (!track) return [];
  const mean = (values: readonly (number | null)[] | null, from: number, to: number) =>
    meanIf((values ?? []).slice(from, to).filter((each) => each !== null));
  return roads.flatMap((road) =>
    findRoad(track, road).map(({ startS, endS }) => ({
      ...{ roadId: road.id, startS, seconds: endS - startS },
      ...{ meanW: mean(watts, startS, endS), meanBpm: mean(bpm, startS, endS) },
    })),
  );
}

/** A rep to the top of a hill is that hill, ridden once. */
function hillsOf(set: Reading['set'], planned: Reading['planned']): RideTrend['hills'] {
  return (set?.own ?? []).flatMap(({ rep, startS, seconds, askedS, meanW, meanBpm }) => {
    const steps = rep === null ? [] : (planned[rep - 1]?.steps ?? []);
    const until = steps.length === 1 ? steps[0]?.until : undefined;
    if (until?.kind !== 'hill' || seconds < TO_THE_TOP * askedS) return [];
    const { name, metres } = until;
    return [{ name, metres, startS, seconds, meanW, meanBpm }];
  });
}

/** By speed where it was recorded, else along the track. */
function metresOf({ speed, track }: TrendAround): number | null {
  const known = (speed ?? []).filter((each) => each !== null);
  if (known.length > 0) return Math.round(known.reduce((sum, each) => sum + each, 0));
  return track && Math.round(metresAlong(track).at(-1) ?? 0);
}

function weighted<R extends { readonly seconds: number }>(
  rows: readonly R[],
  of: (row: R) => number | null,
): number | null {
  const known = rows.filter((row) => of(row) !== null);
  const seconds = known.reduce((sum, row) => sum + row.seconds, 0);
  if (seconds === 0) return null;
  return known.reduce((sum, row) => sum + (of(row) ?? 0) * row.seconds, 0) / seconds;
}
