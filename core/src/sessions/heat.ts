/** Over this the day says so, °C. Source: handbook section 11. */
export const HOT_C = 28;

/**
 * Whether it is too hot to ride by watts.
 *
 * @param celsius the heat expected, °C; null or left out where nobody said
 * @returns true over 28 °C
 * Source: handbook section 11.
 */
export function isHot(celsius: number | null | undefined): celsius is number {
  return celsius != null && celsius > HOT_C;
}

/**
 * The caution of a hot day.
 *
 * @param celsius the heat expected, °C
 * @param what a session, whose watts become upper limits, or a maximal test
 * @returns one sentence or two; null up to 28 °C
 * Source: handbook section 11.
 */
export function heatCaution(
  celsius: number | null | undefined,
  what: 'session' | 'test',
): string | null {
  if (!isHot(celsius)) return null;
  return what === 'session'
    ? `${celsius} °C: by effort today; shorten it, or ride in the cool hours. The watts are upper limits.`
    : `${celsius} °C: heat lowers the result and strains the heart. Test in the cool hours, or another day.`;
}
