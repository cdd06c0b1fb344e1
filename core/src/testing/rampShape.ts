import { printClock } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { expectedRampEnd } from './ftp.ts';
import { type RampShape, STAGE_S } from './protocols.ts';
import { rampEnd, rampUpTo, type Stretch } from './recordingReading.ts';
import { rampSeen } from './rampSeen.ts';

/** The laboratory's ramp: it stays a choice. Source: handbook section 4. */
export const LABORATORY_RAMP: RampShape = { startW: 100, stepW: 20 };

/** About how long a ramp should last, min. Source: handbook section 4, "The shape of a ramp". */
const RAMP_MINUTES = 14;

const STEP = { nearest: 5, low: 5, high: 30 } as const;
const START = { nearest: 10, low: 40 } as const;
/** A ramp shorter or longer than this gets another shape proposed, s. */
const FITS_S = { low: 8 * 60, high: 18 * 60 } as const;

/**
 * The shape of a ramp made for a rider: with M = FTP ÷ 0.75 the step is M ÷ 20 to the nearest 5 W, the start
 * M − 13 × step to the nearest 10 W, for about 14 min.
 *
 * @param ftpW expected FTP, W
 * @returns start (at least 40 W) and step (5–30 W) with the working
 * Source: handbook section 4, "The shape of a ramp".
 */
export function rampFor(ftpW: number): Worked<RampShape> {
  const minuteW = ftpW / 0.75;
  const stepW = Math.min(
    STEP.high,
    Math.max(STEP.low, Math.round(minuteW / 20 / STEP.nearest) * STEP.nearest),
  );
  const exactW = minuteW - (RAMP_MINUTES - 1) * stepW;
  const startW = Math.max(START.low, Math.round(exactW / START.nearest) * START.nearest);
  return worked({ startW, stepW }, '', 'Shape of a ramp', [
    [`Best minute expected: ${ftpW} W ÷ 0.75`, `${minuteW.toFixed(1)} W`],
    [
      `Step: ${minuteW.toFixed(1)} ÷ 20, to the nearest ${STEP.nearest} W (${STEP.low}–${STEP.high})`,
      `${stepW} W`,
    ],
    [
      `Start: ${minuteW.toFixed(1)} − ${RAMP_MINUTES - 1} × ${stepW}, to the nearest ${START.nearest} W (at least ${START.low})`,
      `${startW} W`,
    ],
  ]);
}

/**
 * Whether two ramps are the same, so that their results compare.
 *
 * @param one start and step, W
 * @param other start and step, W
 * @returns true where both are equal
 * Source: handbook section 4, "The shape of a ramp".
 */
export function sameRamp(one: RampShape, other: RampShape): boolean {
  return one.startW === other.startW && one.stepW === other.stepW;
}

/** The ramp to ride, where it comes from, and another one where this one would be too short or too long. */
export interface RampProposal {
  readonly shape: RampShape;
  /** "last": as the rider's last ramp, since only equal ramps compare. */
  readonly from: 'last' | 'made';
  /** Why the other one would be better, in a sentence; null where it would not. */
  readonly instead: { readonly shape: RampShape; readonly says: string } | null;
}

/**
 * Which ramp a rider should ride: the shape of the last one, since only equal ramps compare, else one made for them.
 *
 * @param ftpW expected FTP, W
 * @param last shape of the rider's last ramp; null where there is none
 * @returns the shape, and another where the last one would take under 8 or over 18 min by now
 * Source: handbook section 4, "The shape of a ramp".
 */
export function proposeRamp(ftpW: number, last: RampShape | null): RampProposal {
  const made = rampFor(ftpW).value;
  if (last === null) return { shape: made, from: 'made', instead: null };
  const says = unfitting(ftpW, last);
  return {
    shape: last,
    from: 'last',
    instead: says === null || sameRamp(made, last) ? null : { shape: made, says },
  };
}

/**
 * Whether a ramp would be too short or too long for a rider.
 *
 * @param ftpW expected FTP, W
 * @param shape start and step, W
 * @returns the sentence that says so; null from 8 to 18 min
 * Source: handbook section 4, "The shape of a ramp".
 */
export function unfitting(ftpW: number, shape: RampShape): string | null {
  const { rampSeconds } = expectedRampEnd(ftpW, shape).value;
  if (rampSeconds < FITS_S.low)
    return `It would last ${printClock(rampSeconds)}, under 8 min: too short to read.`;
  return rampSeconds > FITS_S.high
    ? `It would last ${printClock(rampSeconds)}, over 18 min: tired legs end it, not the limit.`
    : null;
}

/** FTPs that a ramp may have been shaped for, where a file comes from anywhere: each gives one shape or shares it. */
const SHAPED_FOR = Array.from({ length: 45 }, (_, index) => 60 + 10 * index);

/** Misfits this near the least, and of the first stage, still are a fit: of legs and a trainer that follows late. */
const NEARLY = 2;
const FIRST_STAGE = 4;
const FIRST_STAGE_W2 = 400;

/**
 * Which ramp was ridden in a recording: of all shapes that are made for riders, those of before, the
 * laboratory's and the one that its own steps show, the one that fits it best.
 *
 * @param watts 1 Hz watts, gaps as 0
 * @param before shapes of the rider's earlier ramps
 * @returns the shape, or null where none of them was ridden
 * Source: handbook section 4.
 */
export function whichRamp(watts: Float64Array, before: readonly RampShape[]): RampShape | null {
  const seen = rampSeen(watts, STAGE_S);
  const made = SHAPED_FOR.map((ftpW) => rampFor(ftpW).value);
  const shapes = [...before, LABORATORY_RAMP, ...(seen ? [seen] : []), ...made];
  const different = shapes.filter(
    (shape, index) => shapes.findIndex((other) => sameRamp(other, shape)) === index,
  );
  const end = rampEnd(watts);
  if (!end.ok) return null;
  const endS = end.value;
  const fitting = different.flatMap((shape) => {
    const stretch = rampUpTo(watts, endS, shape);
    if (!stretch) return [];
    const { startS } = stretch;
    const first = { startS, endS: Math.min(endS, startS + STAGE_S) };
    return [
      {
        shape,
        seconds: endS - startS,
        misfit: misfitOf(watts, stretch, shape),
        first: misfitOf(watts, first, shape),
      },
    ];
  });
  const least = Math.min(...fitting.map(({ misfit }) => misfit));
  // A shape that starts some stages later fits as well, from there on: of those that fit, the whole ramp counts.
  const whole = fitting.filter(
    ({ misfit, first }) =>
      misfit <= NEARLY * least && first <= Math.max(FIRST_STAGE_W2, FIRST_STAGE * least),
  );
  const [longest] = (whole.length > 0 ? whole : fitting).sort((a, b) => b.seconds - a.seconds);
  return longest?.shape ?? null;
}

/** Mean square of what was ridden against what the shape asks, W². */
function misfitOf(
  watts: Float64Array,
  { startS, endS }: Stretch,
  { startW, stepW }: RampShape,
): number {
  let squares = 0;
  for (let second = startS; second < endS; second += 1)
    squares +=
      ((watts[second] ?? 0) - startW - stepW * Math.floor((second - startS) / STAGE_S)) ** 2;
  return squares / Math.max(1, endS - startS);
}
