import { deflateRawSync, inflateRawSync } from 'node:zlib';
import { z } from 'zod';

/**
 * How the 1 Hz streams of a recording lie in their column: a head in JSON, then a block a channel. Values are whole
 * numbers of the channel's smallest step, each as its difference from the one before, packed; what no such step
 * divides without a rest lies as it is. Nothing is lost either way, and one channel is read without the others.
 */
export type Channel = readonly (number | null)[];

const MAGIC = Buffer.from('UCS1');
/** Steps per unit that are tried, the coarsest first. */
const SCALES = [1, 2, 10, 100, 1000, 10_000, 100_000, 1_000_000, 10_000_000] as const;
const LARGEST = 2 ** 31 - 1;
/** Packing harder takes twice as long and saves a tenth. */
const LEVEL = 3;

const head = z.object({
  seconds: z.number().int().min(0),
  stops: z.array(z.object({ startS: z.number(), seconds: z.number() })),
  channels: z.array(
    z.object({
      name: z.string(),
      /** Steps per unit; 0: values as they are. */
      scale: z.number(),
      /** Bytes of a difference. */
      width: z.union([z.literal(1), z.literal(2), z.literal(4), z.literal(8)]),
      bytes: z.number().int(),
    }),
  ),
});
type Head = z.infer<typeof head>;

/** Whether a column holds streams of this form; older ones are packed JSON. */
export function isPacked(column: Uint8Array): boolean {
  return MAGIC.equals(column.subarray(0, MAGIC.length));
}

export function packStreams(
  channels: Readonly<Record<string, Channel | null>>,
  { seconds, stops }: Pick<Head, 'seconds' | 'stops'>,
): Buffer {
  const blocks: Buffer[] = [];
  const list: Head['channels'] = [];
  for (const [name, values] of Object.entries(channels)) {
    if (values === null) continue;
    const { scale, width, block } = packChannel(values);
    list.push({ name, scale, width, bytes: block.length });
    blocks.push(block);
  }
  const text = Buffer.from(JSON.stringify({ seconds, stops, channels: list } satisfies Head));
  const length = Buffer.alloc(4);
  length.writeUInt32LE(text.length);
  return Buffer.concat([MAGIC, length, text, ...blocks]);
}

/** Some channels of packed streams; those that are not in it are null. */
export function unpackStreams<N extends string>(
  column: Uint8Array,
  names: readonly N[],
): { channels: Record<N, (number | null)[] | null> } & Pick<Head, 'seconds' | 'stops'> {
  const buffer = Buffer.from(column.buffer, column.byteOffset, column.byteLength);
  const start = MAGIC.length + 4;
  const end = start + buffer.readUInt32LE(MAGIC.length);
  const { seconds, stops, channels } = head.parse(
    JSON.parse(buffer.subarray(start, end).toString('utf8')),
  );
  const found = Object.fromEntries(names.map((name) => [name, null])) as Record<
    N,
    (number | null)[] | null
  >;
  let at = end;
  for (const { name, bytes, ...how } of channels) {
    if (names.includes(name as N))
      found[name as N] = unpackChannel(buffer.subarray(at, at + bytes), seconds, how);
    at += bytes;
  }
  return { seconds, stops, channels: found };
}

type How = Pick<Head['channels'][number], 'scale' | 'width'>;

function packChannel(values: Channel): How & { block: Buffer } {
  const scale = scaleOf(values);
  const { runs, steps } = stepsOf(values, scale);
  const width = scale === 0 ? 8 : widthOf(steps);
  const numbers = typed(width, steps);
  // The runs of missing seconds first, so that the numbers behind them are whole on their own.
  const gaps = Uint32Array.from([runs.length, ...runs]);
  const block = Buffer.concat([
    Buffer.from(gaps.buffer),
    Buffer.from(numbers.buffer, numbers.byteOffset, numbers.byteLength),
  ]);
  return { scale, width, block: deflateRawSync(block, { level: LEVEL }) };
}

/** The coarsest step that every value is a whole number of; 0 where there is none. */
function scaleOf(values: Channel): number {
  const known = SCALES.find((scale) =>
    values.every((value) => {
      if (value === null) return true;
      const whole = Math.round(value * scale);
      return Math.abs(whole) <= LARGEST / 2 && whole / scale === value && !Object.is(value, -0);
    }),
  );
  return known ?? 0;
}

/** Differences between values, a missing one as none; and where values are missing, from and how many in turn. */
function stepsOf(values: Channel, scale: number): { runs: number[]; steps: Float64Array } {
  const runs: number[] = [];
  const steps = new Float64Array(values.length);
  let last = 0;
  let missing = 0;
  for (let second = 0; second < values.length; second += 1) {
    const value = values[second] ?? null;
    if (value === null) {
      missing += 1;
      continue;
    }
    if (missing > 0) runs.push(second - missing, missing);
    missing = 0;
    if (scale === 0) steps[second] = value;
    else {
      const whole = Math.round(value * scale);
      steps[second] = whole - last;
      last = whole;
    }
  }
  if (missing > 0) runs.push(values.length - missing, missing);
  return { runs, steps };
}

function widthOf(steps: Float64Array): 1 | 2 | 4 {
  let most = 0;
  for (const step of steps) most = Math.max(most, Math.abs(step));
  if (most <= 127) return 1;
  return most <= 32_767 ? 2 : 4;
}

function typed(width: How['width'], steps: Float64Array) {
  switch (width) {
    case 1:
      return Int8Array.from(steps);
    case 2:
      return Int16Array.from(steps);
    case 4:
      return Int32Array.from(steps);
    case 8:
      return steps;
  }
}

function unpackChannel(
  packed: Uint8Array,
  seconds: number,
  { scale, width }: How,
): (number | null)[] {
  const bytes = inflateRawSync(packed);
  const many = bytes.readUInt32LE(0);
  const from = 4 + 4 * many;
  const whole = bytes.buffer.slice(
    bytes.byteOffset + from,
    bytes.byteOffset + from + seconds * width,
  );
  const steps = { 1: Int8Array, 2: Int16Array, 4: Int32Array, 8: Float64Array }[width];
  const numbers = new steps(whole);
  const values = new Array<number | null>(seconds);
  let last = 0;
  for (let second = 0; second < seconds; second += 1) {
    last = scale === 0 ? (numbers[second] as number) : last + (numbers[second] as number);
    values[second] = scale === 0 ? last : last / scale;
  }
  for (let run = 0; run < many; run += 2) {
    const start = bytes.readUInt32LE(4 + 4 * run);
    values.fill(null, start, start + bytes.readUInt32LE(8 + 4 * run));
  }
  return values;
}
