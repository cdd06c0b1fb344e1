import {
  type BalanceModel,
  type Lap,
  loadFromPower,
  meanOf,
  surgeWeightedPower,
} from '../power/index.ts';
import {
  type Climbing,
  expand,
  familyOf,
  modelOf,
  type Plan,
  type RiderOnDay,
  type Segment,
  sessionVerdict,
  streamOf,
} from '../sessions/index.ts';
import { percentOf } from '../units/index.ts';
import { SEVEN_STEPS } from '../zones/index.ts';
import { expectedRpe } from './expectedRpe.ts';
import { loadByParts } from './loadByParts.ts';
import type { RoomStep } from './reps/byRoom.ts';
import { NO_EDITS, type RepEdits } from './reps/edits.ts';
import type { LocatedReps } from './reps/located.ts';
import { locateReps } from './reps/locate.ts';
import { type PlannedRep, plannedReps } from './reps/plannedReps.ts';
import { readable, type ReadableRide, type RiddenStreams } from './rows/readable.ts';
import { type SetRead, setOf } from './rows/setOf.ts';
import { heartCannotTell } from './verdicts/ceiling.ts';
import { verdictsOn } from './verdicts/index.ts';
import type { Judged, RideIs } from './verdicts/judged.ts';
import { type ReviewLimits, USUAL_LIMITS, type Verdict } from './verdicts/verdict.ts';
import { type Drift, driftOf } from './verdicts/whole.ts';

/** What was asked of a ride. */
export interface AskedRide {
  readonly plan: Plan;
  /** The rider's figures on the day of the ride, the school of ceiling work, the time of year. */
  readonly climbing: Climbing;
}

/** A ride as it came back, with what was said of it. */
export interface RideToRead extends RiddenStreams {
  readonly laps?: readonly Lap[];
  /** Speed, 1 Hz, m/s, where it is known. */
  readonly speed?: ArrayLike<number | null> | null | undefined;
  /** Steps that the ride room kept. */
  readonly room?: readonly RoomStep[] | null | undefined;
  readonly edits?: RepEdits;
  readonly place: 'trainer' | 'road';
  readonly rpe?: number | null;
  /** Eaten, and planned by section 10.2, g. */
  readonly eatenG?: number | null;
  readonly planG?: number | null;
  /** Whether nobody believes its watts. */
  readonly doubtful?: boolean;
  /** False where heart rate says nothing of this rider. Handbook section 11. */
  readonly heart?: boolean;
}

/** A ride read: what it was, its reps, its verdicts. */
export interface Reading {
  readonly is: RideIs;
  /** Family of the book; null where it is none of the book's. */
  readonly family: string | null;
  /** Whether its work lies above FTP, by its watts for this rider. */
  readonly aboveFtp: boolean;
  readonly segments: readonly Segment[];
  readonly planned: readonly PlannedRep[];
  readonly located: LocatedReps | null;
  readonly set: SetRead | null;
  readonly verdicts: readonly Verdict[];
  readonly headline: Verdict | null;
  readonly load: Judged['load'];
  readonly expectedRpe: number | null;
  readonly drift: Drift | null;
  /** True where reps are too short for heart rate to say anything of them. */
  readonly heartCannotTell: boolean;
  readonly model: BalanceModel | null;
  readonly ride: ReadableRide;
}

const ENDURANCE_PERCENT = SEVEN_STEPS.bands[1]?.toPercent ?? 75;
const EASY_FAMILIES = new Set(['endurance', 'endurance-sprints', 'unfuelled', 'drills']);
/** Sports of a plan that say nothing of how it is ridden. */
const FREE_SPORTS = new Set(['free ride', 'race', 'strength', 'run', 'swim', 'other']);

/**
 * Reads a ride against what was asked: finds its reps, takes a row of each, and asks every verdict.
 *
 * @param asked the session, and the rider's figures on the day of the ride; null where nothing was planned
 * @param ride 1 Hz streams, laps, the room's steps, the coach's edits, RPE, what was eaten
 * @param limits limits of the verdicts, where the coach has set others
 * @returns the reading
 * Source: handbook sections 9.1 to 9.3.
 */
export function readRide(
  asked: AskedRide | null,
  ride: RideToRead,
  limits: ReviewLimits = USUAL_LIMITS,
): Reading {
  const of = askedOf(asked);
  const { rider, segments, planned, is, family, ftpW } = of;
  const model = rider && modelOf(rider);
  const heart = ride.heart !== false;
  const ready = readable(heart ? ride : { ...ride, bpm: null }, model);
  const { watts, stops, between = [], laps = [], speed, room = null, edits = NO_EDITS } = ride;
  const located = locateReps(segments, planned, {
    watts,
    stops,
    between,
    laps,
    speed,
    room,
    edits,
  });
  const set = located && setOf(located, planned, ready);
  const judged: Judged = {
    ...{ is, located, set, ride: ready, ftpW, limits, expectedRpe: of.expectedRpe },
    maximalBpm: heart && rider ? rider.maximalBpm : null,
    easyTo: is === 'free' ? null : easyLimit(segments, { ...of, ride: ready }),
    load: loadOf(segments, located, ready, ftpW),
    ...saidOf(ride),
  };
  return {
    ...verdictsOn(judged),
    ...{ is, family, segments, planned, located, set, model, ride: ready },
    aboveFtp: isAboveFtp(planned, ftpW),
    ...{ load: judged.load, expectedRpe: judged.expectedRpe },
    drift: is === 'endurance' ? driftOf(ready, 0, ready.seconds) : null,
    heartCannotTell: set !== null && heartCannotTell(set, ftpW),
  };
}

/** What was said of a ride; null for what was not. */
function saidOf({
  place,
  rpe = null,
  eatenG = null,
  planG = null,
  doubtful = false,
}: RideToRead): Pick<Judged, 'place' | 'rpe' | 'eatenG' | 'planG' | 'doubtful'> {
  return { place, rpe, eatenG, planG, doubtful };
}

/** What a session asks of a ride: its steps for the rider of the day, its reps, what kind of ride it is. */
interface AskedOfIt {
  readonly rider: RiderOnDay | null;
  readonly segments: readonly Segment[];
  readonly planned: readonly PlannedRep[];
  readonly is: RideIs;
  readonly family: string | null;
  readonly ftpW: number | null;
  /** Upper limit of Endurance, W. */
  readonly easyToW: number | null;
  readonly expectedRpe: number | null;
}

function askedOf(asked: AskedRide | null): AskedOfIt {
  if (!asked)
    return {
      ...{ rider: null, segments: [], planned: [], is: 'free', family: null },
      ...{ ftpW: null, easyToW: null, expectedRpe: null },
    };
  const { plan, climbing } = asked;
  const { rider } = climbing;
  const easyToW = rider.ftpW === null ? null : percentOf(ENDURANCE_PERCENT, rider.ftpW);
  const segments = expand(plan, rider);
  const family = familyOf(plan, climbing);
  const easy = family !== null && EASY_FAMILIES.has(family);
  const planned = easy ? [] : plannedReps(segments, plan, easyToW);
  const is = isOf(plan, planned);
  return {
    ...{ rider, segments, planned, is, family, ftpW: rider.ftpW, easyToW },
    expectedRpe: expectedOf(plan, is, segments, climbing),
  };
}

function isOf({ sport = 'ride' }: Plan, planned: readonly PlannedRep[]): RideIs {
  if (FREE_SPORTS.has(sport)) return 'free';
  return planned.length > 0 ? 'set' : 'endurance';
}

/** What an easy ride is held against; of a set only steady blocks are, by the higher of both limits. */
function easyLimit(
  segments: readonly Segment[],
  {
    is,
    family,
    easyToW,
    ride,
  }: Pick<AskedOfIt, 'is' | 'family' | 'easyToW'> & Pick<Judged, 'ride'>,
): Judged['easyTo'] {
  if (is === 'set' && family !== 'steady-blocks') return null;
  const work = segments.filter(({ role }) => role === 'work');
  if (ride.watts && easyToW !== null) {
    const asked = work.flatMap(({ to }) => to?.highW ?? []);
    return { value: is === 'set' ? Math.max(easyToW, ...asked) : easyToW, unit: 'watts' };
  }
  const beats = work.flatMap(({ to }) => to?.bpm?.high ?? []);
  return beats.length > 0 && !ride.watts ? { value: Math.max(...beats), unit: 'bpm' } : null;
}

function expectedOf(
  plan: Plan,
  is: RideIs,
  segments: readonly Segment[],
  { rider }: Climbing,
): number | null {
  if (is === 'free') return null;
  const seconds = segments.reduce((sum, segment) => sum + segment.seconds, 0);
  return is === 'endurance'
    ? expectedRpe({ enduranceS: seconds })
    : expectedRpe({ word: sessionVerdict(plan, rider).verdict?.word ?? null });
}

function loadOf(
  segments: readonly Segment[],
  located: LocatedReps | null,
  { moving, watts }: ReadableRide,
  ftpW: number | null,
): Judged['load'] {
  const stream = streamOf(segments);
  const surge = watts && surgeWeightedPower(moving);
  const asked = stream && surgeWeightedPower(stream);
  if (ftpW === null || surge == null || asked == null || !stream) return null;
  return {
    ridden: loadFromPower(moving.length, surge, ftpW),
    planned: loadFromPower(stream.length, asked, ftpW),
    part: loadByParts({ segments, stream, located, moving, watts }),
  };
}

function isAboveFtp(planned: readonly PlannedRep[], ftpW: number | null): boolean {
  const known = planned.flatMap(({ watts, seconds }) =>
    watts === null ? [] : Array<number>(seconds).fill(watts),
  );
  return ftpW !== null && known.length > 0 && meanOf(known) > ftpW;
}
