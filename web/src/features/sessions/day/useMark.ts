import type { Day, Mark } from '@uphill/api';
import { useEffect } from 'react';
import { autosaveLeft, cleared } from '../../../shared/autosave/savingSlice.ts';
import { useSaving } from '../../../shared/autosave/useSaving.ts';
import { useAppDispatch } from '../../../shared/state.ts';
import { savingOf, startMark } from './markSaver.ts';
import {
  type MarkDraft,
  markDropped,
  markOf,
  markQueued,
  markTyped,
  useMarkDraft,
} from './markSlice.ts';

const FIELDS = ['reason', 'rpe', 'minutes', 'note'] as const;

/** What is typed, and around it what stands there now. */
function around({ typed, was }: MarkDraft, stands: Mark): Mark {
  const untouched = FIELDS.filter((field) => typed[field] === was[field]);
  return {
    ...typed,
    ...Object.fromEntries(untouched.map((field) => [field, stands[field]])),
  };
}

/** Whether somebody else changed the very thing that is typed here, or marked the day. */
function clashes({ typed, was }: MarkDraft, stands: Mark): boolean {
  return (
    was.state !== stands.state ||
    FIELDS.some((field) => typed[field] !== was[field] && stands[field] !== was[field])
  );
}

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
  const said = draft ? around(draft, stands) : stands;
  // What somebody else changed beside what is typed here is in nobody's way.
  const was = draft && clashes(draft, stands) ? draft.was : stands;
  const dayId = day.id;
  return {
    said,
    changed: draft !== undefined,
    /** Pressed, and not arrived yet. */
    waiting: saving.state === 'refused' ? null : (draft?.queued ?? null),
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
