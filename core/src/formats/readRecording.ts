import { type Refused, type Understood, refused } from '../units/index.ts';
import { askOrParseCsv, type AsksColumns, parseCsvRecording } from './csv.ts';
import type { ColumnChoice } from './csvColumns.ts';
import type { ColumnField } from './csvQuestion.ts';
import { isFit, parseFitRecording } from './fit.ts';
import { parseGpxRecording } from './gpx.ts';
import type { Recording } from './recording.ts';

/** What a file is by its bytes, whatever its name says. */
export type FileKind = 'csv' | 'gpx' | 'fit' | 'gzip' | 'zip' | 'empty';

/**
 * Tells what a file is by its first bytes: names lie.
 *
 * @param bytes the whole file
 * @returns its kind; anything unknown is taken for text
 */
export function kindOfFile(bytes: Uint8Array): FileKind {
  if (bytes.length === 0) return 'empty';
  if (bytes[0] === 0x1f && bytes[1] === 0x8b) return 'gzip';
  if (bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4) return 'zip';
  if (isFit(bytes)) return 'fit';
  const head = new TextDecoder('latin1').decode(bytes.subarray(0, 400)).replace(/\0/g, '');
  return /^(?:ï»¿|ÿþ|þÿ)?\s*</.test(head) ? 'gpx' : 'csv';
}

/**
 * Reads a recording in any of the formats, told by its bytes. Packed files have to be unpacked first.
 *
 * @param bytes the whole file
 * @returns the recording at 1 Hz, or the sentence that says what is wrong with the file
 */
export function readRecordingFile(bytes: Uint8Array): Understood<Recording> | Refused {
  switch (kindOfFile(bytes)) {
    case 'empty':
      return refused('The file is empty.');
    case 'zip':
      return refused(
        'The file is a zip archive. Unpack it and import the recordings inside, several at once if you like.',
      );
    case 'gzip':
      return refused('The file is packed twice. Unpack it and import it again.');
    case 'fit':
      return parseFitRecording(bytes);
    case 'gpx':
      return parseGpxRecording(decodeText(bytes));
    case 'csv':
      return parseCsvRecording(decodeText(bytes));
  }
}

/**
 * Reads a recording, or says what has to be asked first: of a CSV file, which column holds watts, which beats.
 *
 * @param bytes the whole file, not packed
 * @param choice what the coach said already
 * @param wanted what the rider has a sensor for
 * @returns the recording, the sentence that says what is wrong with the file, or the question with the first rows
 */
export function askOrReadFile(
  bytes: Uint8Array,
  choice: ColumnChoice,
  wanted: readonly ColumnField[],
): Understood<Recording> | Refused | AsksColumns {
  return kindOfFile(bytes) === 'csv'
    ? askOrParseCsv(decodeText(bytes), choice, wanted)
    : readRecordingFile(bytes);
}

/** UTF-8 where it is, UTF-16 where it says so, else the old Western encoding, in which every byte means something. */
function decodeText(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
