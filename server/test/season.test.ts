import type { Season } from '@uphill/api';
import { fillsOf, mondayOf, planWeek, plus, reckon } from '@uphill/core/season';
import { enduranceRide } from '@uphill/core/sessions';
import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import {
  type Ask,
  eights,
  FIXTURE,
  GOAL,
  HEALTHY,
  house,
  newRider,
  ridesOf,
  twentyFile,
  upload,
} from './support.ts';

const TODAY = new Date().toISOString().slice(0, 10);
/** Next Monday, so that a whole week is still to come. */
const MONDAY = plus(mondayOf(TODAY), 7);
const SPAN = `from=${plus(MONDAY, -70)}&to=${plus(MONDAY, 27)}`;
const HOURS = [0, 1.5, 2, 1.5, 0, 3, 4];

async function seasonOf(ask: Ask, riderId: string, span = SPAN): Promise<Season> {
  return (await ask('GET', `/riders/${riderId}/season?${span}`)).body as Season;
}

/** Ines with an FTP, hours, a goal and a clear health screen. */
async function ines(ask: Ask) {
  const rider = await newRider(ask);
  const at = `/riders/${rider.id}`;
  const ftp = await ask('POST', `${at}/ftp`, {
    ...{ testId: null, usedW: 262, countsFrom: '2026-01-05', reason: 'a number I trust' },
  });
  expect(ftp.body).toMatchObject({ ftp: [{ usedW: 262 }] });
  await ask('POST', `${at}/health`, HEALTHY);
  await ask('POST', `${at}/goals`, { ...GOAL, date: plus(TODAY, 100) });
  await ask('PUT', `${at}/availability`, {
    version: 0,
    days: HOURS.map((hours) => ({ hours, fixedRest: hours === 0 })),
  });
  return { id: rider.id as string, at };
}

const change = (ask: Ask, at: string, did: string, ...changes: object[]) =>
  ask('POST', `${at}/plan`, { did, changes });

const worksOn = (season: Season, date: string) =>
  season.days.find((day) => day.date === date)?.works ?? [];

describe('a season', () => {
  it('is filled as the core fills it, in one step that one undo takes back', async () => {
    const { ask, close } = await house();
    const { id, at } = await ines(ask);
    const settings = await ask('GET', `${at}`);
    await ask('PUT', `${at}/season`, {
      version: settings.body.version,
      base: { points: 45, on: plus(MONDAY, -8) },
    });
    const { body: session } = await ask('POST', '/sessions', { plan: eights('Reservoir eights') });
    await ask('POST', `${at}/days`, {
      sessionId: session.id,
      dates: [plus(MONDAY, 1), plus(MONDAY, 5)],
    });
    const before = await seasonOf(ask, id);
    const reckoned = reckon(before);
    const goal = planWeek(reckoned, MONDAY)?.week.goal?.value ?? 0;
    expect(goal).toBeGreaterThan(200);
    const fill = fillsOf(reckoned, MONDAY)?.even;
    const changes = (fill?.changes ?? []).map(({ id: _, ...each }: any) => each);
    expect(changes.length).toBeGreaterThan(0);
    const filled = { did: 'filled', state: before.state, changes };
    expect((await ask('POST', `${at}/plan`, filled)).status).toBe(204);
    const after = planWeek(reckon(await seasonOf(ask, id)), MONDAY);
    expect(after?.week.load).toBeCloseTo(fill?.planned ?? 0, 6);
    // Another tab that filled from the same season is told, and fills nothing twice.
    const twice = await ask('POST', `${at}/plan`, filled);
    expect(twice.body).toMatchObject({
      status: 409,
      type: expect.stringContaining('changed-elsewhere'),
    });
    expect((await ask('GET', '/journal')).body.undo).toMatch(
      /^filled the week of Mon \d+ \w+ of Ines Okafor$/,
    );
    await ask('POST', '/undo');
    expect({ ...(await seasonOf(ask, id)), state: 0 }).toEqual({ ...before, state: 0 });
    await close();
  });

  it('moves, copies and lengthens days, and refuses what is over', async () => {
    const { ask, close } = await house();
    const { id, at } = await ines(ask);
    await change(ask, at, 'changed', {
      kind: 'add',
      date: plus(MONDAY, 2),
      minutes: 60,
      before: false,
    });
    const [ride] = worksOn(await seasonOf(ask, id), plus(MONDAY, 2));
    const named = { id: ride?.id, version: ride?.version };
    await change(ask, at, 'moved', { kind: 'move', ...named, date: plus(MONDAY, 3), first: false });
    await change(ask, at, 'copied', { kind: 'copy', id: ride?.id, date: plus(MONDAY, 5) });
    const season = await seasonOf(ask, id);
    expect([2, 3, 5].map((day) => worksOn(season, plus(MONDAY, day)).length)).toEqual([0, 1, 1]);
    const stale = await change(ask, at, 'moved', {
      kind: 'move',
      ...named,
      date: MONDAY,
      first: false,
    });
    expect(stale.status).toBe(409);
    const [moved] = worksOn(season, plus(MONDAY, 3));
    const now = { id: moved?.id, version: moved?.version };
    const past = await change(ask, at, 'moved', {
      kind: 'move',
      ...now,
      date: plus(TODAY, -1),
      first: false,
    });
    expect(past.body.fields[0]).toMatchObject({
      field: 'changes.0',
      reason: expect.stringContaining('is past'),
    });
    const long = await change(ask, at, 'changed', { kind: 'resize', ...now, minutes: 2000 });
    expect(long.status).toBe(400);
    await change(ask, at, 'changed', { kind: 'resize', ...now, minutes: 90 });
    const [longer] = worksOn(await seasonOf(ask, id), plus(MONDAY, 3));
    expect(longer?.planned).toMatchObject({ minutes: 90, endurance: true });
    await ask('PUT', `/days/${longer?.id}/mark`, { state: 'done' });
    const [done] = worksOn(await seasonOf(ask, id), plus(MONDAY, 3));
    const marked = await change(ask, at, 'removed', {
      kind: 'remove',
      id: done?.id,
      version: done?.version,
    });
    expect(marked.body.detail).toContain('is marked done and stays as it is');
    // Of several nothing is done where one cannot be.
    const both = await change(
      ...([ask, at, 'changed'] as const),
      { kind: 'add', date: MONDAY, minutes: 60, before: false },
      { kind: 'remove', id: done?.id, version: done?.version },
    );
    expect(both.status).toBe(422);
    expect(worksOn(await seasonOf(ask, id), MONDAY)).toEqual([]);
    await close();
  });

  it('counts a ride that was ridden instead of its plan, and knows whether it was hard', async () => {
    const { app, ask, close } = await house();
    const { id, at } = await ines(ask);
    const sent = await upload(app, id, 'ride.csv', twentyFile());
    expect(sent.status).toBe(201);
    const [ride] = await ridesOf(ask, id);
    const span = `from=${plus(mondayOf(ride.date), -7)}&to=${plus(mondayOf(ride.date), 6)}`;
    const season = await seasonOf(ask, id, span);
    const [work] = worksOn(season, ride.date);
    expect(work).toMatchObject({ kind: 'ride', planned: null, ridden: { hard: true } });
    expect(work?.shape).toHaveLength(48);
    // The load that the page of the ride says: hours × ratio² × 100.
    const { movingS, surgeW } = ride.numbers;
    expect(work?.ridden?.load).toBeCloseTo((movingS / 3600) * (surgeW / 262) ** 2 * 100, 6);
    expect(season.start.days).toBe(0);
    // A backdated FTP changes the load and nothing that is stored.
    await ask('POST', `${at}/ftp`, {
      testId: null,
      usedW: 240,
      countsFrom: '2026-01-06',
      reason: 'again',
    });
    const [heavier] = worksOn(await seasonOf(ask, id, span), ride.date);
    expect(heavier?.ridden?.load).toBeCloseTo((movingS / 3600) * (surgeW / 240) ** 2 * 100, 6);
    await close();
  });

  it('keeps what is said of a week, once', async () => {
    const { ask, close } = await house();
    const { id, at } = await ines(ask);
    const week = `${at}/weeks/${MONDAY}`;
    const said = { version: 0, kind: 'easy', briefing: ['Take it easy.'] };
    expect((await ask('PUT', week, said)).status).toBe(204);
    expect((await ask('PUT', week, said)).status).toBe(409);
    expect((await ask('PUT', week, { version: 1, rise: -5 })).status).toBe(204);
    expect((await seasonOf(ask, id)).weeks).toEqual([
      expect.objectContaining({
        monday: MONDAY,
        kind: 'easy',
        rise: -5,
        briefing: ['Take it easy.'],
      }),
    ]);
    for (const wrong of [{ rise: 40 }, { goal: 9000 }, { goal: -1 }, { kind: 'hard' }])
      expect((await ask('PUT', week, { version: 2, ...wrong })).status).toBe(400);
    expect(
      (await ask('PUT', `${at}/weeks/${plus(MONDAY, 1)}`, said)).body.fields[0].reason,
    ).toMatch(/not a Monday/);
    await close();
  });

  it('obeys other hours, rest days and what comes back every week', async () => {
    const { ask, close } = await house();
    const { id, at } = await ines(ask);
    const holiday = { from: plus(MONDAY, 5), to: plus(MONDAY, 8), hours: 0, why: 'holiday' };
    expect((await ask('POST', `${at}/away`, holiday)).status).toBe(204);
    expect((await ask('POST', `${at}/away`, { ...holiday, to: MONDAY })).status).toBe(400);
    // On a fixed rest day: it stands there, and is one day less of rest.
    await ask('POST', `${at}/fixtures`, { ...FIXTURE, weekday: 1 });
    const season = await seasonOf(ask, id);
    const at7 = season.days.filter(({ date }) => date >= MONDAY).slice(0, 7);
    expect(at7.map(({ hours, away }) => [hours, away])).toEqual([
      ...[0, 1.5, 2, 1.5, 0].map((hours) => [hours, null]),
      [0, 'holiday'],
      [0, 'holiday'],
    ]);
    expect(at7[0]).toMatchObject({ rest: true, works: [{ kind: 'group', fixture: true }] });
    const fill = fillsOf(reckon(season), MONDAY)?.longWeekend;
    expect(fill?.minutes.slice(4)).toEqual([0, 0, 0]);
    const [entry] = season.away;
    const corrected = { ...holiday, from: holiday.to, hours: 0.5, version: entry?.version };
    expect((await ask('PUT', `${at}/away/${entry?.id}`, corrected)).status).toBe(204);
    expect((await ask('PUT', `${at}/away/${entry?.id}`, corrected)).status).toBe(409);
    expect((await seasonOf(ask, id)).away).toMatchObject([{ ...corrected, version: 2 }]);
    await ask('POST', '/undo');
    await ask(
      'DELETE',
      `${at}/away/${entry?.id}?version=${(await seasonOf(ask, id)).away[0]?.version}`,
    );
    expect((await seasonOf(ask, id)).away).toEqual([]);
    await close();
  });

  it('is seen by the rider once it is handed over, and as it was handed over', async () => {
    const { ask, close } = await house();
    const { id, at } = await ines(ask);
    const given = async () =>
      (await ask('GET', `${at}/given?from=${MONDAY}&to=${plus(MONDAY, 6)}`)).body as any[];
    await change(ask, at, 'changed', {
      kind: 'add',
      date: plus(MONDAY, 2),
      minutes: 60,
      before: false,
    });
    expect(await given()).toEqual([]);
    const week = { from: MONDAY, to: plus(MONDAY, 6) };
    expect((await ask('POST', `${at}/handovers`, week)).body).toEqual({ handed: 1, left: [] });
    expect(await given()).toMatchObject([
      { date: plus(MONDAY, 2), given: { again: false, behind: false } },
    ]);
    const [ride] = worksOn(await seasonOf(ask, id), plus(MONDAY, 2));
    expect(ride?.handed).toBe('yes');
    const named = { id: ride?.id, version: ride?.version };
    await change(ask, at, 'moved', { kind: 'move', ...named, date: plus(MONDAY, 3), first: false });
    expect(await given()).toMatchObject([{ date: plus(MONDAY, 2), given: { behind: true } }]);
    expect(worksOn(await seasonOf(ask, id), plus(MONDAY, 3))[0]?.handed).toBe('changed');
    await ask('POST', `${at}/handovers`, week);
    expect(await given()).toMatchObject([
      { date: plus(MONDAY, 3), given: { again: true, behind: false } },
    ]);
    // Nothing is handed over twice as it stands.
    expect((await ask('POST', `${at}/handovers`, week)).body.handed).toBe(0);
    await close();
  });

  it('fills, notes and hands over for several riders, each in one step', async () => {
    const { ask, close } = await house();
    const [one, other] = [await ines(ask), await ines(ask)];
    const riderIds = [one.id, other.id];
    for (const { at } of [one, other])
      await ask('PUT', `${at}/weeks/${MONDAY}`, { version: 0, goal: 300 });
    const done = await ask('POST', '/squad/fill', { monday: MONDAY, riderIds, way: 'even' });
    expect(done.body).toHaveLength(2);
    const week = async () => (await ask('GET', `/squad/week?monday=${MONDAY}`)).body as any[];
    const filled = await week();
    expect(filled.map(({ load }) => load > 0)).toEqual([true, true]);
    const plan = planWeek(reckon(await seasonOf(ask, one.id)), MONDAY);
    expect(filled[0]).toMatchObject({ comesTo: plan?.comesTo, load: plan?.week.load });
    await ask('POST', '/squad/notes', { monday: MONDAY, riderIds, note: 'Mind the wind.' });
    const { weeks } = await seasonOf(ask, other.id);
    expect(weeks[0]?.briefing?.at(-1)).toBe('Mind the wind.');
    await ask('POST', '/squad/handovers', { monday: MONDAY, riderIds });
    const handed = (await week()).flatMap(({ days }) => days.flatMap(({ works }: any) => works));
    expect(handed.every((work: any) => work.handed === 'yes')).toBe(true);
    for (const did of ['handed over', 'wrote a note', 'filled'])
      expect((await ask('POST', '/undo')).body.did).toContain(did);
    expect((await week()).map(({ load }) => load)).toEqual([0, 0]);
    expect(
      (await ask('POST', '/squad/fill', { monday: MONDAY, riderIds: [], way: 'even' })).status,
    ).toBe(400);
    await close();
  });

  it('lets the coach offer a choice, and the rider take one of it', async () => {
    const { ask, close } = await house();
    const { id, at } = await ines(ask);
    const day = plus(MONDAY, 1);
    const [own, easy] = [eights('Reservoir eights'), enduranceRide(120, randomUUID)];
    await change(ask, at, 'changed', { kind: 'place', date: day, plan: own });
    const named = async () => {
      const [work] = worksOn(await seasonOf(ask, id), day);
      return { id: work?.id, version: work?.version };
    };
    const offer = { kind: 'offer', ...(await named()), plans: [own, easy], optional: true };
    expect((await change(ask, at, 'changed', offer)).status).toBe(204);
    expect(worksOn(await seasonOf(ask, id), day)).toMatchObject([{ optional: true, offers: 2 }]);
    await ask('POST', `${at}/handovers`, { from: day, to: day });
    const { id: dayId } = await named();
    const given = async () => (await ask('GET', `/days/${dayId}/given`)).body.given.at;
    const take = async (number: number) =>
      ask('PUT', `/days/${dayId}/taken`, { given: await given(), take: number });
    expect((await take(2)).status).toBe(422);
    const taken = await take(1);
    expect(taken.body).toMatchObject({ taken: 1, plan: { name: easy.name } });
    // It was the rider's own word, so nothing of it waits to be handed over.
    const [seen] = (await ask('GET', `${at}/given?from=${day}&to=${day}`)).body as any[];
    expect(seen).toMatchObject({ plan: { name: easy.name }, given: { behind: false } });
    expect(worksOn(await seasonOf(ask, id), day)).toMatchObject([{ planned: { endurance: true } }]);
    await ask('POST', '/undo');
    expect(worksOn(await seasonOf(ask, id), day)).toMatchObject([{ planned: { hard: true } }]);
    await close();
  });

  it('asks for whole weeks', async () => {
    const { ask, close } = await house();
    const { at } = await ines(ask);
    for (const span of [
      `from=${plus(MONDAY, 1)}&to=${plus(MONDAY, 6)}`,
      `from=${MONDAY}&to=${MONDAY}`,
      `from=${plus(MONDAY, -7000)}&to=${plus(MONDAY, 6)}`,
    ])
      expect((await ask('GET', `${at}/season?${span}`)).status).toBe(422);
    await close();
  });
});
