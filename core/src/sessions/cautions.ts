import { familyOfBook } from './book/book.ts';
import { everyEffort } from './caution.ts';
import type { Plan, Step } from './plan.ts';
import { rowsOf } from './rows.ts';

/** Cadence at or under this loads knees where the power is high, rpm. */
const LOW_RPM = 60;

/** A caution: when it applies, and what it says. */
interface CautionRule {
  readonly id: string;
  readonly applies: (plan: Plan, steps: readonly Step[]) => boolean;
  readonly says: string;
}

/** Every caution, in the order in which they are said. Adding one is adding an entry. Source: handbook section 11. */
const CAUTIONS: readonly CautionRule[] = [
  {
    id: 'lowCadence',
    applies: (_, steps) =>
      steps.some(
        ({ cadence, role }) =>
          role === 'work' && cadence !== null && 'low' in cadence && cadence.low <= LOW_RPM,
      ),
    says: 'Low cadence at high power loads knees: build it over 3–6 months, stop at pain.',
  },
  {
    id: 'flatOutOutside',
    applies: (plan, steps) => plan.place !== 'trainer' && isFlatOut(plan, steps),
    says: 'Sprints and hill finishes: a quiet road, see what is coming, room to slow; descents are for recovering.',
  },
  {
    id: 'indoors',
    applies: ({ place }) => place === 'trainer',
    says: 'Indoors: fan, water, a stable trainer.',
  },
  {
    id: 'unfuelled',
    applies: ({ unfuelled }) => unfuelled === true,
    says: 'Unfuelled: easy, short, never alone in the cold, not for weight loss. Not under 18, in pregnancy, with diabetes, disordered eating, lost periods, repeated bone injury, rapid weight loss or low mood.',
  },
];

/**
 * The cautions that apply to a session, each in a sentence or two; short, not nagging. Where none does, those of its
 * family in the book are said.
 *
 * @param plan the session
 * @returns sentences; empty where nothing applies
 * Source: handbook section 11.
 */
export function cautionsOf(plan: Plan): string[] {
  const steps = rowsOf(plan).map(({ step }) => step);
  const said = CAUTIONS.filter(({ applies }) => applies(plan, steps)).map(({ says }) => says);
  const known = plan.bookId === undefined ? null : familyOfBook(plan.bookId);
  return said.length > 0 || !known ? said : [...known.cautions];
}

function isFlatOut(plan: Plan, steps: readonly Step[]): boolean {
  return (
    everyEffort(plan).some(({ kind }) => kind === 'max') ||
    steps.some(({ finish, everyNth }) => finish !== undefined || everyNth?.finish !== undefined)
  );
}
