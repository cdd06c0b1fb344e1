import type { Problem, Session } from '@uphill/api';
import { fitEnds, nameFromSets, type Plan, systemOf } from '@uphill/core';
import { useCallback, useEffect, useRef, useState } from 'react';
import { api, problemOf } from '../../api/client.ts';
import { useAppDispatch, useAppSelector, useAppStore } from '../../app/store.ts';
import { type Draft, edited, type EditPlan, opened, saved, settled } from './draftSlice.ts';
import { readDraft } from './draftStorage.ts';

/** Saved this long after the last edit, and tried again this long after a failure. */
const SAVE_AFTER_MS = 600;
const AGAIN_AFTER_MS = 4000;

export type SaveState = 'saved' | 'saving' | 'offline' | 'refused';

/** A session being written: opened from the server and this device, edited with undo, saved by itself. */
export function useDraft(session: Session) {
  const { id } = session;
  const dispatch = useAppDispatch();
  const store = useAppStore();
  const draft = useAppSelector((state) => state.drafts[id]);
  const [save] = api.useSaveSessionMutation();
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

  const edit: EditPlan = useCallback(
    (change, name) => {
      const present = store.getState().drafts[id]?.present;
      if (!present) return;
      // Asked of the plan as it stands now: two edits can come from one picture of it.
      const plan = typeof change === 'function' ? change(present) : change;
      dispatch(edited({ id, plan: followed(plan, present), name, at: Date.now() }));
    },
    [id, dispatch, store],
  );
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

/** What follows an edit by itself: the ends of a whole length, the name, the system, and words that no longer say what is there. */
function followed(plan: Plan, before: Plan): Plan {
  if (plan === before) return plan;
  let next = plan;
  if (next.words !== undefined && next.words === before.words && next.items !== before.items) {
    const { words: _, ...understood } = next;
    next = understood;
  }
  next = fitEnds(next).plan;
  if (next.systemFollows) next = { ...next, system: systemOf(next) };
  return next.nameFollows ? { ...next, name: nameFromSets(next) } : next;
}

/** Where a session starts when it is opened: what this device still holds beats the server, unless that moved on. */
function startOf(session: Session): { draft: Draft; clash: boolean } {
  const fresh: Draft = {
    past: [],
    present: session.plan,
    future: [],
    version: session.version,
    saved: session.plan,
  };
  const kept = readDraft(session.id);
  if (!kept) return { draft: fresh, clash: false };
  const unsaved = JSON.stringify(kept.present) !== JSON.stringify(kept.saved);
  const same = JSON.stringify(kept.present) === JSON.stringify(session.plan);
  if (same)
    return {
      draft: { ...kept, present: session.plan, saved: session.plan, version: session.version },
      clash: false,
    };
  if (!unsaved) return { draft: fresh, clash: false };
  // Not saved before the tab closed. If nobody else wrote meanwhile it simply goes on; else the coach decides.
  return { draft: { ...kept, saved: session.plan }, clash: kept.version !== session.version };
}
