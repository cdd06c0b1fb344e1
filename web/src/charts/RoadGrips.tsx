import type { Segment } from '@uphill/core/sessions';
import type { PointerEvent } from 'react';
import type { Scale } from './roadScale.ts';
import { levelOf } from './roadShape.ts';

/** Grips are this wide and high. */
const GRIP = 24;

/** What the road tells whoever lets it be edited. */
export interface RoadDrag {
  readonly begin: (
    event: PointerEvent,
    segment: Segment,
    what: 'time' | 'target' | 'order',
  ) => void;
  readonly move: (
    event: PointerEvent,
    scale: { secondsPerPx: number; percentPerPx: number },
  ) => void;
  readonly end: () => void;
  readonly ftpW: number | null;
}

interface Props {
  readonly segments: readonly Segment[];
  readonly chosen: string | null;
  readonly byEffort: boolean;
  readonly x: Scale;
  readonly y: Scale;
  readonly drag: RoadDrag;
}

/** On the chosen step: its right edge for time, its top for the target. */
export function RoadGrips({ segments, chosen, byEffort, x, y, drag }: Props) {
  return segments
    .filter(({ stepId }) => stepId === chosen)
    .slice(0, 12)
    .map((segment) => {
      const right = x(segment.startS + segment.seconds);
      const level = y(levelOf(segment.to, byEffort));
      const middle = (x(segment.startS) + right) / 2;
      return (
        <g key={segment.startS}>
          <rect
            x={right - GRIP / 2}
            y={(level + y(0)) / 2 - GRIP / 2}
            width={GRIP}
            height={GRIP}
            className="grip grip-time"
            onPointerDown={(event) => drag.begin(event, segment, 'time')}
          />
          <line x1={right} x2={right} y1={level} y2={y(0)} className="grip-edge" />
          <rect
            x={middle - GRIP / 2}
            y={level - GRIP / 2}
            width={GRIP}
            height={GRIP}
            className="grip grip-target"
            onPointerDown={(event) => drag.begin(event, segment, 'target')}
          />
          <line
            x1={middle - GRIP / 2}
            x2={middle + GRIP / 2}
            y1={level}
            y2={level}
            className="grip-edge"
          />
        </g>
      );
    });
}
