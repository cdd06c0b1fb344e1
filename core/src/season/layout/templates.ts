import { GOAL_FAMILY, type Slot, type Template, type TemplateBlock } from './template.ts';

/** The templates that ship with the house, as data. Source: handbook sections 8.7 and 8.8. */

const slot = (family: string, rung: Slot['rung'], over: Partial<Slot> = {}): Slot => ({
  ...{ family, rung },
  ...over,
});

const block = (
  id: string,
  name: string,
  over: Partial<TemplateBlock> & Pick<TemplateBlock, 'key' | 'second'>,
): TemplateBlock => ({
  ...{ id, name, system: null, period: 'build', kind: 'load', weeks: 3, least: 2, most: 3 },
  ...{ easy: true, benchmark: over.key },
  ...over,
});

const THRESHOLD_LONGER = block('threshold-longer', 'Threshold, longer', {
  system: 'threshold',
  key: slot('threshold-longer', 'time'),
  second: slot('sweet-spot', 'time'),
});
const THRESHOLD_HIGHER = block('threshold-higher', 'Threshold, higher', {
  system: 'threshold',
  key: slot('threshold-higher', 'family'),
  second: slot('over-unders', 'family'),
});
const CEILING_LONGER = block('ceiling-longer', 'Ceiling, longer', {
  system: 'ceiling',
  key: slot('ceiling', 'time', { minutes: [10, 15, 20] }),
  second: slot('threshold-longer', 'held'),
});
const CEILING_HIGHER = block('ceiling-higher', 'Ceiling, higher', {
  system: 'ceiling',
  key: slot('ceiling', 'watts'),
  second: slot('ceiling-short', 'family'),
});
const TEST_WEEK = block('test', 'Test week', {
  ...{ kind: 'test', weeks: 1, least: 1, most: 1, easy: false, benchmark: null },
  ...{ key: null, second: null },
});
/** The last weeks before the taper; an easy one stands before more than three of them. */
const RUN_IN = block('run-in', 'Run-in', {
  ...{ system: 'threshold', weeks: 3, least: 1, most: 3, easy: false },
  key: slot(GOAL_FAMILY, 'family'),
  second: slot('goal-climbs', 'held', { minutes: [15], power: 'above' }),
});
const TAPER = block('taper', 'Taper', {
  ...{ kind: 'taper', weeks: 2, least: 2, most: 2, easy: false, benchmark: null },
  key: slot(GOAL_FAMILY, 'held', { reps: 2 / 3 }),
  second: slot('ceiling', 'held', { reps: 1 / 2 }),
});

/** What is left over at the front of whatever is laid out. */
export const AEROBIC: TemplateBlock = block('aerobic', 'Aerobic', {
  ...{ system: 'endurance', period: 'base' },
  key: slot('steady-blocks', 'time'),
  second: slot('low-cadence', 'time'),
});

export const TEMPLATES: readonly Template[] = [
  {
    ...{ id: 'long-build', name: 'Long build', anchor: 'goal', weeks: [21, 30] },
    says: 'Aerobic weeks, threshold longer and higher, ceiling longer, a test, then the goal’s own work.',
    blocks: [
      ...[THRESHOLD_LONGER, THRESHOLD_HIGHER, CEILING_LONGER, TEST_WEEK],
      // Run-in and taper lie inside the weeks of the last block.
      {
        ...RUN_IN,
        id: 'ceiling-higher',
        name: 'Ceiling, higher, and run-in',
        system: 'ceiling',
        second: CEILING_HIGHER.key,
      },
      TAPER,
    ],
  },
  {
    ...{ id: 'four-fours', name: 'Four fours', anchor: 'goal', weeks: [12, 20] },
    says: 'Four times four weeks: prepare with a test, first intensity, the goal’s own work, sharpen.',
    blocks: [
      block('prepare', 'Prepare', {
        ...{ system: 'tempo', period: 'base' },
        key: slot('tempo', 'time'),
        second: slot('steady-blocks', 'time'),
      }),
      block('first-intensity', 'First intensity', {
        system: 'tempo',
        key: slot('tempo', 'time'),
        second: slot('sweet-spot', 'time'),
      }),
      block('goal-specific', 'Goal-specific', {
        system: 'threshold',
        key: slot(GOAL_FAMILY, 'family'),
        second: slot('ceiling', 'watts'),
      }),
      block('sharpen', 'Sharpen', {
        ...{ system: 'ceiling', weeks: 2, least: 1, most: 2, easy: false },
        key: slot('ceiling', 'watts', { reps: 2 / 3 }),
        second: slot(GOAL_FAMILY, 'held', { reps: 1 / 2 }),
      }),
      TAPER,
    ],
  },
  {
    ...{ id: 'short-build', name: 'Short build', anchor: 'goal', weeks: [8, 15] },
    says: 'Threshold longer where there are twelve weeks, ceiling longer, then the goal’s own work.',
    blocks: [{ ...THRESHOLD_LONGER, from: 12 }, CEILING_LONGER, RUN_IN, TAPER],
  },
  {
    ...{ id: 'climb-run-in', name: 'Climb run-in', anchor: 'goal', weeks: [3, 8] },
    says: 'One day at goal power, one above it, the rest easy.',
    blocks: [{ ...RUN_IN, key: slot('goal-climbs', 'family'), most: 6 }, TAPER],
  },
  {
    ...{ id: 'threshold-all-year', name: 'Threshold all year', anchor: 'goal', weeks: [16, 24] },
    says: 'One threshold day a week from the first on, rest 1:1, then 2:1, then ceiling.',
    blocks: [
      ...(
        [
          ['one-to-one', 'Threshold, rest 1:1', 1],
          ['two-to-one', 'Threshold, rest 2:1', 0.5],
        ] as const
      ).map(([id, name, rest]) =>
        block(id, name, {
          ...{ system: 'threshold', weeks: 3, most: 3 },
          key: slot('threshold-longer', 'time', { rest }),
          second: slot('endurance-sprints', 'held'),
        }),
      ),
      block('all-year-ceiling', 'Ceiling', {
        system: 'ceiling',
        key: slot('ceiling', 'family'),
        second: slot('endurance-sprints', 'held'),
      }),
      TAPER,
    ],
  },
  {
    ...{ id: 'base-month', name: 'Base month', anchor: 'start', weeks: [4, 4] },
    says: 'Two key sessions at least three days apart, free riding round them.',
    blocks: [{ ...AEROBIC, id: 'base-month', name: 'Base month' }],
  },
  {
    ...{ id: 'strength-to-ceiling', name: 'Strength to ceiling', anchor: 'start', weeks: [9, 9] },
    says: 'Short reps that grow, near the limit at their end, then ceiling; repeated later and compared.',
    blocks: [
      block('strength', 'Strength', {
        ...{ system: 'anaerobic', weeks: 4, least: 3, most: 4 },
        key: slot('strength-minutes', 'family', { rest: 3 }),
        second: slot('hill-repeats', 'family'),
      }),
      block('after-strength', 'Ceiling', {
        ...{ system: 'ceiling', weeks: 3, easy: true },
        key: slot('ceiling', 'watts'),
        second: slot('ceiling-short', 'family'),
      }),
    ],
  },
  {
    ...{ id: 'six-of-ceiling', name: 'Six of ceiling', anchor: 'start', weeks: [6, 6] },
    says: 'Two ceiling days a week, one of which may be a group ride or race; the last like the first.',
    blocks: [
      block('six-of-ceiling', 'Six of ceiling', {
        ...{ system: 'ceiling', weeks: 6, least: 6, most: 6, easy: false },
        key: slot('ceiling', 'time', { minutes: [12, 15, 15, 18, 20, 20] }),
        second: slot('ceiling-short', 'family', { orGroup: true }),
      }),
    ],
  },
  {
    ...{ id: 'test-week', name: 'Test week', anchor: 'start', weeks: [1, 1] },
    says: 'Sprint and 5:00, a day between, 20:00 or 30:00, two days between; else easy.',
    blocks: [TEST_WEEK],
  },
  {
    ...{ id: 'overload', name: 'Overload', anchor: 'start', weeks: [2, 2] },
    says: 'One week of up to 30 % more, then an easy one.',
    blocks: [
      block('overload', 'Overload', {
        ...{ weeks: 1, least: 1, most: 1, benchmark: null },
        key: slot('sweet-spot', 'held'),
        second: slot('steady-blocks', 'held'),
      }),
    ],
  },
  {
    ...{ id: 'season-break', name: 'Season break', anchor: 'start', weeks: [1, 4] },
    says: 'No plan, other sports; afterwards FTP is doubtful.',
    blocks: [
      block('season-break', 'Season break', {
        ...{ kind: 'free', weeks: 2, least: 1, most: 4, easy: false, benchmark: null },
        ...{ key: null, second: null },
      }),
    ],
  },
  {
    ...{ id: 'coming-back', name: 'Coming back', anchor: 'start', weeks: [2, 6] },
    says: 'From the base that is left, slowly, nothing above FTP in the first two weeks.',
    blocks: [
      block('coming-back-easy', 'Coming back, easy', {
        ...{ system: 'endurance', period: 'base', weeks: 2, least: 2, most: 2, easy: false },
        ...{ rise: 'back', under: 100, benchmark: null },
        ...{ key: slot('steady-blocks', 'held'), second: null },
      }),
      block('coming-back', 'Coming back', {
        ...{ system: 'tempo', period: 'base', weeks: 1, least: 1, most: 3, rise: 'back' },
        ...{ key: slot('tempo', 'time'), second: slot('steady-blocks', 'held'), benchmark: null },
      }),
    ],
  },
];

/**
 * The template that the weeks to the goal ask for.
 *
 * @param weeks weeks that can be laid out, the goal's included
 * @returns its id; null under four, where it is too late to build
 * Source: handbook section 8.8.
 */
export function templateForWeeks(weeks: number): string | null {
  if (weeks >= 21) return 'long-build';
  if (weeks >= 16) return 'four-fours';
  if (weeks >= 8) return 'short-build';
  return weeks >= 4 ? 'climb-run-in' : null;
}
