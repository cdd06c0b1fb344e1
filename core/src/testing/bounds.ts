/**
 * What a reading of a test can be: the one place for it, whether typed, read off a recording or sent. Beyond these
 * it is a slip of the hand or a faulty strap. Source: handbook sections 5 (Gaps) and 11 (heart rate at most 220).
 */
export const READING_BOUNDS = {
  watts: { low: 30, high: 2500 },
  bpm: { low: 40, high: 220 },
} as const;
