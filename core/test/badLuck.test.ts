import {
  type BadLuck,
  type Outcome,
  plus,
  ratesOf,
  reckon,
  type Reckoned,
  runBadLuck,
  smoothed,
} from '@uphill/core/season';
import { describe, expect, it } from 'vitest';
import {
  ceiling,
  MONDAY,
  ride,
  ridden,
  season,
  threshold,
  type WeekOfWorks,
  work,
} from './seasons.ts';

const GOAL = { name: 'Salt Road climb', date: plus(MONDAY, 7 * 8 + 5) };
const week = (): WeekOfWorks => [
  [],
  [threshold()],
  [ride(60)],
  [],
  [ceiling()],
  [ride(60)],
  [ride(150)],
];
const SEASON: Reckoned = reckon(
  season([...Array.from({ length: 8 }, week), [[], [], [], [], [], [], []]], { goal: GOAL }),
);
const NEVER = { missed: 0, shortened: 0, left: 0.7 };

function run(over: Partial<BadLuck> = {}, of = SEASON): Outcome {
  const usual = { runs: 200, seed: 3, hard: NEVER, other: NEVER, illOneIn: null };
  const found = runBadLuck(of, { ...usual, ...over });
  if ('refusal' in found) throw new Error(found.refusal);
  return found;
}

describe('a season under bad luck', () => {
  it('comes as planned where nothing goes wrong', () => {
    const { base, kept, plannedBase, band, runs } = run();
    expect(base).toEqual([plannedBase, plannedBase, plannedBase]);
    expect([kept, runs]).toEqual([1, 200]);
    const evening = SEASON.days.find(({ day }) => day.date === plus(GOAL.date, -1));
    expect(plannedBase).toBeCloseTo(evening?.base ?? 0, 9);
    expect(band.at(-1)?.date).toBe(plus(GOAL.date, -1));
  });

  it('is the same for the same seed, another for another', () => {
    const luck = {
      hard: { ...NEVER, missed: 0.2 },
      other: { ...NEVER, missed: 0.2 },
      illOneIn: 60,
    };
    expect(run(luck)).toEqual(run(luck));
    expect(run(luck).base).not.toEqual(run({ ...luck, seed: 4 }).base);
  });

  it('keeps less base the more goes wrong, and never more than was planned', () => {
    const of = (missed: number, illOneIn: number | null): number =>
      run({ hard: { ...NEVER, missed }, other: { ...NEVER, missed }, illOneIn }).base[1];
    const medians = [of(0, null), of(0.1, null), of(0.3, null), of(0.3, 60)];
    expect([...medians].sort((a, b) => b - a)).toEqual(medians);
    const { band, base, kept } = run({ hard: { ...NEVER, shortened: 0.5 } });
    for (const { low, middle, high } of band) expect(low <= middle && middle <= high).toBe(true);
    expect(base[2]).toBeLessThan(run().plannedBase);
    expect(kept).toBeLessThan(1);
  });

  it('rides a missed key session by the first offer of re-planning', () => {
    // Every hard day is missed: what is left of the key sessions is where re-planning puts them.
    const all = run({ hard: { ...NEVER, missed: 1 }, runs: 1 });
    const without = SEASON.days
      .filter(({ day }) => day.date >= MONDAY && day.date < GOAL.date)
      .map(({ day }) =>
        day.works.reduce((sum, { planned }) => sum + (planned?.hard ? 0 : (planned?.load ?? 0)), 0),
      );
    const first = SEASON.days.find(({ day }) => day.date === MONDAY)?.before;
    const gone = smoothed(without, first ?? { base: 0, recent: 0 }).at(-1)?.base ?? 0;
    expect(all.base[1]).toBeGreaterThan(gone + 1);
  });

  it('names the week whose loss costs most, as losing each in turn says', () => {
    const lost = Array.from({ length: 9 }, (_, index) => plus(MONDAY, 7 * index)).map((monday) => {
      const days = SEASON.input.days.map((day) =>
        day.date >= monday && day.date < plus(monday, 7) ? { ...day, works: [] } : day,
      );
      const after = reckon({ ...SEASON.input, days });
      return [
        monday,
        after.days.find(({ day }) => day.date === plus(GOAL.date, -1))?.base ?? 0,
      ] as const;
    });
    const [least] = [...lost].sort((one, other) => one[1] - other[1]);
    const { costliest, plannedBase } = run();
    expect(costliest?.monday).toBe(least?.[0]);
    expect(costliest?.costs).toBeCloseTo(plannedBase - (least?.[1] ?? 0), 6);
  });

  it('stops when it is told to, and refuses without a goal ahead', () => {
    const luck = { runs: 400, seed: 1, hard: NEVER, other: NEVER, illOneIn: null };
    expect(runBadLuck(SEASON, luck, (done) => done < 100)).toMatchObject({ runs: 100 });
    const none = reckon({ ...SEASON.input, goal: null });
    expect(runBadLuck(none, luck)).toEqual({ refusal: 'Runs need a goal with a date.' });
    const past = reckon({ ...SEASON.input, goal: { name: 'Old one', date: plus(MONDAY, -3) } });
    expect(runBadLuck(past, luck)).toHaveProperty('refusal');
  });
});

it('takes the rates from what was missed and shortened, as usual under twenty days of either', () => {
  const past = (state: 'missed' | 'shortened' | 'done', minutes = 60): WeekOfWorks[number] => [
    work({
      ...{ state, planned: { minutes: 60, load: 43 } },
      ridden: state === 'missed' ? null : ridden(minutes, 40),
    }),
  ];
  const behind = [
    ...Array.from({ length: 3 }, () => Array(7).fill(past('done')) as WeekOfWorks),
    [past('missed'), past('missed'), past('shortened', 30), [], [], [], []],
  ];
  const rates = ratesOf(reckon(season([[[], [], [], [], [], [], []]], { behind })));
  expect(rates.other).toEqual({ missed: 2 / 24, shortened: 1 / 24, left: 0.5 });
  expect(rates.hard).toEqual({ missed: 0.1, shortened: 0.1, left: 0.7 });
});
