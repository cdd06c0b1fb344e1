import type { Gap, Lap } from '@uphill/core/power';
import {
  type AskedRide,
  type CurveBefore,
  type KeptReading,
  keptOf,
  readRide,
  type ReviewLimits,
  type RideToRead,
  rideTrend,
  type Road,
  type RideTrend,
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
  /** Body mass on its date, kJ ridden earlier that day, minutes of a ride by hand. */
  readonly massKg: number | null;
  readonly earlierKj: number;
  readonly minutes: number | null;
  /** Roads of the rider that are looked for. */
  readonly roads: readonly (Road & { readonly id: string })[];
}

export interface ReadBack {
  readonly rideId: string;
  readonly reading: KeptReading;
  readonly trend: RideTrend;
}

/** Runs in a worker thread: reads some rides against what was asked of them. */
export default function readRides(all: readonly ToRead[]): ReadBack[] {
  return all.map(({ rideId, parts, asked, said, before, ftpW, limits, ...around }) => {
    // A ride that was joined has one recording as well; one by hand has none.
    const [part] = parts;
    const { celsius, track, speed, ...streams } = part ? partOf(part) : NOTHING;
    const ride = { ...streams, speed, ...said };
    const reading = readRide(asked, ride, limits);
    return {
      ...{ rideId, reading: keptOf(reading, ride, { before, ftpW }) },
      trend: rideTrend(reading, {
        ...{ ...around, before, ftpW, celsius, track, speed },
        rpe: said.rpe ?? null,
      }),
    };
  });
}

const NOTHING = {
  watts: [],
  bpm: null,
  rpm: null,
  stops: [],
  laps: [],
  between: [],
  celsius: null,
  track: null,
  speed: null,
};

function partOf({ streams, laps, between }: StoredPart) {
  const { channels, stops } = isPacked(streams)
    ? unpackStreams(streams, [
        ...(['watts', 'bpm', 'rpm', 'celsius', 'latitude', 'longitude'] as const),
        'metresPerSecond',
      ])
    : unpackOld(streams);
  const { watts, bpm, rpm, celsius, latitude, longitude, metresPerSecond: speed } = channels;
  const track = latitude && longitude ? { latitude, longitude } : null;
  return { watts: watts ?? [], bpm, rpm, celsius, track, speed, stops, laps, between };
}
