import { applyChanges, canChange, type Change, newEndurance } from '../changes.ts';
import type { Plan } from '../../sessions/index.ts';
import type { DayReckoned, Reckoned, SeasonInput, WeekReckoned } from '../reckoned.ts';
import { reckon, reckonAgain } from '../reckon.ts';
import { traitsOf } from '../traits.ts';
import type { Planned, SeasonDay, WeekSaid, Work } from '../week.ts';
import { cutOut, type Part, WEEKS } from '../window.ts';
import type { Climbing } from '../../sessions/index.ts';

/** Days and sessions as they stood. */
interface Kept {
  readonly days: readonly SeasonDay[];
  readonly plans: ReadonlyMap<string, Plan>;
}

/** A season that is laid out week by week: each week is reckoned with what lies just before it and after it. */
export class Draft {
  private days: readonly SeasonDay[];
  private readonly said: Map<string, WeekSaid>;
  /** Evenings and weeks as they stood when they were reckoned last. */
  private readonly evenings: DayReckoned[];
  private readonly weeks: WeekReckoned[];
  /** The weeks around one, as long as nothing changes. */
  private looked: {
    readonly monday: string;
    readonly days: readonly SeasonDay[];
    readonly part: Part;
  } | null = null;
  private made: number;
  /** Works with a number up to this were laid out before, on the way to another goal. */
  private readonly madeBefore: number;
  /** Sessions by the id of their work; what is in none is plain Endurance. */
  readonly plans = new Map<string, Plan>();

  private readonly season: Reckoned;
  private readonly climbing: Climbing;
  private readonly asked = new WeakMap<Plan, Planned>();

  constructor(season: Reckoned, climbing: Climbing, removed: ReadonlySet<string>) {
    this.season = season;
    this.climbing = climbing;
    this.days = season.input.days.map((day) => without(day, removed));
    this.madeBefore = Math.max(
      0,
      ...this.days.flatMap(({ works }) => works.map(({ id }) => numberOf(id))),
    );
    this.made = this.madeBefore;
    this.said = new Map(season.input.weeks.map((week) => [week.monday, week]));
    const before = reckon(this.input(this.days));
    this.evenings = [...before.days];
    this.weeks = [...before.weeks];
  }

  private input(days: readonly SeasonDay[]): SeasonInput {
    return { ...this.season.input, days, weeks: [...this.said.values()] };
  }

  /** What the coach, or laying out, says of a week. */
  say(week: WeekSaid): void {
    this.said.set(week.monday, week);
    this.looked = null;
  }

  saidOf(monday: string): WeekSaid | undefined {
    return this.said.get(monday);
  }

  /** The weeks around one, reckoned as it stands now. */
  around(monday: string): Part {
    if (this.looked?.monday === monday && this.looked.days === this.days) return this.looked.part;
    const at = this.placeOf(monday);
    const from = Math.max(0, at - 7 * WEEKS.before);
    const known = { past: this.season.past, days: this.evenings, weeks: this.weeks };
    const now = { ...known, input: this.input(this.days) };
    const part = cutOut(now, from, at + 7 + 7 * WEEKS.after);
    const season = reckonAgain(part, part.input, at - from);
    const week = season.weeks.find(({ said }) => said.monday === monday) as WeekReckoned;
    this.looked = { monday, days: this.days, part: { season, week } };
    return { season, week };
  }

  /** Keeps what a week came to, so that the next ones are reckoned from it. */
  settle(monday: string): void {
    const { season, week } = this.around(monday);
    const at = this.placeOf(monday);
    const offset = at - week.at;
    for (const day of season.days.slice(week.at))
      this.evenings[day.at + offset] = { ...day, at: day.at + offset };
    this.weeks[at / 7] = { ...week, at };
  }

  dayOf(date: string): SeasonDay | undefined {
    return this.days.find((day) => day.date === date);
  }

  /** Seven days from a Monday. */
  weekOf(monday: string): readonly SeasonDay[] {
    const at = this.placeOf(monday);
    return this.days.slice(at, at + 7);
  }

  /** Hours of a day while it is laid out: the goal's day and the rest day before it have none. */
  limit(date: string, hours: number): void {
    this.days = this.days.map((day) => (day.date === date ? { ...day, hours } : day));
  }

  /** The hours that the rider really has. */
  unlimit(): void {
    const own = new Map(this.season.input.days.map(({ date, hours }) => [date, hours]));
    this.days = this.days.map((day) => ({ ...day, hours: own.get(day.date) ?? null }));
  }

  place(date: string, plan: Plan, kind: Work['kind'] = 'session'): void {
    const id = this.newId();
    this.plans.set(id, plan);
    const base = newEndurance(id, 0, this.season.input.pointsPerHour);
    const work = { ...base, kind, name: plan.name, planned: this.traits(plan) };
    this.days = this.days.map((day) =>
      day.date === date ? { ...day, works: [...day.works, work] } : day,
    );
  }

  /** What a session asks, worked out once. */
  traits(plan: Plan): Planned {
    const known = this.asked.get(plan);
    if (known) return known;
    const traits = traitsOf(plan, this.climbing.rider);
    this.asked.set(plan, traits);
    return traits;
  }

  /** Another session in place of one that stands. */
  replace(id: string, plan: Plan): void {
    this.plans.set(id, plan);
    this.days = this.days.map((day) =>
      day.works.some((work) => work.id === id)
        ? {
            ...day,
            works: day.works.map((work) =>
              work.id === id ? { ...work, name: plan.name, planned: this.traits(plan) } : work,
            ),
          }
        : day,
    );
  }

  change(changes: readonly Change[]): void {
    this.days = applyChanges(this.days, changes, this.season.input.pointsPerHour);
    for (const change of changes)
      if (change.kind === 'endurance' || change.kind === 'remove') this.plans.delete(change.id);
  }

  /** The days as they stand, to come back to. */
  keep(): Kept {
    return { days: this.days, plans: new Map(this.plans) };
  }

  restore({ days, plans }: Kept): void {
    this.days = days;
    this.plans.clear();
    for (const [id, plan] of plans) this.plans.set(id, plan);
  }

  newId(): string {
    this.made += 1;
    return `${LAID}${this.made}`;
  }

  /** Whether a work was laid out by this draft. */
  isOwn(id: string): boolean {
    return numberOf(id) > this.madeBefore;
  }

  /** The whole season as it stands, with the hours that the rider really has. */
  reckoned(): Reckoned {
    this.unlimit();
    return reckon(this.input(this.days), this.season.past);
  }

  /** Base and recent on the evening before a day, and the mean load of the 28 days before it. */
  before(date: string): { readonly base: number; readonly recent: number; readonly mean: number } {
    const at = this.placeOf(date);
    const { base, recent } = this.evenings[at]?.before ?? this.season.input.start;
    const last = this.evenings.slice(Math.max(0, at - 28), at);
    const sum = last.reduce((all, { load }) => all + load.load, 0);
    return { base, recent, mean: last.length === 0 ? 0 : sum / last.length };
  }

  private placeOf(date: string): number {
    return this.days.findIndex((day) => day.date === date);
  }
}

const LAID = 'laid:';

function numberOf(id: string): number {
  return id.startsWith(LAID) ? Number(id.slice(LAID.length)) : 0;
}

function without(day: SeasonDay, removed: ReadonlySet<string>): SeasonDay {
  const works = day.works.filter((work) => !(removed.has(work.id) && canChange(work)));
  return works.length === day.works.length ? day : { ...day, works };
}
