import BetterSqlite from 'better-sqlite3';

/** Runs in a worker thread: takes what stands in the write-ahead log into the file, and makes nobody wait for it. */
export default function takeInLog(file: string): void {
  const database = new BetterSqlite(file, { fileMustExist: true });
  try {
    database.pragma('wal_checkpoint(PASSIVE)');
  } finally {
    database.close();
  }
}
