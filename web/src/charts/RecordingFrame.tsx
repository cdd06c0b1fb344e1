import type { ReactNode } from 'react';
import { CartesianGrid, LineChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { ChartReading } from './ChartReading.tsx';
import { SMALL } from './look.ts';
import { PulseAxis, PulseLine } from './Pulse.tsx';
import type { ChartRow } from './thin.ts';
import { tickSeconds } from './tickSeconds.ts';

interface Props {
  readonly rows: readonly ChartRow[];
  /** Length of the recording, s. */
  readonly seconds: number;
  readonly height: number;
  readonly hasPower: boolean;
  readonly hasPulse: boolean;
  /** What is drawn of the watts; the pulse lies over it. */
  readonly children: ReactNode;
  /** What lies over everything. */
  readonly over?: ReactNode;
}

/** A recording over time: minutes along the foot, watts on the left, the pulse on the right. */
export function RecordingFrame(props: Props) {
  const { rows, seconds, height, hasPower, hasPulse, children, over } = props;
  return (
    <ResponsiveContainer width="100%" height={height}>
      <LineChart
        data={[...rows]}
        margin={{ top: 12, right: hasPulse ? 4 : 16, bottom: 4, left: 0 }}
        accessibilityLayer={false}
      >
        <CartesianGrid yAxisId={hasPower ? 'watts' : 'bpm'} stroke="var(--line)" vertical={false} />
        <XAxis
          dataKey="second"
          type="number"
          domain={[0, seconds]}
          ticks={tickSeconds(seconds)}
          tickFormatter={(second: number) => String(Math.round(second / 60))}
          stroke="var(--ink)"
          tick={SMALL}
        />
        {hasPower && <YAxis yAxisId="watts" width={46} stroke="none" tick={SMALL} />}
        {hasPulse && <PulseAxis />}
        <Tooltip content={<ChartReading />} isAnimationActive={false} />
        {children}
        {hasPulse && <PulseLine dataKey="bpm" />}
        {over}
      </LineChart>
    </ResponsiveContainer>
  );
}
