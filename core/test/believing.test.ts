import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  checkTest,
  type EarlierTest,
  expectedRampEnd,
  ftpFromReading,
  type Protocol,
  PROTOCOLS,
  protocolOf,
  RAMPS,
  type TestEvidence,
} from '@uphill/core';

const twenty = protocolOf('twenty-minute');
const ramp = protocolOf('ramp');

const earlier = (ftpW: number | null, over: Partial<EarlierTest> = {}): EarlierTest => ({
  protocolId: 'twenty-minute',
  date: '2026-09-01',
  ftpW,
  powerSource: 'crank',
  ...over,
});

function evidence(over: Partial<TestEvidence> = {}): TestEvidence {
  return {
    protocol: twenty,
    date: '2026-11-04',
    ftpW: 262,
    expectedFtpW: null,
    powerSource: 'crank',
    maximalBpm: 188,
    earlier: [],
    ...over,
  };
}

/** A recording of ten minutes with a value for every second. */
function ridden(
  watts: (second: number) => number,
  bpm: ((second: number) => number | null) | null = null,
  rpm: ((second: number) => number | null) | null = null,
) {
  const seconds = Array.from({ length: 600 }, (_, second) => second);
  return {
    watts: Float64Array.from(seconds, watts),
    bpm: bpm && seconds.map(bpm),
    rpm: rpm && seconds.map(rpm),
    effort: { startS: 0, endS: 600 },
  };
}

const one = (over: Partial<TestEvidence>, id: string) =>
  checkTest(evidence(over)).find((check) => check.id === id);

describe('the two readings of a ramp', () => {
  it('are two schools and never disagree, whichever came first and however far apart', () => {
    const [minute, stage] = [ramp, protocolOf('full-stage-ramp')];
    for (const [protocol, other] of [
      [minute, stage],
      [stage, minute],
    ] as const)
      for (const ftpW of [230, 262, 296]) {
        const others = [earlier(262, { protocolId: other.id, date: '2026-10-20' })];
        expect([
          one({ protocol, ftpW, earlier: others }, 'agreement'),
          one({ protocol, ftpW, earlier: others }, 'change'),
        ]).toEqual([undefined, undefined]);
        // A test of another kind beside them still speaks.
        expect(
          one({ protocol, ftpW: 296, earlier: [...others, earlier(262)] }, 'agreement'),
        ).toMatchObject({ verdict: 'doubtful' });
      }
  });
});

describe('every check, at its limit', () => {
  it.each([
    [240, 252, 'held', '+5 %: 252 against 240 W'],
    [240, 253, 'doubtful', '+5.4 %: 253 against 240 W'],
    [240, 228, 'held', '−5 %: 228 against 240 W'],
    [240, 240, 'held', '0 %: 240 against 240 W'],
  ])('expected %i, measured %i: %s', (expectedFtpW, ftpW, verdict, figure) => {
    expect(one({ expectedFtpW, ftpW }, 'expected')).toMatchObject({ verdict, figure });
  });

  it.each([
    [0.95, 'held'],
    [0.949, 'doubtful'],
    [1.05, 'held'],
    [1.051, 'doubtful'],
  ])('last quarter at %f of the first: %s', (share, verdict) => {
    const recording = ridden((second) =>
      second < 150 ? 1000 : second >= 450 ? 1000 * share : 1000,
    );
    expect(one({ recording }, 'pacing')?.verdict).toBe(verdict);
  });

  it('a sprint over the last 20 s was held back, however even the rest', () => {
    expect(
      one({ recording: ridden((second) => (second >= 580 ? 330 : 260)) }, 'lastSeconds'),
    ).toMatchObject({
      verdict: 'doubtful',
      says: expect.stringContaining('more was left'),
    });
    expect(
      one({ recording: ridden((second) => (second >= 580 ? 300 : 260)) }, 'lastSeconds')?.verdict,
    ).toBe('held');
  });

  it.each([
    [() => 179, 188, 'held', '179 bpm, 95.2 %'],
    [() => 178, 188, 'doubtful', '178 bpm, 94.7 %'],
    [() => 191, 188, 'held', '191 bpm, 101.6 %'],
    [() => null, 188, 'unknown', 'not recorded'],
    [() => 179, null, 'unknown', 'no maximum stored'],
  ])('%# heart rate reached', (bpm, maximalBpm, verdict, figure) => {
    expect(
      one({ protocol: ramp, maximalBpm, recording: ridden(() => 300, bpm) }, 'heartRateReached'),
    ).toMatchObject({ verdict, figure });
  });

  it('above the stored maximum, the strap is asked about before the maximum', () => {
    expect(
      one(
        {
          protocol: ramp,
          recording: ridden(
            () => 300,
            () => 195,
          ),
        },
        'heartRateReached',
      )?.says,
    ).toContain('Was the strap sound?');
  });

  it('one skipped pulse of the cadence sensor is no grinding, five seconds are', () => {
    const cadence = (low: (second: number) => boolean) =>
      one(
        {
          protocol: ramp,
          recording: ridden(
            () => 300,
            null,
            (second) => (low(second) ? 50 : 85),
          ),
        },
        'cadenceFloor',
      )?.verdict;
    expect(cadence((second) => second === 300)).toBe('held');
    expect(cadence((second) => second >= 300 && second < 305)).toBe('failed');
  });

  it('without a recording, nothing is said about what only one could tell', () => {
    const ids = checkTest(
      evidence({ protocol: ramp, expectedFtpW: 255, earlier: [earlier(255)] }),
    ).map(({ id }) => id);
    expect(ids).toEqual(['expected', 'sameSource', 'agreement', 'change']);
  });

  it.each([
    ['2026-09-23', 'held', '42 days'],
    ['2026-09-24', 'doubtful', '41 days'],
  ])('a test of the same kind on %s: %s', (date, verdict, figure) => {
    expect(one({ earlier: [earlier(255, { date })] }, 'longEnoughAgo')).toMatchObject({
      verdict,
      figure,
    });
    expect(
      one({ earlier: [earlier(255, { date, protocolId: 'ramp' })] }, 'longEnoughAgo'),
    ).toBeUndefined();
    expect(
      one({ earlier: [earlier(255, { date })], retestWeeks: 5 }, 'longEnoughAgo')?.verdict,
    ).toBe('held');
  });

  it('estimates of more than 90 days ago do not speak to a new one', () => {
    expect(one({ earlier: [earlier(200, { date: '2026-08-06' })] }, 'agreement')).toMatchObject({
      verdict: 'doubtful',
    });
    expect(one({ earlier: [earlier(200, { date: '2026-08-05' })] }, 'agreement')).toBeUndefined();
  });

  it.each([
    [247, {}, 'The change is real.'],
    [254, {}, 'The change is likely.'],
    [259, {}, 'Cannot tell yet'],
    [254, { protocolId: 'ramp' }, 'Cannot tell yet'],
    [247, { powerSource: 'hub' }, 'The change is likely.'],
    [240, { date: '2026-09-23' }, 'Extraordinary'],
    [240, { date: '2026-09-22' }, 'The change is real.'],
    [285, { date: '2026-10-20' }, 'The change is real.'],
  ])('from %i W with %j: %s', (before, over, says) => {
    expect(one({ earlier: [earlier(before, over)] }, 'change')?.says).toContain(says);
  });

  it('the newest of the earlier tests is the one compared with', () => {
    const tests = [
      earlier(255, { date: '2026-10-01' }),
      earlier(200, { date: '2026-08-20' }),
      earlier(null, { date: '2026-10-20', protocolId: 'heart-rate-twenty' }),
    ];
    expect(one({ earlier: tests }, 'agreement')?.figure).toBe('Twenty minutes 255 W: +2.7 %');
  });
});

describe('protocols', () => {
  it('each says what is ridden, why, why not, and is found by its id', () => {
    for (const protocol of PROTOCOLS) {
      expect(protocolOf(protocol.id)).toBe(protocol);
      for (const words of [protocol.ridden, protocol.why, protocol.whyNot])
        expect(words).toMatch(/\.$/);
    }
    expect(() => protocolOf('nothing')).toThrow('There is no protocol "nothing".');
    expect(() => ftpFromReading(protocolOf('heart-rate-twenty'), 150)).toThrow('gives no FTP');
  });

  it('the reading is rounded before its share is taken, and the working ends in the FTP', () => {
    const withFtp = PROTOCOLS.filter(
      (protocol): protocol is Protocol & { ftpPercent: number } => protocol.ftpPercent !== null,
    );
    fc.assert(
      fc.property(
        fc.constantFrom(...withFtp),
        fc.double({ min: 60, max: 700, noNaN: true }),
        (protocol, reading) => {
          const { value, lines } = ftpFromReading(protocol, reading);
          const whole = Math.floor(reading + 0.5);
          expect(Math.abs(value - (whole * protocol.ftpPercent) / 100)).toBeLessThanOrEqual(0.5);
          expect(lines.at(-1)?.figure).toBe(`${value} W`);
        },
      ),
    );
  });
});

describe('where a ramp should end', () => {
  it('is the stage that holds the best minute the FTP implies, for every shape', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 600 }),
        fc.integer({ min: 20, max: 250 }),
        fc.integer({ min: 5, max: 40 }),
        (ftpW, startW, stepW) => {
          const { stageW, secondsIntoStage, minuteW, rampSeconds, tooShort } = expectedRampEnd(
            ftpW,
            { startW, stepW },
          ).value;
          expect((stageW - startW) % stepW).toBe(0);
          expect(secondsIntoStage).toBeGreaterThanOrEqual(0);
          expect(secondsIntoStage).toBeLessThanOrEqual(60 + 1e-6);
          expect(tooShort).toBe(rampSeconds < 480);
          if (minuteW <= startW) {
            expect(stageW).toBe(startW);
            return;
          }
          // The last minute, part of this stage and part of the one before, averages what was expected.
          const share = secondsIntoStage / 60;
          expect(share * stageW + (1 - share) * (stageW - stepW)).toBeCloseTo(minuteW, 6);
        },
      ),
    );
  });

  it('248 W on the standard ramp: 32 s into 340 W; a small FTP is sent to the light one', () => {
    const [standard, light] = RAMPS;
    if (!standard || !light) throw new Error('The ramps are there.');
    expect(expectedRampEnd(248, standard).value).toMatchObject({
      stageW: 340,
      rampSeconds: 12 * 60 + 32,
    });
    expect([
      expectedRampEnd(150, standard).value.tooShort,
      expectedRampEnd(150, light).value.tooShort,
    ]).toEqual([true, false]);
  });
});
