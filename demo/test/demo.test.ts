import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Model, Day, Rider, Session, Test } from '@uphill/api';
import { findRamp, findSteadyEffort } from '@uphill/core/testing';
import { parseCsvRecording } from '@uphill/core/formats';
import { preparePower } from '@uphill/core/power';
import { problemsOf } from '@uphill/core/sessions';
import { buildDemo, moveForward } from '@uphill/demo';
import { buildApp, openDatabase } from '@uphill/server';
import { addDays, formatISO } from 'date-fns';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

const folder = mkdtempSync(path.join(tmpdir(), 'uphill-demo-'));
const database = path.join(folder, 'demo.sqlite');
const day = (days: number): string =>
  formatISO(addDays(new Date(), days), { representation: 'date' });

interface Club {
  readonly riders: Rider[];
  readonly tests: Record<string, Test[]>;
  readonly sessions: Session[];
  readonly days: Day[];
}

async function look(): Promise<Club> {
  const app = await buildApp({ database });
  const get = async <T>(url: string): Promise<T> =>
    (await app.inject({ url: `/api${url}`, headers: { host: '127.0.0.1' } })).json<T>();
  const riders = await Promise.all(
    (await get<Rider[]>('/riders')).map(({ id }) => get<Rider>(`/riders/${id}`)),
  );
  const tests: Record<string, Test[]> = {};
  const days: Day[] = [];
  for (const { id, name } of riders) {
    tests[name] = await get<Test[]>(`/riders/${id}/tests`);
    days.push(...(await get<Day[]>(`/riders/${id}/days?from=2000-01-01&to=2099-12-31`)));
  }
  const club = {
    riders,
    tests,
    sessions: await get<Session[]>('/sessions'),
    days,
  };
  expect(await get('/journal')).toEqual({ undo: null, redo: null });
  await app.close();
  return club;
}

let club: Club;
beforeAll(async () => {
  // A few weeks of rides: enough for every fault and both curves.
  await buildDemo(database, () => undefined, 30);
  club = await look();
}, 120_000);
afterAll(() => rmSync(folder, { recursive: true }));

const rider = (name: string): Rider => {
  const found = club.riders.find((each) => each.name.startsWith(name));
  if (!found) throw new Error(`${name} is not in the club.`);
  return found;
};

describe('the demo club', () => {
  it('has its six riders, each with tests of several kinds and days around today', () => {
    expect(club.riders.map(({ name }) => name)).toEqual([
      'Ines Okafor',
      'Leila Haddad',
      'Maud Tremblay',
      'Oskar Pinto',
      'Rurik Olsen',
      'Tomas Brandt',
    ]);
    for (const { id, name } of club.riders) {
      expect(club.tests[name]?.length).toBeGreaterThanOrEqual(3);
      const days = club.days.filter(({ riderId }) => riderId === id);
      expect(days.some(({ date }) => date < day(0)) && days.some(({ date }) => date > day(0))).toBe(
        true,
      );
    }
    expect(new Set(club.days.map(({ state }) => state))).toEqual(
      new Set(['planned', 'done', 'shortened', 'missed']),
    );
  });

  it('is who the scenario says they are', () => {
    const used = (name: string): number | undefined =>
      rider(name).ftp.findLast(({ countsFrom }) => countsFrom <= day(0))?.usedW;
    expect(used('Leila')).toBe(used('Rurik'));
    expect(rider('Maud')).toMatchObject({ powerSource: 'none', ftp: [] });
    expect([
      rider('Tomas').masters,
      rider('Ines').bodyMass.at(-1)?.kg,
      rider('Ines').goals.find(({ rank }) => rank === 'main')?.name,
    ]).toEqual([true, 61, 'Salt Road climb']);
    const kinds = new Set(
      Object.values(club.tests).flatMap((tests) => tests.map(({ protocol }) => protocol)),
    );
    expect(kinds.size).toBeGreaterThanOrEqual(9);
    const flattering = rider('Leila').ftp.find(
      ({ measuredW, usedW }) => measuredW !== null && usedW < measuredW,
    );
    expect(flattering?.reason).toContain('reads high');
    expect(
      club.tests['Tomas Brandt']?.flatMap(({ checks }) => checks).find(({ id }) => id === 'pacing'),
    ).toMatchObject({
      verdict: 'doubtful',
      says: expect.stringContaining('too hard'),
    });
    // The other faults of the scenario: a struck drop, a strap that dropped, a test after a hard day, a new power meter.
    const verdicts = (name: string, id: string) =>
      club.tests[name]
        ?.flatMap(({ checks }) => checks)
        .filter((check) => check.id === id && check.verdict === 'doubtful') ?? [];
    expect(
      club.tests['Tomas Brandt']?.some(
        ({ details }) =>
          details?.kind === 'lactate' && details.samples.some(({ struck }) => struck !== null),
      ),
    ).toBe(true);
    expect(club.tests['Maud Tremblay']?.filter(({ withdrawn }) => withdrawn !== null)).toHaveLength(
      1,
    );
    expect([
      verdicts('Rurik Olsen', 'restedBefore').length > 0,
      verdicts('Tomas Brandt', 'sameSource').length,
    ]).toEqual([true, 1]);
  });

  it('has rides with streams, dated back from today, and curves that tell Leila from Rurik', async () => {
    const app = await buildApp({ database });
    const get = async <T>(url: string): Promise<T> =>
      (await app.inject({ url: `/api${url}`, headers: { host: '127.0.0.1' } })).json<T>();
    for (const { id, name } of club.riders) {
      const recordings = await get<{ id: string; date: string }[]>(
        `/riders/${id}/rides?from=1990-01-01&to=2099-12-31`,
      );
      expect(recordings.length, name).toBeGreaterThan(5);
      expect(recordings.every(({ date }) => date <= day(0))).toBe(true);
    }
    const models = await get<Model[]>(
      `/models?on=${day(0)}&riders=${club.riders.map(({ id }) => id).join(',')}`,
    );
    const modelOf = (name: string) => models.find(({ riderId }) => riderId === rider(name).id);
    const at = (name: string, seconds: number) =>
      (modelOf(name)?.bests ?? [])
        .filter(([held]) => held >= seconds)
        .reduce((most, [, watts]) => Math.max(most, watts), 0);
    expect(at('Leila', 10)).toBeGreaterThan(1.25 * at('Rurik', 10));
    expect(Math.abs(at('Leila', 1200) / at('Rurik', 1200) - 1)).toBeLessThan(0.08);
    expect(modelOf('Maud')).toMatchObject({ bests: [], fit: null, pair: null, pmaxW: null });
    await app.close();
  });

  it('gives only sessions that can be given', () => {
    for (const { plan } of club.sessions) expect(problemsOf(plan)).toEqual([]);
    expect(new Set(club.sessions.map(({ plan }) => plan.system)).size).toBeGreaterThanOrEqual(4);
  });

  it('leaves a ramp and a twenty-minute test to be brought in', () => {
    const files = readdirSync(path.join(folder, 'recordings'));
    expect(files.sort()).toEqual(['ines-ramp.csv', 'tomas-twenty-minutes.csv']);
    const clock = (name: string): Float64Array => {
      const read = parseCsvRecording(readFileSync(path.join(folder, 'recordings', name), 'utf8'));
      if (!read.ok) throw new Error(read.reason);
      expect(read.value.notes).toEqual([]);
      return preparePower(read.value.watts).clock;
    };
    expect(findRamp(clock('ines-ramp.csv'), { startW: 100, stepW: 20 }).ok).toBe(true);
    const effort = findSteadyEffort(clock('tomas-twenty-minutes.csv'), 1200);
    expect(effort.ok && Math.abs(effort.value.startS - 1080)).toBeLessThanOrEqual(10);
  });

  it('moves forward as a whole when it is started on a later day', async () => {
    const db = await openDatabase(database);
    await moveForward(db, 9);
    await db.destroy();
    const later = await look();
    const shifted = (dates: readonly string[]) =>
      dates.map((date) =>
        formatISO(addDays(new Date(`${date}T12:00:00`), 9), { representation: 'date' }),
      );
    expect(later.days.map(({ date }) => date)).toEqual(shifted(club.days.map(({ date }) => date)));
    for (const before of club.riders) {
      const after = later.riders.find(({ id }) => id === before.id);
      expect(after?.ftp.map(({ countsFrom }) => countsFrom)).toEqual(
        shifted(before.ftp.map(({ countsFrom }) => countsFrom)),
      );
      expect(after?.lastTest && [after.lastTest]).toEqual(
        before.lastTest && shifted([before.lastTest]),
      );
      expect(after?.goals.map(({ date }) => date)).toEqual(
        shifted(before.goals.map(({ date }) => date)),
      );
      expect(after?.fixtures.map(({ from }) => from)).toEqual(
        shifted(before.fixtures.map(({ from }) => from)),
      );
    }
  });
});
