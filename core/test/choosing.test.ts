import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  CHECKLIST,
  checklistFor,
  EMPTY_SETUP,
  GOAL_RIDINGS,
  pickProtocol,
  type Setup,
  setupDifferences,
  setupSchema,
  TELLS,
  testDetailsSchema,
} from '@uphill/core/testing';
import { numbersOnDay } from '@uphill/core/rider';
import { standInFor, truthsOf } from '@uphill/core/simulation';

describe('the chooser', () => {
  const anyWish = fc.record({
    hasPower: fc.boolean(),
    pacesWell: fc.boolean(),
    tells: fc.constantFrom(...TELLS),
    goal: fc.constantFrom(undefined, ...GOAL_RIDINGS),
  });

  it('picks something the rider can ride, with a reason for each answer, and never itself as another', () => {
    fc.assert(
      fc.property(anyWish, (wish) => {
        const { protocol, because, others } = pickProtocol(wish);
        if (!wish.hasPower) expect(protocol.id).toBe('heart-rate-twenty');
        else expect(protocol.suits.power).not.toBe('not needed');
        if (wish.hasPower && !wish.pacesWell && wish.tells === 'ftp')
          expect(protocol.suits.pacing).toBe(false);
        expect(because.length).toBeGreaterThanOrEqual(1);
        expect(because.every((sentence) => /^[A-Z].*\.$/.test(sentence))).toBe(true);
        expect(others.map(({ id }) => id)).not.toContain(protocol.id);
      }),
    );
  });

  it('follows the school of the coach where two are, and says so', () => {
    const other = { ramp: 'lastStage', paced: 'straight' } as const;
    const picked = (pacesWell: boolean, tells: (typeof TELLS)[number]) =>
      pickProtocol({ hasPower: true, pacesWell, tells }, other);
    expect(picked(false, 'ftp').protocol.id).toBe('full-stage-ramp');
    expect(picked(true, 'ftp').protocol.id).toBe('thirty-minute');
    expect(picked(true, 'ftp').because.join(' ')).toContain('By your school');
    expect(picked(true, 'ftp').others.map(({ id }) => id)).toContain('twenty-minute');
    for (const tells of TELLS.filter((each) => each !== 'ftp'))
      expect(picked(true, tells)).toEqual(pickProtocol({ hasPower: true, pacesWell: true, tells }));
  });

  it('on/off where the goal surges and the rider has been tested before; evenly where it is even', () => {
    const picked = (pacesWell: boolean, goal: (typeof GOAL_RIDINGS)[number]) =>
      pickProtocol({ hasPower: true, pacesWell, tells: 'ftp', goal });
    expect(picked(true, 'surges').protocol.id).toBe('on-off-twenty');
    expect(picked(true, 'surges').because.join(' ')).toContain('as it is raced');
    expect(picked(true, 'surges').others.map(({ id }) => id)).toContain('twenty-minute');
    expect(picked(false, 'surges').protocol.id).toBe('ramp');
    expect(picked(true, 'even').protocol.id).toBe('twenty-minute');
    expect(picked(true, 'even').because.join(' ')).toContain('ridden evenly, and so is this');
    // Only FTP is asked for in two ways.
    for (const tells of TELLS.filter((each) => each !== 'ftp'))
      expect(pickProtocol({ hasPower: true, pacesWell: true, tells, goal: 'surges' })).toEqual(
        pickProtocol({ hasPower: true, pacesWell: true, tells }),
      );
  });

  it('by default the ramp; the twenty minutes once paced efforts are familiar', () => {
    expect(pickProtocol({ hasPower: true, pacesWell: false, tells: 'ftp' }).protocol.id).toBe(
      'ramp',
    );
    expect(pickProtocol({ hasPower: true, pacesWell: true, tells: 'ftp' }).protocol.id).toBe(
      'twenty-minute',
    );
    expect(
      pickProtocol({ hasPower: false, pacesWell: true, tells: 'thresholds' }).because.join(' '),
    ).toContain('cannot tell both lactate thresholds');
  });
});

describe('the preparation', () => {
  const anySetup: fc.Arbitrary<Setup> = fc.record({
    place: fc.constantFrom('trainer' as const, 'road' as const),
    position: fc.constantFrom('road' as const, 'timeTrial' as const, 'other' as const),
    bike: fc.constantFrom('', 'blue one', 'Blue one', 'old frame'),
    trainer: fc.constantFrom('', 'club trainer'),
    tyreBar: fc.option(fc.integer({ min: 2, max: 8 })),
    answers: fc.dictionary(fc.constantFrom(...CHECKLIST.map(({ id }) => id)), fc.boolean()),
  });

  it('differs from itself in nothing, and from another in as many things both ways round where the place is the same', () => {
    fc.assert(
      fc.property(anySetup, anySetup, (one, other) => {
        expect(setupDifferences(one, one)).toEqual([]);
        const there = { ...other, place: one.place };
        expect(setupDifferences(one, there)).toHaveLength(setupDifferences(there, one).length);
        expect(setupSchema.safeParse(one).success).toBe(true);
      }),
    );
  });

  it('names what changed, and what nobody noted is no difference', () => {
    const before: Setup = { ...EMPTY_SETUP, bike: 'Blue one', tyreBar: 6, answers: { fed: true } };
    const now: Setup = {
      ...before,
      place: 'road',
      bike: 'old frame',
      tyreBar: null,
      answers: { fed: false },
    };
    expect(setupDifferences(now, before)).toEqual([
      'on the road, before on the trainer',
      'bike old frame, before Blue one',
      '"Carbohydrate eaten, no extra caffeine": no, before yes',
    ]);
  });

  it('asks of fan and calibration indoors, of road and heat outdoors', () => {
    const ids = (place: Setup['place']) => checklistFor(place).map(({ id }) => id);
    expect(ids('trainer')).toEqual(expect.arrayContaining(['fan', 'calibratedWarm']));
    expect(ids('road')).toEqual(expect.arrayContaining(['clearRoad', 'cool']));
    expect([...ids('trainer')].some((id) => id === 'clearRoad' || id === 'cool')).toBe(false);
  });
});

describe('what a test yields, as sent', () => {
  const FOUR = {
    kind: 'fourEfforts',
    threeW: 330,
    sixW: 300,
    tenW: 285,
    sprintPeakW: 900,
    sprintPeakS: 7,
    seated: true,
  };
  it.each([
    ['watts as letters', { ...FOUR, threeW: '330' }, 'The 3:00 is a number of watts.'],
    ['a peak of a motorbike', { ...FOUR, sprintPeakW: 4000 }, 'over 2,500 W'],
    ['a field nobody knows', { ...FOUR, power: 3 }, 'Unrecognized key'],
    ['a heart of a bird', { kind: 'heartRate', meanBpm: 400, distanceKm: null }, 'strap fault'],
    ['a mean under 30 W', { kind: 'oneAndFive', oneW: 400, fiveW: 12 }, 'under 30 W'],
  ])('%s is refused by name', (_, details, says) => {
    const read = testDetailsSchema.safeParse(details);
    expect(read.success).toBe(false);
    expect(read.error?.issues[0]?.message).toContain(says);
  });
});

describe('a rider on a day, and the stand-in for them', () => {
  const HISTORY = {
    name: 'Ines Okafor',
    powerSource: 'crank',
    ftp: [
      { countsFrom: '2026-03-01', usedW: 240 },
      { countsFrom: '2026-09-01', usedW: 255 },
    ],
    bodyMass: [{ date: '2026-05-01', kg: 61 }],
    heartRates: [
      { date: '2026-05-01', kind: 'resting', bpm: 48 },
      { date: '2026-05-01', kind: 'maximal', bpm: 188 },
    ],
  };

  it('each figure is the one in use then; what was never measured is null', () => {
    expect(numbersOnDay(HISTORY, '2026-08-31')).toMatchObject({
      firstName: 'Ines',
      ftpW: 240,
      massKg: 61,
      restingBpm: 48,
      thresholdBpm: null,
      hasPower: true,
    });
    expect(numbersOnDay(HISTORY, '2026-09-01').ftpW).toBe(255);
    expect(numbersOnDay({ ...HISTORY, ftp: [], powerSource: 'none' }, '2026-09-01')).toMatchObject({
      ftpW: null,
      hasPower: false,
    });
  });

  it('lies near the figures it is made from, for any seed', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 1e6 }),
        fc.integer({ min: 120, max: 400 }),
        (seed, ftpW) => {
          const rider = standInFor({ ...numbersOnDay(HISTORY, '2026-09-01'), ftpW }, seed);
          expect(Math.abs(truthsOf(rider).ftpW / ftpW - 1)).toBeLessThan(0.1);
          expect([rider.restingBpm, rider.maximalBpm]).toEqual([48, 188]);
          expect(standInFor({ ...numbersOnDay(HISTORY, '2026-09-01'), ftpW }, seed)).toEqual(rider);
        },
      ),
    );
  });
});
