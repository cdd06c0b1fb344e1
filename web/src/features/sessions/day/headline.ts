import { printAsked, type SessionNumbers } from '@uphill/core/sessions';

/** A line has room for so many. */
const MOST = 3;

/** What matters most in a session: what its work asks, each thing once, in watts, beats or RPE. */
export function headline({ segments }: Pick<SessionNumbers, 'segments'>): string {
  const work = segments.filter(({ role }) => role === 'work');
  const asked = (work.length > 0 ? work : segments.slice(0, 1)).flatMap(({ from }) =>
    from ? [printAsked(from)] : [],
  );
  const each = [...new Set(asked)];
  if (each.length === 0) return 'no target';
  return each.length > MOST ? `${each.slice(0, MOST).join(', ')} …` : each.join(', ');
}
