import type { VerdictWord } from '../sessions/index.ts';

/** RPE expected of a set, by its verdict. Source: handbook section 9.3. */
const OF_SET: Readonly<Record<VerdictWord, number>> = {
  light: 4,
  'too easy to change anything': 4,
  working: 6.5,
  useful: 6.5,
  'at the limit': 8.5,
  breaks: 10,
  'out of reach': 10,
};
const ENDURANCE = { least: 3, most: 6, fromH: 2, anHour: 0.5 } as const;

/**
 * RPE that a ride is expected to feel like: a set by its verdict, an Endurance ride by its length.
 *
 * @param of the verdict on the set, null where it has none; or seconds of Endurance
 * @returns 3 to 10; null for a set without a verdict
 * Source: handbook section 9.3 (Expected RPE).
 */
export function expectedRpe(
  of: { readonly word: VerdictWord | null } | { readonly enduranceS: number },
): number | null {
  if ('word' in of) return of.word && OF_SET[of.word];
  const over = Math.max(0, of.enduranceS / 3600 - ENDURANCE.fromH);
  return Math.min(ENDURANCE.most, ENDURANCE.least + ENDURANCE.anHour * over);
}
