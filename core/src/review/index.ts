/** Rides read: numbers, the table of reps, the day a ride belongs to. Handbook section 9. */
export { dayOfRide } from './dayOfRide.ts';
export { layPlan } from './layPlan.ts';
export { findReps, type FoundRep, type FoundReps } from './reps/findReps.ts';
export { type AskedStretch, BAND_SHARE, type RepLine, repTable, spreadOf } from './repTable.ts';
export { rideFigures, type RideFigures } from './rideFigures.ts';
export {
  RIDE_NUMBERS_ALGORITHM,
  rideNumbers,
  type RideNumbers,
  type RidePack,
} from './rideNumbers.ts';
