import { printClock } from '../units/time.ts';
import { roundTo } from '../units/rounding.ts';
import { type Worked, worked } from '../working/worked.ts';

/** A best over one duration: seconds and watts. */
export type Best = readonly [seconds: number, watts: number];

/** Where the FTP law starts: it says nothing about shorter efforts. Source: handbook section 5, Model curve. */
const LAW_FROM_S = 300;

/**
 * The FTP law: what a rider can hold, reckoned from FTP alone.
 *
 * @param ftpW W
 * @param seconds 300 or more
 * @returns W; FTP at one hour, less beyond, more under it
 * @throws RangeError under 5:00, where it says nothing
 * Source: handbook section 5, Model curve.
 */
export function ftpLaw(ftpW: number, seconds: number): number {
  if (seconds < LAW_FROM_S) throw new RangeError('The FTP law starts at 5:00.');
  return ftpW * (seconds / 3600) ** (seconds <= 3600 ? -0.05 : -0.08);
}

/**
 * The rider's curve at one duration: the higher of what rides show and what FTP implies.
 *
 * @param seconds 1 or more
 * @param ftpW W; null without one
 * @param bests observed best efforts; a best also holds for every shorter duration
 * @returns W with its working, or null where neither says anything
 * Source: handbook section 5, Rider's curve.
 */
export function curveAt(seconds: number, ftpW: number | null, bests: readonly Best[]): Worked | null {
  const ridden = bests.filter(([held]) => held >= seconds).reduce<Best | null>((top, best) => (top === null || best[1] > top[1] ? best : top), null);
  const law = ftpW !== null && seconds >= LAW_FROM_S ? ftpLaw(ftpW, seconds) : null;
  if (ridden === null && law === null) return null;
  const lines: [string, string][] = [];
  if (ridden) lines.push([`Best ridden over ${printClock(ridden[0])}`, `${roundTo(ridden[1], 1)} W`]);
  if (law !== null) lines.push([`FTP ${ftpW} W held for ${printClock(seconds)}, assumed`, `${roundTo(law, 1)} W`]);
  return worked(Math.max(ridden?.[1] ?? 0, law ?? 0), 'W', 'Rider’s curve: the higher of the two', lines);
}
