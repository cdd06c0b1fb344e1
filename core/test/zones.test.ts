import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  type Anchors,
  bandsFor,
  bandsOf,
  heartBeside,
  layOver,
  type OwnScheme,
  ownSchemeProblems,
  sameWatts,
  type Scheme,
  schemeFromOwn,
  SCHEMES,
  SEVEN_OVERLAPPING,
  SEVEN_STEPS,
  THREE_DOMAINS,
  timeInZones,
  whatMoved,
  writeZoneCsv,
  writeZoneJson,
  zoneLines,
} from '@uphill/core/zones';
import { valueOn } from '@uphill/core/rider';

/** Every figure a scheme can hang on, for an FTP. */
function anchorsOf(ftp: number): Anchors {
  return {
    ftp,
    lt1: Math.round(0.76 * ftp),
    lt2: Math.round(0.98 * ftp),
    thresholdHr: 100 + (ftp % 90),
    maximalHr: 130 + (ftp % 80),
  };
}

/** A coach's own scheme that abuts, out of the blue. */
const ownScheme = fc
  .uniqueArray(fc.integer({ min: 1, max: 250 }), { minLength: 1, maxLength: 9 })
  .map((limits) => limits.sort((a, b) => a - b))
  .map((limits): OwnScheme => ({
    name: 'Mine',
    anchor: 'ftp',
    overlaps: false,
    bands: [0, ...limits].map((from, index) => ({
      name: `Band ${index}`,
      fromPercent: from,
      toPercent: limits[index] ?? null,
      trains: '',
    })),
  }));

/** Where a whole value lies in no band or in two, in words. */
function notInOne(scheme: Scheme, anchors: Anchors): string | null {
  const bands = bandsFor(scheme, anchors);
  for (let value = 0; value <= 2.6 * (anchors.ftp ?? 0); value += 1) {
    const holding = bands.filter(
      ({ low, high }) => value >= low && (high === null || value <= high),
    );
    if (holding.length !== 1 || bandsOf(bands, value)[0] !== holding[0])
      return `${scheme.name} ${anchors.ftp ?? ''}: ${value} lies in ${holding.length} bands`;
  }
  return null;
}

describe('bands', () => {
  it('every whole watt lies in exactly one band, for every FTP from 40 to 600 and every abutting scheme', () => {
    for (let ftp = 40; ftp <= 600; ftp += 1) {
      for (const scheme of SCHEMES.filter(({ overlaps }) => !overlaps)) {
        const wrong = notInOne(scheme, anchorsOf(ftp));
        if (wrong) expect.fail(wrong);
      }
    }
  });

  it('the same holds for any scheme of the coach’s own that abuts and has no problems', () => {
    fc.assert(
      fc.property(ownScheme, fc.integer({ min: 40, max: 600 }), (own, ftp) => {
        expect(ownSchemeProblems(own, [])).toEqual([]);
        expect(notInOne(schemeFromOwn('mine', own), { ftp })).toBeNull();
      }),
    );
  });

  it('where neighbours overlap, a watt lies in one or in two that follow each other', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 600 }),
        fc.integer({ min: 0, max: 1500 }),
        (ftp, watts) => {
          const numbers = bandsOf(bandsFor(SEVEN_OVERLAPPING, { ftp }), watts).map(
            ({ rule }) => rule.number,
          );
          expect(
            numbers.length === 1 ||
              (numbers.length === 2 && (numbers[1] ?? 0) === (numbers[0] ?? 0) + 1),
          ).toBe(true);
        },
      ),
    );
  });

  it('zone times always sum to the ride, whatever was ridden and whichever scheme', () => {
    const ride = fc.array(fc.option(fc.double({ min: 0, max: 1200, noNaN: true }), { nil: null }), {
      maxLength: 400,
    });
    fc.assert(
      fc.property(
        fc.constantFrom(...SCHEMES),
        fc.integer({ min: 40, max: 600 }),
        ride,
        (scheme, ftp, watts) => {
          const { seconds, missing } = timeInZones(bandsFor(scheme, anchorsOf(ftp)), watts);
          expect(seconds.every((each) => Number.isInteger(each) && each >= 0)).toBe(true);
          expect(seconds.reduce((sum, each) => sum + each, missing)).toBe(watts.length);
        },
      ),
    );
  });

  it('time in an overlap counts half to each neighbour', () => {
    // At FTP 200, 110–116 W belong to Recovery and Endurance alike.
    expect(
      timeInZones(
        bandsFor(SEVEN_OVERLAPPING, { ftp: 200 }),
        new Array<number>(60).fill(112),
      ).seconds.slice(0, 3),
    ).toEqual([30, 30, 0]);
    expect(
      timeInZones(bandsFor(SEVEN_OVERLAPPING, { ftp: 200 }), [112, 100]).seconds.slice(0, 2),
    ).toEqual([2, 0]);
  });

  it('a limit belongs to the band below, and seconds are classified by rounded watts', () => {
    const bands = bandsFor(SEVEN_STEPS, { ftp: 200 });
    expect([110, 110.4, 110.5, 111].map((watts) => bandsOf(bands, watts)[0]?.rule.number)).toEqual([
      1, 1, 2, 2,
    ]);
  });

  it('three domains do without a lactate test, and say so; lactate five does not', () => {
    expect(layOver(THREE_DOMAINS, { ftp: 260 })).toMatchObject({
      assumed: true,
      anchors: { lt1: 195, lt2: 260 },
    });
    expect(layOver(THREE_DOMAINS, { ftp: 260, lt1: 190, lt2: 252 })).toMatchObject({
      assumed: false,
      anchors: { lt1: 190, lt2: 252 },
    });
    expect(
      SCHEMES.map((scheme) => layOver(scheme, { ftp: 260 })).filter((over) => 'missing' in over),
    ).toEqual([
      { missing: 'no lactate test' },
      { missing: 'no threshold heart rate' },
      { missing: 'no maximal heart rate' },
    ]);
  });
});

describe('a scheme of the coach’s own', () => {
  const bands = (...limits: [string, number | null, number | null][]) =>
    limits.map(([name, fromPercent, toPercent]) => ({ name, fromPercent, toPercent, trains: '' }));
  const sound: OwnScheme = {
    name: 'Tarnside four',
    anchor: 'ftp',
    overlaps: false,
    bands: bands(['Easy', 0, 70], ['Steady', 71, 90], ['Hard', 90, 105], ['Flat out', 105, null]),
  };

  it.each([
    [
      'a gap',
      { bands: bands(['Easy', 0, 70], ['Hard', 75, null]) },
      'bands.1.fromPercent',
      'gap from 70 to 75 %',
    ],
    [
      'falling limits',
      { bands: bands(['Easy', 0, 90], ['Steady', 90, 80], ['Hard', 90, null]) },
      'bands.1.toPercent',
      'Limits have to rise',
    ],
    [
      'the same name twice',
      { bands: bands(['Easy', 0, 70], [' easy', 70, null]) },
      'bands.1.name',
      'both called',
    ],
    ['a name that is taken', { name: 'seven steps' }, 'name', 'already'],
    ['no name', { name: ' ' }, 'name', 'needs a name'],
    ['a single band', { bands: bands(['Easy', 0, null]) }, 'bands', '2 to 10 bands'],
    [
      'a closed top',
      { bands: bands(['Easy', 0, 70], ['Hard', 70, 120]) },
      'bands.1.toPercent',
      'open above',
    ],
    [
      'an open middle',
      { bands: bands(['Easy', 0, null], ['Hard', 70, null]) },
      'bands.0.toPercent',
      'only the last',
    ],
    [
      'a start above nothing',
      { bands: bands(['Easy', 10, 70], ['Hard', 70, null]) },
      'bands.0.fromPercent',
      'starts at 0',
    ],
    [
      'an overlap that was not meant',
      { bands: bands(['Easy', 0, 70], ['Hard', 60, null]) },
      'bands.1.fromPercent',
      'Let the scheme overlap',
    ],
  ])('%s is named with its field', (_, over, field, says) => {
    const problems = ownSchemeProblems({ ...sound, ...over }, ['Seven steps']);
    expect(problems.find((problem) => problem.field === field)?.reason).toContain(says);
  });

  it('is sound where limits rise and meet, overlapping ones too', () => {
    expect(ownSchemeProblems(sound, ['Seven steps'])).toEqual([]);
    expect(
      ownSchemeProblems(
        {
          ...sound,
          overlaps: true,
          bands: bands(['Easy', 0, 75], ['Steady', 70, 92], ['Hard', 88, null]),
        },
        [],
      ),
    ).toEqual([]);
    // What a band is for is the coach's to say.
    expect(
      new Set(
        schemeFromOwn('x', {
          ...sound,
          bands: sound.bands.map((band) => ({ ...band, trains: ' ' })),
        }).bands.map(({ trains }) => trains),
      ),
    ).toEqual(new Set(['']));
    expect(schemeFromOwn('x', sound).bands.map(({ rpe }) => rpe)).toEqual([
      [1, 2],
      [5, 6],
      [7, 8],
      [9, 9],
    ]);
  });
});

describe('side by side', () => {
  it('watts of several schemes are cut without gaps, and each piece lies in one band of each', () => {
    const ladders = [SEVEN_STEPS, THREE_DOMAINS].map((scheme) => bandsFor(scheme, anchorsOf(262)));
    const pieces = sameWatts(ladders);
    pieces.forEach((piece, index) => {
      expect(piece.fromW).toBe(index === 0 ? 0 : (pieces[index - 1]?.toW ?? NaN) + 1);
      for (const watts of [piece.fromW, piece.toW ?? 5000])
        expect(ladders.map((bands) => bandsOf(bands, watts))).toEqual(piece.bands);
    });
    expect(pieces.at(-1)?.toW).toBeNull();
  });

  it('what moved between two FTPs, band by band', () => {
    const moved = whatMoved(
      bandsFor(SEVEN_STEPS, { ftp: 250 }),
      bandsFor(SEVEN_STEPS, { ftp: 262 }),
    );
    expect(moved.map(({ by }) => by)).toEqual([6, 9, 11, 12, 14, 18, 18]);
  });

  it('heart rate beside watts: the limits both common schemes share, nothing for efforts too short', () => {
    const bands = bandsFor(SEVEN_STEPS, { ftp: 262 });
    expect(bands.map((band) => heartBeside(SEVEN_STEPS, band, 262, 166)?.value ?? null)).toEqual([
      '≤ 133',
      '134–148',
      '149–156',
      '157–166',
      'over 166',
      null,
      null,
    ]);
  });

  it('a zone card says the same as text and as data, and a name cannot become a formula', () => {
    const card = {
      rider: '=cmd()',
      day: '2026-11-24',
      anchors: { ftp: 262, thresholdHr: 166 },
      massKg: 61,
      heartRate: true,
    };
    const own = schemeFromOwn('x', {
      name: '+own',
      anchor: 'ftp',
      overlaps: false,
      bands: [
        { name: '=1+1', fromPercent: 0, toPercent: 80, trains: '' },
        { name: 'Hard', fromPercent: 80, toPercent: null, trains: '' },
      ],
    });
    const lines = zoneLines(own, card) ?? [];
    expect(lines.map(({ low, high, highWPerKg }) => [low, high, highWPerKg])).toEqual([
      [0, 210, 3.44],
      [211, null, null],
    ]);
    expect(writeZoneCsv(own, lines)).toContain(`'=1+1`);
    expect(JSON.parse(writeZoneJson(own, lines, card))).toMatchObject({
      format: 'uphill-count-zones',
      version: 1,
      rider: '=cmd()',
      zones: lines,
    });
    expect(zoneLines(own, { ...card, heartRate: false })?.every(({ bpm }) => bpm === null)).toBe(
      true,
    );
  });
});

it('the value in use on a day is the latest that counts from it or before; days before the first borrow it', () => {
  const days = fc
    .integer({ min: 1, max: 28 })
    .map((day) => `2026-10-${String(day).padStart(2, '0')}`);
  fc.assert(
    fc.property(
      fc.array(fc.record({ from: days, value: fc.integer() }), { minLength: 1 }),
      days,
      (history, day) => {
        const found = valueOn(history, day);
        const past = history.filter(({ from }) => from <= day);
        expect(found?.borrowed).toBe(past.length === 0);
        const newest = (past.length > 0 ? past : history)
          .map(({ from }) => from)
          .sort()
          .at(past.length > 0 ? -1 : 0);
        expect(found?.from).toBe(newest);
        expect(found?.value).toBe(history.findLast(({ from }) => from === newest)?.value);
      },
    ),
  );
  expect(valueOn([], '2026-10-01')).toBeNull();
});
