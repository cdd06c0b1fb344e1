import type { Reckoned } from '../reckoned.ts';
import { NOTHING, type Offer } from './offer.ts';
import { hardIds, worksIn } from './worksAhead.ts';

/** What sends a rider to a clinician, whatever the number says. Source: handbook section 8.10 (Injured). */
export const PAIN_SIGNS = {
  sharp: 'sharp',
  fall: 'after a fall',
  swollen: 'swollen',
  night: 'at night',
  long: 'for longer than 7 days',
} as const;
export type PainSign = keyof typeof PAIN_SIGNS;

/** How much it hurts, 0 to 10 each. */
export interface Pain {
  readonly before: number;
  readonly during: number;
  readonly nextMorning: number;
  readonly signs: readonly PainSign[];
  /** Days in a row on which it was at most 1. */
  readonly calmDays: number;
}

const CLINICIAN = 5;
const CALM_DAYS = 3;
/** So many days of the plan go a rung back or up. */
const AHEAD_DAYS = 14;
const EASY_MIN = 45;
const LOW_CADENCE: ReadonlySet<string | null> = new Set(['low-cadence', 'strength-minutes']);

/**
 * What pain does to the plan: nothing to ride and a clinician's word; one rung back and no low cadence; one rung up after
 * three calm days; or no change.
 *
 * @param season the season
 * @param pain numbers from 0 to 10, signs, calm days
 * @returns one offer, by the limit that the coach set; or the refusal to suggest any riding
 * Source: handbook sections 8.10 (Injured) and 11.
 */
export function afterPain(season: Reckoned, pain: Pain): Offer | { readonly refusal: string } {
  const { before, during, nextMorning, signs, calmDays } = pain;
  const most = Math.max(before, during, nextMorning);
  if (signs.length > 0 || most > CLINICIAN) {
    const why =
      signs.length > 0 ? signs.map((sign) => PAIN_SIGNS[sign]).join(', ') : `${most} of 10`;
    return { refusal: `Pain ${why}: nothing to ride is suggested. See a clinician first.` };
  }
  const { today, rider } = season.input;
  const limit = rider.settings.painLimit;
  if (most > limit || nextMorning > before) {
    const low = worksIn(season, today, AHEAD_DAYS).filter(({ planned }) =>
      LOW_CADENCE.has(planned?.family ?? null),
    );
    const gone = new Set(low.map(({ id }) => id));
    return {
      ...{ id: 'painBack', ...NOTHING },
      says: 'Two weeks one rung back, nothing at low cadence',
      why:
        most > limit
          ? `Pain of ${most}, over ${limit}.`
          : `Pain of ${nextMorning} next morning, ${before} before.`,
      changes: low.map(({ id }) => ({ kind: 'endurance', id, minutes: EASY_MIN })),
      easier: hardIds(season, today, AHEAD_DAYS).filter((id) => !gone.has(id)),
    };
  }
  if (calmDays >= CALM_DAYS && most <= 1)
    return {
      ...{ id: 'painUp', ...NOTHING },
      says: 'One rung up again',
      why: `${calmDays} days with at most 1 of 10.`,
      harder: hardIds(season, today, AHEAD_DAYS / 2),
    };
  return {
    ...{ id: 'painSame', ...NOTHING },
    says: 'The same rung, and asked again after the next ride',
    why: `Pain of at most ${most}, not higher next morning.`,
  };
}
