import { roundHalfUp } from '../units/index.ts';
import type { System } from '../sessions/index.ts';

/** Sessions are equals as long as they lie this close. */
const CLOSE = { loadPercent: 10, curvePoints: 3, balancePoints: 10 } as const;

/** What equals are held against. */
export interface Comparable {
  readonly system: System;
  /** Points. */
  readonly load: number;
  /** Share of the rider's curve, and the lowest W′, percent; null where that look says nothing. */
  readonly curvePercent: number | null;
  readonly balancePercent: number | null;
}

/**
 * Why two sessions are no equals for a rider.
 *
 * @param one the session that stands on the day
 * @param other the one offered beside it
 * @returns what tells them apart, in words; null where they are equals
 * Source: handbook section 8.5 (Choice of equals).
 */
export function whyNotEqual(one: Comparable, other: Comparable): string | null {
  if (one.system !== other.system) return 'it trains another system';
  const off = Math.abs(other.load - one.load) / Math.max(one.load, 1e-9);
  if (off * 100 > CLOSE.loadPercent + 1e-9)
    return `its load is ${roundHalfUp(off * 100)} % off; at most ${CLOSE.loadPercent}`;
  const apart = (here: number | null, there: number | null): number =>
    here === null || there === null ? 0 : Math.abs(here - there);
  const curve = apart(one.curvePercent, other.curvePercent);
  if (curve > CLOSE.curvePoints + 1e-9)
    return `its share of the curve is ${roundHalfUp(curve)} points off; at most ${CLOSE.curvePoints}`;
  const balance = apart(one.balancePercent, other.balancePercent);
  return balance > CLOSE.balancePoints + 1e-9
    ? `its lowest W′ is ${roundHalfUp(balance)} points off; at most ${CLOSE.balancePoints}`
    : null;
}
