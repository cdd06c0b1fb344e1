import type { Session } from '@uphill/api';
import { useEffect, useState } from 'react';
import { sessionsApi } from '../../shared/api/sessions.ts';
import { autosaveLeft, autosaveStarted, cleared } from '../../shared/autosave/savingSlice.ts';
import { useSaving } from '../../shared/autosave/useSaving.ts';
import { useAppDispatch } from '../../shared/state.ts';
import { opened, settled } from './draftSlice.ts';
import { useDraftSelector, useDraftStore } from './draftState.ts';
import { startOf, useEdits } from './edits.ts';
import { sessionSaver } from './sessionSaver.ts';

/** A session being written: opened from the server and this device, edited with undo, saved by itself. */
export function useDraft(session: Session) {
  const { id } = session;
  const dispatch = useAppDispatch();
  const store = useDraftStore();
  const draft = useDraftSelector((state) => state.drafts[id]);
  const { state, theirs, problem } = useSaving<Session>(id);
  // Opened once an address: what comes back from saving must not open it again.
  const [start] = useState(() => ({ ...startOf(session), session }));

  useEffect(() => {
    dispatch(opened({ id, draft: start.draft }));
    const clash = start.clash ? start.session : null;
    dispatch(autosaveStarted({ kind: sessionSaver.kind, id, theirs: clash }));
    return () => void dispatch(autosaveLeft(id));
  }, [id, start, dispatch]);

  const [retire] = sessionsApi.useRetireSessionMutation();
  // A new session that nobody wrote in leaves nothing behind; a reload, or a look at its card, is no leaving.
  useEffect(
    () => () => {
      const left = store.getState().drafts[id];
      const untouched =
        left &&
        left.version === 1 &&
        left.present === left.saved &&
        left.present.items.length === 0;
      if (untouched && !window.location.pathname.includes(id)) void retire({ id, version: 1 });
    },
    [id, retire, store],
  );

  const settle = (keep: boolean): void => {
    if (!theirs) return;
    dispatch(settled({ id, version: theirs.version, theirs: theirs.plan, keep, at: Date.now() }));
    dispatch(cleared(id));
  };
  const waiting = draft !== undefined && draft.present !== draft.saved && theirs === null;
  return {
    draft,
    edit: useEdits(id),
    state: waiting && state === 'saved' ? ('saving' as const) : state,
    theirs,
    settle,
    problem,
  };
}
