import { parseDuration, printDuration } from '../../units/index.ts';

/** What is put in place of the words; with what else they could mean, where that is plausible too. */
export type PutInstead =
  | string
  | null
  | { readonly text: string; readonly says: string; readonly others: readonly string[] };
export type Put = string | ((...words: string[]) => PutInstead);

/** Seconds of a time as it is typed; null where it is none. */
function seconds(text: string): number | null {
  const read = parseDuration(text.trim());
  return read.ok ? read.value : null;
}

/** A time as it can be typed. */
function said(value: number): string {
  if (value % 60 === 0) return `${value / 60} min`;
  return value < 60 ? `${value} s` : printDuration(value);
}

/**
 * A unit as the grammar writes it behind a figure.
 *
 * @param unit seconds or minutes, in any spelling; empty for none
 * @returns " s", " min", or nothing
 */
export function short(unit: string): string {
  if (unit === '') return '';
  return /^s/i.test(unit) ? ' s' : ' min';
}

/**
 * "10 × 1 min on the 3": each begins three minutes after the one before.
 *
 * @param reps how many
 * @param time length of a rep
 * @param effort its effort, as it was typed
 * @param clock time from one start to the next; a bare figure is minutes
 * @returns the set with its rest after each; null where the rest would be none
 */
export function onTheClock(
  reps: string,
  time: string,
  effort: string,
  clock: string,
): string | null {
  const bare = /^\d{1,5}$/.test(clock.trim()) ? `${clock} min` : clock;
  const [work, from] = [seconds(time), /^minute$/i.test(clock) ? 60 : seconds(bare)];
  if (work === null || from === null || from <= work) return null;
  return `${reps} x ${said(work)}${effort}, ${said(from - work)} easy after each`;
}

/**
 * "3 × 10 (2 min at 95 / 1 min at 105)": blocks of ten minutes in which two pieces alternate.
 *
 * @param reps how many blocks
 * @param minutes length of a block, min
 * @param pair time and effort of both pieces
 * @returns the blocks, the last pair cut where it does not fit, with what else it could mean; null where none fits
 * Source: design, Coach's English.
 */
export function blocksOf(
  reps: string,
  minutes: string,
  [first, firstEffort, second, secondEffort]: readonly string[],
): PutInstead {
  const [one, two] = [seconds(first ?? ''), seconds(second ?? '')];
  if (one === null || two === null || one + two === 0) return null;
  const effort = (text: string | undefined): string => (text ?? '').trim().replace(/^@\s*/, 'at ');
  const pair = `(${said(one)} ${effort(firstEffort)} and ${said(two)} ${effort(secondEffort)})`;
  const whole = Number(minutes) * 60;
  const pairs = Math.floor(whole / (one + two));
  const left = whole - pairs * (one + two);
  const all = `${reps} x (${minutes} x ${pair})`;
  if (pairs < 1) return null;
  const even = `${reps} x (${pairs} x ${pair})`;
  if (left === 0)
    return { text: even, says: `${reps} blocks of ${printDuration(whole)}`, others: [all] };
  const cut =
    left <= one
      ? `${said(left)} ${effort(firstEffort)}`
      : `${said(one)} ${effort(firstEffort)}, ${said(left - one)} ${effort(secondEffort)}`;
  return {
    text: `${reps} x (${pairs} x ${pair}, ${cut})`,
    says: `${reps} blocks of ${printDuration(whole)}, the last pair cut`,
    others: [even, all],
  };
}

const MOST_RAMP = 60;

/**
 * A ramp as its steps of a minute.
 *
 * @param from watts of the first
 * @param to watts that are not passed
 * @param by watts more each minute
 * @returns the steps; null for fewer than two or more than an hour of them
 */
export function ramp(from: number, to: number, by: number): string | null {
  const steps = Math.floor((to - from) / by) + 1;
  if (!(by > 0) || !(steps >= 2) || steps > MOST_RAMP) return null;
  return Array.from({ length: steps }, (_, at) => `1 min at ${from + at * by} W`).join(', ');
}

/**
 * Sprints in the middle third of a ride, with the ride between them.
 *
 * @param whole length of the ride
 * @param effort effort of the ride
 * @param reps how many sprints
 * @param sprint length of a sprint
 * @returns the ride with its sprints; null where they do not fit
 * Source: design, Coach's English.
 */
export function sprintsIn(
  whole: string,
  effort: string,
  reps: string,
  sprint: string,
): string | null {
  const [total, each, count] = [seconds(whole), seconds(sprint), Number(reps)];
  if (total === null || each === null || count < 1) return null;
  const third = Math.floor(total / 180) * 60;
  const gap = Math.floor((total - 2 * third) / count) - each;
  if (gap < each || third < 60) return null;
  const left = total - third - count * (gap + each);
  const ride = effort.trim();
  return `${said(third)} ${ride}, ${count} x ${said(each)} max, ${said(gap)} ${ride} after each, ${said(left)} ${ride}`;
}

/**
 * Blocks within a ride, evenly, the ride between them; or behind it, which is asked.
 *
 * @param ride its length and its effort
 * @param blocks how many, the length of one, and its effort
 * @returns the ride with its blocks, with the other reading; null where they do not fit
 */
export function blocksInRide(
  [whole = '', ride = '']: readonly string[],
  [reps = '', time = '', effort = '']: readonly string[],
): PutInstead {
  const [total, each, count] = [seconds(whole), seconds(time), Number(reps)];
  if (total === null || each === null || count < 1) return null;
  const gap = Math.floor((total - count * each) / (count + 1) / 60) * 60;
  if (gap < 60) return null;
  const last = total - count * each - count * gap;
  return {
    text: `${said(gap)} ${ride}, ${reps} x ${said(each)} ${effort}, ${said(gap)} ${ride} between, ${said(last)} ${ride}`,
    says: `within the ${printDuration(total)}`,
    others: [`${whole} ${ride}, ${reps} x ${time} ${effort}`],
  };
}
