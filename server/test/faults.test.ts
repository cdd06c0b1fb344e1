import {
  copyFileSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  rmSync,
  truncateSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import BetterSqlite from 'better-sqlite3';
import { sql } from 'kysely';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { openDatabase } from '../dist/database.js';
import { createRider, listRiders } from '../dist/store/riders.js';
import { createSession, saveSession } from '../dist/store/sessions.js';
import { begin } from './running.ts';
import { eights, house, INES, newRider } from './support.ts';

let folder: string;
let file: string;
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'uphill-faults-'));
  file = path.join(folder, 'coach.sqlite');
});
afterEach(() => rmSync(folder, { recursive: true }));

/** A database with riders in it, closed. */
async function sound(at = file): Promise<void> {
  const db = await openDatabase(at);
  for (let number = 0; number < 60; number += 1)
    await createRider(db, { ...INES, name: `Rider ${number}`, notes: 'n'.repeat(900) } as never);
  await db.destroy();
}

describe('at the start', () => {
  const kinds: readonly (readonly [string, () => Promise<void>, string])[] = [
    [
      'a text',
      () => Promise.resolve(writeFileSync(file, 'dear coach '.repeat(500))),
      'is not a database',
    ],
    [
      'a file cut short',
      async () => {
        await sound();
        truncateSync(file, 20_000);
      },
      'is damaged or cut short',
    ],
    [
      'a file with a page overwritten',
      async () => {
        await sound();
        const bytes = readFileSync(file);
        bytes.fill(0x5a, 4096, 12_288);
        writeFileSync(file, bytes);
      },
      'is damaged or cut short',
    ],
    [
      'an empty file beside copies of it',
      async () => {
        await sound(`${file}.before-0002`);
        writeFileSync(file, '');
      },
      'is empty, but there are copies of it',
    ],
    [
      'a database of another program',
      () =>
        Promise.resolve(
          void new BetterSqlite(file).exec('CREATE TABLE bookmarks (url TEXT)').close(),
        ),
      'is a database of another program',
    ],
    [
      'a newer version’s file',
      async () => {
        await sound();
        new BetterSqlite(file)
          .exec("INSERT INTO kysely_migration VALUES ('0999-later', '2030-01-01')")
          .close();
      },
      'was written by a newer version of Uphill Count',
    ],
    ['a folder', () => Promise.resolve(void mkdirSync(file)), 'cannot be opened or read'],
  ];

  it.each(kinds)('%s ends it with one sentence, and stays as it is', async (_, make, says) => {
    await make();
    const before = says.includes('opened') ? null : readFileSync(file);
    const { ended, said, child } = begin(['--database', file, '--port', '0'], folder);
    expect(await ended).toBe(1);
    expect(said()).toContain(`${file} ${says}`);
    expect(said().trim().split('\n')).toHaveLength(1);
    if (before) expect(readFileSync(file).equals(before)).toBe(true);
    child.kill();
  });

  it('a file that another program holds is said to be held', async () => {
    await sound();
    const other = new BetterSqlite(file);
    other.pragma('locking_mode = EXCLUSIVE');
    other.exec('BEGIN EXCLUSIVE');
    const { ended, said } = begin(['--database', file, '--port', '0'], folder);
    expect([await ended, said().trim().split('\n')]).toEqual([
      1,
      [`${file} is held by another program. Close it and start again.`],
    ]);
    other.close();
  });
});

describe('while it runs', () => {
  it('a full disk is said with what was not saved, and the first error is the one that is told', async () => {
    const db = await openDatabase(file);
    const { id } = await createSession(db, eights('Written'));
    const { rows } = await sql<{ page_count: number }>`PRAGMA page_count`.execute(db);
    await sql.raw(`PRAGMA max_page_count = ${rows[0]?.page_count ?? 1}`).execute(db);
    const large = { ...INES, name: 'Large', notes: 'n'.repeat(4000) } as never;
    const filling = async (): Promise<void> => {
      for (let number = 0; number < 200; number += 1) await createRider(db, large);
    };
    await expect(filling()).rejects.toMatchObject({
      code: 'no-room',
      message: 'Not saved: added Large. The disk is full. Make room and try again.',
    });
    const longer = {
      plan: { ...eights('Longer'), note: 'x'.repeat(1990), words: 'y'.repeat(11_000) },
      version: 1,
    };
    await expect(saveSession(db, id, longer)).rejects.toMatchObject({
      code: 'no-room',
      message: expect.stringMatching(/^Not saved: the session Longer\./),
    });
    await expect(
      db
        .transaction()
        .execute((trx) =>
          sql.raw('CREATE TABLE more AS SELECT * FROM riders, sessions').execute(trx),
        ),
    ).rejects.toMatchObject({
      code: 'SQLITE_FULL',
    });
    // With room again it goes on, and what was refused is nowhere.
    await sql`PRAGMA max_page_count = 1000000`.execute(db);
    const before = (await listRiders(db)).length;
    await createRider(db, large);
    expect(await listRiders(db)).toHaveLength(before + 1);
    await db.destroy();
  });

  it('a file that turned read-only is said so', async () => {
    const db = await openDatabase(file);
    await sql`PRAGMA query_only = ON`.execute(db);
    await expect(createRider(db, INES as never)).rejects.toMatchObject({
      code: 'not-saved',
      message: expect.stringMatching(/^Not saved: added Ines Okafor\. .*read-only/),
    });
    await db.destroy();
  });

  it('another program’s lock is waited for without stopping anything else', async () => {
    const { ask, folder: where, close } = await house();
    const other = new BetterSqlite(path.join(where, 'test.sqlite'));
    other.exec('BEGIN IMMEDIATE');
    const order: string[] = [];
    const stored = newRider(ask).then(({ name }) => order.push(`stored ${name}`));
    await new Promise((resolve) => setTimeout(resolve, 300)).then(() => order.push('time went on'));
    other.exec('COMMIT');
    await stored;
    expect(order).toEqual(['time went on', 'stored Ines Okafor']);
    other.exec('BEGIN IMMEDIATE');
    const refused = await ask('POST', '/riders', INES);
    expect(refused).toMatchObject({
      status: 503,
      body: {
        type: '/problems/not-saved',
        detail: expect.stringContaining('Another program holds the data file.'),
      },
    });
    other.close();
    await close();
  });
});

describe('a copy put back', () => {
  it('takes the place of what was there, which is kept; a copy that is none changes nothing', async () => {
    await sound();
    const copy = path.join(folder, 'copy.sqlite');
    copyFileSync(file, copy);
    const db = await openDatabase(file);
    await createRider(db, { ...INES, name: 'Later' } as never);
    await db.destroy();
    const bad = begin(
      ['--database', file, '--port', '0', '--restore', path.join(folder, 'no-such')],
      folder,
    );
    expect([await bad.ended, bad.said()]).toEqual([1, expect.stringContaining('There is no file')]);
    writeFileSync(path.join(folder, 'rubbish'), 'rubbish '.repeat(999));
    const rubbish = begin(
      ['--database', file, '--port', '0', '--restore', path.join(folder, 'rubbish')],
      folder,
    );
    expect([await rubbish.ended, rubbish.said()]).toEqual([
      1,
      expect.stringContaining('rubbish is not a database'),
    ]);

    const good = begin(['--database', file, '--port', '0', '--restore', copy], folder);
    const riders = (await (await fetch(`${await good.url}/api/riders`)).json()) as unknown[];
    const kept = /is kept in (\S+)/.exec(good.said())?.[1] ?? '';
    good.child.kill('SIGKILL');
    expect([riders.length, good.said()]).toEqual([60, expect.stringContaining('Put back')]);
    const before = await openDatabase(kept);
    expect((await listRiders(before)).map(({ name }) => name)).toContain('Later');
    await before.destroy();
  });

  it('is refused while the data are in use, and replaces what cannot even be read', async () => {
    await sound();
    const copy = path.join(folder, 'copy.sqlite');
    copyFileSync(file, copy);
    const running = await openDatabase(file);
    await createRider(running, { ...INES, name: 'Now' } as never);
    const inUse = begin(['--database', file, '--port', '0', '--restore', copy], folder);
    expect([await inUse.ended, inUse.said()]).toEqual([
      1,
      expect.stringContaining('is open in another program'),
    ]);
    expect(await listRiders(running)).toHaveLength(61);
    await running.destroy();
    writeFileSync(file, 'nothing that can be read'.repeat(400));
    const mended = begin(['--database', file, '--port', '0', '--restore', copy], folder);
    expect(
      (await (await fetch(`${await mended.url}/api/riders`)).json()) as unknown[],
    ).toHaveLength(60);
    mended.child.kill('SIGKILL');
  });
});
