import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { NewTest, Rider, Session, Test } from '@uphill/api';
import { findRamp, findSteadyEffort, meanHeartRate, parseCsvRecording, preparePower, readRampMinute, readRampStage, readSteady } from '@uphill/core';
import { buildApp, openDatabase } from '@uphill/server';
import { addDays, formatISO } from 'date-fns';
import { recordingOf } from './recordings.ts';
import { DEMO_RIDERS, type DemoRider, type DemoTest } from './riders.ts';
import { DEMO_DAYS, DEMO_SESSIONS } from './sessions.ts';

type Ask = <T>(method: 'GET' | 'POST' | 'PATCH', url: string, body?: unknown) => Promise<T>;

/** The day so many days from today, `yyyy-mm-dd`. */
export function dayFromToday(days: number): string {
  return formatISO(addDays(new Date(), days), { representation: 'date' });
}

/**
 * Builds the demo database through the server's own routes, so that it holds nothing a coach could not have put
 * there, and leaves two recordings beside it to be brought in by hand.
 */
export async function buildDemo(database: string, say: (line: string) => void): Promise<void> {
  const app = await buildApp({ database, demo: true });
  const ask: Ask = async <T>(method: 'GET' | 'POST' | 'PATCH', url: string, body?: unknown) => {
    const answer = await app.inject({ method, url: `/api${url}`, headers: { host: '127.0.0.1' }, ...(body === undefined ? {} : { payload: body as object }) });
    if (answer.statusCode >= 400) throw new Error(`${method} ${url}: ${answer.body}`);
    return answer.json<T>();
  };
  const upload = async (riderId: string, name: string, content: string): Promise<string> => {
    const edge = 'demo-edge';
    const payload = `--${edge}\r\nContent-Disposition: form-data; name="file"; filename="${name}"\r\nContent-Type: text/csv\r\n\r\n${content}\r\n--${edge}--\r\n`;
    const answer = await app.inject({
      method: 'POST',
      url: `/api/riders/${riderId}/recordings`,
      headers: { host: '127.0.0.1', 'content-type': `multipart/form-data; boundary=${edge}` },
      payload,
    });
    return answer.json<{ recording: { id: string } }>().recording.id;
  };
  try {
    const sessions: Record<string, Session> = {};
    for (const [key, plan] of Object.entries(DEMO_SESSIONS)) sessions[key] = await ask<Session>('POST', '/sessions', { plan });
    for (const demo of DEMO_RIDERS) {
      await buildRider(demo, ask, upload, sessions);
      say(`${demo.fields.name}: ${demo.tests.length} tests, ${DEMO_DAYS[demo.fields.name]?.length ?? 0} days`);
    }
  } finally {
    await app.close();
  }
  // Building it is nothing a coach did, so there is nothing to take back.
  const db = await openDatabase(database);
  await db.deleteFrom('journal').execute();
  await db.destroy();
  writeRecordings(path.join(path.dirname(database), 'recordings'));
}

async function buildRider(
  demo: DemoRider,
  ask: Ask,
  upload: (riderId: string, name: string, content: string) => Promise<string>,
  sessions: Record<string, Session>,
): Promise<void> {
  const goal = demo.goal && { name: demo.goal.name, date: dayFromToday(demo.goal.inDays), watts: demo.goal.watts, seconds: demo.goal.seconds };
  const { id } = await ask<Rider>('POST', '/riders', { ...demo.fields, goal });
  for (const [daysAgo, kg] of demo.kg) await ask('POST', `/riders/${id}/body-mass`, { date: dayFromToday(-daysAgo), kg });
  const first = dayFromToday(-200);
  await ask('POST', `/riders/${id}/heart-rates`, { date: first, kind: 'resting', bpm: demo.body.restingBpm });
  await ask('POST', `/riders/${id}/heart-rates`, { date: first, kind: 'maximal', bpm: demo.body.maximalBpm });
  await ask('POST', `/riders/${id}/heart-rates`, { date: first, kind: 'threshold', bpm: demo.thresholdBpm });
  for (const test of demo.tests) await storeTest(id, demo, test, ask, upload);
  for (const { inDays, session, state, rpe, note } of DEMO_DAYS[demo.fields.name] ?? []) {
    const [day] = await ask<{ id: string }[]>('POST', `/riders/${id}/placed`, { sessionId: sessions[session]?.id, dates: [dayFromToday(inDays)] });
    if (state && day) await ask('PATCH', `/placed/${day.id}`, { version: 1, state, rpe: rpe ?? null, note: note ?? '' });
  }
}

async function storeTest(
  riderId: string,
  demo: DemoRider,
  test: DemoTest,
  ask: Ask,
  upload: (riderId: string, name: string, content: string) => Promise<string>,
): Promise<void> {
  const date = dayFromToday(-test.daysAgo);
  const { ftp: history } = await ask<Rider>('GET', `/riders/${riderId}`);
  const body: NewTest = {
    protocol: test.protocol,
    date,
    powerSource: test.powerSource ?? demo.fields.powerSource,
    ramp: test.ramp ?? null,
    readingW: null,
    meanBpm: test.meanBpm ?? null,
    expectedW: history.at(-1)?.usedW ?? null,
    effort: null,
    note: test.note,
    accept: null,
  };
  const file = recordingOf(demo, test, date);
  if (file) {
    const recordingId = await upload(riderId, `${demo.fields.name.split(' ')[0]?.toLowerCase() ?? 'rider'}-${test.protocol}-${date}.csv`, file);
    Object.assign(body, readingOf(file, test, recordingId));
  }
  const stored = await ask<Test>('POST', `/riders/${riderId}/tests`, body);
  if (stored.measuredW === null) return;
  const usedW = Math.round(stored.measuredW * (test.usedShare ?? 1));
  await ask('POST', `/riders/${riderId}/ftp`, { testId: stored.id, usedW, countsFrom: dayFromToday(1 - test.daysAgo), reason: test.reason ?? '' });
}

/** Reads a demo recording the way the test page does. */
function readingOf(file: string, test: DemoTest, recordingId: string): Partial<NewTest> {
  const read = parseCsvRecording(file);
  if (!read.ok) throw new Error(read.reason);
  const watts = preparePower(read.value.watts).clock;
  const found = test.ramp ? findRamp(watts, test.ramp) : findSteadyEffort(watts, 1200);
  if (!found.ok) throw new Error(found.reason);
  const effort = found.value;
  const reading = !test.ramp
    ? { ok: true as const, value: readSteady(watts, effort) }
    : test.protocol === 'ramp'
      ? readRampMinute(watts, effort)
      : readRampStage(watts, effort, test.ramp);
  if (!reading.ok) throw new Error(reading.reason);
  const meanBpm = meanHeartRate(read.value.bpm?.slice(effort.startS, effort.endS) ?? []);
  return { readingW: reading.value.value, meanBpm: meanBpm === null ? null : Math.round(meanBpm), effort: { recordingId, ...effort } };
}

/** Two fresh recordings that are not in the database yet: a ramp of Ines and a twenty-minute test of Tomas. */
function writeRecordings(folder: string): void {
  mkdirSync(folder, { recursive: true });
  const [ines, tomas] = DEMO_RIDERS;
  if (!ines || !tomas) return;
  const ramp = recordingOf(ines, { daysAgo: 1, protocol: 'ramp', form: 1.03, ramp: { startW: 100, stepW: 20 }, note: '' }, dayFromToday(-1));
  const twenty = recordingOf(tomas, { daysAgo: 2, protocol: 'twenty-minute', form: 1.02, pacing: { first: 1.01, last: 1.01 }, note: '' }, dayFromToday(-2));
  writeFileSync(path.join(folder, 'ines-ramp.csv'), ramp ?? '');
  writeFileSync(path.join(folder, 'tomas-twenty-minutes.csv'), twenty ?? '');
}
