import { loadOfDay, loadOfWork, minutesOfWork } from './dayLoad.ts';
import { isRiding, type SeasonDay, type Work } from './week.ts';

export type DayWord = 'hard' | 'rest' | 'long' | 'easy' | 'steady';

const REST_POINTS = 20;
const EASY_MIN = 60;
const LONG_MIN = 150;
/** Long is also this many times the median ride of such days, where there are enough of them. */
const LONG = { days: 56, factor: 1.5, rides: 4 } as const;
/** Other work from so long and so hard on loads the legs. */
const LEGS = { minutes: 45, rpe: 7 } as const;

/**
 * Whether work loads the legs so that its day is hard: running or strength of at least 45 min at RPE 7.
 *
 * @param work what stands on a day
 * @returns false for riding, swimming and what is easy
 * Source: handbook sections 8.4 and 8.11.
 */
export function loadsLegs(work: Work): boolean {
  if (work.kind !== 'run' && work.kind !== 'strength') return false;
  const rpe = work.rpe ?? work.ridden?.rpe ?? work.planned?.rpe ?? 0;
  return minutesOfWork(work) >= LEGS.minutes && rpe >= LEGS.rpe;
}

/**
 * Whether a piece of work makes its day hard: as it was ridden, else as it is planned.
 *
 * @param work what stands on a day
 * @returns true for tests, races and group rides; for sessions as 8.4 has it
 * Source: handbook section 8.4.
 */
export function isHard(work: Work): boolean {
  if (work.state === 'missed' && !work.ridden) return false;
  if (work.ridden) return work.ridden.hard;
  if (work.kind === 'test' || work.kind === 'race' || work.kind === 'group') return true;
  return isRiding(work) ? (work.planned?.hard ?? false) : loadsLegs(work);
}

/**
 * Whether something on the day is ceiling work: a session of the ceiling or above, still to be ridden or ridden.
 *
 * @param work what stands on a day
 * @returns true where it is
 * Source: handbook sections 7 and 8.6.
 */
export function isCeiling({ kind, planned, state }: Work): boolean {
  return (
    kind === 'session' &&
    state !== 'missed' &&
    (planned?.system === 'ceiling' || planned?.system === 'anaerobic')
  );
}

/** What the word of a day hangs on. */
export interface Around {
  readonly today: string;
  /** The rider's base on the evening before, points. */
  readonly base: number;
  /** From this many minutes on a ride is long: see `longFrom`. */
  readonly longMin: number;
}

/**
 * The one word of a day: hard; else rest (at most 20 points); else long; else easy (at most 60 min, or at most the base
 * in points, whichever allows more); else steady.
 *
 * @param day the day
 * @param around today, base of the evening before, from when on a ride is long
 * @returns the word
 * Source: handbook section 8.4.
 */
export function dayWord(day: SeasonDay, { today, base, longMin }: Around): DayWord {
  const past = day.date < today;
  if (day.works.length === 0) return 'rest';
  const counting = day.works.filter(
    (work) => work.ridden !== null || loadOfWork(work, past).load > 0,
  );
  if (counting.some(isHard)) return 'hard';
  const { load } = loadOfDay(day, today);
  if (load <= REST_POINTS) return 'rest';
  const longest = Math.max(0, ...counting.filter(isRiding).map(minutesOfWork));
  if (longest > longMin) return 'long';
  const minutes = counting.reduce((sum, work) => sum + minutesOfWork(work), 0);
  return minutes <= EASY_MIN || load <= base ? 'easy' : 'steady';
}

/**
 * From how many minutes on a ride of a day is long: 2 h 30, or 1.5 × the median ride of the last 56 days where that is
 * less, weekdays and weekends apart.
 *
 * @param days whole weeks in order, Monday first
 * @param at place of the day that is asked about
 * @returns min
 * Source: handbook section 8.4.
 */
export function longFrom(days: readonly SeasonDay[], at: number): number {
  const weekend = at % 7 > 4;
  const rides: number[] = [];
  for (let index = Math.max(0, at - LONG.days); index < at; index += 1) {
    if (index % 7 > 4 !== weekend) continue;
    for (const work of (days[index] as SeasonDay).works)
      if (work.ridden && isRiding(work)) rides.push(work.ridden.minutes);
  }
  if (rides.length < LONG.rides) return LONG_MIN;
  return Math.min(LONG_MIN, LONG.factor * median(rides));
}

function median(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const middle = sorted.length / 2;
  return sorted.length % 2 === 1
    ? (sorted[Math.floor(middle)] as number)
    : ((sorted[middle - 1] as number) + (sorted[middle] as number)) / 2;
}
