import { printDuration, roundHalfUp } from '@uphill/core/units';
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
import { DOTTED, SMALL, STILL, WORDS } from './look.ts';
import type { CurveRow } from './curveLines.ts';

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
            tick={SMALL}
          />
          <YAxis width={46} stroke="none" tick={SMALL} />
          <Tooltip content={<Tip />} isAnimationActive={false} />
          {ftpW !== null && (
            <ReferenceLine
              y={ftpW}
              stroke="var(--ink)"
              label={{ ...WORDS, value: `FTP ${ftpW}`, position: 'right' }}
            />
          )}
          {cpW !== null && (
            <ReferenceLine
              y={cpW}
              stroke="var(--ink)"
              label={{
                ...WORDS,
                value: `CP ${roundHalfUp(cpW)}`,
                position: 'insideBottomLeft',
              }}
            />
          )}
          {hasOver && <Line dataKey="over" stroke="var(--edge)" strokeWidth={2} {...STILL} />}
          <Line dataKey="overModel" stroke="var(--edge)" {...DOTTED} strokeWidth={2} {...STILL} />
          <Line dataKey="model" stroke="var(--asked)" strokeWidth={2} {...STILL} />
          <Line
            dataKey="assumed"
            stroke="var(--asked)"
            strokeDasharray="1 6"
            strokeLinecap="round"
            strokeWidth={3}
            {...STILL}
          />
          <Line
            dataKey="best"
            stroke="var(--sheet)"
            strokeWidth={5}
            {...STILL}
            tooltipType="none"
          />
          <Line dataKey="best" stroke="var(--ridden)" strokeWidth={2} {...STILL} />
        </LineChart>
      </ResponsiveContainer>
      <Key lines={lines} names={names} windowName={windowName} />
    </div>
  );
}

function Key({ lines, names, windowName }: Pick<Props, 'lines' | 'names' | 'windowName'>) {
  return (
    <p className="chart-key">
      <span>
        <i className="key-line key-ridden" /> {names.own}, best of {windowName}
      </span>
      {lines.some(({ over }) => over !== null) && (
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
  if (seconds < 60) return `${seconds} s`;
  if (seconds < 3600) return `${seconds / 60} min`;
  return `${seconds / 3600} h`;
}
