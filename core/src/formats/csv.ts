import Papa from 'papaparse';
import { isSound } from '../power/stream.ts';
import { refused, type Reading } from '../units/reading.ts';
import { columnOf, type Field } from './csvColumns.ts';
import { tooMuchCsv } from './csvLimits.ts';
import { clockOf, clockFormatOf } from './csvTime.ts';
import { numberOf } from './csvNumbers.ts';
import { assemble, type Recording } from './recording.ts';
import type { Sample } from './resample.ts';
import { readStamp, startOf } from './stamp.ts';

/**
 * Reads a recording from a CSV file: a header row with common column names, one row a second or uneven (then
 * resampled), commas, semicolons or tabs between columns, decimal points or commas.
 *
 * @param text the whole file, decoded
 * @returns the recording at 1 Hz with what was noticed, or the sentence that says what is wrong with the file
 * Source: handbook section 5, Conventions and Gaps.
 */
export function parseCsvRecording(text: string): Reading<Recording> {
  const body = text.replace(/^\uFEFF/, '');
  if (body.trim() === '') return refused('The file is empty.');
  if (looksBinary(body))
    return refused(
      'The file is not text. A recording as CSV has a header row such as "seconds,power,heart_rate".',
    );

  const limit = tooMuchCsv(body);
  if (limit !== null) return refused(limit);
  const parsed = Papa.parse<string[]>(body, {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t'],
  });
  const [header, ...rows] = parsed.data;
  if (!header || rows.length === 0)
    return refused('The file has a header row but no samples under it.');
  const columns = findColumns(header);
  if (columns.watts === undefined && columns.bpm === undefined) {
    const named = header
      .slice(0, 8)
      .map((name) => `"${name.trim().slice(0, 20)}"`)
      .join(', ');
    return refused(
      `There is neither a power nor a heart-rate column. The columns are ${named}. Name the one with watts "power" or "watts", the one with beats "heart_rate".`,
    );
  }
  return readRows(rows, columns);
}

type Columns = Partial<Record<Field, number>>;

function findColumns(header: readonly string[]): Columns {
  const columns: Columns = {};
  header.forEach((name, index) => {
    const field = columnOf(name);
    if (field && columns[field] === undefined) columns[field] = index;
  });
  return columns;
}

/** What was odd in the rows, counted for the notes. */
interface Oddities {
  lettered: number;
  firstLettered: string | null;
  outside: number;
}

function readRows(rows: readonly string[][], columns: Columns): Reading<Recording> {
  const { time } = columns;
  const format =
    time === undefined ? null : clockFormatOf(rows.slice(0, 20).map((row) => row[time] ?? ''));
  if (time !== undefined && format === null) {
    return refused(
      `The times cannot be read, for example "${(rows[0]?.[time] ?? '').slice(0, 30)}". Use seconds, h:mm:ss or a date with time.`,
    );
  }
  const odd: Oddities = { lettered: 0, firstLettered: null, outside: 0 };
  const samples: Sample[] = [];
  let first: readonly string[] | null = null;
  for (const [index, row] of rows.entries()) {
    const seconds = format === null ? index : clockOf(cellOf(row, columns, 'time'), format);
    if (seconds === null) noteLetters(odd, `row ${index + 2}`);
    else {
      first ??= row;
      samples.push(sampleOf(row, index, seconds, columns, odd));
    }
  }
  return assemble({
    samples,
    ...startOf(
      format?.kind === 'stamp' && first ? readStamp(cellOf(first, columns, 'time')) : null,
    ),
    laps: [],
    notes: notesOn(odd),
    noWatts: 'The power column holds no watts between 0 and 2,500.',
  });
}

function sampleOf(
  row: readonly string[],
  index: number,
  seconds: number,
  columns: Columns,
  odd: Oddities,
): Sample {
  const number = (field: Field) => numberOf(cellOf(row, columns, field));
  const watts = number('watts');
  if (watts === 'letters')
    noteLetters(odd, `row ${index + 2}, "${cellOf(row, columns, 'watts').slice(0, 20)}"`);
  else if (watts !== null && !isSound(watts)) odd.outside += 1;
  return {
    seconds,
    watts: watts !== 'letters' && isSound(watts) ? watts : null,
    bpm: soundOrNull(number('bpm'), 30, 230),
    rpm: soundOrNull(number('rpm'), 0, 300),
    metresPerSecond: speedOf(number('speed'), columns, cellOf(row, columns, 'speedKmh')),
  };
}

function cellOf(row: readonly string[], columns: Columns, field: Field): string {
  const index = columns[field];
  return index === undefined ? '' : (row[index] ?? '').trim();
}

function noteLetters(odd: Oddities, where: string): void {
  odd.lettered += 1;
  odd.firstLettered ??= where;
}

function notesOn({ lettered, firstLettered, outside }: Oddities): string[] {
  const notes: string[] = [];
  if (lettered > 0)
    notes.push(
      `${count(lettered, 'row')} held letters where a number belongs (first: ${firstLettered}). Taken as gaps.`,
    );
  if (outside > 0)
    notes.push(`${count(outside, 'sample')} below 0 or above 2,500 W. Taken as gaps.`);
  return notes;
}

function speedOf(
  metres: number | null | 'letters',
  columns: Columns,
  kmhText: string,
): number | null {
  if (columns.speed !== undefined) return soundOrNull(metres, 0, 60);
  const kmh = soundOrNull(numberOf(kmhText), 0, 200);
  return kmh === null ? null : kmh / 3.6;
}

function soundOrNull(value: number | null | 'letters', low: number, high: number): number | null {
  return typeof value === 'number' && value >= low && value <= high ? value : null;
}

function looksBinary(text: string): boolean {
  const head = text.slice(0, 4096);
  // Control characters other than tab, line feed and carriage return, or bytes that were no UTF-8.
  return /[\u0000-\u0008\u000E-\u001F\uFFFD]/.test(head);
}

function count(many: number, noun: string): string {
  return `${many} ${noun}${many === 1 ? '' : 's'}`;
}
