import fc from 'fast-check';
import { FitBaseType, FitEncoder } from 'fit-file-parser/encoder';
import {
  parseCsvRecording,
  parseGpxRecording,
  readRecordingFile,
  type Recording,
} from '@uphill/core/formats';
import { describe, expect, it } from 'vitest';

const read = (text: string): Recording => {
  const recording = parseCsvRecording(text);
  if (!recording.ok) throw new Error(recording.reason);
  return recording.value;
};
const csv = (times: readonly (string | number)[], watts: (index: number) => number = () => 200) =>
  `time,power\n${times.map((time, index) => `${time},${watts(index)}`).join('\n')}`;
const every = (step: number, count = 60) =>
  Array.from({ length: count }, (_, index) => index * step);

describe('the start of a recording', () => {
  const minute = (from: string, zone = '') =>
    Array.from({ length: 60 }, (_, second) => `${from}:${String(second).padStart(2, '0')}${zone}`);

  it.each([
    ['30 February', '2026-02-30T18:00:00'],
    ['the 13th month', '2026-13-01T18:00:00'],
    ['25 o’clock', '2026-02-01T25:00:00'],
    ['29 February of no leap year', '2026-02-29T18:00:00Z'],
  ])('is the first stamp that exists, and not %s', (_, impossible) => {
    const recording = read(csv([impossible, ...minute('2026-03-01T18:05')]));
    expect([recording.startedAt, recording.startedUtc, recording.watts.length]).toEqual([
      '2026-03-01T18:05:00',
      null,
      60,
    ]);
    expect(recording.notes.join(' ')).toContain('1 row held letters');
  });

  it('is local time without a zone, world time with one, whatever the zone', () => {
    expect(read(csv(minute('2028-02-29T23:30'))).startedAt).toBe('2028-02-29T23:30:00');
    expect(read(csv(minute('2026-10-12T23:30', 'Z')))).toMatchObject({
      startedAt: null,
      startedUtc: '2026-10-12T23:30:00.000Z',
    });
    expect(read(csv(minute('2026-10-13T01:30', '+02:00'))).startedUtc).toBe(
      '2026-10-12T23:30:00.000Z',
    );
    expect(read(csv(minute('2026-10-12T18:30', '-0500'))).startedUtc).toBe(
      '2026-10-12T23:30:00.000Z',
    );
  });

  it('of a GPX file is no impossible day either', () => {
    const point = (at: string) =>
      `<trkpt lat="0" lon="0"><time>${at}</time><extensions><power>200</power></extensions></trkpt>`;
    const points = [point('2026-02-30T18:00:00Z'), ...minute('2026-03-01T18:05', 'Z').map(point)];
    const recording = parseGpxRecording(
      `<gpx><trk><trkseg>${points.join('')}</trkseg></trk></gpx>`,
    );
    expect(recording).toMatchObject({
      ok: true,
      value: { startedUtc: '2026-03-01T18:05:00.000Z' },
    });
  });
});

describe('rows that are not a second apart', () => {
  it('some milliseconds off whole seconds leave no holes', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: -240, max: 240 }), { minLength: 40, maxLength: 120 }),
        fc.integer({ min: 0, max: 999 }),
        (off, phase) => {
          const recording = read(
            csv(
              off.map((milliseconds, second) =>
                ((phase + second * 1000 + milliseconds) / 1000).toFixed(3),
              ),
            ),
          );
          expect(recording.watts).not.toContain(null);
          expect(Math.abs(recording.watts.length - off.length)).toBeLessThanOrEqual(1);
        },
      ),
    );
  });

  it.each([2, 3, 4, 5])('evenly %i s apart are held throughout, and it says so', (step) => {
    const recording = read(csv(every(step), (index) => 100 + index));
    expect(recording.watts).toEqual(
      Array.from({ length: 59 * step + 1 }, (_, second) => 100 + Math.floor(second / step)),
    );
    expect(recording.notes).toContain(
      `Rows are ${step} s apart throughout. Each is held until the next.`,
    );
  });

  it.each([
    ['evenly 6 s apart', every(6), 2],
    ['by fits and starts', [...every(2, 20), ...every(9, 30).map((second) => second + 45)], 5],
    [
      'evenly, with a long gap in them',
      [...every(2, 30), ...every(2, 30).map((second) => second + 88)],
      26,
    ],
  ])('%s are held for 3 s after each and no longer', (_, times, hole) => {
    const { watts } = read(csv(times));
    const holes = watts
      .map((value) => (value === null ? 'x' : ' '))
      .join('')
      .split(/ +/)
      .filter((each) => each !== '');
    expect(Math.max(...holes.map((each) => each.length))).toBe(hole);
    for (const time of times) expect(watts.slice(time, time + 4)).not.toContain(null);
  });

  it('a second apart with a hole stay a hole, for the gap rule to judge', () => {
    const { watts } = read(csv([...every(1, 30), ...every(1, 30).map((second) => second + 36)]));
    expect(watts.filter((value) => value === null)).toHaveLength(6);
  });
});

it('speed that a FIT file has only in the field of newer devices is speed', () => {
  const long = (number: number, value: number) => ({
    number,
    size: 4,
    baseType: FitBaseType.Uint32,
    value,
  });
  const word = (number: number, value: number) => ({
    number,
    size: 2,
    baseType: FitBaseType.Uint16,
    value,
  });
  const encoder = new FitEncoder();
  const start = FitEncoder.toFitTimestamp(new Date('2026-10-12T18:05:00Z'));
  for (let second = 0; second < 60; second += 1)
    encoder.writeMessage(20, [long(253, start + second), word(7, 200), long(73, second * 100)], 1);
  const recording = readRecordingFile(encoder.close());
  expect(recording.ok && recording.value.metresPerSecond?.slice(0, 31)).toEqual(
    Array.from({ length: 31 }, (_, second) => second / 10),
  );
});
