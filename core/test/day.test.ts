import { DAY_USES, dayBounds, dayRefusal, isDay, readDay } from '@uphill/core/units';
import { addDays, format, formatISO, parseISO } from 'date-fns';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';

const TODAY = '2026-11-25';
const read = (
  text: string,
  use: (typeof DAY_USES)[number] = 'day',
  order?: 'day first' | 'month first',
) => {
  const day = readDay(text, use, TODAY, order);
  return day.ok ? day.value : day.reason;
};

describe('a day as it is typed', () => {
  it.each([
    ['5/12', '2026-12-05'],
    ['5.12.', '2026-12-05'],
    ['5 Dec', '2026-12-05'],
    ['5 december', '2026-12-05'],
    ['Dec 5', '2026-12-05'],
    ['Sat 5 Dec', '2026-12-05'],
    ['Saturday, 5 Dec 2026', '2026-12-05'],
    ['5/12/2027', '2027-12-05'],
    ['5/12/27', '2027-12-05'],
    ['2026-12-05', '2026-12-05'],
    ['today', TODAY],
    ['tomorrow', '2026-11-26'],
    ['Yesterday', '2026-11-24'],
    ['Tue', '2026-12-01'],
    ['wednesday', '2026-12-02'],
    ['10 Jan', '2027-01-10'],
    ['20 Nov', '2026-11-20'],
    ['29/2/2028', '2028-02-29'],
  ])('%s is %s', (text, day) => expect(read(text)).toBe(day));

  it('means the nearest that the field allows: the past for a test, what is ahead for a goal', () => {
    expect([read('Tue', 'past'), read('5 Dec', 'past'), read('20 Nov', 'goal')]).toEqual([
      '2026-11-24',
      '2025-12-05',
      '2027-11-20',
    ]);
    expect([read('5/12', 'day', 'month first'), read('12/5/2026', 'day', 'month first')]).toEqual([
      '2027-05-12',
      '2026-12-05',
    ]);
  });

  it.each([
    ['31 Feb', 'is not a day'],
    ['2026-02-31', 'is not a day'],
    ['31/2/2026', 'is not a day'],
    ['soon', 'is not a day'],
    ['monkey', 'is not a day'],
    ['constructor', 'is not a day'],
    ['__proto__', 'is not a day'],
    ['5/12/1950', 'is before'],
    ['1/1/1999', 'is before'],
    ['2031-01-01', 'more than three years off'],
  ])('%s is refused with the reason', (text, says) => expect(read(text)).toContain(says));

  it('printed by us, it is read back; whatever else is typed gives a day within bounds or a sentence', () => {
    fc.assert(
      fc.property(fc.integer({ min: -700, max: 1000 }), (days) => {
        const day = formatISO(addDays(parseISO(TODAY), days), { representation: 'date' });
        for (const form of ['EEE d MMM yyyy', 'd/M/yyyy', 'yyyy-MM-dd', 'd MMMM yyyy'])
          expect(read(format(parseISO(day), form))).toBe(day);
      }),
    );
    fc.assert(
      fc.property(fc.string({ maxLength: 30 }), fc.constantFrom(...DAY_USES), (text, use) => {
        const day = readDay(text, use, TODAY);
        const { from, to } = dayBounds(use, TODAY);
        if (day.ok) expect(isDay(day.value) && day.value >= from && day.value <= to).toBe(true);
        else expect(day.reason).toMatch(/\.$/);
      }),
    );
  });

  it('has bounds by what it is for', () => {
    const ends = DAY_USES.map((use) => Object.values(dayBounds(use, TODAY)));
    expect(ends).toEqual([
      ['1990-01-01', TODAY],
      ['2024-11-25', '2029-11-25'],
      ['2026-11-26', '2029-11-25'],
      ['1990-01-01', '2029-11-25'],
    ]);
    for (const [index, use] of DAY_USES.entries())
      for (const end of ends[index] as string[]) expect(dayRefusal(end, use, TODAY)).toBeNull();
    expect(dayRefusal('2026-11-26', 'past', TODAY)).toBe('Thu 26 Nov 2026 is in the future.');
  });
});
