import { meanOf } from '../power/index.ts';
import { roundTo } from '../units/index.ts';

/** The effort of a test at 1 Hz. */
export interface OverlayTest {
  readonly watts: readonly number[];
  readonly bpm: readonly (number | null)[] | null;
}

/** Two tests of one kind laid over each other. */
export interface Overlay {
  /** Half-minute means from the start of each effort; null past its end. */
  readonly points: readonly {
    readonly second: number;
    readonly beforeW: number | null;
    readonly afterW: number | null;
    readonly beforeBpm: number | null;
    readonly afterBpm: number | null;
  }[];
  /** Mean heart rate while riding the same watts. */
  readonly beats: readonly {
    readonly aboutW: number;
    readonly before: number;
    readonly after: number;
  }[];
  /** One sentence: what it shows. */
  readonly says: string;
}

const EVERY_S = 15;
const STEP_W = 20;
const ENOUGH_S = 30;
/** The heart answers to the watts of about half a minute ago. */
const HEART_LAG_S = 30;

/**
 * Lays two tests over each other: watts and heart rate from the start of each, and heart rate at the same watts.
 *
 * @param before the earlier test
 * @param after the later test
 * @returns points to draw, heart rate at about every 20 W, and what it shows
 * Source: handbook sections 4 and 9 (fitter: heart rate lower at the same watts).
 */
export function overlayTests(before: OverlayTest, after: OverlayTest): Overlay {
  const longest = Math.max(before.watts.length, after.watts.length);
  const points = [];
  for (let second = 0; second < longest; second += EVERY_S) {
    points.push({
      second,
      beforeW: meanAt(before.watts, second),
      afterW: meanAt(after.watts, second),
      beforeBpm: meanAt(before.bpm ?? [], second),
      afterBpm: meanAt(after.bpm ?? [], second),
    });
  }
  const [a, b] = [beatsByWatts(before), beatsByWatts(after)];
  const beats = [...a.keys()]
    .filter((step) => b.has(step))
    .sort((x, y) => x - y)
    .map((step) => ({ aboutW: step, before: a.get(step) as number, after: b.get(step) as number }));
  return { points, beats, says: sentence(before, after, beats) };
}

function meanAt(values: readonly (number | null)[], from: number): number | null {
  const sound = values
    .slice(from, from + EVERY_S)
    .filter((value): value is number => value !== null);
  return sound.length === 0 ? null : meanOf(sound);
}

/** Mean heart rate by steps of watts, the watts being those of the half minute before. */
function beatsByWatts({ watts, bpm }: OverlayTest): Map<number, number> {
  const sums = new Map<number, { beats: number; seconds: number }>();
  for (let second = HEART_LAG_S; second < Math.min(watts.length, bpm?.length ?? 0); second += 1) {
    const beat = bpm?.[second] ?? null;
    if (beat === null) continue;
    const step = Math.round(meanOf(watts.slice(second - HEART_LAG_S, second)) / STEP_W) * STEP_W;
    const sum = sums.get(step) ?? { beats: 0, seconds: 0 };
    sums.set(step, { beats: sum.beats + beat, seconds: sum.seconds + 1 });
  }
  return new Map(
    [...sums]
      .filter(([, { seconds }]) => seconds >= ENOUGH_S)
      .map(([step, { beats, seconds }]) => [step, beats / seconds]),
  );
}

function sentence(before: OverlayTest, after: OverlayTest, beats: Overlay['beats']): string {
  const [w0, w1] = [meanOf(before.watts), meanOf(after.watts)];
  const watts = `${roundTo(Math.abs(w1 / w0 - 1) * 100, 1)} % ${w1 >= w0 ? 'more' : 'less'} mean power than before`;
  if (beats.length === 0) return `${watts}; no heart rate at the same watts to compare.`;
  const mean = beats.reduce((sum, step) => sum + step.after - step.before, 0) / beats.length;
  if (Math.abs(mean) < 2) return `${watts}; heart rate at the same watts unchanged.`;
  return `${watts}; at the same watts ${roundTo(Math.abs(mean), 0)} beats ${mean < 0 ? 'fewer: fitter, if it felt the same' : 'more: heat, nerves or tiredness, or another position; the note decides'}.`;
}
