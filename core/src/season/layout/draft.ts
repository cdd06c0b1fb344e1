import { applyChanges, canChange, type Change, newEndurance } from '../changes.ts';
import type { Plan } from '../../sessions/index.ts';
import type { DayReckoned, Reckoned, SeasonInput, WeekReckoned } from '../reckoned.ts';
import { reckon } from '../reckon.ts';
import { traitsOf } from '../traits.ts';
import { type SeasonDay, type WeekSaid, type Work } from '../week.ts';
import type { Climbing } from '../../sessions/index.ts';

/** Rules look back so many weeks; what lies before them is kept as it was reckoned. */
const WEEKS_BACK = 6;

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
  private evenings: DayReckoned[];
  private weeks: WeekReckoned[];
  private made = 0;
  /** Sessions by the id of their work; what is in none is plain Endurance. */
  readonly plans = new Map<string, Plan>();

  private readonly season: Reckoned;
  private readonly climbing: Climbing;

  constructor(season: Reckoned, climbing: Climbing, removed: ReadonlySet<string>) {
    this.season = season;
    this.climbing = climbing;
    this.days = season.input.days.map((day) => without(day, removed));
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
  }

  saidOf(monday: string): WeekSaid | undefined {
    return this.said.get(monday);
  }

  /** The weeks around one, reckoned as it stands now. */
  around(monday: string): { readonly season: Reckoned; readonly week: WeekReckoned } {
    const at = this.placeOf(monday);
    const from = Math.max(0, at - 7 * WEEKS_BACK);
    const to = Math.min(this.days.length, at + 14);
    const evening = this.evenings[from]?.before ?? this.season.input.start;
    const { input, past } = this.season;
    const season = reckon(
      {
        ...this.input(this.days.slice(from, to)),
        start: { ...input.start, ...evening, days: input.start.days + from },
      },
      { ...past, longMin: past.longMin.slice(from, to) },
      this.weeks.slice(0, from / 7),
    );
    const week = season.weeks.find(({ said }) => said.monday === monday) as WeekReckoned;
    return { season, week };
  }

  /** Keeps what a week came to, so that the next ones are reckoned from it. */
  settle(monday: string): void {
    const { season } = this.around(monday);
    const at = this.placeOf(monday);
    const offset = at - (season.weeks.find(({ said }) => said.monday === monday)?.at ?? 0);
    for (const day of season.days) {
      const place = day.at + offset;
      if (place >= at && place < at + 14) this.evenings[place] = { ...day, at: place };
    }
    const row = season.weeks.find(({ said }) => said.monday === monday);
    if (row) this.weeks[at / 7] = { ...row, at };
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
    const work = { ...base, kind, name: plan.name, planned: traitsOf(plan, this.climbing.rider) };
    this.days = this.days.map((day) =>
      day.date === date ? { ...day, works: [...day.works, work] } : day,
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
    return `laid:${this.made}`;
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

function without(day: SeasonDay, removed: ReadonlySet<string>): SeasonDay {
  const works = day.works.filter((work) => !(removed.has(work.id) && canChange(work)));
  return works.length === day.works.length ? day : { ...day, works };
}
