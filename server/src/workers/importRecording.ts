import { gzipSync } from 'node:zlib';
import { bestWindows, curveDurations, parseCsvRecording, preparePower, type Reading, type Recording } from '@uphill/core';

/** What an import yields: everything that is stored beside the file. */
export interface Imported {
  readonly startedAt: string | null;
  readonly seconds: number;
  readonly notes: readonly string[];
  /** The 1 Hz streams, as gzipped JSON. */
  readonly streams: Uint8Array;
  readonly bests: readonly (readonly [seconds: number, watts: number])[];
}

/** Runs in a worker thread: reads a file, and works out its best efforts. */
export default function importRecording(bytes: Uint8Array): Reading<Imported> {
  const read = parseCsvRecording(decode(bytes));
  return read.ok ? { ok: true, value: digest(read.value) } : read;
}

function digest({ startedAt, watts, bpm, rpm, metresPerSecond, notes }: Recording): Imported {
  const stopped = metresPerSecond && rpm ? watts.map((_, second) => metresPerSecond[second] === 0 && rpm[second] === 0) : undefined;
  const { clock } = preparePower(watts, stopped);
  const bests = bestWindows(clock, curveDurations(clock.length)).map(({ seconds, meanW }) => [seconds, meanW] as const);
  return { startedAt, seconds: watts.length, notes, streams: gzipSync(JSON.stringify({ watts, bpm, rpm })), bests };
}

/** UTF-8 where it is, UTF-16 where it says so, else the old Western encoding, in which every byte means something. */
function decode(bytes: Uint8Array): string {
  if (bytes[0] === 0xff && bytes[1] === 0xfe) return new TextDecoder('utf-16le').decode(bytes);
  try {
    return new TextDecoder('utf-8', { fatal: true }).decode(bytes);
  } catch {
    return new TextDecoder('windows-1252').decode(bytes);
  }
}
