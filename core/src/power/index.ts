/** Power: streams, best efforts, curve, CP and W′, load, the watts of a road. Handbook sections 5 and 12. */
export { bestEffortsOverAll, bestWindows, curveDurations } from './bestEfforts.ts';
export {
  airDensity,
  BIKE_AND_KIT_KG,
  PLAIN_ROAD,
  rollOn,
  speedAt,
  timeToTop,
  wattsToHold,
  WHEEL_M,
} from './climbing.ts';
export {
  type CpFit,
  type CpPoint,
  fitCriticalPower,
  type Pair,
  pairFromBests,
} from './criticalPower.ts';
export { demandGap, type DemandGap, notAskedLately, strengthForGoal } from './demandGap.ts';
export { type Best, curveAt, type CurveModel, ftpLaw, modelAt, observedAt } from './curve.ts';
export {
  effortPointsPerHour,
  energyKj,
  loadFromEffort,
  loadFromPower,
  meanOf,
  surgeWeightedPower,
} from './load.ts';
export {
  FRESH_DAYS,
  freshEfforts,
  holdsRamp,
  type MarkedEffort,
  maximalEfforts,
  type MaximalReading,
  maximalTwenty,
  type ModelTest,
  type Place,
} from './maximalEfforts.ts';
export type { Lap, RecordedSecond } from './recorded.ts';
export { CURVE_DAYS, riderModel, type RiderModel } from './riderModel.ts';
export { type Gap, isBeat, isSound, meanHeartRate, preparePower, stopsOf } from './stream.ts';
export { type StrengthPoint, strengthsOf } from './strengths.ts';
export {
  balanceAfter,
  type BalanceModel,
  balanceModel,
  RECOVERIES,
  type Recovering,
  type Recovery,
  recoveryRate,
} from './wBalance.ts';
export { workedEffortLoad, workedEnergy, workedLoad, workedRatio } from './workedLoad.ts';
