import {
  type PlanChange,
  type PlanChanges,
  planChangesOf,
  type Rider,
  type Season,
} from '@uphill/api';
import { type Change, mondayOf, plus, reckon, seasonWith } from '@uphill/core/season';
import { useMemo, useState } from 'react';
import { seasonApi } from '../../shared/api/season.ts';
import { today } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';

/** So many weeks behind are at hand at once; the others are asked for. */
export const WEEKS_BEHIND = 16;
const WEEKS_AHEAD = 26;

/** Whole weeks around today, Monday to Sunday. */
function spanOf(weeksBehind: number): { from: string; to: string } {
  const monday = mondayOf(today());
  return { from: plus(monday, -7 * weeksBehind), to: plus(monday, 7 * WEEKS_AHEAD + 6) };
}

/** Nothing that is not stored yet. */
const NONE: readonly Change[] = [];

/** A rider's season with its figures, what is tried on it, and how it is changed. */
export function useSeason(rider: Rider, weeksBehind = WEEKS_BEHIND) {
  const { data, error } = seasonApi.useSeasonQuery({
    riderId: rider.id,
    ...spanOf(weeksBehind),
  });
  const [changePlan] = seasonApi.useChangePlanMutation();
  const { act, problem } = useAct();
  // What was sent stays drawn until the season that holds it is there.
  const [sent, setSent] = useState<{ changes: readonly Change[]; over: Season } | null>(null);
  const [tried, setTried] = useState<readonly Change[]>(NONE);
  const stored = useMemo(() => data && reckon(data), [data]);
  const kept = sent !== null && sent.over === data ? sent.changes : NONE;
  const drawn = useMemo(
    () => stored && seasonWith(stored, tried.length === 0 ? kept : [...kept, ...tried]),
    [stored, kept, tried],
  );
  const send = async (
    did: PlanChanges['did'],
    changes: readonly PlanChange[],
    says: string,
    shown: readonly Change[] = NONE,
    weeks: NonNullable<PlanChanges['weeks']> = [],
  ): Promise<boolean> => {
    if (!data || changes.length + weeks.length === 0) return false;
    setSent({ changes: shown, over: data });
    setTried(NONE);
    const adds = changes.some(({ kind }) => kind === 'add' || kind === 'copy' || kind === 'place');
    const done = await act(
      () =>
        changePlan({
          ...{ riderId: rider.id, did, changes: [...changes] },
          ...(weeks.length > 0 ? { weeks } : {}),
          ...(adds ? { state: data.state } : {}),
        }),
      says,
    );
    if (done === undefined) setSent(null);
    return done !== undefined;
  };
  /** Changes of the core, as the server takes them. */
  const commit = (
    did: PlanChanges['did'],
    changes: readonly Change[],
    says: string,
  ): Promise<boolean> => send(did, data ? planChangesOf(data, changes) : [], says, changes);
  return {
    ...{ season: drawn, data, error, problem },
    /** Something is dragged that is not stored yet. */
    trying: tried.length > 0,
    ...{ commit, send, tryOut: setTried },
  };
}

export type SeasonInHand = ReturnType<typeof useSeason>;
