import type { PlannedRep } from '../reps/plannedReps.ts';
import { wattsAt } from '../reps/askedOfStep.ts';
import type { LocatedRep, LocatedReps } from '../reps/located.ts';
import type { ReadableRide } from './readable.ts';
import { repRow, type RepRow, VALID_SHARE } from './repRow.ts';

/** A set as it was ridden: its rows, and what they come to. */
export interface SetRead {
  readonly from: LocatedReps['from'];
  /** In order, extra ones among them. */
  readonly rows: readonly RepRow[];
  /** The rows of reps that were planned. */
  readonly own: readonly RepRow[];
  readonly planned: number;
  readonly leftOut: readonly number[];
  readonly notRidden: readonly number[];
  readonly extra: number;
  /** Mean over the reps, W or bpm; null where none has one. */
  readonly mean: number | null;
  /** (Best − worst) ÷ mean, 0–1; null for fewer than two reps. */
  readonly spread: number | null;
  readonly best: RepRow | null;
  readonly worst: RepRow | null;
  readonly inBandS: number;
  /** Time at target, s: as asked, and as ridden, where each rep counts at most at its asked length. */
  readonly askedS: number;
  readonly riddenS: number;
  /** Standard deviation of 3-s power inside the reps ÷ their mean, 0–1. */
  readonly roughness: number | null;
  /** Rests between neighbouring ridden reps by the clock, and as asked; null where there are none. */
  readonly rests: {
    readonly riddenS: number;
    readonly askedS: number;
    readonly many: number;
  } | null;
  /** Share of the time in the cadence that was asked, 0–1; null where none was. */
  readonly rpmShare: number | null;
  /** Share of the work's seconds of which nothing was recorded, 0–1. */
  readonly lostShare: number;
}

/** Seconds at either end of a rep that its smoothness leaves out. Source: handbook section 9.3. */
const ROUGH_ENDS_S = 5;
const ROUGH_MEAN_S = 3;

/**
 * What a rep is judged by: its mean watts, or its heart rate without the first 2:00.
 *
 * @param row a rep's row
 * @returns W or bpm; null where it is at least partly lost, or nothing was asked that could be judged
 * Source: handbook section 9.2.
 */
export function judgedMean(row: RepRow): number | null {
  if (row.lostShare > 1 - VALID_SHARE) return null;
  if (row.unit === 'bpm') return row.settledBpm ?? row.meanBpm;
  return row.meanW;
}

/**
 * Reads the reps of a set.
 *
 * @param located where they lie
 * @param planned the reps that were planned
 * @param ride the ride made ready to be read
 * @returns its rows and what they come to
 * Source: handbook section 9.2.
 */
export function setOf(
  located: LocatedReps,
  planned: readonly PlannedRep[],
  ride: ReadableRide,
): SetRead {
  const { reps, from, leftOut, notRidden } = located;
  const rows = reps.map((rep, place) =>
    repRow(
      rep,
      { before: reps[place - 1]?.endS ?? null, after: reps[place + 1]?.startS ?? null },
      ride,
    ),
  );
  const own = rows.filter(({ rep }) => rep !== null);
  const known = own.filter((row) => judgedMean(row) !== null);
  const means = known.map((row) => judgedMean(row) as number);
  const mean =
    means.length === 0 ? null : means.reduce((sum, each) => sum + each, 0) / means.length;
  const best = known.find((row) => judgedMean(row) === Math.max(...means)) ?? null;
  const worst = known.find((row) => judgedMean(row) === Math.min(...means)) ?? null;
  const sum = (of: (row: RepRow) => number): number => own.reduce((all, row) => all + of(row), 0);
  const rpmS = sum((row) => row.rpmS);
  const work = sum(({ seconds }) => seconds);
  return {
    ...{ from, rows, own, leftOut, notRidden, planned: planned.length },
    extra: rows.length - own.length,
    mean,
    spread:
      mean === null || mean === 0 || means.length < 2
        ? null
        : (Math.max(...means) - Math.min(...means)) / mean,
    ...{ best, worst },
    inBandS: sum((row) => row.inBandS ?? 0),
    askedS: planned.reduce((all, { seconds }) => all + seconds, 0),
    riddenS: sum(({ seconds, askedS }) => Math.min(seconds, askedS)),
    roughness: roughnessOf(reps, ride),
    rests: restsOf(reps),
    rpmShare: rpmS === 0 ? null : sum((row) => row.rpmInRangeS) / rpmS,
    lostShare: work === 0 ? 0 : sum(({ lostShare, seconds }) => lostShare * seconds) / work,
  };
}

/** By the clock, between reps that follow one another in the plan. */
function restsOf(reps: readonly LocatedRep[]): SetRead['rests'] {
  let [riddenS, askedS, many] = [0, 0, 0];
  for (const [place, rep] of reps.entries()) {
    const before = reps[place - 1];
    if (!before || before.number === null) continue;
    // One more than was planned comes after a rest like the others.
    const isExtra = rep.number === null;
    if (!isExtra && rep.number !== before.number + 1) continue;
    const asked = before.planned.restS || (isExtra ? (reps[place - 2]?.planned.restS ?? 0) : 0);
    if (asked === 0) continue;
    riddenS += rep.startS - before.endS;
    askedS += asked;
    many += 1;
  }
  return many === 0 ? null : { riddenS, askedS, many };
}

function roughnessOf(reps: readonly LocatedRep[], ride: ReadableRide): number | null {
  const each = reps.flatMap((rep) => (rep.number === null ? [] : (roughOf(rep, ride) ?? [])));
  return each.length === 0 ? null : each.reduce((sum, one) => sum + one, 0) / each.length;
}

/** Of one rep; of a block the watts as shares of what was asked there. */
function roughOf({ startS, endS, parts }: LocatedRep, { watts }: ReadableRide): number | null {
  if (!watts) return null;
  const even = parts.length === 1 && parts[0]?.fromW === parts[0]?.toW;
  const askedAt = (second: number): number | null => {
    const part = parts.find((each) => second < each.endS) ?? parts.at(-1);
    return part ? wattsAt(part, second - part.startS) : null;
  };
  const values: number[] = [];
  for (let second = startS + ROUGH_ENDS_S; second < endS - ROUGH_ENDS_S; second += 1) {
    const piece = watts.slice(second - ROUGH_MEAN_S + 1, second + 1);
    if (piece.includes(null)) continue;
    let value = piece.reduce<number>((sum, each) => sum + (each ?? 0), 0) / ROUGH_MEAN_S;
    if (!even) {
      const asked = piece.map((_, back) => askedAt(second - ROUGH_MEAN_S + 1 + back));
      if (asked.includes(null)) return null;
      value /= asked.reduce<number>((sum, each) => sum + (each ?? 0), 0) / ROUGH_MEAN_S;
    }
    values.push(value);
  }
  if (values.length === 0) return null;
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  const spread = values.reduce((sum, value) => sum + (value - mean) ** 2, 0) / values.length;
  return mean === 0 ? null : Math.sqrt(spread) / mean;
}
