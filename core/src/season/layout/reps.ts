import { type Item, nameFromSets, type Plan, type Step } from '../../sessions/index.ts';

/**
 * A session with a share of its reps; watts and rests stay.
 *
 * @param plan the session
 * @param share 0–1
 * @returns the session, each set with at least one rep
 * Source: handbook section 8.9.
 */
export function withReps(plan: Plan, share: number): Plan {
  return named({ ...plan, items: plan.items.map((item) => changed(item, share)) });
}

/**
 * A session with its reps in whole percent of FTP, rounded down: nobody asks for tenths.
 *
 * @param plan the session
 * @returns the session, named by what it has become
 */
export function wholePercents(plan: Plan): Plan {
  const whole = (target: Step['target']): Step['target'] =>
    target.kind === 'steady' && target.effort.kind === 'percent'
      ? {
          ...target,
          effort: {
            ...target.effort,
            low: Math.floor(target.effort.low),
            high: Math.floor(target.effort.high),
          },
        }
      : target;
  const items = plan.items.map((item) =>
    item.kind === 'set'
      ? {
          ...item,
          parts: item.parts.map((part) =>
            part.kind === 'step' ? { ...part, target: whole(part.target) } : part,
          ),
        }
      : item,
  );
  return named({ ...plan, items });
}

/**
 * A session whose name follows its sets, named by what they have become.
 *
 * @param plan the session
 * @returns the session
 */
export function named(plan: Plan): Plan {
  return plan.nameFollows ? { ...plan, name: nameFromSets(plan) } : plan;
}

/**
 * A set with a share of its reps, and another rest.
 *
 * @param item a step, which stays, or a set
 * @param share 0–1
 * @param rest in shares of the rep; left out: as it was
 * @returns the item
 */
export function changed(item: Item, share: number, rest?: number): Item {
  if (item.kind !== 'set') return item;
  const reps = typeof item.reps === 'number' ? fewer(item.reps, share) : item.reps;
  const [part] = item.parts;
  const seconds = part?.kind === 'step' && part.length.kind === 'time' ? part.length.seconds : null;
  if (rest === undefined || !item.rest || seconds === null) return { ...item, reps };
  const length = { kind: 'time', seconds: Math.max(1, Math.round(seconds * rest)) } as const;
  return { ...item, reps, rest: { ...item.rest, step: { ...item.rest.step, length } } };
}

function fewer(reps: number, share: number): number {
  return Math.max(1, Math.round(reps * share));
}
