/** The stand-ins: rider, trainer, strap and meter that ride tests and sessions. */
export { holdWatts, rideSlope, sensor, settledOn, takeDrop } from './devices.ts';
export { type Meant, type RideFaults, rideMeant } from './freeRide.ts';
export { type Random, seededRandom } from '../units/index.ts';
export { bell } from './random.ts';
export {
  liveOn,
  mostNow,
  PLAIN_RIDER,
  restedState,
  type SimulatedRider,
  sprintWatts,
  truthsOf,
} from './rider.ts';
export type { Judged, JudgedBy, SaidRpe, SetOffer } from './ridingJudge.ts';
export {
  rideSessionOn,
  SESSION_DID,
  type SessionEvent,
  type SessionRide,
  type SessionRideSetting,
  type SessionRideState,
  startSessionRide,
} from './sessionRide.ts';
export { CHANCES } from './testOnStandIns.ts';
export { usualRamp, usualSetting } from './testSetting.ts';
export { standInFor } from './standInRider.ts';
export {
  type RiddenSecond,
  type RideEvent,
  rideOn,
  type StageDrop,
  startTestRide,
  type TestRide,
  type TestRideSetting,
  type TestRideState,
  type WholeRide,
} from './testRide.ts';
