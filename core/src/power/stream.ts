/** Watts outside these are gaps. Source: handbook section 5, Gaps. */
const LOWEST_WATTS = 0;
const HIGHEST_WATTS = 2500;
/** A gap up to this many seconds is held. Source: handbook section 5, Gaps. */
const HELD_GAP_SECONDS = 3;

/** A 1 Hz power stream made ready for the sums. */
export interface PreparedPower {
  /** Watts of the seconds that count, joined: long gaps are cut out. For means, energy, surge-weighted power. */
  readonly moving: Float64Array;
  /** Watts of every second of the clock, long gaps as 0. For best efforts and W′ balance. */
  readonly clock: Float64Array;
  /** Long gaps and recorded stops, in clock seconds. */
  readonly gaps: readonly Gap[];
}

export interface Gap {
  readonly startS: number;
  readonly seconds: number;
}

const STOP_SECONDS = 60;

/**
 * Finds the recorded stops: speed and cadence zero for over 60 s. Where no speed is recorded nothing is a stop.
 *
 * @param metresPerSecond 1 Hz speed; null where the file has none
 * @param rpm 1 Hz cadence; null where the file has none
 * @returns the stops in rising order, in seconds of the clock
 * Source: handbook section 5, Gaps.
 */
export function stopsOf(
  metresPerSecond: readonly (number | null)[] | null,
  rpm: readonly (number | null)[] | null,
): Gap[] {
  if (!metresPerSecond || !rpm) return [];
  return runsWhere(
    metresPerSecond.length,
    (second) => metresPerSecond[second] === 0 && rpm[second] === 0,
  ).filter(({ seconds }) => seconds > STOP_SECONDS);
}

/**
 * Mends and cuts the gaps of a recording: up to 3 s is held, longer ones (and recorded stops) are cut out of the means
 * and count as zero watts in best efforts. Coasting zeros stay.
 *
 * @param watts 1 Hz watts; null, NaN, below 0 or above 2,500 is a gap
 * @param stops the recorded stops, as `stopsOf` gives them: every reader of a ride cuts the same
 * @returns both views of the stream
 * Source: handbook section 5, Gaps.
 */
export function preparePower(
  watts: ArrayLike<number | null>,
  stops: readonly Gap[] = [],
): PreparedPower {
  const clock = new Float64Array(watts.length);
  const cut = new Uint8Array(watts.length);
  const gaps: Gap[] = [];
  const isGap = (second: number): boolean => !isSound(watts[second]);

  for (const run of runsWhere(watts.length, isGap)) {
    if (run.seconds <= HELD_GAP_SECONDS && run.startS > 0) continue;
    cut.fill(1, run.startS, run.startS + run.seconds);
    gaps.push(run);
  }
  let last = 0;
  for (let second = 0; second < watts.length; second += 1) {
    if (isGap(second)) {
      clock[second] = cut[second] === 1 ? 0 : last;
    } else {
      last = watts[second] as number;
      clock[second] = last;
    }
  }
  for (const run of stops) {
    cut.fill(1, run.startS, run.startS + run.seconds);
    clock.fill(0, run.startS, run.startS + run.seconds);
    gaps.push(run);
  }
  gaps.sort((a, b) => a.startS - b.startS);
  return { clock, moving: clock.filter((_, second) => cut[second] === 0), gaps };
}

/**
 * Tells whether a sample is a power reading at all.
 *
 * @param value a sample in W, or null where none was recorded
 * @returns true from 0 to 2,500 W
 * Source: handbook section 5, Gaps.
 */
export function isSound(value: number | null | undefined): value is number {
  return typeof value === 'number' && value >= LOWEST_WATTS && value <= HIGHEST_WATTS;
}

function runsWhere(length: number, holds: (second: number) => boolean): Gap[] {
  const runs: Gap[] = [];
  let start = -1;
  for (let second = 0; second <= length; second += 1) {
    const inside = second < length && holds(second);
    if (inside && start < 0) start = second;
    if (!inside && start >= 0) {
      runs.push({ startS: start, seconds: second - start });
      start = -1;
    }
  }
  return runs;
}

/**
 * Tells whether a sample is a beat at all: 0, under 30 and over 230 are missing.
 *
 * @param value a sample in bpm, or null where none was recorded
 * @returns true from 30 to 230 bpm
 * Source: handbook section 5, Gaps.
 */
export function isBeat(value: number | null | undefined): value is number {
  return typeof value === 'number' && value >= 30 && value <= 230;
}

/**
 * Mean heart rate over a stretch. A beat of 0, under 30 or over 230 is missing, never zero.
 *
 * @param bpm 1 Hz beats; null where none was recorded
 * @returns bpm, or null where fewer than 90 % of the seconds are valid
 * Source: handbook section 5, Gaps.
 */
export function meanHeartRate(bpm: readonly (number | null)[]): number | null {
  const valid = bpm.filter(isBeat);
  if (bpm.length === 0 || valid.length < 0.9 * bpm.length) return null;
  return valid.reduce((sum, beat) => sum + beat, 0) / valid.length;
}
