import { loadOfDay, minutesOfWork } from './dayLoad.ts';
import { dayWord } from './dayWord.ts';
import { pastOf } from './pastKnown.ts';
import type { DayReckoned, PastKnown, Reckoned, SeasonInput } from './reckoned.ts';
import { nextEvening, type Smoothed } from './smoothed.ts';
import { isRiding, type SeasonDay, type Work } from './week.ts';
import { weekGoals } from './weekGoals.ts';

/** Numbers of a base that was not typed settle within so many days. Source: handbook section 8.1. */
const SETTLED_AFTER = 42;

/**
 * Reckons a season day by day and week by week: loads, smoothed loads, the word of each day, the goal of each week.
 *
 * @param input days, weeks and rider
 * @param past what the past alone says, where it is known already
 * @returns the figures
 * @throws RangeError where the days are no whole weeks
 * Source: handbook sections 8.1, 8.2 and 8.4.
 */
export function reckon(
  input: SeasonInput,
  past: PastKnown = pastOf(input.days, input.today),
): Reckoned {
  return reckonAgain({ past, days: [], weeks: [] }, input, 0);
}

/**
 * Reckons a season again in which something has changed: what lies before the week of the change stands.
 *
 * @param known the season as it was
 * @param input days and weeks as they are now, the same up to the change
 * @param from place of the first day that is another, or that lies in a week of which another thing is said
 * @returns the figures
 * @throws RangeError where the days are no whole weeks
 * Source: handbook sections 8.1, 8.2 and 8.4.
 */
export function reckonAgain(
  { past, days, weeks }: Pick<Reckoned, 'past' | 'days' | 'weeks'>,
  input: SeasonInput,
  from: number,
): Reckoned {
  if (input.days.length % 7 !== 0) throw new RangeError('A season is made of whole weeks.');
  const first = from - (from % 7);
  const reckoned = days.slice(0, first);
  for (let at = first; at < input.days.length; at += 1)
    reckoned.push(reckonDay(input, past, { at, before: reckoned[at - 1] ?? input.start }));
  // Weeks that lie before the first day are known too, where only a part of a season is looked at.
  const weeksBefore = weeks.slice(0, weeks.length - (days.length - first) / 7);
  return { input, past, days: reckoned, weeks: weekGoals(input, reckoned, weeksBefore, first) };
}

function reckonDay(
  { days, start, today, rider, typedBase }: SeasonInput,
  past: PastKnown,
  { at, before }: { readonly at: number; readonly before: Pick<Smoothed, 'base' | 'recent'> },
): DayReckoned {
  const day = days[at] as SeasonDay;
  const load = loadOfDay(day, today, rider.settings.counts);
  const ridden = nextEvening(before, load.load, rider.settings);
  const evening =
    typedBase?.on === day.date
      ? { ...ridden, base: typedBase.points, recent: typedBase.points }
      : ridden;
  const around = { today, base: before.base, longMin: past.longMin[at] as number };
  const works = day.works.filter((work) => work.state !== 'missed' || work.ridden !== null);
  return {
    day,
    at,
    works,
    load,
    base: evening.base,
    recent: evening.recent,
    reserve: evening.reserve,
    before: { base: before.base, recent: before.recent },
    settling:
      !start.typed && start.days + at < SETTLED_AFTER && !(typedBase && typedBase.on < day.date),
    word: dayWord(day, around),
    longestMin: longestOf(works, day.date < today),
  };
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
