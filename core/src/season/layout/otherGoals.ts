import type { NewId, Plan } from '../../sessions/index.ts';
import { otherWork } from '../otherWork.ts';
import { daysFrom, plus } from '../week.ts';
import type { LayoutGoal } from './goalOf.ts';
import { GOAL_FAMILY, type Slot, type Template, type TemplateBlock } from './template.ts';

/** Another goal of the rider, as far as laying out goes. */
export interface OtherGoal extends LayoutGoal {
  readonly rank: 'main' | 'onTheWay' | 'training';
}

/** Main goals nearer than this: the second keeps the first one's base. Source: handbook section 8.8. */
const REBUILT_WEEKS = 6;
/** Days before a goal on the way that carry less, and how much of their load is left. */
const EASED_DAYS = 3;
export const EASED_SHARE = 0.7;
/** A race is ridden at this effort; without a time or a distance it counts an hour, with one at this speed. */
const RACE = { rpe: 9, minutes: 60, kmPerHour: 30 } as const;

/**
 * A goal that is no main one as it stands on its day: a race of its own length as far as that is known.
 *
 * @param goal the goal
 * @param newId where ids come from
 * @returns the plan, by minutes and RPE
 * Source: handbook section 8.8 (one ridden through is a hard day).
 */
export function raceOf(goal: OtherGoal, newId: NewId): Plan {
  const known = goal.seconds ?? (goal.km === null ? null : (goal.km / RACE.kmPerHour) * 3600);
  const minutes = Math.max(1, Math.round((known ?? RACE.minutes * 60) / 60));
  return otherWork('race', { name: goal.name, minutes, rpe: RACE.rpe }, newId);
}

/**
 * The goals on the way whose last three days reach into a week, each with those days.
 *
 * @param goals other goals
 * @param monday Monday of the week
 * @returns the goal's name and its days of this week
 * Source: handbook section 8.8.
 */
export function easedIn(
  goals: readonly OtherGoal[],
  monday: string,
): readonly { readonly goal: OtherGoal; readonly days: readonly string[] }[] {
  return goals
    .filter(({ rank }) => rank === 'onTheWay')
    .map((goal) => ({
      goal,
      days: Array.from({ length: EASED_DAYS }, (_, ago) => plus(goal.date, -1 - ago)).filter(
        (day) => day >= monday && day <= plus(monday, 6),
      ),
    }))
    .filter(({ days }) => days.length > 0);
}

const held = (family: string, over: Partial<Slot> = {}): Slot => ({
  ...{ family, rung: 'held' },
  ...over,
});

/** Weeks between two main goals: the base is held, the goal's own work goes on. */
const BETWEEN: TemplateBlock = {
  ...{ id: 'between', name: 'Between two goals', system: 'threshold', period: 'build' },
  ...{ kind: 'load', weeks: 3, least: 1, most: 6, easy: false, rise: 'hold', benchmark: null },
  key: held(GOAL_FAMILY),
  second: held('goal-climbs', { minutes: [15], power: 'above' }),
};

/**
 * How the weeks from one main goal to the next are laid out: nearer than six weeks the base is held, else the last two
 * blocks come again.
 *
 * @param template what the first goal was laid out by
 * @param first day of the first goal
 * @param second day of the second
 * @returns the blocks, and the sentence that says it
 * Source: handbook section 8.8.
 */
export function templateAfter(
  template: Template,
  first: LayoutGoal,
  second: LayoutGoal,
): { readonly template: Template; readonly says: string } {
  const { blocks } = template;
  const weeks = Math.floor(daysFrom(first.date, second.date) / 7);
  const taper = blocks.filter(({ kind }) => kind === 'taper');
  if (weeks < REBUILT_WEEKS)
    return {
      template: { ...template, blocks: [BETWEEN, ...taper] },
      says: `${second.name} comes ${weeks} weeks after ${first.name}: it keeps that base, nothing is built anew.`,
    };
  const built = blocks.flatMap(({ kind, id }, place) =>
    kind === 'load' && id !== 'run-in' ? [place] : [],
  );
  const from = built.at(-2) ?? built.at(-1) ?? 0;
  return {
    template: { ...template, blocks: blocks.slice(from) },
    says: `After ${first.name} one easy week, then the last two blocks again, with the numbers of then.`,
  };
}
