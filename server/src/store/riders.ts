import { randomUUID } from 'node:crypto';
import { type FtpEntry, type NewFtp, type Rider, type RiderFields, rider } from '@uphill/api';
import { plusOneDay } from '../today.ts';
import type { Db } from '../database.ts';
import { notFound, refuseDay } from '../refusal.ts';
import type { FtpRow, HealthRow, RiderRow } from '../tables.ts';
import { act, orConflict } from './journal.ts';
import { schemeName } from './schemes.ts';

export async function listRiders(db: Db): Promise<Rider[]> {
  return complete(db, await db.selectFrom('riders').selectAll().orderBy('name').execute());
}

export async function readRider(db: Db, id: string): Promise<Rider> {
  const row = await db.selectFrom('riders').selectAll().where('id', '=', id).executeTakeFirst();
  const [rider] = row ? await complete(db, [row]) : [];
  if (!rider) throw notFound('rider');
  return rider;
}

/** The name of a rider, for labels; refuses where there is no such rider. */
export async function riderName(db: Db, id: string): Promise<string> {
  const row = await db.selectFrom('riders').select('name').where('id', '=', id).executeTakeFirst();
  if (!row) throw notFound('rider');
  return row.name;
}

export async function createRider(db: Db, fields: RiderFields): Promise<Rider> {
  if (fields.schemeId !== null) await schemeName(db, fields.schemeId);
  if (fields.goal) refuseDay('goal.date', fields.goal.date, 'goal');
  const id = randomUUID();
  return act(db, `added ${fields.name}`, rider, async ({ insert, trx }) => {
    await insert('riders', {
      id,
      ...toRow(fields),
      version: 1,
      created_at: new Date().toISOString(),
    });
    return readRider(trx, id);
  });
}

export async function changeRider(
  db: Db,
  id: string,
  change: Partial<RiderFields> & { version: number },
): Promise<Rider> {
  const read = () => readRider(db, id);
  const stored = await read();
  const { version, ...fields } = change;
  const next: RiderFields = { ...stored, ...fields };
  // A goal that is past stays as it is while nobody changes its date.
  if (next.goal && next.goal.date !== stored.goal?.date)
    refuseDay('goal.date', next.goal.date, 'goal');
  if (next.schemeId !== null && next.schemeId !== stored.schemeId)
    await schemeName(db, next.schemeId);
  return orConflict(change, read, () =>
    act(db, `changed ${stored.name}`, rider, async ({ update, trx }) => {
      await update('riders', id, { ...toRow(next), version: version + 1 });
      return readRider(trx, id);
    }),
  );
}

export async function addBodyMass(
  db: Db,
  riderId: string,
  entry: { date: string; kg: number },
): Promise<Rider> {
  const name = await riderName(db, riderId);
  refuseDay('date', entry.date, 'past');
  return act(db, `${name}: ${entry.kg} kg`, rider, async ({ insert, trx }) => {
    await insert('body_mass', { id: randomUUID(), rider_id: riderId, ...entry });
    return readRider(trx, riderId);
  });
}

export async function addHeartRate(
  db: Db,
  riderId: string,
  entry: { date: string; kind: string; bpm: number },
): Promise<Rider> {
  const name = await riderName(db, riderId);
  refuseDay('date', entry.date, 'past');
  return act(
    db,
    `${name}: ${entry.kind} heart rate ${entry.bpm} bpm`,
    rider,
    async ({ insert, trx }) => {
      await insert('heart_rates', { id: randomUUID(), rider_id: riderId, ...entry });
      return readRider(trx, riderId);
    },
  );
}

export async function acceptFtp(db: Db, riderId: string, entry: NewFtp): Promise<Rider> {
  const name = await riderName(db, riderId);
  refuseDay('countsFrom', entry.countsFrom, 'any');
  const test =
    entry.testId === null
      ? null
      : await db
          .selectFrom('tests')
          .selectAll()
          .where('id', '=', entry.testId)
          .where('rider_id', '=', riderId)
          .executeTakeFirst();
  if (test === undefined) throw notFound('test');
  return act(db, `accepted FTP ${entry.usedW} W for ${name}`, rider, async ({ insert, trx }) => {
    await insert('ftp_history', ftpRow(riderId, entry, test?.measured_w ?? null));
    return readRider(trx, riderId);
  });
}

export async function withdrawFtp(
  db: Db,
  riderId: string,
  { ftpId, version }: { ftpId: string; version: number },
): Promise<Rider> {
  const name = await riderName(db, riderId);
  const entry = await db
    .selectFrom('ftp_history')
    .selectAll()
    .where('id', '=', ftpId)
    .where('rider_id', '=', riderId)
    .executeTakeFirst();
  if (!entry) throw notFound('FTP');
  return orConflict(
    { version },
    () => Promise.resolve(fromFtpRow(entry)),
    () =>
      act(db, `took FTP ${entry.used_w} W of ${name} back`, rider, async ({ remove, trx }) => {
        await remove('ftp_history', ftpId, version);
        return readRider(trx, riderId);
      }),
  );
}

/** A line of the FTP history, ready to be written. */
export function ftpRow(riderId: string, entry: NewFtp, measuredW: number | null): FtpRow {
  return {
    id: randomUUID(),
    rider_id: riderId,
    test_id: entry.testId,
    measured_w: measuredW,
    used_w: entry.usedW,
    counts_from: entry.countsFrom,
    reason: entry.reason,
    version: 1,
    created_at: new Date().toISOString(),
  };
}

/** Riders with their histories: a handful of queries however many riders there are. */
async function complete(db: Db, rows: readonly RiderRow[]): Promise<Rider[]> {
  const ids = rows.map(({ id }) => id);
  const [mass, hearts, ftp, tests, screens] = await Promise.all([
    db
      .selectFrom('body_mass')
      .selectAll()
      .where('rider_id', 'in', ids)
      .orderBy('date')
      .orderBy('id')
      .execute(),
    db
      .selectFrom('heart_rates')
      .selectAll()
      .where('rider_id', 'in', ids)
      .orderBy('date')
      .orderBy('id')
      .execute(),
    // What came from a test that was withdrawn does not count until the test comes back.
    db
      .selectFrom('ftp_history')
      .leftJoin('tests', 'tests.id', 'ftp_history.test_id')
      .selectAll('ftp_history')
      .where('ftp_history.rider_id', 'in', ids)
      .where('tests.withdrawn', 'is', null)
      .orderBy('ftp_history.counts_from')
      .orderBy('ftp_history.created_at')
      .execute(),
    db
      .selectFrom('tests')
      .select(['id', 'rider_id', 'date', 'lt1_w', 'lt2_w'])
      .where('rider_id', 'in', ids)
      .where('withdrawn', 'is', null)
      .orderBy('date')
      .execute(),
    db
      .selectFrom('health_screens')
      .selectAll()
      .where('rider_id', 'in', ids)
      .orderBy('date')
      .orderBy('created_at')
      .execute(),
  ]);
  return rows.map((row) => {
    const own = <T extends { rider_id: string }>(all: readonly T[]): T[] =>
      all.filter(({ rider_id }) => rider_id === row.id);
    const ownTests = own(tests);
    return {
      id: row.id,
      name: row.name,
      birthYear: row.birth_year,
      sex: row.sex as Rider['sex'],
      powerSource: row.power_source as Rider['powerSource'],
      masters: row.masters === 1,
      goal: row.goal === null ? null : (JSON.parse(row.goal) as Rider['goal']),
      notes: row.notes,
      schemeId: row.scheme_id,
      retestWeeks: row.retest_weeks,
      hideMass: row.hide_mass === null ? null : row.hide_mass === 1,
      sessionShown: row.session_shown as Rider['sessionShown'],
      version: row.version,
      bodyMass: own(mass).map(({ id, date, kg }) => ({ id, date, kg })),
      heartRates: own(hearts).map(({ id, date, kind, bpm }) => ({
        id,
        date,
        kind: kind as 'resting',
        bpm,
      })),
      ftp: own(ftp).map(fromFtpRow),
      lastTest: ownTests.at(-1)?.date ?? null,
      health: healthFrom(own(screens).at(-1)),
      lactate: ownTests
        .filter((test) => test.lt1_w !== null || test.lt2_w !== null)
        .map((test) => ({
          testId: test.id,
          countsFrom: plusOneDay(test.date),
          lt1W: test.lt1_w,
          lt2W: test.lt2_w,
        })),
    };
  });
}

function healthFrom(row: HealthRow | undefined): Rider['health'] {
  if (!row) return null;
  const answers = JSON.parse(row.answers) as Record<string, 'yes' | 'no'>;
  return {
    id: row.id,
    date: row.date,
    answers,
    note: row.note,
    clearedBy: row.cleared_by,
    clearedOn: row.cleared_on,
  };
}

function fromFtpRow(row: FtpRow): FtpEntry {
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

function toRow(fields: RiderFields) {
  return {
    name: fields.name,
    birth_year: fields.birthYear,
    sex: fields.sex,
    power_source: fields.powerSource,
    masters: fields.masters ? 1 : 0,
    goal: fields.goal === null ? null : JSON.stringify(fields.goal),
    notes: fields.notes,
    scheme_id: fields.schemeId,
    retest_weeks: fields.retestWeeks,
    hide_mass: fields.hideMass === null ? null : fields.hideMass ? 1 : 0,
    session_shown: fields.sessionShown,
  };
}
