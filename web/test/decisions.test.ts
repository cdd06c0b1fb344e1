import type { Rider } from '@uphill/api';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import { problemOf } from '../src/shared/api/problemOf.ts';
import { USUAL_CHOICES } from '@uphill/api';
import { choose, massFigure, massTyped, printDistance, printMass } from '../src/shared/choices.ts';
import {
  dayOrder,
  daysBetween,
  plusDays,
  printAge,
  printDay,
  today,
  weekOf,
} from '../src/shared/dates.ts';
import { firstName, ftpOnDay, retestIn, riderOnDay } from '../src/shared/riderOnDay.ts';
import { readAcceptance } from '../src/features/tests/acceptance.ts';

const ftp = (usedW: number, countsFrom: string) => ({
  id: countsFrom,
  riderId: 'r',
  testId: null,
  measuredW: usedW,
  usedW,
  countsFrom,
  reason: '',
  version: 1,
});

const INES: Rider = {
  id: 'r',
  version: 1,
  archived: false,
  healthBefore: [],
  name: 'Ines Okafor',
  birthYear: 1994,
  sex: null,
  powerSource: 'crank',
  masters: false,
  goals: [],
  availability: null,
  fixtures: [],
  demo: false,
  unmarked: [],
  timeZone: null,
  trainsSince: null,
  hardDays: null,
  ceilingSchool: null,
  gutGramsPerHour: null,
  address: '',
  bikes: [],
  notes: '',
  bodyMass: [
    { id: 'a', date: '2026-06-01', kg: 62, version: 1 },
    { id: 'b', date: '2026-11-01', kg: 61, version: 1 },
  ],
  heartRates: [
    { id: 'c', date: '2026-06-01', kind: 'maximal', bpm: 186, version: 1 },
    { id: 'd', date: '2026-06-01', kind: 'threshold', bpm: 166, version: 1 },
    { id: 'e', date: '2026-10-01', kind: 'maximal', bpm: 188, version: 1 },
  ],
  ftp: [ftp(255, '2026-09-01'), ftp(262, '2026-11-26')],
  lastTest: '2026-10-12',
  schemeId: null,
  retestWeeks: 6,
  verdictsShown: 'verdicts',
  toRead: 0,
  lastVerdict: null,
  hideMass: null,
  sessionShown: 'dayBefore',
  health: null,
  lactate: [],
};

beforeEach(() => {
  vi.useFakeTimers();
  vi.setSystemTime(new Date(2026, 10, 24, 9, 30));
});
afterEach(() => vi.useRealTimers());

describe('days', () => {
  it('are printed as a coach says them, with the year where it is another one', () => {
    expect([printDay('2026-11-24'), printDay('2027-01-02')]).toEqual([
      'Tue 24 Nov',
      'Sat 2 Jan 2027',
    ]);
    expect(
      ['2026-11-24', '2026-11-23', '2026-11-25', '2026-11-05', '2026-12-01'].map(printAge),
    ).toEqual(['today', 'yesterday', 'tomorrow', '19 days ago', 'in 7 days']);
  });

  it('weeks start on Monday, days are counted over the change of the clocks', () => {
    expect([weekOf('2026-11-24'), weekOf('2026-11-23'), weekOf('2026-11-29')]).toEqual([
      '2026-11-23',
      '2026-11-23',
      '2026-11-23',
    ]);
    expect(daysBetween('2026-10-24', '2026-10-26')).toBe(2);
    expect([today(), plusDays('2026-10-24', 2), plusDays('2026-12-31', 1)]).toEqual([
      '2026-11-24',
      '2026-10-26',
      '2027-01-01',
    ]);
  });
});

describe('a rider on a day', () => {
  it('has the figures in use on that day', () => {
    expect(riderOnDay(INES, '2026-11-24')).toMatchObject({
      firstName: 'Ines',
      ftpW: 255,
      massKg: 61,
      maximalBpm: 188,
      thresholdBpm: 166,
    });
    expect(riderOnDay(INES, '2026-11-26')).toMatchObject({ ftpW: 262 });
    expect(riderOnDay(INES, '2026-07-01')).toMatchObject({ massKg: 62, maximalBpm: 186 });
  });

  it('before the first FTP borrows the first; a ridden day keeps its own; without one there is none', () => {
    expect(ftpOnDay(INES, '2026-01-01')?.usedW).toBe(255);
    expect(riderOnDay(INES, '2026-12-01', null, { state: 'done', riddenFtpW: 240 }).ftpW).toBe(240);
    expect(riderOnDay(INES, '2026-12-01', null, { state: 'planned', riddenFtpW: 240 }).ftpW).toBe(
      262,
    );
    expect(riderOnDay({ ...INES, ftp: [] }, '2026-12-01').ftpW).toBeNull();
  });

  it('a retest is due six weeks after the last test', () => {
    expect([
      retestIn(INES),
      retestIn({ ...INES, lastTest: '2026-11-24' }),
      retestIn({ ...INES, lastTest: null }),
    ]).toEqual([-1, 42, null]);
    expect(firstName('Ines')).toBe('Ines');
  });
});

describe('accepting an FTP', () => {
  const fields = { usedW: '262', countsFrom: '2026-11-26', reason: '' };

  it('as measured needs no reason; another number does', () => {
    expect(readAcceptance(fields, 262)).toEqual({
      value: { usedW: 262, countsFrom: '2026-11-26', reason: '' },
      error: null,
    });
    expect(readAcceptance({ ...fields, usedW: '255' }, 262).error).toBe(
      'You use 255 W where 262 W was measured. Write down why.',
    );
    expect(
      readAcceptance({ ...fields, usedW: '255', reason: 'badly paced' }, 262).value?.usedW,
    ).toBe(255);
    expect(readAcceptance({ ...fields, usedW: '255' }, null).value?.usedW).toBe(255);
  });

  it.each([
    ['', 'FTP is a number of watts.'],
    ['lots', 'FTP is a number of watts.'],
    ['39', 'FTP is under 40 W.'],
    ['601', 'FTP is over 600 W.'],
    ['250.5', 'FTP is whole watts.'],
  ])('%j is refused', (usedW, error) => {
    expect(readAcceptance({ ...fields, usedW }, null)).toEqual({ value: null, error });
  });

  it('a day that does not exist is refused', () => {
    expect(readAcceptance({ ...fields, countsFrom: '2026-02-30' }, 262).error).toContain(
      'not a date',
    );
  });
});

describe('what went wrong', () => {
  it('the server’s own problem is passed on; no answer and a senseless one become sentences', () => {
    const problem = {
      type: 'about:blank',
      title: 'Cannot be used',
      status: 422,
      detail: 'The file is empty.',
    };
    expect(problemOf({ status: 422, data: problem })).toBe(problem);
    expect(problemOf({ status: 'FETCH_ERROR', error: 'x' })).toMatchObject({
      status: 0,
      detail: expect.stringContaining('stays on this device'),
    });
    expect(
      problemOf({ status: 'PARSING_ERROR', data: '<html>', error: 'x', originalStatus: 502 }),
    ).toMatchObject({ status: 500 });
    expect(problemOf(undefined)).toMatchObject({ status: 500 });
  });
});

describe('the way a coach writes', () => {
  afterEach(() => choose(USUAL_CHOICES));

  it('is kept to in dates, weeks, masses and distances; pounds that were typed come back', () => {
    expect([printDay('2027-12-05'), dayOrder(), weekOf('2026-11-25'), printMass(61.4)]).toEqual([
      'Sun 5 Dec 2027',
      'day first',
      '2026-11-23',
      '61.4 kg',
    ]);
    choose({
      ...{ ...USUAL_CHOICES, dates: 'monthFirst', weekStart: 'sunday' },
      ...{ mass: 'lb', distance: 'miles' },
    });
    expect([printDay('2027-12-05'), dayOrder(), weekOf('2026-11-25')]).toEqual([
      'Sun Dec 5 2027',
      'month first',
      '2026-11-22',
    ]);
    expect(printDistance(160.93)).toBe('100 miles');
    for (let tenths = 600; tenths < 5000; tenths += 7) {
      const kg = massTyped(String(tenths / 10));
      expect(massFigure(kg as number)).toBe(String(tenths / 10));
    }
    expect(massTyped('about 60')).toBe('letters');
  });
});
