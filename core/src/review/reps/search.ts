import type { Lap } from '../../power/index.ts';
import { isLeftOut, type Span } from './numbered.ts';
import type { PoweredRep } from './plannedReps.ts';
import { isAsLong, lapNear } from './pressedLaps.ts';
import { centredMean, sumsOf } from './smooth.ts';

/** Where the watts cross the middle is looked for in means of so many seconds; from reps of 2:00 on in longer ones. */
const SMOOTH_S = { short: 5, long: 15, longFrom: 120 } as const;
/** The next rep begins within these shares of the planned rest. Source: handbook section 9.1. */
export const REST_SHARES = { least: 0.5, most: 3 } as const;
/** A fall under the middle of so many seconds ends a rep; half the planned rest where that is less. */
const END_S = 30;
const START_WITHIN_S = 20;
/** A lap is pressed so late at most. */
const LATE_S = 15;
/** One more than planned is a rep where it has this share of the watts of the others, and these of the length. */
const LIKE = { strength: 0.85, shortest: 0.5, longest: 1.5 } as const;
/** What comes before the set is its first rep only where it is as strong as was asked. */
const FIRST_STRENGTH = 0.9;

/** Reps one after another. */
export interface Chain {
  readonly spans: readonly Span[];
  /** The place of each in the plan, from 0, past its end where there are more; null: one after another. */
  readonly places: readonly number[] | null;
  /** How many of them are laps, how many edges of those lie where the watts cross over, and how far their rests are off, s. */
  readonly laps: number;
  readonly edges: number;
  readonly offS: number;
}

/** Where a first rep may begin: in the watts, or with a lap. */
export interface Start {
  readonly at: number;
  readonly lap: Lap | null;
}

/** Where the next rep of a chain begins, and its place in the plan. */
interface Following extends Start {
  readonly place: number;
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
  private readonly laps: readonly Lap[];

  /** @param laps that count before what the watts show; none: by the watts alone */
  constructor(planned: readonly PoweredRep[], ridden: Ridden, laps: readonly Lap[] = []) {
    this.planned = planned;
    this.ridden = ridden;
    this.laps = laps;
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
   * Whether a stretch is as long as the rep of a place, and as strong as the others of its set: what is not is none,
   * where there are more of them than were planned.
   */
  isLike(place: number, span: Span, others: readonly Span[]): boolean {
    const length = (span.endS - span.startS) / this.repAt(place).seconds;
    const strengths = others.map((each, at) => this.strengthOf(at, each)).sort((a, b) => a - b);
    const usual = strengths[Math.floor(strengths.length / 2)] ?? 1;
    return (
      this.strengthOf(place, span) >= LIKE.strength * usual &&
      length >= LIKE.shortest &&
      length <= LIKE.longest
    );
  }

  /** Whether a stretch may be the first rep of a chain with more than were planned. */
  isFirst(span: Span): boolean {
    return this.strengthOf(0, span) >= FIRST_STRENGTH && this.isLike(0, span, [span]);
  }

  /** Mean watts of a stretch beside those asked of the rep of a place. */
  private strengthOf(place: number, { startS, endS }: Span): number {
    return this.ridden.mean(startS, endS) / Math.max(1, this.repAt(place).watts);
  }

  /**
   * The reps one after another from the first; more than planned as long as they follow. Where the rests of a plan
   * differ, whether one was left out decides which rest is waited for next: `skipping` takes a gap for what it is
   * nearest to; otherwise each rep found is the next of the plan.
   */
  chainFrom(start: Start, { exactly = false, skipping = false } = {}): Chain {
    const spans: Span[] = [];
    const places: number[] = [];
    let [laps, edges, offS] = [0, 0, 0];
    let next: Following | null = {
      ...{ place: 0, lap: start.lap },
      at: Math.max(0, Math.min(start.at, this.last)),
    };
    while (next !== null) {
      const { place, at, lap }: Following = next;
      const before = spans.at(-1);
      const { found, ...span } = lap
        ? this.byLap(place, lap, before?.endS ?? 0)
        : this.byWatts(place, at, before?.endS ?? 0, exactly && !before);
      if (spans.length >= this.planned.length && !this.isLike(place, span, spans)) break;
      if (before) offS += Math.abs(span.startS - before.endS - this.restAfter(place - 1));
      if (lap) laps += 1;
      edges += found;
      spans.push(span);
      places.push(place);
      next = skipping ? this.skippingAfter(span.endS, place) : this.nextAfter(span.endS, place);
    }
    return { spans, places: skipping ? places : null, laps, edges, offS };
  }

  private byWatts(place: number, at: number, after: number, exactly: boolean) {
    const startS = exactly ? at : this.startNear(this.repAt(place), at, after);
    return { startS, endS: this.endOf(place, startS), found: 0 };
  }

  /** A lap's rep, its edges moved to where the watts cross over; how many of the two were. */
  private byLap(place: number, lap: Lap, after: number) {
    const rep = this.repAt(place);
    const lapEndS = lap.startS + lap.seconds;
    const begun = this.crossingNear(risesOver(rep), lap.startS, after, 1);
    const startS = begun ?? Math.max(after, lap.startS);
    const ended = this.crossingNear(fallsUnder(rep), lapEndS, startS + rep.seconds / 2, -1);
    const endS = Math.max(startS + 1, ended ?? lapEndS);
    return { startS, endS, found: (begun === null ? 0 : 1) + (ended === null ? 0 : 1) };
  }

  /** The second next to a lap's edge at which the short mean comes over a middle, or falls under it. */
  private crossingNear(middle: number, edge: number, after: number, way: 1 | -1): number | null {
    let best: number | null = null;
    const from = Math.max(1, Math.ceil(after), edge - LATE_S);
    for (let second = from; second <= Math.min(edge + LATE_S, this.last); second += 1) {
      const [was, is] = [this.ridden.short[second - 1] ?? 0, this.ridden.short[second] ?? 0];
      const crosses = way === 1 ? was < middle && is >= middle : was >= middle && is < middle;
      if (crosses && (best === null || Math.abs(second - edge) < Math.abs(best - edge)))
        best = second;
    }
    return best;
  }

  /** Where the first rep may begin: with a lap as long as it is, or where the watts rise. */
  starts(): Start[] {
    const rep = this.planned[0] as PoweredRep;
    const laps = this.laps.filter((lap) => isAsLong(lap, rep));
    return [
      ...laps.map((lap) => ({ at: lap.startS, lap })),
      ...this.crossings(rep, 0, this.ridden.watts.length).map((at) => ({ at, lap: null })),
    ];
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
    const [earliest, latest] = [endS + REST_SHARES.least * rest, endS + REST_SHARES.most * rest];
    const found =
      this.firstIn(next, earliest, latest, endS + rest) ??
      this.firstIn(next, latest + 1, latest + next.seconds, endS + 2 * rest + next.seconds);
    return found && { ...found, place: place + 1 };
  }

  /** The next rep in a span: the lap nearest to when it is due, unless the watts rise well before it. */
  private firstIn(rep: PoweredRep, from: number, to: number, due: number): Start | null {
    const lap = lapNear(this.laps, rep, [from, to], due);
    const at = this.firstCrossing(rep, from, lap ? lap.startS - LATE_S : to);
    if (at !== null) return { at, lap: null };
    return lap && { at: lap.startS, lap };
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
        return at === null ? null : { place: out + 1, at, lap: null };
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
    const middle = fallsUnder(rep);
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

/**
 * Half-way up to where a rep begins, from what is asked before it; from its rest where a warm-up ends as high as the
 * rep. A block whose steps rise begins with its first one.
 */
function risesOver({ startsW, before, after }: PoweredRep): number {
  return (startsW + (before < startsW ? before : after)) / 2;
}

function fallsUnder({ watts, after }: PoweredRep): number {
  return (watts + after) / 2;
}
