import type { ChildProcess } from 'node:child_process';
import { existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import BetterSqlite from 'better-sqlite3';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { begin, type Started } from './running.ts';
import { INES } from './support.ts';

let folder: string;
let running: ChildProcess[];
beforeEach(() => {
  folder = mkdtempSync(path.join(tmpdir(), 'uphill-start-'));
  running = [];
});
afterEach(() => {
  for (const child of running) child.kill('SIGKILL');
  rmSync(folder, { recursive: true });
});

/** A port that nothing listens on. */
async function freePort(): Promise<number> {
  const probe = createServer().listen(0, '127.0.0.1');
  await new Promise((resolve) => probe.once('listening', resolve));
  const { port } = probe.address() as { port: number };
  await new Promise((resolve) => probe.close(resolve));
  return port;
}

/** Asks until somebody answers. */
async function answerOf(url: string): Promise<Response> {
  for (;;) {
    try {
      return await fetch(url);
    } catch {
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
  }
}

function start(args: readonly string[], env: Record<string, string> = {}): Started {
  const started = begin(args, folder, env);
  running.push(started.child);
  return started;
}

describe('starting the server', () => {
  it('puts an empty database where the flag says, and says where', async () => {
    const database = path.join(folder, 'mine', 'coach.sqlite');
    const server = start(['--database', database, '--port', '0']);
    const url = await server.url;
    expect(await (await fetch(`${url}/api/health`)).json()).toMatchObject({
      status: 'ok',
      riders: 0,
      demo: false,
    });
    expect(server.said()).toContain(`Your data is in ${database}`);
    expect(existsSync(database)).toBe(true);
  });

  it('or where the environment says, or in the user’s data folder', async () => {
    const named = path.join(folder, 'named.sqlite');
    await start(['--port', '0'], { UPHILL_DATABASE: named }).url;
    expect(existsSync(named)).toBe(true);
    const server = start(['--port', '0'], { XDG_DATA_HOME: path.join(folder, 'data') });
    await server.url;
    expect(server.said()).toContain(
      path.join(folder, 'data', 'uphill-count', 'uphill-count.sqlite'),
    );
  });

  it('stopped and started again, it has what it had', async () => {
    const args = ['--database', path.join(folder, 'kept.sqlite'), '--port', '0'];
    const first = start(args);
    const body = JSON.stringify(INES);
    await fetch(`${await first.url}/api/riders`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body,
    });
    first.child.kill('SIGTERM');
    expect(await first.ended).toBe(0);
    const riders = (await (await fetch(`${await start(args).url}/api/riders`)).json()) as {
      name: string;
    }[];
    expect(riders.map(({ name }) => name)).toEqual([INES.name]);
  });

  it('while a database of an earlier version is brought up to date, the page says so, and then the riders are there', async () => {
    const database = path.join(folder, 'older.sqlite');
    writeFileSync(
      database,
      gunzipSync(
        readFileSync(path.join(import.meta.dirname, 'fixtures', '0006-as-users-met-it.sqlite.gz')),
      ),
    );
    const port = await freePort();
    // Somebody writes in it for a moment: what waits can be looked at.
    const holder = new BetterSqlite(database);
    holder.exec('BEGIN IMMEDIATE');
    const server = start(['--database', database, '--port', String(port)]);
    const page = await answerOf(`http://127.0.0.1:${port}/riders`);
    expect([page.status, await page.text()]).toEqual([
      503,
      expect.stringContaining('Your data is being brought up to date.'),
    ]);
    const api = await answerOf(`http://127.0.0.1:${port}/api/riders`);
    expect([api.status, await api.json()]).toEqual([
      503,
      expect.objectContaining({ detail: 'Your data is being brought up to date: 0 %.' }),
    ]);
    holder.exec('ROLLBACK');
    holder.close();
    const url = await server.url;
    expect(await (await fetch(`${url}/api/health`)).json()).toMatchObject({
      status: 'ok',
      riders: 2,
    });
    expect(server.said()).toContain('Bringing your data up to date');
  });

  it('a port that is taken, or is none, ends it with a sentence', async () => {
    const taken = createServer().listen(0, '127.0.0.1');
    await new Promise((resolve) => taken.once('listening', resolve));
    const { port } = taken.address() as { port: number };
    const blocked = start(['--database', path.join(folder, 'a.sqlite'), '--port', String(port)]);
    expect(await blocked.ended).toBe(1);
    expect(blocked.said()).toContain(`Port ${port} is taken. Is Uphill Count running already?`);
    taken.close();
    for (const nonsense of ['door', '70000', '-1', '1.5']) {
      const refused = start([`--port=${nonsense}`, '--database', path.join(folder, 'b.sqlite')]);
      expect(await refused.ended).toBe(2);
      expect(refused.said()).toContain('The port has to be a number up to 65535');
    }
  });

  it('says how it is called, and of what is mistyped one line', async () => {
    const help = start(['--help']);
    expect([await help.ended, help.said()]).toEqual([0, expect.stringContaining('--restore FILE')]);
    const version = start(['--version']);
    expect([await version.ended, version.said().trim()]).toEqual([
      0,
      expect.stringMatching(/^Uphill Count \d+\.\d+\.\d+$/),
    ]);
    for (const wrong of [['--prot', '3'], ['--database'], ['please']]) {
      const refused = start(wrong);
      expect(await refused.ended).toBe(2);
      expect(refused.said().trim().split('\n')).toEqual([expect.stringContaining('--help')]);
    }
  });

  it('listens on the loopback alone, and says nothing of riders on its console', async () => {
    const server = start(['--database', path.join(folder, 'quiet.sqlite'), '--port', '0']);
    const url = await server.url;
    const send = (path: string, body: string) =>
      fetch(`${url}/api${path}`, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body,
      });
    const secret = { ...INES, name: 'Secret Name', notes: 'Secret illness' };
    const { id } = (await (await send('/riders', JSON.stringify(secret))).json()) as { id: string };
    await send('/riders', '{"name":"Secret Name"');
    await send(`/riders/${id}/ftp`, JSON.stringify({ usedW: 12 }));
    await fetch(`${url}/api/riders/${id}?name=Secret`);
    expect(server.said()).not.toMatch(/Secret|illness/);
    expect(server.said()).not.toContain(id);
    await expect(fetch(url.replace('127.0.0.1', '127.0.0.2'))).rejects.toThrow();
  });
});
