import { loadOfWork } from '../dayLoad.ts';
import { markedWithin } from '../marked.ts';
import type { Reckoned } from '../reckoned.ts';

/** Looked at are so many days, with at least so many of each kind; so far apart it is said. */
const LOOKED = { days: 56, each: 6, points: 20 } as const;

/** What of the planned was ridden, hard days and other rides apart, percent of their load. */
export interface Skipped {
  readonly hard: number;
  readonly other: number;
  /** "The hard ones are skipped: 55 % of them ridden, 90 % of the others." */
  readonly says: string | null;
}

/**
 * Who skips what: the share ridden of hard days against that of other rides, in the last eight weeks.
 *
 * @param season the season
 * @returns both shares; null with fewer than six of either
 * Source: handbook section 8.10 (Who skips what).
 */
export function whatIsSkipped({ input }: Pick<Reckoned, 'input'>): Skipped | null {
  const sums = { hard: [0, 0, 0], other: [0, 0, 0] };
  for (const { work, planned, hard } of markedWithin(input, LOOKED.days)) {
    const sum = hard ? sums.hard : sums.other;
    sum[0] = (sum[0] ?? 0) + 1;
    sum[1] = (sum[1] ?? 0) + planned.load;
    sum[2] = (sum[2] ?? 0) + Math.min(planned.load, loadOfWork(work, true).load);
  }
  const share = ([, planned = 0, ridden = 0]: number[]): number =>
    planned === 0 ? 100 : (ridden / planned) * 100;
  if ((sums.hard[0] ?? 0) < LOOKED.each || (sums.other[0] ?? 0) < LOOKED.each) return null;
  const [hard, other] = [share(sums.hard), share(sums.other)];
  const says =
    other - hard >= LOOKED.points
      ? `The hard ones are skipped: ${Math.round(hard)} % of them ridden, ${Math.round(other)} % of the others.`
      : null;
  return { hard, other, says };
}
