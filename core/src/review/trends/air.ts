import { medianOf } from './statistics.ts';

/** Further from the usual than this the air is another, °C. Source: handbook sections 9.4 and 9.6. */
const OTHER_AIR = 8;

/** Median temperature of some rides, °C; null where none is known. */
export function usualAir(celsius: readonly (number | null)[]): number | null {
  const known = celsius.filter((each) => each !== null);
  return known.length === 0 ? null : medianOf(known);
}

/** Whether a temperature is known and lies over 8 °C from a usual one that is known. */
export function isOtherAir(celsius: number | null, usual: number | null): boolean {
  return celsius !== null && usual !== null && Math.abs(celsius - usual) > OTHER_AIR;
}
