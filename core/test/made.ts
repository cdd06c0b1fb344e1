import {
  expand,
  parseSentence,
  type Plan,
  type RiderOnDay,
  type Segment,
} from '@uphill/core/sessions';
import fc from 'fast-check';
import { INES, newId, plan } from './support.ts';

/** Rides made from a session, with what is true of them: where each rep was ridden, and which were not. */

export const MADE_FOR: RiderOnDay = { ...INES, ftpW: 250, fit: { cpW: 257, wPrimeJ: 20_000 } };

const BEFORE = '15 min building from 50 to 70 %';
const AFTER = ', 10 min easy';
const COOL_DOWN_S = 600;

const share = (low: number, high: number): fc.Arbitrary<number> =>
  fc.integer({ min: 0, max: 1000 }).map((n) => low + ((high - low) * n) / 1000);
/** Minutes in steps of 15 s, as they are written. */
export const quarters = (min: number, max: number): fc.Arbitrary<string> =>
  fc
    .integer({ min: min * 4, max: max * 4 })
    .map((n) => `${Math.floor(n / 4)}:${String((n % 4) * 15).padStart(2, '0')}`);
const percents = (min: number, max: number, wide: number): fc.Arbitrary<string> =>
  fc.integer({ min, max }).map((low) => `${low}–${low + wide} %`);
export const times = (min: number, max: number): fc.Arbitrary<number> => fc.integer({ min, max });

/** Sessions of reps with rests between them, without warm-up and cool-down. */
export const sets: fc.Arbitrary<string> = fc.oneof(
  fc
    .tuple(times(3, 8), quarters(2, 12), percents(92, 112, 5), quarters(2, 6))
    .map(([n, length, at, rest]) => `${n} × ${length} at ${at}, ${rest} easy between`),
  fc
    .tuple(times(5, 12), percents(112, 130, 8), quarters(1, 3))
    .map(([n, at, rest]) => `${n} × 1:00 at ${at}, ${rest} easy between`),
  fc
    .tuple(times(2, 3), times(5, 10), fc.constantFrom('40/20', '30/30', '30/15', '20/40'))
    .map(([n, of, work]) => `${n} × ${of} × ${work} at 112–120 %, 5:00 easy between sets`),
  fc
    .tuple(times(2, 3), times(3, 5), quarters(1, 4), percents(102, 115, 6))
    .map(
      ([n, of, length, at]) =>
        `${n} × (${of} × ${length} at ${at}, ${length} easy between), 6:00 easy between sets`,
    ),
  fc
    .tuple(times(2, 4), percents(88, 100, 5), times(3, 8), percents(115, 125, 6))
    .map(
      ([n, low, then, high]) =>
        `${n} × 8:00 at ${low}, 4:00 easy between, 8:00 easy, ` +
        `${then} × 1:00 at ${high}, 1:30 easy between`,
    ),
);

/** How a session was ridden. */
export interface Ways {
  /** Warm-up and rests beside those asked. */
  readonly before: number;
  readonly rests: number;
  /** Watts of the reps beside those asked; of the warm-up, where it was ridden evenly. */
  readonly strength?: number;
  readonly warmUpW?: number;
  /** Of each rep and rest, −1 to 1: a little longer or shorter, stronger or weaker. */
  readonly each: readonly number[];
  readonly noise: number;
  readonly seed: number;
  readonly inRep: 'even' | 'hard start' | 'fading' | 'sprint' | 'standing';
  readonly but: 'whole' | 'left out' | 'not ridden' | 'extra' | 'lost' | 'stops';
  readonly which: number;
}

export const waysToRide: fc.Arbitrary<Ways> = fc.record({
  before: share(0.5, 2),
  rests: share(0.85, 1.35),
  each: fc.array(share(-1, 1), { minLength: 40, maxLength: 40 }),
  noise: share(0.01, 0.07),
  seed: fc.integer({ min: 1, max: 1e6 }),
  inRep: fc.constantFrom('even', 'hard start', 'fading', 'sprint', 'standing'),
  but: fc.constantFrom('whole', 'left out', 'not ridden', 'extra', 'lost', 'stops'),
  which: share(0, 0.999),
});

export interface MadeRide {
  readonly asked: Plan;
  readonly watts: readonly (number | null)[];
  /** The end is not part of a rep; the number is null for one more than was planned. */
  readonly reps: readonly {
    readonly rep: number | null;
    readonly startS: number;
    readonly endS: number;
  }[];
  readonly leftOut: readonly number[];
  readonly notRidden: readonly number[];
}

/** Times the watts of a rep in one of its seconds. */
function shaped(way: Ways['inRep'], second: number, seconds: number): number {
  const long = seconds >= 120;
  if (way === 'hard start') return long && second < 25 ? 1.28 : 1;
  if (way === 'fading') return 1.04 - (0.08 * second) / seconds;
  if (way === 'sprint') return long && seconds - second <= 20 ? 1.15 : 1;
  return way === 'standing' && second % 180 < 30 ? 1.06 : 1;
}

/** The watts meant for a ride, as they are laid one after another. */
class Laid {
  readonly meant: number[] = [];
  readonly reps: MadeRide['reps'][number][] = [];
  private readonly how: Ways;

  constructor(how: Ways) {
    this.how = how;
  }

  easy(seconds: number, watts: (at: number) => number): void {
    for (let at = 0; at < seconds; at += 1) this.meant.push(watts(at));
  }

  rep(segment: Segment, rep: number | null, place: number): void {
    const each = this.how.each[place] ?? 0;
    const seconds = Math.round(segment.seconds * (1 + 0.015 * each));
    const startS = this.meant.length;
    const { strength = 1 } = this.how;
    const watts = wattsOf(segment, 0.5) * strength * (1 - 0.02 * each);
    this.easy(seconds, (second) => watts * shaped(this.how.inRep, second, seconds));
    this.reps.push({ rep, startS, endS: this.meant.length });
  }

  rest(segment: Segment, place: number): void {
    const each = this.how.each[39 - place] ?? 0;
    const seconds = Math.max(8, Math.round(segment.seconds * this.how.rests + 3 * each));
    const stops = this.how.but === 'stops' && seconds > 60;
    this.easy(seconds, (at) => (stops && at > 10 && at < seconds - 20 ? 0 : wattsOf(segment, 0.5)));
  }
}

function wattsOf({ from, to }: Segment, at: number): number {
  return (from?.countedW ?? 0) * (1 - at) + (to?.countedW ?? 0) * at;
}

/**
 * A ride of a set. The first rep after a longer rest is never the one left out: a rest ridden a little longer would
 * look the same.
 */
export function makeRide(set: string, how: Ways, warmUp = BEFORE): MadeRide {
  const text = `${warmUp}, then ${set}${AFTER}`;
  const asked = plan(...parseSentence(text, { hills: [], ftpW: MADE_FOR.ftpW, newId }).items);
  const segments = expand(asked, MADE_FOR);
  const works = segments.flatMap((segment, index) => (segment.role === 'work' ? [index] : []));
  const restBefore = (rep: number) => segments[(works[rep] ?? 0) - 1]?.seconds ?? 0;
  const chosen = 1 + Math.floor(how.which * (works.length - 2));
  const out = restBefore(chosen) > restBefore(1) ? chosen - 1 : chosen;
  const leftOut = how.but === 'left out' ? out : null;
  const ridden = how.but === 'not ridden' ? works.length - 1 - (chosen % 2) : works.length;
  const laid = new Laid(how);
  let rep = 0;
  for (const [index, segment] of segments.entries()) {
    const isWork = segment.role === 'work';
    if (rep === 0 && !isWork) {
      const seconds = Math.round(segment.seconds * how.before);
      laid.easy(seconds, (at) => how.warmUpW ?? wattsOf(segment, at / seconds));
    } else if (index > (works.at(-1) ?? 0)) laid.easy(segment.seconds, () => 125);
    else if (rep < ridden && isWork && rep !== leftOut) laid.rep(segment, rep + 1, rep);
    else if (rep < ridden && isWork) laid.easy(segment.seconds, () => 130);
    else if (rep < ridden) laid.rest(segment, rep);
    if (isWork) rep += 1;
  }
  if (how.but === 'extra') oneMore(laid, segments, works.at(-1) ?? 0);
  return {
    asked,
    reps: laid.reps,
    watts: recorded(laid, how),
    leftOut: leftOut === null ? [] : [leftOut + 1],
    notRidden: works.slice(ridden).map((_, place) => ridden + place + 1),
  };
}

/** Lays one rep more before the cool-down, after a rest like the last one. */
function oneMore(laid: Laid, segments: readonly Segment[], last: number): void {
  const coolDown = laid.meant.splice(-COOL_DOWN_S);
  laid.rest(segments[last - 1] as Segment, 0);
  laid.rep(segments[last] as Segment, null, 0);
  laid.meant.push(...coolDown);
}

/** What a meter makes of what was meant: changes take three seconds, watts scatter, some are lost. */
function recorded({ meant, reps }: Laid, how: Ways): (number | null)[] {
  const lost = reps[Math.floor(how.which * reps.length)];
  const isLost = (second: number) =>
    how.but === 'lost' &&
    lost !== undefined &&
    second > lost.startS + 0.3 * (lost.endS - lost.startS) &&
    second < lost.startS + 0.4 * (lost.endS - lost.startS);
  let state = how.seed;
  const random = () => {
    state = (state * 48_271) % 2_147_483_647;
    return state / 2_147_483_647 - 0.5;
  };
  let off = 0;
  return meant.map((here, second) => {
    off = 0.6 * off + 1.6 * how.noise * (random() + random() + random());
    const [was, is] = [meant[second - 1] ?? here, meant[second + 1] ?? here];
    if (isLost(second)) return null;
    return here === 0 ? 0 : Math.round(((was + here + is) / 3) * (1 + off));
  });
}
