import { randomUUID } from 'node:crypto';
import type { NewTest, Rider, Test } from '@uphill/api';
import { checkTest, type EarlierTest, FTP_BOUNDS, ftpFromReading, ftpRefusal, preparePower, protocolOf, valueOn } from '@uphill/core';
import type { Db } from '../database.ts';
import { badField, notFound } from '../refusal.ts';
import type { TestRow } from '../tables.ts';
import { today } from '../today.ts';
import { act } from './journal.ts';
import { readStreams } from './recordings.ts';
import { ftpRow, readRider, riderName } from './riders.ts';

export async function listTests(db: Db, riderId: string): Promise<Test[]> {
  await riderName(db, riderId);
  const rows = await db.selectFrom('tests').selectAll().where('rider_id', '=', riderId).orderBy('date', 'desc').orderBy('created_at', 'desc').execute();
  return rows.map(fromRow);
}

/** Stores a test with its reading and checks, and accepts its FTP in the same action where asked. */
export async function createTest(db: Db, riderId: string, fields: NewTest): Promise<Test> {
  const rider = await readRider(db, riderId);
  refuseNonsense(fields);
  const protocol = protocolOf(fields.protocol);
  const measured = protocol.ftpPercent !== null && fields.readingW !== null ? ftpFromReading(protocol, fields.readingW).value : null;
  if (measured !== null && ftpRefusal(measured) !== null)
    throw badField('readingW', `This reading gives an FTP of ${measured} W. It has to lie between ${FTP_BOUNDS.low} and ${FTP_BOUNDS.high} W.`);
  const checks = checkTest({
    protocol,
    date: fields.date,
    ftpW: measured,
    expectedFtpW: fields.expectedW,
    powerSource: fields.powerSource,
    maximalBpm: heartRateOn(rider, 'maximal', fields.date),
    earlier: await earlierTests(db, riderId, fields.date),
    ...(fields.effort ? { recording: await evidence(db, riderId, fields.effort) } : {}),
  });
  const row: TestRow = {
    id: randomUUID(),
    rider_id: riderId,
    protocol: fields.protocol,
    date: fields.date,
    power_source: fields.powerSource,
    ramp: fields.ramp === null ? null : JSON.stringify(fields.ramp),
    reading_w: fields.readingW,
    mean_bpm: fields.meanBpm,
    measured_w: measured,
    expected_w: fields.expectedW,
    recording_id: fields.effort?.recordingId ?? null,
    start_s: fields.effort?.startS ?? null,
    end_s: fields.effort?.endS ?? null,
    checks: JSON.stringify(checks),
    note: fields.note,
    version: 1,
    created_at: new Date().toISOString(),
  };
  const { accept } = fields;
  const label = accept ? `accepted FTP ${accept.usedW} W for ${rider.name} from ${protocol.name.toLowerCase()}` : `stored the test of ${rider.name}`;
  await act(db, label, async ({ insert }) => {
    await insert('tests', row);
    if (accept) await insert('ftp_history', ftpRow(riderId, { ...accept, testId: row.id }, measured));
    if (protocol.reading.kind === 'steadyHeartRate' && fields.meanBpm !== null) {
      await insert('heart_rates', { id: randomUUID(), rider_id: riderId, date: fields.date, kind: 'threshold', bpm: Math.round(fields.meanBpm) });
    }
  });
  return fromRow(row);
}

function refuseNonsense(fields: NewTest): void {
  if (fields.date > today()) throw badField('date', 'The date of the test lies in the future.');
  const byHeart = protocolOf(fields.protocol).reading.kind === 'steadyHeartRate';
  if (byHeart && fields.meanBpm === null) throw badField('meanBpm', 'A test by heart rate needs its mean heart rate.');
  if (!byHeart && fields.readingW === null) throw badField('readingW', 'The reading is missing.');
  if (fields.effort && fields.effort.endS <= fields.effort.startS) throw badField('effort', 'The effort ends before it starts.');
  if (fields.accept && byHeart) throw badField('accept', 'A test by heart rate gives no FTP.');
}

async function evidence(db: Db, riderId: string, effort: { recordingId: string; startS: number; endS: number }) {
  const streams = await readStreams(db, riderId, effort.recordingId);
  if (effort.endS > streams.watts.length) throw badField('effort', 'The effort reaches past the end of its recording.');
  return { watts: preparePower(streams.watts).clock, bpm: streams.bpm, rpm: streams.rpm, effort };
}

async function earlierTests(db: Db, riderId: string, before: string): Promise<EarlierTest[]> {
  const rows = await db
    .selectFrom('tests')
    .select(['protocol', 'date', 'measured_w', 'power_source'])
    .where('rider_id', '=', riderId)
    .where('date', '<', before)
    .execute();
  return rows.map((row) => ({ protocolId: row.protocol, date: row.date, ftpW: row.measured_w, powerSource: row.power_source }));
}

function heartRateOn(rider: Rider, kind: string, date: string): number | null {
  const history = rider.heartRates.filter((entry) => entry.kind === kind).map(({ date: from, bpm }) => ({ from, value: bpm }));
  return valueOn(history, date)?.value ?? null;
}

export async function removeTest(db: Db, riderId: string, id: string): Promise<void> {
  const row = await db.selectFrom('tests').selectAll().where('id', '=', id).where('rider_id', '=', riderId).executeTakeFirst();
  if (!row) throw notFound('test');
  const name = await riderName(db, riderId);
  const used = await db.selectFrom('ftp_history').select('id').where('test_id', '=', id).execute();
  await act(db, `removed a test of ${name}`, async ({ remove }) => {
    for (const entry of used) await remove('ftp_history', entry.id);
    await remove('tests', id);
  });
}

function fromRow(row: TestRow): Test {
  return {
    id: row.id,
    riderId: row.rider_id,
    protocol: row.protocol as Test['protocol'],
    date: row.date,
    powerSource: row.power_source as Test['powerSource'],
    ramp: row.ramp === null ? null : (JSON.parse(row.ramp) as Test['ramp']),
    readingW: row.reading_w,
    meanBpm: row.mean_bpm,
    measuredW: row.measured_w,
    expectedW: row.expected_w,
    effort:
      row.recording_id === null || row.start_s === null || row.end_s === null ? null : { recordingId: row.recording_id, startS: row.start_s, endS: row.end_s },
    checks: JSON.parse(row.checks) as Test['checks'],
    note: row.note,
    version: row.version,
  };
}
