import type { Stretch } from '@uphill/core/testing';
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
import { EffortEdges, type MoveEdge } from './EffortEdges.tsx';
import { PulseAxis, PulseLine } from './Pulse.tsx';
import { thin } from './thin.ts';
import { tickSeconds } from './tickSeconds.ts';

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
            tick={SMALL}
          />
          <YAxis yAxisId="watts" width={46} stroke="none" tick={SMALL} unit="" />
          {bpm && <PulseAxis />}
          <Tooltip content={<ChartReading />} isAnimationActive={false} />
          <Line
            yAxisId="watts"
            dataKey="watts"
            name="watts"
            stroke="var(--edge)"
            strokeWidth={1}
            {...STILL}
          />
          <Line
            yAxisId="watts"
            dataKey="effort"
            stroke="var(--sheet)"
            strokeWidth={5}
            {...STILL}
            tooltipType="none"
          />
          <Line
            yAxisId="watts"
            dataKey="effort"
            name="effort"
            stroke="var(--ridden)"
            strokeWidth={2}
            {...STILL}
          />
          {bpm && <PulseLine dataKey="bpm" />}
          {effort && <EffortEdges effort={effort} longest={watts.length} move={move} />}
        </LineChart>
      </ResponsiveContainer>
      <ChartKey rest="watts" ridden="the effort" bpm={bpm !== null} />
    </div>
  );
}
