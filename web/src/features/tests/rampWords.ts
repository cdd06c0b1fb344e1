import type { Test } from '@uphill/api';
import { type RampShape, STAGE_S } from '@uphill/core/testing';

/** What a ramp is shaped for while nothing is known of the rider, W. */
export const UNKNOWN_FTP_W = 200;

/** "from 140 W, 15 W more a minute". */
export function rampWords({ startW, stepW }: RampShape): string {
  return `from ${startW} W, ${stepW} W more a minute`;
}

/** Shapes of the rider's ramps of one-minute stages, the latest first; tests come latest first. */
export function rampsBefore(tests: readonly Test[]): RampShape[] {
  return tests.flatMap(({ ramp, withdrawn }) =>
    ramp && ramp.stageS === STAGE_S && withdrawn === null
      ? [{ startW: ramp.startW, stepW: ramp.stepW }]
      : [],
  );
}

/** Shape of the rider's last ramp; null before the first. */
export function lastRamp(tests: readonly Test[]): RampShape | null {
  return rampsBefore(tests)[0] ?? null;
}
