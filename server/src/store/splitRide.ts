import { type Ride, rideSchema, type RideSplit } from '@uphill/api';
import { placeParts } from '@uphill/core/review';
import { printClock } from '@uphill/core/units';
import { z } from 'zod';
import type { Db } from '../database.ts';
import { badField, conflict, Refusal } from '../refusal.ts';
import type { ImportPool } from '../workers/pool.ts';
import { act, orConflict } from './journal.ts';
import { apart, unlessRemade } from './joinRides.ts';
import { readingOf } from './readings.ts';
import { compose, type Whole, wholeOf } from './pieces.ts';
import { secondsLater, startsOf } from './recordings.ts';
import { type Made, madeOf, marksOf, moveAnswer, moveMarks, moveMatch, replace } from './remake.ts';
import { riderName } from './riderName.ts';
import { readRide, whatItBecame } from './rides.ts';
import { rideWords } from './rideWords.ts';
import type { Piece } from './said.ts';
import { tieFor } from './tieRide.ts';

/** Less is no ride. */
const SHORTEST_S = 60;

/**
 * Splits a ride at one of its seconds: two rides take its place. The half with more of its reps keeps its session,
 * and what was said of it; the other finds its own day.
 */
export async function splitRide(
  db: Db,
  pool: Pick<ImportPool, 'composeRide' | 'readRides'>,
  id: string,
  { version, atS }: RideSplit,
): Promise<Ride[]> {
  const ride = await unlessRemade(db, id, { version, atS });
  const name = await riderName(db, ride.riderId);
  if (ride.version !== version) throw conflict({ version, atS }, ride);
  if (ride.tests.length > 0)
    throw new Refusal('test-read-off', 'A test was read off this ride. Delete the test first.');
  const whole = await wholeOf(db, id, 'atS');
  const { seconds } = whole.recording;
  if (atS < SHORTEST_S || atS > seconds - SHORTEST_S)
    throw badField('atS', `Split between 1:00 and ${printClock(seconds - SHORTEST_S)}.`);
  const halves = await Promise.all(
    (await piecesOfHalves(db, whole, atS)).map(async (pieces) => ({
      pieces,
      composed: await compose(db, pool, pieces, 'atS'),
    })),
  );
  const match = await db
    .selectFrom('ride_matches')
    .selectAll()
    .where('ride_id', '=', id)
    .executeTakeFirst();
  const keeps = await halfThatKeeps(db, pool, whole, atS);
  const made = halves.map(({ pieces, composed }, half) =>
    madeOf(whole, pieces, composed, {
      fileName: whole.recording.file_name,
      ...(half === keeps
        ? {}
        : { kind: 'free' as const, rpe: null, note: '', log: '{}', read_at: null }),
    }),
  );
  const split = () =>
    act(db, `split ${rideWords(name, ride.date)}`, z.array(rideSchema), async (doing) => {
      const marks = await marksOf(doing.trx, id);
      if (marks.some(({ start_s: from, seconds: long }) => from < atS && from + long > atS))
        throw badField('atS', 'An effort that you marked maximal lies across that second.');
      await replace(doing, [whole.ride], made);
      for (const [half, each] of made.entries()) {
        const moved = {
          ...{ from: id, to: each.ride.id, seconds: each.composed.seconds },
          byS: -offsetOf(whole, each, half, atS),
        };
        await moveMarks(doing, moved);
        if (half === keeps) {
          await moveAnswer(doing, moved);
          if (match) await moveMatch(doing, match, moved);
          continue;
        }
        const own = await tieFor(doing.trx, each.ride, each.composed.seconds);
        if (own) {
          await doing.insert('ride_matches', own);
          await doing.update('rides', each.ride.id, {
            kind: 'session',
            version: each.ride.version + 2,
          });
        }
      }
      return Promise.all(made.map((each) => readRide(doing.trx, each.ride.id)));
    });
  return orConflict({ version, atS }, () => whatItBecame(db, id), split);
}

/** Second of the ride at which a half begins: after the time between two recordings, where it was split there. */
function offsetOf(whole: Whole, { composed }: Made, half: number, atS: number): number {
  if (half === 0) return 0;
  return whole.recording.started_at === null
    ? atS
    : apart(whole.recording.started_at, composed.startedAt);
}

async function piecesOfHalves(db: Db, { pieces }: Whole, atS: number): Promise<[Piece[], Piece[]]> {
  const starts = await startsOf(db, pieces);
  const placing = placeParts(
    pieces.map(({ fromS, toS }, index) => ({
      startedAt: secondsLater(starts[index] ?? null, fromS),
      seconds: toS - fromS,
    })),
  );
  if (!placing.ok) throw badField('atS', placing.reason);
  const [before, after]: [Piece[], Piece[]] = [[], []];
  for (const { index, startS } of placing.value.parts) {
    const piece = pieces[index] as Piece;
    const cutS = piece.fromS + atS - startS;
    if (cutS > piece.fromS) before.push({ ...piece, toS: Math.min(piece.toS, cutS) });
    if (cutS < piece.toS) after.push({ ...piece, fromS: Math.max(piece.fromS, cutS) });
  }
  return [before, after];
}

/** Which half goes on as the ride it was: the one with more of its reps, else the longer. */
async function halfThatKeeps(
  db: Db,
  pool: Pick<ImportPool, 'readRides'>,
  { ride, recording }: Whole,
  atS: number,
): Promise<number> {
  const reps = (await readingOf(db, pool, ride))?.reps ?? [];
  const before = reps.filter(({ startS, endS }) => startS + endS < 2 * atS).length;
  if (before * 2 === reps.length) return atS * 2 >= recording.seconds ? 0 : 1;
  return before * 2 > reps.length ? 0 : 1;
}
