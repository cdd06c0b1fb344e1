import { printDuration, roundHalfUp, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { type Best, ftpLaw, observedAt } from './curve.ts';

/** A duration that says something of a rider, and what share of FTP is common there. */
export interface StrengthPoint {
  readonly name: 'sprint' | 'minute' | 'five minutes' | 'hour';
  readonly seconds: number;
  /** Share of FTP that riders commonly hold, low and high; decides "strong" and "weak". */
  readonly common: readonly [low: number, high: number];
}

/**
 * Four durations. The hour is FTP itself by definition; five minutes is what the five-minute test and the FTP law
 * imply (1 ÷ 0.85 and the law at 5:00); the others follow the limits of Seven steps: a minute is Anaerobic work at
 * its top and above, a sprint well beyond it.
 */
const STRENGTH_POINTS: readonly StrengthPoint[] = [
  { name: 'sprint', seconds: 5, common: [2.6, 3.8] },
  { name: 'minute', seconds: 60, common: [1.5, 1.9] },
  { name: 'five minutes', seconds: 300, common: [ftpLaw(1, 300), 1 / 0.85 + 0.05] },
  { name: 'hour', seconds: 3600, common: [0.95, 1.05] },
];

/** How a rider stands at one of the durations. */
export interface Strength {
  readonly point: StrengthPoint;
  readonly watts: Worked;
  /** Share of the rider's own FTP; null without one. */
  readonly ofFtp: number | null;
  readonly stands: 'strong' | 'usual' | 'weak' | null;
  /** Change against the same window a season earlier, as a share; null where that season shows nothing. */
  readonly sinceLastSeason: number | null;
  readonly says: string;
}

/**
 * A plain statement of a rider's strengths from what rides show: sprint, minute, five minutes and hour, against the
 * rider's own FTP and against the season before.
 *
 * @param bests observed bests of the window
 * @param earlier observed bests of the season before; empty where there is none
 * @param ftpW FTP in use, W; null without one
 * @returns one entry a duration that rides show
 * Source: handbook section 5 (Rider's curve); the spans are ours, see docs/decisions.
 */
export function strengthsOf(
  bests: readonly Best[],
  earlier: readonly Best[],
  ftpW: number | null,
): Strength[] {
  return STRENGTH_POINTS.flatMap((point) => {
    const best = observedAt(point.seconds, bests);
    if (!best) return [];
    const before = observedAt(point.seconds, earlier);
    const ofFtp = ftpW === null ? null : best[1] / ftpW;
    let stands: 'strong' | 'weak' | 'usual' | null;
    if (ofFtp === null) stands = null;
    else if (ofFtp > point.common[1]) stands = 'strong';
    else if (ofFtp < point.common[0]) stands = 'weak';
    else stands = 'usual';
    const sinceLastSeason = before ? best[1] / before[1] - 1 : null;
    const lines: [string, string][] = [
      [`Best ridden over ${printDuration(best[0])}`, `${roundTo(best[1], 1)} W`],
    ];
    if (ofFtp !== null)
      lines.push(
        [`÷ FTP ${ftpW ?? ''} W`, `${roundHalfUp(ofFtp * 100)} %`],
        ['Common', `${roundHalfUp(point.common[0] * 100)}–${roundHalfUp(point.common[1] * 100)} %`],
      );
    if (before) lines.push(['The season before', `${roundTo(before[1], 1)} W`]);
    return [
      {
        point,
        watts: worked(best[1], 'W', `Strength: ${point.name}`, lines),
        ofFtp,
        stands,
        sinceLastSeason,
        says: sentence(point, ofFtp, stands, sinceLastSeason),
      },
    ];
  });
}

function sentence(
  point: StrengthPoint,
  ofFtp: number | null,
  stands: Strength['stands'],
  change: number | null,
): string {
  const parts: string[] = [];
  if (ofFtp !== null && stands !== null) {
    // Few rides hold an all-out hour, so a low one says nothing of the rider.
    const low = point.name === 'hour' ? 'no ride of a full hour' : 'weak for this FTP';
    const words = { weak: low, strong: 'strong for this FTP', usual: 'usual' };
    parts.push(`${roundHalfUp(ofFtp * 100)} % of FTP, ${words[stands]}`);
  }
  if (change !== null) {
    const percent = roundTo(Math.abs(change) * 100, 1);
    parts.push(
      percent < 1
        ? 'as last season'
        : `${percent} % ${change > 0 ? 'up on' : 'down on'} last season`,
    );
  }
  return parts.join('; ');
}
