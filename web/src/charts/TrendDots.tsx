import {
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from 'recharts';
import { Link } from 'react-router';
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
  const points = (of: readonly TrendDot[]) =>
    of.map((dot) => ({ x: at(dot.date), y: dot.value, dot }));
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
    <div className="trend-dots">
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
          <Scatter
            data={points(under)}
            shape={(drawn: object) => <Under {...drawn} />}
            isAnimationActive={false}
          />
          <Scatter
            data={points(dots)}
            shape={(drawn: object) => <Dot {...drawn} print={print} />}
            isAnimationActive={false}
          />
        </ComposedChart>
      </ResponsiveContainer>
    </div>
  );
}

interface Drawn {
  readonly cx?: number;
  readonly cy?: number;
  readonly payload?: { readonly dot: TrendDot };
}

function Dot({ cx, cy, payload, print }: Drawn & { readonly print: Props['print'] }) {
  if (cx === undefined || cy === undefined || !payload) return null;
  const { to, date, value, says, apart } = payload.dot;
  const name = `${printDay(date)}: ${print(value)}${says === '' ? '' : `, ${says}`}`;
  return (
    <Link to={to} aria-label={name} className="trend-dot">
      <title>{name}</title>
      <circle cx={cx} cy={cy} r={12} fill="transparent" />
      <circle cx={cx} cy={cy} r={4} className={apart ? 'trend-apart' : 'trend-mark'} />
    </Link>
  );
}

function Under({ cx, cy }: Drawn) {
  if (cx === undefined || cy === undefined) return <g />;
  return <rect x={cx - 3} y={cy - 3} width={6} height={6} className="trend-under" />;
}
