import { RIDE_NUMBERS_ALGORITHM } from '@uphill/core/review';
import { sql } from 'kysely';
import type { Db } from '../database.ts';
import { PACKING } from '../packs.ts';
import type { ImportPool } from '../workers/pool.ts';
import { readFromFiles } from './rebuildFromFiles.ts';
import { reckonFromStreams } from './rebuildFromStreams.ts';

/** What a rebuild did: how many recordings, and which could not be read any more, with the reason. */
export interface Rebuilt {
  readonly rebuilt: number;
  readonly changed: number;
  readonly left: readonly { readonly fileName: string; readonly reason: string }[];
}

/** How a rebuild goes on beside everything else. */
export interface Going {
  /** Called with each that is done. */
  readonly next: () => void;
  readonly signal: AbortSignal | undefined;
}

/** A recording that is gone through again. */
export interface ToRead {
  readonly id: string;
  readonly rideId: string;
  readonly fileName: string;
  readonly columns: string | null;
  readonly timeZone: string | null;
  readonly algorithm: number | null;
  readonly packing: number;
}

interface Settings {
  /**
   * From the files as they were received everything is read anew: streams, laps, notes and numbers. From the streams,
   * which is some twenty times as fast, the numbers are.
   */
  readonly from?: 'files' | 'streams';
  /** Only those whose numbers are of an older way of reckoning, or not there yet, or that lie as they did before. */
  readonly behindOnly?: boolean;
  /** Called after each recording with how many are done, and of how many. */
  readonly tell?: (done: number, of: number) => void;
  readonly signal?: AbortSignal;
}

/**
 * Works out again what is derived from the recordings: from the streams in two threads, and from the files only where
 * that is asked for, or where a ride was never read by this way of reckoning.
 */
export async function rebuildDerived(
  db: Db,
  pool: Pick<ImportPool, 'importRecording' | 'rebuildNumbers' | 'composeRide'>,
  { from = 'streams', behindOnly = false, tell, signal }: Settings = {},
): Promise<Rebuilt> {
  const all = await toRead(db, behindOnly);
  const byFile = all.filter(({ algorithm }) => from === 'files' || algorithm === null);
  const byStreams = all.filter(({ algorithm }) => from === 'streams' && algorithm !== null);
  let done = 0;
  if (all.length > 0) tell?.(0, all.length);
  const going: Going = {
    next: () => {
      done += 1;
      tell?.(done, all.length);
    },
    signal,
  };
  const files = await readFromFiles(db, pool, byFile, going, behindOnly);
  const streams = await reckonFromStreams(db, pool, byStreams, going);
  return {
    rebuilt: done - files.left.length,
    changed: files.changed + streams.changed,
    left: files.left,
  };
}

function toRead(db: Db, behindOnly: boolean): Promise<ToRead[]> {
  return (
    db
      .selectFrom('recordings')
      .innerJoin('riders', 'riders.id', 'recordings.rider_id')
      .leftJoin('ride_numbers', 'ride_numbers.ride_id', 'recordings.ride_id')
      .select([
        'recordings.id',
        'recordings.ride_id as rideId',
        'recordings.file_name as fileName',
        'recordings.columns',
        'recordings.packing',
        'riders.time_zone as timeZone',
        'ride_numbers.algorithm',
      ])
      // One that was never read by this way of reckoning was never packed either. As they stand in the indexes.
      .$if(behindOnly, (query) =>
        query.where(
          'recordings.id',
          'in',
          sql<string>`(SELECT id FROM recordings WHERE packing < ${sql.lit(PACKING)}
            UNION SELECT r.id FROM ride_numbers n JOIN recordings r ON r.ride_id = n.ride_id
            WHERE n.algorithm < ${RIDE_NUMBERS_ALGORITHM})`,
        ),
      )
      // What a coach looks at first is read first.
      .orderBy('recordings.received_at', 'desc')
      .execute()
  );
}
