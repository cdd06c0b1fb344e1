import type { Problem, Session } from '@uphill/api';
import { useEffect, useRef, useState } from 'react';
import { sessionsApi } from '../../shared/api/sessions.ts';
import { problemOf } from '../../shared/api/problemOf.ts';
import { useAppDispatch } from '../../shared/state.ts';
import { useDraftSelector, useDraftStore } from './draftState.ts';
import { opened, saved, settled } from './draftSlice.ts';
import { startOf, useEdits } from './edits.ts';

/** Saved this long after the last edit, and tried again this long after a failure. */
const SAVE_AFTER_MS = 600;
const AGAIN_AFTER_MS = 4000;

export type SaveState = 'saved' | 'saving' | 'offline' | 'refused';

/** A session being written: opened from the server and this device, edited with undo, saved by itself. */
export function useDraft(session: Session) {
  const { id } = session;
  const dispatch = useAppDispatch();
  const store = useDraftStore();
  const draft = useDraftSelector((state) => state.drafts[id]);
  const [save] = sessionsApi.useSaveSessionMutation();
  const [state, setState] = useState<SaveState>('saved');
  // Opened once an address: what comes back from saving must not open it again.
  const [start] = useState(() => startOf(session));
  const [theirs, setTheirs] = useState<Session | null>(start.clash ? session : null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [attempt, setAttempt] = useState(0);
  const saving = useRef(false);

  useEffect(() => {
    dispatch(opened({ id, draft: start.draft }));
  }, [id, start, dispatch]);

  const waiting = draft !== undefined && draft.present !== draft.saved && theirs === null;
  useEffect(() => {
    if (!waiting || !draft) return;
    const send = async (): Promise<void> => {
      if (saving.current) return setAttempt((count) => count + 1);
      saving.current = true;
      setState('saving');
      try {
        const stored = await save({ id, plan: draft.present, version: draft.version }).unwrap();
        dispatch(saved({ id, version: stored.version, plan: draft.present }));
        setState('saved');
        setProblem(null);
      } catch (error) {
        const failed = problemOf(error);
        const unreachable = failed.status === 0 || failed.status >= 500;
        if (failed.status === 409) setTheirs(failed.theirs as Session);
        setState(unreachable ? 'offline' : 'refused');
        setProblem(failed);
        if (unreachable) setTimeout(() => setAttempt((count) => count + 1), AGAIN_AFTER_MS);
      } finally {
        saving.current = false;
      }
    };
    const timer = setTimeout(
      () => void send(),
      attempt > 0 && state === 'offline' ? 0 : SAVE_AFTER_MS,
    );
    return () => clearTimeout(timer);
    // The state only decides how long to wait; a change of it alone starts nothing.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [waiting, draft?.present, draft?.version, attempt, id, save, dispatch]);

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

  // Whoever goes on to the days or the card takes the last edit along.
  useEffect(
    () => () => {
      const left = store.getState().drafts[id];
      if (!left || left.present === left.saved || saving.current) return;
      void save({ id, plan: left.present, version: left.version })
        .unwrap()
        .then(
          (stored) => dispatch(saved({ id, version: stored.version, plan: left.present })),
          () => undefined,
        );
    },
    [id, save, dispatch, store],
  );

  const edit = useEdits(id);
  const settle = (keep: boolean): void => {
    if (!theirs) return;
    dispatch(settled({ id, version: theirs.version, theirs: theirs.plan, keep, at: Date.now() }));
    setTheirs(null);
    setState('saved');
  };
  return {
    draft,
    edit,
    state: waiting && state === 'saved' ? ('saving' as const) : state,
    theirs,
    settle,
    problem,
  };
}
