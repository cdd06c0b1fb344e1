import { loadFromEffort } from '../power/index.ts';
import { isRiding, type SeasonDay, type Work } from './week.ts';

/** What a piece of work adds to its day, and how that is known. */
export interface WorkLoad {
  readonly load: number;
  readonly from: 'ride' | 'effort' | 'asPlanned' | 'plan' | 'missed' | 'unmarked';
}

/**
 * The load of one piece of work. A ride replaces what was planned; a day marked done without one counts minutes × RPE,
 * without RPE as planned; shortened without one the planned load × minutes ridden ÷ minutes planned; missed, or past
 * and unmarked, nothing.
 *
 * @param work what stands on the day
 * @param past whether the day lies before today
 * @returns points, and where they are from
 * Source: handbook section 8.1.
 */
export function loadOfWork(work: Work, past: boolean): WorkLoad {
  const { ridden, planned, state, minutes, rpe } = work;
  if (ridden) return { load: ridden.load, from: 'ride' };
  if (planned === null || state === 'missed') return { load: 0, from: 'missed' };
  if (state === 'planned')
    return past ? { load: 0, from: 'unmarked' } : { load: planned.load, from: 'plan' };
  if (state === 'shortened' && minutes !== null && planned.minutes > 0)
    return { load: (planned.load * minutes) / planned.minutes, from: 'asPlanned' };
  if (rpe !== null)
    return { load: loadFromEffort(minutes ?? planned.minutes, rpe), from: 'effort' };
  return { load: planned.load, from: 'asPlanned' };
}

/** A day's load in one number, and apart. */
export interface DayLoad {
  readonly load: number;
  readonly riding: number;
  readonly other: number;
  /** Over a tenth of a recording of the day is missing. */
  readonly atLeast: boolean;
  /** Past works that nobody marked. */
  readonly unmarked: number;
}

/**
 * The load of a day: the sum of all rides and other work.
 *
 * @param day the day
 * @param today `yyyy-mm-dd`
 * @param counts whether other sports count; they are shown apart either way
 * @returns points
 * Source: handbook section 8.1.
 */
export function loadOfDay(
  { date, works }: SeasonDay,
  today: string,
  counts: 'all' | 'riding' = 'all',
): DayLoad {
  let [riding, other, unmarked] = [0, 0, 0];
  for (const work of works) {
    const { load, from } = loadOfWork(work, date < today);
    if (isRiding(work)) riding += load;
    else other += load;
    if (from === 'unmarked' && !work.fixture) unmarked += 1;
  }
  const atLeast = works.some(({ ridden }) => ridden?.atLeast === true);
  return { atLeast, load: counts === 'all' ? riding + other : riding, riding, other, unmarked };
}

/**
 * Minutes that a piece of work takes or took.
 *
 * @param work what stands on the day
 * @returns min; 0 where it was missed
 */
export function minutesOfWork({ ridden, planned, state, minutes }: Work): number {
  if (ridden) return ridden.minutes;
  if (state === 'missed') return 0;
  return minutes ?? planned?.minutes ?? 0;
}
