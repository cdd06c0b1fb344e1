import type { Session } from '@uphill/api';
import type { Plan } from '@uphill/core/sessions';
import { sessionsApi } from '../../shared/api/sessions.ts';
import type { Saver } from '../../shared/autosave/autosave.ts';
import { saved } from './draftSlice.ts';
import type { DraftState } from './draftState.ts';

/** Sessions save themselves while they are written; the plan of a day does not. */
export const sessionSaver: Saver<DraftState, Plan, Session> = {
  kind: 'session',
  unsaved: ({ drafts }, id) => {
    const draft = drafts[id];
    return draft && draft.present !== draft.saved ? draft.present : undefined;
  },
  send: ({ getState, dispatch }, id, plan, closing) => {
    const version = getState().drafts[id]?.version ?? 0;
    const { saveSession } = sessionsApi.endpoints;
    return dispatch(
      saveSession.initiate({ id, plan, version, closing }, { track: false }),
    ).unwrap();
  },
  stored: (dispatch, id, plan, { version }) => void dispatch(saved({ id, version, plan })),
  same: (plan, theirs) => JSON.stringify(plan) === JSON.stringify(theirs.plan),
};
