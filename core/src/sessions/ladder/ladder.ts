import type { Season } from '../defaults.ts';
import type { RiderOnDay } from '../efforts.ts';
import type { LEVERS } from '../plan.ts';

/**
 * A ladder as data: what moves from rung to rung, how far, and what stands above the last rung. A family of the book
 * has one, or none. Source: handbook section 7 (Two levers; "Ladders are data of the family").
 */

/** Some reps of a length: [reps, length of a rep in s]. */
export type Layout = readonly [reps: number, seconds: number];

/** How the amount of work grows. */
export type Volume =
  /** Time at target, as some reps of a length. */
  | { readonly by: 'minutes'; readonly layouts: readonly Layout[] }
  /** Reps and their length, with a rest that is a share of the rep where the family says so. */
  | {
      readonly by: 'layouts';
      readonly layouts: readonly Layout[];
      readonly restShare: number | null;
    }
  /** So many reps of the same length. */
  | { readonly by: 'reps'; readonly reps: readonly number[] }
  /** A rep more until this many minutes are reached (`least`), or as long as they are not passed (`most`). */
  | {
      readonly by: 'repsTo';
      readonly minutes: number;
      readonly reach: 'least' | 'most';
      readonly fromMinutes: number;
    }
  /** Minutes at target, in whole reps of the same length. */
  | { readonly by: 'repsFor'; readonly minutes: readonly number[] }
  /** Blocks of pairs: [blocks, minutes of a block]; minutes null: blocks as long as they are. */
  | {
      readonly by: 'blocks';
      readonly blocks: readonly (readonly [blocks: number, minutes: number | null])[];
    }
  /** The whole length of the session, min; `endsMin` of it are ends at least. */
  | { readonly by: 'whole'; readonly minutes: readonly number[]; readonly endsMin: number }
  /** Length of the ride: steps of 15 min, from 3 h on of 30; to a limit in min, or to the long-ride limit. */
  | { readonly by: 'length'; readonly limitMin: number | 'longRide' }
  | { readonly by: 'none' };

/** How the watts grow once the volume is reached. */
export interface Raise {
  /** Percent of FTP at a time. */
  readonly percent: number;
  /** Watts at a time, where the family says watts and FTP is known. */
  readonly watts?: number;
  /** Which steps of a rep are raised. */
  readonly which: 'all' | 'hardest';
  /** Where the raising begins, percent of FTP, by the length of a rep in s. */
  readonly from: (repS: number) => number;
  /** Highest middle of the raised target, percent of FTP, or so many raises from where it begins; null: no cap. */
  readonly to: { readonly percent: number } | { readonly times: number } | null;
}

/** A stretch of a ladder with one kind of target. */
export interface Phase {
  /** Target of the phase where a ladder has two, percent of FTP. */
  readonly target?: readonly [low: number, high: number];
  readonly volume: Volume;
  readonly raise?: Raise;
}

/** A family's ladder. */
export interface Ladder {
  readonly phases: readonly [Phase, ...Phase[]];
  /** What stands above the last rung, as a sentence. */
  readonly above: string;
}

const MIN = 60;

const inMinutes = (layouts: readonly (readonly [reps: number, minutes: number])[]): Layout[] =>
  layouts.map(([reps, minutes]) => [reps, minutes * MIN]);

/** 20 to 120 min at target as the handbook lays them out, in reps of 8 to 15 min. */
const SHORT_REPS = inMinutes([
  [2, 10],
  [3, 8],
  [3, 10],
  [3, 12],
  [4, 10],
  [3, 15],
  [4, 12],
  [4, 15],
  [5, 15],
  [6, 15],
  [8, 15],
]);
/** The same minutes in long reps, as tempo is ridden. */
const LONG_REPS = inMinutes([
  [2, 10],
  [2, 12],
  [2, 15],
  [2, 18],
  [2, 20],
  [3, 15],
  [3, 16],
  [3, 20],
  [3, 25],
  [3, 30],
  [4, 30],
]);

const TIME_ABOVE = '120 min at target is the last rung. What is left is a higher FTP.';

const STEADY = inMinutes([
  [2, 15],
  [2, 20],
  [3, 20],
  [2, 30],
  [3, 30],
]);
const HILL_REPS = [6, 8, 10, 12, 14, 15] as const;
const HARDEST = 'It is as hard as is believed: above 400 % of FTP there is nothing to ride.';
const NO_FURTHER_WATTS = 'Every effort has been raised twice; it goes no further.';

function minutes(layouts: readonly Layout[]): Ladder {
  return { phases: [{ volume: { by: 'minutes', layouts } }], above: TIME_ABOVE };
}

/** Ladders by what they are called in the book's data. Source: handbook section 7, the table of ladders. */
export const LADDERS = {
  endurance: {
    phases: [{ volume: { by: 'length', limitMin: 'longRide' } }],
    above: 'It is as long as the long-ride limit lets it be this week.',
  },
  unfuelled: {
    phases: [{ volume: { by: 'length', limitMin: 120 } }],
    above: 'An unfuelled ride ends at 2 h, no further: a longer one is eaten on.',
  },
  drills: {
    phases: [{ volume: { by: 'length', limitMin: 60 } }],
    above: 'Drills end at 60 min, no further.',
  },
  steadyBlocks: {
    phases: [
      { target: [70, 75], volume: { by: 'layouts', layouts: STEADY, restShare: 1 } },
      { target: [80, 85], volume: { by: 'layouts', layouts: STEADY, restShare: 1 } },
    ],
    above: '3 × 30:00 at 80–85 % is the last rung. Longer is a ride at tempo.',
  },
  lowCadence: {
    phases: [
      {
        volume: {
          by: 'layouts',
          layouts: inMinutes([
            [4, 4],
            [4, 6],
            [5, 6],
            [4, 10],
          ]),
          restShare: 1,
        },
      },
    ],
    above:
      '4 × 10:00 is the last rung. 40–50 rpm comes only after three months at 50–60, and stops at pain.',
  },
  tempo: minutes(LONG_REPS),
  sweetSpot: minutes(SHORT_REPS),
  thresholdLonger: minutes(SHORT_REPS),
  thresholdHigher: {
    phases: [
      {
        volume: { by: 'repsTo', minutes: 40, reach: 'most', fromMinutes: 20 },
        raise: { percent: 2, which: 'all', from: () => 102.5, to: { percent: 105 } },
      },
    ],
    above: 'Its middle stays at 105 % or under: above that it is ceiling work, in shorter reps.',
  },
  overUnders: {
    phases: [
      {
        volume: {
          by: 'blocks',
          blocks: [
            [1, null],
            [2, null],
            [3, null],
            [4, null],
          ],
        },
        raise: { percent: 2, which: 'hardest', from: () => 110, to: { percent: 115 } },
      },
    ],
    above: 'Four blocks with the over at 115 % at most: that is the last rung.',
  },
  noLetUp: {
    phases: [
      {
        volume: { by: 'whole', minutes: [60, 90, 120, 150], endsMin: 14 },
        raise: { percent: 3, which: 'all', from: () => 75, to: { times: 2 } },
      },
    ],
    above: NO_FURTHER_WATTS,
  },
  kicks: {
    phases: [
      {
        volume: { by: 'whole', minutes: [40, 60, 90, 120], endsMin: 20 },
        raise: { percent: 3, which: 'all', from: () => 140, to: { times: 2 } },
      },
    ],
    above: NO_FURTHER_WATTS,
  },
  strengthMinutes: {
    phases: [
      {
        volume: {
          by: 'layouts',
          layouts: [
            [20, 30],
            [10, 60],
          ],
          restShare: 3,
        },
        raise: { percent: 2, watts: 5, which: 'all', from: () => 130, to: null },
      },
    ],
    above: 'Near the limit once a month is enough.',
  },
  hillRepeats: {
    phases: [
      { target: [85, 100], volume: { by: 'reps', reps: HILL_REPS } },
      { target: [105, 120], volume: { by: 'reps', reps: HILL_REPS } },
    ],
    above: '15 at 105–120 % is the last rung. Next: a steeper hill, or reps of 2:00.',
  },
  sprints: {
    phases: [{ volume: { by: 'reps', reps: [6, 8, 10, 12] } }],
    above: 'Twelve sprints are the last rung: more are no longer fast.',
  },
  goalPower: {
    phases: [
      {
        volume: {
          by: 'layouts',
          layouts: inMinutes([
            [3, 12],
            [3, 15],
            [4, 15],
            [3, 20],
          ]),
          restShare: 0.5,
        },
      },
    ],
    above: '3 × 20:00 is the last rung. Every second week ride the whole climb at 95 %.',
  },
  aboveGoal: {
    phases: [
      {
        volume: {
          by: 'layouts',
          layouts: inMinutes([
            [5, 3],
            [4, 4],
            [3, 5],
            [4, 5],
          ]),
          restShare: 1,
        },
      },
    ],
    above: '4 × 5:00 is the last rung. Every second week ride the whole climb at 95 %.',
  },
  steadyNinety: {
    phases: [
      {
        volume: { by: 'none' },
        raise: { percent: 1, which: 'all', from: () => 0, to: { percent: 100 } },
      },
    ],
    above: 'It is at FTP: nobody is known to hold more for 90 minutes. Test again.',
  },
} as const satisfies Record<string, Ladder>;

/**
 * The ladder of ceiling work, by the school that is followed.
 *
 * @param school watts at 15 min, or minutes at the same watts
 * @param start where raising begins, percent of FTP, by the length of a rep in s
 * @param firstYear new riders do 10 min
 * @returns the ladder
 * Source: handbook section 7 (Two levers).
 */
export function ceilingLadder(
  school: CeilingSchool,
  start: (repS: number) => number,
  firstYear: boolean,
): Ladder {
  const raise = { percent: 2, which: 'all', from: start, to: null } as const;
  return school === 'watts'
    ? {
        phases: [
          {
            volume: { by: 'repsTo', minutes: firstYear ? 10 : 15, reach: 'least', fromMinutes: 8 },
            raise,
          },
        ],
        above: HARDEST,
      }
    : {
        phases: [{ volume: { by: 'repsFor', minutes: [10, 12, 15, 18, 20, 25, 30] } }],
        above: '30 min at target is the last rung: beyond it the quality falls away.',
      };
}

/**
 * The ladder of short ceiling work: blocks, then watts.
 *
 * @param start where raising begins, percent of FTP, by the length of an on in s
 * @returns the ladder
 * Source: handbook section 7, the table of ladders.
 */
export function shortCeilingLadder(start: (repS: number) => number): Ladder {
  return {
    phases: [
      {
        volume: {
          by: 'blocks',
          blocks: [
            [1, 5],
            [2, 5],
            [2, 8],
            [2, 10],
            [3, 10],
          ],
        },
        raise: { percent: 2, which: 'hardest', from: start, to: null },
      },
    ],
    above: HARDEST,
  };
}

/** Which of two schools moves ceiling work: watts at 15 min, or minutes at the same watts. */
export const CEILING_SCHOOLS = ['watts', 'minutes'] as const;
export type CeilingSchool = (typeof CEILING_SCHOOLS)[number];

export type Lever = (typeof LEVERS)[number];

/** What a rung hangs on besides the session. */
export interface Climbing {
  readonly rider: RiderOnDay;
  /** Which school moves ceiling work; watts where left out. */
  readonly school?: CeilingSchool | undefined;
  /** The rider is in the first training year, in which 10 min of ceiling work are enough. */
  readonly firstYear?: boolean | undefined;
  /** Time of year: in build threshold has a shorter rest as its third lever. */
  readonly season?: Season | undefined;
  /** Longest ride allowed this week, s; null or left out where it is not known. */
  readonly longRideS?: number | null | undefined;
  /** A lever to move by in place of the family's. */
  readonly lever?: Lever | undefined;
}
