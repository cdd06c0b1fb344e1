/** What was written down after a ride that may call for a caution; null where nothing was. */
export interface AfterRide {
  /** 0–10. */
  readonly pain: number | null;
  readonly massBeforeKg: number | null;
  readonly massAfterKg: number | null;
  /** Whether its day was marked so. */
  readonly ill: boolean;
  readonly injured: boolean;
}

/** More pain than this is for a clinician. Source: handbook section 8.10. */
const PAIN = 5;

/**
 * The caution that comes before anything else is suggested after a ride. It defers to a clinician.
 *
 * @param after what was written down of the ride and of its day
 * @returns one or two sentences; null where no caution applies
 * Source: handbook sections 11 and 8.10 (Ill, Injured).
 */
export function cautionAfter(after: AfterRide): string | null {
  const { pain, massBeforeKg: before, massAfterKg: later } = after;
  if (after.ill)
    return 'Ill: with fever or chest symptoms nothing is trained, until 48 hours without them. Chest pain, faintness or an odd heartbeat: a clinician first.';
  if ((pain ?? 0) > PAIN) return 'Pain over 5: nothing to ride is suggested. See a clinician.';
  if (after.injured)
    return 'Injured: nothing harder is suggested while it hurts. Sharp, swollen, after a fall, or longer than 7 days: see a clinician.';
  return before !== null && later !== null && later > before
    ? 'Weight was gained on this ride: drink less next time, and to thirst.'
    : null;
}
