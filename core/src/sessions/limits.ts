/** No session laid out is longer than this many steps: beyond it the reps are a slip of the hand. */
export const MOST_SEGMENTS = 2000;
/** Nor longer than this, s: a day. */
export const LONGEST_SESSION_S = 24 * 3600;
