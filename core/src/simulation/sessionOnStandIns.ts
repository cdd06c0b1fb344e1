import { type Segment } from '../sessions/index.ts';
import type { RecordedSecond } from '../power/index.ts';
import { roundTo } from '../units/index.ts';
import {
  holdWatts,
  rideFreely,
  rideSlope,
  type Rolling,
  sensor,
  settledOn,
  type Slope,
} from './devices.ts';
import { seededRandom } from './random.ts';
import { liveOn, mostNow, restedState, type RiderState } from './rider.ts';
import type {
  RiddenStep,
  SessionEvent,
  SessionRideSetting,
  SessionRideState,
} from './sessionRide.ts';
import { bandNow, bandOf, wantedWatts } from './sessionWatts.ts';

/** One press up or down. */
const TURN = 0.02;
const LOWEST_SHARE = 0.5;
const ADDED_S = 60;
/** No ride is longer, s: a step left open for ever ends here. */
const LONGEST_RIDE_S = 86_400;

/** What is known of the step under way. */
interface UnderWay {
  seconds: number;
  addedS: number;
  metres: number;
  /** Watts of the seconds in which the meter spoke. */
  joules: number;
  knownS: number;
}

const BEGUN: UnderWay = { seconds: 0, addedS: 0, metres: 0, joules: 0, knownS: 0 };

/** A session on the stand-ins: rider, trainer, strap and meter, second by second. */
export class SessionOnStandIns {
  readonly events: SessionEvent[] = [];
  private readonly random;
  private readonly heart;
  private readonly meter;
  private readonly steps: RiddenStep[] = [];
  private readonly laps: number[] = [];
  private body: RiderState;
  private rolling: Rolling;
  private at = 0;
  private inStep = { ...BEGUN };
  private share = 1;
  private silentS = 0;
  private heldW = 60;
  private ended: boolean;

  constructor(private readonly setting: SessionRideSetting) {
    const { rider, slope, seed } = setting;
    this.random = seededRandom(seed);
    this.heart = sensor(seededRandom(seed + 1), setting.dropsPerHour);
    this.meter = sensor(seededRandom(seed + 2), setting.powerDropsPerHour);
    this.body = restedState(rider);
    this.rolling = settledOn(Math.max(60, rider.cpW / 2), slope, rider.cadenceRpm);
    this.ended = setting.segments.length === 0;
  }

  step(): RecordedSecond | null {
    const segment = this.current();
    if (!segment) return null;
    const { watts, rpm, metresPerSecond } = this.ride(segment);
    const whole = Math.max(0, Math.round(watts));
    this.body = liveOn(this.setting.rider, this.body, whole, rpm, this.random);
    this.inStep.seconds += 1;
    this.inStep.metres += metresPerSecond ?? 0;
    const shown = this.meter.read(whole);
    this.silentS = shown === null ? this.silentS + 1 : 0;
    if (shown !== null) {
      this.inStep.joules += shown;
      this.inStep.knownS += 1;
    }
    const second = {
      watts: shown,
      bpm: this.heart.read(this.body.bpm),
      rpm: Math.round(rpm),
      ...(metresPerSecond === undefined ? {} : { metresPerSecond: roundTo(metresPerSecond, 2) }),
    };
    if (this.isOver(segment)) this.leave(this.at + 1);
    else if (this.body.second >= LONGEST_RIDE_S) this.pressed.stop();
    return second;
  }

  state(): SessionRideState {
    const { segments } = this.setting;
    const { at, share, inStep } = this;
    const segment = this.current();
    const reps = segments.slice(at).flatMap(({ rep }) => (rep === null ? [] : [rep]));
    return {
      second: this.body.second,
      at,
      segment,
      inStepS: inStep.seconds,
      ...this.left(segment),
      asked: segment && bandNow(segment, inStep.seconds, share),
      share,
      stepMeanW: inStep.knownS === 0 ? 0 : inStep.joules / inStep.knownS,
      repsLeft: new Set(reps).size,
      next: segments[at + 1] ?? null,
      ended: this.ended,
      steps: this.steps,
      laps: this.laps,
      silentS: this.silentS,
    };
  }

  press(did: SessionEvent['did']): void {
    if (this.ended) return;
    this.events.push({ second: this.body.second, did });
    this.pressed[did]();
  }

  private readonly pressed: Record<SessionEvent['did'], () => void> = {
    lap: () => {
      if (this.current()?.until?.kind === 'lap') this.leave(this.at + 1);
      else this.laps.push(this.body.second);
    },
    skip: () => this.leave(this.at + 1),
    back: () => this.leave(this.at, false),
    minute: () => {
      if (this.current()?.role !== 'work') this.inStep.addedS += ADDED_S;
    },
    lastOne: () => this.leave(afterSet(this.setting.segments, this.at)),
    harder: () => void (this.share = roundTo(this.share + TURN, 2)),
    easier: () => void (this.share = Math.max(LOWEST_SHARE, roundTo(this.share - TURN, 2))),
    stop: () => {
      this.leave(this.at);
      this.ended = true;
    },
  };

  private current(): Segment | null {
    return this.ended ? null : (this.setting.segments[this.at] ?? null);
  }

  /** Goes to another step; what was ridden of the one left is kept, as a rep only where it counts. */
  private leave(to: number, counts = true): void {
    const segment = this.current();
    if (segment && this.inStep.seconds > 0) {
      const band = bandOf(segment, this.share);
      const { role, rep } = segment;
      this.steps.push({
        ...(counts ? { rep, role } : { rep: null, role: 'easy' as const }),
        startS: this.body.second - this.inStep.seconds,
        endS: this.body.second,
        lowW: band?.lowW ?? null,
        highW: band?.highW ?? null,
      });
    }
    this.at = to;
    this.inStep = { ...BEGUN };
    if (to >= this.setting.segments.length) this.ended = true;
  }

  private ride(segment: Segment): { watts: number; rpm: number; metresPerSecond?: number } {
    const { rider, slope, trainer } = this.setting;
    const { body, random } = this;
    const most = mostNow(rider, body);
    const wanted = wantedWatts(segment, this.inStep.seconds, this.share, rider, body, most);
    if (trainer === 'held watts' && segment.role === 'work') {
      const turned = holdWatts(wanted, this.heldW, most, body.rpm, rider.cadenceRpm, random);
      this.heldW = turned.heldW;
      return { watts: turned.watts + body.wanderW, rpm: turned.rpm };
    }
    const given = Math.min(wanted + body.wanderW, most);
    this.heldW = given;
    if (trainer !== 'slope') return rideFreely(given, body.rpm, rider.cadenceRpm, random);
    const on = this.hillOf(segment) ?? slope;
    const turned = rideSlope(given, on, this.rolling, rider.cadenceRpm, true, random);
    this.rolling = turned.rolling;
    return { ...turned, metresPerSecond: turned.rolling.metresPerSecond };
  }

  /** The hill that is ridden, where the trainer can be one. */
  private hillOf({ until }: Segment): Slope | null {
    const { slope, trainer } = this.setting;
    return until?.kind === 'hill' && trainer === 'slope'
      ? { ...slope, gradient: until.gradientPercent / 100 }
      : null;
  }

  private isOver(segment: Segment): boolean {
    const { until } = segment;
    if (until?.kind === 'lap') return false;
    return until?.kind === 'hill' && this.hillOf(segment)
      ? this.inStep.metres >= until.metres
      : this.inStep.seconds >= segment.seconds + this.inStep.addedS;
  }

  /** What is left of a step: seconds where its time ends it, metres on a hill, neither until lap is pressed. */
  private left(segment: Segment | null): Pick<SessionRideState, 'leftS' | 'leftM'> {
    if (!segment || segment.until?.kind === 'lap') return { leftS: null, leftM: null };
    const { seconds, addedS, metres } = this.inStep;
    if (segment.until?.kind === 'hill' && this.hillOf(segment))
      return { leftS: null, leftM: Math.max(0, Math.round(segment.until.metres - metres)) };
    return { leftS: segment.seconds + addedS - seconds, leftM: null };
  }
}

/** The place behind the last rep of the same kind. */
function afterSet(segments: readonly Segment[], at: number): number {
  const id =
    segments[at]?.role === 'work'
      ? segments[at]?.stepId
      : segments.slice(0, at).findLast(({ role }) => role === 'work')?.stepId;
  const last = segments.findLastIndex(({ stepId }) => stepId === id);
  return Math.max(at, last) + 1;
}
