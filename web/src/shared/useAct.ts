import { problem as problemWith, type Problem } from '@uphill/api';
import { useState } from 'react';
import { problemOf } from './api/problemOf.ts';
import { stepOf } from './journalStep.ts';
import { useAppDispatch, useAppStore } from './state.ts';
import { noticed } from './viewSlice.ts';

/** Runs an action on the server: says what was done, with its own undo, or keeps the problem for the screen and gives undefined. */
export function useAct() {
  const dispatch = useAppDispatch();
  const store = useAppStore();
  const [problem, setProblem] = useState<Problem | null>(null);
  const act = async <T>(
    request: () => { unwrap(): Promise<T>; requestId: string },
    done?: string | ((result: T) => string),
  ): Promise<T | undefined> => {
    const [wrongDate] = Object.values(store.getState().view.wrongDates);
    if (wrongDate !== undefined) {
      setProblem(problemWith('date-wrong', `Not saved yet. ${wrongDate}`));
      return undefined;
    }
    try {
      const sent = request();
      const result = await sent.unwrap();
      setProblem(null);
      const step = stepOf(sent.requestId);
      const says = typeof done === 'function' ? done(result) : done;
      if (says) dispatch(noticed(says, step === undefined ? null : { kind: 'undo', step }));
      return result;
    } catch (error) {
      setProblem(problemOf(error));
      return undefined;
    }
  };
  return { act, problem, clear: () => setProblem(null) };
}
