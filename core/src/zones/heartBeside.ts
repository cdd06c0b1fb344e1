import { percentOf, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { type Band, printBand } from './bands.ts';
import { FIVE_BY_THRESHOLD_HR, type Scheme, SEVEN_STEPS } from './schemes.ts';

/** Efforts shorter than this get no heart rate: it lags too far behind. Source: handbook section 6. */
export const TOO_SHORT_FOR_HEART_S = 120;

/** Which share of threshold heart rate goes with which share of FTP: the limits that both common schemes share. */
const PAIRS: readonly (readonly [ftpPercent: number, heartPercent: number])[] = SEVEN_STEPS.bands
  .slice(0, 4)
  .map(
    (band, index) =>
      [band.toPercent ?? 0, FIVE_BY_THRESHOLD_HR.bands[index]?.toPercent ?? 0] as const,
  );

/**
 * The heart rate that goes with a band of watts: its limits carried over from share of FTP to share of threshold
 * heart rate, linear between the limits that Seven steps and Five by threshold heart rate have in common.
 *
 * @param scheme the scheme the band is from, in watts
 * @param band the band
 * @param ftpW FTP, W
 * @param thresholdBpm threshold heart rate, bpm
 * @returns the beats as text with the working; null where the band is held for less than two minutes
 * Source: handbook section 6.
 */
export function heartBeside(
  scheme: Scheme,
  band: Band,
  ftpW: number,
  thresholdBpm: number,
): Worked<string> | null {
  if (band.rule.heldSeconds < TOO_SHORT_FOR_HEART_S) return null;
  const { topPercent, footPercent } = ftpPercents(scheme, band, ftpW);
  const top = topPercent === null ? null : limit(topPercent);
  const foot = footPercent === 0 ? null : limit(footPercent);
  const high = top === null ? null : percentOf(top, thresholdBpm);
  const low =
    footPercent === 0
      ? 0
      : percentOf(foot ?? TOP_HEART_PERCENT, thresholdBpm) + (scheme.overlaps ? 0 : 1);
  const lines: [string, string][] = [['Threshold heart rate', `${thresholdBpm} bpm`]];
  if (foot !== null)
    lines.push([
      `${roundTo(footPercent, 1)} % of FTP goes with ${roundTo(foot, 1)} % of it`,
      `${percentOf(foot, thresholdBpm)} bpm`,
    ]);
  if (top !== null && topPercent !== null)
    lines.push([
      `${roundTo(topPercent, 1)} % of FTP goes with ${roundTo(top, 1)} % of it`,
      `${high ?? ''} bpm`,
    ]);
  return worked(
    printBand({ low, high }),
    'bpm',
    'Heart rate beside watts, read with the note, never alone',
    lines,
  );
}

/** A band's limits as shares of FTP: as the scheme has them, or from the watts where it hangs on lactate. */
function ftpPercents(
  scheme: Scheme,
  band: Band,
  ftpW: number,
): { topPercent: number | null; footPercent: number } {
  if (scheme.anchor === 'ftp') {
    const below = scheme.bands[band.rule.number - 2]?.toPercent ?? 0;
    return {
      topPercent: band.rule.toPercent,
      footPercent: scheme.overlaps ? (band.rule.fromPercent ?? 0) : below,
    };
  }
  return {
    topPercent: band.high === null ? null : (band.high / ftpW) * 100,
    footPercent: band.low === 0 ? 0 : ((band.low - 1) / ftpW) * 100,
  };
}

/** Above the last common limit the heart is at its top, whatever the watts. */
const TOP_HEART_PERCENT = FIVE_BY_THRESHOLD_HR.bands[3]?.toPercent ?? 100;

/** Share of threshold heart rate for a share of FTP; null above the last pair, where none can be told. */
function limit(ftpPercent: number): number | null {
  const [firstFtp, firstHeart] = PAIRS[0] as readonly [number, number];
  if (ftpPercent <= firstFtp)
    return Math.max(LOWEST_HEART_PERCENT, (firstHeart * ftpPercent) / firstFtp);
  for (let index = 1; index < PAIRS.length; index += 1) {
    const [fromFtp, fromHeart] = PAIRS[index - 1] as readonly [number, number];
    const [toFtp, toHeart] = PAIRS[index] as readonly [number, number];
    if (ftpPercent <= toFtp)
      return fromHeart + ((ftpPercent - fromFtp) / (toFtp - fromFtp)) * (toHeart - fromHeart);
  }
  return null;
}

/** However easy the ride, the heart beats at about this share of its threshold rate. */
const LOWEST_HEART_PERCENT = 60;
