import type { CatchUp } from './catchUp.ts';
import type { Events } from './events.ts';
import type { ReadingKeeper } from './readingKeeper.ts';
import type { Db } from './database.ts';
import type { ImportPool } from './workers/pool.ts';

/** What a route needs to do its work. */
export interface House {
  readonly db: Db;
  /** The same, for what must be answered while an action is under way. */
  readonly reading: Db;
  readonly pool: ImportPool;
  readonly catchUp: CatchUp;
  readonly keeper: ReadingKeeper;
  readonly events: Events;
  /** Path of the database. */
  readonly file: string;
  readonly demo: boolean;
}

export const VERSION = '0.1.0';
