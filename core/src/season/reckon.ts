import { loadOfDay, minutesOfWork } from './dayLoad.ts';
import { dayWord } from './dayWord.ts';
import { pastOf } from './pastKnown.ts';
import type { DayReckoned, PastKnown, Reckoned, SeasonInput, WeekReckoned } from './reckoned.ts';
import { nextEvening, type Smoothed } from './smoothed.ts';
import { isRiding, type Work } from './week.ts';
import { weekGoals } from './weekGoals.ts';

/** Numbers of a base that was not typed settle within so many days. Source: handbook section 8.1. */
const SETTLED_AFTER = 42;

/**
 * Reckons a season day by day and week by week: loads, smoothed loads, the word of each day, the goal of each week.
 *
 * @param input days, weeks and rider
 * @param past what the past alone says, where it is known already
 * @param weeksBefore weeks before the first day, where only a part of a season is reckoned again
 * @returns the figures
 * @throws RangeError where the days are no whole weeks
 * Source: handbook sections 8.1, 8.2 and 8.4.
 */
export function reckon(
  input: SeasonInput,
  past: PastKnown = pastOf(input.days, input.today),
  weeksBefore: readonly WeekReckoned[] = [],
): Reckoned {
  const { days, start, today, rider, typedBase } = input;
  if (days.length % 7 !== 0) throw new RangeError('A season is made of whole weeks.');
  let before: Pick<Smoothed, 'base' | 'recent'> = start;
  const reckoned = days.map((day, index): DayReckoned => {
    const load = loadOfDay(day, today, rider.settings.counts);
    const ridden = nextEvening(before, load.load, rider.settings);
    const evening =
      typedBase?.on === day.date
        ? { ...ridden, base: typedBase.points, recent: typedBase.points }
        : ridden;
    const settling =
      !start.typed && start.days + index < SETTLED_AFTER && !(typedBase && typedBase.on < day.date);
    const around = { today, base: before.base, longMin: past.longMin[index] as number };
    const works = day.works.filter(({ state, ridden }) => state !== 'missed' || ridden !== null);
    const next: DayReckoned = {
      day,
      at: index,
      works,
      load,
      base: evening.base,
      recent: evening.recent,
      reserve: evening.reserve,
      before,
      settling,
      word: dayWord(day, around),
      longestMin: longestOf(works, day.date < today),
    };
    before = evening;
    return next;
  });
  return { input, past, days: reckoned, weeks: weekGoals(input, reckoned, weeksBefore) };
}

/** A ride that is past and unmarked was not ridden as far as anybody knows. */
function longestOf(works: readonly Work[], past: boolean): number {
  return works.reduce(
    (most, work) =>
      isRiding(work) && !(past && work.state === 'planned' && !work.ridden)
        ? Math.max(most, minutesOfWork(work))
        : most,
    0,
  );
}
