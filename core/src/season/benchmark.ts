import { type Plan, type RiderOnDay, sessionNumbers, sessionVerdict } from '../sessions/index.ts';
import { roundHalfUp, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { daysFrom, plus } from './week.ts';

/** Percent on the best that a benchmark aims at. Source: handbook section 8.7. */
export const BENCHMARK_PERCENT = { usual: 3, least: 1, most: 8 } as const;
const [WOULD_NOT_SHOW, AMBITIOUS] = [2, 6];
/** The best of so many days is what it aims from, and nearer than this two are too many. */
const BEST_DAYS = 180;
const APART_DAYS = 28;

/** The verdict of a session that leaves nothing. */
const AT_THE_LIMIT = 'at the limit';

/** A benchmark as it was ridden or stands to be. */
export interface SetNumber {
  readonly date: string;
  readonly name: string;
  /** Mean watts of its work; null where the rider has none. */
  readonly watts: number | null;
  /** Minutes at target. */
  readonly minutes: number;
}

/** A benchmark of a block: its own number when it opened and when it closed, and where it is to go. */
export interface Benchmark {
  readonly opened: SetNumber | null;
  readonly closed: SetNumber | null;
  readonly next: SetNumber | null;
  readonly best: SetNumber | null;
  /** In watts, else in minutes. */
  readonly goal: Worked | null;
  readonly says: string | null;
  /** Two at the limit within four weeks are more than the legs forgive. */
  readonly tooOften: boolean;
}

/** A day as far as a benchmark goes. */
export interface BenchmarkDay {
  readonly date: string;
  readonly plan: Plan;
  /** Family of the book that it is, where it is one. */
  readonly family: string | null;
  /** Marked done, with no word that it was too much. */
  readonly held: boolean;
  readonly toCome: boolean;
}

/**
 * How a block's benchmark stands: the first and the last time that its family was ridden in the block, the best of 180
 * days and the goal on it.
 *
 * @param days days of any family, in order
 * @param block family of the benchmark, first Monday and weeks of the block
 * @param rider figures by which watts are reckoned
 * @param percent on the best, 1–8
 * @returns what is known of it; the goal is null without a best
 * @throws RangeError for a percent outside 1–8
 * Source: handbook section 8.7.
 */
export function benchmarkOf(
  days: readonly BenchmarkDay[],
  block: { readonly family: string; readonly from: string; readonly weeks: number },
  rider: RiderOnDay,
  percent: number = BENCHMARK_PERCENT.usual,
): Benchmark {
  if (percent < BENCHMARK_PERCENT.least || percent > BENCHMARK_PERCENT.most)
    throw new RangeError(`A benchmark aims 1 to 8 % higher, not ${percent} %.`);
  const own = days.filter(({ family }) => family === block.family);
  const end = plus(block.from, 7 * block.weeks);
  const within = own.filter(({ date }) => date >= block.from && date < end);
  const held = within.filter((day) => day.held && !day.toCome);
  const number = (day: BenchmarkDay | undefined): SetNumber | null =>
    day ? numbersOf(day, rider) : null;
  const bests = own
    .filter((day) => day.held && !day.toCome && daysFrom(day.date, end) <= BEST_DAYS)
    .map((day) => numbersOf(day, rider));
  const best = bests.reduce<SetNumber | null>(
    (most, each) => (isMore(each, most) ? each : most),
    null,
  );
  return {
    opened: number(held[0]),
    closed: held.length > 1 ? number(held.at(-1)) : null,
    next: number(within.find(({ toCome }) => toCome)),
    best,
    goal: best && goalOn(best, percent),
    says: best && saidOf(percent),
    tooOften: isTooOften(
      held.filter(({ plan }) => sessionVerdict(plan, rider).verdict?.word === AT_THE_LIMIT),
    ),
  };
}

function isTooOften(days: readonly BenchmarkDay[]): boolean {
  return days.some(
    ({ date }, place) => place > 0 && daysFrom(days[place - 1]?.date ?? date, date) < APART_DAYS,
  );
}

function numbersOf({ date, plan }: BenchmarkDay, rider: RiderOnDay): SetNumber {
  const { segments, timeAtTargetS } = sessionNumbers(plan, rider);
  let [joules, seconds] = [0, 0];
  for (const { from, to, seconds: length, role } of segments) {
    const [start, stop] = [from?.countedW ?? null, to?.countedW ?? null];
    if (role !== 'work' || start === null || stop === null) continue;
    joules += ((start + stop) / 2) * length;
    seconds += length;
  }
  return {
    ...{ date, name: plan.name, minutes: timeAtTargetS.value / 60 },
    watts: seconds === 0 ? null : joules / seconds,
  };
}

/** More watts; of as many, or without any, more minutes. */
function isMore(one: SetNumber, other: SetNumber | null): boolean {
  if (!other) return true;
  const watts = (one.watts ?? 0) - (other.watts ?? 0);
  return watts > 0 || (watts === 0 && one.minutes > other.minutes);
}

function goalOn({ watts, minutes, name }: SetNumber, percent: number): Worked {
  const [from, unit] = watts === null ? [minutes, 'min'] : [watts, 'W'];
  const goal = from * (1 + percent / 100);
  return worked(goal, unit, `Goal of the benchmark: ${name}`, [
    [`Best of ${BEST_DAYS} days`, `${roundTo(from, 1)} ${unit}`],
    [`${percent} % on it`, `${roundHalfUp(goal)} ${unit}`],
  ]);
}

/** Whether a gain would show, and whether it is much. */
function saidOf(percent: number): string | null {
  if (percent <= WOULD_NOT_SHOW) return 'would not show';
  return percent > AMBITIOUS ? 'ambitious' : null;
}
