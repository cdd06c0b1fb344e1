const EARTH_M = 6_371_000;
const rad = (degrees: number): number => (degrees * Math.PI) / 180;

/**
 * Metres between two places.
 *
 * @param lat latitude of one, degrees
 * @param lon longitude of one
 * @param toLat latitude of the other
 * @param toLon longitude of the other
 * @returns metres over the sphere
 */
export function metresApart(lat: number, lon: number, toLat: number, toLon: number): number {
  const half =
    Math.sin(rad(toLat - lat) / 2) ** 2 +
    Math.cos(rad(lat)) * Math.cos(rad(toLat)) * Math.sin(rad(toLon - lon) / 2) ** 2;
  return 2 * EARTH_M * Math.asin(Math.min(1, Math.sqrt(half)));
}
