import { writeCsv } from '../units/index.ts';
import type { RecordedSecond } from '../power/index.ts';
import { roundTo } from '../units/index.ts';

/** Columns that are written where anything is known: what stands over them, and decimals. */
const MORE = [
  ['speed', 'metresPerSecond', 3],
  ['latitude', 'latitude', 6],
  ['longitude', 'longitude', 6],
  ['temperature', 'celsius', 1],
] as const;

/**
 * Writes a ride as CSV with a header row, one row a second, in the columns that `parseCsvRecording` reads.
 *
 * @param seconds every second ridden
 * @param startedAt local date and time, `yyyy-mm-ddThh:mm:ss`
 * @param withPower false for a rider without a power meter: the column stays empty
 * @returns the file as text
 */
export function writeCsvRecording(
  seconds: readonly RecordedSecond[],
  startedAt: string,
  withPower = true,
): string {
  const start = Date.parse(`${startedAt}Z`);
  const more = MORE.filter(([, name]) => seconds.some((second) => second[name] !== undefined));
  const rows = seconds.map((second, index) => [
    new Date(start + index * 1000).toISOString().slice(0, 19),
    withPower ? second.watts : '',
    second.bpm,
    second.rpm,
    ...more.map(([, name, digits]) => {
      const value = second[name];
      return value === undefined ? '' : roundTo(value, digits);
    }),
  ]);
  const fields = ['timestamp', 'power', 'heart_rate', 'cadence', ...more.map(([head]) => head)];
  return writeCsv({ fields, data: rows });
}
