import { roundHalfUp } from '../units/index.ts';
import { meanOf } from '../power/index.ts';
import type { RampShape } from './protocols.ts';
import { rampEnd } from './recordingReading.ts';

/** A trainer follows a step some seconds late; until then a stage says nothing of its watts. */
const SETTLES_S = 6;
/** The steps are looked for in so many stages before the end. */
const STAGES = 8;
/** Fewer stages than this may be anything. */
const FEWEST = 6;
/** Smaller steps cannot be told from the scatter of pedalling, W. */
const SMALLEST_STEP_W = 4;
/** A stage belongs to the ramp where it lies this near to its line: a share of the step, at least the scatter of a rider, W. */
const NEAR = 0.45;
const SCATTER_W = 5;
const CLEAR = 0.5;
/** What rises less on the whole is no ramp, W. */
const LEAST_RISE_W = 50;

/**
 * Start and step of a ramp as they can be seen in a recording.
 *
 * @param watts 1 Hz watts, gaps as 0
 * @param stageS length of a stage, s
 * @returns start and step, W, to the nearest 5 where they lie near it; null where no even steps are to be seen
 * Source: handbook section 4, the shape of a ramp.
 */
export function rampSeen(watts: Float64Array, stageS: number): RampShape | null {
  const end = rampEnd(watts);
  if (!end.ok || end.value < FEWEST * stageS) return null;
  const stages = stagesBefore(watts, end.value, stageS);
  // The last whole stage may be one that could not be held any more.
  const runs = [stages, stages.slice(0, -1)].map(runOf).filter((run) => run !== null);
  const [run] = runs.sort((one, other) => other.length - one.length);
  if (!run) return null;
  const { at, rise } = lineThrough(run);
  if (rise < SMALLEST_STEP_W || rise * (run.length - 1) < LEAST_RISE_W) return null;
  return { startW: Math.max(0, tidy(at, 10, 4.5)), stepW: tidy(rise, 5, 1.5) };
}

/** The stages up to the last one that rise step by step; null where they do not. */
function runOf(stages: readonly number[]): readonly number[] | null {
  let first = stages.length - FEWEST;
  const seed = stages.slice(first);
  const { at, rise } = lineThrough(seed);
  const rms = Math.hypot(...seed.map((mean, number) => mean - at - rise * number)) / FEWEST ** 0.5;
  // Small steps have to show clearly: any five stages rise by something.
  const clear = Math.min(SCATTER_W, CLEAR * rise);
  if (first < 0 || rise < SMALLEST_STEP_W || rms > clear) return null;
  const fits = (number: number): boolean => {
    const line = lineThrough(stages.slice(first));
    const near = Math.max(SCATTER_W, NEAR * line.rise);
    return Math.abs((stages[number] ?? Infinity) - line.at - line.rise * (number - first)) <= near;
  };
  for (;;) {
    if (fits(first - 1)) first -= 1;
    // One stage may be off where the one before it is not.
    else if (fits(first - 2)) first -= 2;
    else break;
  }
  return stages.slice(first);
}

/** The straight line through values one apart: where it begins and how much it rises. */
function lineThrough(values: readonly number[]): { at: number; rise: number } {
  const middle = (values.length - 1) / 2;
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  let [across, along] = [0, 0];
  for (const [index, value] of values.entries()) {
    across += (index - middle) * (value - mean);
    along += (index - middle) ** 2;
  }
  const rise = across / along;
  return { at: mean - rise * middle, rise };
}

/** Mean watts of the whole stages before the end, the first one first: cut where they scatter least inside. */
function stagesBefore(watts: Float64Array, endS: number, stageS: number): number[] {
  let best: { readonly scatter: number; readonly endS: number } | null = null;
  for (let late = 0; late < stageS; late += 1) {
    const cutS = endS - late;
    const many = Math.min(STAGES, Math.floor(cutS / stageS));
    let scatter = 0;
    for (let number = 0; number < many; number += 1) {
      const stage = settled(watts, cutS - number * stageS, stageS);
      const mean = meanOf(stage);
      for (const each of stage) scatter += (each - mean) ** 2;
    }
    scatter /= Math.max(1, many);
    if (best === null || scatter < best.scatter) best = { scatter, endS: cutS };
  }
  const cutS = best?.endS ?? endS;
  return Array.from({ length: Math.floor(cutS / stageS) }, (_, number) =>
    meanOf(settled(watts, cutS - number * stageS, stageS)),
  ).reverse();
}

function settled(watts: Float64Array, endS: number, stageS: number): Float64Array {
  return watts.subarray(endS - stageS + Math.min(SETTLES_S, stageS / 4), endS);
}

/** Ramps are set in round watts; what lies near one is one. */
function tidy(watts: number, round: number, nearW: number): number {
  const near = Math.round(watts / round) * round;
  return Math.abs(watts - near) <= nearW ? near : roundHalfUp(watts);
}
