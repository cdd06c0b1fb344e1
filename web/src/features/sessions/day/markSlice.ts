import { type Day, type Mark, markSchema } from '@uphill/api';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import { useSelector } from 'react-redux';
import { z } from 'zod';

/** What is said of a day before it is sent: what is typed, what stood there then, and the mark that is on its way. */
const markDraftSchema = z.object({
  typed: markSchema.extend({ note: z.string() }),
  was: markSchema,
  queued: markSchema.nullable(),
  /** Typed on the rider's own page, so that it is the rider's word wherever it is sent from. */
  own: z.boolean(),
});
export type MarkDraft = z.infer<typeof markDraftSchema>;

export interface MarksState {
  readonly marks: Readonly<Record<string, MarkDraft>>;
}

const PREFIX = 'uphill.mark.';

/** The mark that stands on a day. */
export function markOf({ state, reason, rpe, minutes, note }: Day): Mark {
  return { state, reason, rpe, minutes, note };
}

export const marks = createSlice({
  name: 'marks',
  initialState: readMarks,
  reducers: {
    markTyped: (
      state,
      { payload: { dayId, typed, was, own } }: PayloadAction<Omit<MarkDraft, 'queued'> & OfDay>,
    ) => ({ ...state, [dayId]: { typed, was, own, queued: null } }),
    markQueued: (state, { payload: { dayId, ...draft } }: PayloadAction<MarkDraft & OfDay>) => ({
      ...state,
      [dayId]: draft,
    }),
    markDropped: (state, { payload }: PayloadAction<string>) => without(state, payload),
  },
});

interface OfDay {
  readonly dayId: string;
}

export const { markTyped, markQueued, markDropped } = marks.actions;

const useMarksSelector = useSelector.withTypes<MarksState>();

/** What is typed of a day and not sent yet; undefined where there is nothing. */
export function useMarkDraft(dayId: string): MarkDraft | undefined {
  return useMarksSelector((state) => state.marks[dayId]);
}

function without(state: Record<string, MarkDraft>, id: string): Record<string, MarkDraft> {
  return Object.fromEntries(Object.entries(state).filter(([each]) => each !== id));
}

let last: MarksState['marks'] = {};

/** Keeps on this device what the server does not have yet, so that a closed tab or a lost network loses nothing. */
export function keepMarks(now: MarksState['marks']): void {
  if (now === last) return;
  const before = last;
  last = now;
  for (const id of Object.keys(before)) if (!(id in now)) localStorage.removeItem(PREFIX + id);
  for (const [id, draft] of Object.entries(now)) {
    if (draft === before[id]) continue;
    try {
      localStorage.setItem(PREFIX + id, JSON.stringify(draft));
    } catch {
      // The device is full: what is typed stays for as long as the page is open.
    }
  }
}

/** What this device still holds. */
function readMarks(): Record<string, MarkDraft> {
  const keys = Object.keys(localStorage).filter((key) => key.startsWith(PREFIX));
  return Object.fromEntries(
    keys.flatMap((key) => {
      try {
        const read = markDraftSchema.safeParse(JSON.parse(localStorage.getItem(key) ?? 'null'));
        return read.success ? [[key.slice(PREFIX.length), read.data]] : [];
      } catch {
        return [];
      }
    }),
  );
}
