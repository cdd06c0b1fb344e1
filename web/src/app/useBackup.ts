import { problemOf } from '../shared/api/problemOf.ts';
import { journalApi } from '../shared/api/journal.ts';
import { useAppDispatch } from '../shared/state.ts';
import { noticed } from '../shared/viewSlice.ts';

/** Makes a checked copy of everything, and says where it lies. */
export function useBackup(): () => Promise<void> {
  const dispatch = useAppDispatch();
  const [run] = journalApi.useBackUpMutation();
  return async () => {
    dispatch(noticed('Backing everything up …'));
    try {
      const { path, bytes } = await run().unwrap();
      dispatch(
        noticed(
          `Backed up and checked: ${path} (${(bytes / 1e6).toFixed(1)} MB). Keep a copy of it on another disk.`,
        ),
      );
    } catch (error) {
      dispatch(noticed(`No copy was made. ${problemOf(error).detail}`));
    }
  };
}
