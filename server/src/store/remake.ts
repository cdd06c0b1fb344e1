import { randomUUID } from 'node:crypto';
import { repEditsSchema, riddenSchema } from '@uphill/api';
import { moveEdits, NO_EDITS } from '@uphill/core/review';
import type { RecordingRow, RideMatchRow, RideRow } from '../tables.ts';
import type { Composed } from '../workers/composeRide.ts';
import type { Act } from './journal.ts';
import { readJsonOr } from './json.ts';
import { composedColumns, storeComposed, type Whole } from './pieces.ts';
import { type Piece, readSaid } from './said.ts';

/** A ride as it is made of others, before it is put in their place. */
export interface Made {
  readonly ride: RideRow;
  readonly recording: RecordingRow;
  readonly composed: Composed;
}

/** A ride of pieces, like the one it is made of but for what is said of it. */
export function madeOf(
  like: Whole,
  pieces: readonly Piece[],
  composed: Composed,
  said: Partial<RideRow> & { readonly fileName: string },
): Made {
  const { fileName, ...over } = said;
  const now = new Date().toISOString();
  const id = randomUUID();
  return {
    composed,
    ride: {
      ...like.ride,
      ...over,
      ...{ id, started_at: composed.startedAt, version: 1 },
      ...{ created_at: like.ride.created_at, deleted_at: now, made_into: null },
    },
    recording: {
      ...like.recording,
      ...{ id: randomUUID(), ride_id: id, received_at: now, started_at: composed.startedAt },
      ...{ file_name: fileName.slice(0, 200), sha256: `made ${randomUUID()}`, bytes: 0 },
      ...composedColumns(pieces, composed, readSaid(like.recording.columns).halved),
      notes: '[]',
    },
  };
}

/**
 * Puts made rides in the place of those they are made of. They are written out of sight, so that the step itself only
 * brings them into it: what was worked out of them is there when it is done again.
 */
export async function replace(
  doing: Act,
  gone: readonly RideRow[],
  made: readonly Made[],
): Promise<void> {
  for (const { ride, recording, composed } of made) {
    await doing.trx.insertInto('rides').values(ride).execute();
    await doing.trx.insertInto('recordings').values(recording).execute();
    await storeComposed(doing.trx, recording, composed);
    await doing.update('rides', ride.id, { deleted_at: null, version: ride.version + 1 });
  }
  for (const { id, version } of gone)
    await doing.update('rides', id, {
      ...{ deleted_at: new Date().toISOString(), version: version + 1 },
      made_into: made[0]?.ride.id ?? null,
    });
}

/** Where the seconds of a ride lie on the one that takes its place. */
export interface Moved {
  readonly from: string;
  readonly to: string;
  /** By how much they are later. */
  readonly byS: number;
  /** How long the other one is. */
  readonly seconds: number;
}

/** The link of a ride to its day goes to the one in its place, with what was corrected on it. */
export async function moveMatch(doing: Act, match: RideMatchRow, moved: Moved): Promise<void> {
  const edits = moveEdits(readJsonOr(match.edits, repEditsSchema, NO_EDITS), moved.byS);
  const room = match.reps ? readJsonOr(match.reps, riddenSchema.nullable(), null) : null;
  await doing.remove('ride_matches', match.id);
  await doing.insert('ride_matches', {
    ...match,
    ...{ id: randomUUID(), ride_id: moved.to, version: 1 },
    edits: JSON.stringify({
      firstS: edits.firstS === null || !isOn(edits.firstS, moved) ? null : edits.firstS,
      changes: edits.changes.filter(({ was, is }) => liesOn(was, moved) && liesOn(is, moved)),
      said: edits.said?.filter(({ at }) => liesOn(at, moved)),
    }),
    reps:
      room &&
      JSON.stringify({
        ...room,
        steps: room.steps
          .map((step) => ({
            ...step,
            ...{ startS: step.startS + moved.byS, endS: step.endS + moved.byS },
          }))
          .filter((step) => liesOn(step, moved)),
      }),
  });
}

function liesOn(span: { startS: number; endS: number } | null, moved: Moved): boolean {
  return span === null || (isOn(span.startS, moved) && isOn(span.endS, moved));
}

function isOn(second: number, { seconds }: Moved): boolean {
  return second >= 0 && second <= seconds;
}

/** What was answered to a ride's suggestion stays with the one in its place. */
export async function moveAnswer(doing: Act, { from, to }: Moved): Promise<void> {
  for (const { id, version } of await doing.trx
    .selectFrom('suggestions')
    .select(['id', 'version'])
    .where('ride_id', '=', from)
    .execute())
    await doing.update('suggestions', id, { ride_id: to, version: version + 1 });
}

/** Efforts that were marked maximal go where their seconds lie. */
export async function moveMarks(doing: Act, moved: Moved): Promise<void> {
  for (const { id, start_s: start, seconds, version } of await marksOf(doing.trx, moved.from)) {
    const startS = start + moved.byS;
    if (startS < 0 || startS + seconds > moved.seconds) continue;
    await doing.update('marked_efforts', id, {
      ...{ ride_id: moved.to, start_s: startS, version: version + 1 },
    });
  }
}

export function marksOf(trx: Act['trx'], rideId: string) {
  return trx
    .selectFrom('marked_efforts')
    .select(['id', 'start_s', 'seconds', 'version'])
    .where('ride_id', '=', rideId)
    .execute();
}
