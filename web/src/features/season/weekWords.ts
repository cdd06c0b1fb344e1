/** Kinds of weeks, as a coach says them. */
export const WEEK_WORDS = {
  load: 'Load week',
  easy: 'Easy week',
  test: 'Test week',
  free: 'Free week',
  taper: 'Taper',
} as const;
