import type { TestDayDraft } from '@uphill/api';
import { createSlice, type PayloadAction } from '@reduxjs/toolkit';

/** A test day under way on this device. */
export interface TestDraft {
  readonly present: TestDayDraft;
  /** As the server has it. */
  readonly saved: TestDayDraft;
  /** Version on the server that this was made from. */
  readonly version: number;
}

type Drafts = Record<string, TestDraft>;

export const testDrafts = createSlice({
  name: 'testDrafts',
  initialState: (): Drafts => ({}),
  reducers: {
    opened: (state, { payload }: PayloadAction<{ id: string; draft: TestDraft }>) => ({
      ...state,
      [payload.id]: payload.draft,
    }),
    changed: (
      state,
      { payload: { id, part } }: PayloadAction<{ id: string; part: Partial<TestDayDraft> }>,
    ) => changeOf(state, id, ({ present }) => ({ present: { ...present, ...part } })),
    saved: (
      state,
      {
        payload: { id, version, draft },
      }: PayloadAction<{ id: string; version: number; draft: TestDayDraft }>,
    ) => changeOf(state, id, () => ({ version, saved: draft })),
    /** Settles a conflict: what is here goes on top of the other state, or gives way to it. */
    settled: (
      state,
      {
        payload: { id, version, theirs, keep },
      }: PayloadAction<{ id: string; version: number; theirs: TestDayDraft; keep: boolean }>,
    ) =>
      changeOf(state, id, ({ present }) => ({
        version,
        saved: theirs,
        present: keep ? present : theirs,
      })),
    /** The test is stored, or the day given up: nothing of it is kept. */
    forgotten: (state, { payload: id }: PayloadAction<string>) => {
      const { [id]: _, ...others } = state;
      return others;
    },
  },
});

export const { opened, changed, saved, settled, forgotten } = testDrafts.actions;

function changeOf(
  state: Drafts,
  id: string,
  change: (draft: TestDraft) => Partial<TestDraft>,
): Drafts {
  const draft = state[id];
  return draft ? { ...state, [id]: { ...draft, ...change(draft) } } : state;
}
