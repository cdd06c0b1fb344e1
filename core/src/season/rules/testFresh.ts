import type { DayReckoned, Reckoned, WeekReckoned } from '../reckoned.ts';
import { loadWeeksTo, mostLoadWeeks } from './easyWeek.ts';
import { daysOf, isOver, nameOfDay, type Rule } from './rule.ts';

function whyNot(season: Reckoned, week: WeekReckoned, { at }: DayReckoned): string | null {
  const [before, earlier] = [season.days[at - 1], season.days[at - 2]];
  if (before && before.word !== 'rest' && before.word !== 'easy')
    return `the test on ${nameOfDay(at)} comes after a ${before.word} ${nameOfDay(at - 1 + 7)}`;
  if (earlier?.word === 'hard')
    return `the test on ${nameOfDay(at)} comes two days after a hard ${nameOfDay(at - 2 + 7)}`;
  return loadWeeksTo(season, week) >= mostLoadWeeks(season)
    ? `the test on ${nameOfDay(at)} ends the load weeks without an easy one before it`
    : null;
}

/** A test on fresh legs: rest or easy the day before, nothing hard the day before that, not at the end of load weeks. */
export const testFresh: Rule = {
  id: 'test-fresh',
  name: 'Test on fresh legs',
  says: 'a test falls on tired legs',
  reason: 'A test on tired legs measures how tired they are.',
  holds: (season, week) =>
    daysOf(season, week).some((day) => day.works.some(({ kind }) => kind === 'test'))
      ? 'the test on fresh legs'
      : null,
  broken: (season, week) =>
    daysOf(season, week).flatMap((day) => {
      const tests = day.works.filter(({ kind, ridden }) => kind === 'test' && ridden === null);
      const figure = tests.length === 0 || isOver(season, day) ? null : whyNot(season, week, day);
      return figure === null
        ? []
        : [{ date: day.day.date, figure, works: tests.map(({ id }) => id) }];
    }),
};
