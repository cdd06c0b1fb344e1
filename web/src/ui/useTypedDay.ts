import { type DayUse, readDay } from '@uphill/core/units';
import { useEffect, useId, useState } from 'react';
import { dayOrder, printDay, today } from '../shared/dates.ts';
import { useAppDispatch } from '../shared/state.ts';
import { dateJudged } from '../shared/viewSlice.ts';

interface Day {
  readonly value: string;
  readonly change: (day: string) => void;
  readonly use: DayUse;
  readonly optional: boolean;
}

/** A day being typed: read as people write it when the field is left, refused with its reason. */
export function useTypedDay({ value, change, use, optional }: Day) {
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | undefined>();
  const field = useId();
  const dispatch = useAppDispatch();
  // While a date on the page is wrong, nothing of the page is stored: see useAct.
  const judge = (says: string | null): void => {
    setWrong(says ?? undefined);
    dispatch(dateJudged({ field, says }));
  };
  useEffect(() => () => void dispatch(dateJudged({ field, says: null })), [dispatch, field]);
  const reset = (): void => {
    setTyped(null);
    judge(null);
  };
  return {
    /** What stands in the field. */
    text: typed ?? shown(value),
    typing: typed !== null,
    wrong,
    reset,
    // What was wrong is let go of as soon as it is put right, not when the field is left: a button under it must not
    // move away from the hand that presses it.
    type: (text: string): void => {
      setTyped(text);
      if (wrong !== undefined && readDay(text.trim(), use, today(), dayOrder()).ok) judge(null);
    },
    commit: (): void => {
      if (typed === null) return;
      const text = typed.trim();
      // Left as it was, or emptied where a date is needed: what is stored stands.
      if (text === shown(value) || (text === '' && !optional)) return reset();
      const read =
        text === '' ? { ok: true as const, value: '' } : readDay(text, use, today(), dayOrder());
      judge(read.ok ? null : read.reason);
      if (!read.ok) return;
      setTyped(null);
      if (read.value !== value) change(read.value);
    },
    pick: (day: string): void => {
      reset();
      if (day !== value) change(day);
    },
  };
}

function shown(value: string): string {
  return value === '' ? '' : printDay(value);
}
