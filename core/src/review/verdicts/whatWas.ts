import { roundHalfUp } from '../../units/index.ts';
import { judgedMean, type SetRead } from '../rows/setOf.ts';

/**
 * What was, where none of the verdicts on a set holds.
 *
 * @param set the set as it was ridden
 * @returns "Stopped after rep 4 of 8", "14 W over the band in 5 of 5", "9 W under in 3 of 5"; what was ridden where
 * nothing was asked that could be judged
 * Source: handbook section 9.3.
 */
export function whatWas(set: SetRead): string {
  const { own, planned, notRidden, leftOut } = set;
  const last = own.at(-1)?.rep ?? 0;
  if (notRidden.length > 0) return `Stopped after rep ${last} of ${planned}`;
  const off = own.flatMap((row) => {
    const mean = judgedMean(row);
    if (mean === null || !row.band) return [];
    if (row.band.high !== null && mean > row.band.high) return [mean - row.band.high];
    return mean < row.band.low ? [mean - row.band.low] : [];
  });
  const unit = own[0]?.unit === 'bpm' ? 'bpm' : 'W';
  const [over, under] = [off.filter((each) => each > 0), off.filter((each) => each < 0)];
  const say = (list: readonly number[], word: string): string => {
    const mean = list.reduce((sum, each) => sum + Math.abs(each), 0) / list.length;
    return `${Math.max(1, roundHalfUp(mean))} ${unit} ${word} in ${list.length} of ${own.length}`;
  };
  if (over.length > 0 && over.length >= under.length) return say(over, 'over the band');
  if (under.length > 0) return say(under, 'under');
  if (leftOut.length > 0) return `${own.length} of ${planned} reps ridden`;
  return `${own.length === 1 ? 'The rep' : `All ${own.length} reps`} ridden`;
}
