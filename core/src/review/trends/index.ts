/** Whether a rider is changing: lines, slopes and what is left late, each with its noise. Handbook 9.4 to 9.6. */
export { workedCadence } from './cadenceRides.ts';
export { CADENCE_KEPT_DAYS, cadenceSlope } from './cadenceSlope.ts';
export { heartDrift } from './heartDrift.ts';
export { HEART_WORDS, type HeartWord, heartWord } from './heartWord.ts';
export { type HeartPiece, heartPieces } from './pieces.ts';
export {
  type RideTrend,
  rideTrend,
  rideTrendSchema,
  TREND_BESTS_S,
  trendByEffort,
} from './rideTrend.ts';
export { findRoad, metresAlong, type Road, type Track } from './places.ts';
export { type RoadRide, type RoadTrend } from './sameRoad.ts';
export { slopeOf, type Slope } from './slope.ts';
export {
  askedLate,
  lateEffortsOf,
  LEGS_FROM,
  LEGS_S,
  legsOf,
  type RideLegs,
  tiredLegs,
  type TiredLegs,
} from './tiredLegs.ts';
export { type LineOf, offBy, type RidePiece, usualLine, type UsualLine } from './usualLine.ts';
export { type EnduranceStretch, wattsPerBeat } from './wattsPerBeat.ts';
export { type BeatPoint, beatSlope } from './beatTrend.ts';
export type { CurveTrend, NewBest } from './curveTrend.ts';
export type { DriftPoint } from './driftTrend.ts';
export type { FamilySet, FamilyTrend } from './familyTrends.ts';
export { type HeartPoint, heartTrend } from './heartTrend.ts';
export type { Mass, MonthFigures } from './months.ts';
export { type TrendRide, trendsOf, type TrendsShown } from './trendsOf.ts';
export { sayBeat, sayCurve, sayDrift, sayFamily, sayHeart, sayLegs, sayRoad } from './words.ts';
export { type BlockReview, blockReview, type EndedBlock } from './blockReview.ts';
export { lateBlock, lateEfforts } from './proposals.ts';
export { workedChange, workedLegs, workedOff, workedSlope } from './workings.ts';
export { workedBest, workedDrift, workedMonth } from './workingsOfRides.ts';
