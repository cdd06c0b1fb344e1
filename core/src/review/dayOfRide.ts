/** A planned day that a ride may belong to. */
export interface OpenDay {
  readonly id: string;
  /** Length of what is planned, s. */
  readonly seconds: number;
  /** Its place within the date, from 0. */
  readonly position: number;
  /** How well it goes up and down with the ride; null or left out where it has no reps, or they are not on it. */
  readonly match?: number | null;
}

/**
 * Which of a date's days a ride belongs to: the one whose reps go best with it; where none has any, the nearest in
 * length, of equals the earlier on the day.
 *
 * @param days days of the ride's date that have no ride yet
 * @param rideS length of the ride, s
 * @returns the id of the day; null where there is none
 * Source: handbook section 9.1.
 * @example
 * dayOfRide([{ id: 'a', seconds: 3600 }, { id: 'b', seconds: 7200 }], 6900) // 'b'
 */
export function dayOfRide(days: readonly OpenDay[], rideS: number): string | null {
  const [best] = days
    .filter(({ match }) => match != null)
    .sort((a, b) => (b.match ?? 0) - (a.match ?? 0) || a.position - b.position);
  if (best) return best.id;
  const [nearest] = [...days].sort(
    (a, b) => Math.abs(a.seconds - rideS) - Math.abs(b.seconds - rideS) || a.position - b.position,
  );
  return nearest?.id ?? null;
}
