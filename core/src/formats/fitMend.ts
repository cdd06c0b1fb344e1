/** Bytes of a definition message before its fields, and of each field in it. */
const DEFINITION_HEAD = 6;
const FIELD_BYTES = 3;

/**
 * Whether a FIT file is shorter than its header says.
 *
 * @param bytes the file
 * @returns true where it is cut short
 */
export function isCutShort(bytes: Uint8Array): boolean {
  if (bytes.length < 14) return true;
  return bytes.length < headerOf(bytes).end + 2;
}

/**
 * Makes a FIT file that was cut short readable up to its last whole message, which the library cannot do: the length
 * in its header is set to where that message ends.
 *
 * @param bytes a file that is cut short
 * @returns a copy with a header that fits what is there; null where not one message is whole
 */
export function mendCutFit(bytes: Uint8Array): Uint8Array | null {
  if (bytes.length < 14) return null;
  const { start } = headerOf(bytes);
  const end = lastWholeMessage(bytes, start);
  if (end <= start) return null;
  const mended = new Uint8Array(end + 2);
  mended.set(bytes.subarray(0, end));
  new DataView(mended.buffer).setUint32(4, end - start, true);
  return mended;
}

function headerOf(bytes: Uint8Array): { start: number; end: number } {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const start = view.getUint8(0);
  return { start, end: start + view.getUint32(4, true) };
}

/** Walks from message to message by their sizes alone. */
function lastWholeMessage(bytes: Uint8Array, start: number): number {
  const sizes = new Map<number, number>();
  let at = start;
  while (at < bytes.length) {
    const head = bytes[at] as number;
    const compressed = (head & 0x80) !== 0;
    const local = compressed ? (head >> 5) & 3 : head & 15;
    let next: number;
    if (!compressed && (head & 0x40) !== 0) {
      const fields = bytes[at + DEFINITION_HEAD - 1] ?? 0;
      const native = at + DEFINITION_HEAD;
      const developer = (head & 0x20) !== 0 ? (bytes[native + fields * FIELD_BYTES] ?? 0) : null;
      next = native + fields * FIELD_BYTES + (developer === null ? 0 : 1 + developer * FIELD_BYTES);
      if (next > bytes.length) return at;
      let size = 0;
      for (let field = 0; field < fields; field += 1)
        size += bytes[native + field * FIELD_BYTES + 1] as number;
      for (let field = 0; field < (developer ?? 0); field += 1)
        size += bytes[native + fields * FIELD_BYTES + 1 + field * FIELD_BYTES + 1] as number;
      sizes.set(local, size);
    } else {
      const size = sizes.get(local);
      if (size === undefined) return at;
      next = at + 1 + size;
      if (next > bytes.length) return at;
    }
    at = next;
  }
  return at;
}
