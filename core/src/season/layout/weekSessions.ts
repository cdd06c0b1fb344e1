import type { Plan } from '../../sessions/index.ts';
import { runInAsks, weeksBeforeTaper } from '../runIn.ts';
import { daysFrom, plus } from '../week.ts';
import type { LayoutGoal } from './goalOf.ts';
import type { LaidWeek, Ready } from './layWeek.ts';
import { withReps } from './reps.ts';
import type { Sessions, SlotInHand } from './slots.ts';
import { GOAL_CLIMBS } from './template.ts';

/** The whole goal is not ridden in so many days before it. Source: handbook section 8.7. */
const NOT_IN_LAST_DAYS = 10;
/** Shares of the second session's reps that are tried in the run-in. */
const RUN_IN_REPS = [1, 2 / 3, 1 / 2, 1 / 3] as const;
/** Share of the reps in a taper: a third less, in its last week half. */
const TAPER_REPS = { first: 2 / 3, last: 1 / 2 } as const;

/** The sessions of single weeks: rungs in load weeks, fewer reps in a taper, the goal's own power in the run-in. */
export class WeekSessions {
  private readonly sessions: Sessions;
  private readonly goal: LayoutGoal | null;
  private readonly sayOnce: (sentence: string) => void;

  constructor(sessions: Sessions, goal: LayoutGoal | null, sayOnce: (sentence: string) => void) {
    this.sessions = sessions;
    this.goal = goal;
    this.sayOnce = sayOnce;
  }

  /** The sessions of a week, each rung as far as it has come; one that is not placed goes on all the same. */
  of(
    week: LaidWeek,
    [key, second]: readonly [SlotInHand | null, SlotInHand | null],
  ): readonly Ready[] {
    const { kind, place, dealt } = week;
    if (kind === 'free' || kind === 'test') return [];
    const share = place === 0 && dealt.kinds.length > 1 ? TAPER_REPS.first : TAPER_REPS.last;
    const planOf = (slot: SlotInHand): Plan | null => {
      if (kind === 'taper') return slot.tapered(share);
      return kind === 'easy' ? slot.easy() : slot.next();
    };
    const wanted = [key, kind === 'easy' ? null : second].flatMap((slot) => slot ?? []);
    const ready = wanted.flatMap((slot) => {
      const plan = (slot === key ? this.wholeGoal(slot, week) : null) ?? planOf(slot);
      if (slot.short) this.sayOnce(`${slot.short}: more reps do not hold at today’s numbers.`);
      return plan ? [{ slot, plan }] : [];
    });
    return kind === 'load' ? this.narrowed(ready, week.monday) : ready;
  }

  /** Every second week of the run-in the whole goal at 95 %, not in the last ten days. */
  private wholeGoal(slot: SlotInHand, { monday, kind }: LaidWeek): Plan | null {
    const { goal } = this;
    if (kind !== 'load' || !goal?.seconds || goal.watts === null) return null;
    if (weeksBeforeTaper(monday, goal.date) % 2 !== 0) return null;
    if (daysFrom(plus(monday, 6), goal.date) <= NOT_IN_LAST_DAYS) return null;
    const whole = slot.whole(goal.seconds);
    if (!whole && slot.family === GOAL_CLIMBS)
      this.sayOnce(`The whole of ${goal.name} at 95 % does not hold at today’s numbers.`);
    return whole;
  }

  /** In the run-in the second session has as few reps as it takes for the goal's power to have its share. */
  private narrowed([key, second, ...more]: readonly Ready[], monday: string): readonly Ready[] {
    const { goal } = this;
    const asked = goal && runInAsks(weeksBeforeTaper(monday, goal.date));
    if (!key || !second || !asked) return [key, second, ...more].flatMap((each) => each ?? []);
    const { traits } = this.sessions;
    const { goalMin, workMin } = traits(key.plan);
    if (goalMin === 0) return [key, second, ...more];
    const fewer = RUN_IN_REPS.map((share) => withReps(second.plan, share));
    const enough = fewer.find(
      (plan) => (goalMin / (workMin + traits(plan).workMin)) * 100 >= asked.least,
    );
    return [key, { ...second, plan: enough ?? fewer.at(-1) ?? second.plan }, ...more];
  }
}
