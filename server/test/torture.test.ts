import { expect, it } from 'vitest';
import { killServers } from './torture/lives.ts';
import { killMigrations } from './torture/migrations.ts';
import { KILLS, tell, type Tally } from './torture/tally.ts';
import { remaker } from './torture/remaker.ts';
import { coach, importer } from './torture/writers.ts';

/** Of each kind; what was acknowledged before a kill has to be there after it. */
const KINDS: readonly (readonly [name: string, run: () => Promise<Tally>])[] = [
  ['migrations', () => killMigrations(KILLS, Math.random)],
  ['writers', () => killServers(KILLS, Math.random, coach(), 3)],
  ['imports', () => killServers(KILLS, Math.random, importer(), 2)],
  ['joins, undo, redo and copies', () => killServers(KILLS, Math.random, remaker(), 1)],
];

it.each(KINDS)(
  'killed in the middle of %s, nothing is lost',
  async (name, run) => {
    const tally = await run();
    tell(name, tally);
    expect(tally.kills).toBe(KILLS);
    expect(tally.checked).toBeGreaterThanOrEqual(KILLS);
    expect(tally.lost).toEqual([]);
  },
  60_000 + KILLS * 6000,
);
