import {
  type Effort,
  FALLS,
  printDuration,
  printEffort,
  printLength,
  printSpan,
  RISES_FROM,
} from '../../units/index.ts';
import type { Finish, Item, Plan, Role, SetBlock, Step } from '../plan.ts';
import { rises, roleOf, roughPercent } from './roles.ts';

const ROLE_WORDS: Readonly<Record<Role, string>> = {
  warmUp: 'warm-up',
  work: 'work',
  easy: 'easy',
  coolDown: 'cool-down',
};
/** Under this a clock time alone could be hours and minutes. */
const COULD_BE_HOURS_S = 360;

/**
 * Says a session in one sentence, the way it can be typed again: `parseSentence` reads it back to the same session.
 *
 * @param plan the session
 * @returns the sentence; where words were kept that nobody understood, those words
 * Source: handbook section 7; the grammar is in docs/formats.md.
 */
export function printSentence(plan: Pick<Plan, 'items' | 'totalS' | 'words'>): string {
  if (plan.words !== undefined) return plan.words;
  const items = printList(plan.items, false, plan.items.length === 1);
  return plan.totalS === undefined ? items : `${items}, in all ${unmistakable(plan.totalS)}`;
}

function printList(items: readonly Item[], inSet: boolean, alone: boolean): string {
  return items
    .map((item, at) => {
      if (item.kind === 'set') return printSet(item);
      const role = roleOf(item, at, items, inSet);
      const before = items[at - 1];
      return printStep(item, item.role === role ? null : item.role, {
        commas: true,
        alone,
        once: before?.kind === 'set' && couldBeRest(item) && before.rest === null,
      });
    })
    .join(', ');
}

function couldBeRest(step: Step): boolean {
  return step.target.kind === 'steady' && step.target.effort.kind === 'easy';
}

function printSet(set: SetBlock): string {
  const reps = typeof set.reps === 'number' ? String(set.reps) : set.reps.text;
  const rest = set.rest
    ? `, ${printStep(set.rest.step, set.rest.step.role === 'easy' ? null : set.rest.step.role, {})} ${set.rest.when === 'afterEach' ? 'after each' : 'between'}`
    : '';
  return `${reps} × ${printBody(set)}${rest}`;
}

function printBody({ parts }: SetBlock): string {
  const items: readonly Item[] = parts;
  const steps = items.filter((item): item is Step => item.kind === 'step');
  if (steps.length !== items.length) return `(${printList(items, true, false)})`;
  const said = steps.map((step, at) => {
    const role = roleOf(step, at, steps, true);
    return printStep(step, step.role === role ? null : step.role, { commas: steps.length === 1 });
  });
  return steps.length === 1 ? (said[0] ?? '') : `(${said.join(' and ')})`;
}

interface Manner {
  /** Long details stand behind commas, where no "and" follows. */
  readonly commas?: boolean;
  /** The only step of its session. */
  readonly alone?: boolean;
  /** An easy stretch behind a set that is not its rest. */
  readonly once?: boolean;
}

function printStep(
  step: Step,
  role: Role | null,
  { commas = false, alone = false, once = false }: Manner,
): string {
  const { length, cadence } = step;
  let time: string;
  if (length.kind !== 'time') time = printLength(length);
  else if (alone) time = unmistakable(length.seconds);
  else time = spoken(length.seconds);
  const short = [
    time,
    printEffortOf(step),
    step.capBpm === undefined ? '' : `under ${step.capBpm} bpm`,
    step.posture ?? '',
    printRpm(cadence),
    step.cue === '' ? '' : `"${step.cue.replace(/["\\]/g, '\\$&')}"`,
    role === null ? '' : `as ${ROLE_WORDS[role]}`,
    once ? 'once' : '',
  ];
  return [short.filter(Boolean).join(' '), ...longDetails(step)].join(commas ? ', ' : ' ');
}

/** Details of several words each. */
function longDetails(step: Step): string[] {
  return [
    step.finish ? printFinish(step.finish) : '',
    step.everyNth ? `every ${ordinal(step.everyNth.every)} ${printDifferent(step.everyNth)}` : '',
    ...(step.exceptions ?? []).map(
      ({ rep, seconds, ...other }) =>
        `rep ${rep} ${[seconds === undefined ? '' : spoken(seconds), printDifferent(other)].filter(Boolean).join(' ')}`,
    ),
    step.details?.text ?? '',
  ].filter(Boolean);
}

/**
 * Says how a step is ridden beside its length, target, cadence and cue, the way it can be typed again: `parseDetails`
 * reads it back.
 *
 * @param step the step
 * @returns the details with commas between them; empty where there are none
 * Source: handbook section 7; the grammar is in docs/formats.md.
 */
export function printDetails(step: Step): string {
  return [
    step.capBpm === undefined ? '' : `under ${step.capBpm} bpm`,
    step.posture ?? '',
    ...longDetails(step),
  ]
    .filter(Boolean)
    .join(', ');
}

function printEffortOf({ target }: Step): string {
  if (target.kind === 'steady') return atEffort(target.effort);
  const { from, to } = target;
  if (same(from, FALLS.from) && same(to, FALLS.to)) return 'down';
  const up = rises(from, to) !== false;
  if (up && same(from, RISES_FROM) && roughPercent(to) !== null)
    return `building to ${printEffort(to)}`;
  return `${up ? 'building' : 'falling'} from ${printEffort(from)} to ${printEffort(to)}`;
}

/** "easy" and "max" stand by themselves, everything else behind "at". */
function atEffort(effort: Effort): string {
  if (effort.kind === 'easy' || effort.kind === 'max') return effort.kind;
  if (effort.kind === 'unread') return effort.text;
  return effort.kind === 'heartRate' && effort.low === null
    ? printEffort(effort)
    : `at ${printEffort(effort)}`;
}

function printFinish({ length, effort }: Finish): string {
  return `last ${length.kind === 'time' ? spoken(length.seconds) : `${length.metres} metres`} ${atEffort(effort)}`;
}

const ENDINGS: Readonly<Record<number, string>> = { 2: 'nd', 3: 'rd' };

function printDifferent({
  posture,
  effort,
  finish,
}: Pick<NonNullable<Step['everyNth']>, 'posture' | 'effort' | 'finish'>): string {
  return [posture ?? '', effort ? atEffort(effort) : '', finish ? printFinish(finish) : '']
    .filter(Boolean)
    .join(' ');
}

function ordinal(count: number): string {
  return `${count}${ENDINGS[count] ?? 'th'}`;
}

function unmistakable(seconds: number): string {
  if (seconds >= COULD_BE_HOURS_S || seconds < 60) return spoken(seconds);
  return seconds % 60 === 0
    ? `${seconds / 60} min`
    : `${Math.floor(seconds / 60)} min ${seconds % 60} s`;
}

/** A time as it is said: 15 s, 8:00, 1 h 30. */
function spoken(seconds: number): string {
  return seconds < 60 ? `${seconds} s` : printDuration(seconds);
}

function same(one: Effort, other: Effort): boolean {
  return printEffort(one) === printEffort(other);
}

function printRpm(cadence: Step['cadence']): string {
  if (cadence === null) return '';
  return 'kind' in cadence ? cadence.text : `${printSpan(cadence.low, cadence.high)} rpm`;
}
