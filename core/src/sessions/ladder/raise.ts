import type { Effort } from '../../units/index.ts';
import { printEffort } from '../../units/index.ts';
import { changeStep } from '../edits.ts';
import type { RiderOnDay } from '../efforts.ts';
import type { Plan, Step } from '../plan.ts';
import { effortsOf, withEfforts } from '../targets.ts';
import type { Raise } from './ladder.ts';
import type { Change } from './volume.ts';
import type { Work } from './work.ts';

const MOST_PERCENT = 400;
const MOST_W = 2500;
/** What a percent of FTP is where no FTP is known, W. */
const WATTS_A_PERCENT = 2.5;
const NEAR = 1e-9;

/** Why watts cannot move, by what the target hangs on. */
const UNMOVED: Partial<Record<Effort['kind'], string>> = {
  zone: 'Its target is a zone, which has no next watts. Type percent or watts.',
  rpe: 'Its target is RPE, which has no next watts. Type percent or watts.',
  heartRate: 'Its target is a heart rate, which has no next watts. Type percent or watts.',
  own: 'Its target is the rider’s own numbers: they move with the next best.',
  max: 'Flat out has no next watts.',
  easy: 'Easy has no next watts.',
  unread: 'Its target could not be read.',
};

/** The steps of a rep that a raise moves. */
function raisedSteps({ which }: Raise, { steps, percents }: Work): readonly Step[] {
  if (which === 'all') return steps;
  const most = Math.max(...percents.map((percent) => percent ?? 0));
  return steps.filter((_, index) => (percents[index] ?? 0) === most).slice(0, 1);
}

/**
 * Middle of the target by which a raise is judged: of the first step it moves.
 *
 * @param raise how the family's watts grow
 * @param work the work of a session
 * @returns percent of FTP; null where it cannot be said
 */
export function judged(raise: Raise, work: Work): number | null {
  const [first] = raisedSteps(raise, work);
  return first ? (work.percents[work.steps.indexOf(first)] ?? null) : null;
}

/**
 * The work with its watts one raise up or down.
 *
 * @param raise how the family's watts grow
 * @param plan the session
 * @param work its work
 * @param rider the rider's figures on the day
 * @param by 1 for up, −1 for down
 * @returns the change; null where the cap is reached or the raising has not begun; a sentence where the target
 * cannot be moved
 * Source: handbook section 7, the table of ladders.
 */
export function stepRaise(
  raise: Raise,
  plan: Plan,
  work: Work,
  rider: RiderOnDay,
  by: 1 | -1,
): Change | string | null {
  const percent = judged(raise, work);
  const start = raise.from(work.stepS);
  if (percent !== null) {
    const next = percent + by * raise.percent;
    const most = capOf(raise, start);
    if (by === 1 && next > most + NEAR) return null;
    if (by === -1 && next < start - raise.percent / 2) return null;
  }
  return shifted(raise, plan, work, rider, by);
}

function capOf({ to, percent }: Raise, start: number): number {
  if (to === null) return MOST_PERCENT;
  return 'percent' in to ? to.percent : start + to.times * percent;
}

/**
 * The work with its targets shifted, whatever its ladder says.
 *
 * @param raise by how much, and which steps
 * @param plan the session
 * @param work its work
 * @param rider the rider's figures on the day; their FTP turns percent into watts
 * @param by 1 for up, −1 for down
 * @returns the change, or a sentence that says why the target cannot be moved
 */
export function shifted(
  raise: Pick<Raise, 'percent' | 'watts' | 'which'>,
  plan: Plan,
  work: Work,
  rider: RiderOnDay,
  by: 1 | -1,
): Change | string {
  const steps = raisedSteps({ ...raise, from: () => 0, to: null }, work);
  const ftpW = rider.ftpW !== null && rider.ftpW > 0 ? rider.ftpW : null;
  const stepW =
    raise.watts ?? Math.max(1, Math.round((raise.percent * (ftpW ?? 100 * WATTS_A_PERCENT)) / 100));
  const stepPercent =
    raise.watts !== undefined && ftpW !== null
      ? Math.max(0.1, Math.round((raise.watts * 1000) / ftpW) / 10)
      : raise.percent;
  let wrong: string | null = null;
  const move = (effort: Effort): Effort => {
    const moved = movedBy(effort, by * stepPercent, by * stepW);
    if (typeof moved === 'string') wrong ??= moved;
    return typeof moved === 'string' ? effort : moved;
  };
  const changed = steps.reduce((so, step) => changeStep(so, step.id, movedStep(step, move)), plan);
  if (wrong !== null) return wrong;
  const [first] = steps;
  const to = first ? withEfforts(first.target, move) : null;
  const figures = (target: Step['target'] | null): string =>
    target
      ? effortsOf(target)
          .map((effort) => printEffort(effort))
          .join(' → ')
      : '';
  return { plan: changed, says: `${figures(first?.target ?? null)} to ${figures(to)}` };
}

/** A step with all its efforts moved, those of single reps and of every so-many-th too; flat-out finishes stay. */
function movedStep(step: Step, move: (effort: Effort) => Effort): Partial<Step> {
  const also = <T extends { readonly effort?: Effort | undefined }>(different: T): T =>
    different.effort !== undefined && different.effort.kind !== 'max'
      ? { ...different, effort: move(different.effort) }
      : different;
  return {
    target: withEfforts(step.target, move),
    ...(step.exceptions ? { exceptions: step.exceptions.map(also) } : {}),
    ...(step.everyNth ? { everyNth: also(step.everyNth) } : {}),
  };
}

function movedBy(effort: Effort, percent: number, watts: number): Effort | string {
  const within = (low: number, high: number, most: number, unit: string): string | null => {
    if (high > most) return `${most} ${unit} is the most that is believed.`;
    return low < 1 ? `Less than 1 ${unit} is no target.` : null;
  };
  switch (effort.kind) {
    case 'percent':
    case 'goal':
    case 'curve': {
      const low = Math.round((effort.low + percent) * 10) / 10;
      const high = Math.round((effort.high + percent) * 10) / 10;
      return within(low, high, MOST_PERCENT, '%') ?? { ...effort, low, high };
    }
    case 'watts': {
      const [low, high] = [effort.low + watts, effort.high + watts];
      return within(low, high, MOST_W, 'W') ?? { ...effort, low, high };
    }
    default:
      return UNMOVED[effort.kind] ?? 'Its target has no next watts.';
  }
}
