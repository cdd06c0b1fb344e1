import { READING_BOUNDS } from './bounds.ts';
/** What a recording says of a rider's maximal heart rate. */
export interface MaximumSeen {
  /** Highest beats held for at least 5 s, bpm. */
  readonly bpm: number;
  /** Why it is rather the strap than the heart; null where nothing speaks against it. */
  readonly doubt: string | null;
}

const HELD_S = 5;
const HIGHEST_BPM = READING_BOUNDS.bpm.high;
const JUMP_BEATS = 15;
/** Watts under these carry no such jump: the legs were hardly turning. */
const RESTING_W = 60;

/**
 * Looks for a new maximal heart rate: it has to be held for at least 5 s and be at most 220; a jump of 15 beats in 5 s
 * without watts is a fault of the strap or, with symptoms, a reason to seek help.
 *
 * @param bpm 1 Hz beats; null where none was recorded
 * @param watts 1 Hz watts, gaps as 0
 * @param storedBpm the stored maximum; null where there is none
 * @returns what was seen, or null where nothing is above what is stored
 * Source: handbook sections 4 and 11.
 */
export function newMaximum(
  bpm: readonly (number | null)[],
  watts: ArrayLike<number>,
  storedBpm: number | null,
): MaximumSeen | null {
  let best: { bpm: number; second: number } | null = null;
  for (let second = HELD_S - 1; second < bpm.length; second += 1) {
    const held = bpm.slice(second - HELD_S + 1, second + 1);
    if (held.some((beat) => beat === null || beat < 30)) continue;
    const lowest = Math.min(...(held as number[]));
    if (lowest <= HIGHEST_BPM && (best === null || lowest > best.bpm))
      best = { bpm: lowest, second };
  }
  if (best === null || (storedBpm !== null && best.bpm <= storedBpm)) return null;
  return { bpm: Math.round(best.bpm), doubt: jumpBefore(bpm, watts, best.second) };
}

/** Whether the beats leapt on the way to a second while the legs did nothing. */
function jumpBefore(
  bpm: readonly (number | null)[],
  watts: ArrayLike<number>,
  until: number,
): string | null {
  for (let second = Math.max(HELD_S, until - 120); second <= until; second += 1) {
    const [now, before] = [bpm[second] ?? null, bpm[second - HELD_S] ?? null];
    if (now === null || before === null || now - before < JUMP_BEATS) continue;
    let most = 0;
    for (let back = 0; back <= HELD_S + 10; back += 1)
      most = Math.max(most, watts[second - back] ?? 0);
    if (most < RESTING_W)
      return `The beats jump by ${Math.round(now - before)} in ${HELD_S} s without watts: a fault of the strap or, with symptoms, a reason to seek help.`;
  }
  return null;
}
