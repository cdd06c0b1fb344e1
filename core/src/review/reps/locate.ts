import type { Lap } from '../../power/index.ts';
import type { Segment } from '../../sessions/index.ts';
import { byLaps } from './byLaps.ts';
import { byRoom, type RoomStep } from './byRoom.ts';
import { applyEdits, type RepEdits } from './edits.ts';
import { findReps, type RideToSearch } from './findReps.ts';
import type { LocatedReps, RepPart } from './located.ts';
import type { FoundRep, FoundReps } from './numbered.ts';
import type { PlannedRep } from './plannedReps.ts';
import { pressedLaps } from './pressedLaps.ts';

/** What is known of a ride that its reps are found by. */
export interface RideToLocate extends RideToSearch {
  readonly laps: readonly Lap[];
  /** Speed, 1 Hz, m/s, where it is known: it tells laps of like distance. */
  readonly speed?: ArrayLike<number | null> | null | undefined;
  /** Steps that the ride room kept; null where it was ridden elsewhere. */
  readonly room: readonly RoomStep[] | null;
  /** What the coach said. */
  readonly edits: RepEdits;
}

/**
 * Where the reps of a session lie on its ride: by the steps of the ride room, else by laps, else by their shape; over
 * that what the coach said.
 *
 * @param segments the session laid out for the rider of the day
 * @param planned its reps
 * @param ride streams, laps, the room's steps, the coach's edits
 * @returns the reps; null where none were planned or they could not be found
 * Source: handbook section 9.1.
 */
export function locateReps(
  segments: readonly Segment[],
  planned: readonly PlannedRep[],
  ride: RideToLocate,
): LocatedReps | null {
  if (planned.length === 0) return null;
  const { firstS, changes } = ride.edits;
  const located =
    firstS === null
      ? asRidden(segments, planned, ride)
      : withParts('coach', findReps(segments, planned, ride, { firstS }));
  if (changes.length === 0) return located;
  const changed = applyEdits(located, changes, planned, ride.between ?? []);
  return withParts('coach', keepRoomParts(changed, located));
}

function asRidden(
  segments: readonly Segment[],
  planned: readonly PlannedRep[],
  ride: RideToLocate,
): LocatedReps | null {
  const room = ride.room && byRoom(planned, ride.room);
  if (room) return room;
  const { watts, speed, between = [] } = ride;
  const laps = pressedLaps(ride.laps, planned, watts.length, speed);
  const hasWatts = Array.prototype.some.call(watts, (each: number | null) => each !== null);
  if (!hasWatts || planned.some((rep) => rep.watts === null))
    return withParts('laps', byLaps(planned, laps, between));
  const found = findReps(segments, planned, ride, { laps });
  return found && withParts(found.from, found);
}

/** A rep whose edges were moved still asks what the room asked of it. */
function keepRoomParts(changed: FoundReps | null, located: LocatedReps | null): FoundReps | null {
  if (!changed || located?.from !== 'room') return changed;
  return {
    ...changed,
    reps: changed.reps.map((rep) => {
      const own = located.reps.find(({ number }) => number !== null && number === rep.number);
      return own ? { ...rep, planned: { ...rep.planned, asks: own.parts } } : rep;
    }),
  };
}

function withParts(from: LocatedReps['from'], found: FoundReps | null): LocatedReps | null {
  return (
    found && { ...found, from, reps: found.reps.map((rep) => ({ ...rep, parts: partsOf(rep) })) }
  );
}

/** A rep's steps as long as they were planned; the last one to where the rep ended. */
function partsOf({ planned, startS, endS }: FoundRep): RepPart[] {
  let at = startS;
  return planned.asks.flatMap((asked, place): RepPart[] => {
    const isLast = place === planned.asks.length - 1;
    const until = isLast ? endS : Math.min(endS, at + asked.seconds);
    const part = { ...asked, startS: at, endS: until };
    at = until;
    return part.endS > part.startS ? [part] : [];
  });
}
