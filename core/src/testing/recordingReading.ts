import { bestWindows, meanOf } from '../power/index.ts';
import {
  printClock,
  type Refused,
  type Understood,
  refused,
  roundHalfUp,
  roundTo,
  understood,
} from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { type RampShape, STAGE_S } from './protocols.ts';

/** A stretch of a recording, in clock seconds; `endS` is the first second after it. */
export interface Stretch {
  readonly startS: number;
  readonly endS: number;
}

/**
 * Finds the best steady effort of a fixed length.
 *
 * @param watts 1 Hz watts, gaps as 0
 * @param seconds length of the effort, s
 * @returns the stretch, or why there is none
 * Source: handbook section 4.
 */
export function findSteadyEffort(
  watts: Float64Array,
  seconds: number,
): Understood<Stretch> | Refused {
  if (watts.length < seconds) {
    return refused(
      `The recording is ${printClock(watts.length)} long, shorter than the ${printClock(seconds)} this test needs. Enter the reading by hand, or import the whole recording.`,
    );
  }
  const window = bestWindows(watts, [seconds])[0];
  if (!window || window.meanW === 0)
    return refused(
      'All watts in the recording are zero, so no effort can be found. Was the power meter paired?',
    );
  return understood({ startS: window.startS, endS: window.startS + seconds });
}

/**
 * Reads a steady effort.
 *
 * @param watts 1 Hz watts, gaps as 0
 * @param effort the stretch
 * @returns mean power, W, with its working
 * Source: handbook section 4.
 */
export function readSteady(watts: Float64Array, effort: Stretch): Worked {
  const mean = meanOf(watts.subarray(effort.startS, effort.endS));
  return worked(mean, 'W', 'Mean of a steady effort', [
    ['From', printClock(effort.startS)],
    ['To', printClock(effort.endS)],
    [`Mean of ${effort.endS - effort.startS} seconds, zeros included`, `${roundTo(mean, 1)} W`],
    ['Rounded half up', `${roundHalfUp(mean)} W`],
  ]);
}

/** Shortest and longest ramp looked for, in stages: fewer are no ramp but a steady stretch. */
const FEWEST_STAGES = 3;
const MOST_STAGES = 120;
/** How far behind the best 5 s the ride may fall before the ramp counts as over. */
const OVER_BELOW = 0.8;

/**
 * Finds a ramp in a recording: it ends where power collapses after the best minute, and starts where stages of
 * the given shape fit what was ridden best.
 *
 * @param watts 1 Hz watts, gaps as 0
 * @param ramp start and step, W
 * @param stageS length of a stage, s
 * @returns the stretch, or why there is none
 * Source: handbook section 4.
 */
export function findRamp(
  watts: Float64Array,
  ramp: RampShape,
  stageS = STAGE_S,
): Understood<Stretch> | Refused {
  const endS = rampEnd(watts);
  if (!endS.ok) return endS;
  const stretch = rampUpTo(watts, endS.value, ramp, stageS);
  if (stretch) return understood(stretch);
  return refused(
    `No ramp from ${ramp.startW} W in steps of ${ramp.stepW} W fits this recording. Check start and step, or set the edges by hand.`,
  );
}

/**
 * Where a ramp in a recording ends, whatever its shape: where power collapses after the best minute.
 *
 * @param watts 1 Hz watts, gaps as 0
 * @returns the second after its last one, or why no ramp can be in it
 * Source: handbook section 4.
 */
export function rampEnd(watts: Float64Array): Understood<number> | Refused {
  if (watts.length < 2 * STAGE_S) {
    return refused(
      `The recording is ${printClock(watts.length)} long. A ramp needs at least ${printClock(2 * STAGE_S)}.`,
    );
  }
  const minute = bestWindows(watts, [STAGE_S])[0];
  if (!minute || minute.meanW === 0)
    return refused(
      'All watts in the recording are zero, so no ramp can be found. Was the power meter paired?',
    );
  return understood(endOfRamp(watts, minute.startS + STAGE_S, minute.meanW));
}

/**
 * The ramp of a shape that ends at a second: it starts where its stages fit what was ridden best.
 *
 * @param watts 1 Hz watts, gaps as 0
 * @param endS the second after its last one, from rampEnd
 * @param ramp start and step, W
 * @param stageS length of a stage, s
 * @returns the stretch; null where no start fits
 * Source: handbook section 4.
 */
export function rampUpTo(
  watts: Float64Array,
  endS: number,
  ramp: RampShape,
  stageS = STAGE_S,
): Stretch | null {
  const startS = startOfRamp(watts, endS, ramp, stageS);
  return startS === null ? null : { startS: wholeStage(startS, endS, stageS), endS };
}

/** Trainers follow a step a second or two late, so a ramp seems to start later than it did. */
const LATE_S = 2;

/** A last stage that lacks no more than the lateness of the start was ridden whole: the start is what is off. */
function wholeStage(startS: number, endS: number, stageS: number): number {
  const missing = (stageS - ((endS - startS) % stageS)) % stageS;
  return missing <= LATE_S ? Math.max(0, startS - missing) : startS;
}

/** The end is looked for this far around where it first shows, s, and told by so many seconds on either side. */
const AROUND_END_S = 8;
const BESIDE_END_S = 20;

/**
 * Where the watts drop from the last stage to whatever comes after, to the second: of all moments near it
 * the one that leaves the least scatter around the level before and the level after.
 */
function endOfRamp(watts: Float64Array, from: number, minuteW: number): number {
  let first = from;
  while (
    first < watts.length &&
    meanOf(watts.subarray(first, Math.min(first + 5, watts.length))) >= OVER_BELOW * minuteW
  )
    first += 1;
  if (first >= watts.length) return watts.length;
  const before = meanOf(
    watts.subarray(Math.max(0, first - AROUND_END_S - BESIDE_END_S), first - AROUND_END_S),
  );
  const after = meanOf(
    watts.subarray(
      Math.min(first + AROUND_END_S, watts.length - 1),
      first + AROUND_END_S + BESIDE_END_S,
    ),
  );
  const low = Math.min(after, OVER_BELOW * minuteW);
  let [best, least, gain] = [first, 0, 0];
  for (
    let end = first - AROUND_END_S;
    end < Math.min(first + AROUND_END_S, watts.length);
    end += 1
  ) {
    const watt = watts[end] as number;
    // What scatter a second leaves less when it counts to the ramp and not to what comes after.
    gain += (watt - before) ** 2 - (watt - low) ** 2;
    if (gain < least) [least, best] = [gain, end + 1];
  }
  return best;
}

function startOfRamp(
  watts: Float64Array,
  endS: number,
  ramp: RampShape,
  stageS: number,
): number | null {
  const topW = meanOf(watts.subarray(Math.max(0, endS - 20), endS));
  const stages = (topW - ramp.startW) / ramp.stepW + 1;
  if (stages < FEWEST_STAGES || stages > MOST_STAGES) return null;
  const expected = endS - stages * stageS;
  // Further off than unsteady legs explain: not this ramp.
  const worst = (0.75 * ramp.stepW + 0.05 * topW) ** 2;
  let best: { startS: number; error: number } | null = null;
  for (
    let startS = Math.max(0, Math.floor(expected - 2.5 * stageS));
    startS <= Math.min(expected + 2.5 * stageS, endS - stageS);
    startS += 1
  ) {
    // Squares only grow: past those of the best start so far, this one is let go.
    const most: number = (best?.error ?? worst) * (endS - startS);
    let squares = 0;
    // The half minute before the start has to differ from the first stage, or the start could slide.
    for (let second = startS; second < endS && squares <= most; second += 1) {
      const asked = ramp.startW + ramp.stepW * Math.floor((second - startS) / stageS);
      squares += ((watts[second] as number) - asked) ** 2;
    }
    const error = squares / (endS - startS);
    if (error <= worst && (best === null || error < best.error)) best = { startS, error };
  }
  return best?.startS ?? null;
}

/** One stage of a ramp as ridden. */
export interface Stage {
  readonly number: number;
  readonly targetW: number;
  readonly meanW: number;
  readonly seconds: number;
  readonly full: boolean;
}

/**
 * Cuts a ramp into its stages.
 *
 * @param watts 1 Hz watts, gaps as 0
 * @param effort the ramp, from its first second to the stop
 * @param ramp start and step, W
 * @param stageS length of a stage, s
 * @returns the stages in order; the last one may be a part
 * Source: handbook section 4.
 */
export function rampStages(
  watts: Float64Array,
  effort: Stretch,
  ramp: RampShape,
  stageS = STAGE_S,
): Stage[] {
  const stages: Stage[] = [];
  for (let startS = effort.startS; startS < effort.endS; startS += stageS) {
    const ridden = watts.subarray(startS, Math.min(startS + stageS, effort.endS));
    const number = stages.length + 1;
    stages.push({
      number,
      targetW: ramp.startW + ramp.stepW * (number - 1),
      meanW: meanOf(ridden),
      seconds: ridden.length,
      full: ridden.length === stageS,
    });
  }
  return stages;
}

/**
 * The best rolling minute inside a ramp.
 *
 * @param watts 1 Hz watts, gaps as 0
 * @param effort the ramp
 * @returns W with its working, or why it cannot be read
 * Source: handbook section 4.
 */
export function readRampMinute(watts: Float64Array, effort: Stretch): Understood<Worked> | Refused {
  const minute = bestWindows(watts.subarray(effort.startS, effort.endS), [STAGE_S])[0];
  if (!minute) return refused('The ramp is shorter than a minute. Move its edges apart.');
  const startS = effort.startS + minute.startS;
  return understood(
    worked(minute.meanW, 'W', 'Best rolling minute', [
      ['From', printClock(startS)],
      ['To', printClock(startS + STAGE_S)],
      ['Highest mean of any 60 s', `${roundTo(minute.meanW, 1)} W`],
      ['Rounded half up', `${roundHalfUp(minute.meanW)} W`],
    ]),
  );
}

/** A stage counts at its target where its mean is within this share of it. Source: handbook section 4. */
const NEAR_TARGET = 0.03;

/**
 * Maximal aerobic power: the target of the last stage ridden for its whole minute if its mean was within 3 % of
 * it, else its mean. A part-stage does not count.
 *
 * @param watts 1 Hz watts, gaps as 0
 * @param effort the ramp, from its first second to the stop
 * @param ramp start and step, W
 * @returns W with its working, or why it cannot be read
 * Source: handbook section 4.
 */
export function readRampStage(
  watts: Float64Array,
  effort: Stretch,
  ramp: RampShape,
): Understood<Worked> | Refused {
  const stages = rampStages(watts, effort, ramp);
  const last = stages.findLast((stage) => stage.full);
  if (!last)
    return refused(
      'No stage was ridden for its whole minute. Move the edges, or use the best minute.',
    );
  const near = Math.abs(last.meanW - last.targetW) <= NEAR_TARGET * last.targetW;
  const part = stages.at(-1);
  const lines: [string, string][] = [
    [`Last whole stage, number ${last.number}: asked`, `${last.targetW} W`],
    ['Ridden', `${roundTo(last.meanW, 1)} W`],
    [
      near
        ? 'Within 3 %, so the stage counts at its target'
        : 'More than 3 % off, so its mean counts',
      `${roundHalfUp(near ? last.targetW : last.meanW)} W`,
    ],
  ];
  if (part && !part.full)
    lines.push([`${part.seconds} s of ${part.targetW} W`, 'part-stage, not counted']);
  return understood(
    worked(near ? last.targetW : last.meanW, 'W', 'Last full stage', lines, [
      ['Near enough to the target', '3 %'],
    ]),
  );
}
