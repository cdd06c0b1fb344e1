import {
  chmodSync,
  closeSync,
  existsSync,
  fsyncSync,
  openSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import path from 'node:path';
import BetterSqlite from 'better-sqlite3';
import { migrationsOf } from './known.ts';

type Connection = InstanceType<typeof BetterSqlite>;

/** Where a copy is written before it is known to be good. */
const UNFINISHED = '.part';
/** Somebody may write while it is copied, so that the counts do not agree; then it is copied once more. */
const ATTEMPTS = 5;

type Rows = Readonly<Record<string, number>>;

/**
 * Copies a database that may be in use, and takes the copy only when it is known to be whole: written under a
 * temporary name, synced, opened and checked, every table counted against the original, and renamed at last. A file
 * that is there already is never overwritten.
 *
 * @param file the database; readers and one writer may be at work on it
 * @param target where the copy goes; where something lies there, `-2`, `-3` … is put behind its name
 * @returns the path the copy has
 * @throws Error where the copy is not what the original is; nothing is left behind then
 */
export function copyChecked(file: string, target: string): string {
  const part = `${target}${UNFINISHED}`;
  // What a kill left half-written.
  rmSync(part, { force: true });
  try {
    writeChecked(file, part);
    chmodSync(part, 0o600);
    sync(part);
    const free = freeName(target);
    renameSync(part, free);
    sync(path.dirname(free));
    return free;
  } catch (error) {
    rmSync(part, { force: true });
    throw error;
  }
}

function writeChecked(file: string, part: string): void {
  // A connection of its own reads one state of the file, the write-ahead log included, whoever else is on it.
  const source = new BetterSqlite(file, { readonly: true });
  try {
    for (let left = ATTEMPTS - 1; ; left -= 1) {
      const before = countRows(source);
      source.prepare('VACUUM INTO ?').run(part);
      const wrong = whatIsWrong(part, before, countRows(source));
      if (wrong === null) return;
      if (left === 0) throw new Error(wrong);
      rmSync(part);
    }
  } finally {
    source.close();
  }
}

/** The rows of every table, by its name. */
export function countRows(database: Connection): Rows {
  const tables = database
    .prepare(
      "SELECT name FROM sqlite_schema WHERE type = 'table' AND name NOT LIKE 'sqlite_%' ORDER BY name",
    )
    .pluck()
    .all() as string[];
  return Object.fromEntries(
    tables.map((table) => [
      table,
      database.prepare(`SELECT count(*) FROM "${table}"`).pluck().get() as number,
    ]),
  );
}

/** The copy is of one moment between two counts, so each table has as many rows as then, or between the two. */
function whatIsWrong(copy: string, before: Rows, after: Rows): string | null {
  const database = new BetterSqlite(copy, { readonly: true });
  try {
    const verdict = database.pragma('integrity_check', { simple: true });
    if (verdict !== 'ok') return `The copy ${copy} is damaged: ${String(verdict)}`;
    const counted = countRows(database);
    const tables = new Set([...Object.keys(before), ...Object.keys(counted)]);
    const off = [...tables].find((table) => {
      const [from, to, here] = [before[table] ?? -1, after[table] ?? -1, counted[table] ?? -1];
      return here < Math.min(from, to) || here > Math.max(from, to);
    });
    return off === undefined
      ? null
      : `The copy ${copy} has other rows of ${off} than the original.`;
  } finally {
    database.close();
  }
}

/** Whether a copy opens as a database of this program and is as long as it says. It was checked whole when it was made. */
export function canBeRead(file: string): boolean {
  try {
    const database = new BetterSqlite(file, { readonly: true });
    try {
      const pages = Number(database.pragma('page_count', { simple: true }));
      const page = Number(database.pragma('page_size', { simple: true }));
      return migrationsOf(database) !== null && pages * page === statSync(file).size;
    } finally {
      database.close();
    }
  } catch {
    return false;
  }
}

function freeName(target: string): string {
  let free = target;
  for (let number = 2; existsSync(free); number += 1) free = `${target}-${number}`;
  return free;
}

/** Makes sure that what was written survives a power cut: of a folder, the names in it. */
function sync(what: string): void {
  // Windows cannot open a folder; it keeps names safe by itself.
  if (process.platform === 'win32') return;
  const handle = openSync(what, 'r');
  try {
    fsyncSync(handle);
  } finally {
    closeSync(handle);
  }
}
