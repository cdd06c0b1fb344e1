import { createSlice, original, type PayloadAction } from '@reduxjs/toolkit';
import type { Plan } from '@uphill/core/sessions';

/** What an edit is called when it is done, and when it is taken back. */
export interface EditName {
  readonly done: string;
  readonly undone: string;
  /** Presses of one run (+ + + on the same set) are one entry, named from the first figure to the last. */
  readonly run?: {
    readonly key: string;
    readonly what: 'reps' | 'time' | 'target';
    readonly from: string;
    readonly to: string;
  };
}

/** Makes one edit: a new plan, or what to make of the plan as it stands. */
export type EditPlan = (change: Plan | ((plan: Plan) => Plan), name: EditName) => void;

/** The name of a change of reps. */
export function repsChanged(from: number, to: number, key: string): EditName {
  return changed('reps', String(from), String(to), key);
}

/** The name of a nudge: a run of them is one entry, named from the first figure to the last. */
export function changed(
  what: 'reps' | 'time' | 'target',
  from: string,
  to: string,
  key: string,
): EditName {
  const run = { key: `${what}.${key}`, what, from, to };
  return what === 'reps'
    ? { done: `${from} reps to ${to}`, undone: `${to} reps back to ${from}`, run }
    : { done: `${what} ${from} to ${to}`, undone: `${what} ${to} back to ${from}`, run };
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
  initialState: (): Record<string, Draft> => ({}),
  reducers: {
    opened: (state, { payload: { id, draft } }: PayloadAction<{ id: string; draft: Draft }>) => ({
      ...original(state),
      [id]: draft,
    }),

    edited: (
      state,
      {
        payload: { id, plan, name, at },
      }: PayloadAction<{ id: string; plan: Plan; name: EditName; at: number }>,
    ) =>
      change(state, id, (draft) => {
        if (plan === draft.present) return draft;
        const last = draft.past.at(-1);
        const before = last?.name.run;
        if (last && before && name.run?.key === before.key && at - last.at < RUN_MS) {
          const entry = {
            ...last,
            name: changed(
              before.what,
              before.from,
              name.run.to,
              before.key.slice(before.what.length + 1),
            ),
            at,
          };
          return { ...draft, past: [...draft.past.slice(0, -1), entry], present: plan, future: [] };
        }
        return {
          ...draft,
          past: [...draft.past, { plan: draft.present, name, at }].slice(-DEPTH),
          present: plan,
          future: [],
        };
      }),

    undone: (state, { payload: id }: PayloadAction<string>) =>
      change(state, id, (draft) => {
        const last = draft.past.at(-1);
        return last
          ? {
              ...draft,
              past: draft.past.slice(0, -1),
              present: last.plan,
              future: [{ ...last, plan: draft.present }, ...draft.future],
            }
          : draft;
      }),

    redone: (state, { payload: id }: PayloadAction<string>) =>
      change(state, id, (draft) => {
        const [next, ...rest] = draft.future;
        return next
          ? {
              ...draft,
              past: [...draft.past, { ...next, plan: draft.present, at: 0 }],
              present: next.plan,
              future: rest,
            }
          : draft;
      }),

    saved: (
      state,
      {
        payload: { id, version, plan },
      }: PayloadAction<{ id: string; version: number; plan: Plan }>,
    ) => change(state, id, (draft) => ({ ...draft, version, saved: plan })),

    /** Settles a conflict: keep what is here on top of the other version, or take the other one (undoable). */
    settled: (
      state,
      {
        payload: { id, version, theirs, keep, at },
      }: PayloadAction<{ id: string; version: number; theirs: Plan; keep: boolean; at: number }>,
    ) =>
      change(state, id, (draft) =>
        keep
          ? { ...draft, version, saved: theirs }
          : {
              ...draft,
              version,
              saved: theirs,
              past: [
                ...draft.past,
                {
                  plan: draft.present,
                  name: { done: 'took the other version', undone: 'your own version is back' },
                  at,
                },
              ].slice(-DEPTH),
              present: theirs,
              future: [],
            },
      ),
  },
});

/** Edits work on the drafts themselves, not on recorded copies: whether a plan is still the same one has to show. */
function change(
  state: Record<string, Draft>,
  id: string,
  edit: (draft: Draft) => Draft,
): Record<string, Draft> {
  const drafts = (original(state as object) ?? {}) as Record<string, Draft>;
  const draft = drafts[id];
  return draft ? { ...drafts, [id]: edit(draft) } : drafts;
}

export const { opened, edited, undone, redone, saved, settled } = drafts.actions;
