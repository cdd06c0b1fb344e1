import { roundHalfUp, roundTo } from '../units/index.ts';
import type { Reckoned, WeekReckoned } from './reckoned.ts';
import { runInShort } from './runIn.ts';
import { easyAndMiddle } from './spread.ts';
import { isRiding } from './week.ts';

/** Over so much of a week in the middle, percent. */
const MIDDLE_PERCENT = 10;
const EASY_DAYS = 28;

/** What a coach should see of a week beside its rules. */
export interface Flag {
  readonly id: 'same' | 'littleEasy' | 'middle' | 'unmarked' | 'settling' | 'easyAlready' | 'runIn';
  readonly says: string;
}

/**
 * Flags of a week: every day alike, little of it easy, neither easy nor hard, days unmarked, numbers that settle, a
 * run-in that does not narrow.
 *
 * @param season the season
 * @param week the week
 * @returns one sentence each
 * Source: handbook sections 8.1, 8.2, 8.5 and 8.7.
 */
export function flagsOf(season: Reckoned, week: WeekReckoned): Flag[] {
  const { settings } = season.input.rider;
  const flags: Flag[] = [];
  if (week.settling)
    flags.push({ id: 'settling', says: 'Base is settling: six weeks of rides make it sure.' });
  if (settings.sameness !== null && week.sameness !== null && week.sameness > settings.sameness)
    flags.push({
      id: 'same',
      says: `Every day alike (${week.sameness === Infinity ? 'all the same' : roundTo(week.sameness, 1)}, from ${settings.sameness}): make easy days easier.`,
    });
  const days = season.days.slice(week.at, week.at + 7);
  const unmarked = days.reduce((sum, { load }) => sum + load.unmarked, 0);
  if (unmarked > 0)
    flags.push({
      id: 'unmarked',
      says: `${unmarked} day${unmarked === 1 ? '' : 's'} unmarked: counted as nothing.`,
    });
  if (week.easyAlready)
    flags.push({
      id: 'easyAlready',
      says: 'It was easy already: under 70 % of its goal was ridden.',
    });
  const short = runInShort(season, week);
  if (short !== null) flags.push({ id: 'runIn', says: short });
  return [...flags, ...sharesOf(season, week)];
}

function sharesOf(season: Reckoned, week: WeekReckoned): Flag[] {
  const { easyShare } = season.input.rider.settings;
  const sunday = week.at + 6;
  const month = ridingTime(season, Math.max(0, sunday - EASY_DAYS + 1), sunday);
  const own = ridingTime(season, week.at, sunday);
  const flags: Flag[] = [];
  const shares = month && easyAndMiddle(month);
  if (shares && easyShare !== null && shares.easy < easyShare)
    flags.push({
      id: 'littleEasy',
      says: `Little of it was easy: ${roundHalfUp(shares.easy)} % of 28 days, at least ${easyShare} %.`,
    });
  const ofWeek = own && easyAndMiddle(own);
  if (ofWeek && ofWeek.middle > MIDDLE_PERCENT)
    flags.push({
      id: 'middle',
      says: `${roundHalfUp(ofWeek.middle)} % was neither easy nor hard; up to ${MIDDLE_PERCENT} %.`,
    });
  return flags;
}

/** Riding by watts within some days; null where there was none. */
function ridingTime({ days }: Reckoned, from: number, to: number) {
  const works = days
    .slice(from, to + 1)
    .flatMap(({ day }) => day.works)
    .filter((work) => isRiding(work) && work.ridden !== null && work.ridden.easyMin !== null);
  if (works.length === 0) return null;
  const sum = (of: (work: (typeof works)[number]) => number): number =>
    works.reduce((all, work) => all + of(work), 0);
  return {
    minutes: sum(({ ridden }) => ridden?.minutes ?? 0),
    easyMin: sum(({ ridden }) => ridden?.easyMin ?? 0),
    middleMin: sum(({ ridden }) => ridden?.middleMin ?? 0),
    plannedMiddleMin: sum(({ planned, ridden }) =>
      Math.min(planned?.middleMin ?? 0, ridden?.middleMin ?? 0),
    ),
  };
}
