import { roundHalfUp } from '../../units/index.ts';
import { goalOfFtp } from '../daysOff.ts';
import { forecastOf, type Morning } from '../forecast.ts';
import type { Reckoned } from '../reckoned.ts';

/** What is known of the goal that is asked again. */
export interface GoalAsked {
  readonly watts: number;
  /** At least 300 s. */
  readonly seconds: number;
  /** FTP to work with for now, W. */
  readonly ftpW: number;
}

/** An answer to "does the goal still stand?", with what the plan does to its morning. */
export interface GoalAnswer {
  readonly id: 'keep' | 'watts' | 'date';
  readonly says: string;
  /** Watts of the goal afterwards. */
  readonly watts: number;
  readonly morning: Morning | null;
}

/**
 * The three answers after days off: keep the goal; lower its watts to what the working FTP gives for its time; another
 * date. The coach chooses.
 *
 * @param season the season
 * @param goal watts and time of the goal, and the working FTP
 * @param date the other date that is looked at
 * @returns keep, watts and date; without watts where the working FTP gives as much as is asked
 * Source: handbook section 8.10 (The goal again).
 */
export function goalAgain(
  season: Reckoned,
  { watts, seconds, ftpW }: GoalAsked,
  date: string,
): GoalAnswer[] {
  const morningOn = (on: string | null): Morning | null => {
    const { goal } = season.input;
    if (!goal || on === null) return null;
    const moved = { ...season, input: { ...season.input, goal: { ...goal, date: on } } };
    return forecastOf(moved).morning?.asPlanned ?? null;
  };
  const given = Math.round(goalOfFtp(ftpW, seconds));
  const planned = morningOn(season.input.goal?.date ?? null);
  return [
    {
      id: 'keep',
      says: `Keep ${watts} W: ${sayGap(watts, given)}`,
      ...{ watts, morning: planned },
    },
    ...(given < watts
      ? [
          {
            id: 'watts' as const,
            says: `Lower it to ${given} W, what the working FTP gives`,
            ...{ watts: given, morning: planned },
          },
        ]
      : []),
    { id: 'date', says: 'Another date', watts, morning: morningOn(date) },
  ];
}

function sayGap(watts: number, given: number): string {
  return given >= watts
    ? 'the working FTP gives that'
    : `${watts - given} W (${roundHalfUp(((watts - given) / given) * 100)} %) more than the working FTP gives`;
}
