import { bikeSchema, type FtpEntry, type Rider, shapeOf } from '@uphill/api';
import { z } from 'zod';
import { type RawBuilder, sql } from 'kysely';
import type { Db } from '../database.ts';
import type {
  BodyMassRow,
  FtpRow,
  GoalRow,
  HealthRow,
  HeartRateRow,
  RiderRow,
  TestRow,
} from '../tables.ts';
import { daysBefore, FAR_OFF, plusOneDay } from '../today.ts';
import { grouped } from './grouped.ts';
import { readJsonOr } from './json.ts';
import { availabilityFrom, fixtureFrom, goalFrom } from './riderFileRows.ts';
import { rides } from './rides.ts';

/** The days that a list of riders is about: of each history it holds what counts on them. */
export interface Span {
  readonly from: string;
  readonly to: string;
}

/** Before and after every day there is. */
const EVER: Span = { from: '', to: FAR_OFF };

/**
 * Riders with their histories: a handful of queries however many riders there are.
 *
 * @param span of each history only what counts on these days, and of the health screens the latest; whole where left out
 */
export async function complete(db: Db, rows: readonly RiderRow[], span?: Span): Promise<Rider[]> {
  const ids = rows.map(({ id }) => id);
  const histories = await historiesOf(db, ids, span ?? EVER, span !== undefined);
  return rows.map((row) => fromRow(row, histories));
}

type Histories = Awaited<ReturnType<typeof historiesOf>>;

async function historiesOf(db: Db, ids: readonly string[], span: Span, latest: boolean) {
  const [
    mass,
    hearts,
    ftp,
    tests,
    lactate,
    screens,
    goals,
    week,
    fixtures,
    unmarked,
    toRead,
    told,
  ] = await Promise.all([
    counting<BodyMassRow>(db, ids, span, { table: 'body_mass', day: 'date' }),
    heartsOf(db, ids, span),
    counting<FtpRow>(db, ids, span, FTP),
    lastTestsOf(db, ids),
    // What a test found counts from the day after.
    counting<TestRow>(db, ids, { ...span, from: span.from && daysBefore(span.from, 1) }, LACTATE),
    screensOf(db, ids, latest),
    counting<GoalRow>(db, ids, span, { table: 'goals', day: 'date' }),
    weekOf(db, ids),
    fixturesOf(db, ids, span),
    unmarkedOf(db, ids),
    toReadOf(db, ids),
    lastVerdicts(db, ids),
  ]);
  return {
    ...{
      mass: byRider(mass),
      hearts: byRider(hearts),
      ftp: byRider(ftp),
      lastTest: new Map(tests.map(({ rider_id: id, last }) => [id, last])),
    },
    ...{ lactate: byRider(lactate), screens: byRider(screens), goals: byRider(goals) },
    ...{ week: byRider(week), unmarked: byRider(unmarked) },
    told: new Map(told.map((row) => [row.rider_id, row])),
    toRead: new Map(toRead.map(({ rider_id: id, many }) => [id, many])),
    ...{ fixtures: byRider(fixtures), shared: fixtures.filter((each) => each.rider_id === null) },
  };
}

function byRider<T extends { rider_id: string | null }>(rows: readonly T[]) {
  return grouped(rows, ({ rider_id }) => rider_id);
}

/** A dated history, and which of its rows are there at all. */
interface History {
  readonly table: 'body_mass' | 'heart_rates' | 'ftp_history' | 'tests' | 'goals';
  readonly day: 'date' | 'counts_from';
  /** What holds of a row that is there, of the table as `h`. */
  readonly there?: RawBuilder<unknown>;
}

/** What came from a test that was withdrawn does not count until the test comes back. */
const FTP: History = {
  table: 'ftp_history',
  day: 'counts_from',
  there: sql`NOT EXISTS (SELECT 1 FROM tests t WHERE t.id = h.test_id AND t.withdrawn IS NOT NULL)`,
};

const LACTATE: History = {
  table: 'tests',
  day: 'date',
  there: sql`h.withdrawn IS NULL AND (h.lt1_w IS NOT NULL OR h.lt2_w IS NOT NULL)`,
};

/**
 * What of a history counts on some days: the last row of before, those on the days, and the first of all where there is
 * none before, since it stands in until then. Looked up rider by rider in the index, so that ten years cost what one does.
 */
async function counting<T extends { rider_id: string }>(
  db: Db,
  ids: readonly string[],
  { from, to }: Span,
  { table, day, there = sql`1` }: History,
): Promise<T[]> {
  if (ids.length === 0) return [];
  const [at, of] = [sql.ref(day), sql.table(table)];
  const { rows } = await sql<T>`
    SELECT h.* FROM riders r JOIN ${of} h ON h.rider_id = r.id
      AND h.${at} >= coalesce(
        (SELECT max(h.${at}) FROM ${of} h WHERE h.rider_id = r.id AND h.${at} <= ${from} AND ${there}), '')
      AND h.${at} <= max(${to}, coalesce(
        (SELECT min(h.${at}) FROM ${of} h WHERE h.rider_id = r.id AND ${there}), ''))
    WHERE r.id IN (${sql.join(ids)}) AND ${there}
    ORDER BY h.${at}, ${table === 'body_mass' || table === 'heart_rates' ? sql`h.id` : sql`h.created_at`}`.execute(
    db,
  );
  return rows;
}

/** Each kind of heart rate is a history of its own. */
async function heartsOf(db: Db, ids: readonly string[], span: Span): Promise<HeartRateRow[]> {
  const kinds = await Promise.all(
    (['resting', 'threshold', 'maximal'] as const).map((kind) =>
      counting<HeartRateRow>(db, ids, span, {
        table: 'heart_rates',
        day: 'date',
        there: sql`h.kind = ${kind}`,
      }),
    ),
  );
  return kinds.flat().sort((a, b) => (a.date < b.date ? -1 : Number(a.date > b.date)));
}

function lastTestsOf(db: Db, ids: readonly string[]) {
  return db
    .selectFrom('tests')
    .select(({ fn }) => ['rider_id', fn.max('date').as('last')])
    .where('rider_id', 'in', ids)
    .where('withdrawn', 'is', null)
    .groupBy('rider_id')
    .execute();
}

/** Health screens, the latest last; only that one where the earlier are not asked for. */
function screensOf(db: Db, ids: readonly string[], latest: boolean) {
  return db
    .selectFrom('health_screens')
    .selectAll()
    .where('rider_id', 'in', ids)
    .$if(latest, (query) =>
      query.where(
        sql<boolean>`date = (SELECT max(l.date) FROM health_screens l WHERE l.rider_id = health_screens.rider_id)`,
      ),
    )
    .orderBy('date')
    .orderBy('created_at')
    .execute();
}

function weekOf(db: Db, ids: readonly string[]) {
  return db
    .selectFrom('availability')
    .selectAll()
    .where('rider_id', 'in', ids)
    .orderBy('weekday')
    .execute();
}

/** What comes back every week, and has not ended before the days that are asked about. */
function fixturesOf(db: Db, ids: readonly string[], { from }: Span) {
  return db
    .selectFrom('fixtures')
    .selectAll()
    .where((check) => check.or([check('rider_id', 'in', ids), check('rider_id', 'is', null)]))
    .where((check) => check.or([check('to_date', 'is', null), check('to_date', '>=', from)]))
    .orderBy('weekday')
    .orderBy('created_at')
    .execute();
}

/** Ridden, and nobody has said how it went. */
function unmarkedOf(db: Db, ids: readonly string[]) {
  return (
    db
      .selectFrom('days')
      .innerJoin('ride_matches', 'ride_matches.day_id', 'days.id')
      .select(['days.id', 'days.rider_id', 'days.date'])
      .where('days.rider_id', 'in', ids)
      // As it stands in the index, which holds no other days.
      .where(sql<boolean>`days.state = 'planned'`)
      .where('ride_matches.tried', '=', 0)
      .orderBy('days.date')
      .execute()
  );
}

/** How many rides nobody has opened yet. */
function toReadOf(db: Db, ids: readonly string[]) {
  return rides(db)
    .select(({ fn }) => ['rides.rider_id', fn.countAll<number>().as('many')])
    .where('rides.rider_id', 'in', ids)
    .where('rides.read_at', 'is', null)
    .where('rides.withdrawn', 'is', null)
    .groupBy('rides.rider_id')
    .execute();
}

/** The last ride of each rider that has a headline. */
function lastVerdicts(db: Db, ids: readonly string[]) {
  return db
    .selectFrom('riders')
    .innerJoin('ride_readings as last', (join) =>
      join.on('last.ride_id', '=', (of) =>
        // Back from today until one is found: ten years of readings are not looked through.
        of
          .selectFrom('ride_readings as own')
          .select('own.ride_id')
          .whereRef('own.rider_id', '=', 'riders.id')
          .where('own.headline', 'is not', null)
          .orderBy('own.date', 'desc')
          .limit(1),
      ),
    )
    .select(['riders.id as rider_id', 'last.ride_id', 'last.says', 'last.date'])
    .where('riders.id', 'in', ids)
    .execute();
}

function fromRow(row: RiderRow, all: Histories): Rider {
  const own = <T>(groups: ReadonlyMap<string | null, readonly T[]>): readonly T[] =>
    groups.get(row.id) ?? [];
  const ownScreens = own(all.screens);
  const told = all.told.get(row.id);
  return {
    id: row.id,
    name: row.name,
    birthYear: row.birth_year,
    sex: row.sex,
    powerSource: row.power_source,
    masters: row.masters === 1,
    notes: row.notes,
    schemeId: row.scheme_id,
    retestWeeks: row.retest_weeks,
    hideMass: row.hide_mass === null ? null : row.hide_mass === 1,
    sessionShown: row.session_shown,
    timeZone: row.time_zone,
    trainsSince: row.trains_since,
    hardDays: row.hard_days,
    ceilingSchool: row.ceiling_school,
    gutGramsPerHour: row.gut_g_per_h,
    address: row.address,
    verdictsShown: row.verdicts_shown,
    bikes: readJsonOr(row.bikes, bikes, []),
    demo: row.demo === 1,
    goals: own(all.goals).map(goalFrom),
    availability: availabilityFrom(own(all.week)),
    fixtures: [...all.shared, ...own(all.fixtures)]
      .sort((a, b) => a.weekday - b.weekday)
      .map(fixtureFrom),
    unmarked: own(all.unmarked).map(({ id, date }) => ({ dayId: id, date })),
    toRead: all.toRead.get(row.id) ?? 0,
    lastVerdict: told ? { rideId: told.ride_id, date: told.date, says: told.says ?? '' } : null,
    version: row.version,
    archived: row.archived === 1,
    bodyMass: own(all.mass).map(({ id, date, kg, version }) => ({ id, date, kg, version })),
    heartRates: own(all.hearts).map(({ id, date, kind, bpm, version }) => ({
      id,
      date,
      kind,
      bpm,
      version,
    })),
    ftp: own(all.ftp).map(fromFtpRow),
    lastTest: all.lastTest.get(row.id) ?? null,
    health: healthFrom(ownScreens.at(-1)),
    healthBefore: ownScreens.slice(0, -1).reverse().map(beforeFrom),
    lactate: own(all.lactate).map((test) => ({
      testId: test.id,
      countsFrom: plusOneDay(test.date),
      lt1W: test.lt1_w,
      lt2W: test.lt2_w,
    })),
  };
}

const answersStored = z.record(z.string(), z.enum(['yes', 'no']));

const bikes = z.array(shapeOf(bikeSchema));

function healthFrom(row: HealthRow | undefined): Rider['health'] {
  if (!row) return null;
  const answers = readJsonOr(row.answers, answersStored, {});
  return { ...beforeFrom(row), answers, note: row.note };
}

function beforeFrom(row: HealthRow): Rider['healthBefore'][number] {
  return {
    id: row.id,
    date: row.date,
    answeredBy: row.answered_by,
    clearedBy: row.cleared_by,
    clearedOn: row.cleared_on,
  };
}

export function fromFtpRow(row: FtpRow): FtpEntry {
  return {
    id: row.id,
    riderId: row.rider_id,
    testId: row.test_id,
    measuredW: row.measured_w,
    usedW: row.used_w,
    countsFrom: row.counts_from,
    reason: row.reason,
    version: row.version,
  };
}
