import {
  type Effort,
  FALLS,
  printDuration,
  printEffort,
  printLength,
  printSpan,
  RISES_FROM,
  USUAL_SCHEME,
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
 * @param own id of the scheme whose zones need no name: the one the words are read with again
 * @returns the sentence; where words were kept that nobody understood, those words
 * Source: handbook section 7; the grammar is in docs/formats.md.
 */
export function printSentence(
  plan: Pick<Plan, 'items' | 'totalS' | 'words'>,
  own: string = USUAL_SCHEME,
): string {
  if (plan.words !== undefined) return plan.words;
  const items = new Printer(own).list(plan.items, false, plan.items.length === 1);
  return plan.totalS === undefined ? items : `${items}, in all ${unmistakable(plan.totalS)}`;
}

interface Manner {
  /** Long details stand behind commas, where no "and" follows. */
  readonly commas?: boolean;
  /** The only step of its session. */
  readonly alone?: boolean;
  /** An easy stretch behind a set that is not its rest. */
  readonly once?: boolean;
}

/** Says the parts of a session; zones of the scheme in `own` need no name. */
class Printer {
  constructor(private readonly own: string) {}

  list(items: readonly Item[], inSet: boolean, alone: boolean): string {
    return items
      .map((item, at) => {
        if (item.kind === 'set') return this.set(item);
        const role = roleOf(item, at, items, inSet);
        const before = items[at - 1];
        return this.step(item, item.role === role ? null : item.role, {
          commas: true,
          alone,
          once: before?.kind === 'set' && couldBeRest(item) && before.rest === null,
        });
      })
      .join(', ');
  }

  private set(set: SetBlock): string {
    const reps = typeof set.reps === 'number' ? String(set.reps) : set.reps.text;
    const rest = set.rest
      ? `, ${this.step(set.rest.step, set.rest.step.role === 'easy' ? null : set.rest.step.role, {})} ${set.rest.when === 'afterEach' ? 'after each' : 'between'}`
      : '';
    return `${reps} × ${this.body(set)}${rest}`;
  }

  private body({ parts }: SetBlock): string {
    const items: readonly Item[] = parts;
    const steps = items.filter((item): item is Step => item.kind === 'step');
    if (steps.length !== items.length) return `(${this.list(items, true, false)})`;
    const said = steps.map((step, at) => {
      const role = roleOf(step, at, steps, true);
      return this.step(step, step.role === role ? null : step.role, { commas: steps.length === 1 });
    });
    return steps.length === 1 ? (said[0] ?? '') : `(${said.join(' and ')})`;
  }

  private step(
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
      this.effortOf(step),
      step.capBpm === undefined ? '' : `under ${step.capBpm} bpm`,
      step.posture ?? '',
      printRpm(cadence),
      step.cue === '' ? '' : `"${step.cue.replace(/["\\]/g, '\\$&')}"`,
      role === null ? '' : `as ${ROLE_WORDS[role]}`,
      once ? 'once' : '',
    ];
    return [short.filter(Boolean).join(' '), ...this.longDetails(step)].join(commas ? ', ' : ' ');
  }

  /** Details of several words each. */
  longDetails(step: Step): string[] {
    return [
      step.finish ? this.finish(step.finish) : '',
      step.everyNth ? `every ${ordinal(step.everyNth.every)} ${this.different(step.everyNth)}` : '',
      ...(step.exceptions ?? []).map(
        ({ rep, seconds, ...other }) =>
          `rep ${rep} ${[seconds === undefined ? '' : spoken(seconds), this.different(other)].filter(Boolean).join(' ')}`,
      ),
      step.details?.text ?? '',
    ].filter(Boolean);
  }

  private effortOf({ target }: Step): string {
    if (target.kind === 'steady') return this.atEffort(target.effort);
    const { from, to } = target;
    if (same(from, FALLS.from) && same(to, FALLS.to)) return 'down';
    const up = rises(from, to) !== false;
    if (up && same(from, RISES_FROM) && roughPercent(to) !== null)
      return `building to ${printEffort(to, this.own)}`;
    return `${up ? 'building' : 'falling'} from ${printEffort(from, this.own)} to ${printEffort(to, this.own)}`;
  }

  /** "easy" and "max" stand by themselves, everything else behind "at". */
  private atEffort(effort: Effort): string {
    if (effort.kind === 'easy' || effort.kind === 'max') return effort.kind;
    if (effort.kind === 'unread') return effort.text;
    return effort.kind === 'heartRate' && effort.low === null
      ? printEffort(effort, this.own)
      : `at ${printEffort(effort, this.own)}`;
  }

  private finish({ length, effort }: Finish): string {
    return `last ${length.kind === 'time' ? spoken(length.seconds) : `${length.metres} metres`} ${this.atEffort(effort)}`;
  }

  private different({
    posture,
    effort,
    finish,
  }: Pick<NonNullable<Step['everyNth']>, 'posture' | 'effort' | 'finish'>): string {
    return [posture ?? '', effort ? this.atEffort(effort) : '', finish ? this.finish(finish) : '']
      .filter(Boolean)
      .join(' ');
  }
}

/**
 * Says how a step is ridden beside its length, target, cadence and cue, the way it can be typed again: `parseDetails`
 * reads it back.
 *
 * @param step the step
 * @param own id of the scheme whose zones need no name
 * @returns the details with commas between them; empty where there are none
 * Source: handbook section 7; the grammar is in docs/formats.md.
 */
export function printDetails(step: Step, own: string = USUAL_SCHEME): string {
  return [
    step.capBpm === undefined ? '' : `under ${step.capBpm} bpm`,
    step.posture ?? '',
    ...new Printer(own).longDetails(step),
  ]
    .filter(Boolean)
    .join(', ');
}

const ENDINGS: Readonly<Record<number, string>> = { 2: 'nd', 3: 'rd' };

function couldBeRest(step: Step): boolean {
  return step.target.kind === 'steady' && step.target.effort.kind === 'easy';
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
