import Papa from 'papaparse';
import { isSound } from '../power/index.ts';
import { type Refused, type Understood, refused } from '../units/index.ts';
import {
  type ColumnChoice,
  type Field,
  findColumns,
  type FoundColumns,
  nameColumn,
} from './csvColumns.ts';
import { type ColumnField, type ColumnQuestion, columnQuestion } from './csvQuestion.ts';
import { tooMuchCsv } from './csvLimits.ts';
import { type LapCell, lapsOfColumn } from './csvLaps.ts';
import { clockFormatOf, clockOf } from './csvTime.ts';
import { numberOf } from './csvNumbers.ts';
import { assemble, type Recording } from './recording.ts';
import { AIR_C, HEIGHT_M, type Sample } from './resample.ts';
import { readStamp, startOf } from './stamp.ts';

/**
 * Reads a recording from a CSV file: a header row with common column names, one row a second or uneven (then
 * resampled), commas, semicolons or tabs between columns, decimal points or commas.
 *
 * @param text the whole file, decoded
 * @returns the recording at 1 Hz with what was noticed, or the sentence that says what is wrong with the file
 * Source: handbook section 5, Conventions and Gaps.
 */
export function parseCsvRecording(text: string): Understood<Recording> | Refused {
  const table = tableOf(text);
  return table.ok ? recordingFrom(table.value, {}) : table;
}

/** What has to be asked before a file can be read. */
export interface AsksColumns {
  readonly ok: false;
  readonly question: ColumnQuestion;
}

/**
 * Reads a recording from a CSV file, or says what has to be asked first: which column holds watts, which beats.
 *
 * @param text the whole file, decoded
 * @param choice what the coach said already
 * @param wanted what the rider has a sensor for
 * @returns the recording, the sentence that says what is wrong with the file, or the question with the first rows
 */
export function askOrParseCsv(
  text: string,
  choice: ColumnChoice,
  wanted: readonly ColumnField[],
): Understood<Recording> | Refused | AsksColumns {
  const table = tableOf(text);
  if (!table.ok) return table;
  const question = columnQuestion(table.value, choice, wanted);
  return question ? { ok: false, question } : recordingFrom(table.value, choice);
}

function recordingFrom(
  [header = [], ...rows]: readonly string[][],
  choice: ColumnChoice,
): Understood<Recording> | Refused {
  const columns = findColumns(header, choice);
  if (!columns.at.watts && !columns.at.bpm) {
    const named = header.slice(0, 12).map((_, index) => nameColumn(header, index));
    return refused(
      `There is neither a power nor a heart-rate column. The columns are ${named.join(', ')}. Name the one with watts "power" or "watts", the one with beats "heart_rate".`,
    );
  }
  return readRows(header, rows, columns, chosenNote(header, choice));
}

/** The header row and the rows under it. */
function tableOf(text: string): Understood<string[][]> | Refused {
  const body = text.replace(/^\uFEFF/, '');
  if (body.trim() === '') return refused('The file is empty.');
  if (looksBinary(body))
    return refused(
      'The file is not text. A recording as CSV has a header row such as "seconds,power,heart_rate".',
    );
  const limit = tooMuchCsv(body);
  if (limit !== null) return refused(limit);
  const { data } = Papa.parse<string[]>(body, {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t'],
  });
  return data.length < 2
    ? refused('The file has a header row but no samples under it.')
    : { ok: true, value: data };
}

/** What was odd in the rows, counted for the notes. */
interface Oddities {
  lettered: number;
  firstLettered: string | null;
  outside: number;
}

function readRows(
  header: readonly string[],
  rows: readonly string[][],
  columns: FoundColumns,
  chosen: readonly string[],
): Understood<Recording> | Refused {
  const { time } = columns.at;
  const format =
    time === undefined
      ? null
      : clockFormatOf(
          rows.slice(0, 20).map((row) => row[time.index] ?? ''),
          time.factor,
        );
  if (time !== undefined && format === null) {
    return refused(
      `The times cannot be read, for example "${(rows[0]?.[time.index] ?? '').slice(0, 30)}". Use seconds, h:mm:ss or a date with time.`,
    );
  }
  const odd: Oddities = { lettered: 0, firstLettered: null, outside: 0 };
  const samples: Sample[] = [];
  const laps: LapCell[] = [];
  let first: readonly string[] | null = null;
  for (const [index, row] of rows.entries()) {
    const seconds = format === null ? index : clockOf(cellOf(row, columns, 'time'), format);
    if (seconds === null) noteLetters(odd, `row ${index + 2}`);
    else {
      first ??= row;
      samples.push(sampleOf(row, index, seconds, columns, odd));
      if (columns.at.lap) laps.push({ seconds, value: cellOf(row, columns, 'lap') });
    }
  }
  return assemble({
    samples,
    ...startOf(
      format?.kind === 'stamp' && first ? readStamp(cellOf(first, columns, 'time')) : null,
    ),
    laps: lapsOfColumn(laps),
    notes: [...chosen, ...notesOn(odd), ...unusedNote(header, columns)],
    noWatts: 'The power column holds no watts between 0 and 2,500.',
  });
}

function sampleOf(
  row: readonly string[],
  index: number,
  seconds: number,
  columns: FoundColumns,
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
    metresPerSecond: scaled(number('speed'), columns.at.speed?.factor, 0, 60),
    ...placeOf(row, columns),
  };
}

/** Height, place and temperature, where the file has columns for them. */
function placeOf(row: readonly string[], columns: FoundColumns): Partial<Sample> | null {
  const { height, latitude, longitude, celsius } = columns.at;
  if (!height && !latitude && !longitude && !celsius) return null;
  const number = (field: Field) => numberOf(cellOf(row, columns, field));
  return {
    heightM: scaled(number('height'), height?.factor, HEIGHT_M.low, HEIGHT_M.high),
    latitude: soundOrNull(number('latitude'), -90, 90),
    longitude: soundOrNull(number('longitude'), -180, 180),
    celsius: soundOrNull(number('celsius'), AIR_C.low, AIR_C.high),
  };
}

function cellOf(row: readonly string[], columns: FoundColumns, field: Field): string {
  const index = columns.at[field]?.index;
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

/** What the coach said of the columns, and how it is put right. */
function chosenNote(header: readonly string[], { watts, bpm }: ColumnChoice): string[] {
  const named = [
    [watts, 'power'],
    [bpm, 'heart rate'],
  ] as const;
  const read = named.flatMap(([index, what]) =>
    index == null ? [] : [`${nameColumn(header, index)} is read as ${what}`],
  );
  return read.length === 0
    ? []
    : [`${read.join(', ')}, as you chose. Import the file again to choose another.`];
}

/** Every column that is not used is named, so that nobody thinks it was read. */
function unusedNote(header: readonly string[], { unused }: FoundColumns): string[] {
  // A separator at the end of each row makes an empty column, which is none.
  const named = unused
    .filter((index) => header[index]?.trim() !== '')
    .map((index) => nameColumn(header, index));
  return named.length === 0
    ? []
    : [
        `${named.length === 1 ? 'One column is' : `${named.length} columns are`} not used: ${named.join(', ')}.`,
      ];
}

function scaled(
  value: number | null | 'letters',
  factor = 1,
  low: number,
  high: number,
): number | null {
  return soundOrNull(typeof value === 'number' ? value * factor : value, low, high);
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
