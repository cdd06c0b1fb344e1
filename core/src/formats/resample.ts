import { printClock } from '../units/time.ts';

/** One row of a recording as it was received. */
export interface Sample {
  readonly seconds: number;
  readonly watts: number | null;
  readonly bpm: number | null;
  readonly rpm: number | null;
  readonly metresPerSecond: number | null;
}

type Channel = 'watts' | 'bpm' | 'rpm' | 'metresPerSecond';
const CHANNELS: readonly Channel[] = ['watts', 'bpm', 'rpm', 'metresPerSecond'];

/** Rows this far apart are uneven recording, not a gap: the last value is taken to have held. */
const HELD_BETWEEN_ROWS_S = 8;

/**
 * Puts uneven samples on a clock of one second. Several in a second are averaged; a value holds until the next row
 * while rows are at most 8 s apart; a longer hole is a gap.
 *
 * @param samples in rising time, at least one
 * @param notes gets a sentence for what was resampled and for each long gap (the first three by name)
 * @returns the channels at 1 Hz; those that were never recorded are null, watts always there
 * Source: handbook section 5, Conventions ("Streams are 1 Hz") and Gaps.
 */
export function resample(samples: readonly Sample[], notes: string[]) {
  const start = samples[0]?.seconds ?? 0;
  const length = secondOf(samples.at(-1)?.seconds ?? 0, start) + 1;
  const spacing = typicalSpacing(samples);
  const reach = spacing > 1.5 ? HELD_BETWEEN_ROWS_S : 1;
  const channels = Object.fromEntries(CHANNELS.map((channel) => [channel, onClock(samples, channel, start, length, reach)])) as Record<
    Channel,
    (number | null)[]
  >;
  const { watts } = channels;
  if (Math.abs(spacing - 1) > 0.05) notes.push(`Rows are ${spacing.toFixed(1).replace(/\.0$/, '')} s apart on the whole. Put on a clock of 1 s.`);
  noteGaps(watts, notes);
  const used = (channel: Channel): (number | null)[] | null => (channels[channel].some((value) => value !== null) ? channels[channel] : null);
  return { watts, bpm: used('bpm'), rpm: used('rpm'), metresPerSecond: used('metresPerSecond') };
}

function onClock(samples: readonly Sample[], channel: Channel, start: number, length: number, reach: number): (number | null)[] {
  const values = new Array<number | null>(length).fill(null);
  const counts = new Uint16Array(length);
  for (const sample of samples) {
    const value = sample[channel];
    if (value === null) continue;
    const second = secondOf(sample.seconds, start);
    const many = (counts[second] = (counts[second] ?? 0) + 1);
    values[second] = ((values[second] ?? 0) * (many - 1) + value) / many;
  }
  const rowSeconds = new Set(samples.map((sample) => secondOf(sample.seconds, start)));
  let held: number | null = null;
  let heldFor = 0;
  for (let second = 0; second < length; second += 1) {
    const value = values[second] ?? null;
    if (rowSeconds.has(second)) {
      held = value;
      heldFor = 1;
    } else if (held !== null && heldFor < reach) {
      values[second] = held;
      heldFor += 1;
    } else held = null;
  }
  return values;
}

/** Which second of the clock a time falls into; the nudge keeps 5.017 − 0.017 in the fifth. */
function secondOf(seconds: number, start: number): number {
  return Math.floor(seconds - start + 1e-6);
}

/** The middle one of the distances between rows, s; shorter than a second where several rows share one. */
function typicalSpacing(samples: readonly Sample[]): number {
  const distances = samples
    .slice(1)
    .map((sample, index) => sample.seconds - (samples[index]?.seconds ?? 0))
    .sort((a, b) => a - b);
  return distances[Math.floor(distances.length / 2)] ?? 1;
}

function noteGaps(watts: readonly (number | null)[], notes: string[]): void {
  const gaps: { startS: number; seconds: number }[] = [];
  watts.forEach((value, second) => {
    if (value !== null) return;
    const open = gaps.at(-1);
    if (open && open.startS + open.seconds === second) open.seconds += 1;
    else gaps.push({ startS: second, seconds: 1 });
  });
  const long = gaps.filter((gap) => gap.seconds > 3);
  for (const gap of long.slice(0, 3))
    notes.push(`No watts from ${printClock(gap.startS)} to ${printClock(gap.startS + gap.seconds)}. Cut out of the means, zero in best efforts.`);
  if (long.length > 3) notes.push(`${long.length - 3} more gaps of over 3 s, treated the same.`);
}
