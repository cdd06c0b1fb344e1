import type { Db } from '../database.ts';
import { packBests } from '../packedBests.ts';
import { rereadMarks } from './markedEfforts.ts';
import type { ImportPool } from '../workers/pool.ts';

/** What a rebuild did: how many recordings, and which could not be read any more, with the reason. */
export interface Rebuilt {
  readonly rebuilt: number;
  readonly changed: number;
  readonly left: readonly { readonly fileName: string; readonly reason: string }[];
}

/**
 * Works out again everything that is derived from the recordings as they were received: streams, laps, notes and best
 * efforts. A file that cannot be read any more keeps what it has.
 *
 * @param tell called after each recording with how many are done, and of how many
 */
export async function rebuildDerived(
  db: Db,
  pool: ImportPool,
  tell: (done: number, of: number) => void = () => undefined,
): Promise<Rebuilt> {
  const all = await db
    .selectFrom('recordings')
    .select(['id', 'file_name', 'rider_id'])
    .orderBy('received_at')
    .execute();
  const left: { fileName: string; reason: string }[] = [];
  let changed = 0;
  for (const [index, { id, file_name: fileName, rider_id: riderId }] of all.entries()) {
    const row = await db
      .selectFrom('recordings')
      .select(['file', 'streams', 'bests', 'laps', 'notes', 'seconds', 'kind'])
      .where('id', '=', id)
      .executeTakeFirstOrThrow();
    const read = await pool.importRecording(row.file);
    if (read.ok) {
      const { seconds, notes, streams, bests, kind, laps } = read.value;
      const derived = {
        seconds,
        kind,
        notes: JSON.stringify(notes),
        laps: JSON.stringify(laps),
        streams: Buffer.from(streams),
        bests: packBests(bests),
      };
      const same = (Object.keys(derived) as (keyof typeof derived)[]).every((column) =>
        asBytes(row[column]).equals(asBytes(derived[column])),
      );
      if (!same) {
        changed += 1;
        await db.transaction().execute(async (trx) => {
          await trx.updateTable('recordings').set(derived).where('id', '=', id).execute();
          await rereadMarks(trx, riderId, id);
        });
      }
    } else left.push({ fileName, reason: read.reason });
    tell(index + 1, all.length);
  }
  return { rebuilt: all.length - left.length, changed, left };
}

function asBytes(value: string | number | Uint8Array | null): Buffer {
  return value instanceof Uint8Array ? Buffer.from(value) : Buffer.from(String(value));
}
