import { type MouseEvent, memo, useMemo } from 'react';
import {
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  useXAxisScale,
  useYAxisScale,
  XAxis,
  YAxis,
} from 'recharts';
import { useNavigate } from 'react-router';
import { printDate, printDay } from '../shared/dates.ts';
import { SMALL, STILL } from './look.ts';

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
  const corners = useMemo(() => cornersOf([...dots, ...under], across), [dots, under, across]);
  const alike = dots.filter(({ apart }) => !apart);
  const [first, last] = [alike[0], alike.at(-1)];
  const line =
    slope && first && last
      ? [
          { x: at(first.date), y: slope.from },
          { x: at(last.date), y: slope.to },
        ]
      : [];
  return (
    // One ear for thousands of dots; each of them is a plain link that opens in a new tab as well.
    <div
      className="trend-dots"
      onClick={(event) => {
        const to = ownClick(event);
        if (to !== null) void navigate(to);
      }}
    >
      <ResponsiveContainer width="100%" height={height}>
        <ComposedChart
          margin={{ top: 8, right: 10, bottom: 0, left: 0 }}
          accessibilityLayer={false}
        >
          <XAxis
            type="number"
            dataKey="x"
            domain={[at(span.from), at(span.to)]}
            tick={SMALL}
            tickFormatter={(x: number) => printDate(new Date(x).toISOString().slice(0, 10))}
            tickCount={3}
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
            stroke="none"
          />
          {across.map((value) => (
            <ReferenceLine key={value} y={value} stroke="var(--line)" strokeDasharray="4 4" />
          ))}
          {line.length > 0 && (
            <Line data={line} dataKey="y" stroke="var(--asked)" strokeWidth={2} {...STILL} />
          )}
          <Scatter data={corners} shape={NOTHING} isAnimationActive={false} />
          <Marks {...{ dots, under, print }} />
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}

const NOTHING = () => <g />;

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

/** Where a click on a dot leads; null for one that the browser answers itself. */
function ownClick(event: MouseEvent): string | null {
  const link = (event.target as Element).closest('a.trend-dot');
  if (!link || event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey) return null;
  event.preventDefault();
  return link.getAttribute('href');
}

type MarksProps = Pick<Props, 'dots' | 'print'> & { readonly under: readonly TrendDot[] };

/** Every dot at its place. A chart draws itself several times over; the dots are drawn once for each place they have. */
function Marks(props: MarksProps) {
  const [x, y] = [useXAxisScale(), useYAxisScale()];
  const [x0, x1] = [Number(x?.(0)), Number(x?.(DAY_MS))];
  const [y0, y1] = [Number(y?.(0)), Number(y?.(1))];
  if (![x0, x1, y0, y1].every(Number.isFinite)) return null;
  return <Dots {...props} x0={x0} perDay={x1 - x0} y0={y0} perUnit={y1 - y0} />;
}

const DAY_MS = 86_400_000;

/** Both axes are straight lines. */
interface Places {
  readonly x0: number;
  readonly perDay: number;
  readonly y0: number;
  readonly perUnit: number;
}

const Dots = memo(function Dots({
  dots,
  under,
  print,
  x0,
  perDay,
  y0,
  perUnit,
}: MarksProps & Places) {
  const placeOf = ({ date, value }: TrendDot): [x: number, y: number] => [
    Math.round(10 * (x0 + (at(date) / DAY_MS) * perDay)) / 10,
    Math.round(10 * (y0 + value * perUnit)) / 10,
  ];
  return (
    <>
      {under.map((dot) => {
        const [x, y] = placeOf(dot);
        return (
          <rect
            key={`${dot.date} ${dot.to}`}
            {...{ x: x - 3, y: y - 3, width: 6, height: 6 }}
            className="trend-under"
          />
        );
      })}
      {dots.map((dot) => {
        const [x, y] = placeOf(dot);
        const { to, date, value, says, apart } = dot;
        const name = `${printDay(date)}: ${print(value)}${says === '' ? '' : `, ${says}`}`;
        return (
          <a key={`${date} ${to}`} href={to} className="trend-dot" aria-label={name}>
            <title>{name}</title>
            <circle cx={x} cy={y} r={12} className="trend-reach" />
            <circle cx={x} cy={y} r={4} className={apart ? 'trend-apart' : 'trend-mark'} />
          </a>
        );
      })}
    </>
  );
});
