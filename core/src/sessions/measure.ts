import { printDuration } from '../units/index.ts';
import { LONGEST_SESSION_S, MOST_SEGMENTS } from './limits.ts';
import type { Item, Plan, SetBlock } from './plan.ts';

/** How long something lasts, s, and how many steps it has laid out. */
export interface Measure {
  readonly seconds: number;
  readonly steps: number;
}

const NOTHING: Measure = { seconds: 0, steps: 0 };
/** A hill without a rider: nobody climbs slower than this, m/s. */
const SLOWEST = 2;

/**
 * How long a list of steps and sets is without a rider.
 *
 * @param items steps and sets; what is unread counts nothing
 * @returns s and steps
 */
export function measureAll(items: readonly Item[]): Measure {
  return items.reduce<Measure>((sum, item) => add(sum, measure(item)), NOTHING);
}

/**
 * How long a step or set is without a rider.
 *
 * @param item a step or a set; what is unread counts nothing
 * @returns s and steps
 */
function measure(item: Item): Measure {
  if (item.kind === 'step') {
    const { length } = item;
    let seconds: number;
    if (length.kind === 'time') seconds = length.seconds;
    else if (length.kind === 'lap') seconds = length.expectedS;
    else if (length.kind === 'hill') seconds = length.metres / SLOWEST;
    else seconds = 0;
    return { seconds, steps: 1 };
  }
  const reps = typeof item.reps === 'number' ? item.reps : 1;
  const parts = measureAll(item.parts);
  const rests = restCount(item, reps);
  const rest = item.rest ? measure(item.rest.step) : NOTHING;
  return {
    seconds: reps * parts.seconds + rests * rest.seconds,
    steps: reps * parts.steps + rests * rest.steps,
  };
}

/**
 * Why a session is more than can be laid out: it lasts over a day, or has more steps than anybody rides.
 *
 * @param plan the session
 * @returns a sentence for each limit it breaks; empty where it is within them
 */
export function tooMuch(plan: Plan): string[] {
  const { seconds, steps } = measureAll(plan.items);
  return [
    ...(seconds > LONGEST_SESSION_S
      ? [`The session lasts ${printDuration(seconds)}. The longest is 24 h.`]
      : []),
    ...(steps > MOST_SEGMENTS
      ? [`Laid out, the session has ${steps} steps. The most is ${MOST_SEGMENTS}.`]
      : []),
  ];
}

function restCount(set: SetBlock, reps: number): number {
  if (!set.rest) return 0;
  return set.rest.when === 'afterEach' ? reps : reps - 1;
}

function add(a: Measure, b: Measure): Measure {
  return { seconds: a.seconds + b.seconds, steps: a.steps + b.steps };
}
