import { existsSync, renameSync, rmSync } from 'node:fs';
import path from 'node:path';
import BetterSqlite from 'better-sqlite3';
import { format } from 'date-fns';
import { copyChecked, countRows } from './checkedCopy.ts';
import { CannotStart, startError } from './faults.ts';
import { refuseForeign } from './known.ts';

/**
 * Puts a copy in the place of a database. The copy is checked first; what was there is kept beside it, as a checked
 * copy where it can be read and as it is where it cannot. A kill at any moment leaves the one or the other.
 *
 * @param copy the copy to put back; it stays where it is
 * @param file the database
 * @param now for the name under which the present one is kept
 * @returns where what was there is kept (null where nothing was), and how many riders there are now
 * @throws CannotStart with one sentence; nothing was changed then
 */
export function restore(
  copy: string,
  file: string,
  now: Date,
): { kept: string | null; riders: number } {
  if (!existsSync(copy)) throw new CannotStart(`There is no file ${copy}. Nothing was changed.`);
  if (path.resolve(copy) === path.resolve(file))
    throw new CannotStart(`${copy} is the data file itself. Nothing was changed.`);
  let riders: number;
  let fresh: string;
  try {
    riders = inspect(copy);
    fresh = copyChecked(copy, `${file}.restored`);
  } catch (error) {
    throw startError(error, copy);
  }
  try {
    const kept = keepPresent(file, `${file}.before-restore-${format(now, 'yyyy-MM-dd-HHmmss')}`);
    renameSync(fresh, file);
    return { kept, riders };
  } catch (error) {
    rmSync(fresh, { force: true });
    throw startError(error, file);
  }
}

function inspect(copy: string): number {
  const sqlite = new BetterSqlite(copy, { readonly: true });
  try {
    refuseForeign(sqlite, copy);
    const riders = countRows(sqlite)['riders'];
    if (riders === undefined)
      throw new CannotStart(
        `${copy} holds no riders: it is no copy of this program’s data. Nothing was changed.`,
      );
    return riders;
  } finally {
    sqlite.close();
  }
}

function keepPresent(file: string, target: string): string | null {
  if (!existsSync(file)) return null;
  let kept: string;
  try {
    kept = copyChecked(file, target);
    // The last one to close it takes the write-ahead log into the file; whoever still has it open keeps the log.
    const present = new BetterSqlite(file);
    present.pragma('wal_checkpoint(TRUNCATE)');
    present.close();
  } catch {
    // What cannot be read is kept as it is, with its log.
    for (const end of ['-wal', '-shm', ''])
      if (existsSync(file + end)) renameSync(file + end, target + end);
    return target;
  }
  if (existsSync(`${file}-wal`)) {
    rmSync(kept);
    throw new CannotStart(
      `${file} is open in another program. Stop Uphill Count first; nothing was changed.`,
    );
  }
  return kept;
}
