import { AsyncLocalStorage } from 'node:async_hooks';

/** Who acts: the coach, or a rider on their own page. */
export type Actor = 'coach' | 'rider';

/** A request under way: who asks, and which step of the journal came of it. */
export interface Acting {
  readonly actor: Actor;
  step: number | null;
}

const acting = new AsyncLocalStorage<Acting>();

/** Names who asks; a page of a rider says so, everything else is the coach's. */
export const ACTOR_HEADER = 'x-uphill-actor';
/** Tells which step of the journal came of a request, so that its own undo takes back that and nothing else. */
export const STEP_HEADER = 'x-uphill-step';

/** Carries out a request as the one who asks. */
export function actAs(actor: Actor, run: () => void): void {
  acting.run({ actor, step: null }, run);
}

/** The request under way; outside of one, the coach's. */
export function currentActing(): Acting {
  return acting.getStore() ?? { actor: 'coach', step: null };
}
