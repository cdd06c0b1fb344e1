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
import { SMALL, STILL } from './look.ts';
import { ChartKey } from './ChartKey.tsx';
import { ChartReading } from './ChartReading.tsx';
import { PulseAxis, PulseLine } from './Pulse.tsx';
import { thin } from './thin.ts';
import { tickSeconds } from './tickSeconds.ts';

interface Props {
  readonly watts: readonly (number | null)[];
  readonly bpm: readonly (number | null)[] | null;
}

/** Points drawn at most: more than there are pixels would only cost time. */
const POINTS = 700;

/** A whole ride over time: ridden watts in vermilion with a halo, the pulse dashed in plum. */
export function RideChart({ watts, bpm }: Props) {
  const every = Math.max(1, Math.ceil(watts.length / POINTS));
  const rows = useMemo(() => thin(watts, bpm, every), [watts, bpm, every]);
  const hasPower = useMemo(() => watts.some((value) => value !== null), [watts]);
  return (
    <div className="recording-chart">
      <ResponsiveContainer width="100%" height={260}>
        <LineChart
          data={rows}
          margin={{ top: 12, right: bpm ? 4 : 16, bottom: 4, left: 0 }}
          accessibilityLayer={false}
        >
          <CartesianGrid
            {...(hasPower ? { yAxisId: 'watts' } : { yAxisId: 'bpm' })}
            stroke="var(--line)"
            vertical={false}
          />
          <XAxis
            dataKey="second"
            type="number"
            domain={[0, watts.length]}
            ticks={tickSeconds(watts.length)}
            tickFormatter={(second: number) => String(Math.round(second / 60))}
            stroke="var(--ink)"
            tick={SMALL}
          />
          {hasPower && <YAxis yAxisId="watts" width={46} stroke="none" tick={SMALL} />}
          {bpm && <PulseAxis />}
          <Tooltip content={<ChartReading />} isAnimationActive={false} />
          {hasPower && (
            <Line
              yAxisId="watts"
              dataKey="watts"
              stroke="var(--sheet)"
              strokeWidth={4}
              {...STILL}
              tooltipType="none"
            />
          )}
          {hasPower && (
            <Line
              yAxisId="watts"
              dataKey="watts"
              stroke="var(--ridden)"
              strokeWidth={1.5}
              {...STILL}
            />
          )}
          {bpm && <PulseLine dataKey="bpm" />}
        </LineChart>
      </ResponsiveContainer>
      <ChartKey ridden={hasPower ? 'watts' : null} bpm={bpm !== null} />
    </div>
  );
}
