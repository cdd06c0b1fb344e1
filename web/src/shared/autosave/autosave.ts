import type {
  ListenerEffectAPI,
  ThunkDispatch,
  TypedStartListening,
  UnknownAction,
} from '@reduxjs/toolkit';
import { problemOf } from '../api/problemOf.ts';
import {
  autosaveLeft,
  autosaveStarted,
  cameOnline,
  cleared,
  isUnreachable,
  notSent,
  pageHidden,
  type SavingState,
  sending,
} from './savingSlice.ts';

export type SaverDispatch = ThunkDispatch<unknown, undefined, UnknownAction>;

/** One kind of draft that saves itself. */
export interface Saver<S, T, R> {
  readonly kind: string;
  /** What the server does not have yet, told apart by identity; undefined where it has it all. */
  readonly unsaved: (state: S, id: string) => T | undefined;
  /** Sends it, from the version the draft stands on. A page that closes waits for no answer. */
  readonly send: (
    api: { getState: () => S; dispatch: SaverDispatch },
    id: string,
    what: T,
    closing: boolean,
  ) => Promise<R>;
  /** Takes note of what the server has now. */
  readonly stored: (dispatch: SaverDispatch, id: string, what: T, answer: R) => void;
  /** Whether what somebody else wrote is word for word the same: then nothing has to be decided. */
  readonly same: (what: T, theirs: R) => boolean;
}

interface Pace {
  /** Sent this long after the last edit. */
  readonly afterMs: number;
  /** Tried again this long after the server could not be reached. */
  readonly againMs: number;
}

const PACE: Pace = { afterMs: 600, againMs: 4000 };

/**
 * Saves drafts of one kind by themselves: a moment after the last edit, at once where they are left or the page is
 * put away, and again until it worked where the server cannot be reached, whether they are still open or not.
 *
 * @param start the store's listener
 * @param saver the kind of draft
 * @param pace how long it waits
 */
export function addAutosave<S extends SavingState, T, R>(
  start: TypedStartListening<S, SaverDispatch>,
  saver: Saver<S, T, R>,
  pace: Pace = PACE,
): void {
  const running = new Set<string>();
  start({
    predicate: (action) => autosaveStarted.match(action) && action.payload.kind === saver.kind,
    effect: async (action, api) => {
      const { id } = (action as ReturnType<typeof autosaveStarted>).payload;
      if (running.has(id)) return;
      running.add(id);
      try {
        await saveWhileOpen(id, api, saver, pace);
      } finally {
        running.delete(id);
      }
    },
  });
}

type Api<S> = ListenerEffectAPI<S, SaverDispatch>;

async function saveWhileOpen<S extends SavingState, T, R>(
  id: string,
  api: Api<S>,
  saver: Saver<S, T, R>,
  pace: Pace,
): Promise<void> {
  let refused: T | undefined;
  let again = false;
  const isOpen = (): boolean => api.getState().saving[id]?.open === true;
  const waiting = (): T | undefined => {
    if (api.getState().saving[id]?.theirs !== null) return undefined;
    const what = saver.unsaved(api.getState(), id);
    return what === refused ? undefined : what;
  };
  for (;;) {
    if (waiting() === undefined) {
      if (!isOpen()) return;
      await api.condition(() => waiting() !== undefined || !isOpen());
      continue;
    }
    if (!again) await untilQuiet(api, waiting, isOpen, pace.afterMs);
    const what = waiting();
    if (what === undefined) continue;
    const went = await sendOnce(id, what, api, saver);
    refused = went === 'refused' ? what : undefined;
    again = went === 'unreachable';
    if (again) await api.condition((action) => cameOnline.match(action), pace.againMs);
  }
}

/** Waits until nothing was changed for a moment; not where the draft was left or the page put away. */
async function untilQuiet<T>(
  api: Pick<ListenerEffectAPI<unknown, SaverDispatch>, 'condition'>,
  waiting: () => T | undefined,
  isOpen: () => boolean,
  afterMs: number,
): Promise<void> {
  let hurries = !isOpen() || isHidden();
  while (!hurries) {
    const before = waiting();
    const moved = await api.condition((action) => {
      hurries = pageHidden.match(action) || autosaveLeft.match(action);
      return hurries || waiting() !== before;
    }, afterMs);
    if (!moved) return;
  }
}

async function sendOnce<S extends SavingState, T, R>(
  id: string,
  what: T,
  api: Api<S>,
  saver: Saver<S, T, R>,
): Promise<'stored' | 'refused' | 'unreachable' | 'clash'> {
  const stored = (answer: R): 'stored' => {
    saver.stored(api.dispatch, id, what, answer);
    api.dispatch(cleared(id));
    return 'stored';
  };
  api.dispatch(sending(id));
  try {
    return stored(await saver.send(api, id, what, isHidden()));
  } catch (error) {
    const problem = problemOf(error);
    // What a closing page sent arrived, and only its answer did not.
    const theirs = problem.theirs as R | undefined;
    if (theirs !== undefined && saver.same(what, theirs)) return stored(theirs);
    api.dispatch(notSent({ id, problem }));
    if (theirs !== undefined) return 'clash';
    return isUnreachable(problem) ? 'unreachable' : 'refused';
  }
}

function isHidden(): boolean {
  return document.visibilityState === 'hidden';
}

/** Tells the store when the page is put away and when the device is connected again. */
export function watchPage(dispatch: (action: UnknownAction) => unknown): void {
  const hidden = (): void => void dispatch(pageHidden());
  document.addEventListener('visibilitychange', () => isHidden() && hidden());
  window.addEventListener('pagehide', hidden);
  window.addEventListener('online', () => void dispatch(cameOnline()));
}
