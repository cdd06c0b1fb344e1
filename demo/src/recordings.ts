import { rideRamp, rideSteady, seededRandom, type SimulatedRider, writeCsvRecording } from '@uphill/core';
import type { DemoRider, DemoTest } from './riders.ts';

const WARM_UP_S = 900;

/** The recording a demo rider brought back from a test, as a CSV file; null for a test without a power meter. */
export function recordingOf(rider: DemoRider, test: DemoTest, day: string): string | null {
  const body: SimulatedRider = { ...rider.body, cpW: rider.body.cpW * test.form };
  const random = seededRandom(rider.seed * 1000 + test.daysAgo);
  const startedAt = `${day}T18:05:00`;
  if (test.ramp) return writeCsvRecording(rideRamp(body, test.ramp, WARM_UP_S, random), startedAt);
  if (test.pacing) return writeCsvRecording(rideSteady(body, 1200, WARM_UP_S, test.pacing, random), startedAt);
  return null;
}
