/** A stretch of road. */
export interface RoadPiece {
  /** Rise over run as a share: 0.06 is 6 %. Below 0 it goes down. */
  readonly gradient: number;
  readonly surface: 'road' | 'gravel';
  readonly altitudeM: number;
  readonly temperatureC: number;
}

/** Share of the watts at the pedals that reaches the road. Source: handbook section 12, with the constants below. */
const REACHES_ROAD = 0.97;
const G = 9.81;
const ROLLING = { road: 0.005, gravel: 0.01 } as const;
const DRAG_AREA = 0.35;
/** Nobody climbs or rolls faster than this, m/s. */
const FASTEST = 40;

/** Bike and kit, kg, added to the rider's mass. Source: handbook section 12. */
export const BIKE_AND_KIT_KG = 9;
/** Circumference of a wheel, m. Source: handbook section 12, a setting. */
export const WHEEL_M = 2.105;
/** A plain road: no height, 20 °C. */
export const PLAIN_ROAD: Omit<RoadPiece, 'gradient'> = {
  surface: 'road',
  altitudeM: 0,
  temperatureC: 20,
};

/**
 * Density of air.
 *
 * @param altitudeM height above the sea, m, −500 to 5,000
 * @param temperatureC °C
 * @returns kg/m³
 * Source: handbook section 12.
 */
export function airDensity(altitudeM: number, temperatureC: number): number {
  return (101_325 * (1 - 2.25577e-5 * altitudeM) ** 5.25588) / (287.05 * (temperatureC + 273.15));
}

/**
 * Watts at the pedals that hold a speed on a stretch of road, without wind.
 *
 * @param metresPerSecond speed, m/s, at least 0
 * @param piece gradient, surface and air
 * @param totalKg rider, bike and kit, kg
 * @returns W; below 0 where the road pulls
 * Source: handbook section 12.
 */
export function wattsToHold(metresPerSecond: number, piece: RoadPiece, totalKg: number): number {
  const slope = Math.atan(piece.gradient);
  const weight = totalKg * G * (Math.sin(slope) + ROLLING[piece.surface] * Math.cos(slope));
  const air =
    0.5 * airDensity(piece.altitudeM, piece.temperatureC) * DRAG_AREA * metresPerSecond ** 2;
  return ((weight + air) * metresPerSecond) / REACHES_ROAD;
}

/**
 * The steady speed that some watts give on a stretch of road: bisected within 0–40 m/s.
 *
 * @param watts at the pedals, W, at least 0
 * @param piece gradient, surface and air
 * @param totalKg rider, bike and kit, kg
 * @returns m/s; on a descent the faster of the speeds that balance
 * Source: handbook section 12.
 */
export function speedAt(watts: number, piece: RoadPiece, totalKg: number): number {
  let [low, high] = [0, FASTEST];
  for (let halving = 0; halving < 50; halving += 1) {
    const middle = (low + high) / 2;
    if (wattsToHold(middle, piece, totalKg) > watts) high = middle;
    else low = middle;
  }
  return (low + high) / 2;
}

/**
 * Time to the top of a hill at steady watts.
 *
 * @param watts at the pedals, W, above 0
 * @param metres length of the hill along the road, m
 * @param piece mean gradient, surface and air
 * @param totalKg rider, bike and kit, kg
 * @returns s
 * Source: handbook section 12.
 */
export function timeToTop(
  watts: number,
  metres: number,
  piece: RoadPiece,
  totalKg: number,
): number {
  return metres / speedAt(watts, piece, totalKg);
}

/**
 * A second of rolling on: what the pedals give and the road takes changes the speed.
 *
 * @param metresPerSecond speed before, m/s
 * @param watts given at the pedals this second, W
 * @param piece gradient, surface and air
 * @param totalKg rider, bike and kit, kg
 * @returns speed after, m/s, at least a walking half metre a second
 * Source: handbook section 12 (the same balance, not yet steady).
 */
export function rollOn(
  metresPerSecond: number,
  watts: number,
  piece: RoadPiece,
  totalKg: number,
): number {
  const surplusJ = (watts - wattsToHold(metresPerSecond, piece, totalKg)) * REACHES_ROAD;
  return Math.min(
    FASTEST,
    Math.sqrt(Math.max(0.25, metresPerSecond ** 2 + (2 * surplusJ) / totalKg)),
  );
}
