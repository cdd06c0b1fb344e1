/** What each step of the scale feels like, from 1 to 10. */
export const RPE_WORDS = [
  'very light',
  'light',
  'easy',
  'comfortable',
  'moderate',
  'fairly hard',
  'hard, controlled',
  'very hard',
  'nearly all out',
  'all out',
] as const;
