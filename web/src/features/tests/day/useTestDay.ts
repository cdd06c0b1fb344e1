import { type TestDay, testDayDraftSchema, type TestDayDraft } from '@uphill/api';
import { useCallback, useEffect, useRef, useState } from 'react';
import { z } from 'zod';
import { testDaysApi } from '../../../shared/api/testDays.ts';
import { problemOf } from '../../../shared/api/problemOf.ts';

const PREFIX = 'uphill.testDay.';
const SAVE_AFTER_MS = 400;
const kept = z.object({ draft: testDayDraftSchema, version: z.number() });

/** What this device still holds of a test day that the server does not. */
function keptHere(id: string): z.infer<typeof kept> | null {
  try {
    const read = kept.safeParse(JSON.parse(localStorage.getItem(PREFIX + id) ?? 'null'));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}

/** A test day under way: every change is kept on this device at once and on the server a moment later. */
export function useTestDay(day: TestDay) {
  const [save] = testDaysApi.useSaveTestDayMutation();
  const here = useState(() => keptHere(day.id))[0];
  const [draft, setDraft] = useState<TestDayDraft>(
    here && here.version === day.version ? here.draft : day.draft,
  );
  const [trouble, setTrouble] = useState<string | null>(
    here && here.version !== day.version && JSON.stringify(here.draft) !== JSON.stringify(day.draft)
      ? 'This test day went on elsewhere. What is shown is the later state.'
      : null,
  );
  const version = useRef(day.version);
  const latest = useRef(draft);
  const saving = useRef(false);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  const flush = useCallback(async (): Promise<void> => {
    clearTimeout(timer.current);
    if (saving.current) return;
    saving.current = true;
    const sent = latest.current;
    try {
      const saved = await save({ id: day.id, draft: sent, version: version.current }).unwrap();
      version.current = saved.version;
      setTrouble(null);
      if (latest.current === sent) localStorage.removeItem(PREFIX + day.id);
    } catch (error) {
      const problem = problemOf(error);
      setTrouble(
        problem.status === 409
          ? 'This test day was changed elsewhere. Reload the page to go on from there; what you typed last stays on this device.'
          : problem.detail,
      );
    } finally {
      saving.current = false;
      if (latest.current !== sent) timer.current = setTimeout(() => void flush(), SAVE_AFTER_MS);
    }
  }, [save, day.id]);

  const change = useCallback(
    (part: Partial<TestDayDraft>): void => {
      const next = { ...latest.current, ...part };
      latest.current = next;
      setDraft(next);
      localStorage.setItem(
        PREFIX + day.id,
        JSON.stringify({ draft: next, version: version.current }),
      );
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void flush(), SAVE_AFTER_MS);
    },
    [day.id, flush],
  );

  useEffect(() => {
    // What was kept on this device when the tab closed goes to the server now.
    if (here && here.version === day.version) timer.current = setTimeout(() => void flush(), 0);
    return () => clearTimeout(timer.current);
    // eslint-disable-next-line react-hooks/exhaustive-deps -- once, when the day is opened
  }, []);

  const forget = (): void => {
    clearTimeout(timer.current);
    localStorage.removeItem(PREFIX + day.id);
  };
  return { draft, change, trouble, version: () => version.current, forget };
}
