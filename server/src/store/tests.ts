import { randomUUID } from 'node:crypto';
import {
  effortOnRecordingSchema,
  type NewTest,
  shapeOf,
  type Test,
  testSchema,
  testChecksSchema,
  testFieldsSchema,
} from '@uphill/api';
import {
  checkTest,
  detailsKind,
  earlierTest,
  type EarlierTest,
  meanCadence,
  type Efforts,
  FTP_BOUNDS,
  modelTest,
  type Protocol,
  protocolOf,
  readLactate,
  resultOf,
  type TestResult,
  thresholdFrom,
} from '@uphill/core/testing';
import { freshEfforts, maximalEfforts, maximalTwenty, preparePower } from '@uphill/core/power';
import { healthVerdict, numbersOnDay } from '@uphill/core/rider';
import type { z } from 'zod';
import type { Db } from '../database.ts';
import { badField, notFound, refuseDay } from '../refusal.ts';
import type { RideRow, TestRow } from '../tables.ts';
import { hardDaysBefore } from './hardDays.ts';
import { type Act, act, orConflict } from './journal.ts';
import { readJson, unreadableSentence } from './json.ts';
import { listMarkedEfforts } from './markedEfforts.ts';
import { readStreams } from './recordings.ts';
import { ftpRow } from './ftp.ts';
import { riderName } from './riderName.ts';
import { readRider } from './riders.ts';
import { type Reader, rides } from './rides.ts';

/** A rider's tests, the latest first; since a day, where one is named. */
export async function listTests(db: Db, riderId: string, since = ''): Promise<Test[]> {
  await riderName(db, riderId);
  const rows = await withOrigin(db)
    .where('tests.rider_id', '=', riderId)
    .where('tests.date', '>=', since)
    .orderBy('tests.date', 'desc')
    .orderBy('tests.created_at', 'desc')
    .execute();
  return rows.map(fromRow);
}

/** Stores a test with its readings and checks, and accepts its FTP in the same action where asked. */
export async function createTest(db: Db, riderId: string, fields: NewTest): Promise<Test> {
  const rider = await readRider(db, riderId);
  const protocol = protocolOf(fields.protocol);
  refuseNonsense(fields, protocol);
  const { maximalBpm, massKg } = numbersOnDay(rider, fields.date);
  const twentyMinuteW = await twentyBefore(db, riderId, fields);
  const result = resultOf(protocol, { ...fields, massKg, twentyMinuteW });
  if (!result.ok)
    throw badField(detailsKind(protocol) === null ? 'readingW' : 'details', result.reason);
  const measured = result.value.ftp?.value ?? null;
  if (measured !== null && (measured < FTP_BOUNDS.low || measured > FTP_BOUNDS.high))
    throw badField(
      'readingW',
      `This reading gives an FTP of ${measured} W. It has to lie between ${FTP_BOUNDS.low} and ${FTP_BOUNDS.high} W.`,
    );
  if (fields.accept && measured === null)
    throw badField('accept', `${protocol.name} gives no FTP here.`);
  const checks = checkTest({
    protocol,
    date: fields.date,
    ftpW: measured,
    expectedFtpW: fields.expectedW,
    powerSource: fields.powerSource,
    maximalBpm,
    retestWeeks: rider.retestWeeks,
    setup: fields.setup,
    details: fields.details,
    heartRateUsable: healthVerdict(rider.health, rider, fields.date).heartRate,
    hardBefore: await hardDaysBefore(db, rider, fields.date),
    earlier: await earlierTests(db, riderId, fields),
    ...(fields.effort ? { recording: await evidence(db, riderId, fields.effort) } : {}),
  });
  const row: TestRow = {
    id: randomUUID(),
    rider_id: riderId,
    ...toRow(fields, protocol, result.value),
    checks: JSON.stringify(checks),
  };
  const { accept } = fields;
  const label = accept
    ? `accepted FTP ${accept.usedW} W for ${rider.name} from ${protocol.name.toLowerCase()}`
    : `saved the test of ${rider.name}`;
  return act(db, label, testSchema, async ({ insert, remove, update, trx }) => {
    await insert('tests', row);
    if (fields.effort) await rideTested(update, trx, fields.effort.recordingId, fields.date);
    const day =
      fields.testDayId &&
      (await trx
        .selectFrom('test_days')
        .select('id')
        .where('id', '=', fields.testDayId)
        .where('rider_id', '=', riderId)
        .executeTakeFirst());
    if (day) await remove('test_days', day.id);
    if (accept)
      await insert('ftp_history', ftpRow(riderId, { ...accept, testId: row.id }, measured));
    const threshold = givesThreshold(protocol, fields) ? result.value.meanBpm : null;
    if (threshold !== null)
      await insert('heart_rates', {
        id: randomUUID(),
        rider_id: riderId,
        date: fields.date,
        kind: 'threshold',
        bpm: Math.round(threshold),
        version: 1,
      });
    return fromRow(await ownTest(trx, riderId, row.id));
  });
}

/** The ride that a test was read off is a test; where its date was only assumed, it is the test's. */
async function rideTested(
  update: Act['update'],
  trx: Act['trx'],
  recordingId: string,
  date: string,
): Promise<void> {
  const ride = await rides(trx)
    .innerJoin('recordings', 'recordings.ride_id', 'rides.id')
    .select(['rides.id', 'rides.kind', 'rides.dated_by', 'rides.version'])
    .where('recordings.id', '=', recordingId)
    .executeTakeFirst();
  if (!ride || (ride.kind !== 'free' && ride.dated_by !== 'assumed')) return;
  const dated = ride.dated_by === 'assumed' ? { date, dated_by: 'coach' as const } : {};
  await update('rides', ride.id, {
    ...dated,
    ...(ride.kind === 'free' ? { kind: 'test' as const } : {}),
    version: ride.version + 1,
  });
}

/** Tests, and whether the ride they were read off was ridden on the stand-ins. */
function withOrigin(db: Reader) {
  return db
    .selectFrom('tests')
    .leftJoin('recordings', 'recordings.id', 'tests.recording_id')
    .leftJoin('rides', 'rides.id', 'recordings.ride_id')
    .selectAll('tests')
    .select('rides.origin');
}

/** The best maximal 20:00 of the 90 days up to a test, above which its CP cannot lie. */
async function twentyBefore(
  db: Db,
  riderId: string,
  { date, powerSource }: NewTest,
): Promise<number | null> {
  const efforts = maximalEfforts(
    (await listTests(db, riderId)).map(modelTest),
    (await listMarkedEfforts(db, riderId)).filter(({ idle }) => idle === null),
  );
  return maximalTwenty(freshEfforts(efforts, date), powerSource);
}

/** Without a power meter the mean heart rate is what the test is for, so it becomes the threshold at once. */
function givesThreshold(protocol: Protocol, { acceptThreshold }: NewTest): boolean {
  return (
    protocol.reading.kind === 'steadyHeartRate' ||
    (acceptThreshold && thresholdFrom(protocol) !== null)
  );
}

function refuseNonsense(fields: NewTest, protocol: Protocol): void {
  refuseDay('date', fields.date, 'past');
  if (fields.accept) refuseDay('countsFrom', fields.accept.countsFrom, 'any');
  const { kind } = protocol.reading;
  if (kind === 'steadyHeartRate' && fields.details === null)
    throw badField('meanBpm', 'A test by heart rate needs its mean heart rate.');
  if (detailsKind(protocol) === null && fields.readingW === null)
    throw badField('readingW', 'The reading is missing.');
  if (
    fields.effort &&
    [fields.effort, ...fields.effort.parts].some(({ startS, endS }) => endS <= startS)
  )
    throw badField('effort', 'The effort ends before it starts.');
  if (fields.accept && kind === 'steadyHeartRate')
    throw badField('accept', 'A test by heart rate gives no FTP.');
}

async function evidence(db: Db, riderId: string, effort: NonNullable<NewTest['effort']>) {
  const streams = await readStreams(db, riderId, effort.recordingId);
  if ([effort, ...effort.parts].some(({ endS }) => endS > streams.watts.length))
    throw badField('effort', 'The effort reaches past the end of its recording.');
  const efforts: Efforts = Object.fromEntries(
    effort.parts.map(({ id, startS, endS }) => [id, { startS, endS }]),
  );
  return {
    watts: preparePower(streams.watts, streams.stops).clock,
    bpm: streams.bpm,
    rpm: streams.rpm,
    effort,
    efforts,
  };
}

/** Tests before one, the last of the same kind with the cadence of its effort. */
async function earlierTests(
  db: Db,
  riderId: string,
  { date, protocol, effort: now }: Pick<NewTest, 'date' | 'protocol' | 'effort'>,
): Promise<EarlierTest[]> {
  const tests = (await listTests(db, riderId)).filter(
    (test) => test.date < date && test.withdrawn === null,
  );
  const last = tests.find((test) => test.protocol === protocol && test.effort !== null);
  // Only a recording has a cadence to hold against the last one.
  const effort = (now && last?.effort) ?? null;
  const meanRpm =
    effort === null
      ? null
      : meanCadence({ rpm: (await readStreams(db, riderId, effort.recordingId)).rpm, effort });
  // In the order they came in: of two on one day the later counts.
  return tests.map((test) => earlierTest(test, test === last ? meanRpm : null)).reverse();
}

/** Withdraws a test with its reason, or brings it back; what came from it stops counting, or counts again. */
export async function withdrawTest(
  db: Db,
  riderId: string,
  id: string,
  change: { version: number; withdrawn: string | null },
): Promise<Test> {
  const read = async (): Promise<Test> => fromRow(await ownTest(db, riderId, id));
  const stored = await read();
  const name = await riderName(db, riderId);
  const label = `${change.withdrawn === null ? 'restored' : 'withdrew'} a test of ${name}: ${protocolOf(stored.protocol).name}`;
  return orConflict(change, read, () =>
    act(db, label, testSchema, async ({ update, trx }) => {
      await update('tests', id, { withdrawn: change.withdrawn, version: change.version + 1 });
      return fromRow(await ownTest(trx, riderId, id));
    }),
  );
}

async function ownTest(
  db: Reader,
  riderId: string,
  id: string,
): Promise<TestRow & { origin: RideRow['origin'] | null }> {
  const row = await withOrigin(db)
    .where('tests.id', '=', id)
    .where('tests.rider_id', '=', riderId)
    .executeTakeFirst();
  if (!row) throw notFound('test');
  return row;
}

export async function removeTest(
  db: Db,
  riderId: string,
  { id, version }: { id: string; version: number },
): Promise<void> {
  const read = async (): Promise<Test> => fromRow(await ownTest(db, riderId, id));
  await read();
  const name = await riderName(db, riderId);
  await orConflict({ version }, read, () =>
    act(db, `deleted a test of ${name}`, null, async ({ remove, trx }) => {
      const used = await trx
        .selectFrom('ftp_history')
        .select('id')
        .where('test_id', '=', id)
        .execute();
      for (const entry of used) await remove('ftp_history', entry.id);
      await remove('tests', id, version);
    }),
  );
}

function toRow(
  fields: NewTest,
  protocol: Protocol,
  result: TestResult,
): Omit<TestRow, 'id' | 'rider_id' | 'checks'> {
  const { details, effort } = fields;
  return {
    protocol: protocol.id,
    date: fields.date,
    power_source: fields.powerSource,
    ramp: json(fields.ramp),
    // Where the readings are details, what the share is taken of is reckoned here, never taken on trust.
    reading_w: result.readingW,
    mean_bpm: result.meanBpm,
    measured_w: result.ftp?.value ?? null,
    expected_w: fields.expectedW,
    recording_id: effort?.recordingId ?? null,
    start_s: effort?.startS ?? null,
    end_s: effort?.endS ?? null,
    parts: effort ? json(effort.parts) : null,
    details: json(details),
    setup: json(fields.setup),
    ...thresholdsOf(details),
    withdrawn: null,
    note: fields.note,
    version: 1,
    created_at: new Date().toISOString(),
  };
}

/** LT1 and LT2 by the methods the coach picked; null where there is no lactate or a method says nothing. */
function thresholdsOf(details: NewTest['details']): { lt1_w: number | null; lt2_w: number | null } {
  if (details?.kind !== 'lactate') return { lt1_w: null, lt2_w: null };
  const reading = readLactate(details.samples, details.stepW, details);
  const [lt1, lt2] = [reading.lt1[details.lt1By], reading.lt2[details.lt2By]];
  return { lt1_w: lt1.ok ? lt1.value.value : null, lt2_w: lt2.ok ? lt2.value.value : null };
}

const ramp = shapeOf(testFieldsSchema.shape.ramp);
const parts = shapeOf(effortOnRecordingSchema.shape.parts);
const details = shapeOf(testFieldsSchema.shape.details);
const setup = shapeOf(testFieldsSchema.shape.setup);
const checks = shapeOf(testChecksSchema);

function fromRow(row: TestRow & { origin: RideRow['origin'] | null }): Test {
  const unread: string[] = [];
  const stored = <T>(text: string | null, schema: z.ZodType<T>, what: string): T | null => {
    const read = text === null ? null : readJson(text, schema);
    if (read && !read.ok) unread.push(unreadableSentence(what, read.reason));
    return read?.ok ? read.value : null;
  };
  return {
    id: row.id,
    riderId: row.rider_id,
    protocol: row.protocol,
    date: row.date,
    powerSource: row.power_source,
    ramp: stored(row.ramp, ramp, 'Its ramp'),
    readingW: row.reading_w,
    meanBpm: row.mean_bpm,
    measuredW: row.measured_w,
    expectedW: row.expected_w,
    effort:
      row.recording_id === null || row.start_s === null || row.end_s === null
        ? null
        : {
            recordingId: row.recording_id,
            startS: row.start_s,
            endS: row.end_s,
            parts: stored(row.parts, parts, 'Where its efforts lie') ?? [],
          },
    details: stored(row.details, details, 'Its readings') ?? oldHeartRate(row),
    setup: stored(row.setup, setup, 'Its set-up'),
    checks: stored(row.checks, checks, 'Its checks') ?? [],
    note: row.note,
    withdrawn: row.withdrawn,
    standIns: row.origin === 'standIns',
    unreadable: unread.length === 0 ? null : unread.join(' '),
    version: row.version,
  };
}

/** A test by heart rate stored before details were kept has its beats in their own column. */
function oldHeartRate(row: TestRow): Test['details'] {
  return row.protocol === 'heart-rate-twenty' && row.mean_bpm !== null
    ? { kind: 'heartRate', meanBpm: row.mean_bpm, distanceKm: null }
    : null;
}

function json(value: unknown): string | null {
  return value === null ? null : JSON.stringify(value);
}
