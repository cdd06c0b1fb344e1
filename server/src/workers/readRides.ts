import type { Lap } from '@uphill/core/power';
import {
  type AskedRide,
  type CurveBefore,
  joinRecordings,
  keepReading,
  type KeptReading,
  type ReviewLimits,
  type RideToRead,
} from '@uphill/core/review';
import { unpackOld } from '../oldStreams.ts';
import { isPacked, unpackStreams } from '../streamPack.ts';

/** A recording of a ride as it is stored. */
export interface StoredPart {
  readonly startedAt: string | null;
  readonly streams: Uint8Array;
  readonly laps: readonly Lap[];
}

/** A ride with everything it is read by. */
export interface ToRead {
  readonly rideId: string;
  readonly parts: readonly StoredPart[];
  readonly asked: AskedRide | null;
  readonly said: Omit<RideToRead, 'watts' | 'bpm' | 'rpm' | 'stops' | 'between' | 'laps'>;
  readonly before: CurveBefore | null;
  readonly ftpW: number | null;
  readonly limits: ReviewLimits;
}

export interface ReadBack {
  readonly rideId: string;
  readonly reading: KeptReading;
}

/** Runs in a worker thread: reads some rides against what was asked of them. */
export default function readRides(all: readonly ToRead[]): ReadBack[] {
  return all.map(({ rideId, parts, asked, said, ...around }) => {
    const joined = joinRecordings(parts.map(partOf));
    // What cannot be joined any more is read by its first recording alone; a ride by hand has none.
    const [first] = parts;
    const alone = first ? partOf(first) : NOTHING;
    const ride = joined.ok ? joined.value : alone;
    return { rideId, reading: keepReading(asked, { ...ride, ...said }, around) };
  });
}

const NOTHING = { startedAt: null, watts: [], bpm: null, rpm: null, stops: [], laps: [] };

function partOf({ startedAt, streams, laps }: StoredPart) {
  const { channels, stops } = isPacked(streams)
    ? unpackStreams(streams, ['watts', 'bpm', 'rpm'])
    : unpackOld(streams);
  const { watts, bpm, rpm } = channels;
  return { startedAt, watts: watts ?? [], bpm, rpm, stops, laps };
}
