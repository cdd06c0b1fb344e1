import { roundTo } from '../units/index.ts';

/** After such an effort the day before, or with so little reserve, Endurance is the one proposed. */
const TIRED = { rpe: 8, reservePercent: -25 } as const;

/** Which of the two an optional day proposes on its morning, and why. */
export interface OptionalDay {
  readonly proposed: 'hard' | 'endurance';
  readonly why: string;
}

/**
 * Which of its two plans an optional third day proposes that morning.
 *
 * @param rpeBefore RPE of the day before, 1–10; null where nobody said
 * @param reservePercent reserve of that morning in percent of base; null under a base of 10
 * @returns the one proposed, with its reason; the rider decides
 * Source: handbook section 8.5 (Optional third day).
 */
export function optionalDay(rpeBefore: number | null, reservePercent: number | null): OptionalDay {
  if (rpeBefore !== null && rpeBefore >= TIRED.rpe)
    return { proposed: 'endurance', why: `yesterday was RPE ${rpeBefore}` };
  if (reservePercent !== null && reservePercent < TIRED.reservePercent)
    return {
      proposed: 'endurance',
      why: `the reserve is at −${roundTo(-reservePercent, 0)} % of base`,
    };
  return { proposed: 'hard', why: 'nothing speaks against the hard one' };
}
