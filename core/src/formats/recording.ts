import { printClock, type Refused, type Understood, refused, understood } from '../units/index.ts';
import type { Lap } from '../power/index.ts';
import { resample, type Sample } from './resample.ts';
import { steadyClock } from './steadyClock.ts';

/** A recording at 1 Hz, whatever it came from. Missing values are null. */
export interface Recording {
  /** Local date and time at which it starts, `yyyy-mm-ddThh:mm:ss`, where the file says. */
  readonly startedAt: string | null;
  /** The same in world time, ISO with Z, where the file says only that. */
  readonly startedUtc: string | null;
  readonly watts: (number | null)[];
  readonly bpm: (number | null)[] | null;
  readonly rpm: (number | null)[] | null;
  readonly metresPerSecond: (number | null)[] | null;
  /** Height above the sea, m. */
  readonly heightM: (number | null)[] | null;
  /** Degrees. */
  readonly latitude: (number | null)[] | null;
  readonly longitude: (number | null)[] | null;
  /** Air temperature, °C. */
  readonly celsius: (number | null)[] | null;
  readonly laps: readonly Lap[];
  /** What was noticed on the way in and what was kept, in sentences for the coach. */
  readonly notes: readonly string[];
}

/** What a format's parser brings: samples in the order of the file, with what it knows beyond them. */
export interface RawRecording {
  readonly samples: readonly Sample[];
  readonly startedAt: string | null;
  readonly startedUtc: string | null;
  /** Laps in the file's own clock, s. */
  readonly laps: readonly { readonly from: number; readonly to: number }[];
  readonly notes: string[];
  /** What the file should have brought and does not, for the refusal. */
  readonly noWatts: string;
}

/** A recording longer than this is not one ride. */
const LONGEST_RECORDING_S = 24 * 3600;
const SHORTEST_RECORDING_S = 30;
/** Nobody pedals this fast for a whole ride: both feet were counted. */
const DOUBLED_RPM = 135;

/**
 * Puts the samples of any format on one clock of 1 Hz, mends what can be mended and says so.
 *
 * @param raw samples in the order of the file
 * @returns the recording, or the sentence that says why it is none
 * Source: handbook section 5, Conventions and Gaps.
 */
export function assemble(raw: RawRecording): Understood<Recording> | Refused {
  const notes = [...raw.notes];
  const { samples, shiftAt } = steadyClock(raw.samples, notes);
  const reason = reasonAgainst(samples, raw.noWatts);
  if (reason !== null) return refused(reason);
  const start = samples[0]?.seconds ?? 0;
  const streams = resample(samples, notes);
  const rpm = mendCadence(streams.rpm, notes);
  if (streams.bpm === null) notes.push('Heart rate is missing.');
  const laps = lapsOn(
    raw.laps,
    (second) => second + shiftAt(second) - start,
    streams.watts.length,
    notes,
  );
  return understood({
    ...streams,
    rpm,
    laps,
    startedAt: raw.startedAt,
    startedUtc: raw.startedUtc,
    notes,
  });
}

/** Why these samples are no ride, or null. */
function reasonAgainst(samples: readonly Sample[], noWatts: string): string | null {
  const [first, last] = [samples[0], samples.at(-1)];
  if (!first || !last) return 'No sample has a time that can be read.';
  const length = last.seconds - first.seconds + 1;
  if (length > LONGEST_RECORDING_S)
    return `The times span ${printClock(length)}. A recording longer than 24 h is not one ride; are the times right?`;
  if (length < SHORTEST_RECORDING_S)
    return `The recording is ${Math.round(length)} s long. That is too short to read anything off it.`;
  return samples.every(({ watts, bpm }) => watts === null && bpm === null) ? noWatts : null;
}

function mendCadence(rpm: (number | null)[] | null, notes: string[]): (number | null)[] | null {
  if (!rpm) return null;
  const turning = rpm
    .filter((turns): turns is number => turns !== null && turns > 0)
    .sort((a, b) => a - b);
  const usual = turning[Math.floor(turning.length / 2)] ?? 0;
  if (usual <= DOUBLED_RPM) return rpm;
  notes.push(
    `Cadence reads ${Math.round(usual)} rpm on the whole: the sensor counts both feet. Halved.`,
  );
  return rpm.map((turns) => (turns === null ? null : turns / 2));
}

/** Laps on the recording's clock; one that overlaps the one before starts where that ended. */
function lapsOn(
  laps: RawRecording['laps'],
  onClock: (second: number) => number,
  length: number,
  notes: string[],
): Lap[] {
  const placed: Lap[] = [];
  let overlapping = 0;
  for (const { from, to } of [...laps].sort((a, b) => a.from - b.from)) {
    const end = Math.min(length, Math.round(onClock(to)));
    const wanted = Math.max(0, Math.round(onClock(from)));
    const last = placed.at(-1);
    const startS = last ? Math.max(wanted, last.startS + last.seconds) : wanted;
    if (startS > wanted + 1) overlapping += 1;
    if (end > startS) placed.push({ startS, seconds: end - startS });
  }
  if (overlapping > 0)
    notes.push(
      `${overlapping === 1 ? 'One lap overlaps' : `${overlapping} laps overlap`} the one before. Each now starts where that one ended.`,
    );
  return placed;
}
