import type { Segment } from '../../sessions/index.ts';
import { byLaps, type RideWithLaps } from './byLaps.ts';
import { byRoom, type RoomStep } from './byRoom.ts';
import { applyEdits, type RepEdits } from './edits.ts';
import { findReps } from './findReps.ts';
import type { LocatedReps, RepPart } from './located.ts';
import type { FoundRep, FoundReps } from './numbered.ts';
import type { PlannedRep } from './plannedReps.ts';

/** What is known of a ride that its reps are found by. */
export interface RideToLocate extends RideWithLaps {
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
      : withParts('coach', findReps(segments, planned, ride, firstS));
  if (changes.length === 0) return located;
  const changed = applyEdits(located, changes, planned, ride.between ?? []);
  return withParts('coach', keepRoomParts(changed, located));
}

function asRidden(
  segments: readonly Segment[],
  planned: readonly PlannedRep[],
  ride: RideToLocate,
): LocatedReps | null {
  return (
    (ride.room && byRoom(planned, ride.room)) ??
    withParts('laps', byLaps(segments, planned, ride)) ??
    withParts('found', findReps(segments, planned, ride))
  );
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
