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
    [['The rider takes so far', `${gutGrams} g/h`]],
  );
}

/**
 * Carbohydrate to carry for an hour of a planned session: by its watts, without a power meter by its effort.
 *
 * @param asks what the session asks of the rider
 * @param massKg body mass, kg; null where it is not known
 * @returns g an hour with its working; null where what it burns is not known
 * Source: handbook sections 10.1 and 10.2.
 */
export function sessionCarbohydrate(asks: SessionNumbers, massKg: number | null): Worked | null {
  const { energyKj, totalS, intensityRatio } = asks;
  if (totalS.value <= 0) return null;
  if (energyKj)
    return carbohydrate(energyKj.value, totalS.value, (intensityRatio?.value ?? 1) <= EASY_RATIO);
  return massKg === null ? null : fromEffort(asks, massKg);
}

/** kcal a kilo and an hour by RPE 1–10. Source: handbook section 10.1. */
const BURN_BY_RPE = [3, 4, 5.5, 7, 8, 9, 10, 11, 12, 13] as const;
/** The hardest RPE of Endurance, section 6. */
const EASY_RPE = 4;

function fromEffort({ segments, totalS }: SessionNumbers, massKg: number): Worked {
  let kcal = 0;
  let hardest = 1;
  for (const { from, to, seconds } of segments) {
    const efforts = [from, to].flatMap((asked) =>
      asked ? [(asked.rpe[0] + asked.rpe[1]) / 2] : [],
    );
    const rpe = efforts.reduce((sum, each) => sum + each, 0) / Math.max(1, efforts.length);
    kcal += massKg * (seconds / 3600) * burnAt(rpe);
    hardest = Math.max(hardest, rpe);
  }
  const carried = carbohydrate(kcal, totalS.value, hardest <= EASY_RPE);
  return { ...carried, rule: `${carried.rule}; burn from effort, ±20 %` };
}

function burnAt(rpe: number): number {
  const at = Math.min(10, Math.max(1, rpe)) - 1;
  const [low = 3, high = low] = [BURN_BY_RPE[Math.floor(at)], BURN_BY_RPE[Math.ceil(at)]];
  return low + (high - low) * (at - Math.floor(at));
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
