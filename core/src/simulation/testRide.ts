import { balanceAfter } from '../power/wBalance.ts';
import type { RampSetting } from '../testing/efforts.ts';
import { type Protocol, protocolOf, type ProtocolId, type TestStep } from '../testing/protocols.ts';
import { roundTo } from '../units/rounding.ts';
import {
  type Drop,
  holdWatts,
  rideSlope,
  type Rolling,
  settledOn,
  type Slope,
  sensor,
  takeDrop,
} from './devices.ts';
import { seededRandom } from './random.ts';
import {
  cpNow,
  evenWatts,
  liveOn,
  mostNow,
  restedState,
  type RiderState,
  type SimulatedRider,
  sprintWatts,
} from './rider.ts';

/** How a test is set up on the stand-ins. */
export interface TestRideSetting {
  readonly protocolId: ProtocolId;
  readonly rider: SimulatedRider;
  readonly seed: number;
  /** FTP that is expected: the easy steps are shares of it. */
  readonly expectedW: number;
  readonly ramp: RampSetting;
  /** Length of an on and of an off, s. */
  readonly onS: number;
  /** Whether the optional steps (an opener) are ridden. */
  readonly optional: boolean;
  /** What the trainer is set to outside the ramps. */
  readonly slope: Slope;
  readonly dropsPerHour: number;
  readonly contaminatedShare: number;
}

/** One second of a ride. */
export interface RiddenSecond {
  readonly watts: number;
  readonly bpm: number | null;
  readonly rpm: number;
  /** Speed, m/s, where the trainer is set to a slope. */
  readonly metresPerSecond?: number;
}

/** A drop of blood with where it was taken. */
export interface StageDrop extends Drop {
  readonly stageW: number;
  readonly at: 'mid' | 'end';
  readonly bpm: number | null;
  /** Share of the stage ridden; under 1 only where the rider stopped in it. */
  readonly fraction: number;
}

/** What the rider or coach did, and in which second: with the seed it makes the same ride again. */
export interface RideEvent {
  readonly second: number;
  readonly did: 'lap' | 'stop' | 'struggling';
}

/** How a ride ended, or null while it goes on. */
export type Ended = 'done' | 'stopped' | null;

/** Where a ride stands. */
export interface TestRideState {
  readonly second: number;
  readonly stepIndex: number;
  readonly step: TestStep;
  readonly inStepS: number;
  /** Seconds left of the step; null where it lasts until the rider stops. */
  readonly leftS: number | null;
  /** What is asked now, W; null where it is "all you have". */
  readonly askedW: number | null;
  /** Stage of a ramp, from 1; null elsewhere. */
  readonly stage: number | null;
  readonly chancesUsed: number;
  readonly laps: readonly number[];
  readonly drops: readonly StageDrop[];
  readonly ended: Ended;
  /** Why the ramp ended, in words; null before. */
  readonly endedBecause: string | null;
}

/** A test being ridden on the stand-ins, one second at a time. */
export interface TestRide {
  /** Rides a second; null when it is over. */
  readonly step: () => RiddenSecond | null;
  readonly state: () => TestRideState;
  readonly events: () => readonly RideEvent[];
  /** Marks a lap; in a step from which nothing is read it also goes on to the next. */
  readonly lap: () => void;
  /** Stops: a ramp ends and the cool-down follows; any other step ends the ride. */
  readonly stop: () => void;
  /** Asks for a chance to bring the watts back; refuses with a sentence after the second. */
  readonly struggling: () => string | null;
}

/** A rider who drops under the watts gets this many chances. Source: handbook section 4. */
export const CHANCES = 2;
const CHANCE_S = 12;
const CHANCE_SHARE = 0.85;
const LOWEST_RPM = 60;
/** Lactate this high is clearly past LT2, mmol/L. */
const CLEARLY_PAST = 6.5;
const OFF_SHARE = 0.5;
/** A gentle climb, for a rider of usual mass. */
const USUAL_SLOPE: Slope = { gradient: 0.03, riderKg: 70 };

/**
 * Starts a test on the stand-ins: rider, trainer, strap and lactate meter, all from one seed.
 *
 * @param setting protocol, rider, seed and how it is set up
 * @returns the ride, before its first second
 * Source: handbook sections 4 and 13.
 */
export function startTestRide(setting: TestRideSetting): TestRide {
  const protocol = protocolOf(setting.protocolId);
  const steps = protocol.steps.filter(({ optional }) => setting.optional || !optional);
  const byBlood = protocol.reading.kind === 'lactate';
  const random = seededRandom(setting.seed);
  const heart = sensor(seededRandom(setting.seed + 1), setting.dropsPerHour);
  const blood = seededRandom(setting.seed + 2);
  let body: RiderState = restedState(setting.rider);
  let stepIndex = 0;
  let inStepS = 0;
  let heldW = 60;
  let rolling: Rolling = settledOn(setting.expectedW / 2, setting.slope, setting.rider.cadenceRpm);
  let onW: number | null = null;
  let chancesUsed = 0;
  let chanceLeftS = 0;
  let ended: Ended = null;
  let endedBecause: string | null = null;
  const laps: number[] = [];
  const drops: StageDrop[] = [];
  const events: RideEvent[] = [];

  const current = (): TestStep => steps[Math.min(stepIndex, steps.length - 1)] as TestStep;
  const goOn = (): void => {
    stepIndex += 1;
    inStepS = 0;
    onW = null;
    chanceLeftS = 0;
    laps.push(body.second);
    if (stepIndex >= steps.length) ended = 'done';
  };
  const note = (did: RideEvent['did']): void => void events.push({ second: body.second, did });
  const endRamp = (why: string): void => {
    // A stage left half-way still gives a drop, at the share of it that was ridden.
    const share = (inStepS % setting.ramp.stageS) / setting.ramp.stageS;
    if (byBlood && share >= 0.25) drop('end', share);
    endedBecause = why;
    goOn();
  };
  const asked = (): number | null => {
    const { ask, seconds } = current();
    if (ask.kind === 'percent')
      return (
        (setting.expectedW *
          (ask.from + ((ask.to - ask.from) * (inStepS + 0.5)) / (seconds ?? 1))) /
        100
      );
    if (ask.kind === 'ramp') {
      const stageW =
        setting.ramp.startW + setting.ramp.stepW * Math.floor(inStepS / setting.ramp.stageS);
      return chanceLeftS > 0 ? stageW * CHANCE_SHARE : stageW;
    }
    if (ask.kind === 'onOff') {
      onW ??= repeatableWatts(setting.rider, body, seconds ?? 1200, setting.onS);
      return Math.floor(inStepS / setting.onS) % 2 === 0
        ? onW
        : cpNow(setting.rider, body) * OFF_SHARE;
    }
    return null;
  };

  const ridden = (): { watts: number; rpm: number; metresPerSecond?: number } => {
    const { ask, seconds } = current();
    const wanted = asked();
    const most = mostNow(setting.rider, body);
    if (ask.kind === 'ramp') {
      const turned = holdWatts(
        wanted ?? 0,
        heldW,
        most,
        body.rpm,
        setting.rider.cadenceRpm,
        random,
      );
      heldW = turned.heldW;
      return { watts: turned.watts + body.wanderW, rpm: turned.rpm };
    }
    const leftS = Math.max(1, (seconds ?? 1) - inStepS);
    const own =
      ask.kind === 'maximal'
        ? evenWatts(setting.rider, body, leftS, inStepS / (seconds ?? 1))
        : ask.kind === 'sprint'
          ? sprintWatts(most, inStepS)
          : Math.min(wanted ?? 0, most);
    const sprints = ask.kind === 'sprint';
    const habitRpm = setting.rider.cadenceRpm + (sprints ? 25 : 0);
    const turned = rideSlope(
      own + body.wanderW,
      setting.slope,
      rolling,
      habitRpm,
      !sprints || inStepS === 0,
      random,
    );
    ({ rolling } = turned);
    heldW = turned.watts;
    return { ...turned, metresPerSecond: rolling.metresPerSecond };
  };

  const drop = (at: StageDrop['at'], fraction: number): void => {
    const stageW =
      setting.ramp.startW + setting.ramp.stepW * Math.floor((inStepS - 1) / setting.ramp.stageS);
    drops.push({
      ...takeDrop(body.lactate, blood, setting.contaminatedShare),
      stageW,
      at,
      bpm: Math.round(body.bpm),
      fraction,
    });
  };
  const takeBlood = (): void => {
    if (!byBlood || current().ask.kind !== 'ramp') return;
    const intoStage = inStepS % setting.ramp.stageS;
    if (intoStage === Math.floor(setting.ramp.stageS / 2)) drop('mid', 1);
    if (intoStage !== 0) return;
    drop('end', 1);
    if (body.lactate >= CLEARLY_PAST) endRamp('clearly past LT2');
  };

  return {
    step() {
      if (ended !== null) return null;
      const { watts, rpm, metresPerSecond } = ridden();
      const whole = Math.max(0, Math.round(watts));
      body = liveOn(setting.rider, body, whole, rpm, random);
      inStepS += 1;
      chanceLeftS = Math.max(0, chanceLeftS - 1);
      const second = {
        watts: whole,
        bpm: heart.read(body.bpm),
        rpm: Math.round(rpm),
        ...(metresPerSecond === undefined ? {} : { metresPerSecond: roundTo(metresPerSecond, 2) }),
      };
      const { ask, seconds } = current();
      if (ask.kind === 'ramp' && rpm < LOWEST_RPM) endRamp('cadence fell under 60 rpm');
      else {
        takeBlood();
        if (ask === current().ask && seconds !== null && inStepS >= seconds) goOn();
      }
      return second;
    },
    state: () => {
      const step = current();
      return {
        second: body.second,
        stepIndex: Math.min(stepIndex, steps.length - 1),
        step,
        inStepS,
        leftS: step.seconds === null ? null : step.seconds - inStepS,
        askedW: ended === null ? asked() : null,
        stage: step.ask.kind === 'ramp' ? Math.floor(inStepS / setting.ramp.stageS) + 1 : null,
        chancesUsed,
        laps,
        drops,
        ended,
        endedBecause,
      };
    },
    events: () => events,
    lap() {
      if (ended !== null) return;
      note('lap');
      if (current().effort === undefined) goOn();
      else laps.push(body.second);
    },
    stop() {
      if (ended !== null) return;
      note('stop');
      if (current().ask.kind === 'ramp') endRamp('stopped by hand');
      else {
        laps.push(body.second);
        ended = stepIndex === steps.length - 1 ? 'done' : 'stopped';
      }
    },
    struggling() {
      if (ended !== null || current().ask.kind !== 'ramp')
        return 'There is nothing to bring back here.';
      if (chancesUsed >= CHANCES) return `Both chances are used. Hold the stage, or stop.`;
      note('struggling');
      chancesUsed += 1;
      chanceLeftS = CHANCE_S;
      return null;
    },
  };
}

/** The on-watts that the rider can repeat to the end: W′ nearly gone after the last on. */
function repeatableWatts(
  rider: SimulatedRider,
  state: RiderState,
  seconds: number,
  onS: number,
): number {
  const cpW = cpNow(rider, { hardS: state.hardS + seconds / 4 });
  const pairs = Math.floor(seconds / (2 * onS));
  const lasts = (onW: number): boolean => {
    let balance = state.balanceJ;
    for (let pair = 0; pair < pairs; pair += 1) {
      balance = balanceAfter(balance, onW, onS, { cpW, wPrimeJ: rider.wPrimeJ });
      if (balance < 0.08 * rider.wPrimeJ) return false;
      balance = balanceAfter(balance, cpW * OFF_SHARE, onS, { cpW, wPrimeJ: rider.wPrimeJ });
    }
    return true;
  };
  let [low, high] = [cpW, rider.pmaxW];
  for (let halving = 0; halving < 30; halving += 1) {
    const middle = (low + high) / 2;
    if (lasts(middle)) low = middle;
    else high = middle;
  }
  return low;
}

/** A ride that is over: every second, its laps and its drops of blood. */
export interface WholeRide {
  readonly seconds: readonly RiddenSecond[];
  readonly laps: readonly number[];
  readonly drops: readonly StageDrop[];
}

/**
 * Rides a test to its end, or to a second of it, with what was pressed on the way. The same setting and events make
 * the same ride, so a ride that was left is resumed by riding it again.
 *
 * @param ride a ride before its first second
 * @param events what was pressed, in order
 * @param untilS stop before this second; leave out to ride to the end
 * @returns everything ridden
 * Source: handbook section 13.
 */
export function rideOn(
  ride: TestRide,
  events: readonly RideEvent[] = [],
  untilS = Infinity,
): WholeRide {
  const seconds: RiddenSecond[] = [];
  let next = 0;
  const press = (second: number): void => {
    for (; events[next]?.second === second; next += 1) ride[events[next]?.did ?? 'lap']();
  };
  for (let second = 0; second < untilS; second += 1) {
    press(second);
    const ridden = ride.step();
    if (!ridden) break;
    seconds.push(ridden);
  }
  // What was pressed after the last second that was ridden.
  press(seconds.length);
  return { seconds, laps: ride.state().laps, drops: ride.state().drops };
}

/**
 * The setting a protocol usually has on the stand-ins.
 *
 * @param protocolId the protocol
 * @param rider the simulated rider
 * @param expectedW FTP expected, W; decides between the standard and the light ramp
 * @param seed any whole number
 * @returns the setting
 * Source: handbook section 4.
 */
export function usualSetting(
  protocolId: ProtocolId,
  rider: SimulatedRider,
  expectedW: number,
  seed: number,
): TestRideSetting {
  return {
    protocolId,
    rider,
    seed,
    expectedW,
    ramp: usualRamp(protocolOf(protocolId), expectedW),
    onS: 30,
    optional: false,
    slope: USUAL_SLOPE,
    dropsPerHour: 1,
    contaminatedShare: 0.05,
  };
}

/**
 * Start, step and stage of a protocol's ramp for a rider: the standard ramp, the light one under 150 W; lactate steps
 * from about half of FTP; the fast ramp 5 W every 15 s.
 *
 * @param protocol the protocol
 * @param expectedW FTP expected, W
 * @returns the ramp
 * Source: handbook section 4.
 */
export function usualRamp(protocol: Protocol, expectedW: number): RampSetting {
  if (protocol.reading.kind === 'lactate')
    return { startW: Math.round(expectedW / 40) * 20, stepW: 20, stageS: 240 };
  if (protocol.reading.kind === 'fastRamp')
    return { startW: Math.max(50, Math.round(expectedW / 20) * 10), stepW: 5, stageS: 15 };
  return expectedW < 150
    ? { startW: 50, stepW: 10, stageS: 60 }
    : { startW: 100, stepW: 20, stageS: 60 };
}
