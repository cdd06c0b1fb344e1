import {
  printClock,
  printSigned,
  type Refused,
  type Understood,
  refused,
  roundHalfUp,
  roundTo,
  understood,
} from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';

/** A maximal effort that the two-parameter model may use. */
export interface CpPoint {
  readonly seconds: number;
  readonly watts: number;
}

/** How one point lies to the fitted line. */
export interface Residual extends CpPoint {
  readonly modelW: number;
  /** Ridden − model, W. */
  readonly offW: number;
  readonly doubtful: boolean;
}

/** Critical power and the work above it, with how sure they are. */
export interface CpFit {
  readonly cpW: number;
  readonly wPrimeJ: number;
  /** Standard errors; null with two points, from which none can be computed. */
  readonly cpErrorW: number | null;
  readonly wPrimeErrorJ: number | null;
  readonly residuals: readonly Residual[];
  /** Why it is to be doubted, in sentences; empty where nothing speaks against it. */
  readonly doubts: readonly string[];
}

const SHORTEST_S = 120;
const LONGEST_S = 1200;
const DOUBTFUL_RESIDUAL = 0.02;
const USUAL_W_PRIME_J = { low: 5000, high: 35_000 } as const;

/**
 * Fits critical power: least squares of work on time, work = W′ + CP × t.
 *
 * @param points maximal efforts of 120–1200 s, one each, of one power source, within 90 days; s and W
 * @param twentyMinuteW a maximal 20:00 best, W, above which CP cannot lie; null where there is none
 * @returns the fit with its working; refused with fewer than two points, a longest under twice the shortest, W′ at
 *   or below 0, or CP above the 20:00 best
 * Source: handbook section 5 (CP, W′).
 */
export function fitCriticalPower(
  points: readonly CpPoint[],
  twentyMinuteW: number | null,
): Understood<Worked<CpFit>> | Refused {
  const reason = reasonAgainst(points);
  if (reason !== null) return refused(reason);
  const {
    slope: cpW,
    intercept: wPrimeJ,
    slopeError,
    interceptError,
  } = leastSquares(points.map(({ seconds, watts }) => [seconds, watts * seconds]));
  if (wPrimeJ <= 0)
    return refused(
      `These efforts give a W′ of ${String(roundTo(wPrimeJ / 1000, 1)).replace('-', '−')} kJ, which is impossible: the longer one was ridden at more watts than the model allows. Was one not maximal?`,
    );
  if (twentyMinuteW !== null && cpW > twentyMinuteW) {
    return refused(
      `CP would be ${roundHalfUp(cpW)} W, above the best 20:00 of ${roundHalfUp(twentyMinuteW)} W. One of the efforts was not maximal.`,
    );
  }
  const residuals = points.map(({ seconds, watts }): Residual => {
    const modelW = cpW + wPrimeJ / seconds;
    return {
      seconds,
      watts,
      modelW,
      offW: watts - modelW,
      doubtful: Math.abs(watts - modelW) > DOUBTFUL_RESIDUAL * modelW,
    };
  });
  const fit: CpFit = {
    cpW,
    wPrimeJ,
    cpErrorW: slopeError,
    wPrimeErrorJ: interceptError,
    residuals,
    doubts: doubtsOn(residuals, wPrimeJ),
  };
  const lines: [string, string][] = points.map(({ seconds, watts }) => [
    `${printClock(seconds)} at ${roundTo(watts, 1)} W`,
    `${roundTo((watts * seconds) / 1000, 1)} kJ`,
  ]);
  lines.push([
    'Least squares of work on time: CP',
    withError(roundTo(cpW, 1), slopeError === null ? null : roundTo(slopeError, 1), 'W'),
  ]);
  lines.push([
    'W′',
    withError(
      roundTo(wPrimeJ / 1000, 1),
      interceptError === null ? null : roundTo(interceptError / 1000, 1),
      'kJ',
    ),
  ]);
  for (const { seconds, offW } of residuals)
    lines.push([`${printClock(seconds)}: ridden − model`, `${printSigned(offW, 1)} W`]);
  if (slopeError === null) lines.push(['Two points', 'no error can be computed']);
  return understood(
    worked(fit, '', 'CP and W′ from maximal efforts', lines, [['Efforts counted', '2:00–20:00']]),
  );
}

function reasonAgainst(points: readonly CpPoint[]): string | null {
  const outside = points.find(({ seconds }) => seconds < SHORTEST_S || seconds > LONGEST_S);
  if (outside)
    return `An effort of ${printClock(outside.seconds)} cannot be used for CP: it has to last 2:00 to 20:00.`;
  const lengths = points.map(({ seconds }) => seconds);
  if (new Set(lengths).size < 2) return 'CP needs maximal efforts of at least two lengths.';
  if (Math.max(...lengths) < 2 * Math.min(...lengths))
    return 'The longest effort has to be at least twice the shortest.';
  return null;
}

function doubtsOn(residuals: readonly Residual[], wPrimeJ: number): string[] {
  const doubts = residuals
    .filter(({ doubtful }) => doubtful)
    .map(
      ({ seconds, offW, modelW }) =>
        `The ${printClock(seconds)} lies ${roundTo(Math.abs(offW / modelW) * 100, 1)} % ${offW < 0 ? 'under' : 'over'} the model.`,
    );
  if (wPrimeJ < USUAL_W_PRIME_J.low || wPrimeJ > USUAL_W_PRIME_J.high)
    doubts.push(`W′ of ${roundTo(wPrimeJ / 1000, 1)} kJ lies outside 5–35 kJ.`);
  if (residuals.length === 2) doubts.push('Two points: no error can be computed.');
  return doubts;
}

function withError(value: number, error: number | null, unit: string): string {
  return error === null ? `${value} ${unit}` : `${value} ± ${error} ${unit}`;
}

function leastSquares(points: readonly (readonly [x: number, y: number])[]) {
  const n = points.length;
  const meanX = points.reduce((sum, [x]) => sum + x, 0) / n;
  const meanY = points.reduce((sum, [, y]) => sum + y, 0) / n;
  const spread = points.reduce((sum, [x]) => sum + (x - meanX) ** 2, 0);
  const slope = points.reduce((sum, [x, y]) => sum + (x - meanX) * (y - meanY), 0) / spread;
  const intercept = meanY - slope * meanX;
  if (n < 3) return { slope, intercept, slopeError: null, interceptError: null };
  const variance =
    points.reduce((sum, [x, y]) => sum + (y - intercept - slope * x) ** 2, 0) / (n - 2);
  return {
    slope,
    intercept,
    slopeError: Math.sqrt(variance / spread),
    interceptError: Math.sqrt(variance * (1 / n + meanX ** 2 / spread)),
  };
}

/** CP and W′ from the 1:00 and 5:00 alone. It interpolates reps of 1:00–5:00 and nothing else. */
export interface Pair {
  readonly cpW: number;
  readonly wPrimeJ: number;
  readonly best60W: number;
  readonly best300W: number;
  /** True where the 5:00 lies in a ramp, whose last five minutes rise: a true 5:00 is likely higher. */
  readonly fiveInRamp?: boolean | undefined;
}

/**
 * CP and W′ from the best 1:00 and 5:00: CP = (300·P5 − 60·P1) ÷ 240, W′ = 60·(P1 − CP). Its CP runs high.
 *
 * @param best60W best minute, W
 * @param best300W best five minutes, W; under the minute
 * @returns the pair with its working, or why there is none
 * Source: handbook section 5.
 */
export function pairFromBests(
  best60W: number,
  best300W: number,
): Understood<Worked<Pair>> | Refused {
  if (!(best60W > best300W))
    return refused(
      `The 1:00 (${roundHalfUp(best60W)} W) has to be above the 5:00 (${roundHalfUp(best300W)} W).`,
    );
  const cpW = (300 * best300W - 60 * best60W) / 240;
  const wPrimeJ = 60 * (best60W - cpW);
  return understood(
    worked({ cpW, wPrimeJ, best60W, best300W }, '', 'CP and W′ from 1:00 and 5:00 alone', [
      ['Best 1:00', `${roundTo(best60W, 1)} W`],
      ['Best 5:00', `${roundTo(best300W, 1)} W`],
      ['CP = (300 × P5 − 60 × P1) ÷ 240', `${roundTo(cpW, 1)} W`],
      ['W′ = 60 × (P1 − CP)', `${roundTo(wPrimeJ / 1000, 1)} kJ`],
      ['Holds for', 'reps of 1:00–5:00; its CP runs high'],
    ]),
  );
}
