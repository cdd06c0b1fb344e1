import type { Asked, Segment } from '../sessions/index.ts';
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
import { seededRandom } from '../units/index.ts';
import { liveOn, mostNow, restedState, type RiderState } from './rider.ts';
import type {
  RiddenStep,
  SessionEvent,
  SessionRideSetting,
  SessionRideState,
} from './sessionRide.ts';
import { type Judged, middleOf, RidingJudge, type SaidRpe } from './ridingJudge.ts';
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

const NOTHING_SAID: Judged = { says: null, asksRpe: false, offer: null };
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
  private segments: readonly Segment[];
  private readonly judge: RidingJudge | null;
  /** Bands asked before a set was saved, by step. */
  private readonly before = new Map<string, { lowW: number; highW: number }>();
  private saidOfStep: SaidRpe | null = null;
  private turnedByRpe = false;

  constructor(private readonly setting: SessionRideSetting) {
    const { rider, slope, seed } = setting;
    this.random = seededRandom(seed);
    this.heart = sensor(seededRandom(seed + 1), setting.dropsPerHour);
    this.meter = sensor(seededRandom(seed + 2), setting.powerDropsPerHour);
    this.body = restedState(rider);
    this.rolling = settledOn(Math.max(60, rider.cpW / 2), slope, rider.cadenceRpm);
    this.segments = setting.segments;
    this.judge = setting.judge ? new RidingJudge(setting.judge) : null;
    this.ended = setting.segments.length === 0;
    const first = this.current();
    if (first) this.judge?.begin(first);
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
    this.judge?.second(segment, this.inStep.seconds, {
      watts: shown,
      bpm: second.bpm,
      meanW: this.meanW(),
    });
    if (this.isOver(segment)) this.leave(this.at + 1);
    else if (this.body.second >= LONGEST_RIDE_S) this.pressed.stop();
    return second;
  }

  state(): SessionRideState {
    const { segments, at, share, inStep } = this;
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
      stepMeanW: this.meanW(),
      repsLeft: new Set(reps).size,
      next: segments[at + 1] ?? null,
      ended: this.ended,
      steps: this.steps,
      laps: this.laps,
      silentS: this.silentS,
      judged: this.judge?.judge(segments, at, inStep.seconds, share) ?? NOTHING_SAID,
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
    lastOne: () => this.leave(afterSet(this.segments, this.at)),
    harder: () => void (this.share = roundTo(this.share + TURN, 2)),
    easier: () => void (this.share = Math.max(LOWEST_SHARE, roundTo(this.share - TURN, 2))),
    rpeUnder7: () => this.say('under7'),
    rpe7: () => this.say('seven'),
    rpeOver7: () => this.say('over7'),
    rpe10: () => this.say('ten'),
    unwell: () => this.judge?.tapUnwell(),
    rescue: () => this.rescue(),
    rideEasy: () => this.rideEasy(),
    goOn: () => this.judge?.goOn(),
    stop: () => {
      this.leave(this.at);
      this.ended = true;
    },
  };

  private meanW(): number {
    return this.inStep.knownS === 0 ? 0 : this.inStep.joules / this.inStep.knownS;
  }

  /** A step begins: after more than RPE 7 the next rep starts 3 % lower, once for each time it was said. */
  private enter(segment: Segment): void {
    this.saidOfStep = null;
    if (segment.role === 'work' && this.turnedByRpe) {
      this.share = roundTo(this.share * (this.judge?.turnOfNext() ?? 1), 2);
      this.turnedByRpe = false;
    }
    this.judge?.begin(segment);
  }

  private say(rpe: SaidRpe): void {
    if (!this.judge) return;
    this.judge.say(rpe);
    this.saidOfStep = rpe;
    this.turnedByRpe = rpe === 'over7' || rpe === 'ten';
  }

  /** The reps that are left at the watts that save them. */
  private rescue(): void {
    const offer = this.judge?.judge(this.segments, this.at, this.inStep.seconds, this.share).offer;
    const next = this.segments.slice(this.at).find(({ role }) => role === 'work');
    const askedW = next ? middleOf(next) : null;
    if (offer?.rescueW == null || !next || askedW === null) return;
    const factor = offer.rescueW / askedW;
    const band = bandOf(next, 1);
    if (band) this.before.set(next.stepId, band);
    this.segments = this.segments.map((segment, index) =>
      index >= this.at && segment.stepId === next.stepId ? scaled(segment, factor) : segment,
    );
    this.share = 1;
    this.judge?.take(next.stepId);
  }

  /** What is left of the work is ridden easy. */
  private rideEasy(): void {
    const easy = this.segments.find(({ role }) => role === 'easy');
    this.segments = this.segments.map((segment, index) =>
      index >= this.at && segment.role === 'work'
        ? {
            ...segment,
            role: 'easy',
            rep: null,
            from: easy?.from ?? scaledAsked(segment.from, EASY_SHARE),
            to: easy?.to ?? scaledAsked(segment.to, EASY_SHARE),
          }
        : segment,
    );
    this.judge?.goOn();
  }

  private current(): Segment | null {
    return this.ended ? null : (this.segments[this.at] ?? null);
  }

  /** Goes to another step; what was ridden of the one left is kept, as a rep only where it counts. */
  private leave(to: number, counts = true): void {
    const segment = this.current();
    if (segment && this.inStep.seconds > 0) {
      const band = bandOf(segment, this.share);
      const { role, rep } = segment;
      this.judge?.end(segment, this.inStep.seconds, this.meanW(), band?.lowW ?? null);
      const before = this.before.get(segment.stepId);
      this.steps.push({
        ...(segment.role === 'work' && before ? { before } : {}),
        ...(this.saidOfStep === null ? {} : { said: this.saidOfStep }),
        ...(counts ? { rep, role } : { rep: null, role: 'easy' as const }),
        startS: this.body.second - this.inStep.seconds,
        endS: this.body.second,
        lowW: band?.lowW ?? null,
        highW: band?.highW ?? null,
      });
    }
    this.at = to;
    this.inStep = { ...BEGUN };
    if (to >= this.segments.length) this.ended = true;
    const next = this.current();
    if (next) this.enter(next);
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

/** Without an easy step to go by, easy is half of what the work asks. */
const EASY_SHARE = 0.5;

function scaledAsked(asked: Asked | null, factor: number): Asked | null {
  const by = (watts: number | null): number | null =>
    watts === null ? null : Math.round(watts * factor);
  return (
    asked && {
      ...asked,
      lowW: by(asked.lowW),
      highW: by(asked.highW),
      countedW: asked.countedW === null ? null : asked.countedW * factor,
    }
  );
}

function scaled(segment: Segment, factor: number): Segment {
  return {
    ...segment,
    from: scaledAsked(segment.from, factor),
    to: scaledAsked(segment.to, factor),
  };
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
