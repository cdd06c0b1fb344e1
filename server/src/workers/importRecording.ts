import { gunzipSync } from 'node:zlib';
import { LARGEST_UNPACKED_MB } from '@uphill/api';
import {
  askOrReadFile,
  type AsksColumns,
  type ColumnChoice,
  type ColumnField,
  type FileKind,
  kindOfFile,
  type Recording,
} from '@uphill/core/formats';
import { type Lap, stopsOf } from '@uphill/core/power';
import { type Refused, type Understood, refused } from '@uphill/core/units';
import { type RideNumbers, rideNumbers } from '@uphill/core/review';
import { packFile, type PackedFile, type PackedRide, packRide } from '../packs.ts';
import { packStreams } from '../streamPack.ts';
import { localIn } from '../timeZone.ts';

/** What an import yields: everything that is stored, as it is stored. */
export interface Imported {
  readonly startedAt: string | null;
  readonly seconds: number;
  readonly kind: Extract<FileKind, 'csv' | 'gpx' | 'fit'>;
  readonly laps: readonly Lap[];
  readonly notes: readonly string[];
  /** The 1 Hz streams; see `streamPack.ts`. */
  readonly streams: Uint8Array;
  readonly numbers: RideNumbers;
  readonly pack: PackedRide;
  readonly stored: PackedFile;
}

const LARGEST_UNPACKED = LARGEST_UNPACKED_MB * 1024 * 1024;

/** A file, with what the coach said of its columns and what may be asked. */
export interface ToImport {
  readonly bytes: Uint8Array;
  readonly choice: ColumnChoice;
  readonly ask: readonly ColumnField[];
  /** The meter counted twice, says the coach. */
  readonly halved: boolean;
  /** The rider's time zone: world time is told in it. */
  readonly timeZone: string;
}

/** What came of a file: what is stored, why it cannot be read, or what has to be asked first. */
export type ImportResult = Understood<Imported> | Refused | AsksColumns;

/** Runs in a worker thread: unpacks and reads a file, and works out what is stored of the ride. */
export default function importRecording(file: ToImport): ImportResult {
  const { bytes, choice, ask, halved, timeZone } = file;
  const unpacked = unpack(bytes);
  if (!unpacked.ok) return unpacked;
  const kind = kindOfFile(unpacked.value);
  const read = askOrReadFile(unpacked.value, choice, ask);
  return read.ok
    ? {
        ok: true,
        value: {
          ...digest(halved ? half(read.value) : read.value, timeZone),
          kind: kind === 'fit' || kind === 'gpx' ? kind : 'csv',
          stored: packFile(bytes),
        },
      }
    : read;
}

/** A packed file is unpacked no further than a day's recording can reach, whatever it claims to hold. */
function unpack(bytes: Uint8Array): Understood<Uint8Array> | Refused {
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

/** Half of the watts, of a meter that counted twice. */
function half(recording: Recording): Recording {
  return {
    ...recording,
    watts: recording.watts.map((each) => (each === null ? null : each / 2)),
    notes: [...recording.notes, 'The watts are halved, as you said: the meter counted twice.'],
  };
}

function digest(recording: Recording, timeZone: string): Omit<Imported, 'kind' | 'stored'> {
  const { startedAt, startedUtc, watts, bpm, rpm, metresPerSecond, laps, notes } = recording;
  const { heightM, latitude, longitude, celsius } = recording;
  const stops = stopsOf(metresPerSecond, rpm);
  const { numbers, pack } = rideNumbers({ watts, bpm, stops });
  const channels = {
    ...{ watts, bpm, rpm, metresPerSecond },
    ...{ heightM, latitude, longitude, celsius },
  };
  const seconds = watts.length;
  const streams = packStreams(channels, { seconds, stops });
  const local = startedAt ?? (startedUtc === null ? null : localIn(timeZone, startedUtc));
  return { startedAt: local, seconds, laps, notes, streams, numbers, pack: packRide(pack) };
}
