import { isLeftOut, type Span } from './numbered.ts';
import type { PoweredRep } from './plannedReps.ts';
import { centredMean, sumsOf } from './smooth.ts';

/** Where the watts cross the middle is looked for in means of so many seconds; from reps of 2:00 on in longer ones. */
const SMOOTH_S = { short: 5, long: 15, longFrom: 120 } as const;
/** The next rep begins within these shares of the planned rest. */
const REST_SHARES = { least: 0.5, most: 3 } as const;
/** A fall under the middle of so many seconds ends a rep; half the planned rest where that is less. */
const END_S = 30;
const START_WITHIN_S = 20;
/** One more than planned is a rep where it has this share of the watts, and these of the length. */
const LIKE = { strength: 0.9, shortest: 0.5, longest: 1.5 } as const;
/** Nothing that is longer than so many times a rep is that rep. */
const TOO_LONG = 2;

/** Reps one after another. */
export interface Chain {
  readonly spans: readonly Span[];
  /** The place of each in the plan, from 0, past its end where there are more; null: one after another. */
  readonly places: readonly number[] | null;
}

/** Where the next rep of a chain begins, and its place in the plan. */
interface Following {
  readonly place: number;
  readonly at: number;
}

/** Watts of a ride, and what every search in them looks at. */
export class Ridden {
  readonly watts: Float64Array;
  readonly short: Float64Array;
  readonly long: Float64Array;
  private readonly sums: Float64Array;

  constructor(watts: Float64Array) {
    this.watts = watts;
    this.short = centredMean(watts, SMOOTH_S.short);
    this.long = centredMean(watts, SMOOTH_S.long);
    this.sums = sumsOf(watts);
  }

  /** Mean watts of a span; 0 where it holds nothing. */
  mean(from: number, to: number): number {
    const end = Math.min(to, this.watts.length);
    return end <= from
      ? 0
      : ((this.sums[end] as number) - (this.sums[from] as number)) / (end - from);
  }
}

/** Looks for the reps of a plan in the watts of a ride. */
export class Search {
  private readonly planned: readonly PoweredRep[];
  private readonly ridden: Ridden;

  constructor(planned: readonly PoweredRep[], ridden: Ridden) {
    this.planned = planned;
    this.ridden = ridden;
  }

  /** Seconds in a span at which the watts rise over the middle of a rep, and stay over it for its first half. */
  crossings(rep: PoweredRep, from: number, to: number): number[] {
    const stream = rep.seconds >= SMOOTH_S.longFrom ? this.ridden.long : this.ridden.short;
    const middle = risesOver(rep);
    const half = Math.max(1, Math.round(rep.seconds / 2));
    const found: number[] = [];
    for (let second = Math.max(0, from); second < Math.min(to, stream.length); second += 1) {
      const rises =
        (stream[second] as number) >= middle &&
        (second === 0 || (stream[second - 1] as number) < middle);
      if (rises && this.ridden.mean(second, second + half) > middle) found.push(second);
    }
    return found;
  }

  /**
   * Whether a stretch is as strong and as long as the rep of a place: what is not is none, where there are more of
   * them than were planned.
   */
  isLike(place: number, { startS, endS }: Span): boolean {
    const { watts, seconds } = this.repAt(place);
    const length = (endS - startS) / seconds;
    return (
      this.ridden.mean(startS, endS) >= LIKE.strength * watts &&
      length >= LIKE.shortest &&
      length <= LIKE.longest
    );
  }

  /** Whether most of a chain is too long for its reps: then another session was ridden. */
  isAnother({ spans, places }: Chain): boolean {
    const long = spans.filter(
      ({ startS, endS }, index) =>
        endS - startS > TOO_LONG * this.repAt(places?.[index] ?? index).seconds,
    );
    return long.length > spans.length / 2;
  }

  /**
   * The reps one after another from the first; more than planned as long as they follow. Where the rests of a plan
   * differ, whether one was left out decides which rest is waited for next: `skipping` takes a gap for what it is
   * nearest to; otherwise each rep found is the next of the plan.
   */
  chainFrom(start: number, { exactly = false, skipping = false } = {}): Chain {
    const spans: Span[] = [];
    const places: number[] = [];
    let next: Following | null = { place: 0, at: Math.max(0, Math.min(start, this.last)) };
    while (next !== null) {
      const { place, at }: Following = next;
      const rep = this.repAt(place);
      const before = spans.at(-1);
      const startS = exactly && !before ? at : this.startNear(rep, at, before?.endS ?? 0);
      const endS = this.endOf(place, startS);
      if (spans.length >= this.planned.length && !this.isLike(place, { startS, endS })) break;
      spans.push({ startS, endS });
      places.push(place);
      next = skipping ? this.skippingAfter(endS, place) : this.nextAfter(endS, place);
    }
    return { spans, places: skipping ? places : null };
  }

  private get last(): number {
    return this.ridden.watts.length - 1;
  }

  private repAt(place: number): PoweredRep {
    return this.planned[Math.min(place, this.planned.length - 1)] as PoweredRep;
  }

  /** Asked after the rep of a place; after the last one a rest like the one before it would follow. */
  private restAfter(place: number): number {
    const { restS } = this.repAt(place);
    return restS > 0 ? restS : (this.planned.at(-2)?.restS ?? 0);
  }

  /** Where the next rep begins, after one of a place in the plan has ended. */
  private nextAfter(endS: number, place: number): Following | null {
    const rest = this.restAfter(place);
    if (rest === 0) return null;
    const next = this.repAt(place + 1);
    const latest = endS + REST_SHARES.most * rest;
    const at =
      this.firstCrossing(next, endS + REST_SHARES.least * rest, latest) ??
      this.firstCrossing(next, latest + 1, latest + next.seconds);
    return at === null ? null : { place: place + 1, at };
  }

  /** The same, with the place that the gap before it speaks for. */
  private skippingAfter(endS: number, place: number): Following | null {
    const near = this.nextAfter(endS, place);
    if (near) {
      const out = place + 2 < this.planned.length && isLeftOut(this.planned, place, near.at - endS);
      return out ? { ...near, place: place + 2 } : near;
    }
    // The last ones of a set left out: what comes next comes after the longer rest behind the set.
    const rest = this.restAfter(place);
    let gap = rest;
    for (let out = place + 1; out < this.planned.length - 1; out += 1) {
      const { seconds, restS } = this.repAt(out);
      if (restS > rest) {
        const [from, to] = [endS + REST_SHARES.least * restS, endS + gap + seconds + 2 * restS];
        const at = this.firstCrossing(this.repAt(out + 1), from, to);
        return at === null ? null : { place: out + 1, at };
      }
      gap += seconds + restS;
    }
    return null;
  }

  private firstCrossing(rep: PoweredRep, from: number, to: number): number | null {
    return this.crossings(rep, Math.round(from), Math.round(to) + 1)[0] ?? null;
  }

  /** The crossing of the five-second mean nearest to the place that was found. */
  private startNear(rep: PoweredRep, place: number, after: number): number {
    const middle = risesOver(rep);
    let best = place;
    let off = Infinity;
    const from = Math.max(after, place - START_WITHIN_S);
    for (let second = Math.max(1, from); second <= place + START_WITHIN_S; second += 1) {
      const [was, is] = [this.ridden.short[second - 1] ?? 0, this.ridden.short[second] ?? 0];
      if (was >= middle || is < middle || Math.abs(second - place) >= off) continue;
      best = second;
      off = Math.abs(second - place);
    }
    return best;
  }

  /** The first fall under the middle, from half its length on, that lasts. */
  private endOf(place: number, startS: number): number {
    const rep = this.repAt(place);
    const middle = (rep.watts + rep.after) / 2;
    const rest = this.restAfter(place);
    const lasts = Math.min(END_S, rest > 0 ? rest / 2 : END_S);
    let fell: number | null = null;
    for (
      let second = startS + Math.round(rep.seconds / 2);
      second < this.ridden.short.length;
      second += 1
    ) {
      if ((this.ridden.short[second] as number) >= middle) fell = null;
      else {
        fell ??= second;
        if (second - fell >= lasts) return fell;
      }
    }
    return fell ?? this.ridden.short.length;
  }

  /** Whether the ride holds a stretch as hard as a rep, and as long as half of one, outside those found. */
  hardOutside(chain: readonly Span[]): boolean {
    const least = this.planned.reduce((low, rep) => (rep.watts < low.watts ? rep : low));
    return this.crossings(least, 0, this.ridden.watts.length).some(
      (second) =>
        !chain.some(
          ({ startS, endS }) => second >= startS - START_WITHIN_S && second < endS + START_WITHIN_S,
        ),
    );
  }
}

/** Half-way up to a rep from what is asked before it; from its rest where a warm-up ends as high as the rep. */
function risesOver({ watts, before, after }: PoweredRep): number {
  return (watts + (before < watts ? before : after)) / 2;
}
