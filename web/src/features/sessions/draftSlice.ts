import { createSlice, type PayloadAction } from '@reduxjs/toolkit';
import type { Plan } from '@uphill/core';

/** What an edit is called when it is done, and when it is taken back. */
export interface EditName {
  readonly done: string;
  readonly undone: string;
  /** Edits of one run (a row of + presses) share a key and are one entry. */
  readonly run?: string;
}

interface Entry {
  readonly plan: Plan;
  readonly name: EditName;
  readonly at: number;
}

/** A session being written: where it stands, and how it got there. */
export interface Draft {
  readonly past: readonly Entry[];
  readonly present: Plan;
  readonly future: readonly Entry[];
  /** Version on the server that this draft was made from. */
  readonly version: number;
  /** The plan as the server has it. */
  readonly saved: Plan;
}

/** Undo reaches this far back. */
const DEPTH = 200;
const RUN_MS = 1500;

export const drafts = createSlice({
  name: 'drafts',
  initialState: {} as Record<string, Draft>,
  reducers: {
    opened: (state, { payload: { id, draft } }: PayloadAction<{ id: string; draft: Draft }>) => ({ ...state, [id]: draft }),

    edited: (state, { payload: { id, plan, name, at } }: PayloadAction<{ id: string; plan: Plan; name: EditName; at: number }>) =>
      change(state, id, (draft) => {
        if (plan === draft.present) return draft;
        const last = draft.past.at(-1);
        const sameRun = name.run !== undefined && last?.name.run === name.run && at - last.at < RUN_MS;
        const entry = sameRun ? { ...last, name, at } : { plan: draft.present, name, at };
        return { ...draft, past: [...(sameRun ? draft.past.slice(0, -1) : draft.past), entry].slice(-DEPTH), present: plan, future: [] };
      }),

    undone: (state, { payload: id }: PayloadAction<string>) =>
      change(state, id, (draft) => {
        const last = draft.past.at(-1);
        return last ? { ...draft, past: draft.past.slice(0, -1), present: last.plan, future: [{ ...last, plan: draft.present }, ...draft.future] } : draft;
      }),

    redone: (state, { payload: id }: PayloadAction<string>) =>
      change(state, id, (draft) => {
        const [next, ...rest] = draft.future;
        return next ? { ...draft, past: [...draft.past, { ...next, plan: draft.present, at: 0 }], present: next.plan, future: rest } : draft;
      }),

    saved: (state, { payload: { id, version, plan } }: PayloadAction<{ id: string; version: number; plan: Plan }>) => change(state, id, (draft) => ({ ...draft, version, saved: plan })),

    /** Settles a conflict: keep what is here on top of the other version, or take the other one (undoable). */
    settled: (state, { payload: { id, version, theirs, keep, at } }: PayloadAction<{ id: string; version: number; theirs: Plan; keep: boolean; at: number }>) =>
      change(state, id, (draft) =>
        keep
          ? { ...draft, version, saved: theirs }
          : { ...draft, version, saved: theirs, past: [...draft.past, { plan: draft.present, name: { done: 'took the other version', undone: 'your own version is back' }, at }].slice(-DEPTH), present: theirs, future: [] },
      ),
  },
});

function change(state: Record<string, Draft>, id: string, edit: (draft: Draft) => Draft): Record<string, Draft> {
  const draft = state[id];
  return draft ? { ...state, [id]: edit(draft) } : state;
}

export const { opened, edited, undone, redone, saved, settled } = drafts.actions;
