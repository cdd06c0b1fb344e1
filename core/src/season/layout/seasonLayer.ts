import type { Plan } from '../../sessions/index.ts';
import { roundHalfUp } from '../../units/index.ts';
import { riseComingBack } from '../daysOff.ts';
import { spacingOf } from '../spacing.ts';
import { loadWeeksTo, mostLoadWeeks } from '../rules/easyWeek.ts';
import { taperFor } from '../taper.ts';
import { daysFrom, mondayOf, plus, type WeekSaid, weekdayOf, weekSaid } from '../week.ts';
import { mostOfWeek } from '../weekGoal.ts';
import { type DealtBlock, dealWeeks } from './deal.ts';
import { Draft } from './draft.ts';
import { goalFamily, type LayoutGoal, weeksToGoal } from './goalOf.ts';
import type { LaidDay, LaidOut, LayoutInput } from './laidOut.ts';
import { type LaidWeek, WeekLayer } from './layWeek.ts';
import { easedIn, raceOf } from './otherGoals.ts';
import { offGoal } from './offGoal.ts';
import { openerOf } from './sessions.ts';
import { type Sessions, SlotInHand } from './slots.ts';
import type { Template, TemplateBlock } from './template.ts';
import { WeekSessions } from './weekSessions.ts';

/** Days before the goal on which nothing is ridden, and on which short reps are. */
const REST_BEFORE = 2;
const OPENER_BEFORE = 1;
/** What is said of the week after a goal. */
const AFTER_GOAL = { period: 'build', system: null, rise: null, goal: null } as const;

/** A season under the hands of laying out. */
export class SeasonLayer {
  private readonly input: LayoutInput;
  private readonly draft: Draft;
  private readonly sessions: Sessions;
  private readonly layer: WeekLayer;
  private readonly weekSessions: WeekSessions;
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
    const say = (sentence: string): void => this.sayOnce(sentence);
    const { strength = null, from, goal } = input;
    this.layer = new WeekLayer(
      this.draft,
      this.sessions,
      say,
      strength && { asked: strength, from: strength.from ?? from, goal: goal?.date ?? null },
    );
    this.weekSessions = new WeekSessions(this.sessions, input.goal, say);
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
    this.placeRaces(goal);
    const blocks = this.layBlocks(dealt.blocks);
    const weeks = blocks.flatMap(({ weeks: own }) => own);
    if (goal && template.anchor === 'goal') this.layGoal(goal);
    this.fixAll(weeks.map(({ monday }) => monday));
    this.says.push(...offGoal(this.draft, weeks));
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

  /** Goals that are no main ones stand on their day as races, before anything else is laid out. */
  private placeRaces(goal: LayoutGoal | null): void {
    const { others = [], from, newId } = this.input;
    const last = goal?.date ?? this.input.season.input.days.at(-1)?.date ?? from;
    for (const other of others.filter(({ date }) => date >= from && date < last)) {
      const day = this.draft.dayOf(other.date);
      if (other.rank !== 'main' && !this.sessions.cleared)
        this.says.push(`${other.name}: no race stands there until the health screen is clear.`);
      else if (other.rank !== 'main' && day && !day.works.some(({ kind }) => kind === 'race'))
        this.draft.place(other.date, raceOf(other, newId), 'race');
    }
    const next = others.find(({ rank, date }) => rank === 'main' && goal && date > goal.date);
    if (next && goal)
      this.says.push(
        `${next.name} is another main goal, after ${goal.name}: choose it to have the weeks to both laid out.`,
      );
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
    // The week of a goal that lies before Thursday has its days before the goal too: those stay as they are.
    if (monday > date) this.layer.layEasy(monday);
    this.draft.settle(monday);
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
    for (const each of slots)
      if (each?.unknown)
        this.sayOnce(
          `${block.name}: the book has no family ${each.family}; nothing stands for it.`,
        );
    for (const week of weeks) {
      this.sayWeek(week);
      this.layer.lay(week, this.weekSessions.of(week, slots));
      for (const { goal, days } of easedIn(this.input.others ?? [], week.monday))
        this.layer.easeBefore(week, days, goal.name, !this.input.touched.has(week.monday));
      this.draft.settle(week.monday);
    }
    for (const each of slots) {
      const reached = each?.reached;
      if (each && reached && block.kind === 'load') this.reached.set(each.ladder, reached);
    }
  }

  private sayWeek({ monday, kind, dealt: { block } }: LaidWeek): void {
    if (this.input.touched.has(monday)) return;
    const { base } = this.draft.before(monday);
    const said: WeekSaid = {
      ...{ monday, kind, period: block.period, system: block.system, goal: null },
      rise: kind === 'load' ? riseOf(block, base) : null,
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
      const { settings } = season.input.rider;
      const daysToGoal = daysFrom(monday, goal.date);
      const before = { base, recent, dailyLoad: mean, daysToGoal };
      this.taper = chosenOf(
        taperFor(before, settings.taperReserve, settings),
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
        .filter(({ id }) => this.draft.isOwn(id))
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
        (monday) => weekSaid(this.draft.saidOf(monday) as WeekSaid),
      ),
      ...{ days, season, taper: this.taper, says: this.says, broken },
    };
  }
}

/** Points a week that a block's base rises where it does not rise as usual. */
function riseOf({ rise }: TemplateBlock, base: number): number | null {
  if (rise === 'back') return riseComingBack(base);
  return rise === 'hold' ? 0 : null;
}

/** The taper with the length that the coach chose, where it was kept. */
function chosenOf(taper: ReturnType<typeof taperFor>, days: number | undefined): LaidOut['taper'] {
  if ('refusal' in taper) return taper;
  const chosen = taper.rows.find((row) => row.days === days);
  return chosen ? { ...taper, chosen } : taper;
}
