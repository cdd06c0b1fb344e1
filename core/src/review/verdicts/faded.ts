import { judgedMean } from '../rows/setOf.ts';
import type { RepRow } from '../rows/repRow.ts';
import { isIn } from './inBand.ts';
import { setRule } from './judged.ts';
import { wattRows } from './startedTooHard.ts';

const LEAST_REP_S = 180;
const FALL_SHARE = 0.05;
const REPS_SHARE = 1 / 3;

/** Watts that fall inside a rep whose start was as asked and whose mean is in the band. */
export const faded = setRule('faded', (set) => {
  const rows = wattRows(set, LEAST_REP_S);
  const fell = rows.filter((row) => {
    const { firstMinuteW, lastMinuteW } = row.even;
    if (firstMinuteW === null || lastMinuteW === null || !row.band) return false;
    return (
      lastMinuteW < (1 - FALL_SHARE) * firstMinuteW &&
      firstMinuteW <= (row.band.high ?? Infinity) &&
      isIn(judgedMean(row), row.band)
    );
  });
  if (fell.length === 0 || fell.length < REPS_SHARE * rows.length) return null;
  const fall = ({ even }: RepRow): number => (even.lastMinuteW ?? 0) / (even.firstMinuteW ?? 1);
  const worst = fell.reduce((most, row) => (fall(row) < fall(most) ? row : most));
  return {
    id: 'faded',
    reps: fell.map(({ rep }) => rep ?? 0),
    of: rows.length,
    rep: worst.rep ?? 0,
    firstMinuteW: worst.even.firstMinuteW ?? 0,
    lastMinuteW: worst.even.lastMinuteW ?? 0,
  };
});
