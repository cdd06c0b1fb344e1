import { gunzipSync, gzipSync } from 'node:zlib';
import { LARGEST_UNPACKED_MB } from '@uphill/api';
import {
  bestWindows,
  curveDurations,
  type FileKind,
  kindOfFile,
  type Lap,
  preparePower,
  type Reading,
  readRecordingFile,
  type Recording,
  refused,
} from '@uphill/core';
import { formatISO, parseISO } from 'date-fns';

/** What an import yields: everything that is stored beside the file. */
export interface Imported {
  readonly startedAt: string | null;
  readonly seconds: number;
  readonly kind: Extract<FileKind, 'csv' | 'gpx' | 'fit'>;
  readonly laps: readonly Lap[];
  readonly notes: readonly string[];
  /** The 1 Hz streams, as gzipped JSON. */
  readonly streams: Uint8Array;
  readonly bests: readonly (readonly [seconds: number, watts: number])[];
}

/** Packing harder takes twice as long and saves a tenth. */
const STREAM_LEVEL = 3;
const LARGEST_UNPACKED = LARGEST_UNPACKED_MB * 1024 * 1024;

/** Runs in a worker thread: unpacks and reads a file, and works out its best efforts. */
export default function importRecording(bytes: Uint8Array): Reading<Imported> {
  const unpacked = unpack(bytes);
  if (!unpacked.ok) return unpacked;
  const kind = kindOfFile(unpacked.value);
  const read = readRecordingFile(unpacked.value);
  return read.ok
    ? { ok: true, value: digest(read.value, kind === 'fit' || kind === 'gpx' ? kind : 'csv') }
    : read;
}

/** A packed file is unpacked no further than a day's recording can reach, whatever it claims to hold. */
function unpack(bytes: Uint8Array): Reading<Uint8Array> {
  if (kindOfFile(bytes) !== 'gzip') return { ok: true, value: bytes };
  try {
    return { ok: true, value: gunzipSync(bytes, { maxOutputLength: LARGEST_UNPACKED }) };
  } catch (error) {
    const tooLarge = (error as NodeJS.ErrnoException).code === 'ERR_BUFFER_TOO_LARGE';
    return refused(
      tooLarge
        ? `The file unpacks to more than ${LARGEST_UNPACKED_MB} MB. A day’s recording is far smaller; nothing was kept.`
        : 'The packed file is damaged or cut short. Send it again.',
    );
  }
}

function digest(recording: Recording, kind: Imported['kind']): Imported {
  const { startedAt, startedUtc, watts, bpm, rpm, metresPerSecond, laps, notes } = recording;
  const stopped =
    metresPerSecond && rpm
      ? watts.map((_, second) => metresPerSecond[second] === 0 && rpm[second] === 0)
      : undefined;
  const hasPower = watts.some((value) => value !== null);
  const { clock } = preparePower(watts, stopped);
  const bests = hasPower
    ? bestWindows(clock, curveDurations(clock.length)).map(
        ({ seconds, meanW }) => [seconds, meanW] as const,
      )
    : [];
  const streams = gzipSync(JSON.stringify({ watts, bpm, rpm }), { level: STREAM_LEVEL });
  // World time is the coach's local time on the machine the coach sits at.
  const local =
    startedAt ?? (startedUtc === null ? null : formatISO(parseISO(startedUtc)).slice(0, 19));
  return { startedAt: local, seconds: watts.length, kind, laps, notes, streams, bests };
}
