import { type MouseEvent, memo, useLayoutEffect, useMemo, useRef } from 'react';
import {
  ComposedChart,
  DefaultZIndexes,
  Line,
  ReferenceLine,
  Scatter,
  useXAxisScale,
  useYAxisScale,
  XAxis,
  YAxis,
  ZIndexLayer,
} from 'recharts';
import { useNavigate } from 'react-router';
import { printDate } from '../shared/dates.ts';
import { type Drawn, drawDots } from './drawDots.ts';
import { SMALL, STILL } from './look.ts';
import { nameDot, nearestDot } from './nearestDot.ts';
import { useWidth } from './useWidth.ts';

/** A ride on a trend. */
export interface TrendDot {
  readonly to: string;
  readonly date: string;
  readonly value: number;
  /** What is said of it beside date and value. */
  readonly says: string;
  /** Shown, but not compared: drawn hollow. */
  readonly apart?: boolean;
}

interface Props {
  readonly dots: readonly TrendDot[];
  readonly span: { readonly from: string; readonly to: string };
  readonly print: (value: number) => string;
  /** As it is printed beside the axis, where that is not how it is printed elsewhere. */
  readonly printTick?: (value: number) => string;
  readonly height: number;
  /** Lines across it: noise, the usual. */
  readonly across?: readonly number[];
  /** What a straight line says at its first and last dot. */
  readonly slope?: { readonly from: number; readonly to: number } | null;
  /** Another rider or another season under it. */
  readonly under?: readonly TrendDot[];
}

const at = (date: string): number => Date.parse(`${date}T00:00:00Z`);

/** Rides over time, each a dot that opens it. */
export function TrendDots({
  dots,
  span,
  print,
  printTick = print,
  height,
  across = [],
  slope = null,
  under = [],
}: Props) {
  const navigate = useNavigate();
  // Asked of the page once for all charts: a container each would have it laid out anew before every next one.
  const [frame, width] = useWidth(0);
  const corners = useMemo(() => cornersOf([...dots, ...under], across), [dots, under, across]);
  const [start, end] = [at(span.from), at(span.to)];
  const line = lineOf(dots, slope);
  return (
    // One ear for thousands of dots; each of them is a plain link that opens in a new tab as well.
    <div
      ref={frame}
      className="trend-dots"
      style={{ height }}
      onClick={(event) => {
        const to = meant(event);
        if (to !== null) void navigate(to);
      }}
      onPointerMove={(event) =>
        nameDot(event.currentTarget, nearestDot(event.currentTarget, event))
      }
      onPointerLeave={({ currentTarget }) => nameDot(currentTarget, null)}
      onFocus={({ currentTarget, target }) => nameDot(currentTarget, target)}
      onBlur={({ currentTarget }) => nameDot(currentTarget, null)}
    >
      {width > 0 && (
        <ComposedChart
          {...{ width, height }}
          margin={{ top: 8, right: 24, bottom: 0, left: 0 }}
          accessibilityLayer={false}
        >
          <XAxis
            type="number"
            dataKey="x"
            domain={[start, end]}
            tick={SMALL}
            tickFormatter={(x: number) => printDate(new Date(x).toISOString().slice(0, 10))}
            ticks={[start, (start + end) / 2, end]}
            interval={0}
            stroke="var(--line)"
            allowDuplicatedCategory={false}
          />
          <YAxis
            type="number"
            dataKey="y"
            width={48}
            domain={['auto', 'auto']}
            tick={SMALL}
            tickFormatter={printTick}
            tickCount={4}
            interval={0}
            stroke="none"
          />
          {across.map((value) => (
            <ReferenceLine key={value} y={value} {...DASHED} />
          ))}
          {line.length > 0 && <Line data={line} dataKey="y" {...SLOPE} />}
          <Scatter data={corners} shape={NOTHING} isAnimationActive={false} />
          <ZIndexLayer zIndex={DefaultZIndexes.scatter}>
            <Marks {...{ dots, under, print }} />
          </ZIndexLayer>
        </ComposedChart>
      )}
      <span className="trend-name" aria-hidden hidden />
    </div>
  );
}

const NOTHING = () => <g />;
const DASHED = { stroke: 'var(--line)', strokeDasharray: '4 4' } as const;
const SLOPE = { stroke: 'var(--asked)', strokeWidth: 2, ...STILL } as const;

/** Both ends of a straight line, over the dots that are compared. */
function lineOf(dots: readonly TrendDot[], slope: Required<Props>['slope']) {
  const alike = dots.filter(({ apart }) => !apart);
  const [first, last] = [alike[0], alike.at(-1)];
  if (!slope || !first || !last) return [];
  return [
    { x: at(first.date), y: slope.from },
    { x: at(last.date), y: slope.to },
  ];
}

/** The lowest and the highest of everything that is drawn: what the axis reaches over. */
function cornersOf(dots: readonly TrendDot[], across: readonly number[]) {
  const values = [...dots.map(({ value }) => value), ...across];
  const x = dots[0] ? at(dots[0].date) : 0;
  const [low, high] = values.reduce(
    ([least, most], value) => [Math.min(least, value), Math.max(most, value)],
    [Infinity, -Infinity],
  );
  return values.length === 0 ? [] : [low, high].map((y) => ({ x, y }));
}

/** Where a click leads, on a dot or near one; null where it leads nowhere, or the browser follows it by itself. */
function meant(event: MouseEvent): string | null {
  const under = (event.target as Element).closest('a');
  // A key presses the dot that it stands on, whatever lies over that.
  const link = event.detail === 0 ? under : (nearestDot(event.currentTarget, event) ?? under);
  if (!link || event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey) return null;
  event.preventDefault();
  return link.getAttribute('href');
}

/** Every dot at its place. A chart draws itself several times over; the dots are drawn once for each place they have. */
function Marks(props: Pick<Drawn, 'dots' | 'under' | 'print'>) {
  const [x, y] = [useXAxisScale(), useYAxisScale()];
  const [x0, x1] = [Number(x?.(0)), Number(x?.(DAY_MS))];
  const [y0, y1] = [Number(y?.(0)), Number(y?.(1))];
  if (![x0, x1, y0, y1].every(Number.isFinite)) return null;
  return <Dots {...props} x0={x0} perDay={x1 - x0} y0={y0} perUnit={y1 - y0} />;
}

const DAY_MS = 86_400_000;

const Dots = memo(function Dots(drawn: Drawn) {
  const into = useRef<SVGGElement>(null);
  useLayoutEffect(() => {
    if (into.current) drawDots(into.current, drawn);
  });
  return <g ref={into} />;
});
