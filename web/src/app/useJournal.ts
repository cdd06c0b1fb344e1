import { isProblem } from '@uphill/api';
import { problemOf } from '../shared/api/problemOf.ts';
import { journalApi } from '../shared/api/journal.ts';
import { useAppDispatch } from '../shared/state.ts';
import { noticed } from '../shared/viewSlice.ts';

/** Undo and redo of everything that is stored. */
export function useJournal() {
  const dispatch = useAppDispatch();
  const { data } = journalApi.useJournalQuery();
  const [run] = journalApi.useUndoMutation();
  const [aside] = journalApi.useStepAsideMutation();
  const step = async (way: 'undo' | 'redo', wanted?: number): Promise<void> => {
    try {
      const { did } = await run({
        way,
        ...(wanted === undefined ? {} : { step: wanted }),
      }).unwrap();
      dispatch(noticed(`${way === 'undo' ? 'Undone' : 'Redone'}: ${did}.`));
    } catch (error) {
      const problem = problemOf(error);
      const { detail, step: blocked } = problem;
      // What cannot be taken back is said, and skipped when the coach says so.
      if (isProblem(problem, 'undo-blocked') && blocked !== undefined)
        dispatch(noticed(detail, { kind: 'skip', step: blocked, way }));
      else dispatch(noticed(detail));
    }
  };
  const skip = async (id: number, way: 'undo' | 'redo'): Promise<void> => {
    try {
      await aside(id).unwrap();
    } catch (error) {
      dispatch(noticed(problemOf(error).detail));
      return;
    }
    await step(way);
  };
  return { step, skip, undo: data?.undo ?? null, redo: data?.redo ?? null };
}
