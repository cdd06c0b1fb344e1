import { parseCadence } from '../units/cadence.ts';
import { parseEffort, parseTarget } from '../units/target.ts';
import { parseLength } from '../units/length.ts';
import { printDuration } from '../units/time.ts';
import { type Reading, refused, understood } from '../units/reading.ts';
import { type Effort, type Item, MOST_REPS, type Plan, type SetBlock, type Step } from './plan.ts';
import { MOST_SEGMENTS } from './expand.ts';

export type ProblemField = 'time' | 'target' | 'cadence' | 'reps' | 'session';

/** Something in a draft that stands in the way of giving it to a rider. */
export interface PlanProblem {
  /** Step or set it is about; null for the session as a whole. */
  readonly itemId: string | null;
  readonly field: ProblemField;
  readonly reason: string;
}

/** No session is longer than this, s. */
const LONGEST_SESSION_S = 24 * 3600;

/**
 * Lists what stands in the way of giving a session. A draft with problems can be saved all the same.
 *
 * @param plan the draft
 * @returns one problem for each thing to mend, in reading order; empty where it is sound
 */
export function problemsOf(plan: Plan): PlanProblem[] {
  const problems: PlanProblem[] = [];
  if (plan.items.length === 0) problems.push({ itemId: null, field: 'session', reason: 'The session has no steps yet. Add one.' });
  for (const item of plan.items) inspect(item, problems);
  const laidOut = plan.items.reduce((sum, item) => add(sum, measure(item)), { seconds: 0, steps: 0 });
  if (laidOut.seconds > LONGEST_SESSION_S)
    problems.push({ itemId: null, field: 'session', reason: `The session lasts ${printDuration(laidOut.seconds)}. The longest is 24 h.` });
  if (laidOut.steps > MOST_SEGMENTS)
    problems.push({ itemId: null, field: 'session', reason: `Laid out, the session has ${laidOut.steps} steps. The most is ${MOST_SEGMENTS}.` });
  return problems;
}

function inspect(item: Item, problems: PlanProblem[]): void {
  if (item.kind === 'step') {
    inspectStep(item, problems);
    return;
  }
  if (typeof item.reps !== 'number') {
    const reps = parseReps(item.reps.text);
    if (!reps.ok) problems.push({ itemId: item.id, field: 'reps', reason: reps.reason });
  }
  for (const part of item.parts) inspect(part, problems);
  if (item.rest) inspectStep(item.rest.step, problems);
}

function inspectStep(step: Step, problems: PlanProblem[]): void {
  const blame = (field: ProblemField, reading: Reading<unknown>): void => {
    problems.push({ itemId: step.id, field, reason: reading.ok ? 'It was not understood when it was typed. Type it again.' : reading.reason });
  };
  if (step.length.kind === 'unread') blame('time', parseLength(step.length.text, []));
  const efforts: Effort[] = step.target.kind === 'steady' ? [step.target.effort] : [step.target.from, step.target.to];
  for (const effort of efforts) {
    if (effort.kind === 'unread') blame('target', step.target.kind === 'steady' ? parseTarget(effort.text) : parseEffort(effort.text));
    else if ((effort.kind === 'percent' || effort.kind === 'watts' || effort.kind === 'rpe') && effort.low > effort.high) {
      problems.push({ itemId: step.id, field: 'target', reason: `The range runs ${effort.low} to ${effort.high}. Swap them?` });
    }
  }
  if (step.cadence && 'kind' in step.cadence) blame('cadence', parseCadence(step.cadence.text));
}

interface Measure {
  readonly seconds: number;
  readonly steps: number;
}

/** How long an item is and how many steps it has laid out, without a rider. */
export function measure(item: Item): Measure {
  if (item.kind === 'step') {
    const { length } = item;
    // A hill without a rider: nobody climbs slower than this, m/s.
    const seconds = length.kind === 'time' ? length.seconds : length.kind === 'lap' ? length.expectedS : length.kind === 'hill' ? length.metres / 2 : 0;
    return { seconds, steps: 1 };
  }
  const reps = typeof item.reps === 'number' ? item.reps : 1;
  const parts = (item.parts as readonly Item[]).reduce((sum, part) => add(sum, measure(part)), { seconds: 0, steps: 0 });
  const rests = restCount(item, reps);
  const rest = item.rest ? measure(item.rest.step) : { seconds: 0, steps: 0 };
  return { seconds: reps * parts.seconds + rests * rest.seconds, steps: reps * parts.steps + rests * rest.steps };
}

function restCount(set: SetBlock, reps: number): number {
  if (!set.rest) return 0;
  return set.rest.when === 'afterEach' ? reps : reps - 1;
}

function add(a: Measure, b: Measure): Measure {
  return { seconds: a.seconds + b.seconds, steps: a.steps + b.steps };
}

/**
 * Reads how many reps a set has.
 *
 * @param text what was typed: `4`, `4×`, `4 x`
 * @returns 1–999, or why it was refused
 */
export function parseReps(text: string): Reading<number> {
  const found = /^(\d{1,6})\s*[x×*]?$/i.exec(text.trim());
  if (!found) return refused(`"${text.trim().slice(0, 24)}" is not a number of reps. Try 4.`);
  const reps = Number(found[1]);
  if (reps === 0) return refused('A set of 0 reps is no set. Type 1 or more, or delete it.');
  if (reps > MOST_REPS) return refused(`${reps} reps? The most is ${MOST_REPS}.`);
  return understood(reps);
}
