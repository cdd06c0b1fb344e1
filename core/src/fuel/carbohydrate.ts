import type { SessionNumbers } from '../sessions/index.ts';
import { roundHalfUp } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';

/** What a gut takes that has not been trained, g an hour. Source: handbook section 10. */
const UNTRAINED_GUT = 60;
const KCAL_PER_GRAM = 4;
/** Up to this ratio a ride is Endurance as a whole. */
const EASY_RATIO = 0.75;
/** Up to here water is enough where it is easy, s. */
const WATER_DOES_S = 2 * 3600;

/**
 * Carbohydrate to carry for an hour of a session: what would replace all that is burnt, and no more than the gut takes.
 *
 * @param energyKj kJ at the pedals, about kcal
 * @param seconds length of the session, s, above 0
 * @param easy true where nothing of it is above Endurance
 * @param gutGrams what the rider's gut takes, g an hour
 * @returns g an hour with its working; 0 where water does
 * Source: handbook section 10. It is not medical or dietetic advice.
 */
export function carbohydrate(
  energyKj: number,
  seconds: number,
  easy: boolean,
  gutGrams = UNTRAINED_GUT,
): Worked {
  const burn = energyKj / (seconds / 3600);
  const all = burn / KCAL_PER_GRAM;
  const plan = easy && seconds <= WATER_DOES_S ? 0 : Math.min(all, gutGrams);
  return worked(
    plan,
    'g/h',
    plan === 0
      ? 'Easy and up to 2 h: water is enough'
      : 'Carbohydrate: the lower of burn ÷ 4 and what the gut takes',
    [
      ['Burn', `${roundHalfUp(burn)} kcal an hour`],
      ['÷ 4: what would replace all of it', `${roundHalfUp(all)} g/h`],
      ['To carry', `${roundHalfUp(plan)} g/h`],
    ],
    [['The gut takes', `${gutGrams} g/h`]],
  );
}

/**
 * Carbohydrate to carry for an hour of a planned session.
 *
 * @param asks what the session asks of the rider
 * @returns g an hour with its working; null where its energy is not known
 * Source: handbook section 10.
 */
export function sessionCarbohydrate({
  energyKj,
  totalS,
  intensityRatio,
}: SessionNumbers): Worked | null {
  if (!energyKj || totalS.value <= 0) return null;
  return carbohydrate(energyKj.value, totalS.value, (intensityRatio?.value ?? 1) <= EASY_RATIO);
}

/**
 * Prints carbohydrate to carry.
 *
 * @param carried as `carbohydrate` returns it
 * @returns "60 g/h", or that water is enough
 */
export function printCarbohydrate(carried: Worked): string {
  return carried.value === 0 ? 'water is enough' : `${roundHalfUp(carried.value)} g/h`;
}
