import type { VerdictRule } from './judged.ts';

/** More of the work than this may not be lost. Source: handbook section 9.3. */
const LOST_SHARE = 0.1;

/** The source is doubtful, too much of the work is lost, or its reps were not found. */
export const cannotTell: VerdictRule<'cannot-tell'> = {
  id: 'cannot-tell',
  asked: ['set', 'endurance'],
  holds: ({ is, set, ride, doubtful }) => {
    const lostShare = is === 'set' ? (set?.lostShare ?? null) : lostOf(ride);
    const answer = (why: 'doubtful' | 'lost' | 'notFound') =>
      ({ id: 'cannot-tell', why, lostShare: why === 'lost' ? lostShare : null }) as const;
    if (doubtful) return answer('doubtful');
    if (is === 'set' && !set) return answer('notFound');
    return lostShare !== null && lostShare > LOST_SHARE ? answer('lost') : null;
  },
};

/** Share of a whole ride's watts that are lost; 0 where it has no power meter at all. */
function lostOf({
  watts,
  stopped,
}: {
  readonly watts: readonly (number | null)[] | null;
  readonly stopped: Uint8Array;
}): number {
  if (!watts) return 0;
  let [lost, all] = [0, 0];
  for (const [second, value] of watts.entries()) {
    if (stopped[second] === 1) continue;
    all += 1;
    if (value === null) lost += 1;
  }
  return all === 0 ? 0 : lost / all;
}
