/** One pound, kg, and one mile, km: both exact. */
const KG_PER_LB = 0.453_592_37;
const KM_PER_MILE = 1.609_344;

/**
 * Body mass in pounds.
 *
 * @param kg 0 or more
 * @returns lb
 * Source: the international pound.
 * @example
 * poundsOf(45.359237) // 100
 */
export function poundsOf(kg: number): number {
  return kg / KG_PER_LB;
}

/**
 * Body mass in kilograms, as near as it is stored: so fine that the pounds typed come back.
 *
 * @param pounds 0 or more
 * @returns kg to two decimals
 * Source: the international pound.
 * @example
 * kgOfPounds(135) // 61.23
 */
export function kgOfPounds(pounds: number): number {
  return Math.round(pounds * KG_PER_LB * 100) / 100;
}

/**
 * A distance in miles.
 *
 * @param km 0 or more
 * @returns miles
 * Source: the international mile.
 */
export function milesOf(km: number): number {
  return km / KM_PER_MILE;
}

/**
 * A distance in kilometres, as near as it is stored.
 *
 * @param miles 0 or more
 * @returns km to two decimals
 * Source: the international mile.
 * @example
 * kmOfMiles(100) // 160.93
 */
export function kmOfMiles(miles: number): number {
  return Math.round(miles * KM_PER_MILE * 100) / 100;
}

/** What the coach weighs in. */
export type MassUnit = 'kg' | 'lb';

/**
 * A body mass, or a difference of two, as the coach weighs it.
 *
 * @param kg any
 * @param unit what it is written in
 * @returns kg or lb
 */
export function massIn(kg: number, unit: MassUnit): number {
  return unit === 'kg' ? kg : poundsOf(kg);
}
