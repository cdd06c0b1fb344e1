/** The season: loads of a week, hard days. Handbook section 8. */
export { isHardRide } from './hardRide.ts';
export { weekGoal } from './weekGoal.ts';
