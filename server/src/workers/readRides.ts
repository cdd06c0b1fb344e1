import type { Gap, Lap } from '@uphill/core/power';
import {
  type AskedRide,
  type CurveBefore,
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
  /** Time between the recordings it was joined from. */
  readonly between: readonly Gap[];
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
    // A ride that was joined has one recording as well; one by hand has none.
    const [part] = parts;
    const ride = part ? partOf(part) : NOTHING;
    return { rideId, reading: keepReading(asked, { ...ride, ...said }, around) };
  });
}

const NOTHING = { watts: [], bpm: null, rpm: null, stops: [], laps: [], between: [] };

function partOf({ streams, laps, between }: StoredPart) {
  const { channels, stops } = isPacked(streams)
    ? unpackStreams(streams, ['watts', 'bpm', 'rpm'])
    : unpackOld(streams);
  const { watts, bpm, rpm } = channels;
  return { watts: watts ?? [], bpm, rpm, stops, laps, between };
}
