import { percentOf, roundHalfUp, roundTo } from '../units/rounding.ts';
import { type Worked, worked } from '../working/worked.ts';
import type { BandRule, Scheme } from './schemes.ts';

/** A band with this rider's own limits, both inclusive, in W or bpm. */
export interface Band {
  readonly rule: BandRule;
  readonly low: number;
  /** null where the band is open above. */
  readonly high: number | null;
}

/**
 * Lays a scheme over a rider's anchor. Limits belong to the band below; the next band starts one above, so every
 * whole watt (or beat) lies in exactly one band.
 *
 * @param scheme bands with rising limits in percent of the anchor
 * @param anchor FTP in whole W (40–600), or threshold heart rate in bpm
 * @returns one band per rule, lowest first
 * Source: handbook section 6.
 */
export function bandsFor(scheme: Scheme, anchor: number): Band[] {
  let low = 0;
  return scheme.bands.map((rule) => {
    const high = rule.toPercent === null ? null : percentOf(rule.toPercent, anchor);
    const band = { rule, low, high };
    low = (high ?? low) + 1;
    return band;
  });
}

/**
 * Finds the band that a second of riding belongs to.
 *
 * @param bands as `bandsFor` returns them
 * @param value watts or beats; rounded half up before it is classified
 * @returns the band; a negative value counts as the lowest
 * Source: handbook section 6 ("Seconds are classified by watts rounded half up").
 */
export function bandOf(bands: readonly Band[], value: number): Band {
  const whole = roundHalfUp(value);
  const found = bands.find((band) => band.high === null || whole <= band.high);
  if (!found) throw new RangeError('A scheme needs a last band that is open above.');
  return found;
}

/**
 * The working of one band's limits for a rider.
 *
 * @param scheme the scheme the band is from
 * @param band the band
 * @param anchor FTP in W or threshold heart rate in bpm
 * @returns the limits as text ("236–275"), with the arithmetic
 * Source: handbook section 6.
 */
export function bandWorking(scheme: Scheme, band: Band, anchor: number): Worked<string> {
  const unit = scheme.anchor === 'ftp' ? 'W' : 'bpm';
  const anchorName = scheme.anchor === 'ftp' ? 'FTP' : 'Threshold heart rate';
  const below = scheme.bands[band.rule.number - 2];
  const lines: [string, string][] = [[anchorName, `${anchor} ${unit}`]];
  if (below?.toPercent != null) {
    lines.push([`${below.toPercent} % of ${anchor}, top of ${below.name}`, `${roundTo((below.toPercent * anchor) / 100, 2)} → ${band.low - 1} ${unit}`]);
    lines.push(['Starts one above', `${band.low} ${unit}`]);
  }
  if (band.rule.toPercent !== null) {
    lines.push([`${band.rule.toPercent} % of ${anchor}`, `${roundTo((band.rule.toPercent * anchor) / 100, 2)} → ${band.high ?? ''} ${unit}`]);
  }
  return worked(printBand(band), unit, `${scheme.name}: ${band.rule.name}`, lines, [
    ['Scheme', scheme.name],
    ['Rounding', 'half up'],
  ]);
}

/**
 * Prints a band's limits: `≤ 144`, `145–197`, `over 393`.
 *
 * @param band the band
 * @returns the text, without unit
 */
export function printBand(band: Band): string {
  if (band.high === null) return `over ${band.low - 1}`;
  return band.low === 0 ? `≤ ${band.high}` : `${band.low}–${band.high}`;
}
