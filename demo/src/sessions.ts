import {
  BOOK,
  easyStep,
  nameFromSets,
  parseSentence,
  type Plan,
  planOfRung,
  rungsOf,
  type Step,
  type System,
  THREE_CADENCES,
} from '@uphill/core/sessions';
import type { Target } from '@uphill/core/units';

let made = 0;
const id = (): string => `d${(made += 1)}`;

const percent = (low: number, high = low): Target => ({
  kind: 'steady',
  effort: { kind: 'percent', low, high },
});
const between = (from: number, to: number): Target => ({
  kind: 'changing',
  from: { kind: 'percent', low: from, high: from },
  to: { kind: 'percent', low: to, high: to },
});

function step(
  minutes: number,
  target: Target,
  role: Step['role'] = 'work',
  over: Partial<Step> = {},
): Step {
  return { ...easyStep(id(), minutes * 60), target, role, ...over };
}

type SetParts = Extract<Plan['items'][number], { kind: 'set' }>['parts'];

function set(reps: number, parts: SetParts, restMinutes: number | null): Plan['items'][number] {
  return {
    kind: 'set',
    id: id(),
    reps,
    parts,
    rest: restMinutes === null ? null : { when: 'between', step: easyStep(id(), restMinutes * 60) },
  };
}

const WARM_UP = (): Step =>
  step(15, between(50, 90), 'warmUp', {
    cadence: { low: 90, high: 90 },
    cue: 'half a minute strong near the end',
  });
const COOL_DOWN = (): Step => step(10, between(60, 40), 'coolDown');

function plan(
  name: string,
  system: System,
  purpose: string,
  items: Plan['items'],
  over: Partial<Plan> = {},
): Plan {
  const whole: Plan = {
    name,
    nameFollows: name === '',
    purpose,
    system,
    place: 'any',
    note: '',
    items,
    ...over,
  };
  return name === '' ? { ...whole, name: nameFromSets(whole) } : whole;
}

/** Hills of the made-up valley. */
export const DEMO_HILLS = [
  {
    name: 'Salt Road',
    metres: 11_000,
    gradientPercent: 5.6,
    surface: 'road',
    note: 'Little traffic before nine. Turn at the chapel.',
  },
  {
    name: 'Quarry Lane',
    metres: 2400,
    gradientPercent: 7,
    surface: 'road',
    note: 'Lorries on weekdays.',
  },
  {
    name: 'Beacon Steps',
    metres: 900,
    gradientPercent: 9.5,
    surface: 'gravel',
    note: 'Loose in the last bend.',
  },
] as const;

const written = (sentence: string): Plan['items'] => [
  ...parseSentence(sentence, { hills: DEMO_HILLS, ftpW: null, newId: id }).items,
];

/** The session of the book that measures what a quicker leg costs. */
function threeCadences(): Plan {
  const [rung] = BOOK.filter((family) => family.id === THREE_CADENCES).flatMap(rungsOf);
  if (!rung) throw new Error('The book has no three cadences.');
  return planOfRung(rung, id);
}

/** A few sessions of the handbook, as a coach would have built them. */
export const DEMO_SESSIONS = {
  eights: plan(
    'Reservoir eights',
    'threshold',
    'Hold threshold longer.',
    [
      WARM_UP(),
      set(
        4,
        [
          step(8, percent(98, 102), 'work', {
            cadence: { low: 85, high: 95 },
            cue: 'Start calm, settle by 1:00',
          }),
        ],
        4,
      ),
      COOL_DOWN(),
    ],
    { note: 'The last rep should look like the first.', bookId: 'threshold-longer-3' },
  ),
  threes: plan(
    'Quarry threes',
    'ceiling',
    'Raise the ceiling.',
    [
      WARM_UP(),
      set(5, [step(3, percent(115, 118), 'work', { cue: 'Even from the first second' })], 3),
      COOL_DOWN(),
    ],
    { place: 'climb', bookId: 'ceiling-2' },
  ),
  fours: plan(
    '',
    'ceiling',
    'Two rounds at the ceiling.',
    [
      WARM_UP(),
      set(2, [set(3, [step(4, percent(110, 112))], 4) as SetParts[number]], 8),
      COOL_DOWN(),
    ],
    { bookId: 'ceiling-7' },
  ),
  fiveFours: plan('', 'ceiling', 'Raise the ceiling, one round.', [
    WARM_UP(),
    set(5, [step(4, percent(108, 114))], 4),
    COOL_DOWN(),
  ]),
  fifteens: plan('', 'threshold', 'Time at sweet spot.', [
    step(20, between(50, 80), 'warmUp'),
    set(3, [step(15, percent(88, 94))], 5),
    COOL_DOWN(),
  ]),
  fenLoop: plan('Fen Loop, steady', 'endurance', 'Long and even.', [step(90, percent(56, 75))], {
    place: 'flat road',
    note: 'Whole sentences all the way.',
    bookId: 'endurance-2',
  }),
  long: plan('Long hills', 'endurance', 'The week’s long ride.', [step(180, percent(60, 72))], {
    note: 'Eat from the first half hour.',
    bookId: 'endurance-4',
  }),
  spin: plan('Easy spin', 'recovery', 'Legs turning, nothing more.', [
    step(45, { kind: 'steady', effort: { kind: 'zone', zone: 1 } }),
  ]),
  overUnders: plan(
    '',
    'threshold',
    'Clear it while riding.',
    [
      WARM_UP(),
      set(2, [set(5, [step(1, percent(110)), step(1, percent(90))], null) as SetParts[number]], 5),
      COOL_DOWN(),
    ],
    { bookId: 'over-unders-2' },
  ),
  minutes: plan(
    '',
    'anaerobic',
    'Short reps that the legs feel.',
    [
      WARM_UP(),
      set(10, [step(1, percent(130), 'work', { cadence: { low: 60, high: 70 } })], 3),
      COOL_DOWN(),
    ],
    { bookId: 'strength-minutes-2' },
  ),
  steps: plan(
    '',
    'threshold',
    'The same hill, seated.',
    written(
      '15 building to 80 %, 3 × to the top of Beacon Steps at 95–100 % seated, 5:00 easy between, 20 down',
    ),
    { place: 'climb' },
  ),
  cadences: threeCadences(),
} as const;

export type DemoSession = keyof typeof DEMO_SESSIONS;

/** A day of a demo rider, counted from today. */
export interface DemoDay {
  readonly inDays: number;
  readonly session: DemoSession;
  readonly state?: 'done' | 'shortened' | 'missed';
  readonly rpe?: number;
  readonly note?: string;
}

/** Days around today, so that every list has something on it whenever the demo is started. */
export const DEMO_DAYS: Record<string, readonly DemoDay[]> = {
  'Ines Okafor': [
    { inDays: -8, session: 'fenLoop', state: 'done', rpe: 3 },
    { inDays: -6, session: 'eights', state: 'done', rpe: 8, note: 'Even. Fourth one was work.' },
    {
      inDays: -3,
      session: 'long',
      state: 'shortened',
      rpe: 5,
      note: 'Rain, home after two hours.',
    },
    { inDays: 0, session: 'spin' },
    { inDays: 1, session: 'eights' },
  ],
  'Tomas Brandt': [
    { inDays: -5, session: 'fifteens', state: 'done', rpe: 7 },
    { inDays: -2, session: 'long', state: 'done', rpe: 6, note: 'Knee quiet.' },
    { inDays: 0, session: 'fenLoop' },
  ],
  'Leila Haddad': [
    { inDays: -4, session: 'threes', state: 'done', rpe: 9, note: 'Loved it.' },
    { inDays: -1, session: 'overUnders' },
  ],
  'Rurik Olsen': [
    { inDays: -7, session: 'eights', state: 'missed', note: 'Child ill.' },
    { inDays: -2, session: 'fenLoop', state: 'done', rpe: 3 },
    { inDays: 1, session: 'fifteens' },
  ],
  'Maud Tremblay': [
    { inDays: -3, session: 'fenLoop', state: 'done', rpe: 4 },
    { inDays: 0, session: 'eights' },
  ],
  'Oskar Pinto': [
    { inDays: -2, session: 'spin', state: 'done', rpe: 2, note: 'Shoulder fine.' },
    { inDays: 0, session: 'spin' },
  ],
};
