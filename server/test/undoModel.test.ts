import fc from 'fast-check';
import { expect, it } from 'vitest';
import { type Ask, eights, house, newRider, upload } from './support.ts';

/** What is stored, as plainly as it can be kept: rows by table and id. */
type Table = 'riders' | 'sessions' | 'masses';
type Row = Record<string, string | number | boolean>;
type Change = { table: Table; id: string; was: Row | null; became: Row | null };

/** The plain model: rows, one stack of changes, and what cannot be taken back because a recording hangs on it. */
class Model {
  readonly rows: Record<Table, Map<string, Row>> = {
    riders: new Map(),
    sessions: new Map(),
    masses: new Map(),
  };
  readonly recorded = new Set<string>();
  readonly highest = new Map<string, number>();
  done: Change[] = [];
  undone: Change[] = [];

  /** A row as the server answered with it: its version has to be newer than any before. */
  wrote(id: string, version: number): void {
    expect(version).toBeGreaterThan(this.highest.get(id) ?? 0);
    this.highest.set(id, version);
  }

  act(table: Table, id: string, became: Row): void {
    this.done.push({ table, id, was: this.rows[table].get(id) ?? null, became });
    this.undone = [];
    this.rows[table].set(id, became);
  }

  /** What a step does to the rows, or null where it is in the way. */
  step(way: 'undo' | 'redo'): { change: Change; stands: boolean } | null {
    const change = way === 'undo' ? this.done.pop() : this.undone.pop();
    if (!change) return null;
    const [from, to] = way === 'undo' ? [change.became, change.was] : [change.was, change.became];
    const current = this.rows[change.table].get(change.id) ?? null;
    const stands = this.stands(change, from, to, current);
    if (!stands) return { change, stands };
    let left: Row | null = null;
    if (to === null) this.rows[change.table].delete(change.id);
    else {
      left = { ...(current ?? to) };
      for (const [column, value] of Object.entries(to))
        if (from !== null && from[column] !== value) left[column] = value;
      this.rows[change.table].set(change.id, left);
    }
    if (way === 'undo') this.undone.push({ ...change, was: left, became: current });
    else this.done.push({ ...change, was: current, became: left });
    return { change, stands };
  }

  private stands(
    { table, id }: Change,
    from: Row | null,
    to: Row | null,
    current: Row | null,
  ): boolean {
    if (to === null) {
      const held = [...this.rows.masses.values()].some(({ rider }) => rider === id);
      return current !== null && !(table === 'riders' && (held || this.recorded.has(id)));
    }
    if (from === null)
      return current === null && (table !== 'masses' || this.rows.riders.has(String(to['rider'])));
    return (
      current !== null &&
      Object.keys(to).every(
        (column) => to[column] === from[column] || current[column] === from[column],
      )
    );
  }
}

/** Rows of the model with the versions an actor last saw. */
type Actor = Map<string, number>;
interface World {
  readonly ask: Ask;
  readonly send: (riderId: string, number: number) => Promise<void>;
  readonly model: Model;
  readonly actors: readonly [Actor, Actor];
}

const pick = (ids: Iterable<string>, number: number): string | undefined => {
  const all = [...ids];
  return all[number % Math.max(1, all.length)];
};

type Do = (world: World, actor: Actor, number: number) => Promise<void>;

const look: Do = async ({ ask, model }, actor) => {
  for (const { id, version } of (await ask('GET', '/riders')).body as {
    id: string;
    version: number;
  }[])
    actor.set(id, version);
  for (const id of model.rows.sessions.keys())
    actor.set(id, ((await ask('GET', `/sessions/${id}`)).body as { version: number }).version);
};

/** An edit from the version an actor saw: stored where it is the latest, else refused and nothing changed. */
async function edit(
  world: World,
  actor: Actor,
  id: string,
  send: (version: number) => ReturnType<Ask>,
): Promise<boolean> {
  const version = actor.get(id);
  if (version === undefined) return false;
  const { status, body } = await send(version);
  const fresh = version === world.model.highest.get(id);
  const done = body === null ? 204 : 200;
  expect([id, status]).toEqual([id, fresh ? done : 409]);
  if (fresh) world.model.wrote(id, body?.version ?? version + 1);
  if (fresh) actor.set(id, body?.version ?? version + 1);
  return fresh;
}

const DOINGS: Record<string, Do> = {
  look,
  async addRider({ ask, model }, actor, number) {
    const { id, version, notes, retestWeeks } = await newRider(ask, { name: `Rider ${number}` });
    model.wrote(id, version);
    actor.set(id, version);
    model.act('riders', id, { notes, retestWeeks });
  },
  async changeNotes(world, actor, number) {
    const id = pick(world.model.rows.riders.keys(), number);
    const notes = `note ${number}`;
    if (
      id &&
      (await edit(world, actor, id, (version) =>
        world.ask('PATCH', `/riders/${id}`, { version, notes }),
      ))
    )
      world.model.act('riders', id, { ...(world.model.rows.riders.get(id) as Row), notes });
  },
  async changeWeeks(world, actor, number) {
    const id = pick(world.model.rows.riders.keys(), number);
    const retestWeeks = 4 + (number % 9);
    if (
      id &&
      (await edit(world, actor, id, (version) =>
        world.ask('PATCH', `/riders/${id}`, { version, retestWeeks }),
      ))
    )
      world.model.act('riders', id, { ...(world.model.rows.riders.get(id) as Row), retestWeeks });
  },
  async weigh({ ask, model }, _, number) {
    const rider = pick(model.rows.riders.keys(), number);
    if (!rider) return;
    const kg = 50 + number;
    const known = new Set(model.rows.masses.keys());
    const { body } = await ask('POST', `/riders/${rider}/body-mass`, { date: '2026-10-01', kg });
    const added = (body.bodyMass as { id: string }[]).find(({ id }) => !known.has(id));
    if (added) model.act('masses', added.id, { rider, kg });
  },
  async record({ model, send }, _, number) {
    const rider = pick(model.rows.riders.keys(), number);
    if (!rider) return;
    await send(rider, number);
    model.recorded.add(rider);
  },
  async makeSession({ ask, model }, actor, number) {
    const { body } = await ask('POST', '/sessions', { plan: eights(`Session ${number}`) });
    model.wrote(body.id, body.version);
    actor.set(body.id, body.version);
    model.act('sessions', body.id, { name: `Session ${number}`, retired: false });
  },
  /** Sessions save themselves: the journal knows nothing of it. */
  async writeSession(world, actor, number) {
    const id = pick(world.model.rows.sessions.keys(), number);
    const name = `Written ${number}`;
    if (
      id &&
      (await edit(world, actor, id, (version) =>
        world.ask('PUT', `/sessions/${id}`, { version, plan: eights(name) }),
      ))
    )
      world.model.rows.sessions.set(id, { ...(world.model.rows.sessions.get(id) as Row), name });
  },
  async retire(world, actor, number) {
    const id = pick(world.model.rows.sessions.keys(), number);
    if (
      id &&
      (await edit(world, actor, id, (version) =>
        world.ask('DELETE', `/sessions/${id}?version=${version}`),
      ))
    )
      world.model.act('sessions', id, {
        ...(world.model.rows.sessions.get(id) as Row),
        retired: true,
      });
  },
  undo: (world) => stepBoth(world, 'undo'),
  redo: (world) => stepBoth(world, 'redo'),
};

async function stepBoth({ ask, model }: World, way: 'undo' | 'redo'): Promise<void> {
  const expected = model.step(way);
  const { status, body } = await ask('POST', `/${way}`);
  if (expected?.stands) {
    expect([way, status]).toEqual([way, 200]);
    const { table, id } = expected.change;
    const url = table === 'riders' ? `/riders/${id}` : `/sessions/${id}`;
    if (table !== 'masses' && model.rows[table].has(id))
      model.wrote(id, (await ask('GET', url)).body.version as number);
    return;
  }
  expect([way, status]).toEqual([way, 409]);
  if (!expected) return;
  // It says why, and steps aside.
  expect(body).toMatchObject({
    type: '/problems/undo-blocked',
    detail: expect.stringMatching(/cannot be (un|re)done: .+\.$/),
  });
  expect((await ask('POST', `/journal/${body.step}/aside`)).status).toBe(200);
}

async function compare({ ask, model }: World): Promise<void> {
  const riders = (await ask('GET', '/riders')).body as {
    id: string;
    notes: string;
    retestWeeks: number;
    bodyMass: { id: string; kg: number }[];
  }[];
  expect(new Map(riders.map(({ id, notes, retestWeeks }) => [id, { notes, retestWeeks }]))).toEqual(
    model.rows.riders,
  );
  const masses = riders.flatMap(({ id: rider, bodyMass }) =>
    bodyMass.map(({ id, kg }) => [id, { rider, kg }] as const),
  );
  expect(new Map(masses)).toEqual(model.rows.masses);
  for (const id of model.highest.keys()) {
    if (riders.some((rider) => rider.id === id)) continue;
    const { status, body } = await ask('GET', `/sessions/${id}`);
    const row = model.rows.sessions.get(id);
    expect([status, body.plan?.name, body.retired]).toEqual(
      row ? [200, row['name'], row['retired']] : [404, undefined, undefined],
    );
  }
}

const STEPS = ['undo', 'redo'];

/** Runs go deep into sessions, deep into riders, or through everything. */
const SORTS: readonly (readonly string[])[] = [
  ['makeSession', 'writeSession', 'writeSession', 'retire'],
  ['addRider', 'changeNotes', 'changeWeeks', 'weigh', 'record', 'look'],
  Object.keys(DOINGS).filter((name) => !STEPS.includes(name)),
];
const runs = fc.constantFrom(...SORTS).chain((sort) =>
  fc.array(
    fc.record({
      what: fc.oneof(
        { weight: 2, arbitrary: fc.constantFrom(...STEPS) },
        { weight: 3, arbitrary: fc.constantFrom(...sort) },
      ),
      who: fc.constantFrom(0 as const, 1 as const),
      number: fc.nat(40),
    }),
    { minLength: 8, maxLength: 40 },
  ),
);

it('undo and redo by two at once are what a plain model says: nothing acknowledged is lost, no version used twice', async () => {
  await fc.assert(
    fc.asyncProperty(runs, async (run) => {
      const { ask, app, close } = await house();
      const send = async (riderId: string, number: number): Promise<void> => {
        const rows = Array.from({ length: 40 }, (_, second) => `${second},${100 + number}`).join(
          '\n',
        );
        expect((await upload(app, riderId, 'ride.csv', `seconds,power\n${rows}`)).status).toBe(201);
      };
      const world: World = { ask, send, model: new Model(), actors: [new Map(), new Map()] };
      try {
        for (const { what, who, number } of run) {
          await DOINGS[what]?.(world, world.actors[who], number);
          await compare(world);
        }
      } finally {
        await close();
      }
    }),
    { numRuns: 60 },
  );
}, 240_000);
