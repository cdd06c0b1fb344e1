import { printDuration, roundHalfUp } from '../../units/index.ts';
import { changeSet } from '../edits.ts';
import type { RiderOnDay } from '../efforts.ts';
import { MOST_REPS, type Plan } from '../plan.ts';
import { familyOfWork } from './family.ts';
import type { Climbing, Lever } from './ladder.ts';
import { shifted } from './raise.ts';
import type { Around, Change } from './volume.ts';
import { stepVolume } from './volume.ts';
import { type Work, workOf } from './work.ts';

/** Levers of a session: what its family moves by itself, and what is offered beside it. */
export interface Levers {
  /** Family as in the book; null where the shape is none of its own. */
  readonly familyId: string | null;
  /** Levers to choose from, besides the family's. */
  readonly offered: readonly Lever[];
}

/** A rest this long to the rep is what build makes of base: 8:00/8:00 to 8:00/4:00. */
const HALF = 0.5;
const RAISE = { percent: 2, which: 'all' } as const;

/**
 * The levers of a session: none beside its family's, both where it belongs to none, and for threshold in build a
 * shorter rest.
 *
 * @param plan the session
 * @param climbing the rider, the school and the time of year
 * @returns the family and what is offered
 * Source: handbook section 7 (Two levers; "or offers both levers").
 */
export function leversOf(plan: Plan, climbing: Climbing): Levers {
  const { rider, season } = climbing;
  const work = workOf(plan, rider);
  if (!work) return { familyId: null, offered: [] };
  const family = familyOfWork(plan, work, climbing);
  if (family === null) return { familyId: null, offered: ['time', 'watts'] };
  const shorter = season === 'build' && isThreshold(work, rider) && canRestLess(work);
  return { familyId: family.id, offered: shorter ? ['rest'] : [] };
}

function isThreshold({ form, percents, stepS }: Work, { ftpW }: RiderOnDay): boolean {
  const [percent = null] = percents;
  return (
    ftpW !== null &&
    form === 'reps' &&
    stepS >= 300 &&
    percent !== null &&
    percent > 90 &&
    percent <= 105
  );
}

function canRestLess({ restS, stepS }: Work): boolean {
  return restS !== null && restS > HALF * stepS;
}

/**
 * Moves a session by a lever that the coach chose.
 *
 * @param lever time: a rep more or fewer, or a quarter of an hour; watts: 2 % of FTP; rest: half the rep, or the whole
 * @param around the session and its work
 * @param by 1 for harder, −1 for easier
 * @returns the change, or why there is none
 * Source: handbook section 7 (Two levers).
 */
export function byLever(lever: Lever, around: Around, by: 1 | -1): Change | string {
  const { plan, work, rider } = around;
  switch (lever) {
    case 'watts':
      return shifted(RAISE, plan, work, rider, by);
    case 'rest':
      return restBy(around, by);
    case 'time': {
      if (work.form === 'ride' || !work.set)
        return (
          stepVolume({ by: 'length', limitMin: 24 * 60 }, around, by) ??
          'It is as short as it gets.'
        );
      const reps = work.reps + by;
      if (reps < 1) return 'One rep is the least.';
      if (reps > MOST_REPS) return `${MOST_REPS} reps are the most.`;
      return {
        plan: changeSet(plan, work.set.id, { reps }),
        says: `${work.reps} reps to ${reps}`,
      };
    }
  }
}

function restBy({ plan, work }: Around, by: 1 | -1): Change | string {
  const { set, restS, stepS } = work;
  if (!set?.rest || restS === null) return 'There is no rest of a known length between the reps.';
  const seconds = roundHalfUp(by === 1 ? stepS * HALF : stepS);
  if (by === 1 ? seconds >= restS : seconds <= restS)
    return by === 1
      ? `The rest is ${printDuration(restS)}: half the rep or less already.`
      : `The rest is ${printDuration(restS)}: as long as the rep already.`;
  const rest = { ...set.rest, step: { ...set.rest.step, length: time(seconds) } };
  return {
    plan: changeSet(plan, set.id, { rest }),
    says: `rests ${printDuration(restS)} to ${printDuration(seconds)}`,
  };
}

function time(seconds: number): { kind: 'time'; seconds: number } {
  return { kind: 'time', seconds };
}
