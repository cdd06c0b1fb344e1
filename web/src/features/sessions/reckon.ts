import {
  type Plan,
  type RiderOnDay,
  sessionNumbers,
  type SessionNumbers,
  sessionVerdict,
  type SessionVerdict,
} from '@uphill/core/sessions';

/** What a session asks of a rider, and whether it holds. */
export interface Reckoned {
  readonly asks: SessionNumbers;
  readonly verdict: SessionVerdict;
}

const kept = new WeakMap<Plan, { readonly rider: RiderOnDay; readonly reckoned: Reckoned }>();

/** Reckons a session, once: the plan of before an edit was reckoned when it was made. */
export function reckon(plan: Plan, rider: RiderOnDay): Reckoned {
  const before = kept.get(plan);
  if (before?.rider === rider) return before.reckoned;
  const asks = sessionNumbers(plan, rider);
  const reckoned = { asks, verdict: sessionVerdict(plan, rider, asks.segments) };
  kept.set(plan, { rider, reckoned });
  return reckoned;
}
