/** Rides read: reps, rows, verdicts, suggestions, the day a ride belongs to. Handbook section 9. */
export { dayOfRide } from './dayOfRide.ts';
export { type HardStretch, hardStretches, type LooksLike } from './hardStretches.ts';
export {
  joinRecordings,
  type JoinedRide,
  overParts,
  placeParts,
  type RidePart,
  spansOverParts,
} from './joinRecordings.ts';
export { type AskedRide, type Reading, readRide, type RideToRead } from './reading.ts';
export {
  type RepEdits,
  NO_EDITS,
  moveEdits,
  type SaidRep,
  saidOf,
  withEdit,
  withSaid,
} from './reps/edits.ts';
export { correlationWith, findReps } from './reps/findReps.ts';
export { plannedReps } from './reps/plannedReps.ts';
export type { RepRow } from './rows/repRow.ts';
export { rideFigures, type RideFigures } from './rideFigures.ts';
export {
  RIDE_NUMBERS_ALGORITHM,
  rideNumbers,
  type RideNumbers,
  type RidePack,
} from './rideNumbers.ts';
export { cautionAfter } from './suggest/cautionAfter.ts';
export {
  judgeSuggestion,
  type Outcome,
  OUTCOMES,
  type RuleRecord,
  ruleRecords,
} from './suggest/judgeSuggestion.ts';
export { saySuggestion } from './suggest/words.ts';
export { type ForSuggestion, suggest } from './suggest/suggest.ts';
export { suggestedPlan } from './suggest/suggestedPlan.ts';
export { type Does, type Suggestion, suggestionSchema } from './suggest/suggestion.ts';
export {
  REVIEW_BOUNDS,
  type ReviewLimits,
  USUAL_LIMITS,
  type Verdict,
  VERDICT_IDS,
  type VerdictId,
  verdictSchema,
} from './verdicts/verdict.ts';
export { testInRide } from './testInRide.ts';
export { whatWas } from './verdicts/whatWas.ts';
export { type SaidVerdict, sayVerdict } from './verdicts/words.ts';
export { judgedMean, type SetRead } from './rows/setOf.ts';
export { type RideQuestion } from './askedOfCoach.ts';
export { keptOf, type KeptReading, keptReadingSchema, READING_ALGORITHM } from './kept.ts';
export { type CurveBefore } from './overCurve.ts';
export { type AskedStretch, laidAsked } from './laidAsked.ts';
export { bandOf } from './reps/askedOfStep.ts';
export * from './trends/index.ts';
export {
  massOff,
  type Morning,
  MORNING_NUMBERS,
  type MorningNumber,
  type MorningOfWeek,
  morningsOfWeek,
  sayMornings,
} from './morning.ts';
