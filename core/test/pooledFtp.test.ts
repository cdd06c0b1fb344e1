import { type FtpEstimate, narrowest, pooledFtp, type ProtocolId } from '@uphill/core/testing';
import { addDays, formatISO, parseISO } from 'date-fns';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';

const TODAY = '2026-10-14';
const daysAgo = (days: number): string =>
  formatISO(addDays(parseISO(TODAY), -days), { representation: 'date' });
let made = 0;
const estimate = (protocolId: ProtocolId, ftpW: number, more: Partial<FtpEstimate> = {}) => ({
  ...{ id: `t${(made += 1)}`, protocolId, ftpW, date: TODAY, powerSource: 'crank' },
  recordingId: null,
  ...more,
});
const pooled = (...estimates: FtpEstimate[]) => pooledFtp(estimates, TODAY, 'crank');

describe('FTP from everything', () => {
  it('one test: itself with its own error, which grows with age and with another power source', () => {
    expect(pooled(estimate('ramp', 250))).toMatchObject({ ftpW: { value: 250 }, errorW: 10 });
    // √(2² + (0.5 × 4)²) % of 250
    const old = pooled(estimate('twenty-minute', 250, { date: daysAgo(28) }));
    expect(old?.errorW).toBeCloseTo(0.02 * Math.SQRT2 * 250, 9);
    const elsewhere = pooled(estimate('twenty-minute', 250, { powerSource: 'hub' }));
    expect(elsewhere?.errorW).toBeCloseTo(0.02 * Math.SQRT2 * 250, 9);
  });

  it('two that lie further apart than their errors explain, worked by hand: the error is widened', () => {
    const both = pooled(estimate('twenty-minute', 260), estimate('ramp', 240));
    // weights 1 ÷ 5.2² and 1 ÷ 9.6²; χ² = 3.356 with one degree of freedom
    expect(both?.ftpW.value).toBeCloseTo(255.463, 3);
    expect(both?.errorW).toBeCloseTo(8.376, 3);
    expect(both?.apart).toBe(true);
    expect(both?.pulls.map(({ share }) => Math.round(share * 100)).sort()).toEqual([23, 77]);
    // 40 % apart: nearly nothing is known.
    const far = pooled(estimate('twenty-minute', 200), estimate('twenty-minute', 280));
    expect(far?.errorW).toBeGreaterThan(35);
  });

  it('leaves out what tells no FTP, is older than 180 days, to come, or the last stage of a ramp that is read', () => {
    expect(pooled(estimate('fast-ramp', 300))).toBeNull();
    expect(pooled(estimate('ramp', 250, { date: daysAgo(181) }))).toBeNull();
    expect(pooled(estimate('ramp', 250, { date: daysAgo(180) }))?.pulls).toHaveLength(1);
    expect(pooled(estimate('ramp', 250, { date: daysAgo(-1) }))).toBeNull();
    const ramp = { recordingId: 'r' };
    const read = pooled(estimate('full-stage-ramp', 270, ramp), estimate('ramp', 250, ramp));
    expect(read?.ftpW.value).toBe(250);
    expect(pooled(estimate('full-stage-ramp', 270, ramp))?.ftpW.value).toBe(270);
  });

  it('lies among the estimates, whatever their order, and one more that says the same never widens it', () => {
    const anyEstimate = fc.record({
      protocolId: fc.constantFrom<ProtocolId>('ramp', 'twenty-minute', 'on-off-thirty'),
      ftpW: fc.integer({ min: 120, max: 420 }),
      age: fc.integer({ min: 0, max: 180 }),
      powerSource: fc.constantFrom('crank', 'hub'),
    });
    fc.assert(
      fc.property(fc.array(anyEstimate, { minLength: 1, maxLength: 8 }), (list) => {
        const all = list.map(({ protocolId, ftpW, age, powerSource }) =>
          estimate(protocolId, ftpW, { date: daysAgo(age), powerSource }),
        );
        const found = pooled(...all);
        if (!found) throw new Error('Nothing was pooled.');
        const watts = list.map(({ ftpW }) => ftpW);
        expect(found.ftpW.value).toBeGreaterThanOrEqual(Math.min(...watts) - 1e-9);
        expect(found.ftpW.value).toBeLessThanOrEqual(Math.max(...watts) + 1e-9);
        expect(pooled(...[...all].reverse())?.errorW).toBeCloseTo(found.errorW, 9);
        const more = pooled(...all, estimate('five-minute', found.ftpW.value));
        expect(more?.ftpW.value).toBeCloseTo(found.ftpW.value, 9);
        expect(more?.errorW).toBeLessThanOrEqual(found.errorW + 1e-9);
        // That one is what "narrowest" foretells.
        expect(narrowest(found, ['five-minute'], [])?.errorW).toBeCloseTo(more?.errorW ?? 0, 9);
      }),
    );
  });

  it('what would narrow it most: the smallest error; of those alike the one ridden last, else the first', () => {
    const now = pooled(estimate('ramp', 250));
    if (!now) throw new Error('Nothing was pooled.');
    const all: ProtocolId[] = ['ramp', 'thirty-minute', 'twenty-minute', 'fast-ramp'];
    expect(narrowest(now, all, [])?.protocolId).toBe('thirty-minute');
    const ridden = { protocolId: 'twenty-minute', date: daysAgo(400) } as const;
    expect(narrowest(now, all, [ridden])?.protocolId).toBe('twenty-minute');
    expect(narrowest(now, ['ramp'], [ridden])?.protocolId).toBe('ramp');
    expect(narrowest(now, ['fast-ramp'], [])).toBeNull();
  });
});
