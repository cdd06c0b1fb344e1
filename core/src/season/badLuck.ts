import { type Random, seededRandom } from '../units/index.ts';
import { applyChanges, type Change } from './changes.ts';
import { loadOfDay } from './dayLoad.ts';
import { isHard } from './dayWord.ts';
import { fillingOf } from './planWeek.ts';
import { markedWithin } from './marked.ts';
import { keySessionOf } from './keySession.ts';
import type { Reckoned } from './reckoned.ts';
import { afterDaysOff, afterIllness } from './replan/daysOff.ts';
import { afterMissed } from './replan/missed.ts';
import { type Offer, seasonAfter } from './replan/offer.ts';
import { nextEvening } from './smoothed.ts';
import { daysFrom, mondayOf, type SeasonDay, type Work } from './week.ts';
import { windowAround } from './window.ts';

/** How often rides of a rider go wrong. */
export interface Rates {
  /** Shares of the planned rides, 0–1. */
  readonly missed: number;
  readonly shortened: number;
  /** What is left of a shortened one. */
  readonly left: number;
}

/** What the runs hang on. */
export interface BadLuck {
  readonly runs: number;
  readonly seed: number;
  readonly hard: Rates;
  readonly other: Rates;
  /** An illness begins on any day with a chance of 1 in so many; null: none. */
  readonly illOneIn: number | null;
}

/** What came of the runs. */
export interface Outcome {
  readonly runs: number;
  /** On the goal's morning at 10, 50 and 90 of 100. */
  readonly base: readonly [number, number, number];
  readonly reserve: readonly [number, number, number];
  /** Share of the runs that keep at least 95 % of the planned base, 0–1. */
  readonly kept: number;
  readonly plannedBase: number;
  /** Base day by day, at 10, 50 and 90 of 100. */
  readonly band: readonly {
    readonly date: string;
    readonly low: number;
    readonly middle: number;
    readonly high: number;
  }[];
  /** The week whose loss costs most base on the goal's morning. */
  readonly costliest: { readonly monday: string; readonly costs: number } | null;
}

/** Where a rider has fewer planned days behind, these stand. Source: handbook section 8.12. */
const USUAL: Rates = { missed: 0.1, shortened: 0.1, left: 0.7 };
const LEAST_DAYS = 20;
const RATE_DAYS = 180;
const ILLNESS = { least: 4, most: 10 } as const;
const KEPT = 0.95;
export const USUAL_BAD_LUCK = { runs: 1000, illOneIn: 182 } as const;

/**
 * How often this rider misses and shortens rides: of the last 180 days, hard days and other rides apart.
 *
 * @param season the season
 * @returns both rates; as usual under 20 planned days of either
 * Source: handbook section 8.12.
 */
export function ratesOf({ input }: Pick<Reckoned, 'input'>): { hard: Rates; other: Rates } {
  const sums = { hard: newTally(), other: newTally() };
  for (const { work, planned, hard } of markedWithin(input, RATE_DAYS)) {
    const tally = hard ? sums.hard : sums.other;
    tally.days += 1;
    if (work.state === 'missed' && !work.ridden) tally.missed += 1;
    if (work.state === 'shortened' && planned.minutes > 0) {
      tally.shortened += 1;
      const ridden = work.ridden?.minutes ?? work.minutes ?? planned.minutes * USUAL.left;
      tally.left += Math.min(1, ridden / planned.minutes);
    }
  }
  return { hard: rateOf(sums.hard), other: rateOf(sums.other) };
}

interface Tally {
  days: number;
  missed: number;
  shortened: number;
  left: number;
}

function newTally(): Tally {
  return { days: 0, missed: 0, shortened: 0, left: 0 };
}

function rateOf({ days, missed, shortened, left }: Tally): Rates {
  if (days < LEAST_DAYS) return USUAL;
  return {
    missed: missed / days,
    shortened: shortened / days,
    left: shortened === 0 ? USUAL.left : left / shortened,
  };
}

/**
 * Runs of a season under bad luck: each planned ride is missed or shortened with this rider's rates, illnesses come as
 * they come, and each run is re-planned by the first offer. The same seed gives the same runs.
 *
 * @param season the season, from today to past its goal
 * @param luck runs, seed, rates
 * @param tell called now and then with how many runs are done; false stops, and what is done is given
 * @returns what came of them, or why there is nothing to run
 * Source: handbook section 8.12.
 */
export function runBadLuck(
  season: Reckoned,
  luck: BadLuck,
  tell: (done: number) => boolean = () => true,
): Outcome | { readonly refusal: string } {
  const plan = planOf(season);
  if ('refusal' in plan) return plan;
  const random = seededRandom(luck.seed);
  const answers = new Answers(season, plan);
  const lines: Float64Array[] = [];
  const reserves: number[] = [];
  for (let run = 0; run < luck.runs; run += 1) {
    if (run % 50 === 0 && !tell(run)) break;
    const { bases, reserve } = oneRun(plan, luck, answers, random);
    lines.push(bases);
    reserves.push(reserve);
  }
  if (lines.length === 0) return { refusal: 'Stopped before the first run.' };
  return outcomeOf(plan, lines, reserves);
}

/** A day to come as far as the runs go. */
interface DayToCome {
  readonly date: string;
  readonly works: readonly {
    readonly id: string;
    readonly load: number;
    readonly hard: boolean;
    /** The key session of its week. */
    readonly key: boolean;
  }[];
  readonly load: number;
}

interface PlanToGoal {
  readonly days: readonly DayToCome[];
  readonly start: { readonly base: number; readonly recent: number };
  readonly smoothing: { readonly baseDays: number; readonly recentDays: number };
  readonly plannedBase: number;
}

function planOf(season: Reckoned): PlanToGoal | { readonly refusal: string } {
  const { input, days } = season;
  const { goal, today, rider } = input;
  if (!goal) return { refusal: 'Runs need a goal with a date.' };
  const from = days.findIndex(({ day }) => day.date >= today);
  const to = days.findIndex(({ day }) => day.date >= goal.date);
  if (from < 0 || to <= from) return { refusal: `${goal.name} is not ahead of the plan.` };
  const keys = new Set(season.weeks.map((week) => keySessionOf(season, week)?.work.id));
  const planned = days.slice(from, to).map(({ day }): DayToCome => ({
    date: day.date,
    works: day.works.map((work) => ({
      ...{ id: work.id, hard: isHard(work), key: keys.has(work.id) },
      load: loadOfDay({ ...day, works: [work] }, today, rider.settings.counts).load,
    })),
    load: loadOfDay(day, today, rider.settings.counts).load,
  }));
  const start = days[from]?.before ?? input.start;
  const smoothing = rider.settings;
  const last = planned.reduce((evening, { load }) => nextEvening(evening, load, smoothing), {
    ...start,
    reserve: 0,
  });
  return { days: planned, start, smoothing, plannedBase: last.base };
}

/** One run: base evening by evening, and the reserve on the goal's morning. */
function oneRun(
  { days, start, smoothing }: PlanToGoal,
  { hard, other, illOneIn }: BadLuck,
  answers: Answers,
  random: Random,
): { bases: Float64Array; reserve: number } {
  const loads = Float64Array.from(days, ({ load }) => load);
  const bases = new Float64Array(days.length);
  let { base, recent } = start;
  let illUntil = -1;
  let missed = 0;
  for (const [at, { works }] of days.entries()) {
    if (at % 7 === 0) missed = 0;
    // The chance of an illness is asked every day, so that the same seed gives the same illnesses whatever is planned.
    const chance = random();
    if (illOneIn !== null && at > illUntil && chance < 1 / illOneIn) {
      const length = ILLNESS.least + Math.floor(random() * (ILLNESS.most - ILLNESS.least + 1));
      illUntil = at + length - 1;
      for (const [day, delta] of answers.afterIllness(at + length, length)) add(loads, day, delta);
    }
    const ill = at <= illUntil;
    for (const work of works) {
      const { missed: missing, shortened, left } = work.hard ? hard : other;
      const luck = random();
      if (ill || luck >= missing + shortened) continue;
      if (luck >= missing) add(loads, at, work.load * (left - 1));
      else {
        add(loads, at, -work.load);
        for (const [day, delta] of answers.afterMissed(at, work, missed)) add(loads, day, delta);
        missed |= 1 << (at % 7);
      }
    }
    const load = ill ? 0 : Math.max(0, loads[at] ?? 0);
    base += (load - base) / smoothing.baseDays;
    recent += (load - recent) / smoothing.recentDays;
    bases[at] = base;
  }
  return { bases, reserve: base - recent };
}

function add(loads: Float64Array, at: number, delta: number): void {
  if (at < loads.length) loads[at] = (loads[at] ?? 0) + delta;
}

type Delta = readonly [at: number, delta: number];

/** What the first offer does to the loads of the days to come; each question is asked once. */
class Answers {
  private readonly season: Reckoned;
  private readonly plan: PlanToGoal;
  private readonly known = new Map<string, readonly Delta[]>();

  constructor(season: Reckoned, plan: PlanToGoal) {
    this.season = season;
    this.plan = plan;
  }

  /**
   * After a missed session.
   *
   * @param before days missed before it in the seven it lies in, a bit each
   */
  afterMissed(
    at: number,
    { id, key }: DayToCome['works'][number],
    before: number,
  ): readonly Delta[] {
    // What is no key session is gone: nothing else changes.
    if (!key) return [];
    return this.once(`missed ${id} ${before}`, () => {
      const first = at - (at % 7);
      const gone = this.plan.days
        .slice(first, first + 7)
        .filter((_, day) => (before & (1 << day)) !== 0 || first + day === at)
        .map(({ date }) => date);
      const part = this.partWith(this.dateOf(at), gone, id);
      const [offer] = part ? afterMissed(part, id, `again:${id}`) : [];
      return part && offer ? this.deltas(part, seasonAfter(part, offer)) : [];
    });
  }

  /** After so many days ill, from the first day on which the rider rides again. */
  afterIllness(at: number, length: number): readonly Delta[] {
    if (at >= this.plan.days.length) return [];
    return this.once(`ill ${at} ${length}`, () => {
      const date = this.dateOf(at);
      const ill = afterIllness(this.season, length, date);
      const off = afterDaysOff(this.season, length, date);
      const { pointsPerHour } = this.season.input;
      const days = this.season.input.days;
      const from = days.findIndex((day) => day.date === date);
      const changes = [...ill.changes, ...off.changes, ...this.down(off)];
      const slice = days.slice(from, from + 28);
      return this.between(slice, applyChanges(slice, changes, pointsPerHour));
    });
  }

  /** A week that becomes easy is filled down to its goal. */
  private down(offer: Offer): readonly Change[] {
    return offer.weeks.flatMap((said) => {
      const key = `week ${said.monday} ${said.kind}`;
      const found = this.weeks.get(key);
      if (found) return found;
      const week = this.season.weeks.find((each) => each.said.monday === said.monday);
      let changes: readonly Change[] = [];
      if (week) {
        const after = seasonAfter(this.season, { ...offer, changes: [], weeks: [said] });
        const row = after.weeks.find((each) => each.said.monday === said.monday);
        if (row) changes = fillingOf(after, row, (day) => `filled:${said.monday}:${day}`);
      }
      this.weeks.set(key, changes);
      return changes;
    });
  }

  private readonly weeks = new Map<string, readonly Change[]>();

  private once(question: string, ask: () => readonly Delta[]): readonly Delta[] {
    const found = this.known.get(question);
    if (found) return found;
    const answer = ask();
    this.known.set(question, answer);
    return answer;
  }

  private dateOf(at: number): string {
    return this.plan.days[at]?.date ?? '';
  }

  /** The weeks around a day, with what was missed in them. */
  private partWith(date: string, gone: readonly string[], id: string): Reckoned | null {
    const week = this.season.weeks.findLast(({ said }) => said.monday <= date);
    if (!week) return null;
    const { days, reckonWith } = windowAround(this.season, week);
    const missing = (work: Work, day: SeasonDay): boolean =>
      work.id === id || (gone.includes(day.date) && work.state === 'planned' && !work.fixture);
    return reckonWith(
      days.map((day) =>
        day.works.some((work) => missing(work, day))
          ? {
              ...day,
              works: day.works.map((work): Work =>
                missing(work, day) ? { ...work, state: 'missed' } : work,
              ),
            }
          : day,
      ),
    ).season;
  }

  private deltas(before: Reckoned, after: Reckoned): readonly Delta[] {
    return this.between(before.input.days, after.input.days);
  }

  /** What each day carries more or less. */
  private between(before: readonly SeasonDay[], after: readonly SeasonDay[]): Delta[] {
    const { today, rider } = this.season.input;
    const first = this.plan.days[0]?.date ?? today;
    return after.flatMap((day, place): Delta[] => {
      const was = before[place];
      if (was === undefined || was === day) return [];
      const load = (each: SeasonDay): number => loadOfDay(each, today, rider.settings.counts).load;
      const delta = load(day) - load(was);
      return delta === 0 ? [] : [[daysFrom(first, day.date), delta]];
    });
  }
}

function outcomeOf(
  plan: PlanToGoal,
  lines: readonly Float64Array[],
  reserves: readonly number[],
): Outcome {
  const { days, plannedBase } = plan;
  const last = lines.map((line) => line[line.length - 1] ?? 0);
  const at = (day: number): [number, number, number] =>
    percentiles(lines.map((line) => line[day] ?? 0));
  return {
    runs: lines.length,
    base: percentiles(last),
    reserve: percentiles(reserves),
    kept: last.filter((base) => base >= KEPT * plannedBase).length / lines.length,
    plannedBase,
    band: days.map(({ date }, day) => {
      const [low, middle, high] = at(day);
      return { date, low, middle, high };
    }),
    costliest: costliestOf(plan),
  };
}

/** At 10, 50 and 90 of 100. */
function percentiles(values: readonly number[]): [number, number, number] {
  const sorted = Float64Array.from(values).sort();
  const at = (share: number): number => sorted[Math.floor(share * (sorted.length - 1))] ?? 0;
  return [at(0.1), at(0.5), at(0.9)];
}

/** What a week without any load would cost the base of the goal's morning. */
function costliestOf({ days, smoothing }: PlanToGoal): Outcome['costliest'] {
  const kept = 1 - 1 / smoothing.baseDays;
  const costs = new Map<string, number>();
  for (const [at, { date, load }] of days.entries()) {
    const monday = mondayOf(date);
    const cost = (load / smoothing.baseDays) * kept ** (days.length - 1 - at);
    costs.set(monday, (costs.get(monday) ?? 0) + cost);
  }
  const [most] = [...costs].sort((one, other) => other[1] - one[1]);
  return most ? { monday: most[0], costs: most[1] } : null;
}
