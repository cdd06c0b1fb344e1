import { bandOf } from './askedOfStep.ts';
import type { PoweredRep } from './plannedReps.ts';
import type { Chain, Ridden } from './search.ts';

/** Reps this much longer or shorter than asked, or this far off in watts, are those of another session. */
const OTHER = { longer: 1.3, shorter: 0.7, watts: 0.1, correlation: 0.75 } as const;
/** A rep under this share of its lower limit broke down, whatever its length. Source: handbook section 9.3. */
const BROKE = 0.95;

/**
 * Whether the stretches found are the reps of another session than the planned one.
 *
 * @param chain the stretches, with their places in the plan
 * @param planned the reps of the session
 * @param ridden the ride
 * @param r how the planned session goes with the ride, laid on them: 0–1
 * @returns true where most are over 30 % longer, all over 30 % shorter though none broke down, or the plan goes with
 * the ride badly and most lie over 10 % off in watts
 * Source: handbook section 9.1 ("Another session").
 */
export function isAnotherSession(
  { spans, places }: Pick<Chain, 'spans' | 'places'>,
  planned: readonly PoweredRep[],
  ridden: Ridden,
  r: number,
): boolean {
  const each = spans.slice(0, planned.length).map(({ startS, endS }, index) => {
    const rep = planned[Math.min(places?.[index] ?? index, planned.length - 1)] as PoweredRep;
    return { rep, length: (endS - startS) / rep.seconds, meanW: ridden.mean(startS, endS) };
  });
  const most = (those: typeof each): boolean => those.length > each.length / 2;
  if (most(each.filter(({ length }) => length > OTHER.longer))) return true;
  const short = each.every(({ length }) => length < OTHER.shorter);
  const broke = ({ rep, meanW }: (typeof each)[number]): boolean =>
    meanW < BROKE * bandOf(rep.watts, rep.watts).low;
  if (short && !each.some(broke)) return true;
  const off = each.filter(({ rep, meanW }) => Math.abs(meanW / rep.watts - 1) > OTHER.watts);
  return r < OTHER.correlation && most(off);
}
