import { mkdirSync, rmSync, statfsSync, statSync } from 'node:fs';
import path from 'node:path';
import {
  addDays,
  differenceInCalendarDays,
  format,
  getISOWeek,
  getISOWeekYear,
  parseISO,
} from 'date-fns';
import { canBeRead } from './checkedCopy.ts';
import { copiesFolder, copiesOf } from './copies.ts';
import { faultOf } from './faults.ts';

/** A day's copy is kept so many days, and after that one a week for so many weeks. */
const DAYS = 7;
const WEEKS = 8;
/** There has to be room for so many copies before one is made. */
const ROOM_FOR = 2;
/** Where the newest copy is older than this, the clock may be wrong. */
const LONGEST_AWAY_DAYS = 30;

const DAILY = /^(.+) daily (\d{4}-\d{2}-\d{2})\.sqlite$/;

/** Makes a checked copy; see `copyChecked`. In a server it runs in a worker thread. */
export type Copy = (file: string, target: string) => Promise<string>;

/** Where a copy made by hand goes: dated to the second, beside the days' copies. */
function backupTarget(file: string, now: Date): string {
  return path.join(
    copiesFolder(file),
    `${path.parse(file).name} ${format(now, 'yyyy-MM-dd HH.mm.ss')}.sqlite`,
  );
}

/** Makes a copy by hand now. */
export async function backUp(
  file: string,
  now: Date,
  copy: Copy,
): Promise<{ path: string; bytes: number }> {
  mkdirSync(copiesFolder(file), { recursive: true, mode: 0o700 });
  const made = await copy(file, backupTarget(file, now));
  return { path: made, bytes: statSync(made).size };
}

/** A day's copy by its day. */
interface Daily {
  readonly file: string;
  readonly day: string;
}

/**
 * Which of the days' copies go: those older than a week, but for the last of each week of the eight before.
 *
 * @param days days that have a copy, `yyyy-mm-dd`, in any order
 * @param today `yyyy-mm-dd`
 * @returns the days whose copies go
 */
export function tooOld(days: readonly string[], today: string): string[] {
  const age = (day: string): number => differenceInCalendarDays(parseISO(today), parseISO(day));
  const week = (day: string): string =>
    `${getISOWeekYear(parseISO(day))}-${getISOWeek(parseISO(day))}`;
  const lastOfWeek = new Map<string, string>();
  for (const day of [...days].sort()) lastOfWeek.set(week(day), day);
  return days.filter(
    (day) =>
      age(day) >= DAYS && !(lastOfWeek.get(week(day)) === day && age(day) < DAYS * (WEEKS + 1)),
  );
}

/**
 * Until when a copy is kept by itself.
 *
 * @param copy path of a copy
 * @returns the day by which it has gone, at the latest, `yyyy-mm-dd`; null for one that stays until somebody deletes it
 */
export function keptUntil(copy: string): string | null {
  const day = DAILY.exec(path.basename(copy))?.[2];
  return day === undefined
    ? null
    : format(addDays(parseISO(day), DAYS * (WEEKS + 1)), 'yyyy-MM-dd');
}

/**
 * Makes the day's copy and then lets old ones go. Nothing goes before the new one is made and checked, nothing where the
 * clock may be wrong, and never the last seven that can be read.
 *
 * @param freeBytes room on the disk of a folder
 * @returns what came of it, in sentences; empty where there was nothing to do or to say
 */
export async function copyOfTheDay(
  file: string,
  today: string,
  copy: Copy,
  freeBytes = freeBeside,
): Promise<string[]> {
  const folder = copiesFolder(file);
  mkdirSync(folder, { recursive: true, mode: 0o700 });
  const before = dailiesOf(file);
  if (before.some(({ day }) => day === today)) return [];
  const needed = ROOM_FOR * sizeOf(file);
  if (freeBytes(folder) < needed)
    return [
      'No copy was made today: the disk has no room for it. Make room, or back up to another disk.',
    ];
  try {
    await copy(file, path.join(folder, `${path.parse(file).name} daily ${today}.sqlite`));
  } catch (error) {
    return [`No copy was made today. ${faultOf(error)?.running ?? (error as Error).message}`];
  }
  const wrong = clockMayBeWrong(before, today);
  return wrong === null ? tidyUp(file, today, () => freeBytes(folder) < needed) : [wrong];
}

/** Why today may not be today, as far as the copies tell: then none of them goes. */
function clockMayBeWrong(copies: readonly Daily[], today: string): string | null {
  const newest = [...copies].sort(byDay).at(-1);
  if (!newest) return null;
  const ago = differenceInCalendarDays(parseISO(today), parseISO(newest.day));
  const told = `the newest copy before this one is of ${newest.day}`;
  if (ago < 0)
    return `No old copy was removed: ${told}, which is still to come. If that date is wrong, delete ${newest.file}.`;
  return ago > LONGEST_AWAY_DAYS
    ? `No old copy was removed: ${told}, ${ago} days ago. Is the clock right?`
    : null;
}

/** Lets go what is too old, and of the oldest what leaves no room for the next copy. */
function tidyUp(file: string, today: string, short: () => boolean): string[] {
  const dailies = dailiesOf(file).sort(byDay);
  const stay = lastReadable(dailies);
  const old = new Set(
    tooOld(
      dailies.map(({ day }) => day),
      today,
    ),
  );
  const left = dailies.filter((each) => {
    if (stay.has(each) || !old.has(each.day)) return true;
    rmSync(each.file);
    return false;
  });
  const spare = left.filter((each) => !stay.has(each));
  let dropped = 0;
  for (; dropped < spare.length && short(); dropped += 1) rmSync((spare[dropped] as Daily).file);
  return dropped === 0
    ? []
    : [
        `The disk has no room for all daily copies: ${dropped} of the oldest made way, ${left.length - dropped} are kept.`,
      ];
}

function byDay(one: Daily, other: Daily): number {
  return one.day.localeCompare(other.day);
}

/** The last of them that can be read: they stay, whatever their age. */
function lastReadable(dailies: readonly Daily[]): ReadonlySet<Daily> {
  const found = new Set<Daily>();
  for (const each of [...dailies].reverse()) {
    if (found.size === DAYS) break;
    if (canBeRead(each.file)) found.add(each);
  }
  return found;
}

function dailiesOf(file: string): Daily[] {
  return copiesOf(file).flatMap((copy) => {
    const found = DAILY.exec(path.basename(copy));
    return found?.[2] ? [{ file: copy, day: found[2] }] : [];
  });
}

/** The database with its write-ahead log, bytes. */
function sizeOf(file: string): number {
  return [file, `${file}-wal`].reduce(
    (sum, each) => sum + (statSync(each, { throwIfNoEntry: false })?.size ?? 0),
    0,
  );
}

function freeBeside(folder: string): number {
  const { bavail, bsize } = statfsSync(folder);
  return bavail * bsize;
}
