import type { RideVerdict } from './week.ts';

/** A ride of a family, as it was judged. */
export interface FamilyRide {
  /** Whole days before the day that is planned. */
  readonly daysAgo: number;
  readonly verdict: RideVerdict;
}

/** Which rung is proposed, and why. */
export interface ProposedRung {
  readonly go: 'harder' | 'same' | 'easier' | 'first' | 'last on target';
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
  if (last.verdict === 'ease') return { go: 'easier', why: 'missed last time: one rung easier' };
  if (last.verdict === 'hold') return { go: 'same', why: 'cut short last time: the same again' };
  if (afterEasyWeek) return { go: 'same', why: 'after an easy week: the same again' };
  const running = rides.findIndex(({ verdict }) => verdict !== 'onTarget');
  const times = running < 0 ? rides.length : running;
  if (aboveFtp && times < ABOVE_FTP_TIMES)
    return { go: 'same', why: 'above FTP it goes up after two on target: the same again' };
  return { go: 'harder', why: 'on target last time: one rung harder' };
}

/**
 * How a marked day is judged until rides are read: done is on target, shortened a hold, missed tired, ill or injured an
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
