/** Efforts that are looked at, s. */
export const LEGS_S = [60, 300, 1200] as const;
/** Work ridden that day before they were begun, kJ per kg; a step reaches up to the next. */
export const LEGS_FROM = [0, 10, 20, 30] as const;

type PerStep<T> = [T, T, T, T];

/** Best means of a ride, W: for 1:00, 5:00 and 20:00, by the step at which they were begun; null where none was. */
export type RideLegs = [PerStep<number | null>, PerStep<number | null>, PerStep<number | null>];

const DAYS = 90;
const LEAST = 2;
/** Efforts under this share of the fresh best were not meant. */
const MEANT = 0.9;
const FADES = 0.95;
const LATE = 20;

/**
 * The best 1:00, 5:00 and 20:00 of a ride, by the work done before.
 *
 * @param watts 1 Hz by the clock, gaps as 0
 * @param massKg body mass on the day, kg, over 0
 * @param earlierKj ridden earlier that day, kJ
 * @returns watts for each length and step
 * Source: handbook section 9.5.
 */
export function legsOf(watts: ArrayLike<number>, massKg: number, earlierKj = 0): RideLegs {
  const done = new Float64Array(watts.length + 1);
  done[0] = earlierKj * 1000;
  for (let second = 0; second < watts.length; second += 1)
    done[second + 1] = (done[second] as number) + (watts[second] as number);
  const of = (seconds: number): PerStep<number | null> => {
    const best: [number | null, number | null, number | null, number | null] = [
      ...([null, null] as const),
      ...([null, null] as const),
    ];
    for (let start = 0; start + seconds <= watts.length; start += 1) {
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

/** What is left at a step: its best, in % of the fresh best, of so many efforts. */
export interface LegsStep {
  readonly fromKjPerKg: number;
  readonly watts: number;
  readonly percent: number;
  readonly efforts: number;
}

/** What a rider keeps of a length as a day goes on. */
export interface TiredLegs {
  readonly seconds: number;
  /** Null at a step with fewer than two efforts. */
  readonly steps: readonly (LegsStep | null)[];
  /** Under 95 % after 20 kJ/kg. */
  readonly fadesLate: boolean;
}

/**
 * What a rider keeps when it counts: the best 1:00, 5:00 and 20:00 of the last 90 days by the work done before them.
 *
 * @param rides their ages in days and their bests
 * @returns for each length its steps; where no ride was that long, or fewer than two efforts were meant, none
 * Source: handbook section 9.5.
 */
export function tiredLegs(
  rides: readonly { readonly daysAgo: number; readonly legs: RideLegs }[],
): TiredLegs[] {
  const used = rides.filter(({ daysAgo }) => daysAgo <= DAYS);
  return LEGS_S.map((seconds, length) => {
    const at = (step: number): number[] => used.flatMap(({ legs }) => legs[length]?.[step] ?? []);
    const fresh = Math.max(0, ...at(0));
    const steps = LEGS_FROM.map((fromKjPerKg, step): LegsStep | null => {
      const meant = at(step).filter((watts) => watts >= MEANT * fresh);
      if (fresh === 0 || meant.length < LEAST) return null;
      const watts = Math.max(...meant);
      return { fromKjPerKg, watts, percent: (100 * watts) / fresh, efforts: meant.length };
    });
    const late = steps.filter((step) => step !== null && step.fromKjPerKg >= LATE);
    return {
      ...{ seconds, steps },
      fadesLate: steps[0] !== null && late.some((step) => (step?.percent ?? 100) < FADES * 100),
    };
  });
}
