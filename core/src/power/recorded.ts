/** A lap as the head unit recorded it. */
export interface Lap {
  readonly startS: number;
  readonly seconds: number;
}

/** One second as it is recorded; what a sensor did not say is null. */
export interface RecordedSecond {
  readonly watts: number | null;
  readonly bpm: number | null;
  readonly rpm: number;
  /** Speed, m/s, where something measures it. */
  readonly metresPerSecond?: number;
  /** Place, degrees, and temperature of the air, °C, where they are recorded. */
  readonly latitude?: number;
  readonly longitude?: number;
  readonly celsius?: number;
}
