import { type ColumnChoice, findColumns, nameColumn } from './csvColumns.ts';
import { numberOf } from './csvNumbers.ts';

/** What the coach is asked where a heading says nothing of watts or beats. */
export interface ColumnQuestion {
  /** The header row as it is named. */
  readonly headings: readonly string[];
  /** The first rows, cells cut short. */
  readonly rows: readonly (readonly string[])[];
  /** What was not found, with the columns that could be it, the likeliest first. */
  readonly asks: readonly { readonly field: ColumnField; readonly candidates: readonly number[] }[];
}

/** What a column is asked for. */
export type ColumnField = 'watts' | 'bpm';

const SHOWN_ROWS = 5;
/** Of a table this short no answer would make a ride. */
const FEWEST_ROWS = 10;
const LOOKED_AT = 400;
const CELL = 24;
/** Numbers that watts and beats of a ride lie between, and the least they reach. */
const RANGES: Record<
  ColumnField,
  { readonly low: number; readonly high: number; readonly reaches: number }
> = {
  watts: { low: 0, high: 2500, reaches: 40 },
  bpm: { low: 30, high: 230, reaches: 60 },
};

/**
 * Whether a table of samples needs the coach's word on which column holds watts or beats: where no heading says so and
 * some column could be it, or where nothing at all was found.
 *
 * @param table the header row and the rows under it
 * @param choice what the coach said already
 * @param wanted what the rider has a sensor for
 * @returns the question, or null where nothing has to be asked
 */
export function columnQuestion(
  [headings = [], ...rows]: readonly (readonly string[])[],
  choice: ColumnChoice,
  wanted: readonly ColumnField[],
): ColumnQuestion | null {
  if (rows.length < FEWEST_ROWS) return null;
  const { at, unused } = findColumns(headings, choice);
  const nothing = !at.watts && !at.bpm;
  const every = Math.max(1, Math.floor(rows.length / LOOKED_AT));
  const looked = rows.filter((_, index) => index % every === 0);
  const asks = wanted
    .filter((field) => !at[field] && choice[field] === undefined)
    .map((field) => {
      const likely = unused.filter((index) =>
        couldBe(
          field,
          looked.map((row) => row[index] ?? ''),
        ),
      );
      // Where nothing was found at all, any column of numbers may be meant.
      const numbers = nothing
        ? unused.filter(
            (index) => !likely.includes(index) && isNumbers(looked.map((row) => row[index] ?? '')),
          )
        : [];
      return { field, candidates: [...likely, ...numbers] };
    })
    .filter(({ candidates }) => candidates.length > 0);
  if (asks.length === 0) return null;
  return {
    headings: headings.map((_, index) => nameColumn(headings, index)),
    rows: rows
      .slice(0, SHOWN_ROWS)
      .map((row) => headings.map((_, index) => (row[index] ?? '').slice(0, CELL))),
    asks,
  };
}

function isNumbers(cells: readonly string[]): boolean {
  const filled = cells.map((cell) => numberOf(cell.trim())).filter((value) => value !== null);
  return filled.filter((value) => value !== 'letters').length > filled.length / 2;
}

/** Whether the cells look like watts or beats of a ride: in range, moving, and not only ever rising, as distance does. */
function couldBe(field: ColumnField, cells: readonly string[]): boolean {
  const { low, high, reaches } = RANGES[field];
  const filled = cells.map((cell) => numberOf(cell.trim())).filter((value) => value !== null);
  const numbers = filled.filter(
    (value): value is number => typeof value === 'number' && value >= low && value <= high,
  );
  if (numbers.length < filled.length * 0.8 || numbers.length === 0) return false;
  const most = Math.max(...numbers);
  const falls = numbers.some((value, index) => index > 0 && value < (numbers[index - 1] ?? value));
  return most >= reaches && falls;
}
