import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Tally } from './tally.ts';

const MAIN = fileURLToPath(new URL('../../dist/main.js', import.meta.url));
/** A life of the server is at most so long, ms, from its first acknowledged write on. */
const LONGEST_LIFE = 400;

/** One who writes until the server dies, and afterwards says what of it is missing. */
export interface Writer {
  /** Writes once and notes what was acknowledged; rejects when the server is gone. */
  write(url: string, number: number): Promise<void>;
  /** What was acknowledged and is not there, in words, and how many things were looked at. */
  missing(url: string): Promise<{ looked: number; lost: string[] }>;
}

/** Kills the server at random moments while several write at once, and looks after each kill for what it had acknowledged. */
export async function killServers(
  kills: number,
  random: () => number,
  writer: Writer,
  atOnce: number,
): Promise<Tally> {
  const folder = mkdtempSync(path.join(tmpdir(), 'uphill-kill-'));
  const database = path.join(folder, 'kill.sqlite');
  const tally: Tally = { kills: 0, checked: 0, lost: [] };
  let number = 0;
  try {
    for (let life = 0; life <= kills; life += 1) {
      const { child, url, ended } = await start(database);
      const { looked, lost } = await writer.missing(url);
      tally.checked += looked;
      tally.lost.push(...lost.map((each) => `after kill ${life}: ${each}`));
      if (life === kills) {
        child.kill('SIGKILL');
        await ended;
        break;
      }
      let dying = false;
      const writes = Array.from({ length: atOnce }, async () => {
        for (;;) {
          await writer.write(url, (number += 1));
          // From the first answer on, so that a busy machine leaves something to lose.
          if (!dying) setTimeout(() => child.kill('SIGKILL'), random() * LONGEST_LIFE);
          dying = true;
        }
      });
      await Promise.allSettled(writes);
      await ended;
      tally.kills += 1;
    }
  } finally {
    rmSync(folder, { recursive: true });
  }
  return tally;
}

function start(
  database: string,
): Promise<{ child: ChildProcess; url: string; ended: Promise<void> }> {
  const child = spawn(process.execPath, [MAIN, '--database', database, '--port', '0'], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const ended = new Promise<void>((resolve) => child.once('exit', () => resolve()));
  return new Promise((resolve, reject) => {
    child.once('exit', (code) => reject(new Error(`The server stopped with ${code}.`)));
    child.stdout.on('data', (data: Buffer) => {
      const url = /http:\/\/127\.0\.0\.1:\d+/.exec(data.toString())?.[0];
      if (url) resolve({ child, url, ended });
    });
  });
}
