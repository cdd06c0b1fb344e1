import { balanceAfter, type Recovering } from '../power/index.ts';
import { rescueSet, type Segment } from '../sessions/index.ts';

/** What a ride is judged by while it is ridden; left out of the setting where nothing is to be said. */
export interface JudgedBy {
  /** CP and W′ of the rider; null where they are not known. */
  readonly model: Recovering | null;
  readonly ftpW: number | null;
  /** Maximal heart rate that was measured, where heart rate may speak; else null. */
  readonly maximalBpm: number | null;
  /** The last marked day was tired. */
  readonly tired: boolean;
  /** Whether RPE is asked at 1:00 of a ceiling rep. */
  readonly askRpe: boolean;
}

/** How hard a rep was said to be, by one of the buttons. */
export type SaidRpe = 'under7' | 'seven' | 'over7' | 'ten';

/** What the room says of a rep or a set while it is ridden. */
export interface Judged {
  /** "Ease", "there is room", "the next 3 % lower"; null where nothing is to be said. */
  readonly says: string | null;
  readonly asksRpe: boolean;
  /** What is offered between two reps; null where the set holds. */
  readonly offer: SetOffer | null;
}

/** A set that does not hold. */
export interface SetOffer {
  /** Why: a rep fell under its limit, the rest would break it, or the rider is not well. */
  readonly why: 'under' | 'breaks' | 'unwell';
  /** Watts from now on with which all that are left hold; null where nothing but ending is offered. */
  readonly rescueW: number | null;
  readonly repsLeft: number;
}

/** "Started too hard": the first seconds this much over the target, in reps this long. Source: handbook 9.3. */
const FIRST_S = 20;
const FIRST_OVER = 1.2;
const SHORTEST_S = 120;
/** "Ease" is said from here to here, s. */
const EASE_S = { from: 5, to: 40 } as const;
/** A rep is under its limit below this share of the band's lower one, from 1:00 on. Source: handbook 9.3. */
const UNDER = 0.95;
const MINUTE_S = 60;
/** "There is room" half-way, this far under the maximum, bpm. */
const ROOM_BPM = 15;
/** Ceiling work, percent of FTP. */
const CEILING = { low: 105, high: 125 } as const;
/** The next rep starts this much lower after more than RPE 7. */
const LOWER = 0.97;

/**
 * Middle of what a step asks.
 *
 * @param segment a step laid out for the rider
 * @returns W; null where it is not asked in watts
 */
export function middleOf({ from, to }: Segment): number | null {
  return from?.countedW == null || to?.countedW == null || from.lowW === null
    ? null
    : (from.countedW + to.countedW) / 2;
}

/** Judges a session second by second: what was ridden, what is left of W′, what the rider said. */
export class RidingJudge {
  private balanceJ: number;
  private firstMeanW: number | null = null;
  private halfBpm: number | null = null;
  private saidInSet: SaidRpe[] = [];
  private setId: string | null = null;
  private readonly rescued = new Set<string>();
  private answered = false;
  private unwell = false;
  private wentOn = false;
  private under = false;
  private repsDone = 0;

  constructor(private readonly by: JudgedBy) {
    this.balanceJ = by.model?.wPrimeJ ?? 0;
  }

  /** A second was ridden; without watts the balance takes what was asked. */
  second(
    segment: Segment,
    inStepS: number,
    { watts, bpm, meanW }: { watts: number | null; bpm: number | null; meanW: number },
  ): void {
    const { model } = this.by;
    if (model)
      this.balanceJ = balanceAfter(this.balanceJ, watts ?? middleOf(segment) ?? 0, 1, model);
    if (segment.role !== 'work') return;
    if (inStepS <= FIRST_S) this.firstMeanW = meanW;
    if (inStepS === Math.ceil(segment.seconds / 2)) this.halfBpm = bpm;
  }

  /** A step begins. */
  begin(segment: Segment): void {
    if (segment.role !== 'work') return;
    if (segment.stepId !== this.setId) {
      this.setId = segment.stepId;
      this.saidInSet = [];
      this.repsDone = 0;
    }
    this.firstMeanW = null;
    this.halfBpm = null;
    this.answered = false;
    this.wentOn = false;
    this.under = false;
  }

  /** A step was ridden to its end, or left. */
  end(segment: Segment, seconds: number, meanW: number, lowW: number | null): void {
    if (segment.role !== 'work' || segment.rep === null) return;
    this.repsDone += 1;
    this.under = this.repsDone > 1 && seconds >= MINUTE_S && lowW !== null && meanW < UNDER * lowW;
  }

  say(rpe: SaidRpe): void {
    this.answered = true;
    this.saidInSet.push(rpe);
  }

  tapUnwell(): void {
    this.unwell = true;
  }

  goOn(): void {
    this.wentOn = true;
  }

  take(stepId: string): void {
    this.rescued.add(stepId);
    this.wentOn = true;
  }

  /** How much the rep that begins is turned: 3 % lower after more than RPE 7. */
  turnOfNext(): number {
    const last = this.saidInSet.at(-1);
    return last === 'over7' || last === 'ten' ? LOWER : 1;
  }

  /** What is to be said now. */
  judge(segments: readonly Segment[], at: number, inStepS: number, share: number): Judged {
    const segment = segments[at];
    if (!segment) return { says: null, asksRpe: false, offer: null };
    const working = segment.role === 'work';
    return {
      says: working ? this.saysIn(segment, inStepS) : this.saysAfter(),
      asksRpe: working && this.asksIn(segment, inStepS),
      offer:
        this.unwell || this.said('ten') || !working
          ? this.offer(segments, at, inStepS, share)
          : null,
    };
  }

  private said(rpe: SaidRpe): boolean {
    return this.saidInSet.includes(rpe);
  }

  private saysIn(segment: Segment, inStepS: number): string | null {
    const target = middleOf(segment);
    const long = segment.seconds >= SHORTEST_S;
    const tooHard =
      long && target !== null && this.firstMeanW !== null && this.firstMeanW > FIRST_OVER * target;
    if (tooHard && inStepS >= EASE_S.from && inStepS <= EASE_S.to) return 'ease';
    const { maximalBpm, tired } = this.by;
    const easyEnough =
      this.saidInSet.length > 0 &&
      this.saidInSet.every((rpe) => rpe === 'under7' || rpe === 'seven');
    const room =
      long &&
      maximalBpm !== null &&
      !tired &&
      easyEnough &&
      this.halfBpm !== null &&
      this.halfBpm < maximalBpm - ROOM_BPM;
    return room ? 'there is room' : null;
  }

  private saysAfter(): string | null {
    return this.turnOfNext() < 1 ? 'the next 3 % lower' : null;
  }

  private asksIn(segment: Segment, inStepS: number): boolean {
    const { askRpe, ftpW } = this.by;
    const target = middleOf(segment);
    if (!askRpe || this.answered || ftpW === null || target === null) return false;
    const percent = (target / ftpW) * 100;
    return (
      inStepS >= MINUTE_S &&
      segment.seconds >= SHORTEST_S &&
      percent > CEILING.low &&
      percent <= CEILING.high
    );
  }

  private offer(
    segments: readonly Segment[],
    at: number,
    inStepS: number,
    share: number,
  ): SetOffer | null {
    const { setId } = this;
    if (setId === null) return null;
    const last = segments.findLastIndex(({ stepId }) => stepId === setId);
    const left = segments.slice(at, last + 1);
    const reps = left.filter(({ stepId }) => stepId === setId);
    const repsLeft = reps.length;
    if (this.unwell || this.said('ten'))
      return { why: 'unwell', rescueW: null, repsLeft: Math.max(0, repsLeft) };
    // Nobody decides between two efforts of half a minute.
    if (repsLeft === 0 || this.wentOn || (reps[0]?.seconds ?? 0) < MINUTE_S) return null;
    const rescue = this.rescueOf(left, setId, (middleOf(reps[0] as Segment) ?? 0) * share, inStepS);
    if (this.under) return { why: 'under', rescueW: rescue?.watts ?? null, repsLeft };
    return rescue && !rescue.holds ? { why: 'breaks', rescueW: rescue.watts, repsLeft } : null;
  }

  private rescueOf(left: readonly Segment[], setId: string, askedW: number, inStepS: number) {
    const { model } = this.by;
    if (!model || askedW <= model.cpW) return null;
    const [now, ...others] = left;
    if (!now) return null;
    const rest = { ...now, seconds: Math.max(1, now.seconds - inStepS) };
    const rescue = rescueSet({
      segments: [rest, ...others],
      stepIds: new Set([setId]),
      balanceJ: this.balanceJ,
      model,
      askedW,
    });
    // Once in a set is the most: after that only ending is offered.
    return this.rescued.has(setId) ? { ...rescue, watts: null } : rescue;
  }
}
