import {
  BOOK,
  type BookRung,
  climb,
  type Climbing,
  fitToBalance,
  type Lever,
  type NewId,
  type Plan,
  planOfRung,
  rungsOf,
  sessionVerdict,
} from '../../sessions/index.ts';
import type { Planned } from '../week.ts';
import { changed, named, wholePercents, withReps } from './reps.ts';
import { GOAL_CLIMBS, GOAL_FAMILY, type Slot } from './template.ts';

/** What was ridden of a family last. */
export interface LastOfFamily {
  readonly plan: Plan;
  readonly onTarget: boolean;
}

/** What turns a template's slots into sessions for one rider. */
export interface Sessions {
  readonly climbing: Climbing;
  /** The family that the goal itself asks for. */
  readonly goalFamily: string;
  /** Whether the health screen allows steps above 105 %. */
  readonly cleared: boolean;
  readonly last: ReadonlyMap<string, LastOfFamily>;
  readonly newId: NewId;
  /** What a session asks of the rider. */
  readonly traits: (plan: Plan) => Planned;
  /** Verdicts found so far, by session. */
  readonly words: WeakMap<Plan, string>;
}

/** Without a goal's watts this is above what it asks. */
const ABOVE = 'ceiling';
/** The session of the book that rides the whole goal. */
const WHOLE_CLIMB = 'goal-climbs-whole';
/** Where work above 105 % is not allowed, this stands for it. */
const INSTEAD = 'threshold-longer';
/** Verdicts of a rung that is worth riding and holds, and of one that does not. */
const GOOD: ReadonlySet<string | undefined> = new Set(['useful', 'working']);
const TOO_HARD: ReadonlySet<string | undefined> = new Set(['breaks', 'out of reach']);
const MOST_STEPS = 12;
/** Shares of the reps that are tried where not even the first rung holds. */
const FEWER_REPS = [2 / 3, 1 / 2];

/** A place in a block on its way from week to week. */
export class SlotInHand {
  readonly slot: Slot;
  readonly family: string;
  private readonly sessions: Sessions;
  private readonly first: Plan | null;
  private plan: Plan | null;
  private weeks = 0;
  /** The session with fewer reps than the first rung has, where no rung holds; else null. */
  short: string | null = null;

  constructor(slot: Slot, sessions: Sessions, before: ReadonlyMap<string, Plan>) {
    this.slot = slot;
    this.sessions = sessions;
    this.family = familyFor(slot, sessions);
    this.first = this.started(before.get(this.ladder) ?? null);
    this.plan = this.first;
  }

  /** What tells its rungs from those of another slot: climbs above goal power are no rungs of those at it. */
  get ladder(): string {
    return this.slot.power === 'above' ? `${this.family} above` : this.family;
  }

  /** Whether the book has no such family any more. */
  get unknown(): boolean {
    return !BOOK.some(({ id }) => id === this.family);
  }

  /** The session of the next load week, its rung as far as the slot's rule takes it. */
  next(): Plan | null {
    if (this.plan === null) return null;
    const asked = this.slot.minutes;
    if (asked) this.plan = this.ofMinutes(asked[Math.min(this.weeks, asked.length - 1)] ?? 0);
    else if (this.weeks > 0 && this.slot.rung !== 'held') this.plan = this.raised(this.plan);
    this.weeks += 1;
    return this.plan && this.dressed(this.plan);
  }

  /**
   * The session of a taper week: the rung that was reached, with a share of its reps.
   *
   * @param share 0–1
   */
  tapered(share: number): Plan | null {
    return this.plan && this.dressed(this.plan, share);
  }

  /** The session of an easy week: the one that the block began with. */
  easy(): Plan | null {
    return this.first && this.dressed(this.first);
  }

  /**
   * The whole of the goal at 95 % of its power, in place of the week's reps.
   *
   * @param seconds how long the goal takes
   * @returns the session; null where the family has none, or where it does not hold
   */
  whole(seconds: number): Plan | null {
    const plan = rungsOfFamily(this.family).find(({ id }) => id === WHOLE_CLIMB)?.plan;
    if (!plan) return null;
    const items = plan.items.map((item) =>
      item.kind === 'step' && item.length.kind === 'lap'
        ? { ...item, length: { ...item.length, expectedS: seconds } }
        : item,
    );
    const whole = planOfRung({ id: '', plan: { ...plan, items }, rung: null }, this.sessions.newId);
    return this.holds(whole) ? whole : null;
  }

  /** The rung that the block ended with. */
  get reached(): Plan | null {
    return this.plan;
  }

  /**
   * A session as many rungs down as it takes to fit a day.
   *
   * @param plan the session
   * @param minutes the day has
   * @returns the session; as it was where no rung is short enough
   */
  static within(plan: Plan, minutes: number, { climbing, newId, traits }: Sessions): Plan {
    let shorter = plan;
    for (let step = 0; step < MOST_STEPS; step += 1) {
      if (traits(shorter).minutes <= minutes)
        return shorter === plan ? plan : planOfRung({ id: '', plan: shorter, rung: null }, newId);
      const lower = climb(shorter, -1, climbing);
      if (!lower.ok) return plan;
      shorter = lower.value.plan;
    }
    return plan;
  }

  private started(before: Plan | null): Plan | null {
    const rungs = this.rungs();
    const first = rungs[0]?.plan ?? null;
    if (first === null) return null;
    if (this.slot.rung === 'held' && before) return before;
    if (before) return this.held(this.slot.rung === 'watts' ? this.raised(before) : before);
    const { last } = this.sessions;
    const good = [...rungs]
      .reverse()
      .find(({ plan }) => GOOD.has(wordOf(plan, this.sessions)) && this.allowed(plan));
    if (good) return good.plan;
    const ridden = last.get(this.family);
    return this.held(ridden?.onTarget ? ridden.plan : first);
  }

  private rungs(): BookRung[] {
    return rungsOfFamily(this.family).filter(({ rung, plan }) => rung !== null && this.fits(plan));
  }

  /** Whether climbs lie at goal power or above it, as the slot asks. */
  private fits(plan: Plan): boolean {
    if (this.family !== GOAL_CLIMBS) return true;
    return this.sessions.traits(plan).goalMin > 0 === (this.slot.power !== 'above');
  }

  private raised(plan: Plan): Plan {
    const { climbing } = this.sessions;
    const lever: { lever?: Lever } =
      this.slot.rung === 'time' || this.slot.rung === 'watts' ? { lever: this.slot.rung } : {};
    const next = climb(plan, 1, { ...climbing, ...lever });
    const on = next.ok ? next : climb(plan, 1, climbing);
    if (!on.ok || !this.fits(on.value.plan) || TOO_HARD.has(wordOf(on.value.plan, this.sessions)))
      return plan;
    return this.allowed(on.value.plan) ? on.value.plan : plan;
  }

  /**
   * A rung that holds: above FTP with the watts solved for all its reps, else as far down as it takes; below the first
   * rung with fewer reps.
   */
  private held(plan: Plan): Plan {
    const { climbing } = this.sessions;
    let held = plan;
    for (let step = 0; step < MOST_STEPS; step += 1) {
      if (this.holds(held)) return held;
      const solved = this.solved(held);
      if (solved) return solved;
      const lower = climb(held, -1, climbing);
      if (!lower.ok) break;
      held = lower.value.plan;
    }
    for (const share of FEWER_REPS) {
      const fewer = withReps(held, share);
      if (this.holds(fewer)) return this.shortened(fewer);
    }
    return this.shortened(withReps(held, 0));
  }

  private shortened(plan: Plan): Plan {
    this.short = plan.name;
    return plan;
  }

  private holds(plan: Plan): boolean {
    return !TOO_HARD.has(wordOf(plan, this.sessions)) && this.allowed(plan);
  }

  /** The same reps at the watts that hold for all of them, as long as that is still work above 105 %. */
  private solved(plan: Plan): Plan | null {
    const { climbing, traits } = this.sessions;
    if (!this.sessions.cleared || this.slot.family === GOAL_FAMILY) return null;
    if (plan.system !== 'ceiling' && plan.system !== 'anaerobic') return null;
    const fitted = fitToBalance(plan, climbing.rider);
    if (!fitted.ok || !traits(fitted.value.plan).above105) return null;
    const whole = wholePercents(fitted.value.plan);
    return this.holds(whole) ? whole : null;
  }

  /** The rung whose minutes at target come nearest; of equals the earlier. */
  private ofMinutes(minutes: number): Plan | null {
    const off = ({ plan }: BookRung): number =>
      Math.abs(this.sessions.traits(plan).workMin - minutes);
    const rungs = this.rungs().filter(({ plan }) => this.allowed(plan));
    const [nearest] = [...rungs].sort((one, other) => off(one) - off(other));
    return nearest ? this.held(nearest.plan) : null;
  }

  private allowed(plan: Plan): boolean {
    return this.sessions.cleared || !this.sessions.traits(plan).above105;
  }

  /** With the rest and the share of the reps that the slot asks for, and ids of its own. */
  private dressed(plan: Plan, share = this.slot.reps ?? 1): Plan {
    const { rest } = this.slot;
    const own = planOfRung({ id: '', plan, rung: null }, this.sessions.newId);
    return named({ ...own, items: own.items.map((item) => changed(item, share, rest)) });
  }
}

function familyFor(slot: Slot, { goalFamily, cleared }: Sessions): string {
  const family = goalsOwn(slot, goalFamily);
  const system = BOOK.find(({ id }) => id === family)?.system;
  const above =
    slot.power === 'above' ||
    system === 'ceiling' ||
    family === 'strength-minutes' ||
    family === 'threshold-higher';
  return above && !cleared ? INSTEAD : family;
}

/** Climbs at goal power, or above it, need watts to aim at. */
function goalsOwn({ family, power }: Slot, goalFamily: string): string {
  if (family !== GOAL_FAMILY && family !== GOAL_CLIMBS) return family;
  return power === 'above' && goalFamily !== GOAL_CLIMBS ? ABOVE : goalFamily;
}

function rungsOfFamily(family: string): readonly BookRung[] {
  const found = BOOK.find(({ id }) => id === family);
  return found ? rungsOf(found) : [];
}

function wordOf(plan: Plan, { climbing, words }: Sessions): string {
  const known = words.get(plan);
  if (known !== undefined) return known;
  const word = sessionVerdict(plan, climbing.rider).verdict?.word ?? '';
  words.set(plan, word);
  return word;
}
