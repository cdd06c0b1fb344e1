import { type Refused, type Understood, refused, roundTo, understood } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { cubicThrough } from './cubic.ts';

/** One drop of blood. */
export interface LactateSample {
  /** Watts of the stage it was taken in. */
  readonly stageW: number;
  readonly at: 'mid' | 'end';
  readonly mmol: number;
  readonly bpm: number | null;
  readonly rpe: number | null;
  /** Why it does not count ("sweat on the finger"); null where it does. */
  readonly struck: string | null;
  /** Share of the stage that was ridden, 0–1; under 1 only on an unfinished last stage. */
  readonly fraction: number;
}

/** Settings of the methods, with the handbook's defaults and bounds. */
export interface LactateSettings {
  /** 1.5–2.5 mmol/L. */
  readonly lt1Mmol: number;
  /** 3.0–4.5 mmol/L. */
  readonly lt2Mmol: number;
}

export const LACTATE_DEFAULTS: LactateSettings = { lt1Mmol: 2, lt2Mmol: 4 };
export const LACTATE_BOUNDS = {
  mmol: { low: 0.3, high: 30 },
  lt1: { low: 1.5, high: 2.5 },
  lt2: { low: 3, high: 4.5 },
} as const;

export type Lt1Method = 'crossing' | 'rise';
export type Lt2Method = 'crossing' | 'dmax';

/** What one method says, or why it says nothing. */
export type MethodReading = Understood<Worked> | Refused;

/** Both thresholds by both methods each. */
export interface LactateReading {
  readonly lt1: Readonly<Record<Lt1Method, MethodReading>>;
  readonly lt2: Readonly<Record<Lt2Method, MethodReading>>;
  /** How far the methods of one threshold lie apart, W; null where one of them says nothing. */
  readonly lt1ApartW: number | null;
  readonly lt2ApartW: number | null;
}

const LT1_RISE = 0.5;
const CHORD_RISE = 0.4;
const FEWEST_FOR_DMAX = 5;

/** A stage-end sample that counts, at the watts it stands for. */
interface Point {
  readonly watts: number;
  readonly mmol: number;
}

/**
 * Reads LT1 and LT2 by two methods each.
 *
 * @param samples every drop, in the order of the stages; struck ones never move a threshold
 * @param stepW watts from stage to stage
 * @param settings the two fixed concentrations, mmol/L
 * @returns all four readings, and how far the methods disagree
 * Source: handbook section 4.
 */
export function readLactate(
  samples: readonly LactateSample[],
  stepW: number,
  settings: LactateSettings = LACTATE_DEFAULTS,
): LactateReading {
  const points = countedPoints(samples, stepW);
  const lt1 = { crossing: byCrossing(points, settings.lt1Mmol, 'LT1'), rise: byRise(points) };
  const lt2 = { crossing: byCrossing(points, settings.lt2Mmol, 'LT2'), dmax: byDmax(points) };
  return {
    lt1,
    lt2,
    lt1ApartW: apart(lt1.crossing, lt1.rise),
    lt2ApartW: apart(lt2.crossing, lt2.dmax),
  };
}

/**
 * The samples that count for the thresholds: stage ends that were not struck, each at the watts it stands for. An
 * unfinished last stage counts as the stage before plus the step times the fraction ridden.
 *
 * @param samples every drop
 * @param stepW watts from stage to stage
 * @returns watts and mmol/L, in rising watts
 * Source: handbook section 4.
 */
function countedPoints(samples: readonly LactateSample[], stepW: number): Point[] {
  return samples
    .filter(({ at, struck }) => at === 'end' && struck === null)
    .map(({ stageW, fraction, mmol }) => ({
      watts: fraction < 1 ? stageW - stepW + stepW * fraction : stageW,
      mmol,
    }))
    .sort((a, b) => a.watts - b.watts);
}

/** Where lactate crosses a level for the last time upwards, with no later sample below; never extrapolated. */
function byCrossing(points: readonly Point[], level: number, name: 'LT1' | 'LT2'): MethodReading {
  const rule = `${name} where lactate crosses ${level.toFixed(1)} mmol/L`;
  const index = points.findLastIndex(({ mmol }) => mmol < level);
  const [below, above] = [points[index], points[index + 1]];
  if (!below)
    return refused(
      points.length === 0
        ? 'No sample counts yet.'
        : `Every sample is at ${level.toFixed(1)} mmol/L or above: start lower next time. Nothing is guessed.`,
    );
  if (!above)
    return refused(
      `Lactate has not crossed ${level.toFixed(1)} mmol/L for good yet. Nothing is guessed beyond the last sample.`,
    );
  const watts =
    below.watts + ((level - below.mmol) / (above.mmol - below.mmol)) * (above.watts - below.watts);
  return understood(
    worked(
      watts,
      'W',
      rule,
      [
        [`${roundTo(below.watts, 1)} W`, `${below.mmol} mmol/L`],
        [`${roundTo(above.watts, 1)} W`, `${above.mmol} mmol/L`],
        [
          `${roundTo(below.watts, 1)} + (${level.toFixed(1)} − ${below.mmol}) ÷ (${above.mmol} − ${below.mmol}) × ${roundTo(above.watts - below.watts, 1)}`,
          `${roundTo(watts, 1)} W`,
        ],
      ],
      [[`${name} at`, `${level.toFixed(1)} mmol/L`]],
    ),
  );
}

/** The stage before the first one at least 0.5 above the lowest sample. */
function byRise(points: readonly Point[]): MethodReading {
  if (points.length < 2) return refused('The rise method needs at least two samples.');
  const lowest = Math.min(...points.map(({ mmol }) => mmol));
  const lowestAt = points.findIndex(({ mmol }) => mmol === lowest);
  // Samples before the lowest one are the settling of the first stages, not a rise.
  const risen = points.findIndex(
    ({ mmol }, index) => index > lowestAt && mmol >= lowest + LT1_RISE - 1e-9,
  );
  const [before, after] = [points[risen - 1], points[risen]];
  if (risen < 0 || !before || !after)
    return refused('No stage lies 0.5 mmol/L above the lowest sample yet.');
  return understood(
    worked(before.watts, 'W', 'LT1 by the rise: the stage before', [
      ['Lowest sample', `${lowest} mmol/L`],
      [
        `First at least ${LT1_RISE} above it, at ${roundTo(after.watts, 1)} W`,
        `${after.mmol} mmol/L`,
      ],
      ['The stage before', `${roundTo(before.watts, 1)} W`],
    ]),
  );
}

/** The point of the cubic that lies furthest below the chord. */
function byDmax(points: readonly Point[]): MethodReading {
  if (points.length < FEWEST_FOR_DMAX)
    return refused(
      `Modified D-max needs at least ${FEWEST_FOR_DMAX} samples that count; there are ${points.length}.`,
    );
  const risen = points.findIndex(
    (point, index) =>
      index > 0 && point.mmol - (points[index - 1] as Point).mmol >= CHORD_RISE - 1e-9,
  );
  const [start, end] = [points[risen - 1], points.at(-1)];
  if (risen < 1 || !start || !end)
    return refused(
      'No stage rises by 0.4 mmol/L over its neighbour, so there is no chord to measure from.',
    );
  const cubic = cubicThrough(points.map(({ watts, mmol }) => [watts, mmol]));
  if (!cubic) return refused('No curve fits these samples.');
  const slope = (end.mmol - start.mmol) / (end.watts - start.watts);
  const best = cubic
    .whereSlopeIs(slope)
    .filter((watts) => watts > start.watts && watts < end.watts)
    .map((watts) => ({
      watts,
      below: start.mmol + slope * (watts - start.watts) - cubic.at(watts),
    }))
    .filter(({ below }) => below > 0)
    .sort((a, b) => b.below - a.below)[0];
  if (!best)
    return refused('The curve does not sag below the chord, so modified D-max finds nothing.');
  return understood(
    worked(best.watts, 'W', 'LT2 by modified D-max', [
      ['Chord from', `${roundTo(start.watts, 1)} W, ${start.mmol} mmol/L`],
      ['Chord to', `${roundTo(end.watts, 1)} W, ${end.mmol} mmol/L`],
      ['Curve', `third degree through ${points.length} samples`],
      [
        'Furthest below the chord',
        `${roundTo(best.watts, 1)} W, ${roundTo(cubic.at(best.watts), 1)} mmol/L`,
      ],
    ]),
  );
}

function apart(one: MethodReading, other: MethodReading): number | null {
  return one.ok && other.ok ? Math.abs(one.value.value - other.value.value) : null;
}

/**
 * Heart rate or RPE at some watts, linear between the stage-end samples that have one.
 *
 * @param samples every drop; a struck sample's heart rate and RPE still count, for only its blood was spoilt
 * @param stepW watts from stage to stage
 * @param watts W
 * @param what which of the two
 * @returns the figure, or null outside the samples
 * Source: handbook section 4.
 */
export function alongside(
  samples: readonly LactateSample[],
  stepW: number,
  watts: number,
  what: 'bpm' | 'rpe',
): number | null {
  const points = samples
    .filter((sample) => sample.at === 'end' && sample[what] !== null)
    .map((sample) => ({
      watts: sample.fraction < 1 ? sample.stageW - stepW + stepW * sample.fraction : sample.stageW,
      value: sample[what] as number,
    }))
    .sort((a, b) => a.watts - b.watts);
  const above = points.findIndex((point) => point.watts >= watts);
  const [before, after] = [points[above - 1], points[above]];
  if (!after) return null;
  if (after.watts === watts) return after.value;
  return before
    ? before.value +
        ((watts - before.watts) / (after.watts - before.watts)) * (after.value - before.value)
    : null;
}

/** What two samples of one stage say. */
export interface WithinStage {
  readonly stageW: number;
  readonly mid: number;
  readonly end: number;
  /** The end lies at least 0.5 above the middle: past LT2. */
  readonly pastLt2: boolean;
}

/**
 * Compares mid-stage and end samples: an end at least 0.5 above the middle is evidence of being past LT2; a fall is
 * normal early on.
 *
 * @param samples every drop
 * @returns one entry for each stage with both samples unstruck
 * Source: handbook section 4.
 */
export function withinStages(samples: readonly LactateSample[]): WithinStage[] {
  const sound = samples.filter(({ struck }) => struck === null);
  return sound.flatMap((sample) => {
    const mid = sound.find(({ at, stageW }) => at === 'mid' && stageW === sample.stageW);
    if (sample.at !== 'end' || !mid) return [];
    return [
      {
        stageW: sample.stageW,
        mid: mid.mmol,
        end: sample.mmol,
        pastLt2: sample.mmol >= mid.mmol + LT1_RISE - 1e-9,
      },
    ];
  });
}

/** What is wrong with a line of the table: refused, or only to be looked at again. */
export interface LactateProblem {
  readonly line: number;
  readonly refuses: boolean;
  readonly reason: string;
}

/**
 * Says what is wrong with a typed table of samples, line by line.
 *
 * @param samples as typed, in the order of the lines
 * @returns problems with the line they are about; warnings are told from refusals by `refuses`
 * Source: handbook section 4.
 */
export function lactateProblems(samples: readonly LactateSample[]): LactateProblem[] {
  const { low, high } = LACTATE_BOUNDS.mmol;
  return samples.flatMap(({ mmol, stageW, at }, line): LactateProblem[] => {
    const before = samples.slice(0, line).findLast((sample) => sample.at === 'end');
    if (!(mmol >= low && mmol <= high))
      return [
        {
          line,
          refuses: true,
          reason: `Lactate of ${mmol} mmol/L at ${stageW} W cannot be: it lies between ${low} and ${high}.`,
        },
      ];
    if (before && stageW < before.stageW)
      return [
        {
          line,
          refuses: true,
          reason: `The stage of ${stageW} W comes after ${before.stageW} W. Stages have to rise.`,
        },
      ];
    if (samples.slice(0, line).some((sample) => sample.stageW === stageW && sample.at === at)) {
      return [
        {
          line,
          refuses: true,
          reason: `There are two ${at === 'end' ? 'stage-end' : 'mid-stage'} samples at ${stageW} W. Keep one, or strike one out with its reason on another line.`,
        },
      ];
    }
    return before && at === 'end' && mmol > 3 && mmol > 2.2 * before.mmol
      ? [
          {
            line,
            refuses: false,
            reason: `${mmol} mmol/L at ${stageW} W is more than double the stage before. Sweat on the finger? Take another drop, or strike it out.`,
          },
        ]
      : [];
  });
}
