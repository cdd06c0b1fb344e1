import BetterSqlite from 'better-sqlite3';

const PATIENCE_MS = 20_000;

/** Runs in a worker thread: writes the file anew, so that nothing of what was deleted is left in its free room. */
export default function tidyDatabase(file: string): void {
  const database = new BetterSqlite(file, { timeout: PATIENCE_MS });
  try {
    database.exec('VACUUM');
    database.pragma('wal_checkpoint(TRUNCATE)');
  } finally {
    database.close();
  }
}
