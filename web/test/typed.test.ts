import { numberTyped } from '@uphill/core/units';
import { protocolOf, PROTOCOLS, resultOf } from '@uphill/core/testing';
import { type Scheme, SCHEMES } from '@uphill/core/zones';
import type { CurveBest } from '@uphill/api';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { measuredFromTyped, typedFields } from '../src/features/tests/typed.ts';
import { curveLines } from '../src/charts/curveLines.ts';
import { anchorText } from '../src/features/zones/print/cardFor.ts';
import { fromTyped, toTyped } from '../src/features/zones/schemes/typedScheme.ts';

describe('a number as people type it', () => {
  it('comes back from a point and from a comma, and is told from letters and from nothing', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -9999, max: 9999 }),
        fc.constantFrom('.', ','),
        fc.boolean(),
        (tenths, sign, spaced) => {
          const text = String(tenths / 10).replace('.', sign);
          expect(numberTyped(spaced ? ` ${text} ` : text)).toBe(tenths / 10);
        },
      ),
    );
    expect([numberTyped(''), numberTyped('  ')]).toEqual([null, null]);
    for (const text of [
      '12a',
      '1,2,3',
      '1 2',
      '٣',
      '1e3',
      '--1',
      '0x10',
      '∞',
      'NaN',
      '5:00',
      '1.500,0',
    ])
      expect(numberTyped(text)).toBe('letters');
  });
});

describe('readings typed in', () => {
  const READINGS: Record<string, string> = {
    ...{
      reading: '262',
      meanBpm: '166',
      meanW: '254',
      surgeW: '291',
      onS: '30',
      threeW: '330',
      sixW: '300',
      tenW: '285',
      sprintPeakW: '905',
      sprintPeakS: '7',
    },
    ...{ oneW: '420', fiveW: '310', peakW: '365', peakBpm: '187', distanceKm: '11,4' },
  };
  const byHand = PROTOCOLS.filter(({ reading }) => reading.kind !== 'lactate').map(({ id }) => id);

  it.each(byHand)(
    '%s: sound readings give a result, a missing or lettered one is named by its field',
    (id) => {
      const protocol = protocolOf(id);
      const measured = measuredFromTyped(protocol, READINGS);
      if (!measured.ok) throw new Error(measured.reason);
      expect(resultOf(protocol, measured.value).ok).toBe(true);
      for (const { id: field, label, optional } of typedFields(protocol)) {
        expect(measuredFromTyped(protocol, { ...READINGS, [field]: 'about 300' })).toMatchObject({
          ok: false,
          field,
          reason: `${label}: "about 300" is not a number.`,
        });
        const without = measuredFromTyped(protocol, { ...READINGS, [field]: '' });
        if (optional) expect(without.ok).toBe(true);
        else expect(without).toMatchObject({ ok: false, field, reason: `${label} is missing.` });
      }
    },
  );

  it('a figure no rider has is refused with its field', () => {
    expect(measuredFromTyped(protocolOf('ramp'), { reading: '29' })).toMatchObject({
      ok: false,
      field: 'reading',
    });
    expect(measuredFromTyped(protocolOf('ramp'), { reading: '300', meanBpm: '260' })).toMatchObject(
      { ok: false, field: 'meanBpm' },
    );
    expect(
      measuredFromTyped(protocolOf('four-efforts'), { ...READINGS, tenW: '9000' }),
    ).toMatchObject({ ok: false, field: 'tenW' });
  });

  it('how the sprint was ridden is kept as noted, and as not noted', () => {
    const seated = (noted?: string) => {
      const read = measuredFromTyped(protocolOf('four-efforts'), {
        ...READINGS,
        ...(noted === undefined ? {} : { seated: noted }),
      });
      return read.ok && read.value.details?.kind === 'fourEfforts'
        ? read.value.details.seated
        : 'no reading';
    };
    expect([
      seated('seated'),
      seated('standing'),
      seated(''),
      seated(),
      seated('hovering'),
    ]).toEqual([true, false, null, null, null]);
  });
});

describe('a scheme of the coach’s own, typed', () => {
  const anyScheme = fc.record({
    name: fc.string({ maxLength: 40 }),
    anchor: fc.constantFrom('ftp' as const, 'thresholdHr' as const, 'maximalHr' as const),
    overlaps: fc.boolean(),
    bands: fc.array(
      fc.record({
        name: fc.string({ maxLength: 20 }),
        fromPercent: fc.option(fc.integer({ min: 0, max: 3000 }).map((tenths) => tenths / 10)),
        toPercent: fc.option(fc.integer({ min: 0, max: 3000 }).map((tenths) => tenths / 10)),
        trains: fc.string({ maxLength: 20 }),
      }),
      { maxLength: 12 },
    ),
  });

  it('comes back as it was, whatever is in it', () => {
    fc.assert(
      fc.property(anyScheme, (scheme) => {
        expect(fromTyped(toTyped(scheme as never))).toEqual(scheme);
      }),
    );
  });

  it('a limit of letters counts as missing, and the words stay as typed', () => {
    const typed = {
      ...toTyped({ name: 'Mine', anchor: 'ftp', overlaps: false, bands: [] }),
      bands: [{ name: 'Low', from: '0', to: 'sixty', trains: '' }],
    };
    expect(fromTyped(typed).bands[0]).toEqual({
      name: 'Low',
      fromPercent: 0,
      toPercent: null,
      trains: '',
    });
    expect(typed.bands[0]?.to).toBe('sixty');
  });
});

describe('the curve as drawn', () => {
  const bests: CurveBest[] = [5, 60, 300, 1200, 3600].map((seconds, index) => ({
    seconds,
    watts: [800, 420, 310, 270, 245][index] ?? 0,
    rideId: `r${index}`,
    recordingId: `r${index}`,
    date: '2026-10-01',
    powerSource: 'crank',
  }));
  const model = { ftpW: 250, fit: { cpW: 255, wPrimeJ: 17_000 }, pair: null, pmaxW: 900 } as never;

  it('shows at each time the best held at least that long, with its recording; past the last ride only what is assumed', () => {
    for (const { seconds, best, recordingId, model: modelled, assumed } of curveLines(
      bests,
      model,
      null,
      null,
    )) {
      const held = bests.find((each) => each.seconds >= seconds);
      expect([best, recordingId]).toEqual([held?.watts ?? null, held?.recordingId ?? null]);
      expect(modelled === null || assumed === null).toBe(true);
      if (seconds > 3600) expect(assumed).toBeLessThan(250);
    }
  });

  it('a second window is its own line, and none without one', () => {
    const rows = curveLines(bests, model, bests.slice(0, 2), null);
    expect(rows.find(({ seconds }) => seconds === 60)?.over).toBe(420);
    expect(rows.find(({ seconds }) => seconds === 300)?.over).toBeNull();
    expect(
      curveLines(bests, model, null, null).every(
        ({ over, overModel }) => over === null && overModel === null,
      ),
    ).toBe(true);
  });
});

describe('what a printed card hangs on', () => {
  const named = (id: string): Scheme => {
    const scheme = SCHEMES.find((each) => each.id === id);
    if (!scheme) throw new Error(id);
    return scheme;
  };
  const FTP_ONLY = { ftp: 262, thresholdHr: null, maximalHr: null, lt1: null, lt2: null };
  it('says the figures, that they are assumed, or what is missing', () => {
    for (const scheme of SCHEMES) {
      const text = anchorText(scheme, FTP_ONLY);
      if (scheme.anchor === 'ftp') expect(text).toBe('FTP 262 W');
      else if (scheme.anchor === 'lactate') expect(text).toMatch(/assumed from FTP$|LT1|lactate/);
      else expect(text).toMatch(/heart rate/i);
    }
    expect(
      anchorText(named(SCHEMES.find(({ anchor }) => anchor === 'thresholdHr')?.id ?? ''), {
        ...FTP_ONLY,
        thresholdHr: 166,
      }),
    ).toContain('166 bpm');
  });
});
