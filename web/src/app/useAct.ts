import type { Problem } from '@uphill/api';
import { useState } from 'react';
import { problemOf } from '../api/client.ts';
import { useAppDispatch, useAppStore } from './store.ts';
import { noticed } from './viewSlice.ts';

/** Runs an action on the server: says what was done, with undo, or keeps the problem for the screen and gives undefined. */
export function useAct() {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  const [problem, setProblem] = useState<Problem | null>(null);
  const act = async <T>(
    request: () => { unwrap(): Promise<T> },
    done?: string,
  ): Promise<T | undefined> => {
    const [wrongDate] = Object.values(store.getState().view.wrongDates);
    if (wrongDate !== undefined) {
      setProblem({
        type: 'about:blank',
        title: 'Not stored',
        status: 422,
        detail: `Not stored yet. ${wrongDate}`,
      });
      return undefined;
    }
    try {
      const result = await request().unwrap();
      setProblem(null);
      if (done) dispatch(noticed(done, { kind: 'undo' }));
      return result;
    } catch (error) {
      setProblem(problemOf(error));
      return undefined;
    }
  };
  return { act, problem, clear: () => setProblem(null) };
}
