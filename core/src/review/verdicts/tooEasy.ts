import type { RepRow } from '../rows/repRow.ts';
import type { SetRead } from '../rows/setOf.ts';
import { type Judged, setRule } from './judged.ts';
import { wattRows } from './startedTooHard.ts';
import type { Verdict } from './verdict.ts';

type TooEasy = Extract<Verdict, { id: 'too-easy' }>;

const LEAST_REP_S = 120;
const RISE_SHARE = 0.03;
const CEILING_SHARE = 0.9;
const RPE_UNDER = 2;

/** A sprint at the end of most reps, or a last rep over the first with room in the heart or in the legs. */
export const tooEasy = setRule('too-easy', (set, judged) => {
  const rows = wattRows(set, LEAST_REP_S);
  return bySprint(rows, judged) ?? byRising(rows, set, judged);
});

function bySprint(rows: readonly RepRow[], { limits }: Judged): TooEasy | null {
  // A finish that was planned is no sprint: what is looked at are shares of what was asked there.
  const over = ({ even, meanW }: RepRow): number =>
    even.last20W === null || !meanW ? 0 : even.last20W / meanW;
  const sprinted = rows.filter((row) => over(row) >= 1 + limits.sprintShare);
  if (sprinted.length <= rows.length / 2) return null;
  const most = sprinted.reduce((top, row) => (over(row) > over(top) ? row : top));
  return {
    ...{ id: 'too-easy', by: 'sprint', of: rows.length },
    reps: sprinted.map(({ rep }) => rep ?? 0),
    watts: most.even.last20W ?? 0,
    againstW: most.meanW ?? 0,
    limitShare: limits.sprintShare,
    ...{ ofMaxShare: null, rpeUnder: null },
  };
}

function byRising(rows: readonly RepRow[], { own }: SetRead, judged: Judged): TooEasy | null {
  const [first, last] = [rows[0], rows.at(-1)];
  // Only where the whole set is of such reps does its last tell anything of the first.
  if (!first || !last || rows.length < 2 || rows.length < own.length) return null;
  const share = (row: RepRow): number => (row.meanW ?? 0) / (row.targetW || (row.meanW ?? 1));
  if (share(last) < (1 + RISE_SHARE) * share(first)) return null;
  const { maximalBpm, rpe, expectedRpe } = judged;
  const ofMaxShare =
    maximalBpm === null || last.highestBpm === null ? null : last.highestBpm / maximalBpm;
  const rpeUnder = rpe === null || expectedRpe === null ? null : expectedRpe - rpe;
  const room =
    (ofMaxShare !== null && ofMaxShare < CEILING_SHARE) ||
    (rpeUnder !== null && rpeUnder >= RPE_UNDER);
  if (!room) return null;
  return {
    ...{ id: 'too-easy', by: 'rising', of: rows.length, reps: [last.rep ?? 0] },
    ...{ watts: last.meanW ?? 0, againstW: first.meanW ?? 0, limitShare: RISE_SHARE },
    ...{ ofMaxShare, rpeUnder },
  };
}
