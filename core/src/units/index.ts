/** What is typed and printed: durations, watts, percent, lengths, days, efforts and targets. */
export {
  beatsSchema,
  type Effort,
  effortSchema,
  type Length,
  lengthSchema,
  OWN_NUMBERS,
  secondsSchema,
  type Target,
  targetSchema,
  unreadSchema,
  USUAL_SCHEME,
  type ZoneScheme,
} from './asked.ts';
export { parseCadence } from './cadence.ts';
export { metresApart } from './metresApart.ts';
export { plural } from './plural.ts';
export { type CsvTable, writeCsv } from './writeCsv.ts';
export { type Random, seededRandom } from './random.ts';
export { kgOfPounds, kmOfMiles, massIn, type MassUnit, milesOf, poundsOf } from './imperial.ts';
export {
  DAY_USES,
  dayBounds,
  type DayOrder,
  dayRefusal,
  type DayUse,
  isDay,
  readDay,
} from './day.ts';
export { type KnownHill, LAP_EXPECTED_S, parseLength, printLength } from './length.ts';
export { lowerFirst } from './lowerFirst.ts';
export { numberTyped, type Typed } from './number.ts';
export { type Mend, type Refused, type Understood, refused, understood } from './understood.ts';
export { percentOf, printLeft, printShare, printSigned, roundHalfUp, roundTo } from './rounding.ts';
export { RPE_WORDS } from './rpe.ts';
export { printSpan } from './span.ts';
export {
  FALLS,
  parseEffort,
  parseTarget,
  plainName,
  printEffort,
  printTarget,
  type ZoneReader,
  RISES_FROM,
  SWEET_SPOT,
} from './target.ts';
export { parseDuration, printClock, printDuration } from './time.ts';
