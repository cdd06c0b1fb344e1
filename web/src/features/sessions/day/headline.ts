import { printAsked, type SessionNumbers } from '@uphill/core/sessions';

/** What matters most in a session: what its first work step asks, in watts, beats or RPE. */
export function headline({ segments }: Pick<SessionNumbers, 'segments'>): string {
  const work = segments.find(({ role }) => role === 'work') ?? segments[0];
  return work?.from ? printAsked(work.from) : 'no target';
}
