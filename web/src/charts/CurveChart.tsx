import { printDuration, roundHalfUp } from '@uphill/core';
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceLine,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import type { CurveRow } from '../features/zones/curve/curveLines.ts';

interface Props {
  readonly lines: readonly CurveRow[];
  readonly names: { readonly own: string; readonly over: string };
  readonly ftpW: number | null;
  readonly cpW: number | null;
  readonly windowName: string;
}

const TICKS = [1, 5, 15, 60, 300, 1200, 3600, 10_800];

/** Best watts over a logarithm of time: ridden in vermilion, the model in pine, what is only assumed as round dots. */
export function CurveChart({ lines, names, ftpW, cpW, windowName }: Props) {
  const hasOver = lines.some(({ over }) => over !== null);
  return (
    <div className="recording-chart">
      <ResponsiveContainer width="100%" height={380}>
        <LineChart
          data={[...lines]}
          margin={{ top: 12, right: 56, bottom: 4, left: 0 }}
          accessibilityLayer={false}
        >
          <CartesianGrid stroke="var(--line)" />
          <XAxis
            dataKey="seconds"
            type="number"
            scale="log"
            domain={[1, 'dataMax']}
            ticks={TICKS}
            tickFormatter={(seconds: number) => shortDuration(seconds)}
            stroke="var(--ink)"
            tick={{ fill: 'var(--soft)', fontSize: 13 }}
          />
          <YAxis width={46} stroke="none" tick={{ fill: 'var(--soft)', fontSize: 13 }} />
          <Tooltip content={<Tip />} isAnimationActive={false} />
          {ftpW !== null && (
            <ReferenceLine
              y={ftpW}
              stroke="var(--ink)"
              label={{ value: `FTP ${ftpW}`, position: 'right', fill: 'var(--ink)', fontSize: 13 }}
            />
          )}
          {cpW !== null && (
            <ReferenceLine
              y={cpW}
              stroke="var(--ink)"
              label={{
                value: `CP ${roundHalfUp(cpW)}`,
                position: 'insideBottomLeft',
                fill: 'var(--ink)',
                fontSize: 13,
              }}
            />
          )}
          {hasOver && (
            <Line
              dataKey="over"
              stroke="var(--edge)"
              strokeWidth={2}
              dot={false}
              isAnimationActive={false}
            />
          )}
          <Line
            dataKey="overModel"
            stroke="var(--edge)"
            strokeDasharray="1 5"
            strokeLinecap="round"
            strokeWidth={2}
            dot={false}
            isAnimationActive={false}
          />
          <Line
            dataKey="model"
            stroke="var(--asked)"
            strokeWidth={2}
            dot={false}
            isAnimationActive={false}
          />
          <Line
            dataKey="assumed"
            stroke="var(--asked)"
            strokeDasharray="1 6"
            strokeLinecap="round"
            strokeWidth={3}
            dot={false}
            isAnimationActive={false}
          />
          <Line
            dataKey="best"
            stroke="var(--sheet)"
            strokeWidth={5}
            dot={false}
            isAnimationActive={false}
            tooltipType="none"
          />
          <Line
            dataKey="best"
            stroke="var(--ridden)"
            strokeWidth={2}
            dot={false}
            isAnimationActive={false}
          />
        </LineChart>
      </ResponsiveContainer>
      <p className="chart-key">
        <span>
          <i className="key-line key-ridden" /> {names.own}, best of {windowName}
        </span>
        {hasOver && (
          <span>
            <i className="key-line key-over" /> {names.over}
          </span>
        )}
        <span>
          <i className="key-line key-model" /> the model
        </span>
        <span>
          <i className="key-line key-assumed" /> assumed, from FTP alone
        </span>
        {lines.some(({ overModel }) => overModel !== null) && (
          <span>
            <i className="key-line key-over-model" /> the model of {names.over}
          </span>
        )}
      </p>
    </div>
  );
}

function Tip({
  active,
  payload,
}: {
  active?: boolean;
  payload?: readonly { payload?: CurveRow }[];
}) {
  const row = payload?.[0]?.payload;
  if (!active || !row) return null;
  return (
    <div className="chart-tip">
      <strong>{printDuration(row.seconds)}</strong>{' '}
      {row.best === null ? 'no ride this long' : `${roundHalfUp(row.best)} W`}
      {row.over !== null && <span className="soft"> · {roundHalfUp(row.over)} W</span>}
    </div>
  );
}

function shortDuration(seconds: number): string {
  return seconds < 60
    ? `${seconds} s`
    : seconds < 3600
      ? `${seconds / 60} min`
      : `${seconds / 3600} h`;
}
