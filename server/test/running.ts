import { type ChildProcess, spawn } from 'node:child_process';
import { fileURLToPath } from 'node:url';

const MAIN = fileURLToPath(new URL('../dist/main.js', import.meta.url));

export interface Started {
  readonly child: ChildProcess;
  readonly said: () => string;
  /** Address it answers on; rejects when it stops first. */
  readonly url: Promise<string>;
  readonly ended: Promise<number | null>;
}

/** Starts the server as a coach does, in a home of its own. */
export function begin(
  args: readonly string[],
  home: string,
  env: Record<string, string> = {},
): Started {
  const child = spawn(process.execPath, [MAIN, ...args], {
    env: { PATH: process.env['PATH'] ?? '', HOME: home, ...env },
  });
  let said = '';
  const ended = new Promise<number | null>((resolve) => child.once('close', resolve));
  const url = new Promise<string>((resolve, reject) => {
    for (const stream of [child.stdout, child.stderr]) {
      stream.on('data', (data: Buffer) => {
        said += data.toString();
        const found = /http:\/\/127\.0\.0\.1:\d+/.exec(said)?.[0];
        if (found && said.includes('is in')) resolve(found);
      });
    }
    void ended.then((code) => reject(new Error(`It stopped with ${code}: ${said}`)));
  });
  url.catch(() => undefined);
  return { child, said: () => said, url, ended };
}
