import type { Away, Rider, Season, SeasonWork, StoredWeek } from '@uphill/api';
import { loadFromEffort } from '@uphill/core/power';
import { goalOn, healthVerdict } from '@uphill/core/rider';
import {
  mondayOf,
  ENDURANCE_POINTS,
  daysFrom,
  plus,
  seasonSettingsSchema,
  smoothed,
  startFromRides,
  traitsOf,
  USUAL_SEASON,
  weekdayOf,
} from '@uphill/core/season';
import { enduranceRide, riderFigures } from '@uphill/core/sessions';
import { LRUCache } from 'lru-cache';
import { z } from 'zod';
import type { Db } from '../../database.ts';
import type { AwayRow, WeekRow } from '../../tables.ts';
import { today } from '../../today.ts';
import { grouped } from '../grouped.ts';
import { readJsonOr } from '../json.ts';
import { changesOf } from '../riderChanges.ts';
import { readRider } from '../riders.ts';
import { laidOf, readLaid } from './laid.ts';
import { plannedWithin, type PlannedWork } from './plannedWorks.ts';
import { loadsBefore, riddenWithin, type RiddenRide } from './riddenWorks.ts';

/** So far back loads still show in a base, to less than a ten-millionth of it. */
const SMOOTHED_DAYS = 730;
/** What comes back every week without an RPE counts as this hard. */
const FIXTURE_RPE = { group: 7, race: 9, run: 5, swim: 5, strength: 6, other: 5 } as const;
const USUAL_HARD_DAYS = 2;

/** Seasons made lately, of each open database; what changes them is noticed by the number of changes. */
const lately = new WeakMap<Db, LRUCache<string, { changes: number; season: Season }>>();
const MOST_KEPT = 300;

/**
 * A rider's season within whole weeks: days with what is planned and what was ridden, and the state of the evening
 * before the first. Made once and kept until something it comes from changes.
 *
 * @param span Monday to Sunday, `yyyy-mm-dd`
 */
export async function readSeason(
  db: Db,
  riderId: string,
  span: { readonly from: string; readonly to: string },
): Promise<Season> {
  const changes = (await changesOf(db, [riderId], 'season')).get(riderId);
  const readings = (await changesOf(db, [riderId], 'readings')).get(riderId);
  const kept = lately.get(db) ?? new LRUCache({ max: MOST_KEPT });
  lately.set(db, kept);
  const key = `${riderId} ${span.from} ${span.to} ${today()} ${readings ?? ''}`;
  const known = kept.get(key);
  if (known && known.changes === changes) return known.season;
  const made = await makeSeason(db, await readRider(db, riderId), span);
  const season = { ...made, state: changes ?? 0 };
  if (changes !== undefined && !db.isTransaction) kept.set(key, { changes, season });
  return season;
}

async function makeSeason(
  db: Db,
  rider: Rider,
  { from, to }: { readonly from: string; readonly to: string },
): Promise<Omit<Season, 'state'>> {
  const [planned, ridden, before, own, weeks, laid, away] = await Promise.all([
    plannedWithin(db, rider.id, from, to),
    riddenWithin(db, rider, from, to),
    loadsBefore(db, rider, plus(from, -SMOOTHED_DAYS), from),
    readOwn(db, rider.id),
    readWeeks(db, rider.id, from, to),
    readLaid(db, rider.id, { from, to }, mondayOf(today())),
    readAway(db, rider.id, from, to),
  ]);
  const settings = { ...USUAL_SEASON, ...own.settings };
  const { start, highestBase } = startOf(from, before, ridden, own, settings);
  const goal = goalOn(rider.goals, today());
  return {
    ...{ riderId: rider.id, today: today(), start, highestBase, weeks, ...laid, away },
    typedBase: own.typedBase && own.typedBase.on >= from ? own.typedBase : null,
    rider: {
      firstName: rider.name.split(' ')[0] ?? rider.name,
      masters: rider.masters,
      firstYear: rider.trainsSince !== null && Number(today().slice(0, 4)) - rider.trainsSince < 1,
      hardDays: rider.hardDays === null || rider.hardDays < 1 ? USUAL_HARD_DAYS : rider.hardDays,
      cleared: healthVerdict(rider.health, rider, today()).maximal,
      settings,
    },
    pointsPerHour: pointsOf(rider),
    days: daysOf(rider, { from, to, planned, ridden, away }),
    goal: goal && { name: goal.name, date: goal.date, watts: goal.watts },
    goals: rider.goals
      .filter(({ date }) => date >= from && date <= to)
      .map(({ name, date, rank }) => ({ name, date, rank })),
  };
}

/** What an hour of the book's Endurance is worth to this rider: by watts, or by effort without a power meter. */
function pointsOf(rider: Rider): number {
  let made = 0;
  const hour = enduranceRide(60, () => `e${(made += 1)}`);
  const { load } = traitsOf(hour, riderFigures(rider, today(), null));
  return load > 0 ? load : ENDURANCE_POINTS;
}

interface Own {
  readonly settings: Partial<Season['rider']['settings']>;
  readonly typedBase: { readonly points: number; readonly on: string } | null;
}

const settingsSchema = seasonSettingsSchema.partial();

/** What the coach set for this rider's season. */
export async function readOwn(db: Db, riderId: string): Promise<Own> {
  const row = await db
    .selectFrom('riders')
    .select(['season', 'typed_base', 'typed_base_on'])
    .where('id', '=', riderId)
    .executeTakeFirstOrThrow();
  return {
    settings: dropUnsaid(readJsonOr(row.season, settingsSchema, {})),
    typedBase:
      row.typed_base === null || row.typed_base_on === null
        ? null
        : { points: row.typed_base, on: row.typed_base_on },
  };
}

/** Without what is left out, so that it takes nothing away where it is laid over something. */
export function dropUnsaid<T extends object>(
  said: T,
): { [K in keyof T]?: Exclude<T[K], undefined> } {
  return Object.fromEntries(Object.entries(said).filter(([, value]) => value !== undefined)) as {
    [K in keyof T]?: Exclude<T[K], undefined>;
  };
}

/** The evening before the first day: smoothed over what lies before it, or from the base that the coach typed. */
function startOf(
  from: string,
  before: readonly { readonly date: string; readonly load: number }[],
  ridden: readonly RiddenRide[],
  { typedBase }: Own,
  smoothing: Season['rider']['settings'],
): Pick<Season, 'start' | 'highestBase'> {
  const typed = typedBase !== null && typedBase.on < from ? typedBase : null;
  const first = typed ? plus(typed.on, 1) : before[0]?.date;
  if (first === undefined) {
    const loads = loadsByDay(
      from,
      plus(from, 27),
      ridden.map(({ date, ridden: { load } }) => ({ date, load })),
    );
    const { base } = startFromRides(ridden.length === 0 ? [] : loads);
    return {
      start: { base, recent: base, days: 0, typed: false },
      highestBase: null,
    };
  }
  const loads = loadsByDay(first, plus(from, -1), before);
  const start = typed ? { base: typed.points, recent: typed.points } : startFromRides(loads);
  const evenings = smoothed(loads, start, smoothing);
  const { base, recent } = evenings.at(-1) ?? start;
  return {
    start: { base, recent, days: loads.length, typed: typed !== null },
    highestBase: evenings.reduce((most, evening) => Math.max(most, evening.base), start.base),
  };
}

function loadsByDay(
  from: string,
  to: string,
  rides: readonly { readonly date: string; readonly load: number }[],
): number[] {
  const loads = new Array<number>(Math.max(0, daysFrom(from, to) + 1)).fill(0);
  for (const { date, load } of rides) {
    const at = daysFrom(from, date);
    if (at >= 0 && at < loads.length) loads[at] = (loads[at] as number) + load;
  }
  return loads;
}

interface Within {
  readonly from: string;
  readonly to: string;
  readonly planned: readonly PlannedWork[];
  readonly ridden: readonly RiddenRide[];
  readonly away: readonly Away[];
}

function daysOf(rider: Rider, { from, to, planned, ridden, away }: Within): Season['days'] {
  const days = new Map<string, SeasonWork[]>();
  const put = (date: string, work: SeasonWork): void =>
    void days.set(date, [...(days.get(date) ?? []), work]);
  const byDay = grouped(
    ridden.filter(({ dayId }) => dayId !== null),
    ({ dayId }) => dayId as string,
  );
  const dayIds = new Set(planned.map(({ id }) => id));
  for (const { date, ...work } of planned) put(date, withRides(work, byDay.get(work.id) ?? []));
  for (const ride of ridden)
    if (ride.dayId === null || !dayIds.has(ride.dayId)) put(ride.date, unplanned(ride));
  return Array.from({ length: daysFrom(from, to) + 1 }, (_, index) => {
    const date = plus(from, index);
    const other = away.find((each) => each.from <= date && each.to >= date);
    const usual = rider.availability?.days[weekdayOf(date)];
    const works = days.get(date) ?? [];
    return {
      date,
      hours: other?.hours ?? usual?.hours ?? null,
      rest: usual?.fixedRest ?? false,
      away: other?.why ?? null,
      works: [...fixturesOn(rider, date, works), ...works],
    };
  });
}

/** A day with the rides that came of it: several are added up. */
function withRides(work: Omit<PlannedWork, 'date'>, rides: readonly RiddenRide[]): SeasonWork {
  const [first] = rides;
  if (!first) return { ...work, ridden: null, rideId: null, shape: [] };
  const sum = (of: (ride: RiddenRide) => number): number =>
    rides.reduce((all, ride) => all + of(ride), 0);
  return {
    ...work,
    ...{ rideId: first.rideId, shape: [...first.shape] },
    ridden: {
      ...first.ridden,
      atLeast: rides.some(({ ridden }) => ridden.atLeast),
      minutes: sum(({ ridden }) => ridden.minutes),
      load: sum(({ ridden }) => ridden.load),
      hard: rides.some(({ ridden }) => ridden.hard),
    },
  };
}

const UNPLANNED_NAMES: Partial<Record<SeasonWork['kind'], string>> = {
  group: 'Group ride',
  race: 'Race',
  test: 'Test',
  run: 'Run',
  swim: 'Swim',
  strength: 'Strength',
  other: 'Other sport',
};

function unplanned({ rideId, kind, ridden, shape }: RiddenRide): SeasonWork {
  return {
    ...{ id: `ride:${rideId}`, kind, name: UNPLANNED_NAMES[kind] ?? 'Ride', planned: null, ridden },
    ...{ state: 'done', reason: null, minutes: null, rpe: null, key: false, optional: false },
    ...{ eased: false, fixture: false, offers: 0, version: 0, rideId, road: [], shape: [...shape] },
    ...{ handed: 'no', laid: 'no' },
  };
}

/** What comes back every week, on days still to come; once it was ridden, the ride stands for it. */
function fixturesOn(rider: Rider, date: string, works: readonly SeasonWork[]): SeasonWork[] {
  if (date < today()) return [];
  return rider.fixtures
    .filter(
      (each) =>
        each.weekday === weekdayOf(date) + 1 &&
        each.from <= date &&
        (each.to === null || each.to >= date) &&
        !works.some(({ kind, ridden }) => kind === each.kind && ridden !== null),
    )
    .map(({ id, name, kind, minutes, rpe }): SeasonWork => {
      const effort = rpe ?? FIXTURE_RPE[kind];
      return {
        ...{ id: `fixture:${id}:${date}`, kind, name, ridden: null, state: 'planned' },
        planned: {
          ...{ minutes, load: loadFromEffort(minutes, effort), rpe: effort, system: null },
          ...{ hard: kind === 'group' || kind === 'race', endurance: false, above105: false },
          ...{ unfuelled: false, workMin: 0, goalMin: 0, middleMin: 0, highMin: 0, family: null },
        },
        ...{ reason: null, minutes: null, rpe: null, key: false, optional: false, eased: false },
        ...{
          fixture: true,
          offers: 0,
          version: 0,
          rideId: null,
          road: [],
          shape: [],
          handed: 'no',
          laid: 'no',
        },
      };
    });
}

async function readWeeks(db: Db, riderId: string, from: string, to: string): Promise<StoredWeek[]> {
  const rows = await db
    .selectFrom('weeks')
    .selectAll()
    .where('rider_id', '=', riderId)
    .where('monday', '>=', from)
    .where('monday', '<=', to)
    .orderBy('monday')
    .execute();
  return rows.map(weekFrom);
}

const briefingSchema = z.array(z.string()).nullable();

export function weekFrom(row: WeekRow): StoredWeek {
  return {
    ...{ monday: row.monday, kind: row.kind, period: row.period, system: row.system },
    ...{ rise: row.rise, goal: row.goal, version: row.version, laid: laidOf(row) },
    briefing: row.briefing === null ? null : readJsonOr(row.briefing, briefingSchema, null),
  };
}

async function readAway(db: Db, riderId: string, from: string, to: string): Promise<Away[]> {
  const rows = await db
    .selectFrom('away')
    .selectAll()
    .where('rider_id', '=', riderId)
    .where('to_date', '>=', from)
    .where('from_date', '<=', to)
    .orderBy('from_date')
    .orderBy('created_at', 'desc')
    .execute();
  return rows.map(awayFrom);
}

function awayFrom({ id, from_date, to_date, hours, why, version }: AwayRow): Away {
  return { id, from: from_date, to: to_date, hours, why, version };
}
