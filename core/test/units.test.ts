import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Effort,
  parseCadence,
  parseDuration,
  parseEffort,
  parseTarget,
  percentOf,
  printDuration,
  printEffort,
  printTarget,
  roundHalfUp,
} from '@uphill/core/units';

describe('durations', () => {
  it.each([
    ['8:00', 480],
    ['8', 480],
    ['90s', 90],
    ['90 s', 90],
    ['1h30', 5400],
    ['1 h 30', 5400],
    ['1:15:00', 4500],
    ['2.5 min', 150],
    ['0:45', 45],
    ['1h', 3600],
    ['2 h 30 min', 9000],
    ['24h', 86_400],
  ])('%s is %i s', (typed, seconds) => {
    expect(parseDuration(typed)).toEqual({ ok: true, value: seconds });
  });

  it.each([
    ['', 'missing'],
    ['0', 'at least 1 s'],
    ['0:00', 'at least 1 s'],
    ['30 h', 'more than a day'],
    ['8:75', 'not a time'],
    ['-5', 'not a time'],
    ['soon', 'not a time'],
    ['9'.repeat(5000), 'not a time'],
  ])('%s is refused and says why', (typed, why) => {
    const read = parseDuration(typed);
    expect(read.ok ? '' : read.reason).toContain(why);
  });

  it('read back what they print', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 86_400 }), (seconds) => {
        expect(parseDuration(printDuration(seconds))).toEqual({ ok: true, value: seconds });
      }),
    );
  });
});

describe('targets', () => {
  it.each<[string, Effort]>([
    ['98-102%', { kind: 'percent', low: 98, high: 102 }],
    ['98–102 % FTP', { kind: 'percent', low: 98, high: 102 }],
    ['95', { kind: 'percent', low: 95, high: 95 }],
    ['260W', { kind: 'watts', low: 260, high: 260 }],
    ['260', { kind: 'watts', low: 260, high: 260 }],
    ['z4', { kind: 'zone', zone: 4 }],
    ['Zone 2', { kind: 'zone', zone: 2 }],
    ['rpe 9', { kind: 'rpe', low: 9, high: 9 }],
    ['under 166 bpm', { kind: 'heartRate', low: null, high: 166 }],
    ['sweet spot', { kind: 'percent', low: 88, high: 94 }],
    ['easy', { kind: 'easy' }],
    ['max', { kind: 'max' }],
  ])('%s', (typed, effort) => {
    expect(parseEffort(typed)).toEqual({ ok: true, value: effort });
  });

  it.each([
    ['102-98%', 'Swap them?'],
    ['0 %', 'between 1 and 400'],
    ['900%', 'between 1 and 400'],
    ['150', '150 W or 150 %'],
    ['z9', 'no zone 9'],
    ['hard-ish', 'not a target'],
    ['', 'missing'],
    ['<script>', 'not a target'],
    ['50 → 900 %', 'between 1 and 400'],
  ])('%s is refused and says why', (typed, why) => {
    const read = parseTarget(typed);
    expect(read.ok ? '' : read.reason).toContain(why);
  });

  it('a rising target takes its unit from the end', () => {
    const rising = {
      kind: 'changing',
      from: { kind: 'percent', low: 50, high: 50 },
      to: { kind: 'percent', low: 90, high: 90 },
    };
    for (const typed of ['50 → 90 %', '50->90%', 'rising 50 to 90 %', 'building from 50 to 90%'])
      expect(parseTarget(typed)).toEqual({ ok: true, value: rising });
  });

  const range = (low: number, high: number) =>
    fc
      .tuple(fc.integer({ min: low, max: high }), fc.integer({ min: low, max: high }))
      .map(([a, b]) => ({ low: Math.min(a, b), high: Math.max(a, b) }));
  const effort: fc.Arbitrary<Effort> = fc.oneof(
    range(1, 400).map((span) => ({ kind: 'percent' as const, ...span })),
    range(1, 2500).map((span) => ({ kind: 'watts' as const, ...span })),
    range(1, 10).map((span) => ({ kind: 'rpe' as const, ...span })),
    range(40, 230).map((span) => ({ kind: 'heartRate' as const, ...span })),
    fc.integer({ min: 1, max: 7 }).map((zone) => ({ kind: 'zone' as const, zone })),
    fc.constantFrom<Effort>({ kind: 'easy' }, { kind: 'max' }),
  );

  it('read back what they print, steady and changing', () => {
    fc.assert(
      fc.property(effort, effort, (from, to) => {
        expect(parseEffort(printEffort(from))).toEqual({ ok: true, value: from });
        const target = { kind: 'changing' as const, from, to };
        expect(parseTarget(printTarget(target))).toEqual({ ok: true, value: target });
      }),
    );
  });
});

describe('rounding and cadence', () => {
  it('goes half up, and a percentage is taken in whole numbers', () => {
    expect([roundHalfUp(259.5), roundHalfUp(-0.5), percentOf(75, 346), percentOf(55, 190)]).toEqual(
      [260, 0, 260, 105],
    );
  });

  it('reads ranges of cadence and refuses nonsense', () => {
    expect(parseCadence('85-95')).toEqual({ ok: true, value: { low: 85, high: 95 } });
    expect(parseCadence('free')).toEqual({ ok: true, value: null });
    for (const typed of ['5', '95-85', 'fast', '300']) expect(parseCadence(typed).ok).toBe(false);
  });
});
