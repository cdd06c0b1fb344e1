import { type RideNumbers, rideNumbers } from '@uphill/core/review';
import { type PackedFile, type PackedRide, packFile, packRide } from '../packs.ts';
import { unpackOld } from '../oldStreams.ts';
import { isPacked, packStreams, unpackStreams } from '../streamPack.ts';

/** A recording whose numbers are worked out from its streams. */
export interface ToReckon {
  readonly id: string;
  readonly streams: Uint8Array;
  /** Its file, where that is not packed yet. */
  readonly file: Uint8Array | null;
}

export interface Reckoned {
  readonly id: string;
  readonly numbers: RideNumbers;
  readonly pack: PackedRide;
  /** Null where they lie as they should. */
  readonly streams: Uint8Array | null;
  readonly stored: PackedFile | null;
}

/** Runs in a worker thread: the numbers of some rides from their streams, without reading a file again. */
export default function rebuildNumbers(all: readonly ToReckon[]): Reckoned[] {
  return all.map(({ id, streams, file }) => {
    const old = isPacked(streams) ? null : unpackOld(streams);
    const { channels, stops } = old ?? unpackStreams(streams, ['watts', 'bpm']);
    const { numbers, pack } = rideNumbers({
      watts: channels.watts ?? [],
      bpm: channels.bpm,
      stops,
    });
    return {
      id,
      numbers,
      pack: packRide(pack),
      streams: old && packStreams(old.channels, old),
      stored: file && packFile(file),
    };
  });
}
