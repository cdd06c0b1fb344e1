import type { Worked } from '../working/index.ts';
import { worked } from '../working/index.ts';
import { roundHalfUp, roundTo } from '../units/index.ts';
import type { DayReckoned, SeasonInput, WeekReckoned } from './reckoned.ts';
import {
  easyWeekGoal,
  mostOfWeek,
  proposedRise,
  riseOfWeek,
  weekGoal,
  workedWeekGoal,
} from './weekGoal.ts';
import { sameness } from './spread.ts';
import type { WeekSaid } from './week.ts';

/** A test week carries this share of the last load week. Source: handbook section 8.7. */
const TEST_WEEK_PERCENT = 70;
/** A week ridden under this share of its goal was an easy one. Source: handbook section 8.2. */
const EASY_ALREADY = 0.7;
/** So many weeks before tell what the rider is used to. */
const WEEKS_BEFORE = 4;

/** What nobody has said anything of. */
const UNSAID = { kind: 'load', period: 'build', system: null, rise: null, goal: null } as const;

/**
 * The weeks of a season with their goals: a load week from base and rise, an easy one from the last load week's goal.
 *
 * @param input days, weeks and rider
 * @param days the days with their figures
 * @param weeksBefore weeks that are reckoned already
 * @param from place of the first Monday after them
 * @returns a row a week
 * Source: handbook section 8.2.
 */
export function weekGoals(
  input: SeasonInput,
  days: readonly DayReckoned[],
  weeksBefore: readonly WeekReckoned[],
  from: number,
): WeekReckoned[] {
  const weeks = [...weeksBefore];
  let lastLoad: number | null =
    weeks.findLast((week) => week.said.kind === 'load' && week.goal)?.goal?.value ?? null;
  for (let at = from; at < days.length; at += 7) {
    const monday = (days[at] as DayReckoned).day.date;
    const week = reckonWeek(
      { said: saidOf(input.weeks, monday), at, lastLoad },
      { input, days, before: weeks },
    );
    if (week.said.kind === 'load') lastLoad = week.goal?.value ?? lastLoad;
    weeks.push(week);
  }
  return weeks;
}

function saidOf(weeks: readonly WeekSaid[], monday: string): WeekSaid {
  return weeks.find((week) => week.monday === monday) ?? { monday, ...UNSAID };
}

interface Around {
  readonly input: SeasonInput;
  readonly days: readonly DayReckoned[];
  readonly before: readonly WeekReckoned[];
}

function reckonWeek(
  { said, at, lastLoad }: { said: WeekSaid; at: number; lastLoad: number | null },
  { input, days, before }: Around,
): WeekReckoned {
  const week = days.slice(at, at + 7);
  const { baseDays } = input.rider.settings;
  const baseBefore = (week[0] as DayReckoned).before.base;
  const lastFour = before.slice(-WEEKS_BEFORE).map(({ load }) => load);
  const proposed = proposedRise(baseBefore, lastFour, baseDays);
  const goal = goalOf(said, { base: baseBefore, lastLoad, proposed, input });
  const load = sumOf(week, ({ load: each }) => each.load);
  const ridden = sumOf(week, ({ day }) =>
    day.works.reduce((sum, work) => sum + (work.ridden?.load ?? 0), 0),
  );
  const settling = (week[0] as DayReckoned).settling;
  const most = settling ? null : mostOfWeek(baseBefore, lastFour);
  const sunday = week[6] as DayReckoned;
  return {
    said,
    at,
    load,
    ridden,
    baseBefore,
    most,
    settling,
    planned: sumOf(week, ({ day }) =>
      day.works.reduce((sum, work) => sum + (work.planned?.load ?? 0), 0),
    ),
    goal: goal.goal,
    rise: goal.rise,
    riseFrom: goal.riseFrom,
    realRise: sunday.base - baseBefore,
    tooMuch: most !== null && load > most,
    // A week without any riding was no load week, whatever its goal.
    easyAlready:
      sunday.day.date < input.today &&
      (load === 0 || (goal.goal !== null && load < EASY_ALREADY * goal.goal.value)),
    sameness: sameness(week.map(({ load: each }) => each.load)),
  };
}

interface Goal {
  readonly goal: Worked | null;
  readonly rise: number;
  readonly riseFrom: 'proposed' | 'lowered' | 'typed';
}

function goalOf(
  said: WeekSaid,
  {
    base,
    lastLoad,
    proposed,
    input,
  }: {
    base: number;
    lastLoad: number | null;
    proposed: { rise: number; lowered: boolean };
    input: SeasonInput;
  },
): Goal {
  const { baseDays, easyWeek } = input.rider.settings;
  if (said.goal !== null)
    return {
      goal: worked(said.goal, 'points', 'The week’s goal, typed by the coach', [
        ['Typed', String(roundHalfUp(said.goal))],
        [
          'On equal days that is a rise of',
          roundTo(riseOfWeek(base, said.goal, baseDays), 1).toFixed(1),
        ],
      ]),
      rise: riseOfWeek(base, said.goal, baseDays),
      riseFrom: 'typed',
    };
  if (said.kind === 'load' || said.rise !== null) {
    const rise = said.rise ?? proposed.rise;
    let riseFrom: Goal['riseFrom'] = proposed.lowered ? 'lowered' : 'proposed';
    if (said.rise !== null) riseFrom = 'typed';
    return { goal: workedWeekGoal(base, rise, riseFrom, baseDays), rise, riseFrom };
  }
  if (said.kind === 'free') return { goal: null, rise: 0, riseFrom: 'proposed' };
  const percent = said.kind === 'test' ? TEST_WEEK_PERCENT : easyWeek;
  const from = lastLoad ?? weekGoal(base, 0);
  const goal = easyWeekGoal(from, percent);
  return {
    goal: worked(
      goal,
      'points',
      said.kind === 'test' ? 'A test week’s goal' : 'An easy week’s goal',
      [
        [
          lastLoad === null ? 'No load week before: 7 × base' : 'Goal of the last load week',
          String(roundHalfUp(from)),
        ],
        [`${percent} %`, String(roundHalfUp(goal))],
      ],
      [['Easy week', `${percent} %`]],
    ),
    rise: riseOfWeek(base, goal, baseDays),
    riseFrom: 'proposed',
  };
}

function sumOf(days: readonly DayReckoned[], of: (day: DayReckoned) => number): number {
  return days.reduce((sum, day) => sum + of(day), 0);
}
