import type { Check, TestEvidence } from './check.ts';
import { CHECKS } from './checks.ts';

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
