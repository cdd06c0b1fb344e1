import { BIKE_AND_KIT_KG, PLAIN_ROAD, type RecordedSecond, speedAt } from '@uphill/core/power';
import { DEMO_HILLS } from './sessions.ts';

/** Where the long loop begins: somewhere in an ocean, since the valley is made up. */
const START = { lat: 44.2, lon: -31.5 } as const;
const QUARRY = DEMO_HILLS[1];
/** The long loop: out on the flat, up Quarry Lane, and on over the top. */
const FLAT_M = 16_000;
const DEGREE_M = 111_195;
/** A rider's speed follows the watts over about so many seconds. */
const FOLLOWS_S = 20;

type Piece = Parameters<typeof speedAt>[1];

/** A ride over the long loop: speed and place of every second, and when it was on Quarry Lane. */
export function onTheLongLoop(
  ridden: readonly RecordedSecond[],
  massKg: number,
): {
  readonly seconds: RecordedSecond[];
  readonly quarry: { readonly startS: number; readonly endS: number } | null;
} {
  const [flat, hill] = [0, QUARRY.gradientPercent / 100].map((gradient) => ({
    ...PLAIN_ROAD,
    gradient,
  })) as [Piece, Piece];
  let [watts, metres] = [ridden[0]?.watts ?? 0, 0];
  const seconds: RecordedSecond[] = [];
  let [startS, endS] = [-1, -1];
  for (const [second, each] of ridden.entries()) {
    watts += ((each.watts ?? 0) - watts) / FOLLOWS_S;
    const isUp = metres >= FLAT_M && metres < FLAT_M + QUARRY.metres;
    const metresPerSecond = speedAt(watts, isUp ? hill : flat, massKg + BIKE_AND_KIT_KG);
    metres += metresPerSecond;
    if (isUp && startS < 0) startS = second;
    if (startS >= 0 && endS < 0 && !isUp) endS = second;
    seconds.push({ ...each, metresPerSecond, ...placeAt(metres) });
  }
  return { seconds, quarry: endS > startS && startS >= 0 ? { startS, endS } : null };
}

/** East on the flat, north up the lane, then east again. */
function placeAt(metres: number): { latitude: number; longitude: number } {
  const north = Math.min(QUARRY.metres, Math.max(0, metres - FLAT_M));
  const east = metres - north;
  const across = DEGREE_M * Math.cos((START.lat * Math.PI) / 180);
  return { latitude: START.lat + north / DEGREE_M, longitude: START.lon + east / across };
}
