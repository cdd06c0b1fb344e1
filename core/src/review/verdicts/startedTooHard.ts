import type { RepRow } from '../rows/repRow.ts';
import type { SetRead } from '../rows/setOf.ts';
import { judgedMean } from '../rows/setOf.ts';
import { setRule } from './judged.ts';
import { over } from './over.ts';

const LEAST_REP_S = 120;
const LEAST_FOR_MINUTE_S = 180;
/** First 20 s over this share of the target; first minute this much over the last. Source: handbook section 9.3. */
const FIRST_20_SHARE = 1.2;
const FALL_SHARE = 0.05;
const REPS_SHARE = 1 / 3;

/** Rows whose watts can be judged, of reps at least so long. */
export function wattRows({ own }: SetRead, leastS: number): RepRow[] {
  return own.filter(
    (row) => row.unit === 'watts' && row.askedS >= leastS && judgedMean(row) !== null,
  );
}

function isHardStart({ even, targetW, band, askedS }: RepRow): boolean {
  if (targetW === null) return false;
  if (even.first20W !== null && even.first20W > FIRST_20_SHARE * targetW) return true;
  const { firstMinuteW, lastMinuteW } = even;
  if (askedS < LEAST_FOR_MINUTE_S || firstMinuteW === null || lastMinuteW === null) return false;
  const high = band?.high ?? null;
  return high !== null && firstMinuteW > high && firstMinuteW > (1 + FALL_SHARE) * lastMinuteW;
}

/** The first seconds far above the target, in a third of the reps, or in the first of a set that broke down. */
export const startedTooHard = setRule('started-too-hard', (set, judged) => {
  const rows = wattRows(set, LEAST_REP_S);
  const hard = rows.filter(isHardStart);
  const [first] = hard;
  if (!first) return null;
  const opened = first.rep === 1 && over.holds(judged) !== null;
  if (hard.length < REPS_SHARE * rows.length && !opened) return null;
  const worst = hard.reduce((top, row) =>
    (row.even.first20W ?? 0) / (row.targetW ?? 1) > (top.even.first20W ?? 0) / (top.targetW ?? 1)
      ? row
      : top,
  );
  return {
    id: 'started-too-hard',
    reps: hard.map(({ rep }) => rep ?? 0),
    of: rows.length,
    ...{ first20W: worst.even.first20W, firstMinuteW: worst.even.firstMinuteW },
    lastMinuteW: worst.even.lastMinuteW,
    targetW: worst.targetW ?? 0,
    highW: worst.band?.high ?? null,
    rep: worst.rep ?? 0,
  };
});
