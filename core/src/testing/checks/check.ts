import { printSigned } from '../../units/index.ts';
import type { CheckId } from './checks.ts';
import type { TestDetails } from '../details.ts';
import type { Efforts } from '../efforts.ts';
import type { Setup } from '../preparation.ts';
import type { Protocol } from '../protocols.ts';
import type { Stretch } from '../recordingReading.ts';

/** How a check came out. "unknown" where what it needs was not recorded. */
export type Verdict = 'held' | 'doubtful' | 'failed' | 'unknown';

/** What a change against the last test is worth: real, within the noise, or perhaps more than it. */
export type Moved = 'up' | 'down' | 'perhaps' | 'unknown';

/** One check of a test: its own figure, the limit it is held against, and what follows. */
export interface Check {
  readonly id: CheckId;
  readonly name: string;
  readonly figure: string;
  readonly limit: string;
  readonly verdict: Verdict;
  readonly says: string;
  /** Of the check of a change alone. */
  readonly moved?: Moved | undefined;
}

/** An earlier result, for comparison. */
export interface EarlierTest {
  readonly protocolId: string;
  readonly date: string;
  readonly ftpW: number | null;
  readonly powerSource: string;
  readonly setup?: Setup | null;
  /** Mean cadence of its effort, rpm; null or left out where it was not recorded. */
  readonly meanRpm?: number | null;
}

/**
 * A stored test as the checks of a later one look at it.
 *
 * @param test protocol, day, FTP in W or null, power source and preparation
 * @param meanRpm mean cadence of its effort, rpm; null where it is not known
 * @returns what is compared
 * Source: handbook section 4, Believing a test.
 */
export function earlierTest(
  test: {
    readonly protocol: string;
    readonly date: string;
    readonly measuredW: number | null;
    readonly powerSource: string;
    readonly setup: Setup | null;
  },
  meanRpm: number | null,
): EarlierTest {
  const { protocol: protocolId, date, measuredW: ftpW, powerSource, setup } = test;
  return { protocolId, date, ftpW, powerSource, setup, meanRpm };
}

/**
 * The latest of some tests; of two on the same day the later in the list.
 *
 * @param tests in any order
 * @returns it, or nothing where there is none
 */
export function latest(tests: readonly EarlierTest[]): EarlierTest | undefined {
  return [...tests].sort((a, b) => a.date.localeCompare(b.date)).at(-1);
}

/** Everything the checks may look at. */
export interface TestEvidence {
  readonly protocol: Protocol;
  readonly date: string;
  readonly ftpW: number | null;
  readonly expectedFtpW: number | null;
  readonly powerSource: string;
  readonly maximalBpm: number | null;
  readonly retestWeeks?: number;
  readonly earlier: readonly EarlierTest[];
  readonly setup?: Setup | null;
  readonly details?: TestDetails | null;
  /** False where medication or a condition rules heart-rate verdicts out (handbook section 11). */
  readonly heartRateUsable?: boolean;
  /** Hard rides within the 48 hours before, in words ("18 min above Endurance on Tue 3 Nov"); leave out where rides are not known. */
  readonly hardBefore?: readonly string[];
  /** The effort on its recording; leave out for a test entered by hand. */
  readonly recording?: {
    readonly watts: Float64Array;
    readonly bpm: readonly (number | null)[] | null;
    readonly rpm: readonly (number | null)[] | null;
    readonly effort: Stretch;
    readonly efforts?: Efforts;
  };
}

/** A check by its id: what it says of the evidence, or null where it does not apply. */
export type Checker = (evidence: TestEvidence) => Check | null;

/**
 * Puts one check together.
 *
 * @param id which check
 * @param name its heading
 * @param figure this test's own figure
 * @param limit what it is held against
 * @param verdict how it came out
 * @param says what follows, one sentence
 * @returns the check
 */
export function check(
  id: CheckId,
  name: string,
  figure: string,
  limit: string,
  verdict: Verdict,
  says: string,
): Check {
  return { id, name, figure, limit, verdict, says };
}

/**
 * A share with its sign, in percent to a tenth.
 *
 * @param share 0.054 is +5.4 %
 * @returns the text
 */
export function signed(share: number): string {
  return `${printSigned(share * 100, 1)} %`;
}

/**
 * The seconds of the effort that is looked at.
 *
 * @param recording the recording and its effort
 * @returns watts of the effort
 */
export function effortWatts({
  watts,
  effort,
}: NonNullable<TestEvidence['recording']>): Float64Array {
  return watts.subarray(effort.startS, effort.endS);
}
