import { useMemo } from 'react';
import { Line } from 'recharts';
import { ChartKey } from './ChartKey.tsx';
import { STILL } from './look.ts';
import { RecordingFrame } from './RecordingFrame.tsx';
import { thin, thinness } from './thin.ts';

interface Props {
  readonly watts: readonly (number | null)[];
  readonly bpm: readonly (number | null)[] | null;
}

/** A whole ride over time: ridden watts in vermilion with a halo, the pulse dashed in plum. */
export function RideChart({ watts, bpm }: Props) {
  const rows = useMemo(() => thin(watts, bpm, thinness(watts.length)), [watts, bpm]);
  const hasPower = useMemo(() => watts.some((value) => value !== null), [watts]);
  return (
    <div className="recording-chart">
      <RecordingFrame
        rows={rows}
        seconds={watts.length}
        height={260}
        hasPower={hasPower}
        hasPulse={bpm !== null}
      >
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
      </RecordingFrame>
      <ChartKey ridden={hasPower ? 'watts' : null} bpm={bpm !== null} />
    </div>
  );
}
