import type { ColumnChoice } from '@uphill/core/formats';
import { RIDE_NUMBERS_ALGORITHM } from '@uphill/core/review';
import { z } from 'zod';
import type { Db } from '../database.ts';
import type { ImportPool } from '../workers/pool.ts';
import type { Imported } from '../workers/importRecording.ts';
import { recordingColumns, storeDerived } from './derivedOf.ts';
import { readJsonOr } from './json.ts';
import { rereadMarks } from './markedEfforts.ts';
import { readSettings } from './schemes.ts';

/** What a rebuild did: how many recordings, and which could not be read any more, with the reason. */
export interface Rebuilt {
  readonly rebuilt: number;
  readonly changed: number;
  readonly left: readonly { readonly fileName: string; readonly reason: string }[];
}

interface Settings {
  /** Only those whose numbers are of an older way of reckoning, or not there yet. */
  readonly behindOnly?: boolean;
  /** Called after each recording with how many are done, and of how many. */
  readonly tell?: (done: number, of: number) => void;
  readonly signal?: AbortSignal;
}

/** Recordings read at the same time: as many as there are threads. */
const AT_ONCE = 2;

const columns: z.ZodType<ColumnChoice> = z.object({
  watts: z.number().nullish(),
  bpm: z.number().nullish(),
});

interface ToRead {
  readonly id: string;
  readonly rideId: string;
  readonly fileName: string;
  readonly columns: string | null;
  readonly timeZone: string | null;
}

/**
 * Works out again everything that is derived from the recordings as they were received: streams, laps, notes, and the
 * numbers of their rides. A file that cannot be read any more keeps what it has.
 */
export async function rebuildDerived(
  db: Db,
  pool: Pick<ImportPool, 'importRecording'>,
  { behindOnly = false, tell, signal }: Settings = {},
): Promise<Rebuilt> {
  const all: ToRead[] = await db
    .selectFrom('recordings')
    .innerJoin('riders', 'riders.id', 'recordings.rider_id')
    .leftJoin('ride_numbers', 'ride_numbers.ride_id', 'recordings.ride_id')
    .select([
      'recordings.id',
      'recordings.ride_id as rideId',
      'recordings.file_name as fileName',
      'recordings.columns',
      'riders.time_zone as timeZone',
    ])
    .$if(behindOnly, (query) =>
      query.where((check) =>
        check.or([check('algorithm', 'is', null), check('algorithm', '<', RIDE_NUMBERS_ALGORITHM)]),
      ),
    )
    // What a coach looks at first is read first.
    .orderBy('recordings.received_at', 'desc')
    .execute();
  const house = await readSettings(db);
  const left: { fileName: string; reason: string }[] = [];
  let [changed, done] = [0, 0];
  if (all.length > 0) tell?.(0, all.length);
  const queue = [...all];
  const work = async (): Promise<void> => {
    for (let next = queue.shift(); next && !signal?.aborted; next = queue.shift()) {
      const { file } = await db
        .selectFrom('recording_files')
        .select('file')
        .where('recording_id', '=', next.id)
        .executeTakeFirstOrThrow();
      const choice = next.columns === null ? {} : readJsonOr(next.columns, columns, {});
      const read = await pool.importRecording({
        bytes: file,
        choice,
        ask: [],
        timeZone: next.timeZone ?? house.timeZone,
      });
      if (signal?.aborted) return;
      if (read.ok) changed += (await store(db, next, read.value)) ? 1 : 0;
      else if ('reason' in read) {
        left.push({ fileName: next.fileName, reason: read.reason });
        if (behindOnly) await leaveBehind(db, next.rideId);
      }
      done += 1;
      tell?.(done, all.length);
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, work));
  return { rebuilt: done - left.length, changed, left };
}

/** Stores what was read anew where it is not what is there; tells whether it was not. */
async function store(db: Db, { id, rideId }: ToRead, read: Imported): Promise<boolean> {
  return db.transaction().execute(async (trx) => {
    const derived = (): Promise<string> => pictureOf(trx, id, rideId);
    const before = await derived();
    await trx.updateTable('recordings').set(recordingColumns(read)).where('id', '=', id).execute();
    await storeDerived(trx, { rideId, recordingId: id }, read);
    const same = before === (await derived());
    if (!same) await rereadMarks(trx, rideId);
    return !same;
  });
}

/** Everything derived of a recording, as one text. */
async function pictureOf(db: Db, id: string, rideId: string): Promise<string> {
  const rows = [
    await db
      .selectFrom('recordings')
      .select(['seconds', 'kind', 'laps', 'notes'])
      .where('id', '=', id)
      .executeTakeFirst(),
    await db
      .selectFrom('recording_streams')
      .selectAll()
      .where('recording_id', '=', id)
      .executeTakeFirst(),
    await db
      .selectFrom('ride_numbers')
      .selectAll()
      .where('ride_id', '=', rideId)
      .executeTakeFirst(),
    await db.selectFrom('ride_packs').selectAll().where('ride_id', '=', rideId).executeTakeFirst(),
  ];
  return JSON.stringify(rows, (_, value: unknown) =>
    value instanceof Uint8Array ? Buffer.from(value).toString('base64') : value,
  );
}

/** A file that cannot be read any more keeps the bests it has, and is not tried again at every start. */
async function leaveBehind(db: Db, rideId: string): Promise<void> {
  const none = {
    moving_s: 0,
    mean_w: null,
    surge_w: null,
    energy_kj: null,
    mean_bpm: null,
    highest_bpm: null,
  };
  await db
    .insertInto('ride_numbers')
    .values({ ride_id: rideId, algorithm: RIDE_NUMBERS_ALGORITHM, ...none })
    .onConflict((clash) =>
      clash.column('ride_id').doUpdateSet({ algorithm: RIDE_NUMBERS_ALGORITHM }),
    )
    .execute();
}
