/** What a ride's heart rate says beside the usual line. */
export const HEART_WORDS = [
  ...(['as usual', 'tired', 'fitter', 'hot, dry, ill or nervous'] as const),
  'two signals look alike',
] as const;
export type HeartWord = (typeof HEART_WORDS)[number];

/** A ride beside its line. */
export interface BesideLine {
  /** How far its heart rate lies off the line, %. */
  readonly offPercent: number;
  /** Noise of the line, %. */
  readonly noisePercent: number;
  /** RPE, 1–10, and what was expected; null where nobody said, or nothing is expected. */
  readonly rpe: number | null;
  readonly expectedRpe: number | null;
  /** Whether another ride of the last 14 days lay as far under its line. */
  readonly anotherLikeIt: boolean;
}

const FAR = 5;
const HARDER = 1;
const NOISES = 2;

/**
 * What heart rate says of a ride, with what it felt like: a low heart is fitness or tiredness, and only RPE tells them
 * apart.
 *
 * @param ride its off by and the line's noise in %, RPE and expected RPE, whether there is another like it
 * @returns one word of the handbook's
 * Source: handbook section 9.4.
 */
export function heartWord({
  offPercent,
  noisePercent,
  rpe,
  expectedRpe,
  anotherLikeIt,
}: BesideLine): HeartWord {
  if (offPercent >= FAR) return 'hot, dry, ill or nervous';
  const low = offPercent <= -NOISES * noisePercent;
  if (offPercent > -FAR && !low) return 'as usual';
  const felt = rpe === null || expectedRpe === null ? null : rpe - expectedRpe;
  if (felt === null) return 'two signals look alike';
  if (offPercent <= -FAR && felt >= HARDER) return 'tired';
  return low && felt <= 0 && anotherLikeIt ? 'fitter' : 'as usual';
}
