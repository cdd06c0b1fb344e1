import type { Climbing, NewId, Plan } from '../../sessions/index.ts';
import { roundHalfUp } from '../../units/index.ts';
import { riseComingBack } from '../daysOff.ts';
import { spacingOf } from '../spacing.ts';
import { loadWeeksTo, mostLoadWeeks } from '../rules/easyWeek.ts';
import type { Reckoned } from '../reckoned.ts';
import { type Taper, taperFor } from '../taper.ts';
import { daysFrom, mondayOf, plus, type WeekKind, type WeekSaid, weekdayOf } from '../week.ts';
import { mostOfWeek } from '../weekGoal.ts';
import { type DealtBlock, dealWeeks } from './deal.ts';
import { Draft } from './draft.ts';
import { goalFamily, type LayoutGoal, weeksToGoal } from './goalOf.ts';
import { type LaidWeek, type Ready, WeekLayer } from './layWeek.ts';
import { openerOf } from './sessions.ts';
import { type LastOfFamily, type Sessions, SlotInHand } from './slots.ts';
import type { Template, TemplateBlock } from './template.ts';

/** What a season is laid out from. */
export interface LayoutInput {
  /** The season as it is stored, from some weeks behind to past the goal. */
  readonly season: Reckoned;
  readonly template: Template;
  readonly goal: LayoutGoal | null;
  /** The first Monday. */
  readonly from: string;
  /** The rider's figures now, by which sessions are chosen. */
  readonly climbing: Climbing;
  /** What was ridden of each family last. */
  readonly last: ReadonlyMap<string, LastOfFamily>;
  /** Days that were laid out before and not touched since: they make way. */
  readonly removed: ReadonlySet<string>;
  /** Mondays of weeks that the coach touched: what was said of them stays. */
  readonly touched: ReadonlySet<string>;
  /** Length of the taper that the coach chose, days; left out: as proposed. */
  readonly taperDays?: number | undefined;
  readonly newId: NewId;
}

/** A session of the laid-out season. */
export interface LaidDay {
  readonly date: string;
  readonly kind: 'session' | 'test';
  /** Null: plain Endurance of so many minutes. */
  readonly plan: Plan | null;
  readonly minutes: number;
}

/** A block as it lies on the calendar. */
export interface LaidBlock {
  readonly block: TemplateBlock;
  readonly from: string;
  readonly kinds: readonly WeekKind[];
}

/** A season as it would be. */
export interface LaidOut {
  readonly blocks: readonly LaidBlock[];
  readonly weeks: readonly WeekSaid[];
  /** In the order in which they are ridden. */
  readonly days: readonly LaidDay[];
  /** The season with all of it. */
  readonly season: Reckoned;
  readonly taper: Taper | { readonly refusal: string } | null;
  /** What was dropped, cut or left out to fit, in sentences. */
  readonly says: readonly string[];
  /** Rules that are broken in it and that no fix mends, by week. */
  readonly broken: readonly { readonly monday: string; readonly names: readonly string[] }[];
}

/** Days before the goal on which nothing is ridden, and on which short reps are. */
const REST_BEFORE = 2;
const OPENER_BEFORE = 1;
/** What is said of the week after a goal. */
const AFTER_GOAL = { period: 'build', system: null, rise: null, goal: null } as const;
/** Share of the reps in a taper: a third less, in its last week half. */
const TAPER_REPS = { first: 2 / 3, last: 1 / 2 } as const;

/**
 * Lays a season out: the template's blocks dealt back from the goal, hard sessions by their rungs, tests, the taper, and
 * Endurance until each week meets its goal. What the coach touched stays. Of rules that are broken at its end none has a
 * fix that breaks no other.
 *
 * @param input season, template, goal, rider
 * @returns blocks, weeks and days, the season with them, and what does not fit
 * @throws RangeError where the season has no week of the first Monday
 * Source: handbook sections 8.7 to 8.9.
 */
export function layOut(input: LayoutInput): LaidOut {
  const { season, template, goal, from } = input;
  if (!season.weeks.some(({ said }) => said.monday === from))
    throw new RangeError('The season has no week of this Monday.');
  return new Layout(input).run(template, goal);
}

class Layout {
  private readonly input: LayoutInput;
  private readonly draft: Draft;
  private readonly sessions: Sessions;
  private readonly layer: WeekLayer;
  private readonly says: string[] = [];
  /** Rungs that the families have reached. */
  private readonly reached = new Map<string, Plan>();
  private taper: LaidOut['taper'] = null;
  private tooLate = false;
  /** Monday of the easy week after the goal. */
  private after: string | null = null;

  constructor(input: LayoutInput) {
    this.input = input;
    this.draft = new Draft(input.season, input.climbing, input.removed);
    this.sessions = {
      climbing: input.climbing,
      goalFamily: goalFamily(input.goal),
      cleared: input.season.input.rider.cleared,
      last: input.last,
      newId: input.newId,
      traits: (plan) => this.draft.traits(plan),
      words: new WeakMap(),
    };
    this.layer = new WeekLayer(this.draft, this.sessions, (sentence) => this.sayOnce(sentence));
  }

  run(template: Template, goal: LayoutGoal | null): LaidOut {
    const room = this.room(template, goal);
    const dealt = dealWeeks(template, {
      weeks: room,
      loadWeeks: mostLoadWeeks(this.input.season),
      running: this.running(),
      tapers: goal !== null,
    });
    this.says.push(...dealt.says);
    this.sayWhatDoesNotFit(template, goal);
    this.tooLate = template.anchor === 'goal' && room < 4;
    if (goal && template.anchor === 'goal') this.clearGoal(goal.date);
    const blocks = this.layBlocks(dealt.blocks);
    const weeks = blocks.flatMap(({ weeks: own }) => own);
    if (goal && template.anchor === 'goal') this.layGoal(goal);
    this.fixAll(weeks.map(({ monday }) => monday));
    this.sayShort(weeks);
    return this.result(blocks, weeks);
  }

  /** Load weeks in a row right before the first. */
  private running(): number {
    const { season, from } = this.input;
    const before = season.weeks.find(({ said }) => said.monday === plus(from, -7));
    return before ? loadWeeksTo(season, before) : 0;
  }

  /** Weeks that there are: to the goal, or as many as the template has. */
  private room(template: Template, goal: LayoutGoal | null): number {
    const own = template.blocks.reduce((sum, { weeks, easy }) => sum + weeks + (easy ? 1 : 0), 0);
    const known = (this.input.season.days.length - this.placeOf(this.input.from)) / 7;
    if (template.anchor === 'start' || goal === null) return Math.min(own, known);
    return Math.min(weeksToGoal(this.input.from, goal.date).weeks, known);
  }

  private placeOf(date: string): number {
    return this.input.season.days.findIndex(({ day }) => day.date === date);
  }

  private sayWhatDoesNotFit(template: Template, goal: LayoutGoal | null): void {
    const { rider } = this.input.season.input;
    if (!rider.cleared)
      this.says.push(
        'Nothing above 105 % and no test until the health screen is clear: threshold stands for ceiling.',
      );
    const climbs = template.blocks.some(({ key }) => key?.family === 'goal-climbs');
    if (climbs && this.sessions.goalFamily !== 'goal-climbs')
      this.says.push(
        goal === null
          ? 'Without a goal there is no goal power to ride at.'
          : `${goal.name} is no climb with watts to hold: the days at goal power have none to aim at.`,
      );
    if (rider.hardDays > 2) this.says.push('A third hard day is yours to add: templates have two.');
  }

  /** The day two before the goal rests, the one before has short reps, the goal's day and those after it are its own. */
  private clearGoal(date: string): void {
    this.draft.limit(plus(date, -REST_BEFORE), 0);
    for (let day = -OPENER_BEFORE; day <= 6 - weekdayOf(date); day += 1)
      this.draft.limit(plus(date, day), 0);
  }

  /** The short reps on the day before the goal, and the easy week that follows a main goal. */
  private layGoal({ date }: LayoutGoal): void {
    this.draft.unlimit();
    this.placeOpener(plus(date, -OPENER_BEFORE));
    const monday = weekdayOf(date) <= 2 ? mondayOf(date) : plus(mondayOf(date), 7);
    const { touched } = this.input;
    if (this.draft.dayOf(plus(monday, 6)) === undefined || touched.has(monday)) return;
    this.draft.say({ monday, kind: 'easy', ...AFTER_GOAL });
    this.after = monday;
  }

  private placeOpener(date: string): void {
    const day = this.draft.dayOf(date);
    if (!day || day.works.length > 0) return;
    const plan = openerOf(this.input.newId);
    const room = day.hours === null || day.hours * 60 >= this.draft.traits(plan).minutes;
    if (room && !day.rest) this.draft.place(date, plan);
    else
      this.says.push(
        `The day before the goal has no hours: no ${plan.name.toLowerCase()} stands there.`,
      );
  }

  /** Weeks that stay short of their goal, in one sentence. */
  private sayShort(weeks: readonly LaidWeek[]): void {
    const { onGoal } = this.input.season.input.rider.settings;
    const missing = weeks.flatMap(({ monday, kind }) => {
      const { week } = this.draft.around(monday);
      const short = (week.goal?.value ?? 0) - week.load;
      return kind === 'load' && short > onGoal ? [short] : [];
    });
    if (missing.length === 0) return;
    this.says.push(
      `${missing.length} load week${missing.length === 1 ? ' stays' : 's stay'} short of the goal, by up to ${roundHalfUp(Math.max(...missing))} points: hours or rules allow no more.`,
    );
  }

  private layBlocks(
    dealt: readonly DealtBlock[],
  ): { readonly dealt: DealtBlock; readonly from: string; readonly weeks: readonly LaidWeek[] }[] {
    let monday = this.input.from;
    return dealt.map((each) => {
      const from = monday;
      const weeks = each.kinds.map((kind, place): LaidWeek => {
        const week = { monday: plus(from, 7 * place), kind, dealt: each, place };
        return week;
      });
      monday = plus(from, 7 * each.kinds.length);
      this.layBlock(each.block, weeks);
      return { dealt: each, from, weeks };
    });
  }

  private layBlock(block: TemplateBlock, weeks: readonly LaidWeek[]): void {
    const [key, second] = [block.key, this.tooLate ? null : block.second].map(
      (slot) => slot && new SlotInHand(slot, this.sessions, this.reached),
    );
    const slots = [key ?? null, second ?? null] as const;
    for (const week of weeks) {
      this.sayWeek(week);
      this.layer.lay(week, this.sessionsOf(week, slots));
      this.draft.settle(week.monday);
    }
    for (const each of slots) {
      const reached = each?.reached;
      if (each && reached && block.kind === 'load') this.reached.set(each.family, reached);
    }
  }

  private sayWeek({ monday, kind, dealt: { block } }: LaidWeek): void {
    if (this.input.touched.has(monday)) return;
    const { base } = this.draft.before(monday);
    const said: WeekSaid = {
      ...{ monday, kind, period: block.period, system: block.system, goal: null },
      rise: block.rise === 'back' && kind === 'load' ? riseComingBack(base) : null,
    };
    this.draft.say(said);
    if (block.id === 'overload' && kind === 'load') {
      const { weeks } = this.draft.around(monday).season;
      const at = weeks.findIndex((week) => week.said.monday === monday);
      const lastFour = weeks.slice(Math.max(0, at - 4), at).map(({ load }) => load);
      this.draft.say({ ...said, goal: roundHalfUp(mostOfWeek(base, lastFour)) });
    }
    if (kind === 'taper') this.draft.say({ ...said, goal: this.taperGoal(monday, base) });
  }

  /** What the taper gives a week: its path is chosen once, on the evening before its first week. */
  private taperGoal(monday: string, base: number): number | null {
    const { goal, season } = this.input;
    if (!goal) return null;
    if (this.taper === null) {
      const { recent, mean } = this.draft.before(monday);
      const daysToGoal = daysFrom(monday, goal.date);
      const before = { base, recent, dailyLoad: mean, daysToGoal };
      this.taper = chosenOf(
        taperFor(before, undefined, season.input.rider.settings),
        this.input.taperDays,
      );
    }
    const { taper } = this;
    if (!taper || 'refusal' in taper) return null;
    const { loads } = taper.chosen;
    const first = loads.length - daysFrom(monday, goal.date);
    return roundHalfUp(
      loads.slice(Math.max(0, first), first + 7).reduce((sum, load) => sum + load, 0),
    );
  }

  /** The sessions of a week, each rung as far as it has come; one that is not placed goes on all the same. */
  private sessionsOf(
    { kind, place, dealt }: LaidWeek,
    [key, second]: readonly [SlotInHand | null, SlotInHand | null],
  ): readonly Ready[] {
    if (kind === 'free' || kind === 'test') return [];
    const share = place === 0 && dealt.kinds.length > 1 ? TAPER_REPS.first : TAPER_REPS.last;
    const planOf = (slot: SlotInHand): Plan | null => {
      if (kind === 'taper') return slot.tapered(share);
      return kind === 'easy' ? slot.easy() : slot.next();
    };
    const wanted = [key, kind === 'easy' ? null : second].flatMap((slot) => slot ?? []);
    return wanted.flatMap((slot) => {
      const plan = planOf(slot);
      if (slot.short) this.sayOnce(`${slot.short}: more reps do not hold at today’s numbers.`);
      return plan ? [{ slot, plan }] : [];
    });
  }

  /** A week that was mended may let an earlier one be mended too. */
  private fixAll(mondays: readonly string[]): void {
    for (const monday of mondays) {
      this.layer.fix(monday);
      this.draft.settle(monday);
    }
  }

  private sayOnce(sentence: string): void {
    if (!this.says.includes(sentence)) this.says.push(sentence);
  }

  private result(
    blocks: readonly { readonly dealt: DealtBlock; readonly from: string }[],
    weeks: readonly LaidWeek[],
  ): LaidOut {
    const season = this.draft.reckoned();
    const mondays = new Set(weeks.map(({ monday }) => monday));
    const days = season.days.flatMap(({ day }): LaidDay[] =>
      day.works
        .filter(({ id }) => id.startsWith('laid:'))
        .map((work) => ({
          date: day.date,
          kind: work.kind === 'test' ? 'test' : 'session',
          plan: this.draft.plans.get(work.id) ?? null,
          minutes: work.planned?.minutes ?? 0,
        })),
    );
    const broken = season.weeks
      .filter(({ said }) => mondays.has(said.monday))
      .map((week) => ({
        monday: week.said.monday,
        names: spacingOf(season, week).flatMap(({ holds, name }) => (holds === null ? [name] : [])),
      }))
      .filter(({ names }) => names.length > 0);
    return {
      blocks: blocks.map(({ dealt, from }) => ({ block: dealt.block, from, kinds: dealt.kinds })),
      weeks: [...weeks.map(({ monday }) => monday), ...(this.after ? [this.after] : [])].map(
        (monday) => this.draft.saidOf(monday) as WeekSaid,
      ),
      ...{ days, season, taper: this.taper, says: this.says, broken },
    };
  }
}

/** The taper with the length that the coach chose, where it was kept. */
function chosenOf(taper: ReturnType<typeof taperFor>, days: number | undefined): LaidOut['taper'] {
  if ('refusal' in taper) return taper;
  const chosen = taper.rows.find((row) => row.days === days);
  return chosen ? { ...taper, chosen } : taper;
}
