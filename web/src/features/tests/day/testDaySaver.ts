import type { TestDay, TestDayDraft } from '@uphill/api';
import { testDaysApi } from '../../../shared/api/testDays.ts';
import type { Saver } from '../../../shared/autosave/autosave.ts';
import type { SavingState } from '../../../shared/autosave/savingSlice.ts';
import { saved, type TestDraft } from './testDraftSlice.ts';

/** What the store holds of test days under way. */
export interface TestDraftState extends SavingState {
  readonly testDrafts: Readonly<Record<string, TestDraft>>;
}

/** Test days save themselves, whatever is typed, ridden or pressed. */
export const testDaySaver: Saver<TestDraftState, TestDayDraft, TestDay> = {
  kind: 'testDay',
  unsaved: ({ testDrafts }, id) => {
    const draft = testDrafts[id];
    return draft && draft.present !== draft.saved ? draft.present : undefined;
  },
  send: ({ getState, dispatch }, id, draft, closing) => {
    const version = getState().testDrafts[id]?.version ?? 0;
    const { saveTestDay } = testDaysApi.endpoints;
    return dispatch(
      saveTestDay.initiate({ id, draft, version, closing }, { track: false }),
    ).unwrap();
  },
  stored: (dispatch, id, draft, { version }) => void dispatch(saved({ id, version, draft })),
  same: (draft, theirs) => JSON.stringify(draft) === JSON.stringify(theirs.draft),
};
