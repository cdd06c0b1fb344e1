import { bestWindows, meanOf } from '../power/index.ts';
import { sumsOf } from './reps/smooth.ts';

/** A test that a ride seems to hold. */
export interface TestInRide {
  readonly protocol: 'ramp' | 'twenty-minute';
  readonly startS: number;
  readonly endS: number;
}

const RAMP = {
  leastS: 480,
  everyS: 30,
  risePerMinute: [8, 40],
  straight: 0.95,
  fall: 0.6,
} as const;
const TWENTY_S = 1200;
/** Twenty minutes are maximal at this share of what the curve of before shows, and even to this. */
const TWENTY = { share: 0.97, even: 0.06 } as const;

/**
 * A test that somebody rode without saying so: watts that rise evenly to the end of a rider's legs, or twenty even
 * minutes at what the rider's curve shows, or above.
 *
 * @param clock 1 Hz watts, gaps as 0
 * @param curveW the rider's curve of before at 20:00, W; null where it is not known
 * @returns which test, and where it lies; null where there is none
 * Source: handbook section 4 (Protocols).
 */
export function testInRide(clock: Float64Array, curveW: number | null): TestInRide | null {
  return rampIn(clock) ?? twentyIn(clock, curveW);
}

/** The last half minutes before the hardest one, as far back as they rise evenly. */
function rampIn(clock: Float64Array): TestInRide | null {
  const sums = sumsOf(clock);
  const parts = Math.floor(clock.length / RAMP.everyS);
  const means = Array.from(
    { length: parts },
    (_, part) =>
      ((sums[(part + 1) * RAMP.everyS] as number) - (sums[part * RAMP.everyS] as number)) /
      RAMP.everyS,
  );
  const top = means.indexOf(Math.max(...means));
  const after = means.slice(top + 1, top + 3);
  if (after.length < 2 || Math.min(...after) > RAMP.fall * (means[top] ?? 0)) return null;
  let from = top;
  while (from > 0 && (means[from - 1] as number) < (means[from] as number) + 3) from -= 1;
  for (; (top - from + 1) * RAMP.everyS >= RAMP.leastS; from += 1) {
    const { slope, straight } = lineThrough(means.slice(from, top + 1));
    const perMinute = (slope * 60) / RAMP.everyS;
    const [least, most] = RAMP.risePerMinute;
    if (perMinute >= least && perMinute <= most && straight >= RAMP.straight)
      return {
        protocol: 'ramp',
        startS: from * RAMP.everyS,
        endS: (top + 1) * RAMP.everyS,
      };
  }
  return null;
}

/** Slope of a straight line through equally spaced values, and how well it goes through them (r²). */
function lineThrough(values: readonly number[]): { slope: number; straight: number } {
  const middle = (values.length - 1) / 2;
  const mean = meanOf(values);
  let [xy, xx, yy] = [0, 0, 0];
  for (const [x, y] of values.entries()) {
    xy += (x - middle) * (y - mean);
    xx += (x - middle) ** 2;
    yy += (y - mean) ** 2;
  }
  return xx === 0 || yy === 0
    ? { slope: 0, straight: 0 }
    : { slope: xy / xx, straight: (xy * xy) / (xx * yy) };
}

function twentyIn(clock: Float64Array, curveW: number | null): TestInRide | null {
  if (curveW === null || clock.length < TWENTY_S) return null;
  const [best] = bestWindows(clock, [TWENTY_S]);
  if (!best || best.meanW < TWENTY.share * curveW) return null;
  const window = clock.slice(best.startS, best.startS + TWENTY_S);
  const means = Array.from({ length: TWENTY_S / 60 }, (_, minute) =>
    meanOf(window.slice(minute * 60, (minute + 1) * 60)),
  );
  const spread = Math.sqrt(meanOf(means.map((each) => (each - best.meanW) ** 2)));
  return spread / best.meanW <= TWENTY.even
    ? { protocol: 'twenty-minute', startS: best.startS, endS: best.startS + TWENTY_S }
    : null;
}
