import type { Layout, Season } from '@uphill/api';
import { layOut, mondayOf, plus, reckon, type Template, TEMPLATES } from '@uphill/core/season';
import { riderFigures } from '@uphill/core/sessions';
import { randomUUID } from 'node:crypto';
import { describe, expect, it } from 'vitest';
import { type Ask, GOAL, HEALTHY, house, newRider } from './support.ts';

const TODAY = new Date().toISOString().slice(0, 10);
const MONDAY = plus(mondayOf(TODAY), 7);
const SPAN = `from=${plus(MONDAY, -70)}&to=${plus(MONDAY, 20 * 7 - 1)}`;
const SHORT = TEMPLATES.find(({ id }) => id === 'short-build') as Template;

async function ines(ask: Ask) {
  const rider = await newRider(ask);
  const at = `/riders/${rider.id}`;
  await ask('POST', `${at}/ftp`, {
    ...{ testId: null, usedW: 262, countsFrom: '2026-01-05', reason: 'a number I trust' },
  });
  await ask('POST', `${at}/health`, HEALTHY);
  await ask('POST', `${at}/goals`, { ...GOAL, date: plus(MONDAY, 70) });
  await ask('PUT', `${at}/availability`, {
    version: 0,
    days: [0, 1.5, 2, 1.5, 0, 3, 4].map((hours) => ({ hours, fixedRest: hours === 0 })),
  });
  const { version } = (await ask('GET', at)).body;
  const base = { points: 45, on: plus(MONDAY, -8) };
  await ask('PUT', `${at}/season`, { version, base });
  return { id: rider.id as string, at };
}

const seasonOf = async (ask: Ask, id: string): Promise<Season> =>
  (await ask('GET', `/riders/${id}/season?${SPAN}`)).body as Season;

/** What the page would send: laid out by the core from what the server answers. */
async function laidOut(
  ask: Ask,
  id: string,
): Promise<Layout & { readonly loads: readonly number[] }> {
  const season = await seasonOf(ask, id);
  const rider = (await ask('GET', `/riders/${id}`)).body;
  const works = season.days
    .filter(({ date }) => date >= MONDAY)
    .flatMap((day) => day.works.filter(({ laid }) => laid === 'yes'));
  const touched = season.weeks.filter(({ laid }) => laid !== 'yes').map(({ monday }) => monday);
  const [goal] = rider.goals;
  const out = layOut({
    ...{ season: reckon(season), template: SHORT, goal, from: MONDAY, last: new Map() },
    climbing: { rider: riderFigures(rider, TODAY, null) },
    ...{ removed: new Set(works.map((work) => work.id)), touched: new Set(touched) },
    newId: randomUUID,
  });
  const loads = out.weeks.map(
    ({ monday }) => out.season.weeks.find(({ said }) => said.monday === monday)?.load ?? 0,
  );
  return JSON.parse(
    JSON.stringify({
      loads,
      ...{ state: season.state, goal: { name: goal.name, date: goal.date }, template: SHORT },
      ...{ from: MONDAY, blocks: out.blocks, weeks: out.weeks, days: out.days },
      removed: works.map(({ id: workId, version }) => ({ id: workId, version })),
    }),
  );
}

/** The same without what the core says of it: as it is sent. */
async function layoutOf(ask: Ask, id: string) {
  const { loads: _, ...layout } = await laidOut(ask, id);
  return layout;
}

const ahead = ({ days }: Season) =>
  days.filter(({ date }) => date >= MONDAY).flatMap(({ works }) => works);

describe('a season that is laid out', () => {
  it('is stored as one step, stands as the core saw it, and one undo takes back all of it', async () => {
    const { ask, close } = await house();
    const { id, at } = await ines(ask);
    const before = await seasonOf(ask, id);
    const { loads, ...layout } = await laidOut(ask, id);
    expect([layout.weeks.length, layout.days.length > 30]).toEqual([11, true]);
    expect((await ask('POST', `${at}/layouts`, layout)).status).toBe(204);
    const after = await seasonOf(ask, id);
    expect(ahead(after).every(({ laid }) => laid === 'yes')).toBe(true);
    expect(after.blocks.map(({ block }) => block.name)).toEqual(
      layout.blocks.map(({ block }) => block.name),
    );
    // This week is not among those that are laid out.
    expect(after.span).toBe(null);
    // Stored and read again, the weeks come to what was looked at before accepting.
    const weeks = reckon(after).weeks.filter(({ said }) => said.monday >= MONDAY);
    for (const [place, load] of loads.entries())
      expect([place, Math.abs((weeks[place]?.load ?? 0) - load) < 1]).toEqual([place, true]);
    // Nothing of it is seen by the rider before it is handed over.
    expect((await ask('GET', `${at}/given?from=${MONDAY}&to=${plus(MONDAY, 6)}`)).body).toEqual([]);
    expect((await ask('POST', '/undo')).body.did).toMatch(/^laid out Ines/);
    const { state: _, ...undone } = await seasonOf(ask, id);
    const { state: __, ...was } = before;
    expect(undone).toEqual(was);
    expect((await ask('POST', '/redo')).status).toBe(200);
    // Back again it is as it was laid out, and nobody has touched it.
    const again = await seasonOf(ask, id);
    expect(ahead(again).map(({ laid }) => laid)).toEqual(ahead(after).map(() => 'yes'));
    expect(again.weeks.map(({ laid }) => laid)).toEqual(after.weeks.map(({ laid }) => laid));
    await close();
  });

  it('is laid out again with what the coach touched kept', async () => {
    const { ask, close } = await house();
    const { id, at } = await ines(ask);
    await ask('POST', `${at}/layouts`, await layoutOf(ask, id));
    const week = plus(MONDAY, 14);
    const { version } = (await seasonOf(ask, id)).weeks.find(({ monday }) => monday === week)!;
    await ask('PUT', `${at}/weeks/${week}`, { version, rise: 1 });
    const moved = ahead(await seasonOf(ask, id)).find(({ planned }) => planned?.hard)!;
    await ask('POST', `${at}/plan`, {
      did: 'changed',
      changes: [{ kind: 'mark', id: moved.id, version: moved.version, key: true }],
    });
    const touched = await seasonOf(ask, id);
    const laidOf = async () =>
      ahead(await seasonOf(ask, id)).find((work) => work.id === moved.id)?.laid;
    expect(await laidOf()).toBe('touched');
    await ask('POST', '/undo');
    expect(await laidOf()).toBe('yes');
    await ask('POST', '/redo');
    expect(await laidOf()).toBe('touched');
    expect((await ask('POST', `${at}/layouts`, await layoutOf(ask, id))).status).toBe(204);
    const again = await seasonOf(ask, id);
    expect(ahead(again).find((work) => work.id === moved.id)).toMatchObject({ key: true });
    expect(again.weeks.find(({ monday }) => monday === week)).toMatchObject({ rise: 1 });
    expect(again.blocks).toHaveLength(touched.blocks.length);
    await close();
  });

  it('says how far it is: blocks one after another are one span, and a new one cuts what it meets', async () => {
    const { ask, close } = await house();
    const { id, at } = await ines(ask);
    const now = mondayOf(TODAY);
    const [block] = SHORT.blocks;
    const lay = async (from: string, ...weeks: number[]) => {
      let monday = from;
      const blocks = weeks.map((many) => {
        const one = { block, from: monday, kinds: Array(many).fill('load') };
        monday = plus(monday, 7 * many);
        return one;
      });
      const usual = { kind: 'load', period: 'build', system: null, rise: null, goal: null };
      return ask('POST', `${at}/layouts`, {
        ...{ state: (await seasonOf(ask, id)).state, goal: null, template: SHORT, from, blocks },
        ...{ weeks: [{ monday: from, ...usual }], days: [], removed: [] },
      });
    };
    expect((await lay(now, 3, 4)).status).toBe(204);
    expect((await seasonOf(ask, id)).span).toEqual({ from: now, weeks: 7 });
    expect((await lay(plus(now, 14), 2)).status).toBe(204);
    const cut = await seasonOf(ask, id);
    expect(cut.span).toEqual({ from: now, weeks: 4 });
    expect(cut.blocks.map(({ weeks }) => weeks)).toEqual([2, 2]);
    await close();
  });

  it('is refused where the season moved on, by two tabs at once, and where a value is no good', async () => {
    const { ask, close } = await house();
    const { id, at } = await ines(ask);
    const layout = await layoutOf(ask, id);
    const both = await Promise.all([1, 2].map(() => ask('POST', `${at}/layouts`, layout)));
    expect(both.map(({ status }) => status).sort()).toEqual([204, 409]);
    const next = await layoutOf(ask, id);
    const bad = async (over: Partial<Record<keyof Layout, unknown>>) =>
      (await ask('POST', `${at}/layouts`, { ...next, ...over })).status;
    expect(await bad({ from: plus(MONDAY, 1) })).toBe(422);
    expect(await bad({ weeks: [{ ...next.weeks[0], goal: 9000 }] })).toBe(400);
    expect(await bad({ weeks: [next.weeks[0], next.weeks[0]] })).toBe(422);
    expect(await bad({ weeks: Array(200).fill(next.weeks[0]) })).toBe(400);
    expect(await bad({ days: [{ ...next.days[0], date: plus(TODAY, -1) }] })).toBe(422);
    expect(await bad({ template: { ...SHORT, blocks: [] } })).toBe(400);
    expect(ahead(await seasonOf(ask, id)).length).toBe(layout.days.length);
    await close();
  });
});

describe('templates of the coach’s own', () => {
  it('are kept, listed and removed, each an action that can be undone', async () => {
    const { ask, close } = await house();
    const own = { template: { ...SHORT, name: 'As in spring' } };
    const { body } = await ask('POST', '/templates', own);
    expect((await ask('GET', '/templates')).body).toEqual([body]);
    expect((await ask('POST', '/templates', { template: { ...SHORT, name: '' } })).status).toBe(
      400,
    );
    expect((await ask('DELETE', `/templates/${body.id}?version=2`)).status).toBe(409);
    expect((await ask('DELETE', `/templates/${body.id}?version=1`)).status).toBe(204);
    await ask('POST', '/undo');
    expect((await ask('GET', '/templates')).body).toMatchObject([
      { template: { name: 'As in spring' } },
    ]);
    await close();
  });
});
