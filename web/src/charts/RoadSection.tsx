import type { PointerEvent } from 'react';
import { type Asked, printAsked, type Segment, type SessionNumbers } from '@uphill/core/sessions';
import type { Band } from '@uphill/core/zones';
import { printDuration } from '@uphill/core/units';
import { cornersOf, isByEffort, levelOf } from './roadShape.ts';
import { ROAD, roadRight, secondsPerPx } from './roadScale.ts';
import { scaleLinear } from 'd3-scale';
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

const { height: HEIGHT, top: TOP, foot: FOOT, left: LEFT, right: RIGHT } = ROAD;
/** Grips are this wide and high. */
const GRIP = 24;
const STONE = 34;
/** Height of the hatching over steps whose target is unread, as a share of the drawing. */
const HATCHED = 0.5;

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
          <Rules
            bands={bands}
            byEffort={byEffort}
            highest={highest}
            y={y}
            width={width}
            right={right}
          />
          <polygon
            points={[
              `${x(0)},${foot}`,
              ...corners.map(([second, level]) => `${x(second)},${y(level)}`),
              `${x(total)},${foot}`,
            ].join(' ')}
            className="asked-wash"
          />
          {segments.map((segment, index) => (
            <SegmentMark
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
          <Minutes total={total} x={x} foot={foot} />
          <Stones segments={segments} byEffort={byEffort} x={x} y={y} choose={choose} drag={drag} />
          {drag && (
            <Grips
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

function Hatching() {
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

type Scale = (value: number) => number;
/** Height of a line of small text, px. */
const TEXT_LINE = 14;

function Rules({
  bands,
  byEffort,
  highest,
  y,
  width,
  right,
}: {
  bands: readonly Band[] | null;
  byEffort: boolean;
  highest: number;
  y: Scale;
  width: number;
  right: number;
}) {
  if (byEffort) {
    return [2, 4, 6, 8, 10].map((rpe) => (
      <g key={rpe}>
        <line x1={LEFT} x2={width - right} y1={y(rpe)} y2={y(rpe)} className="rule-line" />
        <text x={width - right + 6} y={y(rpe) + 4} className="rule-text">
          RPE {rpe}
        </text>
      </g>
    ));
  }
  if (!bands) return null;
  const named = namedRules(bands, highest, y);
  return bands.map((band) => {
    const top = band.high !== null && band.high <= highest ? band.high : null;
    const middle = ((band.low || 0) + Math.min(band.high ?? highest, highest)) / 2;
    const wide = right === RIGHT;
    return (
      <g key={band.rule.number}>
        {top !== null && (
          <>
            <line x1={LEFT} x2={width - right} y1={y(top)} y2={y(top)} className="rule-line" />
            {named.has(top) && (
              <text x={width - right + 6} y={y(top) + 4} className="rule-text">
                {top}
                {wide ? ' W' : ''}
              </text>
            )}
          </>
        )}
        {wide &&
          band.low < highest &&
          y(band.low) - y(Math.min(band.high ?? highest, highest)) > 10 && (
            <text x={width - 4} y={y(middle) + 5} textAnchor="end" className="rule-zone">
              Z{band.rule.number}
            </text>
          )}
      </g>
    );
  });
}

interface MarkProps {
  readonly segment: Segment;
  readonly byEffort: boolean;
  readonly x: Scale;
  readonly y: Scale;
  readonly foot: number;
  readonly chosen: boolean;
  readonly choose: (stepId: string) => void;
  readonly drag: RoadDrag | undefined;
}

function SegmentMark({ segment, byEffort, x, y, foot, chosen, choose, drag }: MarkProps) {
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

/** On the chosen step: its right edge for time, its top for the target. */
function Grips({
  segments,
  chosen,
  byEffort,
  x,
  y,
  drag,
}: {
  segments: readonly Segment[];
  chosen: string | null;
  byEffort: boolean;
  x: Scale;
  y: Scale;
  drag: RoadDrag;
}) {
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

/** Limits whose names have room: from below, each at least a line of text above the one before. */
function namedRules(bands: readonly Band[], highest: number, y: Scale): ReadonlySet<number> {
  const named = new Set<number>();
  let last = Infinity;
  for (const { high } of bands) {
    if (high === null || high > highest || last - y(high) < TEXT_LINE) continue;
    named.add(high);
    last = y(high);
  }
  return named;
}

/** The band asked for, drawn as thick as it is wide in watts; of an open one its limit. */
function AskedBand({
  asked,
  left,
  wide,
  y,
}: {
  asked: Asked;
  left: number;
  wide: number;
  y: Scale;
}) {
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

/** Steps whose target is unread are hatched up to here. */
function hatchedTop(y: Scale): number {
  return y(0) - (y(0) - TOP) * HATCHED;
}

function Minutes({ total, x, foot }: { total: number; x: Scale; foot: number }) {
  const step =
    [60, 120, 300, 600, 900, 1800, 3600, 7200].find((seconds) => total / seconds <= 9) ?? 14_400;
  const ticks = Array.from({ length: Math.floor(total / step) + 1 }, (_, index) => index * step);
  return (
    <g>
      <line x1={x(0)} x2={x(total)} y1={foot} y2={foot} className="road-foot" />
      {ticks.map((second) => (
        <g key={second}>
          <line x1={x(second)} x2={x(second)} y1={foot} y2={foot + 5} className="road-foot" />
          <text x={x(second)} y={foot + 20} textAnchor="middle" className="rule-text">
            {second / 60}
          </text>
        </g>
      ))}
    </g>
  );
}

interface StonesProps {
  readonly segments: readonly Segment[];
  readonly byEffort: boolean;
  readonly x: Scale;
  readonly y: Scale;
  readonly choose: (stepId: string) => void;
  readonly drag: RoadDrag | undefined;
}

/** A stone over each rep, by which its set is moved; where they would stand too close, every second, fifth or tenth one. */
function Stones({ segments, byEffort, x, y, choose, drag }: StonesProps) {
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
