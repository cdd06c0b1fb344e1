import { meanOf, surgeWeightedPower } from '../power/index.ts';
import {
  printClock,
  type Refused,
  type Understood,
  refused,
  roundTo,
  understood,
} from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import type { Stretch } from './recordingReading.ts';

/** An on/off effort as it was ridden. */
export interface OnOff {
  /** Highest mean from the first on up to the last second of an on: of the last one. */
  readonly meanW: Worked;
  /** Largest cumulative surge-weighted power within the last off. */
  readonly surgeW: Worked;
  /** Lengths of every on and off, s, in order, starting with the first on. */
  readonly lengths: readonly number[];
  /** The usual length of an on. */
  readonly onS: number;
}

const SHORTEST_S = 15;
const LONGEST_S = 75;

/**
 * Reads an on/off effort: both readings cumulate from the first on. A is the mean power up to the last second of
 * the last on; S the largest cumulative surge-weighted power within the last off.
 *
 * @param watts 1 Hz watts, gaps as 0
 * @param effort from the first second of the first on to the end of the last off
 * @returns both readings with their working and the lengths found, or why it cannot be read
 * Source: handbook section 4.
 */
export function readOnOff(watts: Float64Array, effort: Stretch): Understood<OnOff> | Refused {
  const ridden = watts.subarray(effort.startS, effort.endS);
  const blocks = blocksOf(ridden);
  const lastOn = blocks.findLast(({ on }) => on);
  if (!lastOn || blocks.filter(({ on }) => on).length < 4)
    return refused(
      'No steady change of on and off can be found here. Move the edges to the first on and the end of the last off.',
    );
  const lastOff = blocks.find(({ startS }) => startS >= lastOn.endS);
  const meanW = meanOf(ridden.subarray(0, lastOn.endS));
  let surge: { watts: number; at: number } | null = null;
  const from = lastOff ? lastOff.startS : lastOn.endS - 1;
  for (let end = from + 1; end <= (lastOff?.endS ?? ridden.length); end += 1) {
    const cumulative = surgeWeightedPower(ridden.subarray(0, end));
    if (cumulative !== null && (surge === null || cumulative > surge.watts))
      surge = { watts: cumulative, at: end };
  }
  if (!surge) return refused('The effort is too short for surge-weighted power.');
  const ons = blocks.filter(({ on }) => on).map(({ startS, endS }) => endS - startS);
  return understood({
    meanW: worked(meanW, 'W', 'Mean up to the last second of the last on', [
      ['From', printClock(effort.startS)],
      ['To', printClock(effort.startS + lastOn.endS)],
      ['Mean, A', `${roundTo(meanW, 1)} W`],
    ]),
    surgeW: worked(
      surge.watts,
      'W',
      'Largest cumulative surge-weighted power within the last off',
      [
        ['From', printClock(effort.startS)],
        ['Largest at', printClock(effort.startS + surge.at)],
        ['Surge-weighted power, S', `${roundTo(surge.watts, 1)} W`],
      ],
    ),
    lengths: blocks.map(({ startS, endS }) => endS - startS),
    onS: [...ons].sort((a, b) => a - b)[Math.floor(ons.length / 2)] ?? 0,
  });
}

interface Block {
  readonly on: boolean;
  readonly startS: number;
  readonly endS: number;
}

/** Cuts the effort into ons and offs at the half-way watts between both, single seconds of noise joined. */
function blocksOf(ridden: Float64Array): Block[] {
  const smooth = ridden.map((_, second) =>
    meanOf(ridden.subarray(Math.max(0, second - 1), Math.min(ridden.length, second + 2))),
  );
  const sorted = [...smooth].sort((a, b) => a - b);
  const low = sorted[Math.floor(sorted.length * 0.2)] ?? 0;
  const high = sorted[Math.floor(sorted.length * 0.8)] ?? 0;
  if (high - low < 0.15 * high) return [];
  const middle = (low + high) / 2;
  const blocks: Block[] = [];
  let startS = 0;
  for (let second = 1; second <= smooth.length; second += 1) {
    const on = (smooth[second - 1] as number) > middle;
    if (second < smooth.length && (smooth[second] as number) > middle === on) continue;
    const last = blocks.at(-1);
    // A few seconds on the other side are unsteady legs, not a block.
    if (last && (second - startS < SHORTEST_S / 3 || last.on === on))
      blocks[blocks.length - 1] = { ...last, endS: second };
    else blocks.push({ on, startS, endS: second });
    startS = second;
  }
  const firstOn = blocks.findIndex(({ on }) => on);
  const counted = blocks.slice(Math.max(0, firstOn));
  // The last block may run on into easy riding.
  return counted.slice(0, -1).every(({ startS: from, endS: to }) => to - from <= 2 * LONGEST_S)
    ? counted
    : [];
}

/**
 * Finds an on/off effort: the stretch of this length with the most watts that starts with an on.
 *
 * @param watts 1 Hz watts, gaps as 0
 * @param best the best steady window of the length, to start from
 * @returns the stretch, moved to the nearest start of an on
 * Source: handbook section 4.
 */
export function alignToFirstOn(watts: Float64Array, best: Stretch): Stretch {
  const length = best.endS - best.startS;
  const from = Math.max(0, best.startS - LONGEST_S);
  const blocks = blocksOf(watts.subarray(from, Math.min(watts.length, best.endS + LONGEST_S)));
  const starts = blocks.filter(({ on }) => on).map(({ startS }) => from + startS);
  const nearest =
    starts.sort((a, b) => Math.abs(a - best.startS) - Math.abs(b - best.startS))[0] ?? best.startS;
  const startS = Math.min(nearest, watts.length - length);
  return { startS: Math.max(0, startS), endS: Math.max(0, startS) + length };
}
