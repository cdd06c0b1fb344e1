import type { Session } from '@uphill/api';
import { fitEnds, nameFromSets, type Plan, systemOf } from '@uphill/core/sessions';
import { useCallback } from 'react';
import { useAppDispatch } from '../../shared/state.ts';
import { useDraftStore } from './draftState.ts';
import { type Draft, edited, type EditPlan } from './draftSlice.ts';
import { readDraft } from './draftStorage.ts';

/** Edits of a draft, by its id: of a session, or of the plan of a day. */
export function useEdits(id: string): EditPlan {
  const dispatch = useAppDispatch();
  const store = useDraftStore();
  return useCallback(
    (change, name) => {
      const present = store.getState().drafts[id]?.present;
      if (!present) return;
      // Asked of the plan as it stands now: two edits can come from one picture of it.
      const plan = typeof change === 'function' ? change(present) : change;
      dispatch(edited({ id, plan: followed(plan, present), name, at: Date.now() }));
    },
    [id, dispatch, store],
  );
}

/** What follows an edit by itself: the ends of a whole length, the name, the system, and words that no longer say what is there. */
function followed(plan: Plan, before: Plan): Plan {
  if (plan === before) return plan;
  let next = plan;
  if (next.words !== undefined && next.words === before.words && next.items !== before.items) {
    const { words: _, ...understood } = next;
    next = understood;
  }
  next = fitEnds(next).plan;
  if (next.systemFollows) next = { ...next, system: systemOf(next) };
  return next.nameFollows ? { ...next, name: nameFromSets(next) } : next;
}

/** Where a session, or the plan of a day, starts when it is opened: what this device still holds beats the server, unless that moved on. */
export function startOf(session: Pick<Session, 'id' | 'plan' | 'version'>): {
  draft: Draft;
  clash: boolean;
} {
  const fresh: Draft = {
    past: [],
    present: session.plan,
    future: [],
    version: session.version,
    saved: session.plan,
  };
  const kept = readDraft(session.id);
  if (!kept) return { draft: fresh, clash: false };
  const unsaved = JSON.stringify(kept.present) !== JSON.stringify(kept.saved);
  const same = JSON.stringify(kept.present) === JSON.stringify(session.plan);
  if (same)
    return {
      draft: { ...kept, present: session.plan, saved: session.plan, version: session.version },
      clash: false,
    };
  if (!unsaved) return { draft: fresh, clash: false };
  // Not saved before the tab closed. If nobody else wrote meanwhile it simply goes on; else the coach decides.
  return { draft: { ...kept, saved: session.plan }, clash: kept.version !== session.version };
}
