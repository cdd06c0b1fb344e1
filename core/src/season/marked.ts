import { isHard } from './dayWord.ts';
import type { SeasonInput } from './reckoned.ts';
import { daysFrom, type Planned, type Work } from './week.ts';

/** What was planned on a day that is past, and what became of it. */
export interface MarkedWork {
  readonly work: Work;
  readonly planned: Planned;
  /** Whether it was asked as a hard day. */
  readonly hard: boolean;
  /** Whole days before today. */
  readonly ago: number;
}

/**
 * The planned works of the last days that were ridden or marked, each as it was asked.
 *
 * @param input the days and today
 * @param days so many before today
 * @returns the works in order, without what comes back every week
 */
export function markedWithin(
  { days: all, today }: Pick<SeasonInput, 'days' | 'today'>,
  days: number,
): MarkedWork[] {
  return all.flatMap(({ date, works }) => {
    const ago = daysFrom(date, today);
    if (ago < 1 || ago > days) return [];
    return works.flatMap((work): MarkedWork[] => {
      const { planned } = work;
      if (!planned || work.fixture || work.state === 'planned') return [];
      return [{ work, planned, ago, hard: isHard({ ...work, ridden: null, state: 'planned' }) }];
    });
  });
}
