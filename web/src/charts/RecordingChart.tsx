import type { Stretch } from '@uphill/core/testing';
import { useMemo } from 'react';
import { Line } from 'recharts';
import { ChartKey } from './ChartKey.tsx';
import { EffortEdges, type MoveEdge } from './EffortEdges.tsx';
import { STILL } from './look.ts';
import { RecordingFrame } from './RecordingFrame.tsx';
import { thin, thinness } from './thin.ts';

interface Props {
  readonly watts: readonly (number | null)[];
  readonly bpm: readonly (number | null)[] | null;
  readonly effort: Stretch | null;
  /** Further efforts of the same test, only to be looked at. */
  readonly others?: readonly Stretch[];
  /** Leave it null for an effort that only is to be looked at. */
  readonly move: MoveEdge | null;
}

const NONE: readonly Stretch[] = [];

/** A recording over time: ridden watts, the efforts among them in vermilion with edges to drag, and the pulse. */
export function RecordingChart({ watts, bpm, effort, others = NONE, move }: Props) {
  const every = thinness(watts.length);
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
  return (
    <div className="recording-chart">
      <RecordingFrame
        rows={data}
        seconds={watts.length}
        height={300}
        hasPower
        hasPulse={bpm !== null}
        over={effort && <EffortEdges effort={effort} longest={watts.length} move={move} />}
      >
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
      </RecordingFrame>
      <ChartKey rest="watts" ridden="the effort" bpm={bpm !== null} />
    </div>
  );
}
