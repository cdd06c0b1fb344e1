/** The season: loads of a day and a week, the forecast, hard days, filling, spacing and its fixes. Handbook section 8. */
export {
  type BadLuck,
  type Outcome,
  type Rates,
  ratesOf,
  runBadLuck,
  USUAL_BAD_LUCK,
} from './badLuck.ts';
export { type Benchmark, BENCHMARK_PERCENT, type BenchmarkDay, benchmarkOf } from './benchmark.ts';
export { applyChanges, canChange, type Change, enduranceOfLoad, newEndurance } from './changes.ts';
export { loadOfDay, loadOfWork, minutesOfWork } from './dayLoad.ts';
export { DAY_NAMES } from './dayNames.ts';
export { comingBack, type ComingBack, goalOfFtp, riseComingBack, workingFtp } from './daysOff.ts';
export { dayWord, type DayWord, isCeiling, isHard, longFrom } from './dayWord.ts';
export { type Comparable, whyNotEqual } from './equals.ts';
export { type Filled, fillWeek } from './fill.ts';
export type { Fix } from './fixes.ts';
export { type Forecast, forecastOf, type Morning, workedMorning } from './forecast.ts';
export { isHardRide } from './hardRide.ts';
export { ownPointsPerHour } from './ownPoints.ts';
export { goalLadder, LADDER_SHARES, type LadderAsked, type LadderRung } from './goalLadder.ts';
export { type HardDays, hardDaysOf } from './hardDays.ts';
export { anotherTemplate } from './layout/anotherTemplate.ts';
export { type DealtBlock, dealWeeks } from './layout/deal.ts';
export { firstMonday, goalFamily, type LayoutGoal, weeksToGoal } from './layout/goalOf.ts';
export { type BlockOnDays, type Keeping, lastPlanned, templateOf } from './layout/keep.ts';
export type { LaidBlock, LaidDay, LaidOut, LayoutInput } from './layout/laidOut.ts';
export { layOut } from './layout/layOut.ts';
export type { OtherGoal } from './layout/otherGoals.ts';
export type { LastOfFamily } from './layout/slots.ts';
export {
  type Slot,
  slotSchema,
  type Template,
  type TemplateBlock,
  templateBlockSchema,
  templateSchema,
} from './layout/template.ts';
export { templateForWeeks, TEMPLATES } from './layout/templates.ts';
export { longRideLimit } from './longRide.ts';
export { familyDays, nextRung, rungFor, verdictOfMark, verdictOfRide } from './nextRung.ts';
export { OTHER_WORKS, type OtherWork, otherWork } from './otherWork.ts';
export {
  type FillOffer,
  type Fills,
  fillsOf,
  planWeek,
  saySunday,
  seasonWith,
  type WeekPlan,
} from './planWeek.ts';
export { goalAgain, type GoalAnswer } from './replan/goalAgain.ts';
export { afterPain, type Pain, PAIN_SIGNS, type PainSign } from './replan/pain.ts';
export { type Total, totalsOf } from './totals.ts';
export { STRENGTH_WEEKS, type StrengthAsked, strengthOf } from './strengthPhases.ts';
export { reckon } from './reckon.ts';
export { goalShareOf, runInAsks, weeksBeforeTaper } from './runIn.ts';
export { afterDaysOff, afterIllness, daysWithoutRiding } from './replan/daysOff.ts';
export { afterMissed, findWork } from './replan/missed.ts';
export { shortOfTime, type Shortened } from './replan/shortOfTime.ts';
export { type Skipped, whatIsSkipped } from './replan/skipped.ts';
export { type Offer, type Offered, seasonAfter, withForecasts } from './replan/offer.ts';
export type { DayReckoned, Reckoned, SeasonInput, SeasonStart, WeekReckoned } from './reckoned.ts';
export { RULES } from './rules/index.ts';
export {
  RULE_IDS,
  type RuleId,
  type SeasonSettings,
  seasonSettingsSchema,
  USUAL_SEASON,
} from './settings.ts';
export { reserveShare, smoothed, startFromRides, workedEvening } from './smoothed.ts';
export { brokenIn, brokenWords, fixesOf, type Spaced, spacingOf } from './spacing.ts';
export { easyAndMiddle, sameness } from './spread.ts';
export { type BeforeTaper, type Taper, TAPER_RESERVE, taperFor, type TaperRow } from './taper.ts';
export { optionalDay } from './thirdDay.ts';
export { roadOf, thresholdsOf, traitsOf } from './traits.ts';
export {
  daysFrom,
  ENDURANCE_POINTS,
  isRiding,
  mondayOf,
  PERIODS,
  type Planned,
  plus,
  type Reason,
  REASONS,
  type Ridden,
  RIDE_VERDICTS,
  type RideVerdict,
  type SeasonDay,
  type SeasonRider,
  WEEK_KINDS,
  weekdayOf,
  type WeekSaid,
  weekSaid,
  type Work,
  WORK_KINDS,
} from './week.ts';
export {
  easyWeekGoal,
  mostOfWeek,
  proposedRise,
  reached,
  riseOfWeek,
  weekBegun,
  weekGoal,
} from './weekGoal.ts';
