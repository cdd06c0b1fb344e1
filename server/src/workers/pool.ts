import { Piscina } from 'piscina';
import type { Copy } from '../backup.ts';
import { type Refused, refused, type Understood } from '@uphill/core/units';
import type { Composed, StoredPiece } from './composeRide.ts';
import type { Copied } from './copyDatabase.ts';
import type { ImportResult, ToImport } from './importRecording.ts';
import type { ReadBack, ToRead } from './readRides.ts';
import type { Reckoned, ToReckon } from './rebuildNumbers.ts';

/** Worker threads for what takes longer than an answer should. */
export interface ImportPool {
  importRecording(file: ToImport): Promise<ImportResult>;
  /** The numbers of some rides from their streams. */
  rebuildNumbers(rides: readonly ToReckon[]): Promise<Reckoned[]>;
  /** Rides read against what was asked of them. */
  readRides(rides: readonly ToRead[]): Promise<ReadBack[]>;
  /** One recording out of pieces of others. */
  composeRide(pieces: readonly StoredPiece[]): Promise<Understood<Composed> | Refused>;
  /** A checked copy of a database; see `copyChecked`. */
  copyDatabase: Copy;
  /** Leaves nothing of deleted rows in the file. */
  tidyDatabase(file: string): Promise<void>;
  /** Takes the write-ahead log into the file. */
  takeInLog(file: string): Promise<void>;
  close(): Promise<void>;
}

const REBUILD = new URL('./rebuildNumbers.js', import.meta.url).href;
const READ = new URL('./readRides.js', import.meta.url).href;
const COMPOSE = new URL('./composeRide.js', import.meta.url).href;
const TAKE_IN = new URL('./takeInLog.js', import.meta.url).href;
const MEMORY_MB = 768;
/** Of young objects: twice as much is hardly quicker, and held as long as the thread lives. */
const YOUNG_MB = 24;
const LONGEST_MS = 60_000;

/**
 * Threads load their code by `import` only. Under Node 20 a thread that is ended while it loads a
 * module by `require` takes the whole process with it ("IsGraphAsync must be used on an
 * instantiated module"): the server closing, or a file stopped after its minute.
 */
const LOADING = { execArgv: ['--no-experimental-require-module'] };
/** For what is seldom asked: one at a time, and gone a second later. */
const ONE_THREAD = { ...LOADING, minThreads: 0, maxThreads: 1, idleTimeout: 1000 };

/** Starts the threads; they are made when first needed and stay for a minute. */
export function startPool(): ImportPool {
  const copying = new Piscina({
    ...ONE_THREAD,
    filename: new URL('./copyDatabase.js', import.meta.url).href,
  });
  const tidying = new Piscina({
    ...ONE_THREAD,
    filename: new URL('./tidyDatabase.js', import.meta.url).href,
  });
  const pool = new Piscina({
    ...LOADING,
    filename: new URL('./importRecording.js', import.meta.url).href,
    minThreads: 0,
    maxThreads: 2,
    idleTimeout: 60_000,
    resourceLimits: { maxOldGenerationSizeMb: MEMORY_MB, maxYoungGenerationSizeMb: YOUNG_MB },
  });
  return {
    rebuildNumbers: (rides) => pool.run(rides, { filename: REBUILD }) as Promise<Reckoned[]>,
    readRides: (rides) => pool.run(rides, { filename: READ }) as Promise<ReadBack[]>,
    composeRide: (pieces) =>
      pool.run(pieces, { filename: COMPOSE }) as Promise<Understood<Composed> | Refused>,
    async importRecording(file) {
      const limit = new AbortController();
      const timer = setTimeout(() => limit.abort(), LONGEST_MS);
      try {
        return (await pool.run(file, { signal: limit.signal })) as ImportResult;
      } catch (error) {
        // A file that eats the memory or the minute of its thread is refused; the server lives on.
        if (limit.signal.aborted)
          return refused(
            'Reading the file took longer than a minute, so it was stopped. Nothing was kept.',
          );
        if ((error as NodeJS.ErrnoException).code === 'ERR_WORKER_OUT_OF_MEMORY')
          return refused(
            'Reading the file took more memory than a recording needs, so it was stopped. Nothing was kept.',
          );
        throw error;
      } finally {
        clearTimeout(timer);
      }
    },
    async copyDatabase(file, target) {
      const copied = (await copying.run({ file, target })) as Copied;
      if ('path' in copied) return copied.path;
      throw Object.assign(new Error(copied.message), { code: copied.code });
    },
    async tidyDatabase(file) {
      await tidying.run(file);
    },
    async takeInLog(file) {
      await tidying.run(file, { filename: TAKE_IN });
    },
    close: async () => {
      await Promise.all([pool.destroy(), copying.destroy(), tidying.destroy()]);
    },
  };
}
