import { applyChanges, type Change } from '../changes.ts';
import { forecastOf, type Morning } from '../forecast.ts';
import { reckonAgain } from '../reckon.ts';
import type { Reckoned } from '../reckoned.ts';
import { brokenIn } from '../spacing.ts';
import { mondayOf, type WeekSaid } from '../week.ts';
import { withDays } from '../window.ts';

/** A way to go on after something did not go as planned. */
export interface Offer {
  readonly id: string;
  /** "Ride 4 × 8:00 on Thu 3 Dec instead" */
  readonly says: string;
  readonly why: string;
  readonly changes: readonly Change[];
  /** Weeks of which something else is said from then on. */
  readonly weeks: readonly WeekSaid[];
  /** Sessions that go one rung easier, by the ids of their works. */
  readonly easier: readonly string[];
  /** Sessions that go one rung up. */
  readonly harder: readonly string[];
}

/** The same with what it does. */
export interface Offered extends Offer {
  readonly season: Reckoned;
  readonly morning: Morning | null;
  /** Names of rules broken in the weeks that it touches and that held before. */
  readonly broken: readonly string[];
}

/** What an offer breaks is looked for in so many weeks. */
const LOOKED_WEEKS = 3;

/** Nothing is changed. */
export const NOTHING = { changes: [], weeks: [], easier: [], harder: [] } as const;

/**
 * A season with an offer taken.
 *
 * @param season the season
 * @param offer what is done
 * @returns its figures
 */
export function seasonAfter(season: Reckoned, { changes, weeks }: Offer): Reckoned {
  const { input } = season;
  const days = applyChanges(input.days, changes, input.pointsPerHour);
  const said = new Set(weeks.map(({ monday }) => monday));
  if (said.size === 0) return withDays(season, days);
  const first = days.findIndex((day, place) => day !== input.days[place] || said.has(day.date));
  return reckonAgain(
    season,
    { ...input, days, weeks: [...input.weeks.filter(({ monday }) => !said.has(monday)), ...weeks] },
    first < 0 ? days.length : first,
  );
}

/**
 * Offers side by side, each with its forecast and the rules it breaks.
 *
 * @param season the season
 * @param offers ways to go on
 * @returns the offers with what they do
 * Source: handbook section 8.10.
 */
export function withForecasts(season: Reckoned, offers: readonly Offer[]): Offered[] {
  const broken = (of: Reckoned): Set<string> => brokenFrom(of, season.input.today, LOOKED_WEEKS);
  const before = broken(season);
  return offers.map((offer) => {
    const after = seasonAfter(season, offer);
    return {
      ...offer,
      season: after,
      morning: forecastOf(after).morning?.asPlanned ?? null,
      broken: [...broken(after)]
        .filter((each) => !before.has(each))
        .map((each) => each.slice(each.indexOf(' ') + 1)),
    };
  });
}

/**
 * Rules broken in the week of a day and in those after it, each with its Monday.
 *
 * @param season the season
 * @param date `yyyy-mm-dd`
 * @param weeks how many weeks are looked at
 * @returns "2026-11-30 Hard days apart" and the like
 */
export function brokenFrom(season: Reckoned, date: string, weeks: number): Set<string> {
  const at = season.weeks.findIndex(({ said }) => said.monday === mondayOf(date));
  return new Set(
    season.weeks
      .slice(Math.max(0, at), at + weeks)
      .flatMap((week) => brokenIn(season, week).map((name) => `${week.said.monday} ${name}`)),
  );
}
