import { BIKE_AND_KIT_KG, PLAIN_ROAD, speedAt, timeToTop } from '../power/index.ts';
import { LONGEST_SESSION_S, MOST_SEGMENTS } from './limits.ts';
import type { Finish, Item, Plan, Role, SetBlock, Step } from './plan.ts';
import type { Length } from '../units/index.ts';
import { type Asked, askedOf, type RiderOnDay } from './efforts.ts';
import { effortsOf } from './targets.ts';

/** One stretch of the session as it will be ridden, in watts for one rider. */
export interface Segment {
  readonly stepId: string;
  readonly startS: number;
  readonly seconds: number;
  readonly role: Role;
  /** Which rep of the session this belongs to, counted from 1; null outside the sets and in rests. */
  readonly rep: number | null;
  /** Which rep of the set around it, counted from 1; 1 outside the sets. */
  readonly round: number;
  /** What is asked at its start and its end; the same for a steady step. Null where the words are unread. */
  readonly from: Asked | null;
  readonly to: Asked | null;
  /** What ends it where that is not its time: the lap key, or the top of a hill. Left out: its time. */
  readonly until?: Exclude<Length, { kind: 'time' | 'unread' }>;
}

/**
 * Lays a session out in time for one rider: sets unrolled, rests put between (n − 1) or after each rep, watts derived.
 * Steps whose length is unread are left out; `problemsOf` names them.
 *
 * @param plan the session as the coach means it
 * @param rider the rider's figures on the day
 * @returns the segments in order; at most 2,000 and no further than 24 h, beyond which `problemsOf` says so
 * Source: handbook section 7.
 */
export function expand(plan: Plan, rider: RiderOnDay): Segment[] {
  const segments: Segment[] = [];
  let clock = 0;
  let reps = 0;

  const full = (): boolean => segments.length >= MOST_SEGMENTS || clock >= LONGEST_SESSION_S;

  const put = (
    step: Step,
    rep: number | null,
    round: number,
    wanted: number,
    from: Asked | null,
    to: Asked | null,
    until?: Segment['until'],
  ): void => {
    if (wanted <= 0 || full()) return;
    const seconds = Math.min(wanted, LONGEST_SESSION_S - clock);
    segments.push({
      stepId: step.id,
      startS: clock,
      seconds,
      role: step.role,
      rep,
      round,
      from,
      to,
      ...(until ? { until } : {}),
    });
    clock += seconds;
  };

  /** What hangs on the step alone is found once, however often it is ridden: a hill takes a search. */
  const derived = new Map<Step, ReturnType<typeof deriveStep>>();
  const derive = (step: Step): ReturnType<typeof deriveStep> => {
    const known = derived.get(step) ?? deriveStep(step, rider);
    derived.set(step, known);
    return known;
  };

  const ride = (plain: Step, rep: number | null, round: number): void => {
    if (plain.length.kind === 'unread') return;
    const step = inRound(plain, round);
    const { mainS, finish, from, to } = derive(step);
    // A finish is reckoned back from the end, so the way to it takes its reckoned time.
    const until =
      (step.length.kind === 'lap' || step.length.kind === 'hill') && !finish
        ? step.length
        : undefined;
    put(step, rep, round, mainS, from, to, until);
    if (finish) put(step, rep, round, finish.seconds, finish.asked, finish.asked);
  };

  const repeat = (set: SetBlock): void => {
    const count = typeof set.reps === 'number' ? set.reps : 1;
    // Sets in sets can ask for a million steps: what does not fit any more is not walked through.
    for (let round = 1; round <= count && !full(); round += 1) {
      const before = segments.length;
      // A group counts by the reps of the sets inside it; only the innermost reps get a number.
      const holdsSets = set.parts.some((part) => part.kind === 'set');
      const rep = holdsSets ? null : (reps += 1);
      for (const part of set.parts) lay(part, rep, round);
      if (set.rest && (set.rest.when === 'afterEach' || round < count))
        ride(set.rest.step, null, round);
      // Nothing in it can be laid out, so neither can it in the rounds to come.
      if (segments.length === before) return;
    }
  };

  const lay = (item: Item, rep: number | null, round: number): void =>
    item.kind === 'set' ? repeat(item) : ride(item, rep, round);
  for (const item of plan.items) lay(item, null, 1);
  return segments;
}

function deriveStep(step: Step, rider: RiderOnDay) {
  const seconds = secondsOf(step, rider);
  const { target } = step;
  const finish = step.finish ? finishOf(step.finish, rider, seconds) : null;
  const from = askedOf(target.kind === 'steady' ? target.effort : target.from, rider, seconds);
  const to = target.kind === 'steady' ? from : askedOf(target.to, rider, seconds);
  return { mainS: seconds - (finish?.seconds ?? 0), finish, from, to };
}

/** What is ridden where nothing tells the rider's watts or mass: enough to reckon a hill's time by. */
const USUAL = { massKg: 75, wattsPerKg: 2.5 } as const;

/** A step as it is ridden in one rep: with what differs in every so-many-th, and in this one. */
function inRound(step: Step, round: number): Step {
  const nth = step.everyNth && round % step.everyNth.every === 0 ? step.everyNth : null;
  const own = step.exceptions?.find(({ rep }) => rep === round) ?? null;
  let ridden = step;
  for (const other of [nth, own]) {
    if (!other) continue;
    ridden = {
      ...ridden,
      ...(other.posture ? { posture: other.posture } : {}),
      ...(other.effort ? { target: { kind: 'steady' as const, effort: other.effort } } : {}),
      ...(other.finish ? { finish: other.finish } : {}),
    };
  }
  return own?.seconds === undefined
    ? ridden
    : { ...ridden, length: { kind: 'time', seconds: own.seconds } };
}

/**
 * How long a step lasts for a rider, s: its time, what is expected of an open one, or the way to the top of a hill at
 * the watts asked.
 *
 * @param step a step whose length is understood
 * @param rider the rider's figures on the day
 * @returns whole seconds, at least 1; 0 where the length is unread
 * Source: handbook sections 5 (until-lap) and 12.
 */
export function secondsOf(step: Step, rider: RiderOnDay): number {
  const { length, target } = step;
  if (length.kind === 'time') return length.seconds;
  if (length.kind === 'lap') return length.expectedS;
  if (length.kind === 'unread') return 0;
  const massKg = rider.massKg ?? USUAL.massKg;
  const climb = (watts: number): number =>
    Math.max(
      1,
      Math.round(
        timeToTop(
          watts,
          length.metres,
          { ...PLAIN_ROAD, gradient: length.gradientPercent / 100 },
          massKg + BIKE_AND_KIT_KG,
        ),
      ),
    );
  const usualW = rider.ftpW ?? USUAL.wattsPerKg * massKg;
  // What is asked may hang on the length itself (flat out, share of the curve), so it is asked twice.
  const efforts = effortsOf(target);
  let seconds = climb(usualW);
  for (let again = 0; again < 2; again += 1) {
    const watts = efforts.map((effort) => askedOf(effort, rider, seconds)?.countedW ?? usualW);
    seconds = climb(Math.max(30, watts.reduce((sum, each) => sum + each, 0) / watts.length));
  }
  return seconds;
}

function finishOf(
  { length, effort }: Finish,
  rider: RiderOnDay,
  ofS: number,
): { seconds: number; asked: Asked | null } {
  const asked = askedOf(effort, rider, length.kind === 'time' ? length.seconds : 10);
  const massKg = rider.massKg ?? USUAL.massKg;
  const seconds =
    length.kind === 'time'
      ? length.seconds
      : Math.max(
          1,
          Math.round(
            length.metres /
              speedAt(
                asked?.countedW ?? rider.ftpW ?? USUAL.wattsPerKg * massKg,
                { ...PLAIN_ROAD, gradient: 0 },
                massKg + BIKE_AND_KIT_KG,
              ),
          ),
        );
  return { seconds: Math.min(seconds, ofS), asked };
}

/**
 * Turns laid-out segments into the 1 Hz stream that a planned session's numbers come from. A rising or falling step
 * is linear, at (i + ½) ÷ n of its length. Steps whose target is unread are left out of it, and so out of the sums.
 *
 * @param segments as `expand` returns them
 * @returns watts for every counted second, or null where a target has no watts (no FTP)
 * Source: handbook section 5, A planned session's numbers.
 */
export function streamOf(segments: readonly Segment[]): Float64Array | null {
  const counted = segments.filter(({ from, to }) => from !== null && to !== null);
  const stream = new Float64Array(counted.reduce((sum, { seconds }) => sum + seconds, 0));
  let at = 0;
  for (const { seconds, from, to } of counted) {
    const fromW = from?.countedW ?? null;
    const toW = to?.countedW ?? null;
    if (fromW === null || toW === null) return null;
    for (let index = 0; index < seconds; index += 1)
      stream[at + index] = fromW + ((toW - fromW) * (index + 0.5)) / seconds;
    at += seconds;
  }
  return stream;
}
