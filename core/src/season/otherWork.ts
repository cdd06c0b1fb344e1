import { easyStep, type NewId, type Plan } from '../sessions/index.ts';

/** What is logged by minutes and RPE alone: group rides, races, rides for joy, strength, other sports. */
export const OTHER_WORKS = ['group', 'race', 'free', 'strength', 'run', 'swim', 'other'] as const;
export type OtherWork = (typeof OTHER_WORKS)[number];

const SPORTS: Readonly<Record<OtherWork, NonNullable<Plan['sport']>>> = {
  group: 'free ride',
  race: 'race',
  free: 'free ride',
  strength: 'strength',
  run: 'run',
  swim: 'swim',
  other: 'other',
};

/**
 * Other work as it stands on a day: one step of some minutes at an RPE.
 *
 * @param kind what it is
 * @param said its name, 1–120 characters; minutes 1–1440; RPE 1–10
 * @param newId where ids come from
 * @returns the plan; a group ride is one by its place
 * Source: handbook sections 7 (Free) and 8.11.
 */
export function otherWork(
  kind: OtherWork,
  { name, minutes, rpe }: { readonly name: string; readonly minutes: number; readonly rpe: number },
  newId: NewId,
): Plan {
  const step = easyStep(newId(), minutes * 60);
  return {
    ...{ name, nameFollows: false, purpose: '', note: '', sport: SPORTS[kind] },
    system: kind === 'strength' || kind === 'other' ? 'recovery' : 'endurance',
    place: kind === 'group' ? 'group' : 'any',
    items: [
      {
        ...step,
        role: 'work',
        target: { kind: 'steady', effort: { kind: 'rpe', low: rpe, high: rpe } },
      },
    ],
  };
}
