import { metresApart } from '../units/index.ts';
import type { Sample } from './resample.ts';

/** Places wander by some metres, so speed is taken over so long, s. */
const OVER_S = 5;
/** Slower than this nobody rides: the places only wander, m/s. */
const STANDING = 0.6;
/** Faster than this no bicycle goes: the place jumped, m/s. */
const FASTEST = 35;
/** Places further apart than this say nothing of the speed between them, s. */
const WIDEST_S = 15;

/**
 * Speed from the places of a recording that has no speed of its own, so that its stops are found as those of any other
 * file.
 *
 * @param samples in the order of the file; those with a speed of their own are left as they are
 * @returns the samples with speed, m/s; null where no places lie near
 * Source: handbook section 5, Gaps: a recorded stop has speed zero.
 */
export function withSpeed(samples: readonly Sample[]): readonly Sample[] {
  if (samples.some(({ metresPerSecond }) => metresPerSecond !== null)) return samples;
  const placed = samples.filter(hasPlace);
  if (placed.length < 2) return samples;
  const ends = endsOf(placed);
  return samples.map((sample) => {
    const end = ends.get(sample);
    return end === undefined ? sample : { ...sample, metresPerSecond: speedBetween(...end) };
  });
}

type Placed = Sample & { readonly latitude: number; readonly longitude: number };

function hasPlace(sample: Sample): sample is Placed {
  return sample.latitude != null && sample.longitude != null;
}

/** Of each sample the first and the last place of the seconds around it. */
function endsOf(placed: readonly Placed[]): ReadonlyMap<Sample, readonly [Placed, Placed]> {
  const ends = new Map<Sample, readonly [Placed, Placed]>();
  let [from, to] = [0, 0];
  for (const [at, sample] of placed.entries()) {
    const within = (other: Placed | undefined): boolean =>
      other !== undefined && Math.abs(other.seconds - sample.seconds) <= OVER_S / 2;
    while (from < at && !within(placed[from])) from += 1;
    to = Math.max(to, at);
    while (within(placed[to + 1])) to += 1;
    const [first, last] = [placed[Math.min(from, at)], placed[to]];
    // Where places are few, the next one either side is what there is.
    const before = first === sample ? (placed[at - 1] ?? sample) : (first as Placed);
    const after = last === sample ? (placed[at + 1] ?? sample) : (last as Placed);
    ends.set(sample, [before, after]);
  }
  return ends;
}

function speedBetween(from: Placed, to: Placed): number | null {
  const seconds = to.seconds - from.seconds;
  if (seconds <= 0 || seconds > WIDEST_S) return null;
  const speed = metresApart(from.latitude, from.longitude, to.latitude, to.longitude) / seconds;
  if (speed > FASTEST) return null;
  return speed < STANDING ? 0 : speed;
}
