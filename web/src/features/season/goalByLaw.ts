import type { Goal } from '@uphill/api';

/** Shorter goals have no law to reckon by, s. */
const LEAST_S = 300;

/** What a goal asks for its time, where that is long enough to be reckoned from an FTP; else null. */
export function goalByLaw(
  goal: Pick<Goal, 'watts' | 'seconds'> | null,
): { readonly watts: number; readonly seconds: number } | null {
  if (!goal?.watts || !goal.seconds || goal.seconds < LEAST_S) return null;
  return { watts: goal.watts, seconds: goal.seconds };
}
