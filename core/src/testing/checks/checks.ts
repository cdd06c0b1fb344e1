import type { Checker } from './check.ts';
import * as ofComparison from './ofComparison.ts';
import * as ofEffort from './ofEffort.ts';
import * as ofProtocol from './ofProtocol.ts';

/**
 * Every check of a test, by id: whatever these files export is one. Adding a check is adding it there, and its id to
 * the protocols it speaks to. Source: handbook section 4, Believing a test.
 */
export const CHECKS = {
  ...ofEffort,
  ...ofProtocol,
  ...ofComparison,
} as const satisfies Record<string, Checker>;

/** A check of a test. */
export type CheckId = keyof typeof CHECKS;
