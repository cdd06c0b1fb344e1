import {
  type Ride,
  type RideJoin,
  type RideLog,
  rideLogSchema,
  rideSchema,
  shapeOf,
} from '@uphill/api';
import type { Db } from '../database.ts';
import { badField, conflict, Refusal } from '../refusal.ts';
import type { RideRow } from '../tables.ts';
import { act, orConflict } from './journal.ts';
import { readJsonOr } from './json.ts';
import { compose, type Composer, wholeOf } from './pieces.ts';
import { madeOf, moveAnswer, moveMarks, moveMatch, replace } from './remake.ts';
import { riderName } from './riderName.ts';
import { readRide, whatItBecame } from './rides.ts';
import { rideWords } from './rideWords.ts';
import { readSaid } from './said.ts';

const LONGEST_NOTE = 2000;

/**
 * Joins two recordings of one ride: a ride of both takes their place, with the day, the corrections, the marks and the
 * answers that either had. Handbook section 9.1.
 */
export async function joinRides(
  db: Db,
  pool: Composer,
  id: string,
  { version, otherId }: RideJoin,
): Promise<Ride> {
  if (id === otherId) throw badField('otherId', 'A ride is not joined to itself.');
  const here = await unlessRemade(db, id, { version, otherId });
  if (here.version !== version) throw conflict({ version, otherId }, here);
  const other = await unlessRemade(db, otherId, { version, otherId });
  refuse([here, other]);
  const both = [await wholeOf(db, id, 'otherId'), await wholeOf(db, otherId, 'otherId')];
  both.sort((a, b) => ((a.recording.started_at ?? '') < (b.recording.started_at ?? '') ? -1 : 1));
  const [first, second] = both as [(typeof both)[0], (typeof both)[0]];
  const pieces = both.flatMap((each) => each.pieces);
  if (
    both.some(
      ({ recording }) =>
        readSaid(recording.columns).halved !== readSaid(first.recording.columns).halved,
    )
  )
    throw badField('otherId', 'The watts of one are halved, those of the other are not.');
  const composed = await compose(db, pool, pieces, 'otherId');
  const made = madeOf(first, pieces, composed, {
    ...saidOfBoth(first.ride, second.ride),
    fileName: `${first.recording.file_name} + ${second.recording.file_name}`,
  });
  const name = await riderName(db, here.riderId);
  const join = () =>
    act(
      db,
      `joined two recordings to ${rideWords(name, made.ride.date)}`,
      rideSchema,
      async (doing) => {
        await replace(
          doing,
          both.map(({ ride }) => ride),
          [made],
        );
        for (const { ride, recording } of both) {
          const moved = {
            ...{ from: ride.id, to: made.ride.id, seconds: composed.seconds },
            byS: apart(composed.startedAt, recording.started_at),
          };
          for (const match of await doing.trx
            .selectFrom('ride_matches')
            .selectAll()
            .where('ride_id', '=', ride.id)
            .execute())
            await moveMatch(doing, match, moved);
          await moveAnswer(doing, moved);
          await moveMarks(doing, moved);
        }
        return readRide(doing.trx, made.ride.id);
      },
    );
  return orConflict({ version, otherId }, () => whatItBecame(db, id), join);
}

/** A ride that is to be joined or split; where it is a part of another by now, that one is told. */
export async function unlessRemade(db: Db, id: string, yours: unknown): Promise<Ride> {
  const now = await whatItBecame(db, id);
  if (now !== null && now.id !== id) throw conflict(yours, now);
  return readRide(db, id);
}

function refuse(rides: readonly Ride[]): void {
  const [here, other] = rides as [Ride, Ride];
  if (here.riderId !== other.riderId) throw badField('otherId', 'That ride is another rider’s.');
  if (here.origin !== other.origin)
    throw badField('otherId', 'One was ridden on the stand-ins, the other was not.');
  if (here.day && other.day)
    throw badField(
      'otherId',
      `Both belong to a session of their own, ${here.day.name} and ${other.day.name}. Unlink one first.`,
    );
  for (const { withdrawn, tests } of rides) {
    if (withdrawn !== null)
      throw badField('otherId', 'A withdrawn ride is not joined. Bring it back first.');
    if (tests.length > 0)
      throw new Refusal('test-read-off', 'A test was read off one of them. Delete the test first.');
  }
}

/** What was said of either; where of both, of the first, and both notes. */
function saidOfBoth(first: RideRow, second: RideRow): Partial<RideRow> {
  const notes = [first.note, second.note].filter((note) => note !== '');
  const plain = first.kind === 'free';
  return {
    kind: plain ? second.kind : first.kind,
    rpe: first.rpe ?? second.rpe,
    note: notes.join('\n').slice(0, LONGEST_NOTE),
    log: JSON.stringify({ ...logOf(second), ...logOf(first) }),
    read_at: first.read_at === null || second.read_at === null ? null : first.read_at,
  };
}

function logOf({ log }: RideRow): RideLog {
  return readJsonOr(log, shapeOf(rideLogSchema), {});
}

/** Seconds between two local times. */
export function apart(from: string | null, to: string | null): number {
  return from === null || to === null
    ? 0
    : Math.round((Date.parse(`${to.slice(0, 19)}Z`) - Date.parse(`${from.slice(0, 19)}Z`)) / 1000);
}
