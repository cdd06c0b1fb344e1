import { printClock } from '../units/index.ts';
import type { Sample } from './resample.ts';

/** A jump of the clock longer than this is a clock that was set, not a rest. */
const SET_AGAIN_S = 12 * 3600;
/** This many samples in a row after a jump back are a clock that was set, fewer are stray. */
const TELLING = 10;

/**
 * Makes the clock of a recording run forwards: where it was set back or far ahead on the way (another time zone, a
 * flat battery), the rest is joined on one second later; single samples out of order are left out.
 *
 * @param samples in the order of the file
 * @param notes gets a sentence for each thing mended
 * @returns samples in rising time, and for any time of the file's clock by how much it was shifted
 */
export function steadyClock(
  samples: readonly Sample[],
  notes: string[],
): { samples: Sample[]; shiftAt: (second: number) => number } {
  const kept: Sample[] = [];
  const shifts: { from: number; shift: number }[] = [];
  let shift = 0;
  let stray = 0;
  samples.forEach((sample, index) => {
    const last = kept.at(-1);
    let seconds = sample.seconds + shift;
    if (last && seconds < last.seconds) {
      if (!runsOn(samples, index)) {
        stray += 1;
        return;
      }
      notes.push(
        `The clock is set back by ${printClock(last.seconds - seconds)} at ${printClock(last.seconds - (kept[0]?.seconds ?? 0))}. Joined there; nothing is left out.`,
      );
      shift += last.seconds + 1 - seconds;
    } else if (last && seconds - last.seconds > SET_AGAIN_S) {
      notes.push(
        `The clock jumps ahead by ${printJump(seconds - last.seconds)} at ${printClock(last.seconds - (kept[0]?.seconds ?? 0))}. Joined there.`,
      );
      shift += last.seconds + 1 - seconds;
    }
    if (shifts.at(-1)?.shift !== shift) shifts.push({ from: sample.seconds, shift });
    seconds = sample.seconds + shift;
    kept.push(shift === 0 ? sample : { ...sample, seconds });
  });
  if (stray > 0)
    notes.push(
      `In ${stray === 1 ? '1 row' : `${stray} rows`} the time runs backwards. Left out; the rest is kept.`,
    );
  // Of a time that two clocks show, the first is meant.
  return {
    samples: kept,
    shiftAt: (second) =>
      shifts.findLast(({ from, shift: by }) => from <= second && (by === 0 || second >= from))
        ?.shift ?? 0,
  };
}

/** Whether the samples from here run on among themselves, all behind the clock of before. */
function runsOn(samples: readonly Sample[], from: number): boolean {
  const before = samples[from - 1]?.seconds ?? 0;
  const next = samples.slice(from, from + TELLING);
  return (
    next.length === TELLING &&
    next.every(
      (sample, index) =>
        sample.seconds < before &&
        (index === 0 || sample.seconds >= (next[index - 1]?.seconds ?? 0)),
    )
  );
}

function printJump(seconds: number): string {
  return seconds >= 2 * 86_400 ? `${Math.round(seconds / 86_400)} days` : printClock(seconds);
}
