import { type Refused, type Understood, refused, understood } from './understood.ts';

/** No step is longer than a day: what is typed beyond that is a slip. */
const LONGEST_SECONDS = 24 * 3600;

const CLOCK = /^(\d{1,3}):([0-5]?\d)(?::([0-5]?\d))?$/;
const PARTS =
  /^(?:(\d+(?:[.,]\d+)?)\s*(?:h|hours?|hrs?))?\s*(?:(\d+(?:[.,]\d+)?)\s*(?:min|minutes?|mins?|m|'|′)?)?\s*(?:(\d+)\s*(?:s|secs?|seconds?|"|″))?$/i;
const SECONDS = /^(\d+)\s*(?:s|secs?|seconds?|"|″)$/i;

/**
 * Reads a duration as people type it: `8:00`, `8` (minutes), `90s`, `1h30`, `1 h 30`, `1:15:00`, `2.5 min`.
 *
 * @param text what was typed, at most 40 characters matter
 * @returns whole seconds from 1 to 86,400, or why it was refused
 * Source: handbook section 7; a bare number counts minutes.
 * @example
 * parseDuration('1 h 30').value // 5400
 */
export function parseDuration(text: string): Understood<number> | Refused {
  const typed = text.trim();
  if (typed === '') return refused('A time is missing. Try 8:00, 8, 90 s or 1 h 30.');
  const seconds = typed.length <= 40 ? readSeconds(typed) : null;
  if (seconds === null)
    return refused(`"${shorten(typed)}" is not a time. Try 8:00, 8, 90 s or 1 h 30.`);
  if (seconds < 1) return refused('The time is 0. It needs at least 1 s.');
  if (seconds > LONGEST_SECONDS)
    return refused(`${printDuration(seconds)} is more than a day. The longest step is 24 h.`);
  return understood(seconds);
}

function readSeconds(typed: string): number | null {
  const clock = CLOCK.exec(typed);
  if (clock) {
    const [, first, second, third] = clock.map(Number) as [number, number, number, number];
    return clock[3] === undefined ? first * 60 + second : first * 3600 + second * 60 + third;
  }
  const onlySeconds = SECONDS.exec(typed);
  if (onlySeconds) return Number(onlySeconds[1]);
  const parts = PARTS.exec(typed);
  if (!parts) return null;
  const [hours, minutes, seconds] = [parts[1], parts[2], parts[3]].map((part) =>
    Number((part ?? '0').replace(',', '.')),
  );
  return Math.round((hours ?? 0) * 3600 + (minutes ?? 0) * 60 + (seconds ?? 0));
}

/**
 * Prints a duration: under an hour `8:00`, from an hour up `1 h 30` (with seconds only where there are some).
 *
 * @param seconds 0 or more; rounded to whole seconds
 * @returns the text; `parseDuration` reads it back to the same seconds
 * Source: handbook section 7 and the manners of the interface.
 * @example
 * printDuration(480) // '8:00'
 * printDuration(5400) // '1 h 30'
 */
export function printDuration(seconds: number): string {
  const whole = Math.round(seconds);
  const hours = Math.floor(whole / 3600);
  const minutes = Math.floor((whole % 3600) / 60);
  const rest = whole % 60;
  if (hours === 0) return `${minutes}:${two(rest)}`;
  return rest === 0 ? `${hours} h ${two(minutes)}` : `${hours}:${two(minutes)}:${two(rest)}`;
}

/**
 * Prints a duration as a ride clock reads it, always with seconds: `0:45`, `41:10`, `1:09:00`.
 *
 * @param seconds 0 or more; rounded to whole seconds
 * @returns the text
 */
export function printClock(seconds: number): string {
  const whole = Math.round(seconds);
  const hours = Math.floor(whole / 3600);
  const minutes = Math.floor((whole % 3600) / 60);
  const tail = `${hours > 0 ? two(minutes) : minutes}:${two(whole % 60)}`;
  return hours > 0 ? `${hours}:${tail}` : tail;
}

function two(value: number): string {
  return String(value).padStart(2, '0');
}

function shorten(text: string): string {
  return text.length > 24 ? `${text.slice(0, 24)}…` : text;
}
