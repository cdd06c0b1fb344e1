import {
  type Mend,
  parseCadence,
  parseEffort,
  parseLength,
  parseTarget,
  type Refused,
  type Understood,
  refused,
  understood,
} from '../units/index.ts';
import { type Item, MOST_REPS, type Plan, type Step } from './plan.ts';
import { tooMuch } from './measure.ts';
import { parseDetails } from './sentence/details.ts';
import { fitEnds } from './total.ts';
import { effortsOf } from './targets.ts';

export type ProblemField = 'time' | 'target' | 'cadence' | 'details' | 'reps' | 'session';

/** Something in a draft that stands in the way of giving it to a rider. */
export interface PlanProblem {
  /** Step or set it is about; null for the session as a whole. */
  readonly itemId: string | null;
  readonly field: ProblemField;
  readonly reason: string;
  /** What can be done about it at once, where something can. */
  readonly mend?: Mend;
}

/** Nobody reads further than this; the rest is named once these are mended. */
const MOST_NAMED = 100;

/**
 * Lists what stands in the way of giving a session. A draft with problems can be saved all the same.
 *
 * @param plan the draft
 * @returns one problem for each thing to mend, in reading order, about the first hundred; empty where it is sound
 */
export function problemsOf(plan: Plan): PlanProblem[] {
  const problems: PlanProblem[] = [];
  if (plan.items.length === 0)
    problems.push({
      itemId: null,
      field: 'session',
      reason: 'The session has no steps yet. Add one.',
    });
  for (const item of plan.items) if (problems.length < MOST_NAMED) inspect(item, problems);
  for (const reason of tooMuch(plan)) problems.push({ itemId: null, field: 'session', reason });
  const ends = fitEnds(plan).problem;
  if (ends !== null) problems.push({ itemId: null, field: 'session', reason: ends });
  if (plan.words !== undefined && problems.length === 0)
    problems.push({
      itemId: null,
      field: 'session',
      reason: 'Not all of the sentence is understood. Your words are kept.',
    });
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
  for (const part of item.parts) if (problems.length < MOST_NAMED) inspect(part, problems);
  if (item.rest) inspectStep(item.rest.step, problems);
}

function inspectStep(step: Step, problems: PlanProblem[]): void {
  const blame = (field: ProblemField, reading: Understood<unknown> | Refused): void => {
    const { reason, mend } = reading.ok
      ? refused('It was not understood when it was typed. Type it again.')
      : reading;
    problems.push({ itemId: step.id, field, reason, ...(mend && { mend }) });
  };
  if (step.length.kind === 'unread') blame('time', parseLength(step.length.text, []));
  for (const effort of effortsOf(step.target)) {
    if (effort.kind === 'unread')
      blame(
        'target',
        step.target.kind === 'steady' ? parseTarget(effort.text) : parseEffort(effort.text),
      );
    else if (
      (effort.kind === 'percent' || effort.kind === 'watts' || effort.kind === 'rpe') &&
      effort.low > effort.high
    ) {
      problems.push({
        itemId: step.id,
        field: 'target',
        reason: `The range runs ${effort.low} to ${effort.high}. Swap them?`,
      });
    }
  }
  if (step.cadence && 'kind' in step.cadence) blame('cadence', parseCadence(step.cadence.text));
  if (step.details) blame('details', parseDetails(step.details.text));
}

/**
 * Reads how many reps a set has.
 *
 * @param text what was typed: `4`, `4×`, `4 x`
 * @returns 1–999, or why it was refused
 */
export function parseReps(text: string): Understood<number> | Refused {
  const found = /^(\d{1,6})\s*[x×*]?$/i.exec(text.trim());
  if (!found) return refused(`"${text.trim().slice(0, 24)}" is not a number of reps. Try 4.`);
  const reps = Number(found[1]);
  if (reps === 0) return refused('A set of 0 reps is not a set. Type 1 or more, or delete it.');
  if (reps > MOST_REPS) return refused(`${reps} reps? The most is ${MOST_REPS}.`);
  return understood(reps);
}
