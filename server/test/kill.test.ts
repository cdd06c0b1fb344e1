import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, it } from 'vitest';
import { eights, INES } from './support.ts';

const MAIN = fileURLToPath(new URL('../dist/main.js', import.meta.url));

function start(database: string): Promise<{ child: ChildProcess; url: string }> {
  const child = spawn(process.execPath, [MAIN, '--database', database, '--port', '0'], { stdio: ['ignore', 'pipe', 'inherit'] });
  return new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`The server stopped with ${code}.`)));
    child.stdout?.on('data', (data: Buffer) => {
      const url = /http:\/\/127\.0\.0\.1:\d+/.exec(data.toString())?.[0];
      if (url) resolve({ child, url });
    });
  });
}

it('killed at any moment, the server has lost nothing that it answered with success', async () => {
  const folder = mkdtempSync(path.join(tmpdir(), 'uphill-kill-'));
  const database = path.join(folder, 'kill.sqlite');
  const answered = new Map<string, string>();
  try {
    for (const patience of [40, 130, 300]) {
      const { child, url } = await start(database);
      const send = async (address: string, body: unknown) =>
        (
          await fetch(`${url}/api${address}`, { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) })
        ).json() as Promise<{ id: string }>;
      let dying = false;
      try {
        for (let number = 0; ; number += 1) {
          const name = `Rider ${patience}-${number}`;
          answered.set((await send('/riders', { ...INES, name })).id, name);
          // From the first answer on, so that a busy machine leaves something to lose.
          if (!dying) setTimeout(() => child.kill('SIGKILL'), patience);
          dying = true;
          answered.set((await send('/sessions', { plan: eights(name) })).id, name);
        }
      } catch {
        // The connection broke: the server is gone.
      }
    }
    const { child, url } = await start(database);
    const stored = new Map<string, string>();
    for (const { id, name } of (await (await fetch(`${url}/api/riders`)).json()) as { id: string; name: string }[]) stored.set(id, name);
    for (const { id, plan } of (await (await fetch(`${url}/api/sessions`)).json()) as { id: string; plan: { name: string } }[]) stored.set(id, plan.name);
    child.kill('SIGKILL');
    expect(answered.size).toBeGreaterThanOrEqual(3);
    for (const [id, name] of answered) expect(stored.get(id)).toBe(name);
  } finally {
    rmSync(folder, { recursive: true });
  }
});
