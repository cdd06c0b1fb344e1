import { isBeat, meanOf, surgeWeightedPower } from '../../power/index.ts';
import type { Judged, VerdictRule } from './judged.ts';

const WINDOW_S = 30;
/** Heart drift: these seconds are dropped, at least so many are left, and no more than this uneven. */
export const DRIFT = { dropS: 600, leastS: 2400, surge: 1.05, edge: 5, long: 8 } as const;
/** Of the whole stretch: in either half the strap may have said less. Source: handbook section 5 (Gaps). */
const VALID_SHARE = 0.9;
const FELT = 2;
const LOAD = { low: 0.85, high: 1.15 } as const;
const FUELLED_SHARE = 0.75;

/** How much of an easy ride was above its limit. */
export const keptEasy: VerdictRule<'kept-easy'> = {
  id: 'kept-easy',
  asked: ['endurance', 'set'],
  holds: ({ easyTo, ride, limits }) => {
    if (!easyTo) return null;
    const means =
      easyTo.unit === 'watts'
        ? trailing(ride.moving)
        : trailing((ride.bpm ?? []).filter((beat, at) => ride.stopped[at] === 0 && isBeat(beat)));
    if (means.length === 0 || (easyTo.unit === 'watts' && !ride.watts)) return null;
    const above = means.filter((mean) => mean > easyTo.value).length / means.length;
    const { easyShare } = limits;
    const hard = above > 2 * easyShare ? 'not easy' : 'mostly';
    return {
      id: 'kept-easy',
      says: above <= easyShare ? 'easy' : hard,
      ...{ shareAbove: above, limit: easyTo.value, limitShare: easyShare, unit: easyTo.unit },
    };
  },
};

function trailing(values: ArrayLike<number | null>): number[] {
  const means: number[] = [];
  let sum = 0;
  for (let at = 0; at < values.length; at += 1) {
    sum += values[at] ?? 0;
    if (at >= WINDOW_S) sum -= values[at - WINDOW_S] ?? 0;
    if (at >= WINDOW_S - 1) means.push(sum / WINDOW_S);
  }
  return means;
}

/** What heart drift says of a steady stretch, or why it says nothing. */
export type Drift =
  | Omit<Extract<ReturnType<typeof durable.holds>, object>, 'id'>
  | { readonly says: 'not steady'; readonly surgeOverMean: number };

/**
 * Heart drift of a ride, or of a part of it: watts per heartbeat of its first half over its second.
 *
 * @param ride the ride made ready to be read
 * @param from first second of the stretch
 * @param to the second after its last
 * @returns the drift; "not steady" where the watts were not; null where it is too short or the strap said too little
 * Source: handbook section 5 (Heart drift).
 */
export function driftOf({ watts, bpm }: Judged['ride'], from: number, to: number): Drift | null {
  if (!watts || !bpm) return null;
  const seconds: number[] = [];
  for (let second = from; second < to; second += 1) if (watts[second] != null) seconds.push(second);
  const left = seconds.slice(DRIFT.dropS);
  if (left.length < DRIFT.leastS) return null;
  const moved = left.map((second) => watts[second] ?? 0);
  const surgeOverMean = (surgeWeightedPower(moved) ?? 0) / meanOf(moved);
  if (!(surgeOverMean <= DRIFT.surge)) return { says: 'not steady', surgeOverMean };
  if (left.filter((at) => isBeat(bpm[at])).length < VALID_SHARE * left.length) return null;
  const middle = Math.floor(left.length / 2);
  const halves = [left.slice(0, middle), left.slice(middle)].map((half) => {
    const beats = half.map((second) => bpm[second]).filter(isBeat);
    return {
      meanW: meanOf(half.map((second) => watts[second] ?? 0)),
      bpm: beats.length === 0 ? null : meanOf(beats),
    };
  });
  const [first, second] = halves;
  if (!first?.bpm || !second?.bpm || second.meanW === 0) return null;
  const driftPercent = (first.meanW / first.bpm / (second.meanW / second.bpm) - 1) * 100;
  const over = driftPercent > DRIFT.long ? 'too long for now' : 'at its edge';
  return {
    says: driftPercent < DRIFT.edge ? 'durable' : over,
    ...{ driftPercent, seconds: left.length, surgeOverMean },
    ...{ firstW: first.meanW, firstBpm: first.bpm },
    ...{ secondW: second.meanW, secondBpm: second.bpm },
  };
}

/** How far the heart drifts at a length. */
export const durable: VerdictRule<'durable'> = {
  id: 'durable',
  asked: ['endurance'],
  holds: ({ ride, maximalBpm }) => {
    if (maximalBpm === null) return null;
    const drift = driftOf(ride, 0, ride.seconds);
    return !drift || drift.says === 'not steady' ? null : { id: 'durable', ...drift };
  },
};

/** Harder or easier than expected. */
export const felt: VerdictRule<'felt'> = {
  id: 'felt',
  asked: ['set', 'endurance', 'free'],
  holds: ({ rpe, expectedRpe }) =>
    rpe !== null && expectedRpe !== null && Math.abs(rpe - expectedRpe) >= FELT
      ? { id: 'felt', rpe, expected: expectedRpe }
      : null,
};

/** Much more or less load than planned. */
export const load: VerdictRule<'load'> = {
  id: 'load',
  asked: ['set', 'endurance', 'free'],
  holds: ({ load: known }) => {
    if (!known || known.planned <= 0) return null;
    const ratio = known.ridden / known.planned;
    return ratio < LOAD.low || ratio > LOAD.high ? { id: 'load', ...known, ratio } : null;
  },
};

/** Eaten far less than planned. */
export const fuelled: VerdictRule<'fuelled'> = {
  id: 'fuelled',
  asked: ['set', 'endurance', 'free'],
  holds: ({ eatenG, planG }) =>
    eatenG !== null && planG !== null && eatenG < FUELLED_SHARE * planG
      ? { id: 'fuelled', eatenG, planG }
      : null,
};
