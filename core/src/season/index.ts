/** The season: loads of a week, hard days. Handbook section 8. */
export { isHardRide } from './hardRide.ts';
export { longRideLimit } from './longRide.ts';
export { weekGoal } from './weekGoal.ts';
