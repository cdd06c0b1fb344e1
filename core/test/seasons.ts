import {
  newEndurance,
  type Planned,
  plus,
  type Ridden,
  type SeasonDay,
  type SeasonInput,
  USUAL_SEASON,
  type WeekSaid,
  type Work,
} from '@uphill/core/season';

/** Seasons for tests: eight steady weeks behind, and weeks ahead as each test writes them. */

/** The Monday that weeks ahead begin on; today unless a test says otherwise. */
export const MONDAY = '2026-11-30';
export const PPH = 42.9;
const WEEKS_BEHIND = 8;

let made = 0;
const fresh = (): string => `w${(made += 1)}`;

/** A piece of work by a few words of what it is. */
export function work(over: Partial<Omit<Work, 'planned'>> & { planned?: Partial<Planned> }): Work {
  const base = newEndurance(fresh(), 60, PPH);
  return {
    ...base,
    ...over,
    planned: { ...(base.planned as Planned), endurance: false, family: null, ...over.planned },
  };
}

export const ride = (minutes: number): Work => newEndurance(fresh(), minutes, PPH);

export const threshold = (over: Partial<Work> = {}): Work =>
  work({
    name: '4 × 8:00',
    planned: { minutes: 70, load: 85, hard: true, system: 'threshold', workMin: 32 },
    ...(over as object),
  });

export const ceiling = (over: Partial<Work> = {}): Work =>
  work({
    name: '5 × 3:00',
    planned: {
      ...{ minutes: 60, load: 74, hard: true, system: 'ceiling', workMin: 15, above105: true },
    },
    ...(over as object),
  });

/** What came of a ride. */
export const ridden = (minutes: number, load: number, over: Partial<Ridden> = {}): Ridden => ({
  ...{ minutes, load, rpe: null, hard: false, easyMin: null, middleMin: null, atLeast: false },
  ...over,
});

/** A week as it stands, Monday first: the works of each day. */
export type WeekOfWorks = readonly (readonly Work[])[];

/** What was ridden on a steady week behind: two hard days and a long ride; 350 points. */
const STEADY: readonly [minutes: number, load: number, hard: boolean][] = [
  [0, 0, false],
  [70, 80, true],
  [60, 43, false],
  [0, 0, false],
  [75, 90, true],
  [60, 43, false],
  [150, 107, false],
];

export interface SeasonOver extends Partial<Omit<SeasonInput, 'rider' | 'days' | 'weeks'>> {
  readonly rider?: Partial<SeasonInput['rider']>;
  readonly settings?: Partial<SeasonInput['rider']['settings']>;
  readonly hours?: readonly number[];
  readonly rest?: readonly number[];
  readonly said?: readonly Partial<WeekSaid>[];
  /** The kind of the week just behind. */
  readonly before?: WeekSaid['kind'];
  /** Weeks behind, instead of the steady ones. */
  readonly behind?: readonly WeekOfWorks[];
}

/** A season with the given weeks ahead, the first one from `MONDAY`. */
export function season(ahead: readonly WeekOfWorks[], over: SeasonOver = {}): SeasonInput {
  const {
    hours = [2, 3, 3, 3, 3, 5, 5],
    rest = [],
    said = [],
    settings,
    behind,
    before = 'easy',
    ...more
  } = over;
  const past = behind ?? Array.from({ length: WEEKS_BEHIND }, steadyWeek);
  const first = plus(MONDAY, -7 * past.length);
  const weeks = [...past, ...ahead];
  return {
    today: MONDAY,
    pointsPerHour: PPH,
    start: { base: 50, recent: 50, days: 400, typed: false },
    goal: null,
    highestBase: null,
    ...more,
    rider: {
      ...{ firstName: 'Ines', masters: false, firstYear: false, hardDays: 2, cleared: true },
      ...over.rider,
      settings: { ...USUAL_SEASON, ...settings },
    },
    days: weeks.flatMap((week, index) =>
      week.map((works, day): SeasonDay => ({
        date: plus(first, 7 * index + day),
        hours: hours[day] as number,
        rest: rest.includes(day),
        works,
      })),
    ),
    weeks: [
      // An easy week just behind, so that the first one ahead is the first load week.
      saidOf(plus(MONDAY, -7), { kind: before }),
      ...said.map((each, index) => saidOf(plus(MONDAY, 7 * index), each)),
    ],
  };
}

function saidOf(monday: string, over: Partial<WeekSaid>): WeekSaid {
  const usual = { kind: 'load', period: 'build', system: null, rise: null, goal: null } as const;
  return { monday, ...usual, ...over };
}

export function steadyWeek(): WeekOfWorks {
  return STEADY.map(([minutes, load, hard]) =>
    minutes === 0
      ? []
      : [work({ state: 'done', ridden: ridden(minutes, load, { hard }), planned: { hard, load } })],
  );
}
