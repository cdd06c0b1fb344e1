import { z } from 'zod';

/** One line of the preparation checklist, as data. Source: handbook section 4, Preparation. */
export interface ChecklistItem {
  readonly id: string;
  readonly ask: string;
  /** Where it applies; everywhere when left out. */
  readonly only?: 'trainer' | 'road';
}

export const CHECKLIST: readonly ChecklistItem[] = [
  { id: 'easyDayBefore', ask: 'Easy or rest the day before, not in a hard week' },
  { id: 'fed', ask: 'Carbohydrate eaten, no extra caffeine' },
  { id: 'motivated', ask: 'Motivated and healthy' },
  { id: 'notAlone', ask: 'Somebody is there: a maximal test is not ridden alone' },
  { id: 'zeroed', ask: 'Power meter zeroed' },
  { id: 'calibratedWarm', ask: 'Trainer calibrated warm', only: 'trainer' },
  { id: 'fan', ask: 'Same room, fan on', only: 'trainer' },
  { id: 'water', ask: 'Water within reach' },
  {
    id: 'clearRoad',
    ask: 'An unbroken stretch: no junctions, sharp corners, descents or traffic',
    only: 'road',
  },
  { id: 'cool', ask: 'Not in the heat: a hot season lowers the result', only: 'road' },
];

export const POSITIONS = ['road', 'timeTrial', 'other'] as const;
export const POSITION_NAMES: Record<(typeof POSITIONS)[number], string> = {
  road: 'road position',
  timeTrial: 'time-trial position',
  other: 'another position',
};

/** A temperature outside these is a slip, °C. */
export const HEAT_BOUNDS = { low: -30, high: 55 } as const;
/** A temperature as it is typed, °C. */
export const celsiusSchema = z
  .number('Temperature is a number of °C.')
  .min(HEAT_BOUNDS.low, `Temperature is under ${HEAT_BOUNDS.low} °C.`)
  .max(HEAT_BOUNDS.high, `Temperature is over ${HEAT_BOUNDS.high} °C.`);
/** Tests this far apart are not ridden in the same air, °C. Source: handbook section 4. */
export const HEAT_APART_C = 8;

/** What was prepared, stored with the result so that the next test can repeat it. */
export const setupSchema = z.strictObject({
  place: z.enum(['trainer', 'road']),
  position: z.enum(POSITIONS),
  bike: z.string().trim().max(80),
  trainer: z.string().trim().max(80),
  /** bar; null where it was not looked at. */
  tyreBar: z
    .number('Tyre pressure is a number of bar.')
    .min(1, 'Tyre pressure is under 1 bar.')
    .max(12, 'Tyre pressure is over 12 bar.')
    .nullable(),
  answers: z.record(z.string().max(40), z.boolean()),
  /** °C; null or left out where nobody looked. */
  celsius: celsiusSchema.nullable().optional(),
});
export type Setup = z.infer<typeof setupSchema>;

export const EMPTY_SETUP: Setup = {
  place: 'trainer',
  position: 'road',
  bike: '',
  trainer: '',
  tyreBar: null,
  answers: {},
};

/**
 * The lines of the checklist that apply to a place.
 *
 * @param place where the test is ridden
 * @returns the lines in their order
 * Source: handbook section 4, Preparation.
 */
export function checklistFor(place: Setup['place']): ChecklistItem[] {
  return CHECKLIST.filter(({ only }) => only === undefined || only === place);
}

/**
 * What differs between this preparation and last time's.
 *
 * @param now this time
 * @param before last time
 * @returns one short sentence a difference; empty where they are equal
 * Source: handbook section 4 (checklist equal).
 */
export function setupDifferences(now: Setup, before: Setup): string[] {
  const differences: string[] = [];
  if (now.place !== before.place)
    differences.push(`on the ${now.place}, before on the ${before.place}`);
  if (now.position !== before.position)
    differences.push(`${POSITION_NAMES[now.position]}, before ${POSITION_NAMES[before.position]}`);
  for (const field of ['bike', 'trainer'] as const) {
    if (
      now[field] !== '' &&
      before[field] !== '' &&
      now[field].toLowerCase() !== before[field].toLowerCase()
    )
      differences.push(`${field} ${now[field]}, before ${before[field]}`);
  }
  if (now.tyreBar !== null && before.tyreBar !== null && now.tyreBar !== before.tyreBar)
    differences.push(`tyres ${now.tyreBar} bar, before ${before.tyreBar} bar`);
  if (
    now.celsius != null &&
    before.celsius != null &&
    Math.abs(now.celsius - before.celsius) > HEAT_APART_C
  )
    differences.push(`${now.celsius} °C, before ${before.celsius} °C`);
  for (const { id, ask } of checklistFor(now.place)) {
    const [one, other] = [now.answers[id], before.answers[id]];
    if (one !== undefined && other !== undefined && one !== other)
      differences.push(`"${ask}": ${one ? 'yes' : 'no'}, before ${other ? 'yes' : 'no'}`);
  }
  return differences;
}
