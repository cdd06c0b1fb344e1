/** Sessions: plans, the sentence, targets on a day, verdicts, cautions, the book. Handbook section 7. */
export {
  ABOVE_FTP_BOUNDS,
  ABOVE_FTP_DEFAULTS,
  ABOVE_FTP_LENGTHS,
  type AboveFtpSettings,
  aboveFtp,
  FIVE_IN_RAMP,
  GOAL_PERCENTS,
  percentFor,
  type Way,
  whyTheyDiffer,
} from './aboveFtp.ts';
export { balanceLine, lowestByWatts, sessionBalance } from './balance.ts';
export { BOOK, type BookFamily, type BookSession, noteOf, planFromBook } from './book/book.ts';
export {
  type BookRung,
  bookRung,
  climb,
  enduranceRide,
  planOfRung,
  rungsOf,
  withRideLength,
} from './book/rungs.ts';
export { type Done, type Standing, standingOn } from './book/standing.ts';
export { asksMaximal, healthRefusal } from './caution.ts';
export { cautionsOf } from './cautions.ts';
export { type CurveDot, curveDots, curvePoints } from './curveDots.ts';
export {
  CLIMB_WARM_UP,
  defaultWarmUp,
  hasWarmUp,
  type OfferedRest,
  restsFor,
  type Season,
  seasonOf,
  systemOf,
} from './defaults.ts';
export {
  changeSet,
  changeStep,
  duplicateStep,
  easyStep,
  insertBelow,
  makeSet,
  moveStep,
  type NewId,
  openSet,
  removeStep,
} from './edits.ts';
export {
  type Asked,
  askedOf,
  beatsWorking,
  joinAsked,
  modelOf,
  printAsked,
  printAskedWatts,
  riderFigures,
  type RiderOnDay,
  wattsWorking,
} from './efforts.ts';
export { expand, secondsOf, type Segment, streamOf } from './expand.ts';
export { type Fitted, fitToBalance, fitToHill, fitToLoad, fitToTotal } from './fit.ts';
export { assignedTo } from './assigning.ts';
export { progress } from './ladder/climb.ts';
export { familyOf, THREE_CADENCES } from './ladder/family.ts';
export {
  CEILING_SCHOOLS,
  type CeilingSchool,
  type Climbing,
  type Ladder,
  type Lever,
} from './ladder/ladder.ts';
export { type Levers, leversOf } from './ladder/levers.ts';
export { hangsOnModel } from './hangsOnModel.ts';
export { heatCaution, HOT_C, isHot } from './heat.ts';
export { measureAll } from './measure.ts';
export { nameFor, nameFromSets, systemName } from './naming.ts';
export { moveItem, nearestTime, nextTime, setTime, shiftTarget } from './nudge.ts';
export { type SessionNumbers, sessionNumbers } from './numbers.ts';
export {
  type Finish,
  type Item,
  MOST_REPS,
  PLACES,
  type Plan,
  planSchema,
  type Role,
  ROLES,
  type SetBlock,
  SPORTS,
  type Step,
  type System,
  SYSTEMS,
  TRAINER_SETTINGS,
} from './plan.ts';
export { parseReps, type PlanProblem, problemsOf } from './problems.ts';
export { type Rescue, rescueSet, type SetLeft } from './rescue.ts';
export { roadZones, type RoadZones, zonesOf } from './roadZones.ts';
export { type Row, rowsOf, stepOf } from './rows.ts';
export { changeDetails } from './sentence/details.ts';
export type { Known as WordsKnown } from './sentence/readStep.ts';
export type { ReadAs, UnreadWords } from './sentence/findings.ts';
export { parseSentence } from './sentence/parse.ts';
export { printDetails, printSentence } from './sentence/print.ts';
export { roughPercent } from './sentence/roles.ts';
export { chosenWatts, mainReps, solveWatts } from './solve.ts';
export { effortsOf, withEfforts } from './targets.ts';
export { fitEnds } from './total.ts';
export { USUAL_ZONES, zoneReader, type ZonesKnown } from './zoneTargets.ts';
export { type Look, sessionVerdict, type SessionVerdict, type VerdictWord } from './verdict.ts';
