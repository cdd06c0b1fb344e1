import { minutesOfWork } from '../dayLoad.ts';
import { keySessionOf } from '../keySession.ts';
import { hoursSaid, isOver, nameOfDay, type Rule } from './rule.ts';

/** Of so many last ones on a weekday this many were missed. */
const MISSED = 3;

/** The key session has its day, hours enough, and no weekday that is often missed. */
export const keySessionDay: Rule = {
  id: 'key-session',
  name: 'Key session',
  says: 'the key session is missing or lies badly',
  reason: 'The one that carries the week is placed where it will be ridden.',
  holds: (season, week) => {
    const key = keySessionOf(season, week);
    return key ? `key session on ${nameOfDay(key.at)}: ${key.work.name}` : null;
  },
  broken: (season, week) => {
    const key = keySessionOf(season, week);
    const day = key && season.days[key.at];
    if (!key || !day || key.work.ridden || isOver(season, day)) return [];
    const { hours, date } = day.day;
    const minutes = minutesOfWork(key.work);
    const works = [key.work.id];
    if (hours !== null && minutes > hours * 60 + 0.5)
      return [
        {
          date,
          figure: `the key session takes ${hoursSaid(minutes)}, ${nameOfDay(key.at)} has ${hoursSaid(hours * 60)}`,
          works,
        },
      ];
    const { missed } = season.past;
    const here = missed[key.at % 7] as number;
    return here >= MISSED &&
      missed.every((other, weekday) => weekday === key.at % 7 || other < here)
      ? [
          {
            date,
            figure: `the key session is on ${nameOfDay(key.at)}, missed ${here} times of the last 8`,
            works,
          },
        ]
      : [];
  },
};
