import { createHash } from 'node:crypto';
import { eights, INES } from '../support.ts';
import type { Writer } from './lives.ts';

async function send(url: string, method: string, body: unknown): Promise<any> {
  const answer = await fetch(url, {
    method,
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(body),
  });
  if (!answer.ok) throw new Error(`${method} ${url}: ${answer.status} ${await answer.text()}`);
  return answer.json();
}

/** Adds riders and sessions, and goes on writing in the sessions. */
export function coach(): Writer {
  const riders = new Map<string, string>();
  const sessions = new Map<string, { version: number; name: string }>();
  return {
    async write(url, number) {
      const name = `Number ${number}`;
      riders.set(
        ((await send(`${url}/api/riders`, 'POST', { ...INES, name })) as { id: string }).id,
        name,
      );
      const { id } = (await send(`${url}/api/sessions`, 'POST', { plan: eights(name) })) as {
        id: string;
      };
      sessions.set(id, { version: 1, name });
      for (let version = 1; version <= 3; version += 1) {
        const next = `${name}, written ${version} times`;
        await send(`${url}/api/sessions/${id}`, 'PUT', { plan: eights(next), version });
        sessions.set(id, { version: version + 1, name: next });
      }
    },
    async missing(url) {
      const there = new Map(
        ((await (await fetch(`${url}/api/riders`)).json()) as { id: string; name: string }[]).map(
          ({ id, name }) => [id, name],
        ),
      );
      const stored = (await (await fetch(`${url}/api/sessions`)).json()) as {
        id: string;
        version: number;
        plan: { name: string };
      }[];
      const byId = new Map(stored.map((session) => [session.id, session]));
      const lost = [...riders]
        .filter(([id, name]) => there.get(id) !== name)
        .map(([, name]) => `the rider ${name}`);
      for (const [id, { version, name }] of sessions) {
        const session = byId.get(id);
        // A write that was stored and not yet acknowledged may have gone on from there.
        if (
          !session ||
          session.version < version ||
          (session.version === version && session.plan.name !== name)
        )
          lost.push(`the session ${name}`);
      }
      return { looked: riders.size + sessions.size, lost };
    },
  };
}

/** Recordings of before that are looked at again after each kill. */
const AGAIN = 25;

/** Sends recordings, every one another. */
export function importer(): Writer {
  let rider: string | null = null;
  const kept = new Map<string, string>();
  const seen = new Set<string>();
  return {
    async write(url, number) {
      rider ??= ((await send(`${url}/api/riders`, 'POST', INES)) as { id: string }).id;
      const rows = Array.from(
        { length: 600 },
        (_, second) => `${second},${100 + ((second * number) % 200)}`,
      ).join('\n');
      const text = `seconds,power\n${rows}\n`;
      const form = new FormData();
      form.append('file', new Blob([text]), `ride-${number}.csv`);
      const answer = await fetch(`${url}/api/riders/${rider}/recordings`, {
        method: 'POST',
        body: form,
      });
      if (!answer.ok) throw new Error(`${answer.status} ${await answer.text()}`);
      kept.set(
        ((await answer.json()) as { recording: { id: string } }).recording.id,
        hashOf(Buffer.from(text)),
      );
    },
    async missing(url) {
      const lost: string[] = [];
      // What came since the last look, and some of what was there before: all of it again and again takes hours.
      const looked = [...kept].filter(
        ([id], index) => !seen.has(id) || index % Math.ceil(kept.size / AGAIN) === 0,
      );
      for (const [id, hash] of looked) {
        seen.add(id);
        const file = await fetch(`${url}/api/recordings/${id}/file`);
        const streams = await fetch(`${url}/api/recordings/${id}`);
        const whole =
          file.ok &&
          streams.ok &&
          hashOf(Buffer.from(await file.arrayBuffer())) === hash &&
          ((await streams.json()) as { seconds: number }).seconds === 600;
        if (!whole) lost.push(`the recording ${id}`);
      }
      return { looked: looked.length, lost };
    },
  };
}

function hashOf(bytes: Uint8Array): string {
  return createHash('sha256').update(bytes).digest('hex');
}
