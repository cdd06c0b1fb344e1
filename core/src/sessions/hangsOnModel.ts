import type { Effort } from '../units/index.ts';
import { everyEffort } from './caution.ts';
import type { Plan } from './plan.ts';

/** Efforts that are taken from what the rider can hold. */
const BY_MODEL: ReadonlySet<Effort['kind']> = new Set(['curve', 'own', 'max']);

/**
 * Whether what a session asks hangs on what its rider can hold (bests, CP and W′): only then have they to be known for
 * its watts, its length and its load. Whether it holds does always.
 *
 * @param plan the session
 * @returns true where a step is flat out, by the rider's curve, or by a number of their own
 * Source: handbook section 5 (A planned session's numbers).
 */
export function hangsOnModel(plan: Plan): boolean {
  return everyEffort(plan).some(({ kind }) => BY_MODEL.has(kind));
}
