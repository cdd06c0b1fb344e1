import { ftpLaw } from '../power/index.ts';
import { roundHalfUp, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { USUAL_SEASON } from './settings.ts';
import { nextEvening, type Smoothed, type Smoothing } from './smoothed.ts';
import { weekGoal } from './weekGoal.ts';

/** How much of FTP is thought to be gone after so many days off, percent. Source: handbook section 8.10. */
const LOST: readonly (readonly [days: number, percent: number])[] = [
  [14, 3],
  [21, 5],
  [28, 7],
  [42, 10],
];

/** Points a week by which a rider comes back at most, and the share of base. */
const BACK = { most: 3, percent: 5, least: 1 } as const;

/**
 * The FTP to work with after days off until it is tested again: 3 % less after 14 days, 10 % after 42, linear between.
 *
 * @param ftpW FTP before, W
 * @param daysOff whole days without riding
 * @returns whole watts with the working; the same FTP under 14 days
 * Source: handbook section 8.10; Mujika and Padilla 2000.
 */
export function workingFtp(ftpW: number, daysOff: number): Worked & { readonly percent: number } {
  const percent = -lostPercent(daysOff);
  const value = roundHalfUp(ftpW * (1 + percent / 100));
  return {
    percent,
    ...worked(value, 'W', 'Working FTP after days off, until it is tested', [
      ['FTP before', `${ftpW} W`],
      ['Days without riding', String(daysOff)],
      ['Thought to be gone', percent === 0 ? 'nothing under 14 days' : `${roundTo(-percent, 1)} %`],
      ['Working FTP', `${value} W`],
    ]),
  };
}

function lostPercent(days: number): number {
  const [first] = LOST;
  if (!first || days < first[0]) return 0;
  for (const [index, [from, percent]] of LOST.entries()) {
    const next = LOST[index + 1];
    if (!next) return percent;
    if (days < next[0]) return percent + ((next[1] - percent) * (days - from)) / (next[0] - from);
  }
  return 0;
}

/**
 * The watts of a goal that the working FTP gives for its time.
 *
 * @param ftpW working FTP, W
 * @param seconds time of the goal, 300 or more
 * @returns W, not rounded
 * @throws RangeError under 5:00
 * Source: handbook section 8.10 (The goal again).
 */
export function goalOfFtp(ftpW: number, seconds: number): number {
  return ftpLaw(ftpW, seconds);
}

/** What is left after days off, and how the way back begins. */
export interface ComingBack {
  readonly base: number;
  readonly recent: number;
  /** Points a week, at most. */
  readonly rise: number;
  /** Goal of the first week, points. */
  readonly firstWeek: number;
}

/**
 * Coming back: the base that is left after days without riding, the rise that is allowed from it, and the first week.
 *
 * @param before base and recent on the last evening of riding
 * @param daysOff whole days without riding
 * @param smoothing days of base and recent
 * @returns what is left and the first week; the rise is the lower of 3 and 5 % of base, at least 1
 * Source: handbook section 8.7 (Coming back).
 */
export function comingBack(
  before: Pick<Smoothed, 'base' | 'recent'>,
  daysOff: number,
  smoothing: Smoothing = USUAL_SEASON,
): ComingBack {
  let evening = before;
  for (let day = 0; day < daysOff; day += 1) evening = nextEvening(evening, 0, smoothing);
  const { base, recent } = evening;
  const rise = riseComingBack(base);
  return { base, recent, rise, firstWeek: weekGoal(base, rise, smoothing.baseDays) };
}

/**
 * The most that base rises a week while a rider comes back.
 *
 * @param base points
 * @returns points a week
 * Source: handbook section 8.7 (Coming back).
 */
export function riseComingBack(base: number): number {
  return Math.max(BACK.least, Math.min(BACK.most, (base * BACK.percent) / 100));
}
