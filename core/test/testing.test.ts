import { describe, expect, it } from 'vitest';
import {
  checkTest,
  findRamp,
  findSteadyEffort,
  ftpFromReading,
  ftpRefusal,
  LABORATORY_RAMP,
  protocolOf,
  rampFor,
  type RampShape,
  readRampMinute,
  readRampStage,
  readSteady,
  whichRamp,
} from '@uphill/core/testing';
import { parseCsvRecording, writeCsvRecording } from '@uphill/core/formats';
import { preparePower } from '@uphill/core/power';
import { ridden, RIDER } from './support.ts';

const STANDARD = { startW: 100, stepW: 20 };

function staircase(stages: number, part: number, warmUpS: number): Float64Array {
  const watts = [...new Array<number>(warmUpS).fill(80)];
  for (let stage = 0; stage < stages; stage += 1)
    watts.push(...new Array<number>(60).fill(100 + 20 * stage));
  watts.push(
    ...new Array<number>(part).fill(100 + 20 * stages),
    ...new Array<number>(300).fill(60),
  );
  return Float64Array.from(watts);
}

describe('a ramp off a recording', () => {
  it('is found to the second, and both readings come off it', () => {
    const watts = staircase(13, 25, 600);
    const found = findRamp(watts, STANDARD);
    expect(found).toEqual({ ok: true, value: { startS: 600, endS: 600 + 13 * 60 + 25 } });
    if (!found.ok) return;
    const minute = readRampMinute(watts, found.value);
    // 25 s of 360 W and 35 s of 340 W.
    expect(minute.ok && minute.value.value).toBeCloseTo((25 * 360 + 35 * 340) / 60, 9);
    const stage = readRampStage(watts, found.value, STANDARD);
    expect(stage.ok && stage.value.value).toBe(340);
    expect(stage.ok && ftpFromReading(protocolOf('full-stage-ramp'), stage.value.value).value).toBe(
      289,
    );
  });

  it('a stage ridden more than 3 % off its target counts at its mean', () => {
    const watts = staircase(13, 0, 600).map((value) => (value === 340 ? 320 : value));
    const stage = readRampStage(watts, { startS: 600, endS: 600 + 13 * 60 }, STANDARD);
    expect(stage.ok && stage.value.value).toBe(320);
  });

  it('simulated ramps are found within five seconds of where they were ridden', () => {
    for (let seed = 1; seed <= 12; seed += 1) {
      const found = findRamp(ridden('ramp', seed).watts, STANDARD);
      expect(found.ok && Math.abs(found.value.startS - 900)).toBeLessThanOrEqual(5);
    }
  });

  it('is told by its shape: made for whatever rider, as one before, or the laboratory’s', () => {
    const told = (shape: RampShape, before: RampShape[] = []) =>
      whichRamp(ridden('ramp', 3, RIDER, { ramp: { ...shape, stageS: 60 } }).watts, before);
    for (const ftpW of [200, 232, 255, 262, 300])
      expect(told(rampFor(ftpW).value)).toEqual(rampFor(ftpW).value);
    const odd = { startW: 90, stepW: 25 };
    expect([
      told(LABORATORY_RAMP, [rampFor(255).value]),
      told(odd, [LABORATORY_RAMP, odd]),
    ]).toEqual([LABORATORY_RAMP, odd]);
  });

  it('nothing can be read off zeros, a short file, or a ride without a ramp', () => {
    expect(findRamp(new Float64Array(900), STANDARD)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('zero'),
    });
    expect(findRamp(new Float64Array(90).fill(200), STANDARD)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('at least 2:00'),
    });
    expect(findRamp(new Float64Array(850).fill(200), { startW: 200, stepW: 20 }).ok).toBe(false);
    const steady = ridden('twenty-minute', 1).watts;
    expect(whichRamp(steady, [{ startW: 50, stepW: 10 }])).toBeNull();
    expect(findRamp(steady, STANDARD)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('Check start and step'),
    });
  });
});

describe('a steady effort off a recording', () => {
  const { watts } = ridden('twenty-minute', 7);

  it('is found, and its mean lies where CP and W′ put it', () => {
    const found = findSteadyEffort(watts, 1200);
    expect(found.ok && Math.abs(found.value.startS - 1080)).toBeLessThanOrEqual(5);
    // CP fades by 5 % an hour, so 20:00 lie at CP less a third of half of that, and W′ ÷ t above it.
    if (found.ok)
      expect(
        Math.abs(readSteady(watts, found.value).value - (255 * (1 - 0.05 / 6) + 17_000 / 1200)),
      ).toBeLessThan(3);
  });

  it('a recording shorter than the effort says so', () => {
    expect(findSteadyEffort(watts.subarray(0, 850), 1200)).toMatchObject({
      ok: false,
      reason: expect.stringContaining('14:10 long, shorter than the 20:00'),
    });
  });
});

describe('believing a test', () => {
  const twenty = protocolOf('twenty-minute');
  const base = {
    protocol: twenty,
    date: '2026-11-04',
    ftpW: 262,
    expectedFtpW: 255,
    powerSource: 'crank',
    maximalBpm: 188,
    earlier: [],
  };
  const verdict = (checks: ReturnType<typeof checkTest>, id: string) =>
    checks.find((check) => check.id === id);

  it.each([
    [0.12, 'doubtful', 'too hard'],
    [0, 'held', 'Evenly'],
    [-0.12, 'doubtful', 'Held back'],
  ])('a start %d too hard is %s', (pacingError, expected, says) => {
    const { watts } = ridden('twenty-minute', 3, { ...RIDER, pacingError });
    const pacingCheck = verdict(
      checkTest({
        ...base,
        recording: { watts, bpm: null, rpm: null, effort: { startS: 1080, endS: 2280 } },
      }),
      'pacing',
    );
    expect([pacingCheck?.verdict, pacingCheck?.says]).toEqual([
      expected,
      expect.stringContaining(says),
    ]);
  });

  it('compares with earlier tests: agreement, noise by protocol and source, and the extraordinary', () => {
    const earlier = (ftpW: number, over: object = {}) =>
      checkTest({
        ...base,
        earlier: [
          { protocolId: 'twenty-minute', date: '2026-10-01', ftpW, powerSource: 'crank', ...over },
        ],
      });
    expect(verdict(earlier(255), 'agreement')?.verdict).toBe('held');
    expect(verdict(earlier(240), 'agreement')?.verdict).toBe('doubtful');
    expect(verdict(earlier(255), 'change')?.figure).toBe('+2.7 %');
    expect(verdict(earlier(255), 'change')?.limit).toBe('noise 5.5 %');
    expect(verdict(earlier(255, { protocolId: 'ramp' }), 'change')?.limit).toBe('noise 8.3 %');
    expect(verdict(earlier(255, { powerSource: 'hub' }), 'change')?.limit).toBe('noise 11.1 %');
    expect(verdict(earlier(240), 'change')?.says).toContain('Extraordinary');
    expect(verdict(earlier(255), 'longEnoughAgo')?.verdict).toBe('doubtful');
  });

  it('a ramp ridden under 60 rpm fails, and heart rate short of 95 % is doubtful', () => {
    const second = new Array(600).fill(null);
    const checks = checkTest({
      ...base,
      protocol: protocolOf('ramp'),
      recording: {
        watts: new Float64Array(600).fill(300),
        bpm: second.map(() => 170),
        rpm: second.map((_, at) => (at > 500 ? 55 : 88)),
        effort: { startS: 0, endS: 600 },
      },
    });
    expect(verdict(checks, 'cadenceFloor')?.verdict).toBe('failed');
    expect(verdict(checks, 'heartRateReached')).toMatchObject({
      figure: '170 bpm, 90.4 %',
      verdict: 'doubtful',
    });
  });

  it('refuses FTP outside 40 to 600 W', () => {
    expect([39, 601, 250.5, NaN].map((ftpW) => ftpRefusal(ftpW) !== null)).toEqual([
      true,
      true,
      true,
      true,
    ]);
    expect([ftpRefusal(40), ftpRefusal(600)]).toEqual([null, null]);
  });
});

describe('CSV recordings', () => {
  const rows = (header: string, make: (second: number) => string, count = 120) =>
    [header, ...Array.from({ length: count }, (_, second) => make(second))].join('\n');

  it('come back as they were written', () => {
    const { seconds } = ridden('ramp', 4, RIDER, { dropsPerHour: 0 });
    const read = parseCsvRecording(writeCsvRecording(seconds, '2026-10-12T18:05:00'));
    expect(read.ok && read.value.startedAt).toBe('2026-10-12T18:05:00');
    expect(read.ok && read.value.watts).toEqual(seconds.map(({ watts }) => watts));
    expect(read.ok && read.value.bpm).toEqual(seconds.map(({ bpm }) => bpm));
    expect(read.ok && read.value.notes).toEqual([]);
  });

  it.each([
    ['semicolons and decimal commas', rows('Zeit;Leistung;Puls', (s) => `${s};201,5;140`), 201.5],
    [
      'h:mm:ss and units in the heading',
      rows(
        'Time,Power (W),Heart rate',
        (s) =>
          `0:${String(Math.floor(s / 60)).padStart(2, '0')}:${String(s % 60).padStart(2, '0')},200,140`,
      ),
      200,
    ],
    ['milliseconds', rows('timestamp,watts', (s) => `${1000 * s + 17},200`), 200],
    ['no time column', rows('power', () => '200'), 200],
    ['every other second', rows('seconds,power', (s) => `${2 * s},200`, 60), 200],
  ])('%s', (_, text, watts) => {
    const read = parseCsvRecording(text);
    expect(read.ok && read.value.watts.length).toBeGreaterThanOrEqual(119);
    expect(read.ok && new Set(read.value.watts)).toEqual(new Set([watts]));
  });

  it('gaps are named and stay gaps', () => {
    const read = parseCsvRecording(rows('seconds,power', (s) => `${s < 60 ? s : s + 30},200`));
    expect(read.ok && read.value.notes).toEqual([
      expect.stringContaining('No watts from 1:00 to 1:30'),
      'Heart rate is missing.',
    ]);
    expect(read.ok && preparePower(read.value.watts).moving.length).toBe(120);
  });

  it('senseless samples, letters and time running backwards are named, and the rest is kept', () => {
    const read = parseCsvRecording(
      rows('seconds,power', (s) => {
        if (s === 50) return '50,5000';
        if (s === 60) return '60,-20';
        if (s === 70) return '70,abc';
        if (s === 80) return '20,200';
        return `${s},200`;
      }),
    );
    expect(read.ok && read.value.notes.join(' ')).toMatch(
      /1 row held letters.*row 72, "abc".*2 samples below 0 or above 2,500 W.*In 1 row the time runs backwards/,
    );
    expect(read.ok && read.value.watts.filter((value) => value === 200)).toHaveLength(116);
  });

  it.each([
    ['', 'empty'],
    ['\u0000\u0001PK\u0003', 'not text'],
    ['time,temperature\n0,12\n1,12', 'neither a power nor a heart-rate column'],
    ['seconds,power', 'no samples'],
    [rows('seconds,power', (s) => `${s},9999`), 'no watts between 0 and 2,500'],
    [rows('seconds,power', (s) => `${s},200`, 10), 'too short'],
    [rows('seconds,power', (s) => `${s * 150},200`, 700), 'longer than 24 h'],
    [rows('time,power', () => 'noon,200'), 'times cannot be read'],
  ])('%#: refused with a sentence', (text, why) => {
    const read = parseCsvRecording(text);
    expect(read.ok ? 'read' : read.reason).toContain(why);
  });
});
