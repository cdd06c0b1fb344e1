/** Testing: protocols, efforts on a recording, readings, checks, what follows. Handbook section 4. */
export { aheadInTest } from './live.ts';
export { READING_BOUNDS } from './bounds.ts';
export { type Check, earlierTest, type EarlierTest, type TestEvidence } from './checks/check.ts';
export { checkTest } from './checks/checkTest.ts';
export {
  GOAL_RIDINGS,
  type GoalRiding,
  pickProtocol,
  type Schools,
  TELLS_NAMES,
  USUAL_SCHOOLS,
} from './chooser.ts';
export { speaksAgainst, whatNext } from './consequence.ts';
export { rampSeen } from './rampSeen.ts';
export {
  type LactateDetails,
  lactateSampleSchema,
  type TestDetails,
  testDetailsSchema,
} from './details.ts';
export {
  type Efforts,
  effortsFromLaps,
  findEfforts,
  lactateStages,
  peakOf,
  type RampSetting,
  readEfforts,
  type ReadOff,
} from './efforts.ts';
export { expectedRampEnd, ftpFromReading, ftpRefusal } from './ftp.ts';
export {
  alongside,
  LACTATE_BOUNDS,
  LACTATE_DEFAULTS,
  type LactateProblem,
  lactateProblems,
  type LactateReading,
  type LactateSample,
  type LactateSettings,
  type Lt1Method,
  type Lt2Method,
  type MethodReading,
  readLactate,
  withinStages,
} from './lactate.ts';
export { modelTest, type StoredTest } from './modelTest.ts';
export { newMaximum } from './newMaximum.ts';
export { alignToFirstOn, readOnOff } from './onOff.ts';
export { type Overlay, type OverlayTest, overlayTests } from './overlay.ts';
export {
  celsiusSchema,
  CHECKLIST,
  checklistFor,
  EMPTY_SETUP,
  HEAT_BOUNDS,
  POSITION_NAMES,
  POSITIONS,
  type Setup,
  setupDifferences,
  setupSchema,
} from './preparation.ts';
export {
  type EffortId,
  FTP_BOUNDS,
  type Protocol,
  PROTOCOL_IDS,
  type ProtocolId,
  protocolOf,
  PROTOCOLS,
  type RampShape,
  RETEST_WEEKS,
  RETEST_WEEKS_BOUNDS,
  STAGE_S,
  TELLS,
  type Tells,
  type TestStep,
} from './protocols.ts';
export {
  LABORATORY_RAMP,
  proposeRamp,
  rampFor,
  sameRamp,
  unfitting,
  whichRamp,
} from './rampShape.ts';
export {
  findRamp,
  findSteadyEffort,
  rampStages,
  readRampMinute,
  readRampStage,
  readSteady,
  type Stretch,
} from './recordingReading.ts';
export { detailsKind, type Measured, resultOf, type TestResult, thresholdFrom } from './result.ts';
export { type FtpEstimate, narrowest, pooledFtp, type PooledFtp, type Pull } from './pooledFtp.ts';
export { meanCadence } from './checks/ofEffort.ts';
export { type MeasuredBy, noiseOfChange, realness, type Realness } from './noise.ts';
