import path from 'node:path';
import BetterSqlite from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { house, newRider, rampFile, rebuildFiles, twentyFile, upload } from './support.ts';

let home: Awaited<ReturnType<typeof house>>;
beforeEach(async () => {
  home = await house();
});
afterEach(() => home.close());

const rebuild = () => rebuildFiles(home);

describe('rebuilding what is derived', () => {
  it('changes nothing that is as it should be, mends what is not, and leaves what cannot be read', async () => {
    const rider = await newRider(home.ask);
    const ids: string[] = [];
    for (const file of [rampFile(1), twentyFile(2), rampFile(3)])
      ids.push((await upload(home.app, rider.id, 'ride.csv', file)).body.recording.id);
    const curve = async () =>
      (await home.ask('GET', `/riders/${rider.id}/curve?from=2026-01-01&to=2026-12-31`)).body;
    const before = await curve();
    expect(await rebuild()).toMatchObject({ rebuilt: 3, changed: 0, left: [], told: [0, 1, 2, 3] });

    const raw = new BetterSqlite(path.join(home.folder, 'test.sqlite'));
    raw
      .prepare("UPDATE recordings SET seconds = 7, notes = '[]', laps = '[]' WHERE id = ?")
      .run(ids[1]);
    raw
      .prepare(
        "UPDATE ride_packs SET bests = x'' WHERE ride_id = (SELECT ride_id FROM recordings WHERE id = ?)",
      )
      .run(ids[1]);
    raw.prepare("UPDATE recording_files SET file = x'00010203' WHERE recording_id = ?").run(ids[2]);
    raw.close();
    expect(await curve()).not.toEqual(before);

    const done = await rebuild();
    expect(done).toMatchObject({ rebuilt: 2, changed: 1, left: [{ fileName: 'ride.csv' }] });
    expect(done.left[0]?.reason).toMatch(/\.$/);
    expect(await curve()).toEqual(before);
  });
});
