import Papa from 'papaparse';
import type { RecordedSecond } from '../power/index.ts';

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
  const withSpeed = seconds.some(({ metresPerSecond }) => metresPerSecond !== undefined);
  const rows = seconds.map(({ watts, bpm, rpm, metresPerSecond }, index) => [
    new Date(start + index * 1000).toISOString().slice(0, 19),
    withPower ? watts : '',
    bpm,
    rpm,
    ...(withSpeed ? [metresPerSecond ?? ''] : []),
  ]);
  const fields = ['timestamp', 'power', 'heart_rate', 'cadence', ...(withSpeed ? ['speed'] : [])];
  return `${Papa.unparse({ fields, data: rows }, { newline: '\n', escapeFormulae: true })}\n`;
}
