import {
  climb,
  type Climbing,
  type Plan,
  sessionVerdict,
  type SessionVerdict,
} from '../sessions/index.ts';
import type { Reckoned } from './reckoned.ts';
import { daysFrom, type RideVerdict } from './week.ts';

/** A ride of a family, as it was judged. */
export interface FamilyRide {
  /** Whole days before the day that is planned. */
  readonly daysAgo: number;
  readonly verdict: RideVerdict;
}

/** Which rung is proposed, and why. */
export interface ProposedRung {
  readonly go: 'harder' | 'same' | 'easier' | 'first';
  readonly why: string;
}

/** After more days than this without its family a session goes one rung back. */
const LONG_AGO_DAYS = 15;
/** Work above FTP goes up after so many on target. */
const ABOVE_FTP_TIMES = 2;

/**
 * Which rung of a family is proposed next: the next after "on target" (above FTP after two), the same after a hold, one
 * lower after an ease; after an easy week the same; one lower after more than 15 days without the family. A family
 * without a verdict starts at the rung last ridden on target, else at its first.
 *
 * @param rides rides of the family, the latest first
 * @param aboveFtp whether its work lies above FTP
 * @param afterEasyWeek whether the week before was an easy one
 * @returns where to go, with the reason in words
 * Source: handbook sections 8.5, step 4, and 9.7.
 */
export function nextRung(
  rides: readonly FamilyRide[],
  aboveFtp: boolean,
  afterEasyWeek: boolean,
): ProposedRung {
  const [last] = rides;
  if (!last) return { go: 'first', why: 'not ridden yet: the first rung' };
  if (last.daysAgo > LONG_AGO_DAYS)
    return { go: 'easier', why: `${last.daysAgo} days without it: one rung easier` };
  if (last.verdict === 'ease') return { go: 'easier', why: 'too much last time: one rung easier' };
  if (last.verdict === 'hold') return { go: 'same', why: 'not quite last time: the same again' };
  if (last.verdict === 'tooEasy')
    return { go: 'harder', why: 'too easy last time: one rung harder' };
  if (afterEasyWeek) return { go: 'same', why: 'after an easy week: the same again' };
  const running = rides.findIndex(({ verdict }) => verdict !== 'onTarget');
  const times = running < 0 ? rides.length : running;
  if (aboveFtp && times < ABOVE_FTP_TIMES)
    return { go: 'same', why: 'above FTP it goes up after two on target: the same again' };
  return { go: 'harder', why: 'on target last time: one rung harder' };
}

/**
 * How a marked day is judged where its ride was not read: done is on target, shortened a hold, missed tired, ill or injured an
 * ease. A day missed for another reason says nothing of the rider.
 *
 * @param state how the day was marked
 * @param reason why
 * @returns the verdict; null where the mark says none
 * Source: handbook section 8.10.
 */
export function verdictOfMark(
  state: 'planned' | 'done' | 'shortened' | 'missed',
  reason: string | null,
): RideVerdict | null {
  if (state === 'done') return reason === 'tired' ? 'hold' : 'onTarget';
  if (state === 'shortened') return 'hold';
  return state === 'missed' && (reason === 'tired' || reason === 'ill' || reason === 'injured')
    ? 'ease'
    : null;
}

/** What of a ride that was read decides on its next rung. */
export interface ReadAs {
  readonly headline: { readonly id: string; readonly after?: number; readonly of?: number } | null;
  readonly spread: number | null;
  readonly rpe: number | null;
}

const HOLD = { spread: 0.05, rpe: 9 } as const;

/**
 * How a ride that was read is judged for the next rung: over before half of its reps is an ease; over later, started
 * too hard, faded, near target, or on target with reps far apart or at RPE 9 a hold.
 *
 * @param read its headline, the spread of its reps, RPE
 * @returns the verdict; null where it says none, and the mark speaks
 * Source: handbook sections 8.5, step 4, and 9.7 (3) to (7).
 */
export function verdictOfRide({ headline, spread, rpe }: ReadAs): RideVerdict | null {
  switch (headline?.id) {
    case 'over':
      return (headline.after ?? 0) < (headline.of ?? 0) / 2 ? 'ease' : 'hold';
    case 'too-easy':
      return 'tooEasy';
    case 'on-target':
      return (spread ?? 0) > HOLD.spread || (rpe ?? 0) >= HOLD.rpe ? 'hold' : 'onTarget';
    case 'started-too-hard':
    case 'faded':
    case 'near-target':
      return 'hold';
    default:
      return null;
  }
}

/** A ride of a family on its day. */
export interface FamilyDay extends FamilyRide {
  readonly id: string;
}

/**
 * The days of a family before a date that say something of the rider, the latest first: by what was ridden, else by
 * their marks.
 *
 * @param season the season
 * @param family id of the family, as in the book
 * @param date `yyyy-mm-dd`
 * @returns the days with their verdicts
 * Source: handbook section 8.5, step 4.
 */
export function familyDays({ input }: Reckoned, family: string, date: string): FamilyDay[] {
  return input.days
    .filter((day) => day.date < date)
    .flatMap((day) =>
      day.works.flatMap((work): FamilyDay[] => {
        const verdict = work.ridden?.verdict ?? verdictOfMark(work.state, work.reason);
        return work.planned?.family === family && verdict !== null
          ? [{ id: work.id, verdict, daysAgo: daysFrom(day.date, date) }]
          : [];
      }),
    )
    .reverse();
}

/** What no rung may be proposed as. */
const TOO_HARD: ReadonlySet<string | undefined> = new Set(['breaks', 'out of reach']);
const MOST_STEPS = 12;

/**
 * The session that is proposed for a hard day: the rung from where the rider was last, never above "at the limit".
 *
 * @param proposed where to go from there
 * @param last the session ridden last of the family; null where there is none
 * @param first the family's first rung
 * @param climbing the rider's figures on the day, the school, the time of year
 * @returns the session and its verdict
 * Source: handbook section 8.5, step 4.
 */
export function rungFor(
  { go }: ProposedRung,
  last: Plan | null,
  first: Plan,
  climbing: Climbing,
): { readonly plan: Plan; readonly verdict: SessionVerdict } {
  let plan = last ?? first;
  const move = (by: 1 | -1): boolean => {
    const moved = climb(plan, by, climbing);
    if (moved.ok) plan = moved.value.plan;
    return moved.ok;
  };
  if (last !== null && go === 'harder') move(1);
  if (last !== null && go === 'easier') move(-1);
  let verdict = sessionVerdict(plan, climbing.rider);
  for (let step = 0; step < MOST_STEPS && TOO_HARD.has(verdict.verdict?.word); step += 1) {
    if (!move(-1)) break;
    verdict = sessionVerdict(plan, climbing.rider);
  }
  return { plan, verdict };
}
