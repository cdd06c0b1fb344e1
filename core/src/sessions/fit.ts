import {
  type Effort,
  type KnownHill,
  printDuration,
  printEffort,
  type Refused,
  type Understood,
  refused,
  roundHalfUp,
  understood,
} from '../units/index.ts';
import { sessionBalance } from './balance.ts';
import { askedOf, modelOf, type RiderOnDay } from './efforts.ts';
import { changeSet, changeStep, easyStep } from './edits.ts';
import { expand } from './expand.ts';
import { tooMuch } from './measure.ts';
import { sessionNumbers } from './numbers.ts';
import type { Plan, SetBlock, Step } from './plan.ts';
import { rowsOf, stepOf } from './rows.ts';
import { bisect, KEPT_SHARE, mainReps } from './solve.ts';
import { fitEnds } from './total.ts';
import { withEfforts } from './targets.ts';

/** A session made to fit, and what was changed, in words for undo and for the coach. */
export interface Fitted {
  readonly plan: Plan;
  readonly says: string;
}

/** Easy ends are shortened no further than this, s, and lengthened to no more than this. */
const END = { shortest: 300, longest: 5400, step: 60 } as const;
/** Within this of the wanted load it fits. */
const LOAD_NEAR = 1;
const MOST_ADDED_REPS = 12;
/** Work is made harder by no more than this. */
const MOST_FACTOR = 1.6;
/** A rider rolls down a hill about this fast, m/s; then a breath at its foot. */
const ROLLS_DOWN = 10;

/**
 * Makes a session last a whole length, by its easy ends.
 *
 * @param plan the session
 * @param totalS the length wanted, s
 * @returns the session and what changed, or why the ends cannot fit
 * Source: handbook section 7.
 */
export function fitToTotal(plan: Plan, totalS: number): Understood<Fitted> | Refused {
  const fitted = fitEnds({ ...plan, totalS });
  return fitted.problem === null
    ? understood({ plan: fitted.plan, says: `fitted to ${printDuration(totalS)}` })
    : refused(fitted.problem);
}

/**
 * Makes a session weigh a load: by its easy ends first, then by reps of its main set.
 *
 * @param plan the session
 * @param rider the rider's figures on the day
 * @param load points wanted, above 0
 * @returns the session nearest to it and what changed, or why nothing can change
 * Source: handbook sections 5 (Load) and 8 (fill with endurance first).
 */
export function fitToLoad(
  plan: Plan,
  rider: RiderOnDay,
  load: number,
): Understood<Fitted> | Refused {
  const [over] = tooMuch(plan);
  if (over !== undefined) return refused(over);
  const { totalS: _, ...open } = plan;
  const loadOf = (candidate: Plan): number => sessionNumbers(candidate, rider).load.value;
  const now = loadOf(open);
  const main = rowsOf(open)
    .find(({ step, sets, restOf }) => step.role === 'work' && sets.length > 0 && restOf === null)
    ?.sets.at(-1);
  const reps = main && typeof main.reps === 'number' ? main.reps : null;
  const candidates: Plan[] = [];
  for (let added = 0; added <= MOST_ADDED_REPS; added += 1) {
    for (const sign of added === 0 ? [1] : [1, -1]) {
      const count = reps === null ? null : reps + sign * added;
      if (count !== null && count < 1) continue;
      const base =
        main && count !== null && count !== reps ? changeSet(open, main.id, { reps: count }) : open;
      candidates.push(withEndsFor(base, load, loadOf));
    }
    const near = candidates.find((candidate) => Math.abs(loadOf(candidate) - load) <= LOAD_NEAR);
    if (near)
      return understood({
        plan: near,
        says: `load ${roundHalfUp(now)} to ${roundHalfUp(loadOf(near))}`,
      });
    if (reps === null) break;
  }
  const best = candidates.reduce(
    (one, other) => (Math.abs(loadOf(other) - load) < Math.abs(loadOf(one) - load) ? other : one),
    open as Plan,
  );
  if (best === open)
    return refused(
      `Neither its ends nor its reps bring it from ${roundHalfUp(now)} to ${roundHalfUp(load)} points. Add a step.`,
    );
  return understood({
    plan: best,
    says: `load ${roundHalfUp(now)} to ${roundHalfUp(loadOf(best))}, the nearest its ends and reps allow`,
  });
}

/** Stretches or shortens the easy ends by whole minutes until the load is as near as they can bring it. */
function withEndsFor(plan: Plan, load: number, loadOf: (plan: Plan) => number): Plan {
  const ends = plan.items.filter(
    (item, at): item is Step =>
      item.kind === 'step' &&
      item.role !== 'work' &&
      item.length.kind === 'time' &&
      (at === 0 || at === plan.items.length - 1),
  );
  if (ends.length === 0) return plan;
  const withMinutes = (minutes: number): Plan =>
    ends.reduce((so, { id, length }, index) => {
      const share = Math.trunc(minutes / ends.length) + (index === 0 ? minutes % ends.length : 0);
      const seconds = (length.kind === 'time' ? length.seconds : 0) + share * END.step;
      return changeStep(so, id, {
        length: { kind: 'time', seconds: Math.min(END.longest, Math.max(END.shortest, seconds)) },
      });
    }, plan);
  let best = plan;
  let [low, high] = [-240, 240];
  while (low <= high) {
    const middle = Math.floor((low + high) / 2);
    const candidate = withMinutes(middle);
    if (Math.abs(loadOf(candidate) - load) < Math.abs(loadOf(best) - load)) best = candidate;
    if (loadOf(candidate) < load) low = middle + 1;
    else high = middle - 1;
  }
  return best;
}

/**
 * Makes the main reps as hard as leaves 10 % of W′ at the lowest point.
 *
 * @param plan the session
 * @param rider the rider's figures on the day
 * @returns the session with its targets scaled alike, or why it cannot be done
 * Source: handbook section 7.
 */
export function fitToBalance(plan: Plan, rider: RiderOnDay): Understood<Fitted> | Refused {
  const model = modelOf(rider);
  if (!model || rider.ftpW === null) return refused('W′ balance needs a 1:00 and a 5:00 effort.');
  const main = mainReps(plan, expand(plan, rider), rider);
  if (!main) return refused('There are no reps above 88 % of FTP to fit.');
  const scaled = (factor: number): Plan =>
    [...main.stepIds].reduce((so, id) => {
      const step = stepOf(so, id);
      return step ? changeStep(so, id, { target: scaledTarget(step, factor, rider) }) : so;
    }, plan);
  const holds = (factor: number): boolean =>
    sessionBalance(expand(scaled(factor), rider), model).lowestJ >= KEPT_SHARE * model.wPrimeJ;
  if (!holds(0.5))
    return refused('Even at half the watts less than 10 % of W′ is left. Lengthen the rests.');
  if (holds(MOST_FACTOR))
    return refused('This work never comes down to 10 % of W′: it is not limited by W′.');
  // In tenths of a percent, so that targets keep short figures.
  const tenths = bisect(500, 1000 * MOST_FACTOR, (value) => holds(value / 1000));
  const fitted = scaled(Math.floor(tenths) / 1000);
  const first = [...main.stepIds][0] ?? '';
  const effort = (of: Plan): string => {
    const target = stepOf(of, first)?.target;
    return target?.kind === 'steady' ? printEffort(target.effort) : 'its target';
  };
  return understood({
    plan: fitted,
    says: `${effort(plan)} to ${effort(fitted)}, 10 % of W′ left`,
  });
}

function scaledTarget({ target, length }: Step, factor: number, rider: RiderOnDay): Step['target'] {
  return withEfforts(target, (effort) =>
    scaledEffort(effort, factor, rider, length.kind === 'time' ? length.seconds : 300),
  );
}

/** Rounded down, so that what held still holds. */
function scaledEffort(effort: Effort, factor: number, rider: RiderOnDay, seconds: number): Effort {
  const down = (value: number, places: number): number =>
    Math.max(1, Math.floor(value * factor * 10 ** places + 1e-9) / 10 ** places);
  switch (effort.kind) {
    case 'percent':
    case 'goal':
    case 'curve':
      return {
        ...effort,
        low: Math.min(400, down(effort.low, 1)),
        high: Math.min(400, down(effort.high, 1)),
      };
    case 'watts':
      return {
        ...effort,
        low: Math.min(2500, down(effort.low, 0)),
        high: Math.min(2500, down(effort.high, 0)),
      };
    default: {
      const counted = askedOf(effort, rider, seconds)?.countedW ?? null;
      if (counted === null || rider.ftpW === null) return effort;
      const percent = Math.min(400, down((counted / rider.ftpW) * 100, 1));
      return { kind: 'percent', low: percent, high: percent };
    }
  }
}

/**
 * Puts the main reps on a hill: each to its top, the rest the roll down.
 *
 * @param plan the session
 * @param hill the hill
 * @returns the session and what changed, or why it cannot be done
 * Source: handbook sections 7 (hill repeats) and 12.
 */
export function fitToHill(plan: Plan, hill: KnownHill): Understood<Fitted> | Refused {
  const row = rowsOf(plan).find(
    ({ step, sets, restOf }) => step.role === 'work' && sets.length > 0 && restOf === null,
  );
  const set: SetBlock | undefined = row?.sets.at(-1);
  if (!row || !set) return refused('There is no set of reps to put on a hill.');
  const { name, metres, gradientPercent } = hill;
  const rollS = Math.max(60, Math.ceil((metres / ROLLS_DOWN + 30) / 30) * 30);
  const onHill = changeStep(plan, row.step.id, {
    length: { kind: 'hill', name, metres, gradientPercent },
  });
  const rest = set.rest
    ? { ...set.rest, step: { ...set.rest.step, length: { kind: 'time' as const, seconds: rollS } } }
    : { when: 'between' as const, step: easyStep(`${set.id}r`, rollS) };
  return understood({
    plan: { ...changeSet(onHill, set.id, { rest }), place: 'climb' },
    says: `the reps go to the top of ${name}`,
  });
}
