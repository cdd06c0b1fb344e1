import type { Day, Mark } from '@uphill/api';
import type { UnknownAction } from '@reduxjs/toolkit';
import { givenApi } from '../../../shared/api/given.ts';
import type { Saver } from '../../../shared/autosave/autosave.ts';
import {
  autosaveLeft,
  autosaveStarted,
  type SavingState,
} from '../../../shared/autosave/savingSlice.ts';
import { stepOf } from '../../../shared/journalStep.ts';
import { noticed } from '../../../shared/viewSlice.ts';
import { STATE_MARKS } from '../../../shared/dayStates.ts';
import { markDropped, markOf, type MarksState } from './markSlice.ts';

const KIND = 'mark';
/** The same day may have a draft of its plan, which saves itself as well. */
const PREFIX = 'mark:';

export const savingOf = (dayId: string): string => PREFIX + dayId;
const dayOf = (id: string): string => id.slice(PREFIX.length);

/** Marks are sent when they are pressed, and again until they arrive: the same mark twice is one. */
export const markSaver: Saver<MarksState & SavingState, Mark, Day> = {
  kind: KIND,
  unsaved: ({ marks }, id) => marks[dayOf(id)]?.queued ?? undefined,
  send: async ({ getState, dispatch }, id, mark) => {
    const { was, own = false } = getState().marks[dayOf(id)] ?? {};
    const sent = dispatch(
      givenApi.endpoints.markDay.initiate(
        { id: dayOf(id), ...mark, ...(was ? { was } : {}), own },
        { track: false },
      ),
    );
    const day = await sent.unwrap();
    const step = stepOf(sent.requestId);
    const said =
      mark.state === 'planned' ? 'Back to planned.' : `Marked ${STATE_MARKS[mark.state].word}.`;
    dispatch(noticed(said, step === undefined ? null : { kind: 'undo', step }));
    return day;
  },
  stored: (dispatch, id) => void dispatch(markDropped(dayOf(id))),
  same: (mark, theirs) => JSON.stringify(mark) === JSON.stringify(markOf(theirs)),
};

/** Begins to send what is pressed of a day, and goes on until it arrived. */
export function startMark(dayId: string): UnknownAction {
  return autosaveStarted({ kind: KIND, id: savingOf(dayId), theirs: null });
}

/** What was pressed before this page was opened, and never arrived, goes now, whatever is looked at. */
export function sendMarksLeft(
  { marks }: MarksState,
  dispatch: (action: UnknownAction) => unknown,
): void {
  for (const [dayId, { queued }] of Object.entries(marks)) {
    if (queued === null) continue;
    dispatch(startMark(dayId));
    dispatch(autosaveLeft(savingOf(dayId)));
  }
}
