import { gunzipSync } from 'node:zlib';
import { z } from 'zod';

/** The channels of a recording. */
export const CHANNELS = [
  ...(['watts', 'bpm', 'rpm', 'metresPerSecond'] as const),
  ...(['heightM', 'latitude', 'longitude', 'celsius'] as const),
] as const;
type Channels = Record<(typeof CHANNELS)[number], (number | null)[] | null>;

/** A list is taken as it lies: a day of seconds is too long to look at each of them. */
const list = z.custom<(number | null)[]>((value) => Array.isArray(value));
const stored = z
  .object({
    stops: z.custom<{ startS: number; seconds: number }[]>((value) => Array.isArray(value)),
    ...Object.fromEntries(CHANNELS.map((name) => [name, list.nullable()])),
  })
  .partial();

/** Streams as they lay before they were packed as whole numbers: JSON, which knew fewer channels in the beginning. */
export function unpackOld(column: Uint8Array): {
  channels: Channels;
  seconds: number;
  stops: { startS: number; seconds: number }[];
} {
  const read = stored.safeParse(parsed(gunzipSync(column).toString('utf8')));
  const { stops = [], ...known } = read.success ? read.data : {};
  const channels = Object.fromEntries(
    CHANNELS.map((name) => [name, (known as Partial<Channels>)[name] ?? null]),
  ) as Channels;
  return { channels, seconds: channels.watts?.length ?? 0, stops };
}

function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
