import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { measureAll } from '@uphill/core/sessions';
import type { Received, Rider, Session } from '@uphill/api';
import { healthQuestionsFor } from '@uphill/core/rider';
import { writeCsvRecording } from '@uphill/core/formats';
import { mondayOf, plus } from '@uphill/core/season';
import { buildApp, openDatabase } from '@uphill/server';
import { dayFromToday } from './dates.ts';
import { storeTest } from './storeTest.ts';
import { DEMO_FILES, weekOf } from './files.ts';
import { forgetJournal, markDemoRiders, markOpened } from './store/demoRiders.ts';
import { rideTest } from './recordings.ts';
import { bringRidesIn, type Server, setSource } from './bringIn.ts';
import { planAhead } from './ahead.ts';
import { type BlocksBehind, laySeason } from './seasons.ts';
import { putBlocksBehind, putGoalBehind } from './store/blocksBehind.ts';
import { DEMO_RIDERS, type DemoRider } from './riders.ts';
import { answerSuggestions, tellRides } from './told.ts';
import { DEMO_DAYS, DEMO_HILLS, DEMO_SESSIONS } from './sessions.ts';
import { type PastDay, pastOf } from './weeks.ts';

/** About fourteen months. */
const RIDE_DAYS = 425;
/** How far back the story begins. */
const STORY_DAYS = 432;
/** Rides older than so many days have been opened. */
const OPENED_DAYS = 5;

/**
 * Builds the demo database through the server's own routes, so that it holds nothing a coach could not have put
 * there, and leaves two recordings beside it to be brought in by hand.
 *
 * @param rideDays how many days of rides each rider has
 */
export async function buildDemo(
  database: string,
  say: (line: string) => void,
  rideDays = RIDE_DAYS,
): Promise<void> {
  const app = await buildApp({ database, demo: true });
  const headers = { host: '127.0.0.1' };
  const server: Server = {
    async ask<T>(method: 'GET' | 'POST' | 'PATCH' | 'PUT', url: string, body?: unknown) {
      const answer = await app.inject({
        method,
        url: `/api${url}`,
        headers,
        ...(body === undefined ? {} : { payload: body as object }),
      });
      if (answer.statusCode >= 400) throw new Error(`${method} ${url}: ${answer.body}`);
      return (answer.body === '' ? null : answer.json<T>()) as T;
    },
    async upload(riderId, name, content) {
      const payload = new FormData();
      payload.set('file', new File([content as Uint8Array<ArrayBuffer>], name));
      const url = `/api/riders/${riderId}/recordings`;
      const answer = await app.inject({ method: 'POST', url, headers, payload });
      if (answer.statusCode >= 400) throw new Error(`${name}: ${answer.body}`);
      return answer.json<Received>();
    },
  };
  const behind: BlocksBehind[] = [];
  try {
    for (const hill of DEMO_HILLS) await server.ask('POST', '/hills', hill);
    const sessions: Record<string, Session> = {};
    for (const [key, plan] of Object.entries(DEMO_SESSIONS))
      sessions[key] = await server.ask<Session>('POST', '/sessions', { plan });
    for (const demo of DEMO_RIDERS) {
      const blocks = await buildRider(demo, server, sessions, rideDays, say);
      if (blocks) behind.push(blocks);
    }
    await app.keeper.rested();
    for (const { id } of await server.ask<Rider[]>('GET', '/riders'))
      await answerSuggestions(id, server.ask);
  } finally {
    await app.close();
  }
  const db = await openDatabase(database);
  await putBlocksBehind(db, behind);
  await markOpened(db, dayFromToday(-OPENED_DAYS));
  for (const { name, inDays } of Object.values(DEMO_FILES).flatMap(({ goals }) => goals))
    if (inDays < 0) await putGoalBehind(db, name, dayOfGoal(inDays));
  await forgetJournal(db);
  await markDemoRiders(db);
  await db.destroy();
  writeRecordings(path.join(path.dirname(database), 'recordings'));
}

/** What is left of a session that was cut short. */
const RIDDEN_OF_SHORTENED = 2 / 3;

async function buildRider(
  demo: DemoRider,
  server: Server,
  sessions: Record<string, Session>,
  rideDays: number,
  say: (line: string) => void,
): Promise<BlocksBehind | null> {
  const { ask } = server;
  const id = await addRider(demo, ask);
  const before = demo.sourcesBefore?.[0];
  await fillFile(id, demo, server);
  const past = pastOf(demo, rideDays);
  const days = await assignPast(id, past, server, sessions);
  const rides = await bringRidesIn(id, demo, server, { rideDays, byCard: false });
  if (before) await setSource(id, before.source, ask);
  for (const test of demo.tests) {
    if (before && test.daysAgo < before.untilDaysAgo)
      await setSource(id, demo.fields.powerSource, ask);
    await storeTest(id, demo, test, server);
  }
  if (before) await setSource(id, demo.fields.powerSource, ask);
  // What was ridden by the card needs the FTP that the tests have found.
  const byCard = await bringRidesIn(id, demo, server, { rideDays, byCard: true });
  for (const { daysAgo, session, state, rpe, note, reason = null } of past) {
    const day = session && days.get(`${daysAgo} ${session}`);
    if (!state || !day) continue;
    const { seconds } = measureAll(DEMO_SESSIONS[session].items);
    const minutes = state === 'shortened' ? Math.round((seconds * RIDDEN_OF_SHORTENED) / 60) : null;
    await ask('PUT', `/days/${day}/mark`, { state, rpe, note, reason, minutes });
  }
  await tellRides(id, demo, ask);
  for (const { inDays, session } of DEMO_DAYS[demo.fields.name] ?? [])
    if (inDays >= 0)
      await ask('POST', `/riders/${id}/days`, {
        sessionId: sessions[session]?.id,
        dates: [dayFromToday(inDays)],
      });
  await planAhead(id, demo, ask, sessions);
  const behind = await laySeason(demo.fields.name, id, ask);
  say(
    `${demo.fields.name}: ${rides + byCard} rides, ${demo.tests.length} tests, ${days.size} days of the past`,
  );
  return behind;
}

/** The rider with everything measured of the body. */
async function addRider(demo: DemoRider, ask: Server['ask']): Promise<string> {
  const before = demo.sourcesBefore?.[0];
  const fields = {
    ...demo.fields,
    schemeId: demo.schemeId ?? null,
    retestWeeks: 6,
    hideMass: null,
    sessionShown: demo.sessionShown ?? 'dayBefore',
    powerSource: before?.source ?? demo.fields.powerSource,
  };
  const { id } = await ask<Rider>('POST', '/riders', fields);
  for (const [daysAgo, kg] of demo.kg)
    await ask('POST', `/riders/${id}/body-mass`, { date: dayFromToday(-daysAgo), kg });
  const first = dayFromToday(-STORY_DAYS);
  for (const [kind, bpm] of [
    ['resting', demo.body.restingBpm],
    ['maximal', demo.typedMaximalBpm ?? demo.body.maximalBpm],
    ['threshold', demo.thresholdBpm],
  ] as const)
    await ask('POST', `/riders/${id}/heart-rates`, { date: first, kind, bpm });
  await storeHealth(id, demo, ask);
  return id;
}

async function storeHealth(id: string, demo: DemoRider, ask: Server['ask']): Promise<void> {
  const { yes, note, cleared } = demo.health;
  const answers = Object.fromEntries(
    healthQuestionsFor(demo.fields).map((question) => [
      question.id,
      yes.includes(question.id) ? 'yes' : 'no',
    ]),
  );
  const daysAgo = cleared?.[1] ?? STORY_DAYS;
  await ask('POST', `/riders/${id}/health`, {
    date: dayFromToday(-daysAgo),
    answers,
    answeredBy: demo.fields.name,
    note,
    clearedBy: cleared?.[0] ?? null,
    clearedOn: cleared ? dayFromToday(-daysAgo) : null,
  });
}

/** Goals are ridden on Saturdays: the one of the week that is meant from this one's Monday. */
function dayOfGoal(inDays: number): string {
  return plus(mondayOf(dayFromToday(0)), 7 * Math.round(inDays / 7) + 5);
}

/** Goals, hours, what is fixed every week, kit. */
async function fillFile(id: string, demo: DemoRider, { ask }: Server): Promise<void> {
  const file = DEMO_FILES[demo.fields.name];
  const main = demo.goal && { ...demo.goal, rank: 'main' as const, km: null, climbM: null };
  for (const { inDays, ...goal } of [...(main ? [main] : []), ...(file?.goals ?? [])])
    await ask('POST', `/riders/${id}/goals`, {
      ...{ ...goal, hillId: null },
      // A goal is added while it is still to come; those that lie behind are put there at the end.
      date: dayOfGoal(Math.abs(inDays)),
    });
  if (!file) return;
  await ask('PUT', `/riders/${id}/availability`, weekOf(file));
  for (const fixture of file.fixtures)
    await ask('POST', `/riders/${id}/fixtures`, {
      ...fixture,
      from: dayFromToday(-STORY_DAYS),
      to: null,
    });
  const { version } = await ask<Rider>('GET', `/riders/${id}`);
  await ask('PATCH', `/riders/${id}`, { version, ...file.own, bikes: file.bikes });
}

/** At most so many days go out at once. */
const DAYS_AT_ONCE = 31;

/** Puts the sessions of the past on their days, so that the rides find them; gives the ids by days ago and session. */
async function assignPast(
  id: string,
  past: readonly PastDay[],
  { ask }: Server,
  sessions: Record<string, Session>,
): Promise<Map<string, string>> {
  const ids = new Map<string, string>();
  for (const [key, { id: sessionId }] of Object.entries(sessions)) {
    const daysAgo = past.filter(({ session }) => session === key).map((each) => each.daysAgo);
    for (let from = 0; from < daysAgo.length; from += DAYS_AT_ONCE) {
      const some = daysAgo.slice(from, from + DAYS_AT_ONCE);
      const dates = some.map((each) => dayFromToday(-each));
      // What a health screen forbade was never assigned.
      const days = await ask<{ id: string; date: string }[]>('POST', `/riders/${id}/days`, {
        sessionId,
        dates,
      }).catch(() => []);
      for (const [index, date] of dates.entries()) {
        const day = days.find((each) => each.date === date);
        if (day) ids.set(`${some[index] ?? ''} ${key}`, day.id);
      }
    }
  }
  return ids;
}

/** Two fresh recordings that are not in the database yet: a ramp of Ines and a twenty-minute test of Tomas. */
function writeRecordings(folder: string): void {
  mkdirSync(folder, { recursive: true });
  const [ines, tomas] = DEMO_RIDERS;
  if (!ines || !tomas) return;
  const ramp = rideTest(ines, {
    daysAgo: 1,
    protocol: 'ramp',
    form: 1.01,
    ramp: { startW: 100, stepW: 20 },
    note: '',
  });
  const twenty = rideTest(tomas, { daysAgo: 2, protocol: 'twenty-minute', form: 1.02, note: '' });
  writeFileSync(
    path.join(folder, 'ines-ramp.csv'),
    writeCsvRecording(ramp.ride.seconds, `${dayFromToday(-1)}T18:05:00`),
  );
  writeFileSync(
    path.join(folder, 'tomas-twenty-minutes.csv'),
    writeCsvRecording(twenty.ride.seconds, `${dayFromToday(-2)}T18:05:00`),
  );
}
