import type { Availability, Fixture, FixtureFields, Goal, GoalFields } from '@uphill/api';
import type { AvailabilityRow, FixtureRow, GoalRow } from '../tables.ts';

const WEEKDAYS = [1, 2, 3, 4, 5, 6, 7] as const;

export function goalFrom(row: GoalRow): Goal {
  return {
    ...{ id: row.id, version: row.version, name: row.name, date: row.date, rank: row.rank },
    ...{
      watts: row.watts,
      seconds: row.seconds,
      km: row.km,
      climbM: row.climb_m,
      hillId: row.hill_id,
      came: row.came,
      note: row.note,
    },
  };
}

export function goalColumns({ climbM, hillId, ...same }: GoalFields) {
  const { name, date, rank, watts, seconds, km, came, note } = same;
  return { name, date, rank, watts, seconds, km, climb_m: climbM, hill_id: hillId, came, note };
}

/** The week, Monday first; null where nobody has said anything of it. */
export function availabilityFrom(rows: readonly AvailabilityRow[]): Availability | null {
  if (rows.length === 0) return null;
  const days = WEEKDAYS.map((weekday) => {
    const row = rows.find((each) => each.weekday === weekday);
    return { hours: row?.hours ?? 0, fixedRest: row?.fixed_rest === 1 };
  });
  return { version: rows.reduce((most, { version }) => Math.max(most, version), 0), days };
}

export function fixtureFrom(row: FixtureRow): Fixture {
  return {
    ...{
      id: row.id,
      version: row.version,
      name: row.name,
      weekday: row.weekday,
      kind: row.kind,
      minutes: row.minutes,
      rpe: row.rpe,
    },
    ...{ from: row.from_date, to: row.to_date, squad: row.rider_id === null },
  };
}

export function fixtureColumns(
  riderId: string,
  { name, weekday, kind, minutes, rpe, from, to, squad }: FixtureFields,
) {
  return {
    rider_id: squad ? null : riderId,
    name,
    weekday,
    kind,
    minutes,
    rpe,
    from_date: from,
    to_date: to,
  };
}
