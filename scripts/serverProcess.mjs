/** A server on a database, as a process of its own. */
import { spawn } from 'node:child_process';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { ROOT } from './house.mjs';

/** Starts it and waits until it listens; `ended` once it is stopped. */
export async function startServer(database) {
  const child = spawn(
    process.execPath,
    [path.join(ROOT, 'server/dist/main.js'), '--port', '0', '--database', database],
    { stdio: ['ignore', 'pipe', 'inherit'] },
  );
  const url = await new Promise((resolve) => {
    let said = '';
    child.stdout.on('data', (data) => {
      said += data;
      const found = /http:\S+/.exec(said);
      if (found) resolve(found[0]);
    });
  });
  return {
    url,
    /** The most memory it ever held, MB, as the kernel counts it; null where the kernel does not tell. */
    mostMemory: () => {
      try {
        const [, kB] = /VmHWM:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'));
        return Math.round(Number(kB) / 1024);
      } catch {
        return null;
      }
    },
    stop: () =>
      new Promise((resolve) => {
        child.once('exit', resolve);
        child.kill('SIGTERM');
      }),
  };
}

/** One request, and how long it took to the last byte, ms. */
export async function ask(url, init) {
  const started = performance.now();
  const answer = await fetch(url, init);
  const text = await answer.text();
  const took = performance.now() - started;
  if (!answer.ok) throw new Error(`${init?.method ?? 'GET'} ${url}: ${text.slice(0, 300)}`);
  return { took, bytes: text.length, text };
}

export function percentile(times, share) {
  const sorted = [...times].sort((a, b) => a - b);
  return sorted[Math.min(sorted.length - 1, Math.ceil(share * sorted.length) - 1)] ?? 0;
}
