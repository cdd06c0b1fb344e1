import { differenceInCalendarDays } from 'date-fns';
import { meanOf } from '../power/load.ts';
import { roundHalfUp, roundTo } from '../units/rounding.ts';
import type { Stretch } from './recordingReading.ts';
import { type CheckId, type Protocol, RETEST_WEEKS } from './protocols.ts';

/** How a check came out. "unknown" where what it needs was not recorded. */
export type Verdict = 'held' | 'doubtful' | 'failed' | 'unknown';

/** One check of a test: its own figure, the limit it is held against, and what follows. */
export interface Check {
  readonly id: CheckId;
  readonly name: string;
  readonly figure: string;
  readonly limit: string;
  readonly verdict: Verdict;
  readonly says: string;
}

/** An earlier result, for comparison. */
export interface EarlierTest {
  readonly protocolId: string;
  readonly date: string;
  readonly ftpW: number | null;
  readonly powerSource: string;
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
  /** The effort on its recording; leave out for a test entered by hand. */
  readonly recording?: {
    readonly watts: Float64Array;
    readonly bpm: readonly (number | null)[] | null;
    readonly rpm: readonly (number | null)[] | null;
    readonly effort: Stretch;
  };
}

/** Estimates older than this do not speak to a new one, days. Source: handbook section 4. */
const AGREEMENT_DAYS = 90;
const AGREEMENT_SHARE = 0.05;
const LOWEST_RPM = 60;
const REACHED_SHARE = 0.95;

/**
 * Runs every check of the test's protocol.
 *
 * @param evidence the test, its recording where there is one, and earlier tests
 * @returns one check for each that applies, in the protocol's order
 * Source: handbook section 4, Believing a test.
 */
export function checkTest(evidence: TestEvidence): Check[] {
  return evidence.protocol.checks.flatMap((id) => CHECKS[id](evidence) ?? []);
}

const CHECKS: Record<CheckId, (evidence: TestEvidence) => Check | null> = {
  expected: ({ ftpW, expectedFtpW }) => {
    if (ftpW === null || expectedFtpW === null) return null;
    const off = (ftpW - expectedFtpW) / expectedFtpW;
    return check(
      'expected',
      'Against the result written down before',
      `${signed(off)}: ${ftpW} against ${expectedFtpW} W`,
      'within 5 %',
      Math.abs(off) <= AGREEMENT_SHARE ? 'held' : 'doubtful',
      Math.abs(off) <= AGREEMENT_SHARE ? 'About what was expected.' : 'Not what was expected. Ask the rider how it went.',
    );
  },

  pacing: ({ recording }) => {
    if (!recording) return null;
    const watts = recording.watts.subarray(recording.effort.startS, recording.effort.endS);
    const quarter = Math.floor(watts.length / 4);
    const share = meanOf(watts.subarray(watts.length - quarter)) / meanOf(watts.subarray(0, quarter));
    const says = share < 0.95 ? 'Started too hard, so it reads low.' : share > 1.05 ? 'Held back at first, so it reads low.' : 'Evenly ridden.';
    return check(
      'pacing',
      'Last quarter ÷ first quarter',
      roundTo(share, 3).toFixed(3),
      '0.95–1.05',
      share >= 0.95 && share <= 1.05 ? 'held' : 'doubtful',
      says,
    );
  },

  lastSeconds: ({ recording }) => {
    if (!recording) return null;
    const watts = recording.watts.subarray(recording.effort.startS, recording.effort.endS);
    const up = meanOf(watts.subarray(watts.length - 20)) / meanOf(watts) - 1;
    return check(
      'lastSeconds',
      'Last 20 s against the mean',
      signed(up),
      'at most +20 %',
      up > 0.2 ? 'doubtful' : 'held',
      up > 0.2 ? 'A sprint at the end: more was left.' : 'Nothing much was left.',
    );
  },

  heartRateReached: ({ recording, maximalBpm }) => {
    if (!recording) return null;
    const name = 'Heart rate reached';
    const limit = '95 % of maximum';
    const beats =
      recording.bpm?.slice(recording.effort.startS, recording.effort.endS).filter((beat): beat is number => beat !== null && beat >= 30 && beat <= 230) ?? [];
    if (beats.length === 0 || maximalBpm === null)
      return check(
        'heartRateReached',
        name,
        beats.length === 0 ? 'not recorded' : 'no maximum stored',
        limit,
        'unknown',
        'It cannot be told whether this was the rider’s most.',
      );
    const top = Math.max(...beats);
    const reached = top >= REACHED_SHARE * maximalBpm;
    const says =
      top > maximalBpm
        ? `Above the stored maximum of ${maximalBpm} bpm. Was the strap sound? If so, update the maximum.`
        : reached
          ? 'A full effort.'
          : 'The rider may have had more to give.';
    return check('heartRateReached', name, `${top} bpm, ${roundTo((top / maximalBpm) * 100, 1)} %`, limit, reached ? 'held' : 'doubtful', says);
  },

  cadenceFloor: ({ recording }) => {
    if (!recording) return null;
    const turns = recording.rpm?.slice(recording.effort.startS, recording.effort.endS).filter((rpm): rpm is number => rpm !== null && rpm > 0) ?? [];
    if (turns.length === 0) return check('cadenceFloor', 'Lowest cadence', 'not recorded', 'never below 60 rpm', 'unknown', 'Cadence was not recorded.');
    // Five seconds at a time: a single skipped pulse of the sensor is not grinding.
    const lowest = lowestRolling(turns, 5);
    return check(
      'cadenceFloor',
      'Lowest cadence',
      `${roundHalfUp(lowest)} rpm`,
      'never below 60 rpm',
      lowest < LOWEST_RPM ? 'failed' : 'held',
      lowest < LOWEST_RPM ? 'Grinding at this power loads the knees; the end of the ramp should have come earlier.' : 'Kept turning to the end.',
    );
  },

  sameSource: ({ powerSource, earlier, protocol }) => {
    const last = latest(earlier.filter((test) => test.protocolId === protocol.id)) ?? latest(earlier);
    if (!last) return null;
    const same = last.powerSource === powerSource;
    return check(
      'sameSource',
      'Power source',
      same ? powerSource : `${powerSource}, before: ${last.powerSource}`,
      'the same as last time',
      same ? 'held' : 'doubtful',
      same ? 'Can be compared.' : 'Power meters disagree by 1–10 %, so compare with care.',
    );
  },

  longEnoughAgo: ({ date, earlier, protocol, retestWeeks = RETEST_WEEKS }) => {
    const last = latest(earlier.filter((test) => test.protocolId === protocol.id));
    if (!last) return null;
    const days = daysBetween(last.date, date);
    const enough = days >= retestWeeks * 7;
    return check(
      'longEnoughAgo',
      'Since the last test of this kind',
      `${days} days`,
      `at least ${retestWeeks} weeks`,
      enough ? 'held' : 'doubtful',
      enough ? 'Long enough for a change to show.' : 'Soon after the last one: little can have changed.',
    );
  },

  agreement: ({ ftpW, date, earlier }) => {
    const last = latest(earlier.filter((test) => test.ftpW !== null && daysBetween(test.date, date) <= AGREEMENT_DAYS));
    if (ftpW === null || !last || last.ftpW === null) return null;
    const off = (ftpW - last.ftpW) / last.ftpW;
    const agrees = Math.abs(off) <= AGREEMENT_SHARE;
    return check(
      'agreement',
      'Beside the last estimate',
      `${signed(off)}: ${ftpW} against ${last.ftpW} W`,
      'within 5 %, last 90 days',
      agrees ? 'held' : 'doubtful',
      agrees ? 'They agree.' : likelyReason(off),
    );
  },

  change: ({ ftpW, date, earlier, protocol, powerSource }) => {
    const last = latest(earlier.filter((test) => test.ftpW !== null));
    if (ftpW === null || !last || last.ftpW === null) return null;
    const off = (ftpW - last.ftpW) / last.ftpW;
    const noise = 1.96 * Math.SQRT2 * testError(last, protocol, powerSource);
    const extraordinary = off > 0.08 && daysBetween(last.date, date) <= 42;
    const says = extraordinary
      ? 'Extraordinary: test again before using it.'
      : Math.abs(off) >= noise
        ? 'The change is real.'
        : Math.abs(off) >= noise / 2
          ? 'The change is likely.'
          : 'Cannot tell yet: within the noise of two tests.';
    return check('change', 'Is the change real', signed(off), `noise ${roundTo(noise * 100, 1)} %`, extraordinary ? 'doubtful' : 'held', says);
  },
};

/** Error of one test: 2 % same protocol and source, 3 % other protocol, 4 % other source. Handbook section 4. */
function testError(last: EarlierTest, protocol: Protocol, powerSource: string): number {
  if (last.powerSource !== powerSource) return 0.04;
  return last.protocolId === protocol.id ? 0.02 : 0.03;
}

function likelyReason(off: number): string {
  return off > 0
    ? 'Fitter, fresher, or another power source or protocol. Look at the checks above.'
    : 'Tired, warm, badly paced, or another power source or protocol. Look at the checks above.';
}

function check(id: CheckId, name: string, figure: string, limit: string, verdict: Verdict, says: string): Check {
  return { id, name, figure, limit, verdict, says };
}

function latest(tests: readonly EarlierTest[]): EarlierTest | undefined {
  return [...tests].sort((a, b) => a.date.localeCompare(b.date)).at(-1);
}

function daysBetween(earlier: string, later: string): number {
  return differenceInCalendarDays(later, earlier);
}

function signed(share: number): string {
  const percent = roundTo(Math.abs(share) * 100, 1);
  return `${percent === 0 ? '' : share < 0 ? '−' : '+'}${percent} %`;
}

function lowestRolling(values: readonly number[], width: number): number {
  let lowest = Infinity;
  for (let index = 0; index + width <= values.length; index += 1) lowest = Math.min(lowest, meanOf(values.slice(index, index + width)));
  return lowest === Infinity ? meanOf(values) : lowest;
}
