import type { Recovering } from '../power/index.ts';
import { lowestByWatts } from './balance.ts';
import type { Segment } from './expand.ts';
import { bisect, KEPT_SHARE, wholeWatts } from './solve.ts';

/** A set under way, between two of its reps. */
export interface SetLeft {
  /** What is still to ride, from now to the end of the set's last rep: the rest under way first. */
  readonly segments: readonly Segment[];
  /** Steps of the set whose watts may be lowered. */
  readonly stepIds: ReadonlySet<string>;
  /** W′ balance now, from the watts really ridden, J. */
  readonly balanceJ: number;
  readonly model: Recovering;
  /** What the reps ask, W. */
  readonly askedW: number;
}

/** Whether the reps that are left hold, and what would save them. */
export interface Rescue {
  /** As they are asked: the balance stays at zero or above. */
  readonly holds: boolean;
  /** Watts from now on with which all that are left hold; null where none above CP do, or none are needed. */
  readonly watts: number | null;
}

/**
 * What saves a set: the highest whole watts from now on with which W′ balance, begun at what the watts really ridden
 * have left, stays above 10 % through the last rep. Never above the watts asked, and never at or under CP, where it
 * would be another session.
 *
 * @param set what is left of the set
 * @returns whether it holds as asked, and the watts that save it
 * Source: handbook section 9.3 (While riding); section 7 for the 10 %.
 */
export function rescueSet({ segments, stepIds, balanceJ, model, askedW }: SetLeft): Rescue {
  const lowestAt = lowestByWatts(segments, stepIds, model, balanceJ);
  if (lowestAt(askedW) >= 0) return { holds: true, watts: null };
  // What is gone already cannot be kept: from there on nothing more may be lost.
  const kept = Math.min(KEPT_SHARE * model.wPrimeJ, balanceJ - 1e-6);
  const saved = (watts: number): boolean => lowestAt(watts) >= kept;
  const least = Math.floor(model.cpW) + 1;
  if (least >= askedW || !saved(least)) return { holds: false, watts: null };
  const watts = wholeWatts(bisect(least, askedW, saved), askedW, saved);
  return { holds: false, watts: Math.min(watts, Math.ceil(askedW) - 1) };
}
