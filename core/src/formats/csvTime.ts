import { numberOf } from './csvNumbers.ts';
import { readStamp } from './stamp.ts';

/** How the time column is written. */
export type ClockFormat =
  | { readonly kind: 'numbers'; readonly factor: number }
  | { readonly kind: 'clock' }
  | { readonly kind: 'stamp' };

const CLOCK = /^(?:(\d{1,2}):)?(\d{1,2}):(\d{2}(?:[.,]\d+)?)$/;
const LIKE_STAMP = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}/;

/**
 * Finds out how a time column is written.
 *
 * @param cells the first cells under the heading
 * @param factor seconds in one of its numbers, as the heading says
 * @returns the format, or null where they are no times
 */
export function clockFormatOf(cells: readonly string[], factor = 1): ClockFormat | null {
  const filled = cells.map((cell) => cell.trim()).filter((cell) => cell !== '');
  const most = (fits: (cell: string) => boolean): boolean =>
    filled.filter(fits).length > filled.length / 2;
  if (most((cell) => typeof numberOf(cell) === 'number')) {
    const numbers = filled
      .map(numberOf)
      .filter((value): value is number => typeof value === 'number');
    const step = ((numbers.at(-1) ?? 0) - (numbers[0] ?? 0)) / Math.max(1, numbers.length - 1);
    return { kind: 'numbers', factor: step >= 200 ? 0.001 : factor };
  }
  if (most((cell) => CLOCK.test(cell))) return { kind: 'clock' };
  if (most((cell) => LIKE_STAMP.test(cell))) return { kind: 'stamp' };
  return null;
}

/**
 * Reads one time.
 *
 * @param text the cell
 * @param format as `clockFormatOf` found it
 * @returns seconds on the file's own clock, or null where the cell cannot be read
 */
export function clockOf(text: string, format: ClockFormat): number | null {
  const cell = text.trim();
  if (format.kind === 'numbers') {
    const value = numberOf(cell);
    return typeof value === 'number' ? value * format.factor : null;
  }
  if (format.kind === 'clock') {
    const found = CLOCK.exec(cell);
    if (!found) return null;
    return (
      Number(found[1] ?? 0) * 3600 +
      Number(found[2]) * 60 +
      Number((found[3] ?? '0').replace(',', '.'))
    );
  }
  return readStamp(cell)?.seconds ?? null;
}
