import { lowerFirst, printSigned, roundHalfUp } from '../units/index.ts';
import type { Check } from './checks/check.ts';
import type { Protocol } from './protocols.ts';
import type { TestResult } from './result.ts';

/** As much of a check as the sentence needs. */
type Checked = Pick<Check, 'verdict' | 'says' | 'moved'> & { readonly id: string };

/**
 * What to do next, in one sentence, from a test: a test without a consequence helps nobody.
 *
 * @param protocol the protocol ridden
 * @param result what it gave
 * @param checks how far it can be believed
 * @param usedW FTP used from it, W; null where it is not used
 * @param firstName the rider's first name
 * @returns one sentence
 * Source: handbook sections 2 and 4.
 */
export function whatNext(
  protocol: Protocol,
  result: TestResult,
  checks: readonly Checked[],
  usedW: number | null,
  firstName: string,
): string {
  const against = speaksAgainst(result, checks, usedW !== null);
  if (against !== null) return against;
  switch (protocol.reading.kind) {
    case 'oneAndFive':
      return `Take the watts for ${firstName}’s reps of 1:00 to 5:00 from these two efforts, not from percent of FTP.`;
    case 'fourEfforts':
      return `Set the reps above FTP by CP ${result.readingW === null ? '' : roundHalfUp(result.readingW)} W and W′; ride a steady test for FTP itself, which is rough from here.`;
    case 'fastRamp':
      return `Compare its peak heart rate with the known maximum of ${firstName}; nothing else may be read off it.`;
    case 'lactate':
      return result.readingW === null
        ? 'Ride a stage or two more next time: LT2 was not reached.'
        : `Keep the easy rides of ${firstName} under LT1 and base the zones on LT2: Lactate five fits this test.`;
    case 'steadyHeartRate':
      return `Ride the next four weeks by these heart rates and test again on the same road.`;
    default:
      return nextByChange(checks, result, usedW, firstName);
  }
}

/**
 * What speaks against using a test: said before anybody decides on it, and after.
 *
 * @param result what it gave
 * @param checks how far it can be believed
 * @param used whether its FTP is in use already
 * @returns one sentence; null where nothing speaks against it
 * Source: handbook section 4, Believing a test.
 */
export function speaksAgainst(
  result: Pick<TestResult, 'ftp'>,
  checks: readonly Checked[],
  used: boolean,
): string | null {
  const failed = checks.find(({ verdict }) => verdict === 'failed');
  if (failed) return `Do not use it: ${lowerFirst(failed.says)} Test again when that is put right.`;
  const extraordinary = checks.find(({ id, verdict }) => id === 'change' && verdict === 'doubtful');
  if (extraordinary && !used)
    return `Ride it again within two weeks before using ${result.ftp ? `${result.ftp.value} W` : 'it'}: so large a rise in so short a time is rarely real.`;
  const paced = checks.find(({ id, verdict }) => id === 'pacing' && verdict === 'doubtful');
  return paced ? `Use it with care and repeat it paced evenly: ${lowerFirst(paced.says)}` : null;
}

function nextByChange(
  checks: readonly Checked[],
  result: TestResult,
  usedW: number | null,
  firstName: string,
): string {
  const change = checks.find(({ id }) => id === 'change');
  if (usedW === null)
    return 'Decide on it: use it, use a lower number with your reason, or withdraw it.';
  if (result.ftp && usedW !== result.ftp.value)
    return `Train by ${usedW} W and let a test of another kind decide between it and the ${result.ftp.value} W measured (${percent(usedW / result.ftp.value - 1)}).`;
  if (!change)
    return `Build the first four weeks on ${usedW} W and test again the same way, so that there is something to compare.`;
  if (change.moved === 'down')
    return `Ease for a week and look for the reason before training by ${usedW} W: ${firstName} has lost more than noise.`;
  if (change.moved === 'up')
    return `Raise the work: ${firstName}’s sessions to come follow ${usedW} W by themselves; check the first set against it.`;
  if (change.moved === 'perhaps')
    return `Train by ${usedW} W and watch the first threshold set: it will tell whether the change is real.`;
  return `Change the training, not the number: ${firstName} has not moved beyond noise, so add time at target before testing again.`;
}

function percent(share: number): string {
  return `${printSigned(share * 100, 1)} %`;
}
