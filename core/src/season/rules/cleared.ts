import { daysOf, isOver, nameOfDay, type Rule } from './rule.ts';

/** Nothing above 105 % without a clear health screen. It cannot be switched off. */
export const cleared: Rule = {
  id: 'cleared',
  name: 'Cleared',
  says: 'maximal work is planned before it is cleared',
  reason: 'Maximal work waits for a clear health screen.',
  holds: (season, week) =>
    daysOf(season, week).some((day) => day.works.some(({ planned }) => planned?.above105))
      ? 'the health screen allows what is above 105 %'
      : null,
  broken: (season, week) =>
    season.input.rider.cleared
      ? []
      : daysOf(season, week).flatMap((day) => {
          const works = day.works.filter(
            ({ planned, ridden, kind }) =>
              ridden === null && (planned?.above105 === true || kind === 'test'),
          );
          return works.length === 0 || isOver(season, day)
            ? []
            : [
                {
                  date: day.day.date,
                  figure: `${works[0]?.name ?? ''} on ${nameOfDay(day.at)} goes above 105 %`,
                  works: works.map(({ id }) => id),
                },
              ];
        }),
};
