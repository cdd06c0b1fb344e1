import { FitEncoder } from 'fit-file-parser/encoder';
import { byte, enumField, long, word } from './fitFields.ts';
import type { RecordedSecond } from '../power/index.ts';

const MISSING_BYTE = 255;
const MISSING_WORD = 65_535;
/** "Development": the maker's number that stands for nobody. */
const NO_MAKER = 255;
const [FILE_ID, SESSION, LAP, RECORD, ACTIVITY] = [0, 18, 19, 20, 34];
const TIMESTAMP = 253;
const CYCLING = 2;

/**
 * Writes a ride as a FIT activity: one record a second with power, heart rate and cadence, its laps, and the local
 * time of its start.
 *
 * @param seconds every second ridden; missing watts and beats are written as missing
 * @param startedAt local date and time, `yyyy-mm-ddThh:mm:ss`; written as world time too, for no zone is known
 * @param lapEnds seconds at which a lap ends, rising; the end of the ride ends the last one
 * @returns the file
 */
export function writeFitRecording(
  seconds: readonly RecordedSecond[],
  startedAt: string,
  lapEnds: readonly number[] = [],
): Uint8Array {
  const start = FitEncoder.toFitTimestamp(new Date(`${startedAt}Z`));
  const end = start + seconds.length;
  const encoder = new FitEncoder();
  encoder.writeMessage(FILE_ID, [enumField(0, 4), word(1, NO_MAKER), long(4, start)]);
  const withSpeed = seconds.some(({ metresPerSecond }) => metresPerSecond !== undefined);
  seconds.forEach(({ watts, bpm, rpm, metresPerSecond }, second) => {
    encoder.writeMessage(
      RECORD,
      [
        long(TIMESTAMP, start + second),
        byte(3, bpm ?? MISSING_BYTE),
        byte(4, Math.min(254, Math.round(rpm))),
        word(7, watts === null ? MISSING_WORD : Math.min(MISSING_WORD - 1, Math.round(watts))),
        // Speed counts in thousandths.
        ...(withSpeed
          ? [
              word(
                6,
                metresPerSecond === undefined ? MISSING_WORD : Math.round(metresPerSecond * 1000),
              ),
            ]
          : []),
      ],
      1,
    );
  });
  const edges = [0, ...lapEnds.filter((lap) => lap > 0 && lap < seconds.length), seconds.length];
  for (let lap = 1; lap < edges.length; lap += 1) {
    const [from, to] = [edges[lap - 1] as number, edges[lap] as number];
    if (to > from)
      encoder.writeMessage(
        LAP,
        [
          long(TIMESTAMP, start + to),
          long(2, start + from),
          long(7, (to - from) * 1000),
          long(8, (to - from) * 1000),
        ],
        2,
      );
  }
  encoder.writeMessage(
    SESSION,
    [
      long(TIMESTAMP, end),
      long(2, start),
      long(7, seconds.length * 1000),
      long(8, seconds.length * 1000),
      enumField(5, CYCLING),
    ],
    3,
  );
  encoder.writeMessage(
    ACTIVITY,
    [
      long(TIMESTAMP, end),
      long(0, seconds.length * 1000),
      word(1, 1),
      enumField(2, 0),
      long(5, end),
    ],
    4,
  );
  return encoder.close();
}
