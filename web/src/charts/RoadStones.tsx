import type { Segment } from '@uphill/core/sessions';
import type { RoadDrag } from './RoadGrips.tsx';
import { hatchedTop, type Scale } from './roadScale.ts';
import { levelOf } from './roadShape.ts';

const STONE = 34;

interface Props {
  readonly segments: readonly Segment[];
  readonly byEffort: boolean;
  readonly x: Scale;
  readonly y: Scale;
  readonly choose: (stepId: string) => void;
  readonly drag: RoadDrag | undefined;
}

/** A stone over each rep, by which its set is moved; where they would stand too close, every second, fifth or tenth one. */
export function RoadStones({ segments, byEffort, x, y, choose, drag }: Props) {
  const reps = new Map<number, { segment: Segment; startS: number; endS: number; level: number }>();
  for (const segment of segments) {
    const { rep, startS, seconds, from, to } = segment;
    if (rep === null) continue;
    const level = Math.max(
      levelOf(from, byEffort),
      levelOf(to, byEffort),
      byEffort ? 0 : (from?.highW ?? 0),
    );
    const known = reps.get(rep);
    reps.set(rep, {
      segment: known?.segment ?? segment,
      startS: known?.startS ?? startS,
      endS: startS + seconds,
      level: Math.max(known?.level ?? 0, level),
    });
  }
  const list = [...reps.entries()];
  const [first, second] = [list[0]?.[1], list[1]?.[1]];
  const apart = first && second ? x(second.startS) - x(first.startS) : Infinity;
  const every = [1, 2, 5, 10, 20].find((count) => apart * count >= STONE + 2) ?? 50;
  return list
    .filter(([rep]) => every === 1 || rep === 1 || rep % every === 0)
    .map(([rep, { segment, startS, endS, level }]) => {
      const middle = (x(startS) + x(endS)) / 2;
      const foot = Math.max((level === 0 ? hatchedTop(y) : y(level)) - 6, STONE + 6);
      return (
        <g
          key={rep}
          className={drag ? 'stone-grip' : undefined}
          onClick={() => choose(segment.stepId)}
          onPointerDown={(event) => drag?.begin(event, segment, 'order')}
        >
          <path
            d={`M${middle - STONE / 2} ${foot} v-24 a17 14 0 0 1 ${STONE} 0 v24 z`}
            className="stone-shape"
          />
          <text x={middle} y={foot - 8} textAnchor="middle" className="stone-text">
            {rep}
          </text>
        </g>
      );
    });
}
