import { metresApart } from '../../units/index.ts';

/** A stretch of road by its ends and its length. */
export interface Road {
  readonly startLat: number;
  readonly startLon: number;
  readonly endLat: number;
  readonly endLon: number;
  readonly metres: number;
}

/** Where a ride was at each second; null where nobody knows. */
export interface Track {
  readonly latitude: readonly (number | null)[];
  readonly longitude: readonly (number | null)[];
}

const NEAR_M = 50;
/** Lengths this near to each other are one road, share. Source: handbook section 9.6. */
export const LENGTH = 0.03;

/**
 * Metres ridden to each second of a track; where a place is missing nothing is added until the next one.
 *
 * @param track 1 Hz places
 * @returns metres, from 0 on
 */
export function metresAlong({ latitude, longitude }: Track): Float64Array {
  const along = new Float64Array(latitude.length);
  let [lat, lon, sum]: [number | null, number | null, number] = [null, null, 0];
  for (let second = 0; second < latitude.length; second += 1) {
    const [here, there] = [latitude[second] ?? null, longitude[second] ?? null];
    if (here !== null && there !== null) {
      if (lat !== null && lon !== null) sum += metresApart(lat, lon, here, there);
      [lat, lon] = [here, there];
    }
    along[second] = sum;
  }
  return along;
}

/**
 * A road found again on a ride: its start and its end within 50 m, its length within 3 %.
 *
 * @param track 1 Hz places of the ride
 * @param road its ends and its length
 * @returns every time that it was ridden, in seconds of the ride; the end is not part of it
 * Source: handbook section 9.6 (Same road).
 */
export function findRoad(
  track: Track,
  road: Road,
): { readonly startS: number; readonly endS: number }[] {
  const along = metresAlong(track);
  const from = nearTo(track, road.startLat, road.startLon);
  const to = nearTo(track, road.endLat, road.endLon);
  const found: { startS: number; endS: number }[] = [];
  let next = 0;
  for (const start of closestOf(from)) {
    if (start < next) continue;
    const begun = along[start] as number;
    const ends = [...to].filter(([second]) => {
      const metres = (along[second] as number) - begun;
      return second > start && Math.abs(metres / road.metres - 1) <= LENGTH;
    });
    const [end] = ends.reduce<[number, number]>(
      (best, each) => (each[1] < best[1] ? each : best),
      [-1, Infinity],
    );
    if (end < 0) continue;
    found.push({ startS: start, endS: end });
    next = end;
  }
  return found;
}

/** Seconds within reach of a place, with how far it is. */
function nearTo({ latitude, longitude }: Track, lat: number, lon: number): Map<number, number> {
  const near = new Map<number, number>();
  // A degree of latitude is 111 km everywhere: most of a ride is told away without a sine.
  const reach = NEAR_M / 111_000;
  for (let second = 0; second < latitude.length; second += 1) {
    const [here, there] = [latitude[second] ?? null, longitude[second] ?? null];
    if (here === null || there === null || Math.abs(here - lat) > reach) continue;
    const metres = metresApart(here, there, lat, lon);
    if (metres <= NEAR_M) near.set(second, metres);
  }
  return near;
}

/** The nearest second of each time that somebody came by. */
function closestOf(near: ReadonlyMap<number, number>): number[] {
  const closest: number[] = [];
  let [last, best] = [-2, Infinity];
  for (const [second, metres] of near) {
    if (second > last + 1) {
      closest.push(second);
      best = metres;
    } else if (metres < best) {
      closest[closest.length - 1] = second;
      best = metres;
    }
    last = second;
  }
  return closest;
}
