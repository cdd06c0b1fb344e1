import type { Segment } from '../sessions/index.ts';
import { cpNow, evenWatts, type RiderState, type SimulatedRider, sprintWatts } from './rider.ts';

/** Up to here flat out is a sprint, which nobody rides evenly, s. */
const LONGEST_SPRINT_S = 20;
const FLAT_OUT_RPE = 10;

/** A band of watts. */
export interface WattsBand {
  readonly lowW: number;
  readonly highW: number;
}

/**
 * The band that a whole step asks, with the share the rider turned it up or down.
 *
 * @param segment the step
 * @param share 1 as asked
 * @returns W; null where it is not asked in watts
 * Source: handbook section 13.
 */
export function bandOf({ from, to }: Segment, share: number): WattsBand | null {
  if (from?.lowW == null || to?.highW == null) return null;
  return {
    lowW: Math.round(Math.min(from.lowW, to.lowW ?? from.lowW) * share),
    highW: Math.round(Math.max(from.highW ?? to.highW, to.highW) * share),
  };
}

/**
 * The band that is asked at a moment of a step: in a rising step it rises.
 *
 * @param segment the step
 * @param inStepS seconds ridden of it
 * @param share 1 as asked
 * @returns W; null where it is not asked in watts
 * Source: handbook section 13.
 */
export function bandNow(segment: Segment, inStepS: number, share: number): WattsBand | null {
  const { from, to, seconds } = segment;
  if (from?.lowW == null || to?.lowW == null) return bandOf(segment, share);
  const along = Math.min(1, (inStepS + 0.5) / seconds);
  const now = (first: number, last: number): number =>
    Math.round((first + (last - first) * along) * share);
  return {
    lowW: now(from.lowW, to.lowW),
    highW: now(from.highW ?? from.lowW, to.highW ?? to.lowW),
  };
}

/**
 * What the rider gives without the trainer's help: what is asked, what the effort says, or all that is left.
 *
 * @param segment the step
 * @param inStepS seconds ridden of it
 * @param turned share it was turned up or down
 * @param rider the simulated rider
 * @param body the state the rider is in
 * @param mostW the most the rider can give now, W
 * @returns W
 * Source: handbook section 13.
 */
export function wantedWatts(
  { from, to, seconds }: Segment,
  inStepS: number,
  turned: number,
  rider: SimulatedRider,
  body: RiderState,
  mostW: number,
): number {
  const flatOut = from !== null && from.lowW === null && from.rpe[0] >= FLAT_OUT_RPE;
  const ridden = Math.min(1, inStepS / seconds);
  if (flatOut)
    return seconds <= LONGEST_SPRINT_S
      ? sprintWatts(mostW, inStepS)
      : evenWatts(rider, body, Math.max(1, seconds - inStepS), ridden);
  const byEffort = (rpe: readonly [number, number] | undefined): number =>
    (cpNow(rider, body) * ((rpe?.[0] ?? 2) + (rpe?.[1] ?? 2))) / 16;
  const [fromW, toW] = [from?.countedW ?? byEffort(from?.rpe), to?.countedW ?? byEffort(to?.rpe)];
  return (fromW + (toW - fromW) * Math.min(1, (inStepS + 0.5) / seconds)) * turned;
}
