import type { LocatedReps } from '../reps/located.ts';
import type { ReadableRide } from '../rows/readable.ts';
import type { SetRead } from '../rows/setOf.ts';
import type { ReviewLimits, Verdict, VerdictId } from './verdict.ts';

/** What a ride is read as. */
export type RideIs = 'set' | 'endurance' | 'free';

/** Everything that verdicts look at. */
export interface Judged {
  readonly is: RideIs;
  readonly located: LocatedReps | null;
  readonly set: SetRead | null;
  readonly ride: ReadableRide;
  readonly ftpW: number | null;
  /** Maximal heart rate; null where it is not known, or heart rate says nothing of this rider. */
  readonly maximalBpm: number | null;
  /** Upper limit of what was asked of an easy ride, in whole watts or beats; null where none is known. */
  readonly easyTo: { readonly value: number; readonly unit: 'watts' | 'bpm' } | null;
  readonly place: 'trainer' | 'road';
  readonly rpe: number | null;
  readonly expectedRpe: number | null;
  readonly eatenG: number | null;
  readonly planG: number | null;
  /** Whether nobody believes its watts. */
  readonly doubtful: boolean;
  readonly load: {
    readonly ridden: number;
    readonly planned: number;
    readonly part: Extract<Verdict, { id: 'load' }>['part'];
  } | null;
  readonly limits: ReviewLimits;
}

/** A verdict as an entry: of which rides it is asked, and whether it holds. */
export interface VerdictRule<Id extends VerdictId> {
  readonly id: Id;
  readonly asked: readonly RideIs[];
  /** The verdict with its figures; null where it does not hold. */
  readonly holds: (judged: Judged) => Extract<Verdict, { id: Id }> | null;
}

/** Any entry. */
export type AnyVerdictRule = { readonly [Id in VerdictId]: VerdictRule<Id> }[VerdictId];

/** A set that has rows; verdicts on sets are asked of nothing else. */
export function setRule<Id extends VerdictId>(
  id: Id,
  holds: (set: SetRead, judged: Judged) => Extract<Verdict, { id: Id }> | null,
): VerdictRule<Id> {
  return { id, asked: ['set'], holds: (judged) => judged.set && holds(judged.set, judged) };
}
