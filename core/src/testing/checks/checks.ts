import type { Checker } from './check.ts';
import {
  agreement,
  change,
  expected,
  firstTime,
  longEnoughAgo,
  restedBefore,
  sameChecklist,
  samePosition,
  sameSource,
  temperature,
} from './ofComparison.ts';
import {
  cadenceFloor,
  cadenceJumps,
  heartRateReached,
  lastSeconds,
  pacing,
  sameCadence,
  seatedCadence,
  warmUp,
} from './ofEffort.ts';
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

/**
 * Every check of a test, by id. Adding a check is adding it here, and its id to the protocols it speaks to.
 * Source: handbook section 4, Believing a test.
 */
export const CHECKS = {
  pacing,
  lastSeconds,
  heartRateReached,
  cadenceFloor,
  cadenceJumps,
  seatedCadence,
  sameCadence,
  warmUp,
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
  expected,
  sameSource,
  samePosition,
  sameChecklist,
  temperature,
  restedBefore,
  firstTime,
  longEnoughAgo,
  agreement,
  change,
} as const satisfies Record<string, Checker>;

/** A check of a test. */
export type CheckId = keyof typeof CHECKS;
