import { printAskedWatts, printSpan, type SessionNumbers } from '@uphill/core';

/** The watts that matter most in a session: those of its first work step; RPE where there are no watts. */
export function headline({ segments }: Pick<SessionNumbers, 'segments'>): string {
  const work = segments.find(({ role }) => role === 'work') ?? segments[0];
  if (!work?.from) return 'no target';
  const watts = printAskedWatts(work.from);
  return watts ? `${watts} W` : `RPE ${printSpan(...work.from.rpe)}`;
}
