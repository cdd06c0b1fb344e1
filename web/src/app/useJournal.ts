import { api, problemOf } from '../api/client.ts';
import { useAppDispatch } from './store.ts';
import { noticed } from './viewSlice.ts';

/** Undo and redo of everything that is stored. */
export function useJournal() {
  const dispatch = useAppDispatch();
  const { data } = api.useJournalQuery();
  const [run] = api.useUndoMutation();
  const step = async (way: 'undo' | 'redo'): Promise<void> => {
    try {
      const { did } = await run(way).unwrap();
      dispatch(noticed(`${way === 'undo' ? 'Taken back' : 'Done again'}: ${did}.`));
    } catch (error) {
      dispatch(noticed(problemOf(error).detail));
    }
  };
  return { step, undo: data?.undo ?? null, redo: data?.redo ?? null };
}
