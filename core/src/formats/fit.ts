import FitParser from 'fit-file-parser';
import { z } from 'zod';
import { isSound } from '../power/index.ts';
import { printClock, type Refused, type Understood, refused } from '../units/index.ts';
import { isCutShort, mendCutFit } from './fitMend.ts';
import { assemble, type Recording } from './recording.ts';
import { AIR_C, HEIGHT_M, type Sample } from './resample.ts';

const number = z.number().finite().nullish().catch(null);
const time = z
  .union([z.date(), z.iso.datetime().transform((text) => new Date(text))])
  .nullish()
  .catch(null);

/** What is looked at of a decoded file; everything else in it is left alone. */
const decoded = z.object({
  records: z
    .array(
      z.object({
        ...{
          timestamp: time,
          power: number,
          heart_rate: number,
          cadence: number,
          speed: number,
          enhanced_speed: number,
        },
        ...{
          altitude: number,
          enhanced_altitude: number,
          position_lat: number,
          position_long: number,
          temperature: number,
        },
      }),
    )
    .catch([]),
  laps: z
    .array(
      z.object({
        start_time: time,
        timestamp: time,
        total_elapsed_time: number,
        total_timer_time: number,
      }),
    )
    .catch([]),
  activity: z.object({ timestamp: time, local_timestamp: time }).nullish().catch(null),
});

/** More than any day holds: ten samples a second for a day. */
const MOST_RECORDS = 900_000;

/**
 * Whether bytes are a FIT file: its mark stands at the ninth byte.
 *
 * @param bytes the file
 * @returns true where they are
 */
export function isFit(bytes: Uint8Array): boolean {
  return bytes.length > 12 && String.fromCharCode(...bytes.subarray(8, 12)) === '.FIT';
}

/**
 * Reads a recording from a FIT activity file: power, heart rate, cadence, speed, height, place and temperature
 * of its records, and its laps.
 *
 * @param bytes the whole file
 * @returns the recording at 1 Hz, or the sentence that says what is wrong with the file
 * Source: handbook section 5, Conventions and Gaps.
 */
export function parseFitRecording(bytes: Uint8Array): Understood<Recording> | Refused {
  const cut = isCutShort(bytes);
  const whole = cut ? mendCutFit(bytes) : bytes;
  const { content, failed } = decode(whole);
  const read = decoded.safeParse(content ?? {});
  if (!read.success || read.data.records.length === 0) {
    return refused(
      cut || failed
        ? 'The FIT file is damaged or cut short before its first record. Send it again.'
        : 'The FIT file holds no records: it is not a ride but something else, such as a course or a plan.',
    );
  }
  const { records, laps, activity } = read.data;
  if (records.length > MOST_RECORDS)
    return refused(
      `The file holds ${records.length} records, more than a day has seconds. It was not read.`,
    );
  const { samples, untimed, outside } = samplesOf(records);
  const [first, last] = [samples[0], samples.at(-1)];
  const notes: string[] = [];
  if (cut && first && last)
    notes.push(
      `The file stops in the middle, at ${printClock(last.seconds - first.seconds)}. ${printClock(last.seconds - first.seconds)} kept. Send it again, or use it as it is.`,
    );
  if (untimed > 0) notes.push(`${untimed} records without a time were left out.`);
  if (outside > 0)
    notes.push(
      `${outside === 1 ? '1 sample' : `${outside} samples`} below 0 or above 2,500 W. Taken as gaps.`,
    );
  return assemble({
    samples,
    startedAt: first ? localStart(first.seconds, activity) : null,
    startedUtc: first ? new Date(first.seconds * 1000).toISOString() : null,
    laps: laps.flatMap(
      ({ start_time: start, total_elapsed_time: elapsed, total_timer_time: timer }) => {
        const seconds = elapsed ?? timer;
        return start && seconds != null && seconds > 0
          ? [{ from: start.getTime() / 1000, to: start.getTime() / 1000 + seconds }]
          : [];
      },
    ),
    notes,
    noWatts: 'The file has neither power nor heart rate.',
  });
}

/** Runs the library over the bytes; whatever it throws or reports is only known to have failed. */
function decode(bytes: Uint8Array | null): { content: unknown; failed: boolean } {
  let content: unknown = null;
  let failed = false;
  try {
    if (bytes) {
      new FitParser({ force: true, mode: 'list', speedUnit: 'm/s' }).parse(
        bytes.slice().buffer,
        (error, data) => {
          failed = error != null;
          content = data;
        },
      );
    }
  } catch {
    failed = true;
  }
  return { content, failed };
}

type DecodedRecord = z.infer<typeof decoded>['records'][number];

function samplesOf(records: readonly DecodedRecord[]): {
  samples: Sample[];
  untimed: number;
  outside: number;
} {
  const samples: Sample[] = [];
  let [untimed, outside] = [0, 0];
  for (const record of records) {
    if (!record.timestamp) {
      untimed += 1;
      continue;
    }
    if (record.power != null && !isSound(record.power)) outside += 1;
    samples.push({
      seconds: record.timestamp.getTime() / 1000,
      watts: isSound(record.power) ? record.power : null,
      bpm: inside(record.heart_rate, 30, 230),
      rpm: inside(record.cadence, 0, 300),
      // Newer devices leave the plain field out.
      metresPerSecond: inside(record.enhanced_speed ?? record.speed, 0, 60),
      heightM: inside(record.enhanced_altitude ?? record.altitude, HEIGHT_M.low, HEIGHT_M.high),
      latitude: inside(record.position_lat, -90, 90),
      longitude: inside(record.position_long, -180, 180),
      celsius: inside(record.temperature, AIR_C.low, AIR_C.high),
    });
  }
  return { samples, untimed, outside };
}

/** The local time at the start, where the file tells how far local time is from world time. */
function localStart(
  startSeconds: number,
  activity:
    | { timestamp?: Date | null | undefined; local_timestamp?: Date | null | undefined }
    | null
    | undefined,
): string | null {
  if (!activity?.timestamp || !activity.local_timestamp) return null;
  const offset = activity.local_timestamp.getTime() - activity.timestamp.getTime();
  if (Math.abs(offset) > 15 * 3_600_000) return null;
  return new Date(startSeconds * 1000 + offset).toISOString().slice(0, 19);
}

function inside(value: number | null | undefined, low: number, high: number): number | null {
  return value != null && value >= low && value <= high ? value : null;
}
