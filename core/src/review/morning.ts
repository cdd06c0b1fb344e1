import { massIn, type MassUnit, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { deviationOf, medianOf } from './trends/statistics.ts';
import { daysFromTo } from './trends/days.ts';

/** What a rider may write down in the morning, each with its unit, its limits and the steps it is told in. */
export const MORNING_NUMBERS = {
  massKg: { name: 'Mass', unit: 'kg', scale: '', low: 25, high: 250, digits: 1 },
  restingBpm: { name: 'Resting heart rate', unit: 'bpm', scale: '', low: 25, high: 120, digits: 0 },
  sleepH: { name: 'Sleep', unit: 'h', scale: '', low: 0, high: 24, digits: 1 },
  legs: { name: 'Legs', unit: '', scale: '1–5', low: 1, high: 5, digits: 0 },
  pain: { name: 'Pain', unit: '', scale: '0–10', low: 0, high: 10, digits: 0 },
} as const;
export type MorningNumber = keyof typeof MORNING_NUMBERS;
const IDS = Object.keys(MORNING_NUMBERS) as MorningNumber[];

/** One morning; null where nothing was written down. */
export type Morning = { readonly date: string } & Readonly<Record<MorningNumber, number | null>>;

/** A morning number of the week beside what is usual for this rider. */
export interface MorningOfWeek {
  readonly id: MorningNumber;
  /** Median of the seven days up to the day, with its working. */
  readonly week: Worked;
  /** Median of the 28 days, and 1.96 standard deviations of them; null with fewer than 14 entries. */
  readonly usual: number | null;
  readonly spread: number | null;
  /** Further off than that spread: only then it is worth a word. */
  readonly isOff: boolean;
}

const [WEEK_DAYS, USUAL_DAYS, LEAST] = [7, 28, 14];
const Z = 1.96;

/**
 * A rider's morning numbers of the week. They suggest nothing by themselves. The usual is that of the 28 days before the
 * seven, so that a week which is off does not widen the spread it is held against.
 *
 * @param mornings in any order
 * @param on the day, `yyyy-mm-dd`; later ones are not looked at
 * @param massUnit what the coach weighs in
 * @returns what was written down in the seven days up to it
 * Source: handbook section 15 (Morning numbers).
 */
export function morningsOfWeek(
  mornings: readonly Morning[],
  on: string,
  massUnit: MassUnit = 'kg',
): MorningOfWeek[] {
  return IDS.flatMap((id) => {
    const known = mornings.flatMap((morning) => {
      const value = morning[id];
      return value === null ? [] : [{ value, ago: daysFromTo(morning.date, on) }];
    });
    const within = (from: number, days: number): number[] =>
      known.flatMap(({ value, ago }) => (ago >= from && ago < from + days ? [value] : []));
    const week = within(0, WEEK_DAYS);
    if (week.length === 0) return [];
    return [ofWeek(id, week, within(WEEK_DAYS, USUAL_DAYS), massUnit)];
  });
}

function ofWeek(
  id: MorningNumber,
  week: readonly number[],
  before: readonly number[],
  massUnit: MassUnit,
): MorningOfWeek {
  const { name, unit, digits } = MORNING_NUMBERS[id];
  const median = medianOf(week);
  const isKnown = before.length >= LEAST;
  const usual = isKnown ? medianOf(before) : null;
  const spread = isKnown ? Z * deviationOf(before) : null;
  const isOff = usual !== null && spread !== null && Math.abs(median - usual) > spread;
  const say = (value: number): string =>
    `${figureOf(id, value, digits + 1, massUnit)} ${unitOf(id, massUnit)}`.trim();
  return {
    ...{ id, usual, spread, isOff },
    week: worked(median, unit, `${name}: median of seven days beside the 28 before`, [
      [`Seven days, ${week.length} written down`, say(median)],
      ...(usual !== null && spread !== null
        ? ([
            [`28 days before, ${before.length} written down, median`, say(usual)],
            ['1.96 standard deviations of them', `± ${say(spread)}`],
            ['Off by', say(median - usual)],
            ['That is', isOff ? 'more than the usual spread' : 'within the usual spread'],
          ] as const)
        : ([['28 days before', `${before.length} written down, 14 are needed`]] as const)),
    ]),
  };
}

/** A figure as the coach writes it, without its unit. */
function figureOf(id: MorningNumber, value: number, digits: number, massUnit: MassUnit): number {
  return roundTo(id === 'massKg' ? massIn(value, massUnit) : value, digits);
}

function unitOf(id: MorningNumber, massUnit: MassUnit): string {
  return id === 'massKg' ? massUnit : MORNING_NUMBERS[id].unit;
}

/**
 * How far a mass of a day lies off the median of the seven days before it.
 *
 * @param mornings in any order
 * @param date the day
 * @param massKg what was weighed that day
 * @returns kg, negative where it is less; null where nothing was weighed in them
 * Source: handbook sections 9.4 (hot, dry, ill or nervous) and 10.4.
 */
export function massOff(mornings: readonly Morning[], date: string, massKg: number): number | null {
  const week = mornings.flatMap((morning) => {
    const ago = daysFromTo(morning.date, date);
    return morning.massKg !== null && ago >= 1 && ago <= WEEK_DAYS ? [morning.massKg] : [];
  });
  return week.length === 0 ? null : massKg - medianOf(week);
}

/**
 * The morning numbers that are off, in words.
 *
 * @param week morning numbers of a week
 * @param massUnit what the coach weighs in
 * @returns one phrase for each that is off: "Resting heart rate 54 bpm, usually 47 ± 3"
 * Source: handbook section 15 (Morning numbers).
 */
export function sayMornings(week: readonly MorningOfWeek[], massUnit: MassUnit = 'kg'): string[] {
  return week.flatMap(({ id, week: { value }, usual, spread, isOff }) => {
    if (!isOff || usual === null || spread === null) return [];
    const { name, digits } = MORNING_NUMBERS[id];
    const say = (figure: number, to: number = digits): number => figureOf(id, figure, to, massUnit);
    const now = `${say(value)} ${unitOf(id, massUnit)}`.trim();
    return [`${name} ${now}, usually ${say(usual)} ± ${say(spread, Math.max(1, digits))}`];
  });
}
