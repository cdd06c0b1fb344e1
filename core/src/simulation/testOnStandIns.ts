import { balanceAfter } from '../power/index.ts';
import { type Protocol, protocolOf, type TestStep } from '../testing/index.ts';
import { roundTo } from '../units/index.ts';
import { holdWatts, rideSlope, type Rolling, sensor, settledOn, takeDrop } from './devices.ts';
import { seededRandom } from '../units/index.ts';
import {
  cpNow,
  evenWatts,
  liveOn,
  mostNow,
  recovering,
  restedState,
  type RiderState,
  type SimulatedRider,
  sprintWatts,
} from './rider.ts';
import type {
  Ended,
  RiddenSecond,
  RideEvent,
  StageDrop,
  TestRideSetting,
  TestRideState,
} from './testRide.ts';

/** A rider who drops under the watts gets this many chances. Source: handbook section 4. */
export const CHANCES = 2;
const CHANCE_S = 12;
const CHANCE_SHARE = 0.85;
const LOWEST_RPM = 60;
/** Lactate this high is clearly past LT2, mmol/L. */
const CLEARLY_PAST = 6.5;
const OFF_SHARE = 0.5;
/** Ridden less than this share, a stage gives no drop. */
const SHORTEST_STAGE = 0.25;
const SPRINT_RPM = 25;

/** A test on the stand-ins: rider, trainer, strap and lactate meter, second by second. */
export class TestOnStandIns {
  readonly events: RideEvent[] = [];
  private readonly protocol: Protocol;
  private readonly steps: readonly TestStep[];
  private readonly random;
  private readonly heart;
  private readonly blood;
  private readonly laps: number[] = [];
  private readonly drops: StageDrop[] = [];
  private body: RiderState;
  private rolling: Rolling;
  private stepIndex = 0;
  private inStepS = 0;
  /** Work of the step so far, J. */
  private inStepJ = 0;
  private heldW = 60;
  private onW: number | null = null;
  private chancesUsed = 0;
  private chanceLeftS = 0;
  private ended: Ended = null;
  private endedBecause: string | null = null;

  constructor(private readonly setting: TestRideSetting) {
    const { rider, seed, slope } = setting;
    this.protocol = protocolOf(setting.protocolId);
    this.steps = this.protocol.steps.filter(({ optional }) => setting.optional || !optional);
    this.random = seededRandom(seed);
    this.heart = sensor(seededRandom(seed + 1), setting.dropsPerHour);
    this.blood = seededRandom(seed + 2);
    this.body = restedState(rider);
    this.rolling = settledOn(setting.expectedW / 2, slope, rider.cadenceRpm);
  }

  step(): RiddenSecond | null {
    if (this.ended !== null) return null;
    const { watts, rpm, metresPerSecond } =
      this.current().ask.kind === 'ramp' ? this.rampSecond() : this.ownSecond();
    const whole = Math.max(0, Math.round(watts));
    this.body = liveOn(this.setting.rider, this.body, whole, rpm, this.random);
    this.inStepS += 1;
    this.inStepJ += whole;
    this.chanceLeftS = Math.max(0, this.chanceLeftS - 1);
    const second = {
      watts: whole,
      bpm: this.heart.read(this.body.bpm),
      rpm: Math.round(rpm),
      ...(metresPerSecond === undefined ? {} : { metresPerSecond: roundTo(metresPerSecond, 2) }),
    };
    const { ask, seconds } = this.current();
    if (ask.kind === 'ramp' && rpm < LOWEST_RPM) this.endRamp('cadence fell under 60 rpm');
    else {
      this.takeBlood();
      if (ask === this.current().ask && seconds !== null && this.inStepS >= seconds) this.goOn();
    }
    return second;
  }

  state(): TestRideState {
    const step = this.current();
    const { inStepS, ended } = this;
    return {
      second: this.body.second,
      stepIndex: Math.min(this.stepIndex, this.steps.length - 1),
      step,
      inStepS,
      stepMeanW: inStepS === 0 ? 0 : this.inStepJ / inStepS,
      leftS: step.seconds === null ? null : step.seconds - inStepS,
      askedW: ended === null ? this.asked() : null,
      stage: step.ask.kind === 'ramp' ? Math.floor(inStepS / this.setting.ramp.stageS) + 1 : null,
      chancesUsed: this.chancesUsed,
      laps: this.laps,
      drops: this.drops,
      ended,
      endedBecause: this.endedBecause,
    };
  }

  lap(): void {
    if (this.ended !== null) return;
    this.note('lap');
    if (this.current().effort === undefined) this.goOn();
    else this.laps.push(this.body.second);
  }

  stop(): void {
    if (this.ended !== null) return;
    this.note('stop');
    if (this.current().ask.kind === 'ramp') return this.endRamp('stopped by hand');
    this.laps.push(this.body.second);
    this.ended = this.stepIndex === this.steps.length - 1 ? 'done' : 'stopped';
  }

  struggling(): string | null {
    if (this.ended !== null || this.current().ask.kind !== 'ramp')
      return 'There is nothing to bring back here.';
    if (this.chancesUsed >= CHANCES) return `Both chances are used. Hold the stage, or stop.`;
    this.note('struggling');
    this.chancesUsed += 1;
    this.chanceLeftS = CHANCE_S;
    return null;
  }

  private current(): TestStep {
    return this.steps[Math.min(this.stepIndex, this.steps.length - 1)] as TestStep;
  }

  private note(did: RideEvent['did']): void {
    this.events.push({ second: this.body.second, did });
  }

  private goOn(): void {
    this.stepIndex += 1;
    this.inStepS = 0;
    this.inStepJ = 0;
    this.onW = null;
    this.chanceLeftS = 0;
    this.laps.push(this.body.second);
    if (this.stepIndex >= this.steps.length) this.ended = 'done';
  }

  private endRamp(why: string): void {
    // A stage left half-way still gives a drop, at the share of it that was ridden.
    const { stageS } = this.setting.ramp;
    const share = (this.inStepS % stageS) / stageS;
    if (this.byBlood() && share >= SHORTEST_STAGE) this.drop('end', share);
    this.endedBecause = why;
    this.goOn();
  }

  /** Watts asked now; null where it is "all you have". */
  private asked(): number | null {
    const { ask, seconds } = this.current();
    const { setting, inStepS } = this;
    if (ask.kind === 'percent') {
      const along = (inStepS + 0.5) / (seconds ?? 1);
      return (setting.expectedW * (ask.from + (ask.to - ask.from) * along)) / 100;
    }
    if (ask.kind === 'ramp') {
      const { startW, stepW, stageS } = setting.ramp;
      const stageW = startW + stepW * Math.floor(inStepS / stageS);
      return this.chanceLeftS > 0 ? stageW * CHANCE_SHARE : stageW;
    }
    if (ask.kind === 'onOff') {
      this.onW ??= repeatableWatts(setting.rider, this.body, seconds ?? 1200, setting.onS);
      const on = Math.floor(inStepS / setting.onS) % 2 === 0;
      return on ? this.onW : cpNow(setting.rider, this.body) * OFF_SHARE;
    }
    return null;
  }

  /** A second in which the trainer holds the watts. */
  private rampSecond(): { watts: number; rpm: number; metresPerSecond?: number } {
    const { rider } = this.setting;
    const most = mostNow(rider, this.body);
    const wanted = this.asked() ?? 0;
    const turned = holdWatts(
      wanted,
      this.heldW,
      most,
      this.body.rpm,
      rider.cadenceRpm,
      this.random,
    );
    this.heldW = turned.heldW;
    return { watts: turned.watts + this.body.wanderW, rpm: turned.rpm };
  }

  /** A second in which the rider paces. */
  private ownSecond(): { watts: number; rpm: number; metresPerSecond?: number } {
    const { rider, slope } = this.setting;
    const { inStepS } = this;
    const sprints = this.current().ask.kind === 'sprint';
    const habitRpm = rider.cadenceRpm + (sprints ? SPRINT_RPM : 0);
    const turned = rideSlope(
      this.ownWatts() + this.body.wanderW,
      slope,
      this.rolling,
      habitRpm,
      !sprints || inStepS === 0,
      this.random,
    );
    this.rolling = turned.rolling;
    this.heldW = turned.watts;
    return { ...turned, metresPerSecond: turned.rolling.metresPerSecond };
  }

  private ownWatts(): number {
    const { ask, seconds } = this.current();
    const { rider } = this.setting;
    const { inStepS } = this;
    const wanted = this.asked();
    const most = mostNow(rider, this.body);
    if (ask.kind === 'maximal') {
      const leftS = Math.max(1, (seconds ?? 1) - inStepS);
      return evenWatts(rider, this.body, leftS, inStepS / (seconds ?? 1));
    }
    return ask.kind === 'sprint' ? sprintWatts(most, inStepS) : Math.min(wanted ?? 0, most);
  }

  private byBlood(): boolean {
    return this.protocol.reading.kind === 'lactate';
  }

  private drop(at: StageDrop['at'], fraction: number): void {
    const { startW, stepW, stageS } = this.setting.ramp;
    this.drops.push({
      ...takeDrop(this.body.lactate, this.blood, this.setting.contaminatedShare),
      stageW: startW + stepW * Math.floor((this.inStepS - 1) / stageS),
      at,
      bpm: Math.round(this.body.bpm),
      fraction,
    });
  }

  private takeBlood(): void {
    if (!this.byBlood() || this.current().ask.kind !== 'ramp') return;
    const { stageS } = this.setting.ramp;
    const intoStage = this.inStepS % stageS;
    if (intoStage === Math.floor(stageS / 2)) this.drop('mid', 1);
    if (intoStage !== 0) return;
    this.drop('end', 1);
    if (this.body.lactate >= CLEARLY_PAST) this.endRamp('clearly past LT2');
  }
}

/** The on-watts that the rider can repeat to the end: W′ nearly gone after the last on. */
function repeatableWatts(
  rider: SimulatedRider,
  state: RiderState,
  seconds: number,
  onS: number,
): number {
  const cpW = cpNow(rider, { hardS: state.hardS + seconds / 4 });
  const model = recovering(cpW, rider);
  const pairs = Math.floor(seconds / (2 * onS));
  const lasts = (onW: number): boolean => {
    let balance = state.balanceJ;
    for (let pair = 0; pair < pairs; pair += 1) {
      balance = balanceAfter(balance, onW, onS, model);
      if (balance < 0.08 * rider.wPrimeJ) return false;
      balance = balanceAfter(balance, cpW * OFF_SHARE, onS, model);
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
