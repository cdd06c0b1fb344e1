import { minutesOfWork } from '../dayLoad.ts';
import { isCeiling } from '../dayWord.ts';
import type { DayReckoned, Reckoned } from '../reckoned.ts';
import { isRiding } from '../week.ts';
import { daysOf, isOver, nameOfDay, type Rule } from './rule.ts';

const EASY_MIN = 60;
/** So far back a hard day or two days of riding still ask for rest. */
const DAYS_BACK = 6;

/**
 * Whether ceiling work on a day has what masters need before it: after two riding days in a row or any hard day a rest
 * day, and the day before at most an easy hour.
 */
function isReady({ days }: Reckoned, at: number): boolean {
  const before = days[at - 1];
  if (!before) return true;
  if (before.word !== 'rest' && !isEasyHour(before)) return false;
  let asks = at - 1;
  while (asks >= Math.max(0, at - DAYS_BACK) && !asksRest(days, asks)) asks -= 1;
  const isFar = asks < Math.max(0, at - DAYS_BACK);
  return isFar || days.slice(asks + 1, at - 1).some(({ word }) => word === 'rest');
}

/** A hard day, or the second riding day in a row. */
function asksRest(days: readonly DayReckoned[], at: number): boolean {
  const [day, before] = [days[at], days[at - 1]];
  if (day?.word === 'hard') return true;
  return day !== undefined && day.word !== 'rest' && before !== undefined && before.word !== 'rest';
}

function isEasyHour(day: DayReckoned): boolean {
  const minutes = day.works.filter(isRiding).reduce((sum, work) => sum + minutesOfWork(work), 0);
  return day.word !== 'hard' && minutes <= EASY_MIN;
}

/** Masters: rest, then easy up to an hour, then ceiling. */
export const masters: Rule = {
  id: 'masters',
  name: 'Masters',
  says: 'an easy day is missing before the hardest work',
  reason: 'From forty on, a rest day and an easy hour come before the hardest work.',
  holds: (season, week) =>
    season.input.rider.masters && daysOf(season, week).some((day) => day.works.some(isCeiling))
      ? 'a rest day and an easy hour before ceiling work'
      : null,
  broken: (season, week) =>
    season.input.rider.masters
      ? daysOf(season, week).flatMap((day) => {
          const reps = day.works.filter((work) => isCeiling(work) && work.ridden === null);
          return reps.length === 0 || isOver(season, day) || isReady(season, day.at)
            ? []
            : [
                {
                  date: day.day.date,
                  figure: `no rest and easy hour before the ceiling work on ${nameOfDay(day.at)}`,
                  works: reps.map(({ id }) => id),
                },
              ];
        })
      : [],
};
