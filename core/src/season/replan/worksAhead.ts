import { canChange } from '../changes.ts';
import { isHard } from '../dayWord.ts';
import type { Reckoned } from '../reckoned.ts';
import { plus, type Work } from '../week.ts';

/**
 * The hard sessions of so many days, by their ids.
 *
 * @param season the season
 * @param from first day
 * @param days how many
 * @returns ids of what may still be changed
 */
export function hardIds(season: Reckoned, from: string, days: number): string[] {
  return worksIn(season, from, days)
    .filter((work) => isHard(work))
    .map(({ id }) => id);
}

/**
 * Sessions that may still be changed, of so many days.
 *
 * @param season the season
 * @param from first day
 * @param days how many
 * @returns the works, in order
 */
export function worksIn({ input }: Reckoned, from: string, days: number): Work[] {
  return input.days
    .filter(({ date }) => date >= from && date < plus(from, days))
    .flatMap(({ works }) => works.filter((work) => canChange(work) && work.kind === 'session'));
}
