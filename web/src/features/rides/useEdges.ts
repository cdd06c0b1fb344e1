import type { Rider, RideReading, RideWhole } from '@uphill/api';
import { type RepEdits, type RepRow, withEdit } from '@uphill/core/review';
import { useEffect, useRef, useState } from 'react';
import type { MoveRep } from '../../charts/RepEdge.tsx';
import { readingsApi } from '../../shared/api/readings.ts';
import { useAct } from '../../shared/useAct.ts';

/** An edge that rests so long is kept, ms. */
const SETTLES_MS = 500;
const KEPT = 'The edge is kept.';

/**
 * What a hand says of the reps of a ride: held while it moves, kept a moment after it rests. Who leaves in that moment
 * keeps it too, also by closing the page.
 */
export function useEdges(
  rider: Rider,
  ride: RideWhole,
  read: RideReading | undefined,
  length: number,
) {
  const [held, setHeld] = useState<RepEdits | null>(null);
  const { act, problem } = useAct();
  const [send] = readingsApi.useEditRepsMutation();
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined);
  const pending = useRef<((closing?: boolean) => void) | null>(null);
  const latest = useRef(read);
  useEffect(() => {
    latest.current = read;
  }, [read]);
  useEffect(() => {
    const leave = (): void => pending.current?.(true);
    window.addEventListener('pagehide', leave);
    return () => {
      window.removeEventListener('pagehide', leave);
      leave();
    };
  }, []);
  const save = async (edits: RepEdits, done: string, closing = false): Promise<void> => {
    const version = latest.current?.version;
    pending.current = null;
    if (version == null) return;
    setHeld(edits);
    const sent = {
      ...{ id: ride.id, riderId: rider.id, version, closing },
      edits: {
        firstS: edits.firstS,
        changes: edits.changes.map((each) => ({ ...each })),
        said: (edits.said ?? []).map((each) => ({ ...each })),
      },
    };
    await act(() => send(sent), done);
    // What was moved meanwhile stays under the hand.
    setHeld((now) => (now === edits ? null : now));
  };
  /** Several moves in a row are kept as one. */
  const saveSoon = (edits: RepEdits): void => {
    setHeld(edits);
    pending.current = (closing) => void save(edits, KEPT, closing);
    clearTimeout(waiting.current);
    waiting.current = setTimeout(() => pending.current?.(), SETTLES_MS);
  };
  const move: MoveRep = (row: RepRow, edge, second, done) => {
    if (!read) return;
    const within = Math.max(0, Math.min(length, second));
    const is = {
      startS: edge === 'start' ? Math.min(within, row.endS - 1) : row.startS,
      endS: edge === 'end' ? Math.max(within, row.startS + 1) : row.endS,
    };
    const was = { startS: row.startS, endS: row.endS };
    const edits = withEdit(held ?? read.edits, was, is);
    if (done) saveSoon(edits);
    else setHeld(edits);
  };
  return { held, save, move, problem };
}
