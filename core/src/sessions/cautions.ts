import { bookSession } from './book/book.ts';
import { everyEffort } from './caution.ts';
import type { Plan } from './plan.ts';
import { rowsOf } from './rows.ts';

/** Cadence at or under this loads knees where the power is high, rpm. */
const LOW_RPM = 60;

/**
 * The cautions that apply to a session, each in a sentence or two; short, not nagging.
 *
 * @param plan the session
 * @returns sentences; empty where nothing applies
 * Source: handbook section 11.
 */
export function cautionsOf(plan: Plan): string[] {
  const steps = rowsOf(plan).map(({ step }) => step);
  const lowCadence = steps.some(
    ({ cadence, role }) =>
      role === 'work' && cadence !== null && 'low' in cadence && cadence.low <= LOW_RPM,
  );
  const flatOut =
    everyEffort(plan).some(({ kind }) => kind === 'max') ||
    steps.some(({ finish, everyNth }) => finish !== undefined || everyNth?.finish !== undefined);
  const cautions: string[] = [];
  if (lowCadence)
    cautions.push('Low cadence at high power loads knees: build it over 3–6 months, stop at pain.');
  if (flatOut && plan.place !== 'trainer')
    cautions.push(
      'Sprints and hill finishes: a quiet road, see what is coming, room to slow; descents are for recovering.',
    );
  if (plan.place === 'trainer') cautions.push('Indoors: fan, water, a stable trainer.');
  if (plan.unfuelled) {
    cautions.push(
      'Unfuelled: easy, short, never alone in the cold, not for weight loss. Not under 18, in pregnancy, with diabetes, disordered eating, lost periods, repeated bone injury, rapid weight loss or low mood.',
    );
  }
  const known = plan.bookId === undefined ? null : bookSession(plan.bookId);
  return cautions.length > 0 || !known ? cautions : [...known.family.cautions];
}
