import { FitEncoder } from 'fit-file-parser/encoder';
import { byte, enumField, long, word } from './fitFields.ts';
import { type Gap, type RecordedSecond, stopsOf } from '../power/index.ts';

const MISSING_BYTE = 255;
const MISSING_WORD = 65_535;
/** "Development": the maker's number that stands for nobody. */
const NO_MAKER = 255;
const [FILE_ID, SESSION, LAP, RECORD, ACTIVITY] = [0, 18, 19, 20, 34];
const TIMESTAMP = 253;
const CYCLING = 2;
const EVENT = 21;
/** What an event is about, and what becomes of it. */
const [TIMER, SESSION_EVENT, LAP_EVENT, ACTIVITY_EVENT] = [0, 8, 9, 26];
const [STARTS, STOP, STOPS] = [0, 1, 4];

/**
 * Writes a ride as a FIT activity: one record a second with power, heart rate and cadence, its laps and pauses, and the
 * time of its start, local and of the world.
 *
 * @param seconds every second ridden; missing watts and beats are written as missing
 * @param startedAt local date and time, `yyyy-mm-ddThh:mm:ss`
 * @param lapEnds seconds at which a lap ends, rising; the end of the ride ends the last one
 * @param aheadMin by how much local time is ahead of world time, minutes; 0 where no zone is known
 * @returns the file
 */
export function writeFitRecording(
  seconds: readonly RecordedSecond[],
  startedAt: string,
  lapEnds: readonly number[] = [],
  aheadMin = 0,
): Uint8Array {
  const start = FitEncoder.toFitTimestamp(new Date(`${startedAt}Z`)) - aheadMin * 60;
  const pauses = pausesOf(seconds);
  const stoodS = pauses.reduce((sum, pause) => sum + pause.seconds, 0);
  const encoder = new FitEncoder();
  encoder.writeMessage(FILE_ID, [enumField(0, 4), word(1, NO_MAKER), long(4, start)]);
  const timer = (second: number, what: number): void =>
    void encoder.writeMessage(
      EVENT,
      [long(TIMESTAMP, start + second), enumField(0, TIMER), enumField(1, what)],
      5,
    );
  timer(0, STARTS);
  const turns = new Map(
    pauses.flatMap(({ startS, seconds: long }): [number, number][] => [
      [startS, STOPS],
      [startS + long, STARTS],
    ]),
  );
  const withSpeed = seconds.some(({ metresPerSecond }) => metresPerSecond !== undefined);
  seconds.forEach(({ watts, bpm, rpm, metresPerSecond }, second) => {
    const turn = turns.get(second);
    if (turn !== undefined) timer(second, turn);
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
  writeLaps(encoder, { start, seconds: seconds.length, lapEnds, pauses });
  timer(seconds.length, STOPS);
  writeSums(encoder, { start, seconds: seconds.length, stoodS, aheadMin });
  return encoder.close();
}

interface Lapped {
  /** In the file's own seconds. */
  readonly start: number;
  readonly seconds: number;
  readonly lapEnds: readonly number[];
  readonly pauses: readonly Gap[];
}

function writeLaps(encoder: FitEncoder, { start, seconds, lapEnds, pauses }: Lapped): void {
  const edges = [0, ...lapEnds.filter((lap) => lap > 0 && lap < seconds), seconds];
  for (let lap = 1; lap < edges.length; lap += 1) {
    const [from, to] = [edges[lap - 1] as number, edges[lap] as number];
    if (to > from)
      encoder.writeMessage(
        LAP,
        [
          long(TIMESTAMP, start + to),
          long(2, start + from),
          long(7, (to - from) * 1000),
          long(8, (to - from - stoodWithin(pauses, from, to)) * 1000),
          enumField(0, LAP_EVENT),
          enumField(1, STOP),
        ],
        2,
      );
  }
}

interface Summed {
  readonly start: number;
  readonly seconds: number;
  readonly stoodS: number;
  readonly aheadMin: number;
}

function writeSums(encoder: FitEncoder, { start, seconds, stoodS, aheadMin }: Summed): void {
  const end = start + seconds;
  encoder.writeMessage(
    SESSION,
    [
      long(TIMESTAMP, end),
      long(2, start),
      long(7, seconds * 1000),
      long(8, (seconds - stoodS) * 1000),
      enumField(0, SESSION_EVENT),
      enumField(1, STOP),
      enumField(5, CYCLING),
    ],
    3,
  );
  encoder.writeMessage(
    ACTIVITY,
    [
      long(TIMESTAMP, end),
      long(0, (seconds - stoodS) * 1000),
      word(1, 1),
      enumField(2, 0),
      enumField(3, ACTIVITY_EVENT),
      enumField(4, STOP),
      long(5, end + aheadMin * 60),
    ],
    4,
  );
}

/** Where the rider stood: a recorder that stops by itself pauses there. Without speed nothing is a pause. */
function pausesOf(seconds: readonly RecordedSecond[]): Gap[] {
  return stopsOf(
    seconds.map(({ metresPerSecond }) => metresPerSecond ?? null),
    seconds.map(({ rpm }) => rpm),
  ).filter(({ startS, seconds: long }) => startS > 0 && startS + long < seconds.length);
}

function stoodWithin(pauses: readonly Gap[], from: number, to: number): number {
  return pauses.reduce(
    (sum, { startS, seconds }) =>
      sum + Math.max(0, Math.min(to, startS + seconds) - Math.max(from, startS)),
    0,
  );
}
