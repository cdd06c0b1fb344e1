import type { Day, Goal, Rider, Season } from '@uphill/api';
import {
  firstMonday,
  type LastOfFamily,
  plus,
  type StrengthAsked,
  type Template,
  verdictOfMark,
} from '@uphill/core/season';
import { familyOf, type RiderOnDay } from '@uphill/core/sessions';
import { useMemo } from 'react';
import { daysApi } from '../../../shared/api/days.ts';
import { choices } from '../../../shared/choices.ts';
import { today } from '../../../shared/dates.ts';
import type { LayoutRequest } from '../../../workers/layout.worker.ts';

/** What was ridden of a family is looked for so far back, days. */
const LAST_DAYS = 180;

export interface Asked {
  readonly template: Template;
  readonly goal: Goal | null;
  /** The first Monday. */
  readonly from: string;
  readonly taperDays: number | undefined;
  readonly strength: StrengthAsked | null;
  /** Whether what the coach touched makes way too. */
  readonly replace: boolean;
}

/** Days and weeks of a season that are still to come, as laying out sees them. */
export interface Standing {
  /** Days that make way, and those that stay because the coach put them there or touched them. */
  readonly removed: readonly { readonly id: string; readonly version: number }[];
  readonly kept: readonly { readonly date: string; readonly name: string }[];
  readonly touched: readonly string[];
}

/** What makes way from a Monday on, and what stays. */
export function standingIn(
  { days, weeks, today: now }: Season,
  from: string,
  replace: boolean,
): Standing {
  const all = days
    .filter(({ date }) => date >= from && date >= now)
    .flatMap(({ date, works }) =>
      works
        .filter((work) => work.version > 0 && work.ridden === null && work.state === 'planned')
        .map((work) => ({ date, work })),
    );
  const goes = all.filter(({ work }) => replace || work.laid === 'yes');
  return {
    removed: goes.map(({ work: { id, version } }) => ({ id, version })),
    kept: all
      .filter((each) => !goes.includes(each))
      .map(({ date, work: { name } }) => ({ date, name })),
    touched: replace
      ? []
      : weeks
          .filter((week) => week.monday >= from && week.laid !== 'yes')
          .map(({ monday }) => monday),
  };
}

/** Everything that laying out a rider's season hangs on; null until it is there. */
export function useLayoutRequest(
  rider: Rider,
  season: Season | undefined,
  numbers: RiderOnDay,
  { template, goal, from, taperDays, strength, replace }: Asked,
): LayoutRequest | null {
  const { data: past } = daysApi.useDaysQuery({
    riderId: rider.id,
    from: plus(today(), -LAST_DAYS),
    to: today(),
  });
  return useMemo(() => {
    if (!season || !past) return null;
    const { removed, touched } = standingIn(season, from, replace);
    const school = rider.ceilingSchool ?? choices().ceilingSchool;
    return {
      ...{ template, from, taperDays, touched, goal, strength },
      season: { ...season, goal },
      others: rider.goals.filter(({ id, date }) => id !== goal?.id && date >= from),
      climbing: { rider: numbers, school, firstYear: season.rider.firstYear },
      last: lastOf(past, season, numbers),
      removed: removed.map(({ id }) => id),
    };
  }, [season, past, rider, numbers, template, goal, from, taperDays, strength, replace]);
}

/** What was ridden of each family last, with whether it was on target. */
function lastOf(
  past: readonly Day[],
  season: Season,
  numbers: RiderOnDay,
): [string, LastOfFamily][] {
  const read = new Map(
    season.days.flatMap(({ works }) => works.map(({ id, ridden }) => [id, ridden?.verdict])),
  );
  const last = new Map<string, LastOfFamily>();
  for (const { id, plan, state, reason } of past) {
    const verdict = read.get(id) ?? verdictOfMark(state, reason);
    const family = verdict && familyOf(plan, { rider: numbers });
    if (family && verdict)
      last.set(family, { plan, onTarget: verdict === 'onTarget' || verdict === 'tooEasy' });
  }
  return [...last];
}

/** The Mondays that a season can begin on. */
export function mondaysFrom(now: string): string[] {
  const first = firstMonday(now);
  return Array.from({ length: 8 }, (_, week) => plus(first, 7 * week));
}
