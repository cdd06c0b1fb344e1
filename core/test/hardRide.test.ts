import { rideNumbers } from '@uphill/core/review';
import { isHardRide } from '@uphill/core/season';
import { expect, it } from 'vitest';

const held = (seconds: number, watts: number): number[] => new Array<number>(seconds).fill(watts);
const hard = (watts: number[] | null, rpe: number | null = null) => {
  const { means, stretches } = rideNumbers({ watts: watts ?? [], bpm: null, stops: [] }).pack;
  return isHardRide({ means, stretches, ftpW: 200, rpe });
};

it('an easy ride outdoors, a third of its seconds above the limit but no stretch, is not hard', () => {
  // 15 s at 190 W of every 45: the 30-s mean swings from 95 to 143 W.
  const rolling = Array.from({ length: 10_800 }, (_, second) => (second % 45 < 15 ? 190 : 95));
  expect(hard(rolling).hard).toBe(false);
});

it('ten minutes in stretches of 2:00 are hard; as many in shorter ones are not', () => {
  // The mean follows 22 s late and stays 8 s longer.
  const stretches = (many: number, seconds: number) => [
    ...Array.from({ length: many }, () => [...held(120, 100), ...held(seconds, 170)]).flat(),
    ...held(120, 100),
  ];
  expect(hard(stretches(5, 140))).toEqual({ hard: true, says: '10 min above Endurance' });
  expect(hard(stretches(4, 140)).hard).toBe(false);
  expect(hard(stretches(12, 110)).hard).toBe(false);
  // Exactly at the limit, 150 W, is still Endurance.
  expect(hard(held(3600, 150)).hard).toBe(false);
  expect(hard(held(3600, 151)).hard).toBe(true);
});

it('three minutes of the mean above 105 %, or RPE 8, are hard by themselves', () => {
  const kicks = (many: number) =>
    Array.from({ length: many }, () => [...held(60, 260), ...held(90, 100)]).flat();
  expect(hard(kicks(4))).toEqual({ hard: true, says: '3 min above 105 % of FTP' });
  expect(hard(kicks(3)).hard).toBe(false);
  expect(hard(held(3600, 100), 8)).toEqual({ hard: true, says: 'RPE 8' });
  expect([hard(null, 8).hard, hard(null, 7).hard, hard(null).hard]).toEqual([true, false, false]);
});
