import { curveAt } from '../../power/index.ts';
import type { Reading } from '../reading.ts';
import type { TrendAround } from './rideTrend.ts';
import { legsOf, type RideLegs } from './tiredLegs.ts';

/** A rep asked at this share of the rider's curve, or flat out, is meant to be all there is. */
const MEANT = 0.95;

/**
 * The best 1:00, 5:00 and 20:00 inside the reps of a ride that were meant to be all there was, however weak they were.
 *
 * @param reading the ride, its reps, and the reps that were planned
 * @param around body mass, kg, work of before on that day, kJ, and the rider's curve of before
 * @returns watts for each length and step; null where no rep was meant, or mass or curve are not known
 * Source: handbook section 9.5.
 */
export function meantLegs(
  { ride, set, planned }: Pick<Reading, 'ride' | 'set' | 'planned'>,
  { massKg, earlierKj, before }: Pick<TrendAround, 'massKg' | 'earlierKj' | 'before'>,
): RideLegs | null {
  if (!set || !before || massKg === null || ride.watts === null) return null;
  const meant = set.own.filter(({ rep }) => {
    const asked = rep === null ? undefined : planned[rep - 1];
    const curve = asked && curveAt(asked.seconds, before, before.bests);
    return asked?.watts != null && curve != null && asked.watts >= MEANT * curve.value;
  });
  return meant.length === 0 ? null : legsOf(ride.clock, massKg, earlierKj, meant);
}
