import type { RawRecording } from './recording.ts';

/** One row of a lap column, in the file's clock. */
export interface LapCell {
  readonly seconds: number;
  readonly value: string;
}

/** More laps than this are no laps. */
const MOST_LAPS = 500;
/** Rows that a lap has at least, on the whole. */
const LEAST_ROWS = 5;

/**
 * Laps by a column of the file: a number or a name that changes at every edge, or a mark on the row at which lap was
 * pressed.
 *
 * @param cells what the column holds, row by row, in the order of the file
 * @returns the laps in the file's clock; none where the column says the same throughout
 * Source: handbook section 9.1 (2).
 */
export function lapsOfColumn(cells: readonly LapCell[]): RawRecording['laps'] {
  const runs: { readonly value: string; readonly from: number; rows: number }[] = [];
  for (const { seconds, value } of cells) {
    const last = runs.at(-1);
    if (last?.value === value) last.rows += 1;
    else runs.push({ value, from: seconds, rows: 1 });
  }
  if (runs.length < 2 || runs.length > 2 * MOST_LAPS) return [];
  const [first] = runs;
  const rest = runs.filter(({ value }) => value === first?.value);
  const marks = runs.filter(({ value }) => value !== first?.value);
  // Marks are single rows between rows that all say the same.
  const isMarked = rest.length > 1 && marks.every(({ rows }) => rows === 1);
  // What changes with nearly every row counts something else.
  if (runs.length > cells.length / LEAST_ROWS) return [];
  const edges = isMarked
    ? [first?.from ?? 0, ...marks.map(({ from }) => from)]
    : runs.map(({ from }) => from);
  const end = (cells.at(-1)?.seconds ?? 0) + 1;
  return edges.map((from, place) => ({ from, to: edges[place + 1] ?? end }));
}
