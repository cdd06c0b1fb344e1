import { printSigned, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { nextEvening, reserveShare } from './smoothed.ts';
import type { DayReckoned, Reckoned } from './reckoned.ts';
import { markedWithin } from './marked.ts';
import { loadOfWork } from './dayLoad.ts';
import { daysFrom } from './week.ts';

/** A goal further off than this has no forecast. */
const FURTHEST_DAYS = 365;
const USUAL = { days: 56, weeks: 4, least: 0.5, most: 1.1 } as const;
/** Above this many times the highest base of two years it was never held. */
const HELD = 1.1;

/** Base, recent and reserve of a day to come. */
export interface ForecastDay {
  readonly date: string;
  readonly base: number;
  readonly recent: number;
  readonly reserve: number;
}

/** What a forecast says of the goal's morning. */
export interface Morning {
  readonly base: number;
  readonly reserve: number;
  /** Percent of base; null under a base of 10. */
  readonly reservePercent: number | null;
  /** The highest base on the way. */
  readonly highest: number;
  /** Over 1.1 × the highest of two years: "higher than ever held". */
  readonly higherThanHeld: boolean;
}

/** How much of what was planned this rider rode: shares from 0.5 to 1.1. */
export interface UsualShares {
  readonly hard: number;
  readonly other: number;
}

export interface Forecast {
  readonly asPlanned: readonly ForecastDay[];
  /** Null without four weeks of both hard days and other rides. */
  readonly asUsual: readonly ForecastDay[] | null;
  readonly shares: UsualShares | null;
  readonly morning: { readonly asPlanned: Morning; readonly asUsual: Morning | null } | null;
  /** Why nothing is said of a goal's morning; null where it is. */
  readonly refusal: string | null;
}

/**
 * Base, recent and reserve from today to the goal: as planned, and as usual, which is planned × what this rider rode of
 * the last eight weeks, hard days and other rides apart.
 *
 * @param season the season
 * @returns both lines, and what they say of the goal's morning; refused without a goal, and over 365 days before it
 * Source: handbook section 8.3.
 */
export function forecastOf(season: Reckoned): Forecast {
  const { input, days } = season;
  const from = days.findIndex(({ day }) => day.date >= input.today);
  const toCome = from < 0 ? [] : days.slice(from);
  const shares = usualShares(season);
  const asPlanned = toCome.map(({ day, base, recent, reserve }) => ({
    ...{ date: day.date, base, recent, reserve },
  }));
  const asUsual = shares ? lineWith(toCome, shares, season) : null;
  const refusal = whyNot(season);
  const goal = input.goal;
  if (refusal !== null || !goal) return { asPlanned, asUsual, shares, morning: null, refusal };
  const planned = morningOf(asPlanned, season, goal.date);
  return {
    ...{
      asPlanned,
      asUsual,
      shares,
      refusal: planned ? null : 'The plan does not reach the goal.',
    },
    morning: planned && {
      asPlanned: planned,
      asUsual: asUsual && morningOf(asUsual, season, goal.date),
    },
  };
}

function whyNot({ input: { goal, today } }: Reckoned): string | null {
  if (!goal) return 'A forecast needs a goal with a date.';
  if (goal.date < today) return `${goal.name} is past.`;
  return daysFrom(today, goal.date) > FURTHEST_DAYS
    ? `${goal.name} is more than a year off: too far for a forecast.`
    : null;
}

function lineWith(
  toCome: readonly DayReckoned[],
  shares: UsualShares,
  { input }: Reckoned,
): ForecastDay[] {
  let before = toCome[0]?.before ?? { base: 0, recent: 0 };
  return toCome.map(({ day, word, load }) => {
    const rode = day.works.some(({ ridden }) => ridden !== null);
    const share = word === 'hard' ? shares.hard : shares.other;
    const evening = nextEvening(before, load.load * (rode ? 1 : share), input.rider.settings);
    before = evening;
    return { date: day.date, ...evening };
  });
}

function morningOf(line: readonly ForecastDay[], season: Reckoned, date: string): Morning | null {
  const at = line.findIndex((day) => day.date === date);
  const day = line[at];
  if (!day) return null;
  const { days, input } = season;
  // The morning's base is that of the evening before.
  const base = line[at - 1]?.base ?? days.find((each) => each.day.date === date)?.before.base ?? 0;
  const highest = line.slice(0, at).reduce((most, each) => Math.max(most, each.base), base);
  const held = days
    .filter((each) => each.day.date < input.today && daysFrom(each.day.date, input.today) <= 730)
    .reduce((most, each) => Math.max(most, each.base), input.highestBase ?? 0);
  return {
    ...{ base, reserve: day.reserve, highest },
    reservePercent: reserveShare(day.reserve, base),
    higherThanHeld: held > 0 && highest > HELD * held,
  };
}

/**
 * How much of what was planned in the last eight weeks was ridden, hard days and other rides apart.
 *
 * @param season the season
 * @returns both shares, each from 0.5 to 1.1; null without four weeks of both
 * Source: handbook section 8.3.
 */
function usualShares({ input }: Reckoned): UsualShares | null {
  const sums = { hard: newSum(), other: newSum() };
  for (const { work, planned, hard: asked, ago } of markedWithin(input, USUAL.days)) {
    const sum = asked ? sums.hard : sums.other;
    sum.planned += planned.load;
    sum.ridden += loadOfWork(work, true).load;
    sum.weeks.add(Math.floor((ago - 1) / 7));
  }
  const { hard, other } = sums;
  if (hard.weeks.size < USUAL.weeks || other.weeks.size < USUAL.weeks) return null;
  return { hard: shareOf(hard), other: shareOf(other) };
}

interface Sum {
  planned: number;
  ridden: number;
  readonly weeks: Set<number>;
}

function newSum(): Sum {
  return { planned: 0, ridden: 0, weeks: new Set() };
}

function shareOf({ planned, ridden }: Sum): number {
  return planned === 0 ? 1 : Math.min(USUAL.most, Math.max(USUAL.least, ridden / planned));
}

/** What a forecast says of the goal's morning, each figure with its working. */
export interface WorkedMorning {
  /** Base of last evening. */
  readonly now: number;
  readonly base: Worked;
  readonly reserve: Worked;
}

/**
 * Base and reserve on the goal's morning with their working, the usual share of what is planned beside them.
 *
 * @param season the season
 * @param forecast its forecast
 * @returns both, or null where the forecast was refused
 * Source: handbook section 8.3.
 */
export function workedMorning(season: Reckoned, forecast: Forecast): WorkedMorning | null {
  const { goal, today } = season.input;
  if (!forecast.morning || !goal) return null;
  const { base, reserve, highest } = forecast.morning.asPlanned;
  const { asUsual } = forecast.morning;
  const now = season.days.findLast(({ day }) => day.date < today)?.base ?? 0;
  const one = (value: number): string => roundTo(value, 1).toFixed(1);
  const { shares } = forecast;
  return {
    now,
    base: worked(base, 'points', 'Forecast to the goal, as planned', [
      ['Base of last evening', one(now)],
      [`Base on the morning of ${goal.name}`, one(base)],
      ['Highest on the way', one(highest)],
      ...(shares && asUsual
        ? ([
            ['Ridden of hard days, last 8 weeks', `${roundTo(shares.hard * 100, 0)} %`],
            ['Ridden of other rides', `${roundTo(shares.other * 100, 0)} %`],
            ['As usual', one(asUsual.base)],
          ] as const)
        : []),
    ]),
    reserve: worked(reserve, 'points', 'Reserve: base less recent of the evening before', [
      ['Base', one(base)],
      ['Recent', one(base - reserve)],
      ['Reserve', printSigned(reserve, 1)],
    ]),
  };
}
