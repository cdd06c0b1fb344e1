import { STAGE_S, type Stretch } from '@uphill/core/testing';

/** Puts one edge somewhere; an effort of a fixed length moves as one, a ramp keeps at least a minute. */
export function placeEdge(
  effort: Stretch,
  edge: 'start' | 'end',
  second: number,
  longest: number,
  fixed: number | null,
): Stretch {
  if (fixed !== null) {
    const startS = clamp(edge === 'start' ? second : second - fixed, 0, longest - fixed);
    return { startS, endS: startS + fixed };
  }
  return edge === 'start'
    ? { startS: clamp(second, 0, effort.endS - STAGE_S), endS: effort.endS }
    : { startS: effort.startS, endS: clamp(second, effort.startS + STAGE_S, longest) };
}

function clamp(value: number, low: number, high: number): number {
  return Math.max(low, Math.min(high, value));
}
