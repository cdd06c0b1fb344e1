import { percentFor } from '../aboveFtp.ts';
import type { RiderOnDay } from '../efforts.ts';
import { secondsOf } from '../expand.ts';
import type { Plan, Step } from '../plan.ts';
import { effortsOf } from '../targets.ts';
import {
  ceilingLadder,
  type Climbing,
  type Ladder,
  LADDERS,
  shortCeilingLadder,
} from './ladder.ts';
import { isRide, percentOfStep, type Work, workOf } from './work.ts';

/** A session's family, by what its work looks like, with the ladder it climbs. */
export interface FamilyOfWork {
  /** As in the book. */
  readonly id: string;
  /** Null: the family has no ladder. */
  readonly ladder: Ladder | null;
}

/** Endurance ends here, percent of FTP; tempo and sweet spot below. Source: handbook sections 6 and 7. */
const ENDURANCE_TO = 76;
const TEMPO_TO = 87;
const SWEET_SPOT_TO = 95;
const FTP = 100;
const HIGHER_TO = 105;
const SPRINT_FROM = 150;
const SPRINT_S = 20;
const MINUTE_S = 60;
const HILL_S = 120;
const CEILING_S = { low: 120, high: 480 } as const;
const LOW_RPM = 60;
/** The family by which the cadence slope is measured. */
export const THREE_CADENCES = 'three-cadences';
const HILL_RPM = 80;

/**
 * The family a session belongs to: by the shape of its work and its watts for this rider; what no shape tells (drills,
 * an unfuelled ride, a hill) by what the session says of itself.
 *
 * @param plan the session
 * @param work its work
 * @param climbing the rider's figures on the day, which school moves ceiling work, and the training age
 * @returns the family, or null where the shape is none of the book's
 * Source: handbook section 7 ("a session typed freely finds its family by its shape").
 */
export function familyOfWork(plan: Plan, work: Work, climbing: Climbing): FamilyOfWork | null {
  const { rider } = climbing;
  if ((plan.sport ?? 'ride') !== 'ride') return { id: plan.sport ?? 'free', ladder: null };
  const copied = copiedFrom(plan);
  if (isDrill(work, copied)) return { id: 'drills', ladder: LADDERS.drills };
  if (plan.unfuelled === true && work.form === 'ride')
    return { id: 'unfuelled', ladder: LADDERS.unfuelled };
  if (work.form === 'ride') return ofRide(plan, work, rider);
  if (work.form === 'pairs') return ofPairs(plan, work, rider);
  return ofReps(plan, work, { ...climbing, copied });
}

/**
 * Id of the family a session belongs to.
 *
 * @param plan the session
 * @param climbing the rider's figures on the day
 * @returns as in the book; null where it is none of the book's
 * Source: handbook section 7.
 */
export function familyOf(plan: Plan, climbing: Climbing): string | null {
  // A measurement is what it was copied from: no shape of work tells it.
  if (copiedFrom(plan) === THREE_CADENCES) return THREE_CADENCES;
  const work = workOf(plan, climbing.rider);
  return work ? (familyOfWork(plan, work, climbing)?.id ?? null) : null;
}

function copiedFrom({ bookId }: Plan): string {
  return (bookId ?? '').replace(/[-:]\d+$/, '');
}

/** Easy pieces at a high cadence, or of one leg; what was copied from the drills only while it is still easy. */
function isDrill({ form, percents, steps }: Work, copied: string): boolean {
  const says = steps.some(
    ({ cadence, cue }) =>
      (cadence !== null && 'low' in cadence && cadence.low >= 100) || /leg/i.test(cue),
  );
  return (
    form !== 'ride' &&
    percents.every((percent) => percent !== null && percent <= 70) &&
    (says || copied === 'drills')
  );
}

function ofRide(plan: Plan, work: Work, rider: RiderOnDay): FamilyOfWork | null {
  const [percent = null] = work.percents;
  if (percent === null || work.flatOut) return null;
  const rides = plan.items.filter(isRide);
  const easy = rides.every((step) => (percentOfStep(step, rider) ?? 100) <= ENDURANCE_TO);
  if (easy) return { id: 'endurance', ladder: LADDERS.endurance };
  if (rides.length > 1) return null;
  if (percent >= 85 && work.stepS >= 80 * 60 && work.stepS <= 100 * 60)
    return { id: 'steady-ninety', ladder: LADDERS.steadyNinety };
  return percent <= FTP ? byMinutes(percent) : null;
}

function ofPairs(plan: Plan, work: Work, rider: RiderOnDay): FamilyOfWork | null {
  const [first = null, second = null] = work.percents;
  if (work.steps.length === 1) return ofOnOff(plan, work, first, rider);
  if (first === null || second === null) return null;
  const [firstS, secondS] = work.steps.map((step) => secondsOf(step, rider)) as [number, number];
  const [low, high] = [Math.min(first, second), Math.max(first, second)];
  if (firstS <= 30 && first >= 120 && second >= 60 && second < 100)
    return { id: 'kicks', ladder: LADDERS.kicks };
  if (low >= 65 && low <= 85 && high > low + 5 && high <= 106 && firstS + secondS >= 180)
    return { id: 'no-let-up', ladder: LADDERS.noLetUp };
  if (low >= 75 && low <= FTP && high > FTP)
    return { id: 'over-unders', ladder: LADDERS.overUnders };
  return null;
}

function ofOnOff(
  plan: Plan,
  work: Work,
  percent: number | null,
  rider: RiderOnDay,
): FamilyOfWork | null {
  if ((work.flatOut || (percent ?? 0) >= SPRINT_FROM) && work.stepS <= SPRINT_S)
    return ofSprints(plan, work, rider);
  if (work.flatOut || percent === null || percent <= FTP || work.stepS > MINUTE_S) return null;
  const off = work.pairS - work.stepS;
  const start = off < work.stepS ? 115 : 120;
  return off <= 1.5 * work.stepS
    ? { id: 'ceiling-short', ladder: shortCeilingLadder(() => start) }
    : null;
}

function ofSprints(plan: Plan, work: Work, rider: RiderOnDay): FamilyOfWork | null {
  const around = plan.items.filter(isRide).reduce((sum, step) => sum + secondsOf(step, rider), 0);
  if (around >= 20 * 60) return { id: 'endurance-sprints', ladder: LADDERS.endurance };
  // Nothing but a breath between them is another thing: twenty hard, ten easy.
  return work.pairS - work.stepS <= 2 * work.stepS && work.form === 'pairs'
    ? null
    : { id: 'sprints', ladder: LADDERS.sprints };
}

interface Told extends Climbing {
  /** Family of the book it was copied from. */
  readonly copied: string;
}

function ofReps(plan: Plan, work: Work, told: Told): FamilyOfWork | null {
  const [step] = work.steps;
  const percent = work.percents[0] ?? null;
  const sprint = (work.flatOut || (percent ?? 0) >= SPRINT_FROM) && work.stepS <= SPRINT_S;
  if (sprint) return ofSprints(plan, work, told.rider);
  if (work.flatOut || percent === null) return null;
  if (effortsOf(step.target).every(({ kind }) => kind === 'goal'))
    return {
      id: 'goal-climbs',
      ladder: percentOfGoal(step) > 102 ? LADDERS.aboveGoal : LADDERS.goalPower,
    };
  const rpm = highestRpm(step);
  if (rpm !== null && rpm <= LOW_RPM && percent <= HIGHER_TO && work.stepS >= HILL_S)
    return { id: 'low-cadence', ladder: LADDERS.lowCadence };
  return percent <= FTP && work.stepS > HILL_S
    ? below(work, percent)
    : above(plan, work, percent, told);
}

function above(plan: Plan, work: Work, percent: number, told: Told): FamilyOfWork | null {
  if (percent > FTP && isStrength(work) && told.copied !== 'hill-repeats')
    return { id: 'strength-minutes', ladder: LADDERS.strengthMinutes };
  if (isHillRepeat(plan, work, told.copied))
    return { id: 'hill-repeats', ladder: LADDERS.hillRepeats };
  if (percent <= FTP) return null;
  if (percent <= HIGHER_TO && work.stepS >= CEILING_S.high)
    return { id: 'threshold-higher', ladder: LADDERS.thresholdHigher };
  const { school = 'watts', firstYear = false } = told;
  return work.stepS >= CEILING_S.low
    ? { id: 'ceiling', ladder: ceilingLadder(school, percentFor, firstYear) }
    : null;
}

/** High watts at low revs, with a rest of three times the rep. */
function isStrength({ steps: [step], stepS, restS }: Work): boolean {
  const rpm = highestRpm(step);
  return rpm !== null && rpm <= 70 && stepS <= MINUTE_S && (restS ?? 0) >= 2.5 * stepS;
}

/** Half a minute to two up a hill, or at the cadence of one. */
function isHillRepeat({ place }: Plan, { steps: [step], stepS }: Work, copied: string): boolean {
  const rpm = highestRpm(step);
  const onHill =
    step.length.kind === 'hill' || place === 'climb' || (rpm !== null && rpm <= HILL_RPM);
  return stepS >= 30 && stepS <= HILL_S && (onHill || copied === 'hill-repeats');
}

function below(work: Work, percent: number): FamilyOfWork {
  const equalRest = (work.restS ?? 0) >= work.stepS && work.stepS >= 15 * 60;
  return percent <= ENDURANCE_TO || (percent < TEMPO_TO && equalRest)
    ? { id: 'steady-blocks', ladder: LADDERS.steadyBlocks }
    : byMinutes(percent);
}

function byMinutes(percent: number): FamilyOfWork {
  if (percent < TEMPO_TO) return { id: 'tempo', ladder: LADDERS.tempo };
  return percent < SWEET_SPOT_TO
    ? { id: 'sweet-spot', ladder: LADDERS.sweetSpot }
    : { id: 'threshold-longer', ladder: LADDERS.thresholdLonger };
}

function percentOfGoal(step: Step): number {
  const shares = effortsOf(step.target).flatMap((effort) =>
    effort.kind === 'goal' ? [(effort.low + effort.high) / 2] : [],
  );
  return shares.reduce((sum, share) => sum + share, 0) / Math.max(1, shares.length);
}

function highestRpm({ cadence }: Step): number | null {
  return cadence !== null && 'high' in cadence ? cadence.high : null;
}
