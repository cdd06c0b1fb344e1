import type { Day, Mark } from '@uphill/api';
import { useEffect } from 'react';
import { autosaveLeft, cleared } from '../../../shared/autosave/savingSlice.ts';
import { useSaving } from '../../../shared/autosave/useSaving.ts';
import { useAppDispatch } from '../../../shared/state.ts';
import { savingOf, startMark } from './markSaver.ts';
import { markDropped, markOf, markQueued, markTyped, useMarkDraft } from './markSlice.ts';

/** What is said of a day: a draft on this device until the server has it. */
export function useMark(day: Day, own: boolean) {
  const dispatch = useAppDispatch();
  const draft = useMarkDraft(day.id);
  const id = savingOf(day.id);
  const saving = useSaving<Day>(id);
  useEffect(() => {
    dispatch(startMark(day.id));
    return () => void dispatch(autosaveLeft(id));
  }, [dispatch, day.id, id]);
  const stands = markOf(day);
  const said = draft?.typed ?? stands;
  const was = draft?.was ?? stands;
  const dayId = day.id;
  return {
    said,
    changed: draft !== undefined,
    /** Pressed, and not arrived yet. */
    waiting: draft?.queued ?? null,
    offline: saving.state === 'offline',
    problem: saving.theirs === null ? saving.problem : null,
    theirs: saving.theirs,
    type: (part: Partial<Mark>): void =>
      void dispatch(markTyped({ dayId, typed: { ...said, ...part }, was, own })),
    send: (state: Mark['state']): void => {
      const typed = { ...said, state };
      const queued: Mark = {
        ...typed,
        reason: state === 'planned' ? null : typed.reason,
        rpe: state === 'missed' || state === 'planned' ? null : typed.rpe,
        minutes: state === 'missed' || state === 'planned' ? null : typed.minutes,
      };
      dispatch(cleared(id));
      dispatch(markQueued({ dayId, typed, was, own, queued }));
    },
    /** Somebody else marked it meanwhile: keeps what is said here, over theirs, or takes theirs. */
    settle: (keep: boolean): void => {
      const { theirs } = saving;
      if (keep && theirs && draft)
        dispatch(markQueued({ dayId, ...draft, was: markOf(theirs), queued: draft.queued }));
      else dispatch(markDropped(dayId));
      dispatch(cleared(id));
    },
  };
}
