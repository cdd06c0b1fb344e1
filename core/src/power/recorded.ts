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
}
