import path from 'node:path';
import { defaultDatabase } from './dataFolder.ts';
import { CannotStart, startError } from './faults.ts';

/** The database a command is about: by its flag, else the environment, else the user's data folder. */
export function databaseFrom(flag: string | undefined): string {
  return path.resolve(
    flag ?? process.env['UPHILL_DATABASE'] ?? defaultDatabase(process.env, process.platform),
  );
}

/** Runs a command; what a coach can do something about ends it with one sentence instead of a trace. */
export async function orSentence<T>(file: string, run: () => Promise<T>): Promise<T> {
  // Riders' data is nobody else's.
  process.umask(0o077);
  try {
    return await run();
  } catch (error) {
    const told = startError(error, file);
    if (!(told instanceof CannotStart)) throw error;
    console.error(told.message);
    return process.exit(1);
  }
}
