import type { Asked, Segment } from '@uphill/core/sessions';

/** A corner of the asked line: second, and how hard in W (or RPE where there are no watts). */
export type Corner = readonly [second: number, level: number];

/** How hard an effort is drawn: counted watts, or the middle of its RPE. */
export function levelOf(asked: Asked | null, byEffort: boolean): number {
  if (!asked) return 0;
  return byEffort || asked.countedW === null ? (asked.rpe[0] + asked.rpe[1]) / 2 : asked.countedW;
}

/** Whether a session has to be drawn by effort, since some of it has no watts. */
export function isByEffort(segments: readonly Segment[]): boolean {
  return segments.some(({ from }) => from !== null && from.countedW === null);
}

/** The stepped line of what is asked, corner by corner. */
export function cornersOf(segments: readonly Segment[], byEffort: boolean): Corner[] {
  return segments.flatMap(({ startS, seconds, from, to }): Corner[] => [
    [startS, levelOf(from, byEffort)],
    [startS + seconds, levelOf(to, byEffort)],
  ]);
}
