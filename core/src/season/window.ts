import { reckonAgain } from './reckon.ts';
import type { Reckoned, WeekReckoned } from './reckoned.ts';
import type { SeasonDay } from './week.ts';

/** Rules look back at most five weeks of days, and a change may break what holds in the week after. */
export const WEEKS = { before: 5, after: 1 } as const;

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
  const from = Math.max(0, week.at - WEEKS.before * 7);
  const part = cutOut(season, from, week.at + 7 + WEEKS.after * 7);
  const place = part.weeks.findIndex(({ said }) => said.monday === week.said.monday);
  return {
    days: part.input.days,
    at: week.at - from,
    reckonWith(days) {
      const changed = withDays(part, days);
      return { season: changed, week: changed.weeks[place] as WeekReckoned };
    },
  };
}

/**
 * A part of a season with its figures; weeks before it stay known.
 *
 * @param season the season
 * @param from place of its first Monday
 * @param to place of the Monday after it; the season's end at the latest
 * @returns the part, its places counted from its own first day
 */
export function cutOut({ input, past, days, weeks }: Reckoned, from: number, to: number): Reckoned {
  const evening = days[from]?.before ?? input.start;
  const counted = <Placed extends { readonly at: number }>(each: Placed): Placed =>
    from === 0 ? each : { ...each, at: each.at - from };
  const own = days.slice(from, to).map(counted);
  // Of a part the weeks before it are known as well.
  const first = weeks.length - days.length / 7 + from / 7;
  return {
    input: {
      ...{ ...input, days: input.days.slice(from, to) },
      start: { ...input.start, ...evening, days: input.start.days + from },
    },
    past: { ...past, longMin: past.longMin.slice(from, to) },
    days: own,
    weeks: [...weeks.slice(0, first), ...weeks.slice(first, first + own.length / 7).map(counted)],
  };
}

/**
 * A season with other days in it, reckoned again from the first that is another.
 *
 * @param season the season
 * @param days as many days; those that nothing happened to are the same objects
 * @returns the season itself where none is another
 */
export function withDays(season: Reckoned, days: readonly SeasonDay[]): Reckoned {
  const first = days.findIndex((day, place) => day !== season.input.days[place]);
  return first < 0 ? season : reckonAgain(season, { ...season.input, days }, first);
}
