import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { isDeepStrictEqual } from 'node:util';
import { buildApp } from '@uphill/server';
import { z, type ZodType } from 'zod';
import { HEALTH_QUESTIONS, numbersOnDay } from '@uphill/core/rider';
import { PLAIN_RIDER, rideOn, startTestRide, usualSetting } from '@uphill/core/simulation';
import { expand, type Plan } from '@uphill/core/sessions';
import { addDays, formatISO } from 'date-fns';
import type { ProtocolId } from '@uphill/core/testing';
import { writeCsvRecording } from '@uphill/core/formats';
import { openDatabase } from '../dist/database.js';
import { rebuildDerived } from '../dist/store/rebuild.js';
import { startPool } from '../dist/workers/pool.js';

type App = Awaited<ReturnType<typeof buildApp>>;

/** A server on its own empty database, taken away again at the end. */
export async function house(): Promise<{
  app: App;
  ask: Ask;
  folder: string;
  close: () => Promise<void>;
}> {
  const folder = mkdtempSync(path.join(tmpdir(), 'uphill-test-'));
  const app = await buildApp({
    database: path.join(folder, 'test.sqlite'),
    onAnswer: asPromised,
    pool: sharedPool(),
  });
  return {
    app,
    folder,
    ask: asking(app),
    close: async () => {
      await app.close();
      rmSync(folder, { recursive: true });
    },
  };
}

/** One pool for all houses of a process: starting threads takes longer than most tests. It goes with the process. */
export function sharedPool(): ReturnType<typeof startPool> {
  shared ??= startPool();
  return shared;
}

let shared: ReturnType<typeof startPool> | undefined;

/** Reads everything of a house again from the files as they were received. */
export async function rebuildFiles({ folder }: { readonly folder: string }) {
  const db = await openDatabase(path.join(folder, 'test.sqlite'));
  const pool = startPool();
  const told: number[] = [];
  const done = await rebuildDerived(db, pool, { from: 'files', tell: (count) => told.push(count) });
  await pool.close();
  await db.destroy();
  return { ...done, told };
}

/** An answer is what its schema promises, no more and no less. */
function asPromised(route: string, schema: ZodType, answer: unknown): void {
  const read = schema.safeParse(answer);
  if (!read.success) throw new Error(`${route}: ${z.prettifyError(read.error)}`);
  if (!isDeepStrictEqual(read.data, answer)) throw new Error(`${route} answers more than it says.`);
}

export type Ask = (
  method: 'GET' | 'POST' | 'PATCH' | 'PUT' | 'DELETE',
  url: string,
  body?: unknown,
) => Promise<{ status: number; body: any }>;

export function asking(app: App): Ask {
  return async (method, url, body) => {
    const answer = await app.inject({
      method,
      url: `/api${url}`,
      headers: { host: '127.0.0.1:4600' },
      ...(body === undefined ? {} : { payload: body as object }),
    });
    return { status: answer.statusCode, body: answer.body === '' ? null : answer.json() };
  };
}

export const INES = {
  name: 'Ines Okafor',
  birthYear: 1994,
  sex: 'female',
  powerSource: 'crank',
  masters: false,
  notes: '',
  schemeId: null,
  retestWeeks: 6,
  hideMass: null,
  sessionShown: 'dayBefore',
};

export async function newRider(ask: Ask, over: object = {}): Promise<any> {
  return (await ask('POST', '/riders', { ...INES, ...over })).body;
}

/** A goal as a coach writes it down. */
export const GOAL = {
  name: 'Salt Road climb',
  date: '2027-03-06',
  rank: 'main',
  watts: 285,
  seconds: 2280,
  km: null,
  climbM: null,
  hillId: null,
};

/** What comes back every week. */
export const FIXTURE = {
  name: 'Evening ride',
  weekday: 4,
  kind: 'group',
  minutes: 90,
  rpe: 6,
  from: '2026-10-01',
  to: null,
  squad: false,
};

/** Every day of everybody within a span, with its plan, in order. */
export async function daysOf(ask: Ask, range = 'from=1990-01-01&to=2099-12-31'): Promise<any[]> {
  const riders = (await ask('GET', '/riders')).body as { id: string }[];
  const days: any[][] = await Promise.all(
    riders.map(async ({ id }) => (await ask('GET', `/riders/${id}/days?${range}`)).body),
  );
  return days.flat().sort((a, b) => a.date.localeCompare(b.date) || a.position - b.position);
}

/** The mark of a day, as it is sent along with the next one. */
export function markOf({ state, reason, rpe, minutes, note }: Record<string, unknown>) {
  return { state, reason, rpe, minutes, note };
}

/** Every ride of a rider. */
export async function ridesOf(ask: Ask, riderId: string): Promise<any[]> {
  return (await ask('GET', `/riders/${riderId}/rides?from=1990-01-01&to=2099-12-31`)).body;
}

/** Every question of the health screen answered with no. */
export const HEALTHY = {
  date: '2026-01-05',
  answers: Object.fromEntries(HEALTH_QUESTIONS.map(({ id }) => [id, 'no'])),
  answeredBy: 'Ines Okafor',
  note: '',
  clearedBy: null,
  clearedOn: null,
};

const RIDER = { ...PLAIN_RIDER, cpW: 255, wPrimeJ: 17_000 };
export const RAMP = { startW: 100, stepW: 20, stageS: 60 };

/** A ride on the stand-ins. */
export function rideOf(protocol: ProtocolId, seed = 1) {
  const usual = usualSetting(protocol, RIDER, 255, seed);
  return rideOn(
    startTestRide({
      ...usual,
      ramp: usual.ramp.stageS === RAMP.stageS ? RAMP : usual.ramp,
      dropsPerHour: 0,
    }),
  );
}

export function rampFile(seed = 1): string {
  return writeCsvRecording(rideOf('ramp', seed).seconds, '2026-10-12T18:05:00');
}

export function twentyFile(seed = 1): string {
  return writeCsvRecording(rideOf('twenty-minute', seed).seconds, '2026-11-04T18:05:00');
}

/** Sends a file as a browser form does. */
export async function upload(
  app: App,
  riderId: string,
  name: string,
  content: string | Uint8Array,
  query = '',
): Promise<{ status: number; body: any }> {
  const payload = new FormData();
  const bytes = typeof content === 'string' ? content : new Uint8Array(content);
  payload.set('file', new File([bytes], name));
  const answer = await app.inject({
    method: 'POST',
    url: `/api/riders/${riderId}/recordings${query}`,
    headers: { host: '127.0.0.1:4600' },
    payload,
  });
  return { status: answer.statusCode, body: answer.json() };
}

export function eights(name = '4 × 8:00'): Plan {
  const easy = (id: string, seconds: number) => ({
    kind: 'step' as const,
    id,
    role: 'easy' as const,
    length: { kind: 'time' as const, seconds },
    target: { kind: 'steady' as const, effort: { kind: 'easy' as const } },
    cadence: null,
    cue: '',
  });
  const work = {
    ...easy('w', 480),
    role: 'work' as const,
    target: { kind: 'steady' as const, effort: { kind: 'percent' as const, low: 98, high: 102 } },
  };
  return {
    name,
    nameFollows: false,
    purpose: '',
    system: 'threshold',
    place: 'any',
    note: '',
    items: [
      easy('a', 900),
      {
        kind: 'set',
        id: 's',
        reps: 4,
        parts: [work],
        rest: { when: 'between', step: easy('r', 240) },
      },
    ],
  };
}

/** A day, so many ahead of today. */
export const day = (ahead: number): string =>
  formatISO(addDays(new Date(), ahead), { representation: 'date' });

/** A file of a ride by the card: what was asked of an FTP, each rep at a share of it. */
export function fileOf(date: string, share: (rep: number) => number, ftpW = 260): string {
  const rider = {
    ...numbersOnDay(
      { name: '', powerSource: 'crank', ftp: [], bodyMass: [], heartRates: [] },
      date,
    ),
    ...{ ftpW, goalW: null, bests: [] },
  };
  let rep = 0;
  const watts = expand(eights(), rider).flatMap(({ seconds, from, role, rep: number }) => {
    const isRep = role === 'work' && number !== null;
    if (isRep) rep += 1;
    const asked = Math.round((from?.countedW ?? 130) * (isRep ? share(rep) : 1));
    return Array.from({ length: seconds }, (_, second) => asked + (second % 3) - 1);
  });
  const clock = (second: number): string => new Date(second * 1000).toISOString().slice(11, 19);
  return [
    'timestamp,power,heart rate',
    ...watts.map(
      (each, second) => `${date}T${clock(64_800 + second)},${each},${130 + (second % 5)}`,
    ),
  ].join('\n');
}

/** A scheme as a coach makes one. */
export const OWN_SCHEME = {
  name: 'Tarnside three',
  anchor: 'ftp',
  overlaps: false,
  bands: [
    { name: 'Easy', fromPercent: 0, toPercent: 75, trains: '' },
    { name: 'Steady', fromPercent: 75, toPercent: 95, trains: '' },
    { name: 'Hard', fromPercent: 95, toPercent: null, trains: '' },
  ],
};

/** A test day as it stands when it is begun. */
export const DRAFT = {
  stage: 'expect',
  date: '2026-10-12',
  expectedW: 255,
  expectedBpm: null,
  setup: { place: 'trainer', position: 'road', bike: '', trainer: '', tyreBar: null, answers: {} },
  ramp: RAMP,
  onS: 30,
  optional: false,
  way: null,
  ride: null,
  recordingId: null,
  typed: {},
  samples: [],
  note: '',
};
