import { expand, type Plan } from '@uphill/core/sessions';
import { numbersOnDay } from '@uphill/core/rider';
import { addDays, formatISO } from 'date-fns';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  type Ask,
  day,
  eights,
  fileOf,
  HEALTHY,
  house,
  newRider,
  rebuildFiles,
  ridesOf,
  upload,
} from './support.ts';

let home: Awaited<ReturnType<typeof house>>;
let ask: Ask;
beforeEach(async () => {
  home = await house();
  ({ ask } = home);
});
afterEach(() => home.close());

/** A rider with an FTP, the same session behind and ahead, and what was ridden of the first. */
async function ridden(share: (rep: number) => number = () => 1) {
  const rider = await newRider(ask);
  await ask('POST', `/riders/${rider.id}/ftp`, {
    ...{ testId: null, usedW: 260, countsFrom: '2026-01-01', reason: '' },
  });
  await ask('POST', `/riders/${rider.id}/health`, HEALTHY);
  const session = (await ask('POST', '/sessions', { plan: eights() })).body;
  const days = (
    await ask('POST', `/riders/${rider.id}/days`, {
      sessionId: session.id,
      dates: [day(-3), day(4)],
    })
  ).body;
  const { ride } = (await upload(home.app, rider.id, 'a.csv', fileOf(day(-3), share))).body;
  return { rider, ride, days, read: () => ask('GET', `/rides/${ride.id}/reading`) };
}

/** Watts asked of the first rep on a day, and how many reps. */
async function askedOn(id: string): Promise<readonly [watts: number, reps: number]> {
  const { plan } = (await ask('GET', `/days/${id}`)).body as { plan: Plan };
  const work = expand(plan, {
    ...numbersOnDay({ name: '', powerSource: 'crank', ftp: [], bodyMass: [], heartRates: [] }, ''),
    ...{ ftpW: 260, goalW: null, bests: [] },
  }).filter(({ role, rep }) => role === 'work' && rep !== null);
  return [work[0]?.from?.countedW ?? 0, work.length];
}

describe('a ride that is read', () => {
  it('comes with its reps, its headline and one suggestion; accepting writes the day it names, undo puts it back', async () => {
    const { ride, days, read } = await ridden((rep) => (rep > 2 ? 0.9 : 1));
    const { body } = await read();
    expect(body.reading.headline).toMatchObject({ id: 'over', after: 2, of: 4 });
    expect(body.suggested).toMatchObject({
      suggestion: { rule: 3, does: 'repeat with 3 % less' },
      day: { id: days[1].id, alreadySo: false },
      decision: null,
    });
    const before = await askedOn(days[1].id);
    const answer = {
      ...{ decision: 'accepted', reason: '', plan: null },
      ...{ dayId: days[1].id, dayVersion: body.suggested.day.version },
    };
    const accepted = await ask('POST', `/rides/${ride.id}/decision`, answer);
    expect(accepted.body.suggested.decision).toBe('accepted');
    const after = await askedOn(days[1].id);
    expect(before).toEqual([260, 4]);
    expect(after[0]).toBeCloseTo(260 * 0.97, 0);
    // Once is enough, and a day that changed meanwhile is not written over.
    expect((await ask('POST', `/rides/${ride.id}/decision`, answer)).status).toBe(422);
    await ask('POST', '/undo');
    expect(await askedOn(days[1].id)).toEqual(before);
    expect((await read()).body.suggested.decision).toBeNull();
    const stale = { ...answer, dayVersion: 1 };
    expect((await ask('POST', `/rides/${ride.id}/decision`, stale)).body.fields).toEqual([
      expect.objectContaining({ field: 'dayId' }),
    ]);
  });

  it('on target goes up a rung, or another session where the coach changes it; refusing needs a reason and is kept', async () => {
    const { ride, rider, days, read } = await ridden();
    const { suggested } = (await read()).body;
    expect(suggested.suggestion).toMatchObject({ rule: 6, does: 'next rung' });
    const named = { dayId: days[1].id, dayVersion: suggested.day.version };
    const refuse = { decision: 'refused', ...named };
    expect((await ask('POST', `/rides/${ride.id}/decision`, refuse)).body.fields).toEqual([
      expect.objectContaining({ field: 'reason' }),
    ]);
    const reason = 'A race on Sunday.';
    const kept = (await ask('POST', `/rides/${ride.id}/decision`, { ...refuse, reason })).body;
    expect(kept.suggested).toMatchObject({ decision: 'refused', reason });
    expect(kept.records).toEqual([expect.objectContaining({ rule: 6, refused: 1, judged: 0 })]);
    expect(await askedOn(days[1].id)).toEqual([260, 4]);
    await ask('POST', '/undo');
    const five = { ...eights(), items: [{ ...eights().items[1], reps: 5 }] };
    const changed = { decision: 'changed', plan: five, ...named };
    expect((await ask('POST', `/rides/${ride.id}/decision`, changed)).status).toBe(200);
    expect(await askedOn(days[1].id)).toEqual([260, 5]);
    // Its rider's record is of that rider alone.
    const other = await newRider(ask, { name: 'Tomas Brandt' });
    expect(await ridesOf(ask, other.id)).toEqual([]);
    expect(rider.id).not.toBe(other.id);
  });

  it('is judged at the next ride of its family', async () => {
    const { rider, ride, days, read } = await ridden();
    const { suggested } = (await read()).body;
    await ask('POST', `/rides/${ride.id}/decision`, {
      ...{ decision: 'accepted', dayId: days[1].id, dayVersion: suggested.day.version },
    });
    const session = (await ask('GET', '/sessions')).body[0];
    await ask('POST', `/riders/${rider.id}/days`, { sessionId: session.id, dates: [day(-1)] });
    await upload(
      home.app,
      rider.id,
      'b.csv',
      fileOf(day(-1), (rep) => (rep > 1 ? 0.88 : 1)),
    );
    await home.app.keeper.rested();
    expect((await read()).body.suggested.outcome).toBe('too much');
    expect((await read()).body.records).toEqual([
      expect.objectContaining({ rule: 6, accepted: 1, judged: 1, tooMuch: 1 }),
    ]);
  });

  it('keeps what the coach said of its reps through another FTP, and is read by the FTP of its date', async () => {
    const { rider, ride, read } = await ridden();
    const first = (await read()).body;
    const [rep] = first.reading.reps;
    const is = { startS: rep.startS + 15, endS: rep.endS - 20 };
    const was = { startS: rep.startS, endS: rep.endS };
    const edits = { firstS: null, changes: [{ was, is }] };
    const put = await ask('PUT', `/rides/${ride.id}/reps`, { version: first.version, edits });
    expect(put.body.reading).toMatchObject({ from: 'coach', reps: [is, {}, {}, {}] });
    expect((await ask('PUT', `/rides/${ride.id}/reps`, { version: 1, edits })).status).toBe(409);
    await ask('POST', `/riders/${rider.id}/ftp`, {
      ...{ testId: null, usedW: 285, countsFrom: day(-10), reason: 'measured late' },
    });
    await home.app.keeper.rested();
    const again = (await read()).body.reading;
    expect(again.headline?.id).not.toBe('on-target');
    expect(again.reps[0]).toMatchObject({ ...is, low: 279, high: 291 });
    await ask('POST', '/undo');
    expect((await read()).body.reading.headline.id).toBe('on-target');
  });

  it('is heard by the season and the list of riders, and is unread until somebody opens it', async () => {
    const { rider, ride, read } = await ridden((rep) => (rep > 1 ? 0.9 : 1));
    await read();
    const span = `from=${day(-30)}&to=${day(30)}`;
    const monday = (date: string): string => {
      const at = new Date(date);
      return formatISO(addDays(at, -((at.getUTCDay() + 6) % 7)), { representation: 'date' });
    };
    const season = (
      await ask(
        'GET',
        `/riders/${rider.id}/season?from=${monday(day(-7))}&to=${addSix(monday(day(0)))}`,
      )
    ).body;
    const works = season.days.flatMap(({ works: all }: { works: any[] }) => all);
    expect(works.find(({ rideId }: any) => rideId === ride.id)?.ridden).toMatchObject({
      ...{ verdict: 'ease', says: 'Broke down after rep 1' },
    });
    const listed = (await ask('GET', '/riders')).body[0];
    expect(listed).toMatchObject({
      ...{ toRead: 1, lastVerdict: { rideId: ride.id, says: 'Broke down after rep 1' } },
    });
    const [line] = (await ask('GET', `/riders/${rider.id}/readings?${span}`)).body;
    expect(line).toMatchObject({ rideId: ride.id, unread: true, asked: { name: '4 × 8:00' } });
    await ask('PUT', `/rides/${ride.id}/read`, { read: true });
    expect((await ask('GET', '/riders')).body[0].toRead).toBe(0);
  });

  it('was ridden by what was handed over, whatever the day asks since', async () => {
    const rider = await newRider(ask);
    await ask('POST', `/riders/${rider.id}/ftp`, {
      ...{ testId: null, usedW: 260, countsFrom: '2026-01-01', reason: '' },
    });
    const session = (await ask('POST', '/sessions', { plan: eights() })).body;
    const [given] = (
      await ask('POST', `/riders/${rider.id}/days`, { sessionId: session.id, dates: [day(0)] })
    ).body;
    const handed = await ask('POST', `/riders/${rider.id}/handovers`, { from: day(0), to: day(0) });
    expect(handed.status).toBe(200);
    const { ride } = (
      await upload(
        home.app,
        rider.id,
        'a.csv',
        fileOf(day(0), () => 1),
      )
    ).body;
    const three = { ...eights(), items: [{ ...eights().items[1], reps: 3 }] };
    const { version } = (await ask('GET', `/days/${given.id}`)).body;
    const changed = await ask('PUT', `/days/${given.id}/plan`, { version, plan: three });
    expect([changed.status, changed.body?.detail ?? '']).toEqual([200, '']);
    const { body } = await ask('GET', `/rides/${ride.id}/reading`);
    expect(body).toMatchObject({ asked: { from: 'handover' }, reading: { planned: 4 } });
  });

  it('goes to the session whose reps it holds, though another of its date is nearer in length', async () => {
    const rider = await newRider(ask);
    await ask('POST', `/riders/${rider.id}/ftp`, {
      ...{ testId: null, usedW: 260, countsFrom: '2026-01-01', reason: '' },
    });
    // As long as the eights to the second, and easy all the way.
    const [warmUp] = eights().items as any[];
    const flat = { ...warmUp, length: { kind: 'time', seconds: 3600 } };
    const sessions = await Promise.all(
      [
        { ...eights('Flat'), items: [flat] },
        { ...eights(), items: eights().items.slice(1) },
      ].map((plan) => ask('POST', '/sessions', { plan })),
    );
    for (const { body } of sessions)
      await ask('POST', `/riders/${rider.id}/days`, { sessionId: body.id, dates: [day(-2)] });
    const { ride } = (
      await upload(
        home.app,
        rider.id,
        'a.csv',
        fileOf(day(-2), () => 1),
      )
    ).body;
    expect(ride.day.name).toBe('4 × 8:00');
  });

  it('with twice the usual watts is asked about, read with half of them, and as recorded again', async () => {
    const { rider, read } = await ridden();
    const file = fileOf(day(-2), () => 1, 520);
    const { ride } = (await upload(home.app, rider.id, 'b.csv', file)).body;
    const at = `/rides/${ride.id}`;
    const twice = (await ask('GET', `${at}/reading`)).body.reading.question;
    expect(twice).toMatchObject({ asks: 'doubled' });
    const halve = async (halved: boolean, version?: number) =>
      ask('PUT', `${at}/watts`, {
        version: version ?? (await ask('GET', at)).body.version,
        halved,
      });
    expect((await halve(true, 99)).status).toBe(409);
    const { meanW } = ride.numbers;
    expect((await halve(true)).body.numbers.meanW).toBeCloseTo(meanW / 2, 6);
    expect((await ask('GET', `${at}/reading`)).body.reading.question).toBeNull();
    // Sent again, and read again from its file, it stays what the coach said of it.
    await upload(home.app, rider.id, 'b.csv', file);
    await rebuildFiles(home);
    expect((await ask('GET', at)).body.numbers.meanW).toBeCloseTo(meanW / 2, 6);
    expect((await read()).body.reading.question).toBeNull();
    expect((await halve(false)).body.numbers.meanW).toBeCloseTo(meanW, 6);
    expect((await ask('GET', `${at}/reading`)).body.reading.question).toEqual(twice);
  });

  it('says whose the very same file is too, until one of them is withdrawn', async () => {
    const { rider, ride, read } = await ridden();
    const other = await newRider(ask, { name: 'Somebody Else' });
    const file = fileOf(day(-3), () => 1);
    const { ride: twin } = (await upload(home.app, other.id, 'twin.csv', file)).body;
    const also = async () => (await read()).body.alsoOf;
    expect(await also()).toEqual([{ riderId: other.id, rideId: twin.id, name: 'Somebody Else' }]);
    expect((await ask('GET', `/rides/${twin.id}/reading`)).body.alsoOf).toMatchObject([
      { riderId: rider.id, rideId: ride.id },
    ]);
    await ask('PATCH', `/rides/${twin.id}`, { version: twin.version, withdrawn: 'not hers' });
    expect(await also()).toEqual([]);
  });

  it('of no day is offered a session two days off whose reps it holds, and no other', async () => {
    const rider = await newRider(ask);
    await ask('POST', `/riders/${rider.id}/ftp`, {
      ...{ testId: null, usedW: 260, countsFrom: '2026-01-01', reason: '' },
    });
    const session = (await ask('POST', '/sessions', { plan: eights() })).body;
    const lay = (...dates: string[]) =>
      ask('POST', `/riders/${rider.id}/days`, { sessionId: session.id, dates });
    const [near] = (await lay(day(-3), day(-6))).body;
    const offeredTo = async (name: string, text: string) => {
      const { ride } = (await upload(home.app, rider.id, name, text)).body;
      return (await ask('GET', `/rides/${ride.id}/reading`)).body.offered;
    };
    const ridden = fileOf(day(-1), () => 1);
    const even = ridden.replace(/,\d+,/g, ',150,');
    expect(await offeredTo('even.csv', even)).toBeNull();
    expect(await offeredTo('a.csv', ridden)).toMatchObject({ dayId: near.id, date: day(-3) });
    await lay(day(-2));
    expect(await offeredTo('b.csv', `${ridden}\n`)).toMatchObject({ date: day(-2) });
  });

  it('takes no nonsense for edits, logs and answers', async () => {
    const { ride, read } = await ridden();
    const { version } = (await read()).body;
    const put = (edits: unknown) => ask('PUT', `/rides/${ride.id}/reps`, { version, edits });
    const turned = { firstS: null, changes: [{ was: null, is: { startS: 90, endS: 20 } }] };
    expect((await put(turned)).status).toBe(400);
    expect((await put({ firstS: -4, changes: [] })).status).toBe(400);
    expect((await put({ firstS: 1e9, changes: [] })).status).toBe(400);
    const log = (value: unknown) =>
      ask('PATCH', `/rides/${ride.id}`, { version: ride.version, log: value });
    expect((await log({ eatenG: -1 })).status).toBe(400);
    expect((await log({ eatenG: 'a lot' })).status).toBe(400);
    expect((await log({ secret: 1 })).status).toBe(400);
    const long = { version: ride.version, note: 'a'.repeat(10_000) };
    expect((await ask('PATCH', `/rides/${ride.id}`, long)).status).toBe(400);
    const kept = (await log({ eatenG: 60 })).body;
    expect(
      (await ask('PATCH', `/rides/${ride.id}`, { version: kept.version, log: { legs: 4 } })).body
        .log,
    ).toEqual({ eatenG: 60, legs: 4 });
  });
});

function addSix(monday: string): string {
  return formatISO(addDays(new Date(monday), 6), { representation: 'date' });
}
