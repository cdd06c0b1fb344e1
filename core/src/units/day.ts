import {
  addDays,
  addYears,
  differenceInCalendarDays,
  format,
  formatISO,
  isValid,
  parse,
  parseISO,
} from 'date-fns';
import { type Refused, type Understood, refused, understood } from './understood.ts';

/** What a date is for decides how far it may lie from today. */
export const DAY_USES = ['past', 'day', 'goal', 'any'] as const;
export type DayUse = (typeof DAY_USES)[number];

/** First and last day of a use, both included. */
export interface DayBounds {
  readonly from: string;
  readonly to: string;
}

const EARLIEST = '1990-01-01';
const YEARS_BACK = 2;
const YEARS_ON = 3;

/**
 * How far a date may lie from today: recordings, tests and masses ("past") from 1990 to today; days of sessions from
 * two years back to three years on; goals from tomorrow to three years on; looking at a day from 1990 to three years
 * on. They act on a date that is typed or changed, never on one that is stored.
 *
 * @param use what the date is for
 * @param today `yyyy-mm-dd`
 * @returns the first and the last day allowed
 */
export function dayBounds(use: DayUse, today: string): DayBounds {
  const now = parseISO(today);
  const on = iso(addYears(now, YEARS_ON));
  if (use === 'past') return { from: EARLIEST, to: today };
  if (use === 'day') return { from: iso(addYears(now, -YEARS_BACK)), to: on };
  return use === 'goal' ? { from: iso(addDays(now, 1)), to: on } : { from: EARLIEST, to: on };
}

/**
 * Why a day cannot be used for something.
 *
 * @param day `yyyy-mm-dd`
 * @param use what the date is for
 * @param today `yyyy-mm-dd`
 * @returns a sentence, or null where it can be used
 */
export function dayRefusal(day: string, use: DayUse, today: string): string | null {
  if (!isDay(day)) return `"${day.slice(0, 20)}" is not a day of the calendar.`;
  const { from, to } = dayBounds(use, today);
  const named = print(day);
  if (day >= from && day <= to) return null;
  if (use === 'past') return day > to ? `${named} is in the future.` : `${named} is before 1990.`;
  if (use === 'goal')
    return day < from
      ? `${named} is past; a goal is still to come.`
      : `${named} is more than three years off.`;
  return day > to
    ? `${named} is more than three years off.`
    : `${named} is before ${use === 'any' ? '1990' : print(from)}.`;
}

/**
 * Whether a text is a day of the calendar, `yyyy-mm-dd`.
 *
 * @param text anything
 * @returns false for 31 February
 */
export function isDay(text: string): boolean {
  return /^\d{4}-\d{2}-\d{2}$/.test(text) && isValid(parseISO(text));
}

/** In which order a coach writes day and month in figures. */
export type DayOrder = 'day first' | 'month first';

const FIGURES: Record<DayOrder, readonly string[]> = {
  'day first': ['d/M', 'd.M', 'd.M.', 'd-M'],
  'month first': ['M/d', 'M.d', 'M-d'],
};
const FIGURES_WITH_YEAR: Record<DayOrder, readonly string[]> = {
  'day first': ['d/M/yyyy', 'd.M.yyyy', 'd-M-yyyy', 'd/M/yy', 'd.M.yy'],
  'month first': ['M/d/yyyy', 'M.d.yyyy', 'M-d-yyyy', 'M/d/yy'],
};
const WORDS = ['d MMM', 'd MMMM', 'MMM d', 'MMMM d'];
const WORDS_WITH_YEAR = WORDS.map((words) => `${words} yyyy`);
const NEAR: Readonly<Record<string, number>> = { today: 0, tomorrow: 1, yesterday: -1 };
const WEEKDAYS = ['sun', 'mon', 'tue', 'wed', 'thu', 'fri', 'sat'];

/**
 * Reads a day as people type it: `5/12` in the coach's order, `5 Dec`, `Tue 24 Nov 2026`, `2026-12-05`, `tomorrow`,
 * `Tue`. Without a year the nearest such day that the use allows is meant; a weekday is the next one, or the last
 * where only the past is allowed.
 *
 * @param text what was typed
 * @param use what the date is for
 * @param today `yyyy-mm-dd`
 * @param order how the coach writes figures
 * @returns `yyyy-mm-dd`, or a sentence that says what cannot be used
 */
export function readDay(
  text: string,
  use: DayUse,
  today: string,
  order: DayOrder = 'day first',
): Understood<string> | Refused {
  const typed = text.trim().replace(/\s+/g, ' ').slice(0, 40);
  const day = dayOf(typed, use, today, order);
  if (day === null)
    return refused(
      `"${typed.slice(0, 24)}" is not a day. Try 5 Dec, ${order === 'day first' ? '5/12' : '12/5'}, tomorrow or Tue.`,
    );
  const refusal = dayRefusal(day, use, today);
  return refusal === null ? understood(day) : refused(refusal);
}

function dayOf(typed: string, use: DayUse, today: string, order: DayOrder): string | null {
  const now = parseISO(today);
  const word = typed.toLowerCase().replace(/[,.]$/, '');
  const near = Object.hasOwn(NEAR, word) ? NEAR[word] : undefined;
  if (near !== undefined) return iso(addDays(now, near));
  const weekday = /^[a-z]{3,9}$/.test(word)
    ? WEEKDAYS.findIndex(
        (each) => word.startsWith(each) && WEEKDAY_NAMES.some((name) => name.startsWith(word)),
      )
    : -1;
  if (weekday >= 0) {
    const ahead = (weekday - now.getDay() + 7) % 7 || 7;
    return iso(addDays(now, use === 'past' ? ahead - 7 : ahead));
  }
  // A weekday before a date is what we print ourselves.
  const plain = typed
    .replace(/^[a-z]{3,9},? (?=.*\d)/i, (start) =>
      WEEKDAYS.includes(start.slice(0, 3).toLowerCase()) ? '' : start,
    )
    .replace(',', '');
  if (isDay(plain)) return plain;
  for (const form of [...FIGURES_WITH_YEAR[order], ...WORDS_WITH_YEAR]) {
    const found = parse(plain, form, now);
    if (isValid(found) && found.getFullYear() >= 1000) return iso(found);
  }
  return nearestYear(plain, [...FIGURES[order], ...WORDS], use, today);
}

const WEEKDAY_NAMES = [
  'sunday',
  'monday',
  'tuesday',
  'wednesday',
  'thursday',
  'friday',
  'saturday',
  'tues',
  'thur',
  'thurs',
];

function nearestYear(
  plain: string,
  forms: readonly string[],
  use: DayUse,
  today: string,
): string | null {
  const now = parseISO(today);
  const { from, to } = dayBounds(use, today);
  const candidates = forms.flatMap((form) =>
    [-1, 0, 1]
      .map((years) => parse(plain, form, new Date(now.getFullYear() + years, 0, 1)))
      .filter((found) => isValid(found)),
  );
  const within = candidates.filter((found) => iso(found) >= from && iso(found) <= to);
  const off = (found: Date): number => Math.abs(differenceInCalendarDays(found, now));
  const [nearest] = (within.length > 0 ? within : candidates).sort(
    (a, b) => off(a) - off(b) || b.getTime() - a.getTime(),
  );
  return nearest ? iso(nearest) : null;
}

function iso(date: Date): string {
  return formatISO(date, { representation: 'date' });
}

function print(day: string): string {
  return format(parseISO(day), 'EEE d MMM yyyy');
}
