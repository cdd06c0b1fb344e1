import { type Reading, readRide, type RideToRead } from '@uphill/core/review';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { MADE_FOR, type MadeRide, makeRide, sets, waysToRide } from './made.ts';

/** How somebody, or a device, began laps on a ride. */
type Pressing = 'rightly' | 'late' | 'every time' | 'every distance' | 'some missed';
const MANNERS: readonly Pressing[] = [
  'rightly',
  'late',
  'every time',
  'every distance',
  'some missed',
];

interface Lapped {
  readonly made: MadeRide;
  readonly laps: NonNullable<RideToRead['laps']>;
  readonly speed: readonly number[];
}

/** Laps between presses; the last one ends with the ride. */
function between(presses: readonly number[], length: number): Lapped['laps'] {
  const edges = [...new Set([0, ...presses])].filter((second) => second < length);
  edges.sort((one, other) => one - other);
  return edges.map((startS, place) => ({
    startS,
    seconds: (edges[place + 1] ?? length) - startS,
  }));
}

function lapped(made: MadeRide, how: Pressing, by: readonly number[]): Lapped {
  const length = made.watts.length;
  const edges = made.reps.flatMap(({ startS, endS }) => [startS, endS]);
  const speed = made.watts.map((watts, second) => 4 + Math.sqrt(watts ?? 0) / 3 + (second % 3) / 9);
  const at = (place: number): number => by[place % by.length] as number;
  const presses = {
    rightly: () => edges,
    late: () => edges.map((edge, place) => edge + at(place)),
    'some missed': () => edges.filter((_, place) => at(place) > 2),
    'every time': () => {
      const [rep] = made.reps;
      const every = at(0) > 7 && rep ? rep.endS - rep.startS : 60 * (2 + at(1));
      return Array.from({ length: Math.ceil(length / every) }, (_, lap) => lap * every);
    },
    'every distance': () => {
      const [every, all] = [500 * (1 + at(0)), [] as number[]];
      let metres = 0;
      for (const [second, each] of speed.entries()) {
        if (Math.floor((metres + each) / every) > Math.floor(metres / every)) all.push(second);
        metres += each;
      }
      return all;
    },
  } satisfies Record<Pressing, () => number[]>;
  return { made, laps: between(presses[how](), length), speed };
}

const read = ({ asked, watts }: MadeRide, over: Partial<RideToRead> = {}): Reading =>
  readRide(
    { plan: asked, climbing: { rider: MADE_FOR } },
    { watts, bpm: null, rpm: null, stops: [], place: 'road', ...over },
  );

const headlineOf = ({ headline }: Reading): string => headline?.id ?? 'none';

/** Whether every rep lies where it was ridden. */
function lies({ set }: Reading, { reps }: MadeRide): boolean {
  const rows = set?.rows ?? [];
  return (
    rows.length === reps.length &&
    reps.every(({ rep, startS, endS }, place) => {
      const row = rows[place];
      return (
        row !== undefined &&
        row.rep === rep &&
        Math.abs(row.startS - startS) <= 3 &&
        Math.abs(row.endS - endS) <= 3
      );
    })
  );
}

const RIDES = 100;

describe('laps', () => {
  it.each(MANNERS)('begun %s change no headline and move no edge', (how) => {
    const late = fc.array(fc.integer({ min: 0, max: 14 }), { minLength: 16, maxLength: 16 });
    const rides = fc.sample(fc.tuple(sets, waysToRide, late), { numRuns: RIDES, seed: 7 });
    let [same, near] = [0, 0];
    for (const [set, ways, by] of rides) {
      const made = makeRide(set, ways);
      const { laps, speed } = lapped(made, how, by);
      const [without, withLaps] = [read(made), read(made, { laps, speed })];
      if (headlineOf(without) === headlineOf(withLaps)) same += 1;
      if (lies(withLaps, made)) near += 1;
    }
    expect(same).toBeGreaterThanOrEqual(0.97 * RIDES);
    expect(near).toBeGreaterThanOrEqual(0.97 * RIDES);
  });
});
