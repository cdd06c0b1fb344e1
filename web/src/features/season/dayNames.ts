/** Weekdays in short, Monday first. */
export const DAY_NAMES = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'] as const;

/** Kinds of weeks, as a coach says them. */
export const WEEK_WORDS = {
  load: 'Load week',
  easy: 'Easy week',
  test: 'Test week',
  free: 'Free week',
  taper: 'Taper',
} as const;
