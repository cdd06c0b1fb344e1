import type { Span } from '../reps/numbered.ts';
import { deviationOf } from './statistics.ts';

/** Efforts that are looked at, s. */
export const LEGS_S = [60, 300, 1200] as const;
/** Work ridden that day before they were begun, kJ per kg; a step reaches up to the next. */
export const LEGS_FROM = [0, 10, 20, 30] as const;

type PerStep<T> = [T, T, T, T];

/** Best means of a ride, W: for 1:00, 5:00 and 20:00, by the step at which they were begun; null where none was. */
export type RideLegs = [PerStep<number | null>, PerStep<number | null>, PerStep<number | null>];

const DAYS = 90;
const YEAR_DAYS = 365;
const LEAST = 2;
/** From these shares of the year's best on an effort was meant: of any ride; of a race, where 20:00 are paced. */
const MEANT = 0.95;
const RACED = { short: 0.8, long: 0.9, longFrom: 1200 } as const;
const FADES = 95;
const LATE = 20;
/** Means of a few efforts tell no less than this, % of the year's best. */
const LEAST_NOISE = 3;
const Z = 1.96;

/**
 * The best 1:00, 5:00 and 20:00 of a ride, by the work done before.
 *
 * @param watts 1 Hz by the clock, gaps as 0
 * @param massKg body mass on the day, kg, over 0
 * @param earlierKj ridden earlier that day, kJ
 * @param within stretches that an effort has to lie in; left out: the whole ride
 * @returns watts for each length and step
 * Source: handbook section 9.5.
 */
export function legsOf(
  watts: ArrayLike<number>,
  massKg: number,
  earlierKj = 0,
  within: readonly Span[] = [{ startS: 0, endS: watts.length }],
): RideLegs {
  const done = new Float64Array(watts.length + 1);
  done[0] = earlierKj * 1000;
  for (let second = 0; second < watts.length; second += 1)
    done[second + 1] = (done[second] as number) + (watts[second] as number);
  const of = (seconds: number): PerStep<number | null> => {
    const best: [number | null, number | null, number | null, number | null] = [
      ...([null, null] as const),
      ...([null, null] as const),
    ];
    for (const { startS, endS } of within)
      for (let start = startS; start + seconds <= Math.min(endS, watts.length); start += 1) {
        const begun = done[start] as number;
        const mean = ((done[start + seconds] as number) - begun) / seconds;
        const step = stepOf(begun / 1000 / massKg);
        if (mean > 0 && mean > (best[step] ?? 0)) best[step] = mean;
      }
    return best;
  };
  return [of(LEGS_S[0]), of(LEGS_S[1]), of(LEGS_S[2])];
}

/** The limit belongs to the step above it; watts are added up, so a hair under it is it. */
function stepOf(kjPerKg: number): 0 | 1 | 2 | 3 {
  const at = kjPerKg + 1e-9;
  if (at < LEGS_FROM[1]) return 0;
  if (at < LEGS_FROM[2]) return 1;
  return at < LEGS_FROM[3] ? 2 : 3;
}

/** What is left at a step: its best, in % of the year's best, of so many efforts. */
export interface LegsStep {
  readonly fromKjPerKg: number;
  readonly watts: number;
  readonly percent: number;
  readonly efforts: number;
  /** 1.96 standard errors of its efforts, at least 3, % of the year's best. */
  readonly noisePercent: number;
}

/** What a rider keeps of a length as a day goes on. */
export interface TiredLegs {
  readonly seconds: number;
  /** Best of the year at this length, whenever in a ride it was begun, W; 0 without any. */
  readonly bestOfYear: number;
  /** Null at a step with fewer than two efforts that were meant. */
  readonly steps: readonly (LegsStep | null)[];
  /** Under 95 % after 20 kJ/kg, and by more than the noise under 100 %. */
  readonly fadesLate: boolean;
}

/** A ride as tired legs look at it. */
export interface RiddenLegs {
  readonly daysAgo: number;
  readonly legs: RideLegs;
  /** In a race every best of a length and step was meant, from some share of the year's best on. */
  readonly race: boolean;
  /** The same of reps, tests and marks that were meant, however weak they were; null without any. */
  readonly meant?: RideLegs | null;
}

/**
 * What a rider keeps when it counts: the best 1:00, 5:00 and 20:00 of the last 90 days by the work done before them,
 * beside the best of the year; only efforts that were meant, one a ride, length and step.
 *
 * @param rides their ages in days, kinds and bests
 * @returns for each length its steps; where fewer than two efforts were meant, none
 * Source: handbook section 9.5.
 */
export function tiredLegs(rides: readonly RiddenLegs[]): TiredLegs[] {
  const year = rides.filter(({ daysAgo }) => daysAgo <= YEAR_DAYS);
  const used = rides.filter(({ daysAgo }) => daysAgo <= DAYS);
  return LEGS_S.map((seconds, length) => {
    const bestOfYear = Math.max(0, ...year.flatMap(({ legs }) => legs[length]?.map(orNone) ?? []));
    const steps = LEGS_FROM.map((fromKjPerKg, step): LegsStep | null => {
      const efforts = used.flatMap((ride) => effortAt(ride, { length, step, bestOfYear }) ?? []);
      if (efforts.length < LEAST) return null;
      const percent = Math.max(...efforts);
      const error = (Z * deviationOf(efforts)) / Math.sqrt(efforts.length);
      return {
        ...{ fromKjPerKg, percent, watts: (percent * bestOfYear) / 100 },
        ...{ efforts: efforts.length, noisePercent: Math.max(LEAST_NOISE, error) },
      };
    });
    const fades = steps.some(
      (step) =>
        step !== null &&
        step.fromKjPerKg >= LATE &&
        step.percent < FADES &&
        100 - step.percent > step.noisePercent,
    );
    return { seconds, bestOfYear, steps, fadesLate: fades };
  });
}

/** A length and step of the tired legs, and the year's best at that length. */
interface At extends Pick<TiredLegs, 'bestOfYear'> {
  readonly length: number;
  readonly step: number;
}

/** What a ride left there, % of the year's best; null where no effort was meant. */
function effortAt(
  { legs, race, meant }: Omit<RiddenLegs, 'daysAgo'>,
  { length, step, bestOfYear }: At,
): number | null {
  const raced = (LEGS_S[length] ?? 0) >= RACED.longFrom ? RACED.long : RACED.short;
  const best = orNone(legs[length]?.[step] ?? null);
  const counts = best > 0 && best >= (race ? raced : MEANT) * bestOfYear;
  const watts = counts ? best : orNone(meant?.[length]?.[step] ?? null);
  return watts > 0 ? (100 * watts) / bestOfYear : null;
}

/** An effort that was begun late in one ride. */
export interface LateEffort {
  readonly seconds: number;
  readonly fromKjPerKg: number;
  readonly watts: number;
  /** Of the year's best at that length. */
  readonly percent: number;
}

/**
 * The efforts of one ride that were meant and begun after 20 kJ/kg, as tired legs count them.
 *
 * @param ride its bests, whether it was a race, its reps that were meant
 * @param legs the tired legs of the rider up to that ride
 * @returns the efforts, the shortest first
 * Source: handbook section 9.5.
 */
export function lateEffortsOf(
  ride: Omit<RiddenLegs, 'daysAgo'>,
  legs: readonly TiredLegs[],
): LateEffort[] {
  return legs.flatMap(({ seconds, bestOfYear }, length) =>
    LEGS_FROM.flatMap((fromKjPerKg, step) => {
      const percent = fromKjPerKg < LATE ? null : effortAt(ride, { length, step, bestOfYear });
      if (percent === null) return [];
      return [{ seconds, fromKjPerKg, percent, watts: (percent * bestOfYear) / 100 }];
    }),
  );
}

/**
 * Whether two efforts were meant late in a ride, at any length.
 *
 * @param legs each length by the work done before
 */
export function askedLate(legs: readonly TiredLegs[]): boolean {
  return legs.some(({ steps }) => steps.some((step) => step !== null && step.fromKjPerKg >= LATE));
}

function orNone(watts: number | null): number {
  return watts ?? 0;
}
