import type { Problem } from '@uphill/api';
import { createAction, createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** How far what is written has come on its way to the server. */
export type SaveState = 'saved' | 'saving' | 'offline' | 'refused';

/** A draft that saves itself: how it stands with the server. */
export interface Saving {
  /** Whether somebody is writing in it just now. */
  readonly open: boolean;
  readonly state: SaveState;
  readonly problem: Problem | null;
  /** What somebody else wrote meanwhile; nothing is sent before that is decided. */
  readonly theirs: unknown;
}

/** What the store holds of drafts that save themselves, by the draft's id. */
export interface SavingState {
  readonly saving: Readonly<Record<string, Saving>>;
}

const OPENED: Saving = { open: true, state: 'saved', problem: null, theirs: null };

export const saving = createSlice({
  name: 'saving',
  initialState: (): Record<string, Saving> => ({}),
  reducers: {
    autosaveStarted: (
      state,
      { payload: { id, theirs } }: PayloadAction<{ kind: string; id: string; theirs: unknown }>,
    ) => ({ ...state, [id]: { ...OPENED, theirs } }),
    autosaveLeft: (state, { payload: id }: PayloadAction<string>) =>
      part(state, id, { open: false }),
    sending: (state, { payload: id }: PayloadAction<string>) =>
      part(state, id, { state: 'saving' }),
    /** The server has it all, or the coach chose between the two versions: nothing stands in the way. */
    cleared: (state, { payload: id }: PayloadAction<string>) =>
      part(state, id, { state: 'saved', problem: null, theirs: null }),
    notSent: (
      state,
      { payload: { id, problem } }: PayloadAction<{ id: string; problem: Problem }>,
    ) =>
      part(state, id, {
        state: isUnreachable(problem) ? 'offline' : 'refused',
        problem,
        theirs: problem.theirs ?? null,
      }),
  },
});

export const { autosaveStarted, autosaveLeft, sending, cleared, notSent } = saving.actions;

/** The page is put away or closed: what is left to send goes at once. */
export const pageHidden = createAction('saving/pageHidden');
/** The device is connected again. */
export const cameOnline = createAction('saving/cameOnline');

/** Whether a request never got an answer that means anything, so that it is tried again. */
export function isUnreachable({ status }: Problem): boolean {
  return status === 0 || status >= 500;
}

function part(
  state: Record<string, Saving>,
  id: string,
  change: Partial<Saving>,
): Record<string, Saving> {
  const stands = state[id];
  return stands ? { ...state, [id]: { ...stands, ...change } } : state;
}
