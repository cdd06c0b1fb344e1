import { expect, it } from 'vitest';
import { killMigrations } from './torture/migrations.ts';
import { KILLS, tell } from './torture/tally.ts';

const PATIENCE = 60_000 + KILLS * 3000;

it(
  'killed in the middle of a migration, the file is what it was or what it was to become, and its copy whole',
  async () => {
    const tally = await killMigrations(KILLS, Math.random);
    tell('migrations', tally);
    expect(tally.kills).toBe(KILLS);
    expect(tally.lost).toEqual([]);
  },
  PATIENCE,
);
