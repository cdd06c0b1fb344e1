import { testDayDraftSchema } from '@uphill/api';
import { z } from 'zod';
import type { TestDraft } from './testDraftSlice.ts';

const PREFIX = 'uphill.testDay.';
const kept = z.object({ draft: testDayDraftSchema, version: z.number() });

let last: Readonly<Record<string, TestDraft>> = {};

/** Keeps on this device what the server does not have yet, so that a closed tab loses nothing. */
export function keepTestDrafts(drafts: Readonly<Record<string, TestDraft>>): void {
  if (drafts === last) return;
  const before = last;
  last = drafts;
  for (const id of Object.keys(before)) if (!(id in drafts)) localStorage.removeItem(PREFIX + id);
  for (const [id, draft] of Object.entries(drafts)) if (draft !== before[id]) keep(id, draft);
}

function keep(id: string, { present, saved, version }: TestDraft): void {
  if (present === saved) return localStorage.removeItem(PREFIX + id);
  try {
    localStorage.setItem(PREFIX + id, JSON.stringify({ draft: present, version }));
  } catch {
    // The device is full: the server gets it a moment later.
  }
}

/** What this device still holds of a test day that the server does not; null where there is nothing. */
export function readTestDraft(id: string): z.infer<typeof kept> | null {
  try {
    const read = kept.safeParse(JSON.parse(localStorage.getItem(PREFIX + id) ?? 'null'));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
