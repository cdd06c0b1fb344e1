import { problem } from '@uphill/api';
import { createServer, type Server } from 'node:http';
import { Worker } from 'node:worker_threads';
import { isBehind } from './migrate.ts';

/**
 * Brings a database of an earlier version up to date before the server starts. A large one takes a while: it works in
 * a thread, and whoever opens the page meanwhile sees how far it is, never a white page.
 *
 * @param file path of the database
 * @param port where the server is going to be
 * @returns makes way for the server: to be called right before it listens
 */
export async function bringUpToDate(file: string, port: number): Promise<() => Promise<void>> {
  if (!isBehind(file)) return () => Promise.resolve();
  console.log('Bringing your data up to date …');
  let share = 0;
  const waiting = await waitingRoom(port, () => share);
  let told = 0;
  await new Promise<void>((resolve) => {
    const thread = new Worker(new URL('./workers/migrateDatabase.js', import.meta.url), {
      workerData: file,
    });
    thread.on('message', (next: number) => {
      share = next;
      if (share - told < 0.1) return;
      told = share;
      console.log(`  ${Math.round(share * 100)} %`);
    });
    // What went wrong is met again, and said, when the database is opened.
    thread.on('error', () => resolve());
    thread.on('exit', () => resolve());
  });
  return () =>
    new Promise<void>((resolve) => {
      if (!waiting) return resolve();
      waiting.close(() => resolve());
      waiting.closeAllConnections();
    });
}

/** Answers at the server's place until it is there; null where the place is taken. */
function waitingRoom(port: number, share: () => number): Promise<Server | null> {
  const server = createServer((request, response) => {
    const percent = Math.round(share() * 100);
    response.setHeader('connection', 'close');
    response.setHeader('cache-control', 'no-store');
    response.setHeader('retry-after', '2');
    if (request.url?.startsWith('/api')) {
      response.writeHead(503, { 'content-type': 'application/problem+json' });
      response.end(
        JSON.stringify(
          problem('not-ready', `Your data is being brought up to date: ${percent} %.`),
        ),
      );
      return;
    }
    response.writeHead(503, {
      'content-type': 'text/html; charset=utf-8',
      'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'",
    });
    response.end(page(percent));
  });
  return new Promise((resolve) => {
    server.once('error', () => resolve(null));
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}

function page(percent: number): string {
  return `<!doctype html><html lang="en"><meta charset="utf-8"><meta http-equiv="refresh" content="2"><title>Uphill Count: a moment</title>
<style>body{margin:0;min-height:100vh;display:grid;place-content:center;font:18px/1.5 system-ui,sans-serif;background:#eef0ec;color:#16302b}
progress{width:20em;max-width:80vw}@media(prefers-color-scheme:dark){body{background:#0d181b;color:#e8f0ea}}</style>
<main><h1>A moment</h1><p>Your data is being brought up to date. A copy of before is kept beside it.</p>
<progress max="100" value="${percent}" aria-label="Brought up to date"></progress><p>${percent} %</p></main></html>`;
}
