import type { Overlay } from '@uphill/core/testing';
import { printClock } from '@uphill/core/units';
import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { SMALL, STILL } from './look.ts';
import { PulseAxis, PulseLine } from './Pulse.tsx';

/** Two tests over each other: the later one in vermilion, the earlier thin and grey, pulses dashed. */
export function OverlayChart({
  laid,
  names,
  heart,
}: {
  laid: Overlay;
  names: readonly [before: string, after: string];
  heart: boolean;
}) {
  const axis = { stroke: 'none', width: 44, tick: { fill: 'var(--soft)', fontSize: 13 } };
  return (
    <div className="recording-chart">
      <ResponsiveContainer width="100%" height={320}>
        <LineChart
          data={[...laid.points]}
          margin={{ top: 12, right: 4, bottom: 4, left: 0 }}
          accessibilityLayer={false}
        >
          <CartesianGrid stroke="var(--line)" vertical={false} yAxisId="watts" />
          <XAxis
            dataKey="second"
            type="number"
            domain={[0, 'dataMax']}
            tickFormatter={(second: number) => printClock(second)}
            stroke="var(--ink)"
            tick={SMALL}
          />
          <YAxis yAxisId="watts" {...axis} />
          {heart && <PulseAxis from={60} />}
          <Line
            yAxisId="watts"
            dataKey="beforeW"
            stroke="var(--edge)"
            strokeWidth={1.5}
            {...STILL}
          />
          <Line
            yAxisId="watts"
            dataKey="afterW"
            stroke="var(--ridden)"
            strokeWidth={2}
            {...STILL}
          />
          {heart && <PulseLine dataKey="beforeBpm" faint />}
          {heart && <PulseLine dataKey="afterBpm" />}
        </LineChart>
      </ResponsiveContainer>
      <p className="chart-key">
        <span>
          <i className="key-line key-rest" /> {names[0]}, watts
        </span>
        <span>
          <i className="key-line key-ridden" /> {names[1]}, watts
        </span>
        {heart && (
          <span className="pulse">
            <i className="key-line key-pulse" /> bpm of {names[1]}; fine dots {names[0]}
          </span>
        )}
      </p>
    </div>
  );
}
