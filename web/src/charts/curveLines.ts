import type { CurveBest } from '@uphill/api';
import { curveDurations, type CurveModel, modelAt } from '@uphill/core/power';

/** One drawn point of the curve. */
export interface CurveRow {
  readonly seconds: number;
  readonly best: number | null;
  readonly over: number | null;
  readonly model: number | null;
  /** What nothing ridden shows: reckoned from FTP alone. */
  readonly assumed: number | null;
  readonly overModel: number | null;
  readonly recordingId: string | null;
}

/** The model reaches as far as this where rides do not, s. */
const LONGEST_S = 4 * 3600;

/** What is drawn: observed bests, the model, and a second window or rider over them. */
export function curveLines(
  bests: readonly CurveBest[],
  model: CurveModel,
  over: readonly CurveBest[] | null,
  overModel: CurveModel | null,
): CurveRow[] {
  const longest = bests.at(-1)?.seconds ?? 0;
  return curveDurations(Math.max(longest, LONGEST_S)).map((seconds) => {
    const best = bests.find((each) => each.seconds >= seconds);
    const modelled = modelAt(model, seconds);
    return {
      seconds,
      best: best?.watts ?? null,
      over: over?.find((each) => each.seconds >= seconds)?.watts ?? null,
      model: modelled && modelled.by !== 'law' ? modelled.watts : null,
      assumed: modelled?.by === 'law' ? modelled.watts : null,
      overModel: overModel ? (modelAt(overModel, seconds)?.watts ?? null) : null,
      recordingId: best?.recordingId ?? null,
    };
  });
}
