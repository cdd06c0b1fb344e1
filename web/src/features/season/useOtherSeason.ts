import type { Rider } from '@uphill/api';
import { daysFrom, plus, reckon, type Reckoned } from '@uphill/core/season';
import { skipToken } from '@reduxjs/toolkit/query';
import { useMemo, useState } from 'react';
import { seasonApi } from '../../shared/api/season.ts';
import { printDay, today } from '../../shared/dates.ts';

/** Another season under this one: its base by this one's days. */
export interface Under {
  readonly name: string;
  readonly base: ReadonlyMap<string, number>;
}

const YEAR = 'year';
/** The same weekday a year ago. */
const YEAR_DAYS = 364;

/**
 * Another season of the rider to lay under the one that is looked at: day against day by the days to the goal, or the
 * same days a year ago.
 */
export function useOtherSeason(rider: Rider, season: Reckoned | undefined) {
  const [chosen, setChosen] = useState('');
  const goal = season?.input.goal ?? null;
  const choices = useMemo(() => {
    const goals = rider.goals
      .filter(({ date }) => goal !== null && date < today())
      .map(({ id, name, date }) => [id, `${name}, ${printDay(date)}`] as const);
    return [['', 'none'] as const, [YEAR, 'a year ago'] as const, ...goals];
  }, [rider.goals, goal]);
  const other = rider.goals.find(({ id }) => id === chosen);
  const shift = other && goal ? daysFrom(goal.date, other.date) : -YEAR_DAYS;
  const days = season?.input.days;
  const [first, last] = [days?.[0]?.date, days?.at(-1)?.date];
  const { data } = seasonApi.useSeasonQuery(
    chosen === '' || !first || !last
      ? skipToken
      : {
          riderId: rider.id,
          from: plus(first, wholeWeeks(shift)),
          to: plus(last, wholeWeeks(shift)),
        },
  );
  const under = useMemo((): Under | null => {
    if (!data || chosen === '') return null;
    const { days: then } = reckon(data);
    return {
      name: other?.name ?? 'a year ago',
      base: new Map(
        then
          .filter(({ day }) => day.date <= data.today)
          .map(({ day, base }) => [plus(day.date, -shift), base]),
      ),
    };
  }, [data, chosen, other, shift]);
  return { choices, chosen, setChosen, under };
}

/** A season begins on a Monday, whatever weekday the goals have. */
function wholeWeeks(days: number): number {
  return Math.round(days / 7) * 7;
}
