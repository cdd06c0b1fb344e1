import { printClock, type Stretch } from '@uphill/core';
import { useMemo } from 'react';
import {
  CartesianGrid,
  Line,
  LineChart,
  ResponsiveContainer,
  Tooltip,
  XAxis,
  YAxis,
} from 'recharts';
import { EffortEdges, type MoveEdge } from './EffortEdges.tsx';
import { thin } from './thin.ts';

interface Props {
  readonly watts: readonly (number | null)[];
  readonly bpm: readonly (number | null)[] | null;
  readonly effort: Stretch | null;
  /** Further efforts of the same test, only to be looked at. */
  readonly others?: readonly Stretch[];
  /** Leave it null for an effort that only is to be looked at. */
  readonly move: MoveEdge | null;
}

/** Points drawn at most: more than there are pixels would only cost time. */
const POINTS = 700;

const NONE: readonly Stretch[] = [];

/** A recording over time: ridden watts, the efforts among them in vermilion with edges to drag, and the pulse. */
export function RecordingChart({ watts, bpm, effort, others = NONE, move }: Props) {
  const every = Math.max(1, Math.ceil(watts.length / POINTS));
  const rows = useMemo(() => thin(watts, bpm, every), [watts, bpm, every]);
  const data = useMemo(() => {
    const shown = effort ? [effort, ...others] : others;
    return rows.map((row) => ({
      ...row,
      effort: shown.some(({ startS, endS }) => row.second + every > startS && row.second < endS)
        ? row.watts
        : null,
    }));
  }, [rows, effort, others, every]);
  const ticks = tickSeconds(watts.length);
  return (
    <div className="recording-chart">
      <ResponsiveContainer width="100%" height={300}>
        <LineChart
          data={data}
          margin={{ top: 12, right: bpm ? 4 : 16, bottom: 4, left: 0 }}
          accessibilityLayer={false}
        >
          <CartesianGrid yAxisId="watts" stroke="var(--line)" vertical={false} />
          <XAxis
            dataKey="second"
            type="number"
            domain={[0, watts.length]}
            ticks={ticks}
            tickFormatter={(second: number) => String(Math.round(second / 60))}
            stroke="var(--ink)"
            tick={{ fill: 'var(--soft)', fontSize: 13 }}
          />
          <YAxis
            yAxisId="watts"
            width={46}
            stroke="none"
            tick={{ fill: 'var(--soft)', fontSize: 13 }}
            unit=""
          />
          {bpm && (
            <YAxis
              yAxisId="bpm"
              orientation="right"
              domain={[40, 200]}
              tickCount={5}
              width={40}
              stroke="none"
              tick={{ fill: 'var(--pulse)', fontSize: 13 }}
              allowDecimals={false}
            />
          )}
          <Tooltip content={<Reading />} isAnimationActive={false} />
          <Line
            yAxisId="watts"
            dataKey="watts"
            name="watts"
            dot={false}
            stroke="var(--edge)"
            strokeWidth={1}
            isAnimationActive={false}
          />
          <Line
            yAxisId="watts"
            dataKey="effort"
            dot={false}
            stroke="var(--sheet)"
            strokeWidth={5}
            isAnimationActive={false}
            tooltipType="none"
          />
          <Line
            yAxisId="watts"
            dataKey="effort"
            name="effort"
            dot={false}
            stroke="var(--ridden)"
            strokeWidth={2}
            isAnimationActive={false}
          />
          {bpm && (
            <Line
              yAxisId="bpm"
              dataKey="bpm"
              name="bpm"
              dot={false}
              stroke="var(--pulse)"
              strokeDasharray="6 4"
              strokeWidth={1.5}
              isAnimationActive={false}
              connectNulls
            />
          )}
          {effort && <EffortEdges effort={effort} longest={watts.length} move={move} />}
        </LineChart>
      </ResponsiveContainer>
      <p className="chart-key">
        <span>
          <i className="key-line key-rest" /> watts
        </span>
        <span>
          <i className="key-line key-ridden" /> the effort
        </span>
        {bpm && (
          <span className="pulse">
            <i className="key-line key-pulse" /> bpm, right
          </span>
        )}
        <span className="soft">minutes along the foot</span>
      </p>
    </div>
  );
}

function Reading({
  active,
  payload,
}: {
  active?: boolean;
  payload?: readonly { payload?: { second: number; watts: number | null; bpm: number | null } }[];
}) {
  const row = payload?.[0]?.payload;
  if (!active || !row) return null;
  return (
    <div className="chart-tip">
      <strong>{printClock(row.second)}</strong>{' '}
      {row.watts === null ? 'no watts' : `${Math.round(row.watts)} W`}
      {row.bpm !== null && <span className="pulse"> {Math.round(row.bpm)} bpm</span>}
    </div>
  );
}

function tickSeconds(longest: number): number[] {
  const step = [300, 600, 1200, 1800, 3600].find((seconds) => longest / seconds <= 12) ?? 7200;
  return Array.from({ length: Math.floor(longest / step) + 1 }, (_, index) => index * step);
}
