import { randomUUID } from 'node:crypto';
import type { FtpEntry, NewFtp, Rider, RiderFields } from '@uphill/api';
import { subDays, formatISO } from 'date-fns';
import type { Db } from '../database.ts';
import { notFound } from '../refusal.ts';
import type { BodyMassRow, FtpRow, HeartRateRow, RiderRow } from '../tables.ts';
import { act, orConflict } from './journal.ts';

/** Bests older than this do not count for the rider's curve. Handbook section 5: default window 365 days. */
const BESTS_DAYS = 365;

export async function listRiders(db: Db): Promise<Rider[]> {
  const rows = await db.selectFrom('riders').selectAll().orderBy('name').execute();
  return Promise.all(rows.map((row) => complete(db, row)));
}

export async function readRider(db: Db, id: string): Promise<Rider> {
  const row = await db.selectFrom('riders').selectAll().where('id', '=', id).executeTakeFirst();
  if (!row) throw notFound('rider');
  return complete(db, row);
}

/** The name of a rider, for labels; refuses where there is no such rider. */
export async function riderName(db: Db, id: string): Promise<string> {
  const row = await db.selectFrom('riders').select('name').where('id', '=', id).executeTakeFirst();
  if (!row) throw notFound('rider');
  return row.name;
}

export async function createRider(db: Db, fields: RiderFields): Promise<Rider> {
  const id = randomUUID();
  await act(db, `added ${fields.name}`, ({ insert }) => insert('riders', { id, ...toRow(fields), version: 1, created_at: new Date().toISOString() }));
  return readRider(db, id);
}

export async function changeRider(db: Db, id: string, change: Partial<RiderFields> & { version: number }): Promise<Rider> {
  const read = () => readRider(db, id);
  const stored = await read();
  const { version, ...fields } = change;
  const next: RiderFields = { ...stored, ...fields };
  await orConflict(change, read, () => act(db, `changed ${stored.name}`, ({ update }) => update('riders', id, { ...toRow(next), version: version + 1 })));
  return read();
}

export async function addBodyMass(db: Db, riderId: string, entry: { date: string; kg: number }): Promise<Rider> {
  const name = await riderName(db, riderId);
  await act(db, `${name}: ${entry.kg} kg`, ({ insert }) => insert('body_mass', { id: randomUUID(), rider_id: riderId, ...entry }));
  return readRider(db, riderId);
}

export async function addHeartRate(db: Db, riderId: string, entry: { date: string; kind: string; bpm: number }): Promise<Rider> {
  const name = await riderName(db, riderId);
  await act(db, `${name}: ${entry.kind} heart rate ${entry.bpm} bpm`, ({ insert }) => insert('heart_rates', { id: randomUUID(), rider_id: riderId, ...entry }));
  return readRider(db, riderId);
}

export async function acceptFtp(db: Db, riderId: string, entry: NewFtp): Promise<Rider> {
  const name = await riderName(db, riderId);
  const test =
    entry.testId === null ? null : await db.selectFrom('tests').selectAll().where('id', '=', entry.testId).where('rider_id', '=', riderId).executeTakeFirst();
  if (test === undefined) throw notFound('test');
  await act(db, `accepted FTP ${entry.usedW} W for ${name}`, ({ insert }) => insert('ftp_history', ftpRow(riderId, entry, test?.measured_w ?? null)));
  return readRider(db, riderId);
}

export async function withdrawFtp(db: Db, riderId: string, ftpId: string): Promise<Rider> {
  const name = await riderName(db, riderId);
  const entry = await db.selectFrom('ftp_history').selectAll().where('id', '=', ftpId).where('rider_id', '=', riderId).executeTakeFirst();
  if (!entry) throw notFound('FTP');
  await act(db, `took FTP ${entry.used_w} W of ${name} back`, ({ remove }) => remove('ftp_history', ftpId));
  return readRider(db, riderId);
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

async function complete(db: Db, row: RiderRow): Promise<Rider> {
  const [mass, hearts, ftp, lastTest, bests] = await Promise.all([
    db.selectFrom('body_mass').selectAll().where('rider_id', '=', row.id).orderBy('date').orderBy('id').execute(),
    db.selectFrom('heart_rates').selectAll().where('rider_id', '=', row.id).orderBy('date').orderBy('id').execute(),
    db.selectFrom('ftp_history').selectAll().where('rider_id', '=', row.id).orderBy('counts_from').orderBy('created_at').execute(),
    db.selectFrom('tests').select('date').where('rider_id', '=', row.id).orderBy('date', 'desc').executeTakeFirst(),
    bestsOf(db, row.id),
  ]);
  return {
    id: row.id,
    name: row.name,
    birthYear: row.birth_year,
    sex: row.sex as Rider['sex'],
    powerSource: row.power_source as Rider['powerSource'],
    masters: row.masters === 1,
    goal: row.goal === null ? null : (JSON.parse(row.goal) as Rider['goal']),
    notes: row.notes,
    version: row.version,
    bodyMass: mass.map(({ id, date, kg }: BodyMassRow) => ({ id, date, kg })),
    heartRates: hearts.map(({ id, date, kind, bpm }: HeartRateRow) => ({ id, date, kind: kind as 'resting', bpm })),
    ftp: ftp.map(fromFtpRow),
    lastTest: lastTest?.date ?? null,
    bests,
  };
}

/** Bests that no longer and harder effort makes idle, longest first. */
async function bestsOf(db: Db, riderId: string): Promise<[number, number][]> {
  const since = formatISO(subDays(new Date(), BESTS_DAYS), { representation: 'date' });
  const rows = await db
    .selectFrom('recording_bests')
    .innerJoin('recordings', 'recordings.id', 'recording_bests.recording_id')
    .select(['recording_bests.seconds', ({ fn }) => fn.max('recording_bests.watts').as('watts')])
    .where('recordings.rider_id', '=', riderId)
    .where('recordings.date', '>=', since)
    .groupBy('recording_bests.seconds')
    .orderBy('recording_bests.seconds', 'desc')
    .execute();
  let highest = 0;
  return rows.flatMap(({ seconds, watts }): [number, number][] => {
    if (watts <= highest) return [];
    highest = watts;
    return [[seconds, watts]];
  });
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
  };
}
