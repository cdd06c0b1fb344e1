import { existsSync } from 'node:fs';
import BetterSqlite from 'better-sqlite3';
import { addDays, formatISO } from 'date-fns';
import { INES } from '../support.ts';
import type { Writer } from './lives.ts';

/** Of each half of a ride. */
const HALF_S = 600;

async function send(url: string, method: string, body?: unknown): Promise<any> {
  const answer = await fetch(url, {
    method,
    ...(body === undefined
      ? {}
      : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
  });
  if (!answer.ok) throw new Error(`${method} ${url}: ${answer.status} ${await answer.text()}`);
  return answer.status === 204 ? null : answer.json();
}

/** Sends rides in two halves that join by themselves, takes the joining back and does it again, and makes copies. */
export function remaker(): Writer {
  let rider: string | null = null;
  /** Seconds that were acknowledged, by their date. */
  const kept = new Map<string, number>();
  const copies = new Set<string>();
  const half = async (url: string, date: string, part: number): Promise<void> => {
    const from = Date.parse(`${date}T08:00:00Z`) + part * HALF_S * 1000;
    const rows = Array.from(
      { length: HALF_S },
      (_, second) =>
        `${new Date(from + second * 1000).toISOString().slice(0, 19)},${150 + (second % 40)}`,
    );
    const form = new FormData();
    form.append('file', new Blob([`timestamp,power\n${rows.join('\n')}\n`]), `${date} ${part}.csv`);
    const answer = await fetch(`${url}/api/riders/${rider ?? ''}/recordings`, {
      ...{ method: 'POST', body: form },
    });
    if (!answer.ok) throw new Error(`${answer.status} ${await answer.text()}`);
    kept.set(date, (kept.get(date) ?? 0) + HALF_S);
  };
  return {
    async write(url, number) {
      rider ??= ((await send(`${url}/api/riders`, 'POST', INES)) as { id: string }).id;
      const date = formatISO(addDays(new Date(2024, 0, 1), number), { representation: 'date' });
      await half(url, date, 0);
      await half(url, date, 1);
      await send(`${url}/api/undo`, 'POST');
      if (number % 2 === 0) await send(`${url}/api/redo`, 'POST');
      if (number % 5 === 0) copies.add((await send(`${url}/api/backup`, 'POST')).path as string);
    },
    async missing(url) {
      const rides =
        rider === null
          ? []
          : ((await send(
              `${url}/api/riders/${rider}/rides?from=2024-01-01&to=2099-01-01`,
              'GET',
            )) as { date: string; recordings: { seconds: number }[] }[]);
      const lost: string[] = [];
      for (const [date, seconds] of kept) {
        const there = rides
          .filter((ride) => ride.date === date)
          .flatMap(({ recordings }) => recordings)
          .reduce((sum, recording) => sum + recording.seconds, 0);
        // What was stored and not yet acknowledged may be there as well, but nothing counts twice.
        if (there < seconds || there > 2 * HALF_S) lost.push(`${date}: ${there} of ${seconds} s`);
      }
      for (const copy of copies) if (!isWhole(copy)) lost.push(`the copy ${copy}`);
      return { looked: kept.size + copies.size, lost };
    },
  };
}

function isWhole(copy: string): boolean {
  if (!existsSync(copy)) return false;
  const database = new BetterSqlite(copy, { readonly: true });
  try {
    return database.pragma('integrity_check', { simple: true }) === 'ok';
  } finally {
    database.close();
  }
}
