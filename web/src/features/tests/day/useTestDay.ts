import type { TestDay, TestDayDraft } from '@uphill/api';
import type { Store } from '@reduxjs/toolkit';
import { useCallback, useEffect, useState } from 'react';
import { useSelector, useStore } from 'react-redux';
import { autosaveLeft, autosaveStarted, cleared } from '../../../shared/autosave/savingSlice.ts';
import { useSaving } from '../../../shared/autosave/useSaving.ts';
import { useAppDispatch } from '../../../shared/state.ts';
import { testDaySaver, type TestDraftState } from './testDaySaver.ts';
import { changed, forgotten, opened, settled, type TestDraft } from './testDraftSlice.ts';
import { readTestDraft } from './testDraftStorage.ts';

const useTestDraftSelector = useSelector.withTypes<TestDraftState>();
const useTestDraftStore = useStore.withTypes<Store<TestDraftState>>();

/** A test day under way: every change is kept on this device at once and on the server a moment later. */
export function useTestDay(day: TestDay) {
  const { id } = day;
  const dispatch = useAppDispatch();
  const store = useTestDraftStore();
  // Opened once: what comes back from saving must not open it again.
  const [start] = useState(() => ({ ...startOf(day), day }));
  const draft = useTestDraftSelector(({ testDrafts }) => testDrafts[id]?.present);
  const { problem, theirs } = useSaving<TestDay>(id);
  useEffect(() => {
    dispatch(opened({ id, draft: start.draft }));
    const clash = start.clash ? start.day : null;
    dispatch(autosaveStarted({ kind: testDaySaver.kind, id, theirs: clash }));
    return () => void dispatch(autosaveLeft(id));
  }, [id, start, dispatch]);

  const change = useCallback(
    (part: Partial<TestDayDraft>): void => void dispatch(changed({ id, part })),
    [id, dispatch],
  );
  const settle = (keep: boolean): void => {
    if (!theirs) return;
    dispatch(settled({ id, version: theirs.version, theirs: theirs.draft, keep }));
    dispatch(cleared(id));
  };
  return {
    draft: draft ?? start.draft.present,
    change,
    problem: theirs ? null : problem,
    theirs,
    settle,
    version: () => store.getState().testDrafts[id]?.version ?? day.version,
    forget: useCallback(() => void dispatch(forgotten(id)), [id, dispatch]),
  };
}

/** What this device still holds of the day goes on; where the day went on elsewhere meanwhile, it is asked. */
function startOf(day: TestDay): { draft: TestDraft; clash: boolean } {
  const here = readTestDraft(day.id);
  const same = here !== null && JSON.stringify(here.draft) === JSON.stringify(day.draft);
  if (here === null || same)
    return { draft: { present: day.draft, saved: day.draft, version: day.version }, clash: false };
  return {
    draft: { present: here.draft, saved: day.draft, version: here.version },
    clash: here.version !== day.version,
  };
}
