/** The rider: figures as they count on a day, health, goals, what may be shown. Handbook sections 3 and 11. */
export { type DatedGoal, goalOn } from './goals.ts';
export {
  HEALTH_QUESTIONS,
  healthAnswersSchema,
  healthQuestionsFor,
  type HealthScreen,
  type HealthVerdict,
  healthVerdict,
  hidesMass,
  type HealthQuestion,
  isHealthQuestion,
  isMinor,
  type Known,
  MAXIMAL_ABOVE_PERCENT,
} from './health.ts';
export { numbersOnDay, type RiderHistories, type RiderNumbers, valueOn } from './numbers.ts';
export { maySee, SESSION_SHOWN } from './shown.ts';
