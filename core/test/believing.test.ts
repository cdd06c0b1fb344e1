import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  checkTest,
  type EarlierTest,
  EMPTY_SETUP,
  expectedRampEnd,
  ftpFromReading,
  LABORATORY_RAMP,
  proposeRamp,
  type Protocol,
  protocolOf,
  PROTOCOLS,
  rampFor,
  type TestEvidence,
  unfitting,
} from '@uphill/core/testing';

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
    const recording = ridden((second) => {
      if (second < 150) return 1000;
      if (second >= 450) return 1000 * share;
      return 1000;
    });
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
    [() => 179, null, 'unknown', 'no maximum known'],
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

  it('three jumps of more than 15 rpm within 5 s are too many where watts are held; drifting is none', () => {
    const jumps = (rpm: (second: number) => number | null) =>
      one({ protocol: ramp, recording: ridden(() => 300, null, rpm) }, 'cadenceJumps');
    const steps = (many: number) => (second: number) =>
      Math.floor(second / 100) % 2 === 1 && second < 100 * (many + 1) ? 102 : 86;
    expect(jumps(steps(1))).toMatchObject({ verdict: 'held', figure: '2 over 15 rpm' });
    expect(jumps(steps(3))).toMatchObject({ verdict: 'doubtful', figure: '4 over 15 rpm' });
    expect(jumps((second) => 70 + second / 20)?.figure).toBe('none');
    // Coasting, or a sensor that was silent, is no jump.
    expect(jumps((second) => (second % 50 < 10 ? 0 : 90))?.figure).toBe('none');
    expect(jumps((second) => (second % 50 < 10 ? null : 90))?.figure).toBe('none');
  });

  it('a longer effort is held against the cadence of the last of its kind, and against nothing where there is none', () => {
    const at = (rpm: number, before: Partial<EarlierTest>[]) =>
      one(
        {
          recording: ridden(
            () => 262,
            null,
            () => rpm,
          ),
          earlier: before.map((over) => earlier(255, over)),
        },
        'sameCadence',
      );
    expect(at(70, [])).toBeUndefined();
    expect(at(70, [{ meanRpm: null }])).toBeUndefined();
    expect(at(70, [{ meanRpm: 78 }])?.verdict).toBe('held');
    expect(at(70, [{ meanRpm: 78.4 }])?.verdict).toBe('doubtful');
    expect(at(70, [{ protocolId: 'ramp', meanRpm: 95 }])).toBeUndefined();
    // 80–90 rpm belongs to the five minutes alone.
    expect(one({ recording: ridden(() => 262) }, 'seatedCadence')).toBeUndefined();
  });

  it('a warm-up is ten minutes with half a minute at 90 %; where the file begins with the effort, nobody knows', () => {
    const warmUp = (startS: number, hardS: number) =>
      one(
        {
          expectedFtpW: 200,
          recording: {
            ...ridden((second) => (second < hardS ? 180 : 120)),
            effort: { startS, endS: startS + 1 },
          },
        },
        'warmUp',
      )?.verdict;
    expect([warmUp(600, 30), warmUp(599, 30), warmUp(600, 29), warmUp(59, 0)]).toEqual([
      'held',
      'doubtful',
      'doubtful',
      'unknown',
    ]);
    // Three quarters of a minute a little over it, scattering: single seconds lie under it.
    const scattering = ridden((second) => (second < 45 ? 196 + 40 * ((second % 2) - 0.5) : 120));
    const effort = { startS: 902, endS: 903 };
    const said = one({ expectedFtpW: 200, recording: { ...scattering, effort } }, 'warmUp');
    expect([said?.verdict, said?.figure]).toEqual(['held', '15:02, best 30 s at 98 %']);
  });

  it('over 8 °C apart is said, with the test of the same season last year beside it; the first of its kind, too', () => {
    const setup = (celsius: number) => ({ ...EMPTY_SETUP, celsius });
    const before = [
      earlier(255, { setup: setup(12) }),
      earlier(268, { date: '2025-11-20' }),
      earlier(240, { date: '2025-06-20' }),
    ];
    expect(one({ setup: setup(20), earlier: before }, 'temperature')?.verdict).toBe('held');
    expect(one({ setup: setup(21), earlier: before }, 'temperature')).toMatchObject({
      verdict: 'doubtful',
      says: expect.stringContaining('The same season last year: 268 W, −2.2 %.'),
    });
    expect(one({ setup: setup(21), earlier: [earlier(255)] }, 'temperature')).toBeUndefined();
    expect(one({ earlier: [earlier(255, { protocolId: 'ramp' })] }, 'firstTime')?.says).toContain(
      'settle at the second',
    );
    expect(one({ earlier: before }, 'firstTime')).toBeUndefined();
  });

  it('without a recording, nothing is said about what only one could tell', () => {
    const ids = checkTest(
      evidence({ protocol: ramp, expectedFtpW: 255, earlier: [earlier(255)] }),
    ).map(({ id }) => id);
    expect(ids).toEqual(['expected', 'sameSource', 'firstTime', 'agreement', 'change']);
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
    [254, {}, 'within the noise ('],
    [259, {}, 'No change that can be told'],
    [254, { protocolId: 'ramp' }, 'No change that can be told'],
    [247, { powerSource: 'hub' }, 'within the noise ('],
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
          const { stageW, secondsIntoStage, minuteW } = expectedRampEnd(ftpW, {
            startW,
            stepW,
          }).value;
          expect((stageW - startW) % stepW).toBe(0);
          expect(secondsIntoStage).toBeGreaterThanOrEqual(0);
          expect(secondsIntoStage).toBeLessThanOrEqual(60 + 1e-6);
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

  it('248 W on the laboratory’s ramp: 32 s into 340 W', () => {
    expect(expectedRampEnd(248, LABORATORY_RAMP).value).toMatchObject({
      stageW: 340,
      rampSeconds: 12 * 60 + 32,
    });
  });
});

describe('the shape of a ramp', () => {
  it('is the handbook’s for its three riders', () => {
    const shape = (ftpW: number) => rampFor(ftpW).value;
    expect([shape(248), shape(120), shape(380)]).toEqual([
      { startW: 140, stepW: 15 },
      { startW: 40, stepW: 10 },
      { startW: 180, stepW: 25 },
    ]);
  });

  it('lasts 11 to 16 min for whoever is strong enough to start above the least, in whole fives and tens', () => {
    fc.assert(
      fc.property(fc.integer({ min: 130, max: 440 }), (ftpW) => {
        const { startW, stepW } = rampFor(ftpW).value;
        const { rampSeconds } = expectedRampEnd(ftpW, { startW, stepW }).value;
        expect([startW % 10, stepW % 5, startW >= 40, stepW >= 5 && stepW <= 30]).toEqual([
          0,
          0,
          true,
          true,
        ]);
        expect(rampSeconds).toBeGreaterThanOrEqual(11 * 60);
        expect(rampSeconds).toBeLessThanOrEqual(16 * 60);
      }),
    );
  });

  it('of the last ramp comes first, until that would take under 8 or over 18 min', () => {
    expect(proposeRamp(248, null)).toEqual({
      shape: { startW: 140, stepW: 15 },
      from: 'made',
      instead: null,
    });
    expect(proposeRamp(248, LABORATORY_RAMP)).toEqual({
      shape: LABORATORY_RAMP,
      from: 'last',
      instead: null,
    });
    const short = proposeRamp(150, LABORATORY_RAMP);
    expect(short).toMatchObject({
      shape: LABORATORY_RAMP,
      from: 'last',
      instead: { shape: rampFor(150).value },
    });
    expect(short.instead?.says).toContain('under 8 min');
    expect(proposeRamp(400, LABORATORY_RAMP).instead?.says).toContain('over 18 min');
    // 100 W + 20 W: 8 min is M = 240 W, FTP 180; 18 min is M = 440 W, FTP 330.
    expect([179, 180, 330, 331].map((ftpW) => unfitting(ftpW, LABORATORY_RAMP) === null)).toEqual([
      false,
      true,
      true,
      false,
    ]);
  });
});
