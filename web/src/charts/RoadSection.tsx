import type { Segment, SessionNumbers } from '@uphill/core/sessions';
import { printDuration } from '@uphill/core/units';
import type { Band } from '@uphill/core/zones';
import { scaleLinear } from 'd3-scale';
import { type RoadDrag, RoadGrips } from './RoadGrips.tsx';
import { RoadMinutes } from './RoadMinutes.tsx';
import { RoadRules } from './RoadRules.tsx';
import { ROAD, roadRight, type Scale, secondsPerPx } from './roadScale.ts';
import { Hatching, RoadSegment } from './RoadSegment.tsx';
import { cornersOf, isByEffort } from './roadShape.ts';
import { RoadStones } from './RoadStones.tsx';
import { useWidth } from './useWidth.ts';

interface Props {
  readonly asks: Pick<SessionNumbers, 'segments' | 'totalS'>;
  /** Zone limits to rule the drawing with; null without FTP. */
  readonly bands: readonly Band[] | null;
  readonly chosen: string | null;
  readonly choose: (stepId: string) => void;
  /** Left out where the road is only looked at. */
  readonly drag?: RoadDrag;
}

const { height: HEIGHT, top: TOP, foot: FOOT, left: LEFT } = ROAD;

/** The session as a road section: what is asked over time, reps under numbered stones. */
export function RoadSection({ asks, bands, chosen, choose, drag }: Props) {
  const [frame, width] = useWidth();
  const { segments } = asks;
  const total = asks.totalS.value;
  const byEffort = isByEffort(segments);
  const corners = cornersOf(segments, byEffort);
  const highest = highestOf(segments, corners, bands, byEffort);
  const right = roadRight(width);
  const x = scaleLinear([0, Math.max(1, total)], [LEFT, width - right]);
  const y = scaleLinear([0, highest], [HEIGHT - FOOT, TOP]);
  const foot = y(0);
  const scale = {
    secondsPerPx: secondsPerPx(total, width),
    percentPerPx: ((highest / Math.max(1, drag?.ftpW ?? highest)) * 100) / (HEIGHT - FOOT - TOP),
  };
  return (
    <div ref={frame} className="road-section">
      {total === 0 ? (
        <p className="soft mb-0 p-3">The road is drawn as soon as there is a step.</p>
      ) : (
        <svg
          width={width}
          height={HEIGHT}
          onPointerMove={(event) => drag?.move(event, scale)}
          onPointerUp={() => drag?.end()}
          onPointerCancel={() => drag?.end()}
          role="img"
          aria-label={`What is asked over ${printDuration(total)}; the table below holds the same`}
        >
          <Hatching />
          <RoadRules
            bands={bands}
            byEffort={byEffort}
            highest={highest}
            y={y}
            width={width}
            right={right}
          />
          <polygon points={washOf(corners, total, x, y)} className="asked-wash" />
          {segments.map((segment, index) => (
            <RoadSegment
              key={index}
              segment={segment}
              byEffort={byEffort}
              x={x}
              y={y}
              foot={foot}
              chosen={segment.stepId === chosen}
              choose={choose}
              drag={drag}
            />
          ))}
          <polyline
            points={corners.map(([second, level]) => `${x(second)},${y(level)}`).join(' ')}
            className="asked-line"
          />
          <RoadMinutes total={total} x={x} foot={foot} />
          <RoadStones
            segments={segments}
            byEffort={byEffort}
            x={x}
            y={y}
            choose={choose}
            drag={drag}
          />
          {drag && (
            <RoadGrips
              segments={segments}
              chosen={chosen}
              byEffort={byEffort}
              x={x}
              y={y}
              drag={drag}
            />
          )}
        </svg>
      )}
    </div>
  );
}

/** The outline of the road down to its foot. */
function washOf(corners: ReturnType<typeof cornersOf>, total: number, x: Scale, y: Scale): string {
  return [
    `${x(0)},${y(0)}`,
    ...corners.map(([second, level]) => `${x(second)},${y(level)}`),
    `${x(total)},${y(0)}`,
  ].join(' ');
}

/** How high the drawing reaches: over every corner and band of what is asked. */
function highestOf(
  segments: readonly Segment[],
  corners: ReturnType<typeof cornersOf>,
  bands: readonly Band[] | null,
  byEffort: boolean,
): number {
  const levels = [
    ...corners.map(([, level]) => level),
    ...segments.map(({ from }) => (byEffort ? 0 : (from?.highW ?? 0))),
  ];
  return Math.max(...levels, byEffort ? 10 : (bands?.[3]?.high ?? 200)) * 1.02;
}
