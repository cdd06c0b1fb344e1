import fc from 'fast-check';
import { expect, it } from 'vitest';
import { bandOf, bandsFor, FIVE_BY_THRESHOLD_HR, SEVEN_STEPS, valueOn } from '@uphill/core';

it('every whole watt lies in exactly one band, for every FTP and scheme', () => {
  for (const scheme of [SEVEN_STEPS, FIVE_BY_THRESHOLD_HR]) {
    for (let anchor = 40; anchor <= 600; anchor += 1) {
      const bands = bandsFor(scheme, anchor);
      for (let value = 0; value <= 2 * anchor; value += 1) {
        const holding = bands.filter(({ low, high }) => value >= low && (high === null || value <= high));
        if (holding.length !== 1 || bandOf(bands, value) !== holding[0]) expect.fail(`${scheme.id} ${anchor}: ${value} lies in ${holding.length} bands`);
      }
    }
  }
});

it('a limit belongs to the band below, and seconds are classified by rounded watts', () => {
  const bands = bandsFor(SEVEN_STEPS, 200);
  expect([110, 110.4, 110.5, 111].map((watts) => bandOf(bands, watts).rule.number)).toEqual([1, 1, 2, 2]);
});

it('the value in use on a day is the latest that counts from it or before; days before the first borrow it', () => {
  const days = fc.integer({ min: 1, max: 28 }).map((day) => `2026-10-${String(day).padStart(2, '0')}`);
  fc.assert(
    fc.property(fc.array(fc.record({ from: days, value: fc.integer() }), { minLength: 1 }), days, (history, day) => {
      const found = valueOn(history, day);
      const past = history.filter(({ from }) => from <= day);
      expect(found?.borrowed).toBe(past.length === 0);
      const newest = (past.length > 0 ? past : history)
        .map(({ from }) => from)
        .sort()
        .at(past.length > 0 ? -1 : 0);
      expect(found?.from).toBe(newest);
      expect(found?.value).toBe(history.findLast(({ from }) => from === newest)?.value);
    }),
  );
  expect(valueOn([], '2026-10-01')).toBeNull();
});
