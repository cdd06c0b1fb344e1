import { printClock } from '@uphill/core/units';

/** What a recording reads where it is pointed at. */
export function ChartReading({
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
