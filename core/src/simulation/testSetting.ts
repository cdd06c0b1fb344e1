import {
  proposeRamp,
  type Protocol,
  type ProtocolId,
  protocolOf,
  type RampSetting,
  type RampShape,
  STAGE_S,
} from '../testing/index.ts';
import type { Slope } from './devices.ts';
import type { SimulatedRider } from './rider.ts';
import type { TestRideSetting } from './testRide.ts';

/** A gentle climb, for a rider of usual mass. */
const USUAL_SLOPE: Slope = { gradient: 0.03, riderKg: 70 };

/**
 * The setting a protocol usually has on the stand-ins.
 *
 * @param protocolId the protocol
 * @param rider the simulated rider
 * @param expectedW FTP expected, W; shapes the ramp
 * @param seed any whole number
 * @returns the setting
 * Source: handbook section 4.
 */
export function usualSetting(
  protocolId: ProtocolId,
  rider: SimulatedRider,
  expectedW: number,
  seed: number,
): TestRideSetting {
  return {
    protocolId,
    rider,
    seed,
    expectedW,
    ramp: usualRamp(protocolOf(protocolId), expectedW),
    onS: 30,
    optional: false,
    slope: USUAL_SLOPE,
    dropsPerHour: 1,
    contaminatedShare: 0.05,
  };
}

/**
 * Start, step and stage of a protocol's ramp for a rider: as the last one, else shaped for the rider; lactate steps
 * from about half of FTP; the fast ramp 5 W every 15 s.
 *
 * @param protocol the protocol
 * @param expectedW FTP expected, W
 * @param last shape of the rider's last ramp of one-minute stages; null where there is none
 * @returns the ramp
 * Source: handbook section 4.
 */
export function usualRamp(
  protocol: Protocol,
  expectedW: number,
  last: RampShape | null = null,
): RampSetting {
  if (protocol.reading.kind === 'lactate')
    return { startW: Math.round(expectedW / 40) * 20, stepW: 20, stageS: 240 };
  if (protocol.reading.kind === 'fastRamp')
    return { startW: Math.max(50, Math.round(expectedW / 20) * 10), stepW: 5, stageS: 15 };
  return { ...proposeRamp(expectedW, last).shape, stageS: STAGE_S };
}
