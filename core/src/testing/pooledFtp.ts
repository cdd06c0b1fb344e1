import { differenceInCalendarDays } from 'date-fns';
import { roundHalfUp, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { type ProtocolId, protocolOf } from './protocols.ts';

/** An FTP that a test has told. */
export interface FtpEstimate {
  readonly id: string;
  readonly protocolId: ProtocolId;
  /** `yyyy-mm-dd`. */
  readonly date: string;
  /** W. */
  readonly ftpW: number;
  readonly powerSource: string;
  /** The recording it was read off; null where it was typed. */
  readonly recordingId: string | null;
}

/** An estimate with how far it can be believed today. */
export interface Pull extends FtpEstimate {
  readonly daysAgo: number;
  /** Its error today, W. */
  readonly errorW: number;
  /** Share of all the weight, 0–1. */
  readonly share: number;
}

/** FTP from every estimate there is. */
export interface PooledFtp {
  /** W, not rounded, with its working. */
  readonly ftpW: Worked;
  readonly errorW: number;
  /** The estimates that counted, the latest first. */
  readonly pulls: readonly Pull[];
  /** True where they lie further apart than their errors explain, so that the error was widened. */
  readonly apart: boolean;
}

/** Estimates older than this say nothing of today, days. Source: handbook section 4. */
const POOLED_DAYS = 180;
/** Error of one test as it is ridden, percent. Source: handbook section 4. */
const ERRORS: Partial<Record<ProtocolId, number>> = {
  ...{ 'twenty-minute': 2, 'thirty-minute': 2, 'sixty-minute': 2 },
  ...{ 'on-off-twenty': 3, 'on-off-thirty': 3, 'four-efforts': 3, 'lactate-steps': 3 },
  ...{ ramp: 4, 'five-minute': 4, 'full-stage-ramp': 5 },
};
const PERCENT_A_WEEK = 0.5;
const OTHER_SOURCE_PERCENT = 2;

/**
 * FTP from all estimates of the last 180 days, each weighted by 1 ÷ e². Where they disagree by more than their errors
 * explain, the error is widened. It stands beside the FTP in use and is never used by itself.
 *
 * @param estimates tests that were not withdrawn, in any order; what is younger than `on` is left out
 * @param on the day it is about, `yyyy-mm-dd`
 * @param powerSource today's
 * @returns FTP with its error, or null without any estimate
 * Source: handbook section 4 (FTP from everything).
 */
export function pooledFtp(
  estimates: readonly FtpEstimate[],
  on: string,
  powerSource: string,
): PooledFtp | null {
  const counted = oneOfEachRecording(estimates)
    .map((estimate) => ({ estimate, errorW: errorOf(estimate, on, powerSource) }))
    .filter((each): each is { estimate: FtpEstimate; errorW: number } => each.errorW !== null)
    .sort((a, b) => b.estimate.date.localeCompare(a.estimate.date));
  if (counted.length === 0) return null;
  const weights = counted.map(({ errorW }) => 1 / errorW ** 2);
  const weight = weights.reduce((sum, each) => sum + each, 0);
  const pooledW =
    counted.reduce((sum, { estimate }, index) => sum + estimate.ftpW * (weights[index] ?? 0), 0) /
    weight;
  const chiSquared = counted.reduce(
    (sum, { estimate, errorW }) => sum + ((estimate.ftpW - pooledW) / errorW) ** 2,
    0,
  );
  const widened = widening(chiSquared, counted.length);
  const errorW = Math.sqrt(1 / weight) * widened;
  const pulls = counted.map(({ estimate, errorW: own }, index) => ({
    ...estimate,
    daysAgo: daysAgo(estimate, on),
    errorW: own,
    share: (weights[index] ?? 0) / weight,
  }));
  return {
    errorW,
    pulls,
    apart: widened > 1,
    ftpW: worked(
      pooledW,
      'W',
      'Every estimate of 180 days, each by 1 ÷ its error²',
      [
        ...pulls.map(
          (pull) =>
            [
              `${protocolOf(pull.protocolId).name}, ${pull.daysAgo === 1 ? '1 day' : `${pull.daysAgo} days`} ago: ${pull.ftpW} ± ${roundTo(pull.errorW, 1)} W`,
              `${roundHalfUp(pull.share * 100)} % of the weight`,
            ] as const,
        ),
        ['Error of them together', `${roundTo(Math.sqrt(1 / weight), 1)} W`],
        ...(widened > 1
          ? ([
              [
                'They lie further apart than their errors explain',
                `error × ${roundTo(widened, 2)}`,
              ],
            ] as const)
          : []),
        ['FTP from everything', `${roundHalfUp(pooledW)} ± ${roundHalfUp(errorW)} W`],
      ],
      [
        ['A test’s error', '2 % paced, 3 % on/off, 4 % ramp, 5 % last stage'],
        ['A week of age', '0.5 %'],
        ['Another power source', '2 %'],
      ],
    ),
  };
}

/**
 * Which protocol, ridden today with the result that everything says, would leave the smallest error. Of several that
 * would narrow it alike, the one ridden last, else the first of the list.
 *
 * @param pooled FTP from everything so far
 * @param allowed protocols that kit, clearance and the chooser allow, the chooser's pick first
 * @param ridden the rider's tests, by protocol and date
 * @returns the protocol and the error with it, W; null where none of them tells FTP
 * Source: handbook section 4 (FTP from everything).
 */
export function narrowest(
  pooled: PooledFtp,
  allowed: readonly ProtocolId[],
  ridden: readonly { readonly protocolId: ProtocolId; readonly date: string }[],
): { readonly protocolId: ProtocolId; readonly errorW: number } | null {
  const ftpW = pooled.ftpW.value;
  const weight = pooled.pulls.reduce((sum, { errorW }) => sum + 1 / errorW ** 2, 0);
  const chiSquared = pooled.pulls.reduce(
    (sum, pull) => sum + ((pull.ftpW - ftpW) / pull.errorW) ** 2,
    0,
  );
  const tried = allowed.flatMap((protocolId) => {
    const percent = ERRORS[protocolId];
    if (percent === undefined) return [];
    const own = (percent * ftpW) / 100;
    const errorW =
      Math.sqrt(1 / (weight + 1 / own ** 2)) * widening(chiSquared, pooled.pulls.length + 1);
    return [{ protocolId, errorW }];
  });
  const least = Math.min(...tried.map(({ errorW }) => errorW));
  const alike = tried.filter(({ errorW }) => errorW - least < 1e-9);
  const last = ridden
    .filter(({ protocolId }) => alike.some((each) => each.protocolId === protocolId))
    .reduce<(typeof ridden)[number] | null>(
      (latest, each) => (latest === null || each.date > latest.date ? each : latest),
      null,
    );
  return alike.find(({ protocolId }) => protocolId === last?.protocolId) ?? alike[0] ?? null;
}

/** Of the two readings of one recording the best minute counts. Source: handbook section 4. */
function oneOfEachRecording(estimates: readonly FtpEstimate[]): FtpEstimate[] {
  const rank = ({ protocolId }: FtpEstimate): number => (protocolId === 'full-stage-ramp' ? 1 : 0);
  return estimates.filter(
    (one, index) =>
      one.recordingId === null ||
      !estimates.some(
        (other, at) =>
          at !== index &&
          other.recordingId === one.recordingId &&
          (rank(other) < rank(one) || (rank(other) === rank(one) && at < index)),
      ),
  );
}

/** Error of an estimate on a day, W; null where it does not count. */
function errorOf(estimate: FtpEstimate, on: string, today: string): number | null {
  const { protocolId, ftpW, powerSource } = estimate;
  const days = daysAgo(estimate, on);
  const ridden = ERRORS[protocolId];
  if (ridden === undefined || days < 0 || days > POOLED_DAYS) return null;
  const aged = (PERCENT_A_WEEK * days) / 7;
  const source = powerSource === today ? 0 : OTHER_SOURCE_PERCENT;
  return (Math.hypot(ridden, aged, source) * ftpW) / 100;
}

/** How much wider the error is than each estimate's own error says; with one estimate not at all. */
function widening(chiSquared: number, many: number): number {
  return many < 2 ? 1 : Math.sqrt(Math.max(1, chiSquared / (many - 1)));
}

function daysAgo({ date }: FtpEstimate, on: string): number {
  return differenceInCalendarDays(on, date);
}
