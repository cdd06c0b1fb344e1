import { printClock, roundTo } from '../units/index.ts';

/** One row of a recording as it was received. */
export interface Sample {
  readonly seconds: number;
  readonly watts: number | null;
  readonly bpm: number | null;
  readonly rpm: number | null;
  readonly metresPerSecond: number | null;
  /** Height above the sea, m. Left out where the format or the file has none, as are the next three. */
  readonly heightM?: number | null;
  /** Degrees. */
  readonly latitude?: number | null;
  readonly longitude?: number | null;
  /** Air temperature, °C. */
  readonly celsius?: number | null;
}

const CHANNELS = [
  'watts',
  'bpm',
  'rpm',
  'metresPerSecond',
  'heightM',
  'latitude',
  'longitude',
  'celsius',
] as const;
type Channel = (typeof CHANNELS)[number];
/** Digits that are kept of a channel: places to 10 cm, the others finer than any sensor is. Watts and beats as they are. */
const DIGITS: Partial<Record<Channel, number>> = {
  metresPerSecond: 2,
  heightM: 1,
  latitude: 6,
  longitude: 6,
  celsius: 1,
};

/** Heights and air temperatures outside these are a sensor's fault. */
export const HEIGHT_M = { low: -500, high: 9000 } as const;
export const AIR_C = { low: -40, high: 60 } as const;

/** Rows wider apart than this are no longer a row a second. */
const WIDE_S = 1.5;
/** Where rows lie wide apart, a value is held so long after its second. */
const HELD_AFTER_S = 3;
/** Rows evenly so far apart are how the file was recorded, and each holds until the next. */
const EVEN_S = { least: 2, most: 5 } as const;
/** Evenly: this share of the rows lies within half a second of the usual distance. */
const EVEN_SHARE = 0.9;

/**
 * Puts uneven samples on a clock of one second, each at the nearest second. Several in a second are averaged. Where
 * rows lie wider than 1.5 s apart a value is held up to 3 s after its own second; rows evenly 2–5 s apart are held
 * throughout. What is left is a gap.
 *
 * @param samples in rising time, at least one
 * @param notes gets a sentence for what was resampled and for each long gap (the first three by name)
 * @returns the channels at 1 Hz; those that were never recorded are null, watts always there
 * Source: handbook section 5, Conventions ("Streams are 1 Hz") and Gaps.
 */
export function resample(samples: readonly Sample[], notes: string[]) {
  const start = samples[0]?.seconds ?? 0;
  const length = secondOf(samples.at(-1)?.seconds ?? 0, start) + 1;
  const distances = distancesOf(samples);
  const spacing = distances[Math.floor(distances.length / 2)] ?? 1;
  const even = evenSpacing(distances, spacing);
  const reach = 1 + (spacing > WIDE_S ? Math.max(HELD_AFTER_S, (even ?? 1) - 1) : 0);
  const clock: Clock = {
    start,
    length,
    reach,
    rows: new Set(samples.map((sample) => secondOf(sample.seconds, start))),
  };
  // A channel that nothing recorded is not laid out; watts always are.
  const laid = (channel: Channel): (number | null)[] | null =>
    channel === 'watts' || samples.some((sample) => sample[channel] != null)
      ? onClock(samples, channel, clock)
      : null;
  const channels = Object.fromEntries(
    CHANNELS.map((channel) => [channel, laid(channel)]),
  ) as Record<Channel, (number | null)[] | null> & {
    watts: (number | null)[];
  };
  const { watts } = channels;
  if (even !== null)
    notes.push(`Rows are ${even} s apart throughout. Each is held until the next.`);
  else if (Math.abs(spacing - 1) > 0.05) {
    const held =
      spacing > WIDE_S ? ` A value is held up to ${HELD_AFTER_S} s; what is longer is a gap.` : '';
    notes.push(
      `Rows are ${spacing.toFixed(1).replace(/\.0$/, '')} s apart on the whole. Put on a clock of 1 s.${held}`,
    );
  }
  noteGaps(watts, notes);
  return channels;
}

/** The clock of one second that samples are put on. */
interface Clock {
  readonly start: number;
  readonly length: number;
  /** For how many seconds a value stands, its own included. */
  readonly reach: number;
  /** Seconds that have a row of their own. */
  readonly rows: ReadonlySet<number>;
}

function onClock(
  samples: readonly Sample[],
  channel: Channel,
  { start, length, reach, rows }: Clock,
): (number | null)[] {
  const values = new Array<number | null>(length).fill(null);
  const counts = new Uint16Array(length);
  for (const sample of samples) {
    const value = sample[channel];
    if (value == null) continue;
    const second = secondOf(sample.seconds, start);
    const many = (counts[second] = (counts[second] ?? 0) + 1);
    values[second] = ((values[second] ?? 0) * (many - 1) + value) / many;
  }
  const digits = DIGITS[channel];
  if (digits !== undefined)
    for (const [second, value] of values.entries())
      if (value !== null) values[second] = roundTo(value, digits);
  let held: number | null = null;
  let heldFor = 0;
  for (let second = 0; second < length; second += 1) {
    const value = values[second] ?? null;
    if (rows.has(second)) {
      held = value;
      heldFor = 1;
    } else if (held !== null && heldFor < reach) {
      values[second] = held;
      heldFor += 1;
    } else held = null;
  }
  return values;
}

/** Which second of the clock a time is nearest to; the nudge keeps 4.517 − 0.017 in the fifth. */
function secondOf(seconds: number, start: number): number {
  return Math.floor(seconds - start + 0.5 + 1e-6);
}

/** The distances between rows, s, shortest first; under a second where several rows share one. */
function distancesOf(samples: readonly Sample[]): number[] {
  return samples
    .slice(1)
    .map((sample, index) => sample.seconds - (samples[index]?.seconds ?? 0))
    .sort((a, b) => a - b);
}

/** The distance of a file whose rows are evenly 2–5 s apart, whole s; null of any other. */
function evenSpacing(distances: readonly number[], spacing: number): number | null {
  const even = Math.round(spacing);
  if (spacing <= WIDE_S || even < EVEN_S.least || even > EVEN_S.most) return null;
  const near = distances.filter((distance) => Math.abs(distance - even) <= 0.5).length;
  return near >= EVEN_SHARE * distances.length ? even : null;
}

function noteGaps(watts: readonly (number | null)[], notes: string[]): void {
  // Without a power meter nothing is missing.
  if (watts.every((value) => value === null)) return;
  const gaps: { startS: number; seconds: number }[] = [];
  watts.forEach((value, second) => {
    if (value !== null) return;
    const open = gaps.at(-1);
    if (open && open.startS + open.seconds === second) open.seconds += 1;
    else gaps.push({ startS: second, seconds: 1 });
  });
  const long = gaps.filter((gap) => gap.seconds > 3);
  for (const gap of long.slice(0, 3))
    notes.push(
      `No watts from ${printClock(gap.startS)} to ${printClock(gap.startS + gap.seconds)}. Cut out of the means, zero in best efforts.`,
    );
  if (long.length > 3) notes.push(`${long.length - 3} more gaps of over 3 s, treated the same.`);
}
