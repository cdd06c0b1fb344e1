import type { CheckId } from '../checkIds.ts';
import type { Check, Checker, TestEvidence } from './check.ts';
import {
  agreement,
  change,
  expected,
  longEnoughAgo,
  restedBefore,
  sameChecklist,
  samePosition,
  sameSource,
} from './ofComparison.ts';
import { cadenceFloor, heartRateReached, lastSeconds, pacing, seatedCadence } from './ofEffort.ts';
import {
  fitResiduals,
  fitWPrime,
  heartCoverage,
  heartSteady,
  lactateMethods,
  lactateSamples,
  onOffEqual,
  pairOrder,
  pastLt2,
  sprintPeak,
} from './ofProtocol.ts';

const CHECKS: Record<CheckId, Checker> = {
  expected,
  pacing,
  lastSeconds,
  heartRateReached,
  cadenceFloor,
  seatedCadence,
  sprintPeak,
  onOffEqual,
  fitResiduals,
  fitWPrime,
  pairOrder,
  lactateMethods,
  lactateSamples,
  pastLt2,
  heartCoverage,
  heartSteady,
  sameSource,
  samePosition,
  sameChecklist,
  restedBefore,
  longEnoughAgo,
  agreement,
  change,
};

/**
 * Runs every check of the test's protocol.
 *
 * @param evidence the test, its recording where there is one, earlier tests, preparation
 * @returns one check for each that applies, in the protocol's order
 * Source: handbook section 4, Believing a test.
 */
export function checkTest(evidence: TestEvidence): Check[] {
  return evidence.protocol.checks.flatMap((id) => CHECKS[id](evidence) ?? []);
}
