import { planSchema } from '@uphill/core/sessions';
import { z } from 'zod';
import type { Draft } from './draftSlice.ts';

const PREFIX = 'uphill.draft.';
/** Drafts of this many sessions are kept on the device. */
const MOST_KEPT = 8;

const entry = z.object({
  plan: planSchema,
  name: z.object({
    done: z.string(),
    undone: z.string(),
    run: z
      .object({
        key: z.string(),
        what: z.enum(['reps', 'time', 'target']),
        from: z.string(),
        to: z.string(),
      })
      .optional(),
  }),
  at: z.number(),
});
const kept = z.object({
  past: z.array(entry),
  present: planSchema,
  future: z.array(entry),
  version: z.number(),
  saved: planSchema,
  keptAt: z.number(),
});

const lastKept = new Map<string, Draft>();

/** Writes every draft that changed to this device, so that a closed tab loses nothing, undo included. */
export function keepDrafts(drafts: Record<string, Draft>): void {
  for (const [id, draft] of Object.entries(drafts)) {
    if (lastKept.get(id) === draft) continue;
    lastKept.set(id, draft);
    write(PREFIX + id, draft);
  }
}

function write(key: string, draft: Draft): void {
  const put = (past: Draft['past']): void =>
    localStorage.setItem(key, JSON.stringify({ ...draft, past, keptAt: Date.now() }));
  try {
    put(draft.past);
  } catch {
    // The device is full: older drafts go first, then the older half of the undo history.
    prune(key);
    try {
      put(draft.past.slice(-50));
    } catch {
      localStorage.removeItem(key);
    }
  }
  if (draft.past.length <= 1) prune(key);
}

function prune(except: string): void {
  const others = Object.keys(localStorage).filter(
    (key) => key.startsWith(PREFIX) && key !== except,
  );
  const byAge = others
    .map((key) => ({
      key,
      at: Number(/"keptAt":(\d+)/.exec(localStorage.getItem(key) ?? '')?.[1] ?? 0),
    }))
    .sort((a, b) => b.at - a.at);
  for (const { key } of byAge.slice(MOST_KEPT - 1)) localStorage.removeItem(key);
}

/** Reads a draft left on this device; null where there is none or it cannot be understood. */
export function readDraft(id: string): Draft | null {
  try {
    const read = kept.safeParse(JSON.parse(localStorage.getItem(PREFIX + id) ?? 'null'));
    return read.success ? (read.data as Draft) : null;
  } catch {
    return null;
  }
}
