import type { Stretch } from '@uphill/core/testing';
import { usePlotArea } from 'recharts';
import { TimeEdge } from './TimeEdge.tsx';

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
  const x = plot.x + (second / longest) * plot.width;
  return (
    <TimeEdge
      label={name === 'start' ? 'Start of the effort' : 'End of the effort'}
      {...{ second, longest }}
      dragTo={(to) => move(name, Math.round(((to - plot.x) / plot.width) * longest))}
      step={(by) => move(name, second + by)}
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
    </TimeEdge>
  );
}
