import type { Plan } from '../../sessions/index.ts';
import { roundHalfUp } from '../../units/index.ts';
import { minutesOfWork } from '../dayLoad.ts';
import { dateName } from '../dayNames.ts';
import { isCeiling, isHard } from '../dayWord.ts';
import { keySessionOf } from '../keySession.ts';
import { otherWork } from '../otherWork.ts';
import { fillingOf, hardDaysIn } from '../planWeek.ts';
import { fixesOf, rulesOf } from '../spacing.ts';
import {
  heavyAllowed,
  STRENGTH_DAYS,
  type StrengthAsked,
  strengthDays,
  strengthOf,
} from '../strengthPhases.ts';
import { daysFrom, plus, type SeasonDay, type WeekKind } from '../week.ts';
import { bestDay } from './bestDay.ts';
import type { DealtBlock } from './deal.ts';
import type { Draft } from './draft.ts';
import { EASED_SHARE } from './otherGoals.ts';
import { testsOf } from './sessions.ts';
import { withReps } from './reps.ts';
import { type Sessions, SlotInHand } from './slots.ts';

const MOST_FIXES = 6;
/** Nobody sets out for less, min; Endurance is cut in steps. */
const LEAST_MIN = 45;
const STEP_MIN = 15;
const MOST_CUTS = 40;
/** Before a goal on the way a ride may be this short, min, and this share of the reps is left. */
const EASED_LEAST_MIN = 30;
const EASED_REPS = 2 / 3;
/** Difference of the days between two hard ones: outside the base period, and in it. Source: handbook section 8.6. */
const [APART, BASE_APART] = [2, 3];

/** A week that is laid out. */
export interface LaidWeek {
  readonly monday: string;
  readonly kind: WeekKind;
  readonly dealt: DealtBlock;
  /** Place of the week in its block. */
  readonly place: number;
}

/** Strength that is wanted, where it begins, and the goal before which it ends. */
export interface StrengthHere {
  readonly asked: StrengthAsked;
  readonly from: string;
  readonly goal: string | null;
}

/** A session that waits for its day. */
export interface Ready {
  readonly slot: SlotInHand;
  readonly plan: Plan;
}

/** Lays single weeks of a draft: hard sessions on their days, tests, Endurance, and what mends its rules. */
export class WeekLayer {
  private readonly draft: Draft;
  private readonly sessions: Sessions;
  private readonly sayOnce: (sentence: string) => void;
  private readonly strength: StrengthHere | null;

  constructor(
    draft: Draft,
    sessions: Sessions,
    sayOnce: (sentence: string) => void,
    strength: StrengthHere | null,
  ) {
    this.draft = draft;
    this.strength = strength;
    this.sessions = sessions;
    this.sayOnce = sayOnce;
  }

  /**
   * Sessions, tests and Endurance of a week. Where a rule leaves no day for a hard session that keeps it, the other order
   * of the two is tried; what is better stands.
   */
  lay(week: LaidWeek, ready: readonly Ready[]): void {
    const before = this.draft.keep();
    const eased = this.tryWeek(week, ready);
    if (eased > 0 && ready.length > 1) {
      const first = this.draft.keep();
      this.draft.restore(before);
      if (this.tryWeek(week, [...ready].reverse()) >= eased) this.draft.restore(first);
      else return;
    }
    if (eased > 0)
      this.sayOnce(
        `In the week of ${dateName(week.monday)} no day for a second hard session keeps every rule: Endurance stands there.`,
      );
  }

  /** Lays a week and mends it; how many hard sessions became Endurance, or found no day. */
  private tryWeek(week: LaidWeek, ready: readonly Ready[]): number {
    const left = this.placeHard(week, ready);
    this.placeTests(week);
    this.placeStrength(week);
    this.fill(week.monday);
    const eased = this.fix(week.monday);
    this.clear(week.monday);
    return left + eased;
  }

  /** The hard sessions, each on the weekday that suits it; how many found none. */
  private placeHard({ monday, kind }: LaidWeek, ready: readonly Ready[]): number {
    if (ready.length === 0) return 0;
    const { season, week } = this.draft.around(monday);
    const own = this.draft.weekOf(monday);
    const stands = own.filter(({ works }) => works.some(isHard)).length;
    const best = hardDaysIn(season, week);
    const free = own.flatMap(({ works, rest, hours, date }, day) =>
      works.length === 0 && !rest && hours !== 0 && date >= season.input.today ? [day] : [],
    );
    const most = kind === 'easy' ? 1 : Math.min(2, season.input.rider.hardDays);
    const placed = ready
      .filter(({ slot }) => !(slot.slot.orGroup && stands > 0))
      .slice(0, Math.max(0, most - stands));
    const [key] = ready;
    if (key && kind === 'load' && !placed.includes(key))
      this.sayOnce(
        `In the week of ${dateName(monday)} what is there already takes the hard days: no ${key.plan.name}.`,
      );
    let left = 0;
    for (const { slot, plan } of placed) {
      const fresh = slot.family.startsWith('ceiling');
      const apart = week.said.period === 'base' ? BASE_APART : APART;
      const day = bestDay(this.draft.weekOf(monday), free, { fresh, best, apart });
      if (day === null) left += 1;
      else {
        free.splice(free.indexOf(day), 1);
        this.draft.place(plus(monday, day), this.fitting(plan, own[day] as SeasonDay));
      }
    }
    return left;
  }

  /** As many reps as the day has hours for. */
  private fitting(plan: Plan, { hours }: SeasonDay): Plan {
    if (hours === null) return plan;
    return SlotInHand.within(plan, hours * 60, this.sessions);
  }

  private placeTests({ monday, kind }: LaidWeek): void {
    const { cleared, newId } = this.sessions;
    if (kind !== 'test' || !cleared) return;
    for (const [day, plan] of testsOf(this.draft.weekOf(monday), newId))
      this.draft.place(plus(monday, day), plan, 'test');
  }

  /** Strength of its phase, on hard days where that can be, none before fresh legs are needed. */
  private placeStrength({ monday, kind }: LaidWeek): void {
    if (!this.strength || kind === 'free') return;
    const { asked, from, goal } = this.strength;
    const { phase, days: count } = strengthOf(daysFrom(from, monday) / 7, asked);
    const { name, minutes, rpe } = STRENGTH_DAYS[phase];
    const week = this.draft.weekOf(monday);
    const { season, week: row } = this.draft.around(monday);
    const key = keySessionOf(season, row)?.work;
    const fresh = (day: SeasonDay | undefined): boolean =>
      day?.works.some((work) => work === key || work.kind === 'test' || isCeiling(work)) ?? false;
    const heavy = phase !== 'learn';
    const days = week.map((day, place) => ({
      hard: day.works.some(isHard),
      beforeFresh: heavy && fresh(week[place + 1]),
      left: day.hours === null ? Infinity : day.hours * 60 - minutesOn(day),
      open:
        !day.rest &&
        !day.works.some((work) => work.kind === 'strength' || work.kind === 'race') &&
        (!heavy || (day.works.some(isHard) && heavyAllowed(day.date, goal))),
    }));
    for (const day of strengthDays(days, minutes, kind === 'taper' ? 1 : count))
      this.draft.place(
        plus(monday, day),
        otherWork('strength', { name, minutes, rpe }, this.sessions.newId),
        'strength',
      );
  }

  /** A week without hard sessions: Endurance to its goal, and what mends its rules. */
  layEasy(monday: string): void {
    this.fill(monday);
    this.fix(monday);
  }

  private fill(monday: string): void {
    const { season, week } = this.draft.around(monday);
    this.draft.change(fillingOf(season, week, () => this.draft.newId()));
  }

  /** Applies the first fix of a broken rule as long as there is one; how many hard sessions became Endurance by it. */
  fix(monday: string): number {
    let eased = 0;
    for (let times = 0; times < MOST_FIXES; times += 1) {
      const { season, week } = this.draft.around(monday);
      const fix = rulesOf(season)
        .flatMap(({ id }) => fixesOf(season, week, id).slice(0, 1))
        .find(({ changes }) => changes.every((change) => this.isLaid(change)));
      if (!fix) return eased;
      eased += fix.changes.filter(({ kind }) => kind === 'endurance').length;
      this.draft.change(fix.changes);
    }
    return eased;
  }

  /** A short ride before reps that were moved away is no ride for a day of its own. */
  private clear(monday: string): void {
    for (const { works } of this.draft.weekOf(monday)) {
      const [only] = works;
      const short = (only?.planned?.minutes ?? 0) < LEAST_MIN && only?.planned?.endurance === true;
      if (works.length === 1 && only && short && this.isLaid(only))
        this.draft.change([{ kind: 'remove', id: only.id }]);
    }
  }

  /**
   * The last days before a goal on the way carry less: Endurance is cut first, the longest ride of them, then reps by a
   * third. What the week comes to then is its goal.
   */
  easeBefore(week: LaidWeek, days: readonly string[], goal: string, say: boolean): void {
    const { monday } = week;
    const pointsOf = (): number =>
      this.draft
        .around(monday)
        .season.days.filter(({ day }) => days.includes(day.date))
        .reduce((sum, { load }) => sum + load.load, 0);
    const aim = EASED_SHARE * pointsOf();
    for (let step = 0; step < MOST_CUTS && pointsOf() > aim + 1; step += 1) {
      const works = this.draft
        .weekOf(monday)
        .filter(({ date }) => days.includes(date))
        .flatMap((day) => day.works.filter((work) => this.isLaid(work)));
      const [longest] = works
        .filter(({ planned }) => planned?.endurance)
        .sort((one, other) => minutesOfWork(other) - minutesOfWork(one));
      if (longest) this.shorten(longest.id, minutesOfWork(longest));
      else if (!this.fewerReps(works)) break;
    }
    const { week: after } = this.draft.around(monday);
    if (say) this.draft.say({ ...after.said, goal: roundHalfUp(after.load) });
    this.sayOnce(`The three days before ${goal} carry 30 % less.`);
  }

  private shorten(id: string, minutes: number): void {
    const shorter = minutes - STEP_MIN;
    this.draft.change([
      shorter < EASED_LEAST_MIN ? { kind: 'remove', id } : { kind: 'resize', id, minutes: shorter },
    ]);
  }

  /** The first of the sessions that can lose a third of its reps does; whether one could. */
  private fewerReps(works: readonly { readonly id: string }[]): boolean {
    for (const { id } of works) {
      const plan = this.draft.plans.get(id);
      if (!plan || plan.sport === 'race') continue;
      const fewer = withReps(plan, EASED_REPS);
      if (this.draft.traits(fewer).load >= this.draft.traits(plan).load) continue;
      this.draft.replace(id, fewer);
      return true;
    }
    return false;
  }

  /** Only what is laid out here is moved; what the coach put there stays. */
  private isLaid(change: { readonly id: string }): boolean {
    return this.draft.isOwn(change.id);
  }
}

function minutesOn({ works }: SeasonDay): number {
  return works.reduce((sum, work) => sum + minutesOfWork(work), 0);
}
