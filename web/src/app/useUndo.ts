import { useCallback } from 'react';
import { useLocation } from 'react-router';
import { redone, undone } from '../features/sessions/draftSlice.ts';
import { useAppDispatch } from '../shared/state.ts';
import { useDraftSelector } from '../features/sessions/draftState.ts';
import { useJournal } from './useJournal.ts';
import { noticed } from '../shared/viewSlice.ts';

/** One undo for the whole house: inside the workshop it takes back edits of the draft, elsewhere stored actions. */
export function useUndo() {
  const { pathname } = useLocation();
  const dispatch = useAppDispatch();
  const journal = useJournal();
  const sessionId = /\/(?:sessions\/([0-9a-f-]{36})|days\/([0-9a-f-]{36})\/plan)/
    .exec(pathname)
    ?.slice(1)
    .find(Boolean);
  const draft = useDraftSelector((state) => (sessionId ? state.drafts[sessionId] : undefined));
  const last = draft?.past.at(-1)?.name;
  const next = draft?.future[0]?.name;
  const { step } = journal;

  const undo = useCallback(() => {
    if (!sessionId) return void step('undo');
    if (last) dispatch(undone(sessionId));
    dispatch(noticed(last ? `Undone: ${last.undone}.` : 'Nothing left to undo in this session.'));
  }, [sessionId, last, dispatch, step]);

  const redo = useCallback(() => {
    if (!sessionId) return void step('redo');
    if (next) dispatch(redone(sessionId));
    dispatch(noticed(next ? `Redone: ${next.done}.` : 'Nothing left to redo in this session.'));
  }, [sessionId, next, dispatch, step]);

  return sessionId
    ? { undo, redo, undoName: last?.done ?? null, redoName: next?.done ?? null }
    : { undo, redo, undoName: journal.undo, redoName: journal.redo };
}
