import { shapeOf } from '@uphill/api';
import { type Plan, planSchema } from '@uphill/core/sessions';
import { LRUCache } from 'lru-cache';
import { z } from 'zod';

/** What a JSON column holds, or why it cannot be read. */
export type StoredJson<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly reason: string };

/** Reads a JSON column by its schema; what no longer fits is told and never thrown. */
export function readJson<T>(text: string, schema: z.ZodType<T>): StoredJson<T> {
  let stored: unknown;
  try {
    stored = JSON.parse(text);
  } catch {
    return { ok: false, reason: 'it is no JSON' };
  }
  const read = schema.safeParse(stored);
  if (read.success) return { ok: true, value: read.data };
  const [issue] = read.error.issues;
  return { ok: false, reason: `"${issue?.path.join('.') ?? ''}" no longer fits` };
}

/** Reads a JSON column that something can stand in for. */
export function readJsonOr<T>(text: string, schema: z.ZodType<T>, otherwise: T): T {
  const read = readJson(text, schema);
  return read.ok ? read.value : otherwise;
}

/** What is stored beside a row of which a part cannot be read any more. */
export function unreadableSentence(what: string, reason: string): string {
  return `${what} cannot be read any more: ${reason}. It is kept as it was stored.`;
}

const plan = shapeOf(planSchema);
const named = z.object({ name: z.string() });

interface StoredPlan {
  readonly plan: Plan;
  readonly unreadable: string | null;
}

/** Plans that were read lately, by their text: most days of a squad stand as one of a few sessions. */
const lately = new LRUCache<string, StoredPlan>({ max: 500 });

/** A stored plan; one that no longer fits is an empty one by its name, with the reason. */
export function readPlan(text: string): StoredPlan {
  const known = lately.get(text) ?? readNew(text);
  lately.set(text, known);
  return known;
}

function readNew(text: string): StoredPlan {
  const read = readJson(text, plan);
  if (read.ok) return { plan: read.value, unreadable: null };
  const { name } = readJsonOr(text, named, { name: 'A session' });
  const empty: Plan = {
    name,
    nameFollows: false,
    purpose: '',
    system: 'endurance',
    place: 'any',
    note: '',
    items: [],
  };
  return { plan: empty, unreadable: unreadableSentence('What was planned', read.reason) };
}
