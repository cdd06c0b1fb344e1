import { reckon } from './reckon.ts';
import type { Reckoned, WeekReckoned } from './reckoned.ts';
import type { SeasonDay } from './week.ts';

/** Rules look back at most five weeks of days, and a change may break what holds in the week after. */
const WEEKS = { before: 5, after: 1 } as const;

/** A part of a season that is reckoned again with other days in it. */
export interface Part {
  readonly season: Reckoned;
  readonly week: WeekReckoned;
}

/** The weeks around one, so that a try reckons no more than it must; what lies before them is kept. */
export interface Window {
  /** Days of the window, and the place of the week's Monday among them. */
  readonly days: readonly SeasonDay[];
  readonly at: number;
  readonly reckonWith: (days: readonly SeasonDay[]) => Part;
}

/**
 * The window around a week in which a change of it can be felt by a rule.
 *
 * @param season the season
 * @param week the week
 * @returns its days, and how they are reckoned again
 */
export function windowAround(season: Reckoned, week: WeekReckoned): Window {
  const { input, days } = season;
  const from = Math.max(0, week.at - WEEKS.before * 7);
  const to = Math.min(days.length, week.at + 7 + WEEKS.after * 7);
  const past = { ...season.past, longMin: season.past.longMin.slice(from, to) };
  const evening = days[from]?.before ?? input.start;
  const start = { ...input.start, ...evening, days: input.start.days + from };
  const before = season.weeks.slice(0, from / 7);
  return {
    days: input.days.slice(from, to),
    at: week.at - from,
    reckonWith(own) {
      const part = reckon({ ...input, days: own, start }, past, before);
      const { monday } = week.said;
      return {
        season: part,
        week: part.weeks.find(({ said }) => said.monday === monday) as WeekReckoned,
      };
    },
  };
}
