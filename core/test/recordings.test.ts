import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { bell, seededRandom } from '@uphill/core/simulation';
import { bestWindows, preparePower, surgeWeightedPower } from '@uphill/core/power';
import { findRamp, rampStages, readRampStage } from '@uphill/core/testing';
import { parseCsvRecording } from '@uphill/core/formats';

const PRINTABLE = fc.string({
  unit: fc.constantFrom(...'0123456789:.,;\t -TZ"\n\rpowerwatts'),
  maxLength: 400,
});

describe('any file at all', () => {
  it('is read or refused with a sentence, and never breaks the reader', () => {
    fc.assert(
      fc.property(
        fc.oneof(
          PRINTABLE,
          fc.string({ maxLength: 400 }),
          PRINTABLE.map((text) => `seconds,power\n${text}`),
        ),
        (text) => {
          const read = parseCsvRecording(text);
          if (read.ok) expect(read.value.watts.length).toBeGreaterThanOrEqual(30);
          else expect(read.reason).toMatch(/\.$/);
        },
      ),
      { numRuns: 400 },
    );
  });

  it('keeps every sound sample of a sound ride, whatever separates its columns', () => {
    const watts = fc.array(fc.integer({ min: 0, max: 2500 }), { minLength: 31, maxLength: 200 });
    fc.assert(
      fc.property(
        watts,
        fc.constantFrom(',', ';', '\t'),
        fc.boolean(),
        (ridden, separator, quoted) => {
          const cell = (value: number) => (quoted ? `"${value}"` : String(value));
          const text =
            ['time', 'power'].join(separator) +
            ridden.map((value, second) => `\r\n${cell(second)}${separator}${cell(value)}`).join('');
          const read = parseCsvRecording(text);
          expect(read.ok && read.value.watts).toEqual(ridden);
        },
      ),
    );
  });

  it('uneven rows give one value a second, holes stay holes, and no watt is made up', () => {
    const steps = fc.array(fc.constantFrom(1, 1, 1, 2, 3, 20), { minLength: 40, maxLength: 80 });
    fc.assert(
      fc.property(steps, (distances) => {
        let second = 0;
        const rows = distances.map((distance) => `${(second += distance)},${100 + distance}`);
        const read = parseCsvRecording(`seconds,power\n${rows.join('\n')}`);
        if (!read.ok) throw new Error(read.reason);
        expect(read.value.watts).toHaveLength(second - (distances[0] ?? 0) + 1);
        const made = new Set(read.value.watts.filter((value) => value !== null));
        for (const value of made)
          expect(distances.map((distance) => 100 + distance)).toContain(value);
        expect(read.value.watts.filter((value) => value === null).length > 0).toBe(
          distances.slice(1).some((distance) => distance > 1),
        );
      }),
    );
  });

  it('several rows in a second are averaged', () => {
    const rows = Array.from(
      { length: 160 },
      (_, index) => `${index / 4},${index % 4 === 0 ? 100 : 300}`,
    );
    const read = parseCsvRecording(`seconds,power\n${rows.join('\n')}`);
    // Each row counts for the nearest second; the first and the last second have half of theirs.
    expect(read.ok && new Set(read.value.watts.slice(1, -1))).toEqual(new Set([250]));
    expect(read.ok && read.value.notes[0]).toContain('0.3 s apart');
  });

  it('heart rate, cadence and speed are read by their headings, and senseless beats are missing', () => {
    const beats = new Map([
      [10, 250],
      [20, 0],
    ]);
    const rows = Array.from(
      { length: 60 },
      (_, second) => `${second},200,${beats.get(second) ?? 140},88,36`,
    );
    const read = parseCsvRecording(
      `Elapsed Seconds;Power (W);HR;Cadence (rpm);Speed [km/h]\n${rows.join('\n')}`.replaceAll(
        ',',
        ';',
      ),
    );
    if (!read.ok) throw new Error(read.reason);
    expect(read.value.bpm?.[10]).toBeNull();
    expect(read.value.bpm?.[20]).toBeNull();
    expect([read.value.bpm?.[0], read.value.rpm?.[0], read.value.metresPerSecond?.[0]]).toEqual([
      140, 88, 10,
    ]);
  });
});

describe('sums over any ride', () => {
  const ride = fc.array(fc.integer({ min: 0, max: 1500 }), { minLength: 30, maxLength: 300 });

  it('surge-weighted power lies between the mean of 30-s means and their highest', () => {
    fc.assert(
      fc.property(ride, (watts) => {
        const means = Array.from(
          { length: watts.length - 29 },
          (_, start) => watts.slice(start, start + 30).reduce((sum, value) => sum + value, 0) / 30,
        );
        const surge = surgeWeightedPower(watts) ?? -1;
        expect(surge).toBeGreaterThanOrEqual(
          means.reduce((sum, value) => sum + value, 0) / means.length - 1e-6,
        );
        expect(surge).toBeLessThanOrEqual(Math.max(...means) + 1e-6);
      }),
    );
  });

  it('a best window is where it says it is', () => {
    fc.assert(
      fc.property(ride, fc.integer({ min: 1, max: 30 }), (watts, seconds) => {
        const [window] = bestWindows(watts, [seconds]);
        if (!window) throw new Error('There is a window.');
        const sum = watts
          .slice(window.startS, window.startS + seconds)
          .reduce((total, value) => total + value, 0);
        expect(window.meanW).toBe(sum / seconds);
      }),
    );
  });

  it('cut seconds and counted seconds make up the clock', () => {
    const withGaps = fc.array(
      fc.oneof(fc.integer({ min: 0, max: 400 }), fc.constant(null), fc.constant(-1)),
      { maxLength: 200 },
    );
    fc.assert(
      fc.property(withGaps, (watts) => {
        const { moving, clock, gaps } = preparePower(watts);
        expect(clock).toHaveLength(watts.length);
        expect(moving.length + gaps.reduce((sum, { seconds }) => sum + seconds, 0)).toBe(
          watts.length,
        );
        for (const { startS, seconds } of gaps)
          expect([...clock.slice(startS, startS + seconds)].every((value) => value === 0)).toBe(
            true,
          );
      }),
    );
  });
});

describe('any ramp', () => {
  /** The shapes of handbook section 4 for FTP 120, 248 and 380, and the laboratory's. */
  const shapes = [
    { startW: 40, stepW: 10 },
    { startW: 140, stepW: 15 },
    { startW: 180, stepW: 25 },
    { startW: 100, stepW: 20 },
  ];
  const ridden = fc.record({
    shape: fc.constantFrom(...shapes),
    stages: fc.integer({ min: 10, max: 17 }),
    early: fc.constantFrom(0, 0, 5, 12, 40),
    seed: fc.integer(),
    unsteady: fc.double({ min: 0, max: 0.04, noNaN: true }),
    lagS: fc.double({ min: 0, max: 1.5, noNaN: true }),
  });

  it('stopped with the last second of a stage keeps that stage; stopped some seconds before, it does not', () => {
    fc.assert(
      fc.property(ridden, ({ shape, stages, early, seed, unsteady, lagS }) => {
        const chance = seededRandom(seed);
        const watts: number[] = [];
        let now = 0;
        const ride = (seconds: number, asked: (second: number) => number): void => {
          for (let second = 0; second < seconds; second += 1) {
            now += (asked(second) - now) / (1 + lagS);
            watts.push(Math.max(0, Math.round(now * (1 + unsteady * bell(chance)))));
          }
        };
        ride(600, () => 0.8 * shape.startW);
        ride(stages * 60 - early, (second) => shape.startW + shape.stepW * Math.floor(second / 60));
        ride(240, () => 0.25 * (shape.startW + shape.stepW * stages));
        const found = findRamp(Float64Array.from(watts), shape);
        const read = found.ok ? readRampStage(Float64Array.from(watts), found.value, shape) : found;
        const whole = shape.startW + shape.stepW * (stages - (early === 0 ? 1 : 2));
        expect(read.ok && Math.abs(read.value.value - whole) <= 0.03 * whole).toBe(true);
      }),
      { numRuns: 300 },
    );
  });

  it('is found where it was ridden, whatever its shape, and read to its last whole stage', () => {
    const shape = fc.record({
      startW: fc.integer({ min: 50, max: 200 }),
      stepW: fc.integer({ min: 10, max: 30 }),
      stages: fc.integer({ min: 6, max: 18 }),
      part: fc.integer({ min: 5, max: 55 }),
      warmUpS: fc.integer({ min: 200, max: 900 }),
    });
    fc.assert(
      fc.property(shape, ({ startW, stepW, stages, part, warmUpS }) => {
        const seconds = Array.from(
          { length: stages * 60 + part },
          (_, second) => startW + stepW * Math.floor(second / 60),
        );
        const watts = Float64Array.from([
          ...new Array<number>(warmUpS).fill(startW * 0.6),
          ...seconds,
          ...new Array<number>(200).fill(startW * 0.3),
        ]);
        const found = findRamp(watts, { startW, stepW });
        expect(found).toEqual({
          ok: true,
          value: { startS: warmUpS, endS: warmUpS + stages * 60 + part },
        });
        if (!found.ok) return;
        const cut = rampStages(watts, found.value, { startW, stepW });
        expect(cut.map(({ full }) => full)).toEqual([
          ...new Array<boolean>(stages).fill(true),
          false,
        ]);
        const read = readRampStage(watts, found.value, { startW, stepW });
        expect(read.ok && read.value.value).toBe(startW + stepW * (stages - 1));
      }),
    );
  });
});

describe('a lap column', () => {
  const lapsBy = (heading: string, cell: (second: number) => string | number) => {
    const rows = Array.from({ length: 120 }, (_, second) => `${second},200,${cell(second)}`);
    const read = parseCsvRecording([`seconds,power,${heading}`, ...rows].join('\n'));
    return read.ok && read.value.laps.map(({ startS, seconds }) => [startS, seconds]);
  };

  it('tells laps by a number that goes up, by names, or by a mark where lap was pressed', () => {
    const edges = [
      [0, 30],
      [30, 60],
      [90, 30],
    ];
    const place = (second: number): number => (second >= 30 ? 1 : 0) + (second >= 90 ? 1 : 0);
    expect(lapsBy('lap', place)).toEqual(edges);
    expect(lapsBy('Lap Number', (second) => place(second) + 7)).toEqual(edges);
    expect(lapsBy('interval', (second) => ['easy', 'rep', 'down'][place(second)] ?? '')).toEqual(
      edges,
    );
    expect(lapsBy('lap', (second) => (second === 30 || second === 90 ? 1 : 0))).toEqual(edges);
    expect(lapsBy('lap', (second) => (second === 30 || second === 90 ? 'x' : ''))).toEqual(edges);
    expect(lapsBy('lap', () => 1)).toEqual([]);
    expect(lapsBy('lap', (second) => second)).toEqual([]);
  });
});
