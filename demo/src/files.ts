import type { Availability, Bike, FixtureFields, GoalFields, RiderOwn } from '@uphill/api';

/** What stands in a demo rider's file beside what was measured. */
export interface DemoFile {
  readonly own: Partial<Pick<RiderOwn, 'trainsSince' | 'hardDays' | 'gutGramsPerHour' | 'address'>>;
  readonly bikes: readonly Bike[];
  /** Hours Monday to Sunday; a fixed rest day has none. */
  readonly hours: readonly number[];
  readonly rest: readonly number[];
  readonly fixtures: readonly Omit<FixtureFields, 'from' | 'to'>[];
  /** Goals beside the main one. */
  readonly goals: readonly (Pick<
    GoalFields,
    'name' | 'rank' | 'watts' | 'seconds' | 'km' | 'climbM'
  > &
    Partial<Pick<GoalFields, 'came' | 'note'>> & { readonly inDays: number })[];
}

const ROAD_BIKE: Bike = {
  ...{
    name: 'Road bike',
    position: 'road',
    chainrings: [34, 50],
    sprockets: [11, 12, 13, 14, 16, 18, 20, 22, 25, 28, 32],
    wheelM: 2.105,
  },
};
const WHEELERS: Omit<FixtureFields, 'from' | 'to'> = {
  name: 'Wheelers’ evening ride',
  weekday: 4,
  kind: 'group',
  minutes: 90,
  rpe: 6,
  squad: false,
};
const STRENGTH: Omit<FixtureFields, 'from' | 'to'> = {
  name: 'Strength in the hall',
  weekday: 1,
  kind: 'strength',
  minutes: 45,
  rpe: 5,
  squad: false,
};
const PLAIN: DemoFile = {
  own: {},
  bikes: [ROAD_BIKE],
  hours: [0, 1.5, 1, 1.5, 0, 3, 2],
  rest: [1, 5],
  fixtures: [],
  goals: [],
};

export const DEMO_FILES: Readonly<Record<string, DemoFile>> = {
  'Ines Okafor': {
    ...PLAIN,
    own: { trainsSince: 2019, hardDays: 2, gutGramsPerHour: 60, address: 'ines@tarnside.example' },
    bikes: [ROAD_BIKE, { ...ROAD_BIKE, name: 'Winter bike', chainrings: [36, 46] }],
    hours: [0, 1.5, 1, 1.5, 0, 3.5, 2],
    fixtures: [WHEELERS],
    goals: [
      {
        name: 'Quarry Lane time trial',
        rank: 'onTheWay',
        watts: 300,
        seconds: 540,
        km: null,
        climbM: null,
        inDays: 54,
      },
      {
        name: 'Fen Loop criterium',
        rank: 'training',
        watts: null,
        seconds: null,
        km: 40,
        climbM: null,
        inDays: 33,
      },
      {
        name: 'Beacon Steps hill climb',
        rank: 'onTheWay',
        watts: 330,
        seconds: 420,
        km: null,
        climbM: null,
        inDays: -46,
        came: '7:12 at 322 W, fifth.',
        note: 'Half a gear too big in the last bend. Warm up longer.',
      },
    ],
  },
  'Tomas Brandt': {
    ...PLAIN,
    own: { trainsSince: 1998, hardDays: 2, gutGramsPerHour: 70 },
    hours: [0, 1.5, 0, 2, 0, 4, 4],
    rest: [1, 3, 5],
    fixtures: [STRENGTH],
  },
  'Leila Haddad': { ...PLAIN, own: { trainsSince: 2017, hardDays: 3 }, fixtures: [WHEELERS] },
  'Rurik Olsen': { ...PLAIN, own: { trainsSince: 2012, hardDays: 2 } },
  'Maud Tremblay': { ...PLAIN, hours: [0, 1, 0, 1, 0, 2, 1.5] },
  'Oskar Pinto': { ...PLAIN, own: { trainsSince: 2015, hardDays: 1 }, fixtures: [STRENGTH] },
};

/** The week as the server takes it. */
export function weekOf({ hours, rest }: DemoFile): Availability {
  return {
    version: 0,
    days: hours.map((each, index) => ({ hours: each, fixedRest: rest.includes(index + 1) })),
  };
}
