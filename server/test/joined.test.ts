import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import {
  type Ask,
  day,
  eights,
  fileOf,
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

/** A ride by the card in two files: the second was begun where the first ended, so many minutes later by the clock. */
function halves(date: string, apartMin: number, at = 2400): [string, string] {
  const [head = '', ...lines] = fileOf(date, () => 1).split('\n');
  const later = (line: string): string => {
    const [stamp = '', ...values] = line.split(',');
    const moved = new Date(Date.parse(`${stamp}Z`) + apartMin * 60_000).toISOString();
    return [moved.slice(0, 19), ...values].join(',');
  };
  return [
    [head, ...lines.slice(0, at)].join('\n'),
    [head, ...lines.slice(at).map(later)].join('\n'),
  ];
}

/** A rider with the eights on a day. */
async function planned(...dates: string[]) {
  const rider = await newRider(ask);
  await ask('POST', `/riders/${rider.id}/ftp`, {
    ...{ testId: null, usedW: 260, countsFrom: '2026-01-01', reason: '' },
  });
  const session = (await ask('POST', '/sessions', { plan: eights() })).body;
  const days: { id: string }[] = [];
  for (const date of dates)
    days.push(
      ...(
        await ask('POST', `/riders/${rider.id}/days`, {
          ...{ sessionId: session.id, dates: [date], again: true },
        })
      ).body,
    );
  const send = async (name: string, text: string) =>
    (await upload(home.app, rider.id, name, text)).body;
  return { rider, days, send };
}

const readingOf = async (id: string) => (await ask('GET', `/rides/${id}/reading`)).body;

describe('a ride of two recordings', () => {
  it('is one as soon as the second comes in; undo takes it apart and redo joins it, with all its numbers', async () => {
    const whole = fileOf(day(-3), () => 1);
    const { body: asOne } = await upload(home.app, (await newRider(ask)).id, 'c.csv', whole);
    const { rider, days, send } = await planned(day(-3));
    const [early, late] = halves(day(-3), 12);
    const first = await send('a.csv', early);
    expect(first.ride.day.id).toBe(days[0]?.id);
    const { ride } = await send('b.csv', late);
    expect(await ridesOf(ask, rider.id)).toMatchObject([{ id: ride.id, day: { id: days[0]?.id } }]);
    // As if it had been one file with 12 min in which nothing was recorded.
    const numbers = (await ask('GET', `/rides/${ride.id}`)).body.numbers;
    for (const key of ['movingS', 'energyKj', 'meanW'])
      expect(numbers[key], key).toBeCloseTo(asOne.ride.numbers[key], 6);
    expect((await readingOf(ride.id)).reading).toMatchObject({
      ...{ planned: 4, notRidden: [], headline: { id: 'on-target' } },
    });
    const picture = async () => [
      await ask('GET', `/rides/${ride.id}`),
      (await readingOf(ride.id)).reading,
    ];
    const before = await picture();
    await ask('POST', '/undo');
    expect((await ridesOf(ask, rider.id)).map(({ id }: any) => id)).toContain(first.ride.id);
    expect((await readingOf(first.ride.id)).reading.notRidden.length).toBeGreaterThan(0);
    await ask('POST', '/redo');
    expect((await picture())[1]).toEqual(before[1]);
    // The same file again is this ride; and reading all files anew changes nothing.
    expect(await send('a.csv', early)).toMatchObject({ duplicate: true, ride: { id: ride.id } });
    expect(await rebuildFiles(home)).toMatchObject({ changed: 0, left: [] });
    expect((await picture())[1]).toEqual(before[1]);
  });

  it('is one as well where both come in at the same moment', async () => {
    const { rider, days, send } = await planned(day(-3));
    const [early, late] = halves(day(-3), 12);
    const answers = await Promise.all([send('a.csv', early), send('b.csv', late)]);
    const [ride, ...others] = await ridesOf(ask, rider.id);
    expect([others, ride.day?.id]).toEqual([[], days[0]?.id]);
    expect(answers.some((answer) => answer.ride.id === ride.id)).toBe(true);
  });

  it('is two where the second has a session of its own, lies 2 h off or lies over the first', async () => {
    const { rider, send } = await planned(day(-3), day(-3));
    const [early, late] = halves(day(-3), 12);
    await send('a.csv', early);
    const { ride } = await send('b.csv', late);
    expect(await ridesOf(ask, rider.id)).toHaveLength(2);
    const reading = await readingOf(ride.id);
    expect(reading.over).toEqual([]);
    const [other] = reading.joinable;
    const join = { version: ride.version, otherId: other.rideId };
    const refused = await ask('POST', `/rides/${ride.id}/join`, join);
    expect(refused.body.fields[0]).toMatchObject({ field: 'otherId' });
    expect(refused.body.fields[0].reason).toMatch(/Unlink one first/);

    const far = await planned(day(-5));
    const [before, after] = halves(day(-5), 121);
    await far.send('a.csv', before);
    const { ride: apart } = await far.send('b.csv', after);
    expect((await readingOf(apart.id)).joinable).toEqual([]);

    const twice = await planned(day(-5));
    const { ride: one } = await twice.send(
      'a.csv',
      fileOf(day(-5), () => 1),
    );
    const { ride: two } = await twice.send('b.csv', `${before}\n`);
    expect((await readingOf(two.id)).over).toMatchObject([{ rideId: one.id }]);
    const over = { version: two.version, otherId: one.id };
    const answer = await ask('POST', `/rides/${two.id}/join`, over);
    expect(answer.body.fields[0].reason).toMatch(/one ride recorded twice/);
  });

  it('is split at a second: corrections go with the half they lie on, and undo puts it together', async () => {
    const { rider, days, send } = await planned(day(-3));
    const { ride } = await send(
      'a.csv',
      fileOf(day(-3), () => 1),
    );
    const read = await readingOf(ride.id);
    const [rep, second] = read.reading.reps;
    const edit = (at: typeof rep) => ({
      was: { startS: at.startS, endS: at.endS },
      is: { startS: at.startS + 20, endS: at.endS },
    });
    await ask('PUT', `/rides/${ride.id}/reps`, {
      version: read.version,
      edits: { firstS: null, changes: [edit(rep), edit(second)] },
    });
    const { version } = (await ask('GET', `/rides/${ride.id}`)).body;
    const split = (atS: number) => ask('POST', `/rides/${ride.id}/split`, { version, atS });
    expect((await split(10)).body.fields[0]).toMatchObject({ field: 'atS' });
    const atS = rep.endS + 60;
    const [before, after] = (await split(atS)).body;
    expect(before.recordings[0].seconds).toBe(atS);
    // Three reps go better with the session than one; what was corrected on the first went with the first.
    expect([before.day, after.day?.id]).toEqual([null, days[0]?.id]);
    const kept = await readingOf(after.id);
    expect(kept.edits.changes).toEqual([
      {
        was: { startS: second.startS - atS, endS: second.endS - atS },
        is: { startS: second.startS + 20 - atS, endS: second.endS - atS },
      },
    ]);
    expect(kept.reading.reps[0]).toMatchObject({ startS: second.startS + 20 - atS });
    const stored = await ridesOf(ask, rider.id);
    expect(stored).toHaveLength(2);
    // Together again by hand it is the ride it was.
    const joined = await ask('POST', `/rides/${before.id}/join`, {
      ...{ version: before.version, otherId: after.id },
    });
    expect(joined.body.numbers).toEqual(
      (await ask('GET', `/rides/${joined.body.id}`)).body.numbers,
    );
    expect((await readingOf(joined.body.id)).reading.reps[1]).toMatchObject({
      startS: second.startS + 20,
    });
    await ask('POST', '/undo');
    await ask('POST', '/undo');
    expect(await ridesOf(ask, rider.id)).toMatchObject([{ id: ride.id, day: { id: days[0]?.id } }]);
    expect((await readingOf(ride.id)).edits.changes).toHaveLength(2);
  });
});
