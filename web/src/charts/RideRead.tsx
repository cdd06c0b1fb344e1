import type { AskedStretch, RepRow } from '@uphill/core/review';
import { printClock } from '@uphill/core/units';
import { scaleLinear } from 'd3-scale';
import { memo, useMemo } from 'react';
import { RepEdge, type MoveRep } from './RepEdge.tsx';
import { tickSeconds } from './tickSeconds.ts';
import { useWidth } from './useWidth.ts';

interface Props {
  readonly watts: readonly (number | null)[];
  readonly bpm: readonly (number | null)[] | null;
  readonly asked: readonly AskedStretch[];
  readonly rows: readonly RepRow[];
  /** W′ left, percent, at every so-many-th second; null: none is drawn. */
  readonly left: { readonly every: number; readonly percent: readonly number[] } | null;
  /** Seconds that are on show. */
  readonly from: number;
  readonly to: number;
  /** Moves an edge of a rep; null where nothing can be moved. */
  readonly move: MoveRep | null;
  readonly zoomTo: (row: RepRow) => void;
}

const MARGIN = { left: 8, right: 64, top: 44 } as const;
const WATTS_H = 190;
const GAP = 26;
const PULSE_H = 60;
const LEFT_H = 34;
const HALO = 4;

/** Asked and ridden over each other, stones over the reps with edges that move, the pulse and W′ below. */
export function RideRead(props: Props) {
  const { watts, bpm, asked, rows, left, from, to, move, zoomTo } = props;
  const [frame, width] = useWidth();
  // The same until something of it changes: what is drawn of seconds is drawn once, and not at every move of an edge.
  const x = useMemo(
    () => scaleLinear([from, to], [MARGIN.left, Math.max(MARGIN.left + 1, width - MARGIN.right)]),
    [from, to, width],
  );
  const span = useMemo(() => ({ x, from, to, width }), [x, from, to, width]);
  const hasPower = useMemo(() => watts.some((value) => value !== null), [watts]);
  const hasPulse = useMemo(() => (bpm ?? []).some((value) => value !== null), [bpm]);
  const wattsEnd = hasPower ? MARGIN.top + WATTS_H : MARGIN.top;
  const pulseTop = wattsEnd + (hasPower ? GAP : 0);
  const pulseEnd = hasPulse ? pulseTop + PULSE_H : pulseTop;
  const leftTop = pulseEnd + 14;
  const height = (left ? leftTop + LEFT_H : pulseEnd) + 8;
  const shown = rows.filter(({ startS, endS }) => endS > from && startS < to);
  return (
    <div ref={frame} className="ride-read">
      <svg width={width} height={height} role="group" aria-label="Asked and ridden over time">
        {hasPower && <Watts {...{ span, watts, asked }} bottom={wattsEnd} />}
        {hasPulse && <PulseOver {...{ span }} bpm={bpm ?? []} top={pulseTop} />}
        {left && <LeftOver {...{ span, left }} top={leftTop} />}
        {shown.map((row, place) => (
          // By its place: an edge that moves stays the same edge, with the focus on it.
          <g key={place}>
            {isClear(shown, place, x) && (
              <RepStone row={row} middle={middleOf(row, span)} zoomTo={zoomTo} />
            )}
            {move &&
              (['start', 'end'] as const).map((edge) => (
                <RepEdge
                  key={edge}
                  edge={edge}
                  row={row}
                  x={x(edge === 'start' ? row.startS : row.endS)}
                  y={MARGIN.top}
                  height={pulseEnd - MARGIN.top}
                  secondAt={(at) => Math.round(x.invert(at))}
                  longest={watts.length}
                  move={move}
                />
              ))}
          </g>
        ))}
      </svg>
    </div>
  );
}

/** What is on show, and where a second of it lies. */
interface Shown {
  readonly x: (second: number) => number;
  readonly from: number;
  readonly to: number;
  readonly width: number;
}

function within({ x, from, to }: Shown, second: number): number {
  return x(Math.min(to, Math.max(from, second)));
}

function middleOf({ startS, endS }: RepRow, span: Shown): number {
  return (within(span, startS) + within(span, endS)) / 2;
}

const Watts = memo(function Watts({
  span,
  watts,
  asked,
  bottom,
}: {
  span: Shown;
  watts: Props['watts'];
  asked: Props['asked'];
  bottom: number;
}) {
  const { x, from, to, width } = span;
  const line = useMemo(() => thinned(watts, from, to, width), [watts, from, to, width]);
  const most = Math.max(
    200,
    ...line.map(([, value]) => value ?? 0),
    ...asked.map(({ fromW, toW }) => Math.max(fromW, toW)),
  );
  const y = scaleLinear([0, most], [bottom, MARGIN.top]);
  const ridden = pathOf(line, x, y);
  const right = width - MARGIN.right + 6;
  return (
    <g aria-hidden>
      {y.ticks(4).map((tick) => (
        <g key={tick}>
          <line x1={x(from)} x2={x(to)} y1={y(tick)} y2={y(tick)} className="read-grid" />
          <text x={right} y={y(tick) + 4} className="read-tick">
            {tick} W
          </text>
        </g>
      ))}
      {asked
        .filter(({ startS, endS }) => endS > from && startS < to)
        .map(({ startS, endS, fromW, toW }) => {
          const [start, end] = [within(span, startS), within(span, endS)];
          return (
            <path
              key={`${startS} ${endS}`}
              className="read-asked"
              d={`M${start} ${y(0)}L${start} ${y(fromW)}L${end} ${y(toW)}L${end} ${y(0)}Z`}
            />
          );
        })}
      <path d={ridden} className="read-halo" strokeWidth={HALO} />
      <path d={ridden} className="read-ridden" />
      {tickSeconds(to - from).map((second) => (
        <text key={second} x={x(from + second)} y={bottom + 16} className="read-minute">
          {to - from < 1200 ? printClock(from + second) : Math.round((from + second) / 60)}
        </text>
      ))}
    </g>
  );
});

const PulseOver = memo(function PulseOver({
  span: { x, from, to, width },
  bpm,
  top,
}: {
  span: Shown;
  bpm: readonly (number | null)[];
  top: number;
}) {
  const pulse = useMemo(() => thinned(bpm, from, to, width), [bpm, from, to, width]);
  const beats = pulse.flatMap(([, value]) => value ?? []);
  const y = scaleLinear([Math.min(90, ...beats), Math.max(150, ...beats)], [top + PULSE_H, top]);
  return (
    <g aria-hidden>
      <path d={pathOf(pulse, x, y)} className="read-pulse" />
      <text x={width - MARGIN.right + 6} y={top + 12} className="read-tick read-beat">
        {beats.length > 0 ? Math.round(Math.max(...beats)) : ''} bpm
      </text>
    </g>
  );
});

const LeftOver = memo(function LeftOver({
  span: { x, from, to, width },
  left,
  top,
}: {
  span: Shown;
  left: NonNullable<Props['left']>;
  top: number;
}) {
  const y = scaleLinear([0, 100], [top + LEFT_H, top]);
  const points = left.percent.flatMap((percent, place): Point[] => {
    const second = place * left.every;
    return second < from || second > to ? [] : [[second, Math.min(100, Math.max(0, percent))]];
  });
  return (
    <g aria-hidden>
      <rect
        x={x(from)}
        y={top}
        width={Math.max(0, x(to) - x(from))}
        height={LEFT_H}
        className="read-left-frame"
      />
      <path d={pathOf(points, x, y)} className="read-left" />
      <text x={width - MARGIN.right + 6} y={top + 12} className="read-tick">
        W′ left
      </text>
    </g>
  );
});

/** Stones stand only where they do not cover each other. */
function isClear(rows: readonly RepRow[], place: number, x: (second: number) => number): boolean {
  const [row, before] = [rows[place], rows[place - 1]];
  if (!row || !before) return true;
  return x((row.startS + row.endS) / 2) - x((before.startS + before.endS) / 2) > 26;
}

function RepStone({
  row,
  middle,
  zoomTo,
}: {
  row: RepRow;
  middle: number;
  zoomTo: (row: RepRow) => void;
}) {
  const name = row.rep === null ? 'the extra rep' : `rep ${row.rep}`;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`Zoom into ${name}`}
      className="read-stone"
      onClick={() => zoomTo(row)}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        zoomTo(row);
      }}
    >
      <path d={`M${middle - 12} 36V18a12 12 0 0 1 24 0V36Z`} />
      <text x={middle} y={31}>
        {row.rep ?? '+'}
      </text>
    </g>
  );
}

type Point = readonly [second: number, value: number | null];

/** A mean for each pixel; gaps stay gaps. */
function thinned(
  values: readonly (number | null)[],
  from: number,
  to: number,
  width: number,
): Point[] {
  const every = Math.max(1, Math.floor((to - from) / Math.max(200, width)));
  const points: Point[] = [];
  for (let second = from; second < Math.min(to, values.length); second += every) {
    let [sum, many] = [0, 0];
    for (let at = second; at < Math.min(second + every, values.length); at += 1) {
      const value = values[at];
      if (value == null) continue;
      sum += value;
      many += 1;
    }
    points.push([second, many === 0 ? null : sum / many]);
  }
  return points;
}

function pathOf(
  points: readonly Point[],
  x: (second: number) => number,
  y: (value: number) => number,
): string {
  // Both scales are straight lines: two places of each say all of it.
  const [x0, perSecond] = [x(0), x(1) - x(0)];
  const [y0, perUnit] = [y(0), y(1) - y(0)];
  let [path, pen] = ['', 'M'];
  for (const [second, value] of points) {
    if (value === null) {
      pen = 'M';
      continue;
    }
    path += `${pen}${tenth(x0 + second * perSecond)} ${tenth(y0 + value * perUnit)}`;
    pen = 'L';
  }
  return path;
}

function tenth(value: number): number {
  return Math.round(value * 10) / 10;
}
