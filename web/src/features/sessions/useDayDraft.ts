import type { Day } from '@uphill/api';
import { useEffect, useState } from 'react';
import { daysApi } from '../../shared/api/days.ts';
import { useAct } from '../../shared/useAct.ts';
import { useAppDispatch } from '../../shared/state.ts';
import { useDraftSelector } from './draftState.ts';
import { opened, saved, settled } from './draftSlice.ts';
import { startOf, useEdits } from './edits.ts';

/**
 * The plan of one day being changed. The rider may be looking at that day, so it changes only when the coach says so;
 * until then the draft stays on this device, with its undo.
 */
export function useDayDraft(day: Day, done: string) {
  const { id } = day;
  const dispatch = useAppDispatch();
  const draft = useDraftSelector((state) => state.drafts[id]);
  const [put, { isLoading }] = daysApi.useChangeDayPlanMutation();
  const { act, problem, clear } = useAct();
  const [start] = useState(() => startOf(day));
  const [clash, setClash] = useState<Day | null>(start.clash ? day : null);
  useEffect(() => {
    dispatch(opened({ id, draft: start.draft }));
  }, [id, start, dispatch]);
  const edit = useEdits(id);
  const theirs = problem?.theirs ? (problem.theirs as Day) : clash;
  const keep = async (): Promise<boolean> => {
    if (!draft) return false;
    const stored = await act(() => put({ id, plan: draft.present, version: draft.version }), done);
    if (stored) dispatch(saved({ id, version: stored.version, plan: draft.present }));
    return stored !== undefined;
  };
  const settle = (mine: boolean): void => {
    if (!theirs) return;
    dispatch(
      settled({ id, version: theirs.version, theirs: theirs.plan, keep: mine, at: Date.now() }),
    );
    setClash(null);
    clear();
  };
  const changed =
    draft !== undefined && JSON.stringify(draft.present) !== JSON.stringify(draft.saved);
  return { draft, edit, keep, changed, theirs, settle, problem, busy: isLoading };
}
