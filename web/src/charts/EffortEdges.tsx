import { printClock } from '@uphill/core/units';
import type { Stretch } from '@uphill/core/testing';
import { type KeyboardEvent, type PointerEvent, useRef } from 'react';
import { usePlotArea } from 'recharts';

/** Puts one edge of the effort at a second. */
export type MoveEdge = (edge: 'start' | 'end', second: number) => void;

const GRIP = 24;

/** The two edges of the effort: dragged, or moved with the arrow keys a second at a time (ten with Shift). */
export function EffortEdges({
  effort,
  longest,
  move,
}: {
  effort: Stretch;
  longest: number;
  move: MoveEdge | null;
}) {
  const plot = usePlotArea();
  if (!plot) return null;
  const at = (second: number): number => plot.x + (second / longest) * plot.width;
  return (
    <g>
      <rect
        x={at(effort.startS)}
        y={plot.y}
        width={Math.max(0, at(effort.endS) - at(effort.startS))}
        height={plot.height}
        className="effort-wash"
      />
      {move && (
        <>
          <Edge name="start" second={effort.startS} plot={plot} longest={longest} move={move} />
          <Edge name="end" second={effort.endS} plot={plot} longest={longest} move={move} />
        </>
      )}
    </g>
  );
}

interface EdgeProps {
  readonly name: 'start' | 'end';
  readonly second: number;
  readonly plot: { x: number; y: number; width: number; height: number };
  readonly longest: number;
  readonly move: MoveEdge;
}

function Edge({ name, second, plot, longest, move }: EdgeProps) {
  const dragging = useRef(false);
  const x = plot.x + (second / longest) * plot.width;

  const drag = (event: PointerEvent<SVGGElement>): void => {
    if (!dragging.current) return;
    const drawing = event.currentTarget.ownerSVGElement?.getBoundingClientRect();
    if (drawing)
      move(name, Math.round(((event.clientX - drawing.left - plot.x) / plot.width) * longest));
  };
  const onKey = (event: KeyboardEvent): void => {
    let by: number;
    if (event.key === 'ArrowLeft') by = -1;
    else if (event.key === 'ArrowRight') by = 1;
    else by = 0;
    if (by === 0) return;
    event.preventDefault();
    move(name, second + by * (event.shiftKey ? 10 : 1));
  };
  return (
    <g
      role="slider"
      tabIndex={0}
      aria-label={name === 'start' ? 'Start of the effort' : 'End of the effort'}
      aria-valuemin={0}
      aria-valuemax={longest}
      aria-valuenow={second}
      aria-valuetext={printClock(second)}
      className="effort-edge"
      onKeyDown={onKey}
      onPointerDown={(event) => {
        dragging.current = true;
        event.currentTarget.setPointerCapture(event.pointerId);
        event.preventDefault();
        event.currentTarget.focus();
      }}
      onPointerMove={drag}
      onPointerUp={() => {
        dragging.current = false;
      }}
    >
      <rect x={x - GRIP / 2} y={plot.y} width={GRIP} height={plot.height} fill="transparent" />
      <line x1={x} x2={x} y1={plot.y} y2={plot.y + plot.height} className="effort-line" />
      <rect
        x={x - 5}
        y={plot.y + plot.height / 2 - 16}
        width={10}
        height={32}
        rx={3}
        className="effort-grip"
      />
    </g>
  );
}
