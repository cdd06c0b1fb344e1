import { deflateRawSync, inflateRawSync } from 'node:zlib';
import type { Best } from '@uphill/core/power';

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
export function packHistogram(seconds: readonly number[]): Buffer | null {
  return seconds.length === 0 ? null : deflateRawSync(Uint32Array.from(seconds));
}

export function unpackHistogram(packed: Uint8Array | null): number[] {
  if (packed === null) return [];
  const bytes = inflateRawSync(packed);
  return [
    ...new Uint32Array(bytes.buffer.slice(bytes.byteOffset, bytes.byteOffset + bytes.byteLength)),
  ];
}
