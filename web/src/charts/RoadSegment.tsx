import { type Asked, printAsked, type Segment } from '@uphill/core/sessions';
import { printDuration } from '@uphill/core/units';
import type { RoadDrag } from './RoadGrips.tsx';
import { hatchedTop, ROAD, type Scale } from './roadScale.ts';
import { levelOf } from './roadShape.ts';

const { top: TOP } = ROAD;

/** The pattern of what has no target yet. */
export function Hatching() {
  return (
    <defs>
      <pattern
        id="hatching"
        width="7"
        height="7"
        patternUnits="userSpaceOnUse"
        patternTransform="rotate(45)"
      >
        <line x1="0" y1="0" x2="0" y2="7" className="hatch" />
      </pattern>
    </defs>
  );
}

interface Props {
  readonly segment: Segment;
  readonly byEffort: boolean;
  readonly x: Scale;
  readonly y: Scale;
  readonly foot: number;
  readonly chosen: boolean;
  readonly choose: (stepId: string) => void;
  readonly drag: RoadDrag | undefined;
}

/** One stretch of the road: its band, its words, and where it is taken hold of. */
export function RoadSegment({ segment, byEffort, x, y, foot, chosen, choose, drag }: Props) {
  const { startS, seconds, role, from, to, stepId } = segment;
  const left = x(startS);
  const wide = x(startS + seconds) - left;
  const steady = from !== null && from === to;
  const worded = role === 'work' && steady && wide > 84 && foot - y(levelOf(from, byEffort)) > 60;
  return (
    <g
      onClick={() => choose(stepId)}
      onPointerDown={(event) => drag?.begin(event, segment, 'order')}
      className="road-segment"
    >
      <rect
        x={left}
        y={TOP - 10}
        width={wide}
        height={foot - TOP + 10}
        className={chosen ? 'road-chosen' : 'road-hit'}
      />
      {role === 'work' && steady && !byEffort && (
        <AskedBand asked={from} left={left} wide={wide} y={y} />
      )}
      {!from && (
        <rect
          x={left}
          y={hatchedTop(y)}
          width={wide}
          height={y(0) - hatchedTop(y)}
          fill="url(#hatching)"
          className="road-unread"
        />
      )}
      {worded && (
        <text
          x={left + wide / 2}
          y={y(levelOf(from, byEffort)) + 24}
          textAnchor="middle"
          className="road-text"
        >
          {printDuration(seconds)}
          <tspan x={left + wide / 2} dy={17}>
            {printAsked(from)}
          </tspan>
        </text>
      )}
    </g>
  );
}

interface BandProps {
  readonly asked: Asked;
  readonly left: number;
  readonly wide: number;
  readonly y: Scale;
}

/** The band asked for, drawn as thick as it is wide in watts; of an open one its limit. */
function AskedBand({ asked, left, wide, y }: BandProps) {
  if (asked.lowW === null || asked.highW === null) return null;
  const top = y(asked.highW);
  return (
    <rect
      x={left}
      y={top}
      width={wide}
      height={asked.lowW === 0 ? 3 : Math.max(3, y(asked.lowW) - top)}
      className="asked-band"
    />
  );
}
