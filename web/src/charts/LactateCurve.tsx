import type { LactateSample, MethodReading } from '@uphill/core/testing';
import {
  CartesianGrid,
  ComposedChart,
  Line,
  ReferenceLine,
  ResponsiveContainer,
  Scatter,
  XAxis,
  YAxis,
} from 'recharts';
import { SMALL, WORDS } from './look.ts';
import { PulseAxis, PulseLine } from './Pulse.tsx';

interface Props {
  readonly samples: readonly LactateSample[];
  readonly stepW: number;
  readonly lt1: MethodReading;
  readonly lt2: MethodReading;
}

/** Lactate over watts with the heart rate beside it; struck drops stay to be seen, as crosses beside the line. */
export function LactateCurve({ samples, stepW, lt1, lt2 }: Props) {
  const { rows, mids } = drops(samples, stepW);
  const [first, last] = [rows[0]?.watts ?? 0, rows.at(-1)?.watts ?? 100];
  return (
    <div className="recording-chart">
      <ResponsiveContainer width="100%" height={280}>
        <ComposedChart
          data={rows}
          margin={{ top: 20, right: 4, bottom: 4, left: 0 }}
          accessibilityLayer={false}
        >
          <CartesianGrid stroke="var(--line)" vertical={false} yAxisId="mmol" />
          <XAxis
            dataKey="watts"
            type="number"
            domain={[Math.floor((first - 10) / 10) * 10, Math.ceil((last + 10) / 10) * 10]}
            ticks={[...new Set(rows.map(({ watts }) => Math.round(watts)))]}
            stroke="var(--ink)"
            tick={SMALL}
            allowDuplicatedCategory={false}
          />
          <YAxis yAxisId="mmol" width={40} stroke="none" tick={SMALL} />
          <PulseAxis from={60} />
          <Line
            yAxisId="mmol"
            dataKey="lactate"
            stroke="var(--ridden)"
            strokeWidth={2}
            dot={{ r: 4, fill: 'var(--ridden)' }}
            isAnimationActive={false}
            connectNulls
          />
          <Scatter
            yAxisId="mmol"
            dataKey="struck"
            shape="cross"
            fill="var(--ink)"
            isAnimationActive={false}
          />
          <Scatter
            yAxisId="mmol"
            data={mids}
            dataKey="mid"
            shape="diamond"
            fill="var(--edge)"
            isAnimationActive={false}
          />
          <PulseLine dataKey="bpm" />
          {lt1.ok && (
            <ReferenceLine
              yAxisId="mmol"
              x={lt1.value.value}
              stroke="var(--ink)"
              label={{ ...WORDS, value: 'LT1', position: 'top' }}
            />
          )}
          {lt2.ok && (
            <ReferenceLine
              yAxisId="mmol"
              x={lt2.value.value}
              stroke="var(--ink)"
              label={{ ...WORDS, value: 'LT2', position: 'top' }}
            />
          )}
        </ComposedChart>
      </ResponsiveContainer>
      <Key />
    </div>
  );
}

/** The drops of blood as points: at stage ends, struck ones apart, and at mid-stage. */
function drops(samples: Props['samples'], stepW: number) {
  const rows = samples
    .filter(({ at }) => at === 'end')
    .map(({ stageW, fraction, mmol, bpm, struck }) => ({
      watts: fraction < 1 ? stageW - stepW + stepW * fraction : stageW,
      lactate: struck === null ? mmol : null,
      struck: struck === null ? null : mmol,
      bpm,
    }))
    .sort((a, b) => a.watts - b.watts);
  const mids = samples
    .filter(({ at, struck }) => at === 'mid' && struck === null)
    .map(({ stageW, mmol }) => ({ watts: stageW, mid: mmol }));
  return { rows, mids };
}

function Key() {
  return (
    <p className="chart-key">
      <span>
        <i className="key-line key-ridden" /> mmol/L at stage end
      </span>
      <span>◆ mid-stage</span>
      <span>+ struck out</span>
      <span className="pulse">
        <i className="key-line key-pulse" /> bpm, right
      </span>
      <span className="soft">watts along the foot</span>
    </p>
  );
}
