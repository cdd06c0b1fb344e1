import { type Lap, stopsOf } from '@uphill/core/power';
import { overParts, placeParts, rideNumbers, spansOverParts } from '@uphill/core/review';
import { type Refused, type Understood, understood } from '@uphill/core/units';
import { CHANNELS, unpackOld } from '../oldStreams.ts';
import { packRide } from '../packs.ts';
import { isPacked, packStreams, unpackStreams } from '../streamPack.ts';
import type { Imported } from './importRecording.ts';

/** Seconds of a recording as they are stored; they begin at `startedAt`. */
export interface StoredPiece {
  readonly startedAt: string | null;
  readonly fromS: number;
  readonly toS: number;
  readonly streams: Uint8Array;
  readonly laps: readonly Lap[];
}

/** What is stored of a ride that is made of pieces. */
export interface Composed extends Pick<
  Imported,
  'startedAt' | 'seconds' | 'laps' | 'streams' | 'numbers' | 'pack'
> {
  readonly between: readonly Lap[];
}

/** Runs in a worker thread: one recording out of pieces of others, by their clocks. */
export default function composeRide(
  pieces: readonly StoredPiece[],
): Understood<Composed> | Refused {
  const placing = placeParts(
    pieces.map(({ startedAt, fromS, toS }) => ({ startedAt, seconds: toS - fromS })),
  );
  if (!placing.ok) return placing;
  const placed = placing.value;
  const cut = pieces.map(cutOut);
  const whole = Object.fromEntries(
    CHANNELS.map((name) => [
      name,
      overParts(
        placed,
        cut.map(({ channels }) => channels[name]),
      ),
    ]),
  ) as Record<(typeof CHANNELS)[number], (number | null)[] | null>;
  const { watts, bpm, rpm, metresPerSecond } = whole;
  const stops = stopsOf(metresPerSecond, rpm);
  const { numbers, pack } = rideNumbers({ watts: watts ?? [], bpm, stops });
  return understood({
    ...{ startedAt: placed.startedAt, seconds: placed.seconds, between: placed.between },
    laps: spansOverParts(
      placed,
      cut.map(({ laps }) => laps),
    ),
    streams: packStreams(whole, { seconds: placed.seconds, stops }),
    ...{ numbers, pack: packRide(pack) },
  });
}

function cutOut({ streams, laps, fromS, toS }: StoredPiece) {
  const { channels } = isPacked(streams) ? unpackStreams(streams, CHANNELS) : unpackOld(streams);
  return {
    channels: Object.fromEntries(
      CHANNELS.map((name) => [name, channels[name]?.slice(fromS, toS) ?? null]),
    ) as Record<(typeof CHANNELS)[number], (number | null)[] | null>,
    laps: laps.flatMap(({ startS, seconds }) => {
      const from = Math.max(startS, fromS);
      const to = Math.min(startS + seconds, toS);
      return to > from ? [{ startS: from - fromS, seconds: to - from }] : [];
    }),
  };
}
