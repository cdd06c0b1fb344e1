import { refused, type Reading } from '../units/reading.ts';
import { parseCsvRecording } from './csv.ts';
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
export function readRecordingFile(bytes: Uint8Array): Reading<Recording> {
  switch (kindOfFile(bytes)) {
    case 'empty':
      return refused('The file is empty.');
    case 'zip':
      return refused(
        'The file is a zip archive. Unpack it and bring in the recordings inside, several at once if you like.',
      );
    case 'gzip':
      return refused('The file is packed twice. Unpack it and bring it in again.');
    case 'fit':
      return parseFitRecording(bytes);
    case 'gpx':
      return parseGpxRecording(decodeText(bytes));
    case 'csv':
      return parseCsvRecording(decodeText(bytes));
  }
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
