import type { RepRow } from '@uphill/core/review';
import { useEffect, useRef } from 'react';
import { TimeEdge } from './TimeEdge.tsx';

/** Puts an edge of a rep at a second; `done` where the hand has let go. */
export type MoveRep = (row: RepRow, edge: 'start' | 'end', second: number, done: boolean) => void;

interface Props {
  readonly edge: 'start' | 'end';
  readonly row: RepRow;
  readonly x: number;
  readonly y: number;
  readonly height: number;
  readonly secondAt: (x: number) => number;
  readonly longest: number;
  readonly move: MoveRep;
}

const GRIP = 16;
/** By then what a key has moved is drawn, however busy the machine is, ms. */
const DRAWN_MS = 5000;

/** One edge of a rep: dragged, or moved with the arrow keys a second at a time (ten with Shift). */
export function RepEdge({ edge, row, x, y, height, secondAt, longest, move }: Props) {
  const at = useRef(0);
  /** Where keys have put it, while it is not drawn there yet. */
  const keyed = useRef<{ readonly at: number; readonly when: number } | null>(null);
  const second = edge === 'start' ? row.startS : row.endS;
  useEffect(() => {
    // Drawn where the keys have put it: the next key goes on from what stands there, also after an undo.
    if (keyed.current?.at === second) keyed.current = null;
  }, [second]);
  const dragTo = (to: number): void => {
    at.current = secondAt(to);
    move(row, edge, at.current, false);
  };
  const step = (by: number, now: number): void => {
    const { at: last = second, when = -Infinity } = keyed.current ?? {};
    keyed.current = { at: (now - when < DRAWN_MS ? last : second) + by, when: now };
    move(row, edge, keyed.current.at, true);
  };
  const name = row.rep === null ? 'the extra rep' : `rep ${row.rep}`;
  return (
    <TimeEdge
      label={`${edge === 'start' ? 'Start' : 'End'} of ${name}`}
      {...{ second, longest, dragTo, step }}
      grab={() => {
        at.current = second;
      }}
      letGo={() => {
        if (at.current !== second) move(row, edge, at.current, true);
      }}
    >
      <rect x={x - GRIP / 2} y={y} width={GRIP} height={height} fill="transparent" />
      <line x1={x} x2={x} y1={y} y2={y + height} className="read-edge" />
      <rect x={x - 3} y={y + height / 2 - 12} width={6} height={24} rx={3} className="read-grip" />
    </TimeEdge>
  );
}
