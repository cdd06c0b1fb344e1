import { bikeSchema, type FtpEntry, type Rider, shapeOf } from '@uphill/api';
import { z } from 'zod';
import { plusOneDay } from '../today.ts';
import type { Db } from '../database.ts';
import type { FtpRow, HealthRow, RiderRow } from '../tables.ts';
import { readJsonOr } from './json.ts';
import { availabilityFrom, fixtureFrom, goalFrom } from './riderFileRows.ts';

/** Riders with their histories: a handful of queries however many riders there are. */
export async function complete(db: Db, rows: readonly RiderRow[]): Promise<Rider[]> {
  const histories = await historiesOf(
    db,
    rows.map(({ id }) => id),
  );
  return rows.map((row) => fromRow(row, histories));
}

type Histories = Awaited<ReturnType<typeof historiesOf>>;

async function historiesOf(db: Db, ids: readonly string[]) {
  const [mass, hearts, ftp, tests, screens, goals, week, fixtures, unmarked] = await Promise.all([
    massOf(db, ids),
    heartsOf(db, ids),
    ftpOf(db, ids),
    testsOf(db, ids),
    screensOf(db, ids),
    goalsOf(db, ids),
    weekOf(db, ids),
    fixturesOf(db, ids),
    unmarkedOf(db, ids),
  ]);
  return { mass, hearts, ftp, tests, screens, goals, week, fixtures, unmarked };
}

function massOf(db: Db, ids: readonly string[]) {
  return db
    .selectFrom('body_mass')
    .selectAll()
    .where('rider_id', 'in', ids)
    .orderBy('date')
    .orderBy('id')
    .execute();
}

function heartsOf(db: Db, ids: readonly string[]) {
  return db
    .selectFrom('heart_rates')
    .selectAll()
    .where('rider_id', 'in', ids)
    .orderBy('date')
    .orderBy('id')
    .execute();
}

/** What came from a test that was withdrawn does not count until the test comes back. */
function ftpOf(db: Db, ids: readonly string[]) {
  return db
    .selectFrom('ftp_history')
    .leftJoin('tests', 'tests.id', 'ftp_history.test_id')
    .selectAll('ftp_history')
    .where('ftp_history.rider_id', 'in', ids)
    .where('tests.withdrawn', 'is', null)
    .orderBy('ftp_history.counts_from')
    .orderBy('ftp_history.created_at')
    .execute();
}

function testsOf(db: Db, ids: readonly string[]) {
  return db
    .selectFrom('tests')
    .select(['id', 'rider_id', 'date', 'lt1_w', 'lt2_w'])
    .where('rider_id', 'in', ids)
    .where('withdrawn', 'is', null)
    .orderBy('date')
    .execute();
}

function screensOf(db: Db, ids: readonly string[]) {
  return db
    .selectFrom('health_screens')
    .selectAll()
    .where('rider_id', 'in', ids)
    .orderBy('date')
    .orderBy('created_at')
    .execute();
}

function goalsOf(db: Db, ids: readonly string[]) {
  return db
    .selectFrom('goals')
    .selectAll()
    .where('rider_id', 'in', ids)
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

function fixturesOf(db: Db, ids: readonly string[]) {
  return db
    .selectFrom('fixtures')
    .selectAll()
    .where((check) => check.or([check('rider_id', 'in', ids), check('rider_id', 'is', null)]))
    .orderBy('weekday')
    .orderBy('created_at')
    .execute();
}

/** Ridden, and nobody has said how it went. */
function unmarkedOf(db: Db, ids: readonly string[]) {
  return db
    .selectFrom('days')
    .innerJoin('ride_matches', 'ride_matches.day_id', 'days.id')
    .select(['days.id', 'days.rider_id', 'days.date'])
    .where('days.rider_id', 'in', ids)
    .where('days.state', '=', 'planned')
    .where('ride_matches.tried', '=', 0)
    .orderBy('days.date')
    .execute();
}

function fromRow(row: RiderRow, all: Histories): Rider {
  const own = <T extends { rider_id: string }>(rows: readonly T[]): T[] =>
    rows.filter(({ rider_id }) => rider_id === row.id);
  const ownTests = own(all.tests);
  const ownScreens = own(all.screens);
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
    gutGramsPerHour: row.gut_g_per_h,
    address: row.address,
    bikes: readJsonOr(row.bikes, bikes, []),
    demo: row.demo === 1,
    goals: own(all.goals).map(goalFrom),
    availability: availabilityFrom(own(all.week)),
    fixtures: all.fixtures
      .filter(({ rider_id }) => rider_id === null || rider_id === row.id)
      .map(fixtureFrom),
    unmarked: own(all.unmarked).map(({ id, date }) => ({ dayId: id, date })),
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
    lastTest: ownTests.at(-1)?.date ?? null,
    health: healthFrom(ownScreens.at(-1)),
    healthBefore: ownScreens.slice(0, -1).reverse().map(beforeFrom),
    lactate: ownTests
      .filter((test) => test.lt1_w !== null || test.lt2_w !== null)
      .map((test) => ({
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
