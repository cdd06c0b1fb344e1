import { Line, YAxis } from 'recharts';
import { SMALL_PULSE, STILL } from './look.ts';

interface AxisProps {
  /** Beats from which the axis runs; to 200 where nothing is said. */
  readonly from?: number;
}

/** The axis of the heart rate, on the right. */
export function PulseAxis({ from = 40 }: AxisProps) {
  return (
    <YAxis
      yAxisId="bpm"
      orientation="right"
      domain={[from, 200]}
      tickCount={5}
      width={40}
      stroke="none"
      tick={SMALL_PULSE}
      allowDecimals={false}
    />
  );
}

interface LineProps {
  readonly dataKey: string;
  /** A line of before: fine dots instead of dashes. */
  readonly faint?: boolean;
}

/** The heart rate: dashed, in plum. */
export function PulseLine({ dataKey, faint = false }: LineProps) {
  return (
    <Line
      yAxisId="bpm"
      dataKey={dataKey}
      name="bpm"
      stroke="var(--pulse)"
      strokeOpacity={faint ? 0.5 : 1}
      strokeDasharray={faint ? '2 4' : '6 4'}
      strokeWidth={1.5}
      {...STILL}
      connectNulls
    />
  );
}
