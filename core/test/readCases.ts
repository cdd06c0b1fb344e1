import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import { eating } from '@uphill/core/fuel';
import { parseCsvRecording, readRecordingFile, type Recording } from '@uphill/core/formats';
import { stopsOf } from '@uphill/core/power';
import {
  type JoinedRide,
  joinRecordings,
  type Reading,
  readRide,
  type RideToRead,
} from '@uphill/core/review';
import { parseSentence, type Plan, type RiderOnDay, sessionNumbers } from '@uphill/core/sessions';
import { INES, newId, plan } from './support.ts';

/** The worked rides: recordings with what is true of them. */

const FOLDER = path.join(import.meta.dirname, 'cases', 'rides');

export interface RideCase {
  readonly case: string;
  readonly rider: {
    readonly ftpW: number | null;
    readonly cpW: number | null;
    readonly wPrimeJ: number | null;
    readonly maxHr: number;
    readonly thresholdHr: number;
    readonly massKg: number;
  };
  readonly place: 'trainer' | 'road';
  readonly planned: string | null;
  readonly rpe?: number;
  readonly eatenG?: number;
  readonly recordings: readonly {
    readonly file: string;
    readonly startedAt: string;
    readonly fit?: string;
    readonly laps?: readonly (readonly [number, number])[];
  }[];
  readonly truth: {
    readonly found: boolean;
    readonly reps: readonly Readonly<Record<string, number | string | boolean | null>>[];
    readonly notRidden: readonly number[];
    readonly leftOut: readonly number[];
    readonly extra: number;
    readonly verdicts: readonly string[];
    readonly either: readonly string[];
    readonly headline: string | null;
    readonly figures: Readonly<Record<string, unknown>>;
    readonly suggestion: { readonly rule: number | null; readonly do: string };
  };
}

export const RIDE_CASES: readonly RideCase[] = readdirSync(FOLDER)
  .filter((name) => name.endsWith('.json'))
  .map((name) => JSON.parse(readFileSync(path.join(FOLDER, name), 'utf8')) as RideCase);

export function rideCase(name: string): RideCase {
  return RIDE_CASES.find((each) => each.case === name)!;
}

function recordingOf(file: string): Recording {
  const bytes = readFileSync(path.join(FOLDER, file));
  const read = file.endsWith('.gz')
    ? parseCsvRecording(gunzipSync(bytes).toString())
    : readRecordingFile(bytes);
  if (!read.ok) throw new Error(read.reason);
  return read.value;
}

/** The streams of a worked ride, its recordings joined. */
export function joinedOf({ recordings }: RideCase): JoinedRide {
  const parts = recordings.map(({ file, laps, startedAt }) => {
    const { watts, bpm, rpm, metresPerSecond } = recordingOf(file);
    return {
      ...{ startedAt, watts, bpm, rpm },
      stops: stopsOf(metresPerSecond, rpm),
      laps: (laps ?? []).map(([from, to]) => ({ startS: from, seconds: to - from })),
    };
  });
  const joined = joinRecordings(parts);
  if (!joined.ok) throw new Error(joined.reason);
  return joined.value;
}

export function riderOf({ rider }: RideCase): RiderOnDay {
  const { ftpW, cpW, wPrimeJ, maxHr, thresholdHr, massKg } = rider;
  return {
    ...INES,
    ...{ ftpW, massKg, maximalBpm: maxHr, thresholdBpm: thresholdHr, hasPower: ftpW !== null },
    fit: cpW === null || wPrimeJ === null ? null : { cpW, wPrimeJ },
  };
}

export function planOf({ planned, rider: { ftpW } }: RideCase): Plan {
  return plan(...parseSentence(planned ?? '', { hills: [], ftpW, newId }).items);
}

/** A worked ride as it is read; what is changed stands in `over`. */
export function readCase(
  ride: RideCase,
  over: Partial<RideToRead> = {},
  text: string | null = ride.planned,
): Reading {
  const rider = riderOf(ride);
  const asked = text === null ? null : planOf({ ...ride, planned: text });
  return readRide(asked && { plan: asked, climbing: { rider } }, {
    ...joinedOf(ride),
    place: ride.place,
    rpe: ride.rpe ?? null,
    eatenG: ride.eatenG ?? null,
    planG: asked && gramsOf(asked, rider),
    ...over,
  });
}

function gramsOf(asked: Plan, rider: RiderOnDay): number {
  const { energyKj, totalS, intensityRatio } = sessionNumbers(asked, rider);
  const hours = totalS.value / 3600;
  const kind = (intensityRatio?.value ?? 0) <= 0.75 ? 'easy' : 'hard';
  const burnKcalPerHour = (energyKj?.value ?? 0) / hours;
  return eating({ kind, hours, burnKcalPerHour, gutGPerHour: 60 }).value * hours;
}
