import { isBeat } from '../../power/index.ts';
import type { RepRow } from '../rows/repRow.ts';
import type { SetRead } from '../rows/setOf.ts';
import { setRule } from './judged.ts';

const LEAST_REP_S = 120;
const CEILING = { over: 1.05, to: 1.2 } as const;
const REACHED_SHARE = 0.9;
/** From the middle of a rep on within so many beats of the day's highest: as it should be. */
const NEAR_HIGHEST = 5;

/**
 * Whether heart rate can say nothing of a set: reps under 2:00 above 105 % are over before it has risen.
 *
 * @param set the set
 * @param ftpW FTP of the day, W
 * @returns true where any rep is so
 * Source: handbook section 9.3.
 */
export function heartCannotTell({ own }: Pick<SetRead, 'own'>, ftpW: number | null): boolean {
  return (
    ftpW !== null &&
    own.some(({ askedS, targetW }) => askedS < LEAST_REP_S && (targetW ?? 0) > CEILING.over * ftpW)
  );
}

/** Nine tenths of the maximal heart rate in a rep that asks for it. */
export const ceilingReached = setRule('ceiling-reached', (set, { ftpW, maximalBpm, ride }) => {
  const { bpm } = ride;
  if (ftpW === null || maximalBpm === null || !bpm) return null;
  const isCeiling = ({ askedS, targetW }: RepRow): boolean =>
    askedS >= LEAST_REP_S &&
    targetW !== null &&
    targetW > CEILING.over * ftpW &&
    targetW <= CEILING.to * ftpW;
  const limitBpm = REACHED_SHARE * maximalBpm;
  const rows = set.own.filter(isCeiling);
  const reached = rows.filter(({ highestBpm }) => highestBpm !== null && highestBpm >= limitBpm);
  if (reached.length === 0) return null;
  const beats = (from: number, to: number): number[] => bpm.slice(from, to).filter(isBeat);
  const highest = bpm.filter(isBeat).reduce((most, beat) => Math.max(most, beat), 0);
  const steady = reached.filter(({ startS, endS }) => {
    const half = beats(Math.round((startS + endS) / 2), endS);
    return half.length > 0 && half.every((beat) => beat >= highest - NEAR_HIGHEST);
  });
  return {
    ...{ id: 'ceiling-reached', of: rows.length, limitBpm, maximalBpm },
    reps: reached.map(({ rep }) => rep ?? 0),
    seconds: reached.reduce(
      (sum, { startS, endS }) =>
        sum + beats(startS, endS).filter((beat) => beat >= limitBpm).length,
      0,
    ),
    asItShouldBe: steady.map(({ rep }) => rep ?? 0),
  };
});
