/** One drawn point of a recording. */
export interface ChartRow {
  readonly second: number;
  readonly watts: number | null;
  readonly bpm: number | null;
}

/** Points drawn at most: more than there are pixels would only cost time. */
const POINTS = 700;

/** Over how many seconds a recording of this length is averaged to be drawn. */
export function thinness(seconds: number): number {
  return Math.max(1, Math.ceil(seconds / POINTS));
}

/** Averages a recording over every few seconds, for drawing only; a stretch without values stays empty. */
export function thin(
  watts: readonly (number | null)[],
  bpm: readonly (number | null)[] | null,
  every: number,
): ChartRow[] {
  const rows: ChartRow[] = [];
  for (let second = 0; second < watts.length; second += every) {
    rows.push({ second, watts: mean(watts, second, every), bpm: bpm && mean(bpm, second, every) });
  }
  return rows;
}

function mean(values: readonly (number | null)[], from: number, count: number): number | null {
  const sound = values.slice(from, from + count).filter((value): value is number => value !== null);
  return sound.length === 0 ? null : sound.reduce((sum, value) => sum + value, 0) / sound.length;
}
