import { roundHalfUp, roundTo } from '../units/index.ts';
import type { WorkingLine } from '../working/index.ts';
import type { Change } from './changes.ts';
import { DAY_NAMES } from './dayNames.ts';
import { FillModel, type Piece } from './fillModel.ts';
import type { SeasonDay } from './week.ts';

/** Filling goes in steps of so many minutes, and makes no ride shorter than the least. */
const STEP_MIN = 15;
const LEAST_MIN = 45;
const NEW_WEEKEND_MIN = 60;
/** The other Endurance rides grow to 2 h 30. */
const OTHERS_TO_MIN = 150;
/** A week settles after a few rounds; more than this never happens. */
const MOST_ROUNDS = 12;

/** What filling hangs on. */
export interface FillInput {
  /** Seven days, Monday first. */
  readonly days: readonly SeasonDay[];
  /** Place of the first day that may still be changed. */
  readonly from: number;
  /** Points the whole week is to come to. */
  readonly goal: number;
  /** Points of the works as they stand; from `loadOfDay`. */
  readonly load: (days: readonly SeasonDay[]) => number;
  readonly pointsPerHour: number;
  /** How long the long ride may be, min; null where no ride says. */
  readonly longMin: number | null;
  /** Days that are to stay empty; 0 where the rule is off. */
  readonly keepEmpty: number;
  /** Endurance before ceiling reps goes up to this, min. */
  readonly beforeMin: number;
  /** Points within which a week is on its goal. */
  readonly onGoal: number;
  /** Rules broken in a week with these days, by name. */
  readonly broken?: (days: readonly SeasonDay[]) => readonly string[];
  /** Steps that the coach refused: "a", or "b" and the like with the weekday: "b2". */
  readonly refused?: readonly string[];
  readonly newId: (day: number, before: boolean) => string;
}

/** A week filled with Endurance. */
export interface Filled {
  readonly days: readonly SeasonDay[];
  readonly changes: readonly Change[];
  /** Points it comes to, and those that are missing; below 0: too much. */
  readonly planned: number;
  readonly missing: number;
  readonly onGoal: boolean;
  /** Every step it took, in order, as lines of a working. */
  readonly steps: readonly WorkingLine[];
  /** Steps that it did not take because a rule would break, named once each. */
  readonly skipped: readonly string[];
}

/** "a": the long ride, "b": the others, "c": an empty day, "d": before the reps. */
type StepName = 'a' | 'b' | 'c' | 'd';

/**
 * Fills a week with Endurance in steps of 15 minutes, as long as a step brings it nearer to its goal: the long ride of
 * the weekend first, then the others, then an empty day, then before the reps of ceiling days; or evenly. Too much is
 * taken off the other way round. Hours are never exceeded and hard days never touched; what would break a rule that
 * held is skipped and named. Filling twice changes nothing.
 *
 * @param input the week, its goal, and what binds it
 * @param way long weekend, or even
 * @returns the week as it would stand, and what that takes
 * Source: handbook section 8.5, steps 5 and 6.
 */
export function fillWeek(input: FillInput, way: 'longWeekend' | 'even'): Filled {
  const filling = new Filling(input, way);
  filling.run();
  return filling.result();
}

class Filling {
  private readonly model: FillModel;
  private readonly taken = new Map<string, { from: number; to: number; label: string }>();
  private readonly skipped = new Set<string>();
  /** Steps that broke a rule since something last changed. */
  private blocked = new Set<string>();
  private probing = false;
  private readonly input: FillInput;
  private readonly way: 'longWeekend' | 'even';

  constructor(input: FillInput, way: 'longWeekend' | 'even') {
    this.input = input;
    this.way = way;
    this.model = new FillModel(input);
  }

  /**
   * Fills, unless the week is filled already: a week that no pass would change, whichever ride of the weekend is taken
   * for the long one, is left as it is. So filling twice changes nothing, also where another ride has become longer.
   */
  run(): void {
    const longest = this.model.longestOfWeekend();
    const start = this.model.print();
    for (const long of new Set([longest, ...this.model.ridesOfWeekend(), null])) {
      this.probing = true;
      this.settle(long);
      if (this.model.print() === start) return;
      this.model.reset();
      this.taken.clear();
      this.skipped.clear();
    }
    this.probing = false;
    this.settle(longest);
  }

  /** Whether a week that is only looked at would change: then nothing more has to be tried. */
  private isKnown(): boolean {
    return this.probing && this.taken.size > 0;
  }

  /** Goes through the steps until none brings the week nearer; the long ride stays the same one. */
  private settle(found: Piece | null): void {
    let long = found;
    for (let round = 0; round < MOST_ROUNDS; round += 1) {
      const before = this.model.print();
      this.blocked = new Set();
      if (this.way === 'longWeekend') {
        long ??= this.newWeekendRide();
        if (long) this.grow('a', [long], this.longTo());
        this.others(long);
      } else {
        this.others(long);
        const longest = this.model.longestOfWeekend();
        if (longest) this.grow('a', [longest], this.longTo());
      }
      this.beforeReps();
      this.takeOff(long);
      if (this.model.print() === before) return;
    }
  }

  /** The long-ride limit in whole steps, never under an hour. */
  private longTo(): number {
    const { longMin } = this.input;
    return longMin === null
      ? OTHERS_TO_MIN
      : Math.max(NEW_WEEKEND_MIN, Math.floor(longMin / STEP_MIN) * STEP_MIN);
  }

  /** A new ride of an hour on the weekend, where that brings the week nearer. */
  private newWeekendRide(): Piece | null {
    if (this.model.ridesOfWeekend().length > 0) return null;
    const days = [6, 5]
      .filter((day) => this.model.isEmpty(day) && this.model.room(day) >= NEW_WEEKEND_MIN)
      .sort((one, other) => this.model.room(other) - this.model.room(one));
    for (const day of days) {
      const piece = this.place('a', day, NEW_WEEKEND_MIN, false);
      if (piece) return piece;
    }
    return null;
  }

  /** Steps b and c in turn, until neither brings the week nearer. */
  private others(long: Piece | null): void {
    const grow = (): void =>
      this.grow('b', () => this.model.rides().filter((piece) => piece !== long), OTHERS_TO_MIN);
    grow();
    for (let day = 0; day < 7; day += 1) {
      if (!this.model.isEmpty(day) || this.model.room(day) < LEAST_MIN) continue;
      if (this.model.emptyDays() <= this.input.keepEmpty) return;
      if (this.place('c', day, LEAST_MIN, false)) grow();
    }
  }

  private beforeReps(): void {
    for (const day of this.model.ceilingDays()) {
      const piece = this.model.beforeOn(day) ?? this.place('d', day, STEP_MIN, true);
      if (piece) this.grow('d', [piece], this.input.beforeMin);
    }
  }

  /** Lengthens the shortest of some rides again and again, the earlier of equals. */
  private grow(
    step: StepName,
    pieces: readonly Piece[] | (() => readonly Piece[]),
    to: number,
  ): void {
    for (;;) {
      const open = (typeof pieces === 'function' ? pieces() : pieces)
        .filter((piece) => piece.minutes + STEP_MIN <= to && this.model.room(piece.day) >= STEP_MIN)
        .filter((piece) => !this.isBlocked(step, piece.day))
        .sort((one, other) => one.minutes - other.minutes || one.day - other.day);
      const [next] = open;
      if (!next || !this.brings(STEP_MIN)) return;
      this.resize(step, next, next.minutes + STEP_MIN);
    }
  }

  private place(step: StepName, day: number, minutes: number, before: boolean): Piece | null {
    if (this.isBlocked(step, day) || !this.brings(minutes)) return null;
    if (before && (this.model.room(day) < minutes || minutes > this.input.beforeMin)) return null;
    const piece = this.model.add(day, minutes, before, this.input.newId(day, before));
    if (this.breaks(step, day)) {
      this.model.remove(piece);
      return null;
    }
    this.note(step, piece, 0);
    return piece;
  }

  /** What is too much comes off before the reps first, then off the others, the longest first, then off the long ride. */
  private takeOff(long: Piece | null): void {
    const shorten = (step: StepName, pieces: () => readonly Piece[], least: number): void => {
      for (;;) {
        const [next] = pieces()
          .filter((piece) => piece.minutes - STEP_MIN >= least && !this.isBlocked(step, piece.day))
          .sort((one, other) => other.minutes - one.minutes || other.day - one.day);
        if (!next || this.isKnown() || this.missing() > -this.points(STEP_MIN) / 2) return;
        this.resize(step, next, next.minutes - STEP_MIN);
      }
    };
    shorten('d', () => this.model.beforeReps(), 0);
    shorten('b', () => this.model.rides().filter((piece) => piece !== long), LEAST_MIN);
    shorten('a', () => (long ? [long] : []), LEAST_MIN);
  }

  private resize(step: StepName, piece: Piece, minutes: number): void {
    const was = piece.minutes;
    piece.minutes = minutes;
    if (this.breaks(step, piece.day)) piece.minutes = was;
    else this.note(step, piece, was);
  }

  /** Whether a rule breaks that held before the step; in b and c the long-ride rule may. */
  private breaks(step: StepName, day: number): boolean {
    const { broken } = this.input;
    if (!broken) return false;
    const now = broken(this.model.days());
    const before = this.model.brokenBefore(broken);
    const fresh = now.filter(
      (rule) =>
        !before.includes(rule) && !((step === 'b' || step === 'c') && rule.startsWith('Long ride')),
    );
    if (fresh.length === 0) {
      this.model.hold(now);
      return false;
    }
    this.blocked.add(`${step}${day}`);
    this.skipped.add(`${DAY_NAMES[day] ?? ''} stays as it is: ${fresh.join(', ').toLowerCase()}`);
    return true;
  }

  private note(step: StepName, piece: Piece, was: number): void {
    const key = piece.id;
    const known = this.taken.get(key);
    const name = DAY_NAMES[piece.day] ?? '';
    const label = step === 'd' ? `${name}, before the reps` : name;
    this.taken.delete(key);
    this.taken.set(key, { from: known?.from ?? was, to: piece.minutes, label });
  }

  private isBlocked(step: StepName, day: number): boolean {
    const { refused = [] } = this.input;
    return (
      this.blocked.has(`${step}${day}`) ||
      refused.includes(step) ||
      refused.includes(`${step}${day}`)
    );
  }

  private brings(minutes: number): boolean {
    return !this.isKnown() && this.missing() > this.points(minutes) / 2;
  }

  private missing(): number {
    return this.input.goal - this.input.load(this.model.days());
  }

  private points(minutes: number): number {
    return (minutes / 60) * this.input.pointsPerHour;
  }

  result(): Filled {
    const days = this.model.days();
    const planned = this.input.load(days);
    const missing = this.input.goal - planned;
    return {
      ...{ days, planned, missing, changes: this.model.changes() },
      onGoal: Math.abs(missing) <= this.input.onGoal,
      steps: [...this.taken.values()].map(({ from, to, label }) => ({
        label: from === 0 ? `${label}: new, ${to} min` : `${label}: ${from} → ${to} min`,
        figure: `${to >= from ? '+' : '−'}${roundTo(this.points(Math.abs(to - from)), 1)}`,
      })),
      skipped: [...this.skipped],
    };
  }
}

/**
 * How a filled week stands to its goal, in one sentence.
 *
 * @param filled the week
 * @param goal points
 * @param riseThatFits the rise that its load brings, and the planned one, points a week
 * @returns "430 of 498. 68 points do not fit in the hours; the rise becomes 3.5, not 5."
 * Source: handbook section 8.5, step 7.
 */
export function sayFilled(
  { planned, missing, onGoal }: Pick<Filled, 'planned' | 'missing' | 'onGoal'>,
  goal: number,
  { fits, wanted }: { readonly fits: number; readonly wanted: number },
): string {
  if (roundHalfUp(goal) <= 0) return `${roundHalfUp(planned)} planned, no goal yet.`;
  const of = `${roundHalfUp(planned)} of ${roundHalfUp(goal)}`;
  if (onGoal) return `${of}: on goal.`;
  if (missing < 0) return `${of}: ${roundHalfUp(-missing)} too much, and no ride can be shorter.`;
  return `${of}. ${roundHalfUp(missing)} points do not fit in the hours; the rise becomes ${roundTo(fits, 1)}, not ${roundTo(wanted, 1)}.`;
}
