import { bestWindows, isBeat, type Lap, meanHeartRate, meanOf } from '../power/index.ts';
import {
  printClock,
  type Refused,
  type Understood,
  refused,
  roundHalfUp,
  understood,
} from '../units/index.ts';
import { READING_BOUNDS } from './bounds.ts';
import type { TestDetails } from './details.ts';
import { alignToFirstOn, readOnOff } from './onOff.ts';
import type { EffortId, Protocol, RampShape } from './protocols.ts';
import {
  findRamp,
  findSteadyEffort,
  readRampMinute,
  readRampStage,
  readSteady,
  type Stretch,
} from './recordingReading.ts';
import type { Measured } from './result.ts';
import type { Worked } from '../working/index.ts';

/** The efforts of a protocol on a recording, by id. */
export type Efforts = Partial<Record<EffortId, Stretch>>;

/** How the protocol's stages were set; only ramps look at it. */
export interface RampSetting extends RampShape {
  readonly stageS: number;
}

/** A lap counts for an effort where its length is this near. */
const LAP_NEAR_S = 3;
const LAP_NEAR_SHARE = 0.02;

/**
 * Finds a protocol's efforts on a recording: a ramp by its stages, steady efforts as the best windows of their
 * lengths, the longest first and none over another.
 *
 * @param protocol the protocol ridden
 * @param watts 1 Hz watts, gaps as 0
 * @param ramp start, step and stage length, for ramps
 * @param bpm beats, for a test by heart rate ridden without a power meter
 * @returns every effort, or why one cannot be found
 * Source: handbook section 4.
 */
export function findEfforts(
  protocol: Protocol,
  watts: Float64Array,
  ramp: RampSetting,
  bpm: readonly (number | null)[] | null = null,
): Understood<Efforts> | Refused {
  const { reading } = protocol;
  if (reading.kind === 'steadyHeartRate' && bpm && watts.every((value) => value === 0)) {
    const found = findSteadyEffort(
      Float64Array.from(bpm, (beat) => beat ?? 0),
      reading.seconds,
    );
    return found.ok ? understood({ main: found.value }) : found;
  }
  if (
    reading.kind === 'rampMinute' ||
    reading.kind === 'rampStage' ||
    reading.kind === 'fastRamp' ||
    reading.kind === 'lactate'
  ) {
    const found = findRamp(watts, ramp, ramp.stageS);
    return found.ok ? understood({ main: found.value }) : found;
  }
  const open = watts.slice();
  const efforts: Efforts = {};
  for (const { id, seconds } of [...protocol.efforts].sort(
    (a, b) => (b.seconds ?? 0) - (a.seconds ?? 0),
  )) {
    if (seconds === null) continue;
    const found = findSteadyEffort(open, seconds);
    if (!found.ok) return found;
    let effort: Stretch;
    if (reading.kind === 'onOff') effort = alignToFirstOn(watts, found.value);
    else if (id === 'sprint') effort = fromFirstPedal(watts, found.value);
    else effort = found.value;
    efforts[id] = effort;
    open.fill(0, effort.startS, effort.endS);
  }
  return understood(efforts);
}

/** A sprint starts where the watts leap, not where the best mean of its length happens to begin. */
function fromFirstPedal(watts: Float64Array, best: Stretch): Stretch {
  const half = 0.5 * Math.max(...watts.subarray(best.startS, best.endS));
  let startS = best.startS;
  while (startS < best.endS && (watts[startS] as number) < half) startS += 1;
  while (startS > 0 && (watts[startS - 1] as number) >= half) startS -= 1;
  const length = best.endS - best.startS;
  startS = Math.min(startS, watts.length - length);
  return { startS, endS: startS + length };
}

/**
 * Offers laps as efforts where their number and lengths fit the protocol.
 *
 * @param protocol the protocol ridden
 * @param laps in the order of the recording
 * @param length whole length of the recording, s
 * @returns the efforts by lap, or null where the laps do not fit
 * Source: handbook section 4.
 */
export function effortsFromLaps(
  protocol: Protocol,
  laps: readonly Lap[],
  length: number,
): Efforts | null {
  const efforts: Efforts = {};
  let from = 0;
  for (const { id, seconds } of protocol.efforts) {
    if (seconds === null) return null;
    const index = laps.findIndex(
      (lap, at) =>
        at >= from &&
        Math.abs(lap.seconds - seconds) <= Math.max(LAP_NEAR_S, LAP_NEAR_SHARE * seconds) &&
        lap.startS + seconds <= length,
    );
    const lap = laps[index];
    if (!lap) return null;
    efforts[id] = { startS: lap.startS, endS: lap.startS + seconds };
    from = index + 1;
  }
  return efforts;
}

/** Streams of a recording that readings look at. */
export interface TestStreams {
  readonly watts: Float64Array;
  readonly bpm: readonly (number | null)[] | null;
}

/** What was read off a recording, with the working of each reading by name. */
export interface ReadOff {
  readonly measured: Measured;
  readonly readings: readonly { readonly name: string; readonly working: Worked }[];
}

/**
 * Reads a test off its recording.
 *
 * @param protocol the protocol ridden
 * @param streams watts (gaps as 0) and beats
 * @param efforts where each effort lies
 * @param ramp start, step and stage length, for ramps
 * @returns what was measured, ready for `resultOf`, or why it cannot be read; of lactate steps only watts and beats
 *   of the stages, for the blood is typed
 * Source: handbook section 4.
 */
export function readEfforts(
  protocol: Protocol,
  streams: TestStreams,
  efforts: Efforts,
  ramp: RampSetting,
): Understood<ReadOff> | Refused {
  const missing = protocol.efforts.find(({ id }) => efforts[id] === undefined);
  if (missing) return refused(`${missing.name} has not been found. Set its edges by hand.`);
  const past = Object.values(efforts).find(({ endS }) => endS > streams.watts.length);
  if (past)
    return refused(
      `An effort reaches to ${printClock(past.endS)}, past the end of the recording at ${printClock(streams.watts.length)}.`,
    );
  const main = efforts.main ?? { startS: 0, endS: 0 };
  const meanBpm = beatsOf(protocol, streams.bpm, main);
  switch (protocol.reading.kind) {
    case 'steady':
      return one('Mean', understood(readSteady(streams.watts, main)), meanBpm);
    case 'rampMinute':
      return one('Best minute', readRampMinute(streams.watts, main), meanBpm);
    case 'rampStage':
      return one('Last full stage', readRampStage(streams.watts, main, ramp), meanBpm);
    case 'steadyHeartRate':
      if (meanBpm === null)
        return refused(
          'Heart rate is missing for more than a tenth of the 20:00, so there is no mean to take. Type what the rider’s watch shows, or test again.',
        );
      return understood({
        measured: {
          readingW: null,
          meanBpm,
          details: { kind: 'heartRate', meanBpm, distanceKm: null },
        },
        readings: [],
      });
    case 'onOff':
      return onOff(streams.watts, main, meanBpm);
    case 'fourEfforts':
      return fourEfforts(streams.watts, efforts, meanBpm);
    case 'oneAndFive':
      return oneAndFive(streams.watts, efforts);
    case 'fastRamp':
      return fastRamp(streams, main);
    case 'lactate':
      return understood({
        measured: { readingW: null, meanBpm: null, details: null },
        readings: [],
      });
  }
}

/** Mean heart rate of an even effort; of thirty minutes the last twenty. Of a ramp the mean says nothing. */
function beatsOf(
  protocol: Protocol,
  bpm: readonly (number | null)[] | null,
  main: Stretch,
): number | null {
  const { kind } = protocol.reading;
  if (!bpm || kind === 'rampMinute' || kind === 'rampStage') return null;
  const from = protocol.id === 'thirty-minute' ? main.endS - 1200 : main.startS;
  const mean = meanHeartRate(bpm.slice(Math.max(0, from), main.endS));
  return mean === null || mean > READING_BOUNDS.bpm.high ? null : roundHalfUp(mean);
}

function one(
  name: string,
  reading: Understood<Worked> | Refused,
  meanBpm: number | null,
): Understood<ReadOff> | Refused {
  if (!reading.ok) return reading;
  return understood({
    measured: { readingW: reading.value.value, meanBpm, details: null },
    readings: [{ name, working: reading.value }],
  });
}

function onOff(
  watts: Float64Array,
  main: Stretch,
  meanBpm: number | null,
): Understood<ReadOff> | Refused {
  const read = readOnOff(watts, main);
  if (!read.ok) return read;
  const { meanW, surgeW, onS } = read.value;
  return understood({
    measured: {
      readingW: null,
      meanBpm,
      details: {
        kind: 'onOff',
        meanW: meanW.value,
        surgeW: surgeW.value,
        onS: Math.min(120, Math.max(10, onS)),
      },
    },
    readings: [
      { name: 'Mean, A', working: meanW },
      { name: 'Surge-weighted, S', working: surgeW },
    ],
  });
}

function fourEfforts(
  watts: Float64Array,
  efforts: Efforts,
  meanBpm: number | null,
): Understood<ReadOff> | Refused {
  const read = (id: EffortId): Worked => readSteady(watts, efforts[id] as Stretch);
  const [three, six, ten] = [read('three'), read('six'), read('ten')];
  const sprint = efforts.sprint as Stretch;
  const peak = peakOf(watts.subarray(sprint.startS, sprint.endS));
  const details: TestDetails = {
    kind: 'fourEfforts',
    threeW: three.value,
    sixW: six.value,
    tenW: ten.value,
    sprintPeakW: peak.watts,
    sprintPeakS: peak.second,
    seated: null,
  };
  return understood({
    measured: { readingW: null, meanBpm, details },
    readings: [
      { name: '3:00', working: three },
      { name: '6:00', working: six },
      { name: '10:00', working: ten },
    ],
  });
}

function oneAndFive(watts: Float64Array, efforts: Efforts): Understood<ReadOff> | Refused {
  const [minute, five] = [
    readSteady(watts, efforts.one as Stretch),
    readSteady(watts, efforts.five as Stretch),
  ];
  return understood({
    measured: {
      readingW: null,
      meanBpm: null,
      details: { kind: 'oneAndFive', oneW: minute.value, fiveW: five.value },
    },
    readings: [
      { name: '1:00', working: minute },
      { name: '5:00', working: five },
    ],
  });
}

function fastRamp({ watts, bpm }: TestStreams, main: Stretch): Understood<ReadOff> | Refused {
  const minute = readRampMinute(watts, main);
  if (!minute.ok) return minute;
  // The heart follows the watts by half a minute, so its peak may come after the end.
  const beats = (bpm ?? [])
    .slice(main.startS, main.endS + 30)
    .filter(
      (beat) => isBeat(beat) && beat >= READING_BOUNDS.bpm.low && beat <= READING_BOUNDS.bpm.high,
    ) as number[];
  const peakBpm = beats.length === 0 ? null : Math.max(...beats);
  return understood({
    measured: {
      readingW: null,
      meanBpm: null,
      details: { kind: 'fastRamp', peakW: minute.value.value, peakBpm },
    },
    readings: [{ name: 'Peak 60 s', working: minute.value }],
  });
}

/**
 * The peak of a sprint and when it came.
 *
 * @param watts the sprint's seconds, 1 Hz
 * @returns W, and s from its start; the end of the second in which it came
 * Source: handbook section 4.
 */
export function peakOf(watts: Float64Array): { watts: number; second: number } {
  const top = bestWindows(watts, [1])[0];
  return { watts: top?.meanW ?? 0, second: (top?.startS ?? -1) + 1 };
}

/** One stage of lactate steps as ridden: the line of the table before the blood is typed. */
export interface RiddenStage {
  readonly stageW: number;
  readonly meanW: number;
  readonly bpm: number | null;
  /** Share of the stage ridden. */
  readonly fraction: number;
}

/**
 * The stages of lactate steps off a recording: watts, and heart rate of the last half minute.
 *
 * @param streams watts (gaps as 0) and beats
 * @param main from the first stage to the stop
 * @param ramp start, step and stage length
 * @returns one line a stage
 * Source: handbook section 4.
 */
export function lactateStages(
  { watts, bpm }: TestStreams,
  main: Stretch,
  ramp: RampSetting,
): RiddenStage[] {
  const stages: RiddenStage[] = [];
  for (
    let startS = main.startS;
    startS < Math.min(main.endS, watts.length);
    startS += ramp.stageS
  ) {
    const endS = Math.min(startS + ramp.stageS, main.endS, watts.length);
    const beats = (bpm ?? []).slice(Math.max(startS, endS - 30), endS).filter(isBeat);
    stages.push({
      stageW: ramp.startW + ramp.stepW * stages.length,
      meanW: meanOf(watts.subarray(startS, endS)),
      bpm: beats.length === 0 ? null : roundHalfUp(meanOf(beats)),
      fraction: (endS - startS) / ramp.stageS,
    });
  }
  return stages;
}
