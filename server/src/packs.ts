import { deflateRawSync, gunzipSync, gzipSync, inflateRawSync } from 'node:zlib';
import type { Best } from '@uphill/core/power';
import type { RidePack } from '@uphill/core/review';

/** Moved on whenever streams or files are laid down in another way: what lies in an older one is packed again. */
export const PACKING = 1;

/** What is larger than a figure, as it lies in its columns. */
export interface PackedRide {
  readonly watts: Uint8Array | null;
  readonly bpm: Uint8Array | null;
  readonly bests: Uint8Array;
  readonly means: Uint8Array | null;
  readonly stretches: Uint8Array | null;
  readonly shape: Uint8Array | null;
}

export function packRide({ watts, bpm, bests, means, stretches, shape }: RidePack): PackedRide {
  return {
    watts: packHistogram(watts),
    bpm: packHistogram(bpm),
    bests: packBests(bests),
    means: packHistogram(means),
    stretches: packHistogram(stretches),
    shape: packHistogram(shape),
  };
}

/** Best efforts as they lie in their column: seconds and watts in turn, eight bytes each, rising seconds. */
export function packBests(bests: readonly Best[]): Buffer {
  return Buffer.from(Float64Array.from(bests.flat()).buffer);
}

/** Reads packed best efforts, pair by pair, without making an object for each. */
export function unpackBests(packed: Uint8Array): Float64Array {
  // The bytes may lie anywhere in a larger buffer, where numbers of eight bytes must not.
  return new Float64Array(
    packed.buffer.slice(packed.byteOffset, packed.byteOffset + packed.byteLength),
  );
}

/** Seconds at each whole watt or beat, from 0 on; an empty one takes no room. */
function packHistogram(seconds: readonly number[]): Buffer | null {
  return seconds.length === 0 ? null : deflateRawSync(Uint32Array.from(seconds));
}

export function unpackHistogram(packed: Uint8Array | null): number[] {
  if (packed === null) return [];
  const bytes = inflateRawSync(packed);
  return [
    ...new Uint32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength)),
  ];
}

/** Packing a file harder takes twice as long and saves a tenth. */
const FILE_LEVEL = 1;
const SMALLEST_GAIN = 0.9;

/** A file as it lies in its column: packed where that gains anything. */
export interface PackedFile {
  readonly file: Uint8Array;
  readonly packed: 0 | 1;
}

export function packFile(bytes: Uint8Array): PackedFile {
  const packed = gzipSync(bytes, { level: FILE_LEVEL });
  return packed.length < SMALLEST_GAIN * bytes.length
    ? { file: packed, packed: 1 }
    : { file: bytes, packed: 0 };
}

/** The file as it was received, byte for byte; null where what is stored is damaged. */
export function unpackFile({ file, packed }: PackedFile): Uint8Array | null {
  if (packed === 0) return file;
  try {
    return gunzipSync(file);
  } catch {
    return null;
  }
}
