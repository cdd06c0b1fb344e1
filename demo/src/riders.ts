import type { RiderFields } from '@uphill/api';
import type { Pacing, RampShape, SimulatedRider } from '@uphill/core';

/** A test the demo rider rode, so many days ago, with the form of that day. */
export interface DemoTest {
  readonly daysAgo: number;
  readonly protocol: 'ramp' | 'full-stage-ramp' | 'twenty-minute' | 'heart-rate-twenty';
  /** Share of today's critical power that the rider had then. */
  readonly form: number;
  readonly ramp?: RampShape;
  readonly pacing?: Pacing;
  readonly powerSource?: RiderFields['powerSource'];
  readonly meanBpm?: number;
  readonly note: string;
  /** Less than what was measured, with the coach's reason. */
  readonly usedShare?: number;
  readonly reason?: string;
}

export interface DemoRider {
  readonly seed: number;
  readonly fields: Omit<RiderFields, 'goal'>;
  readonly goal: { readonly name: string; readonly inDays: number; readonly watts: number | null; readonly seconds: number | null } | null;
  readonly body: SimulatedRider;
  readonly kg: readonly (readonly [daysAgo: number, kg: number])[];
  readonly thresholdBpm: number;
  readonly tests: readonly DemoTest[];
}

const STANDARD: RampShape = { startW: 100, stepW: 20 };
const EVEN: Pacing = { first: 1.01, last: 1 };

/** The Tarnside Evening Wheelers: a made-up club in a made-up valley. */
export const DEMO_RIDERS: readonly DemoRider[] = [
  {
    seed: 11,
    fields: {
      name: 'Ines Okafor',
      birthYear: 1994,
      sex: 'female',
      powerSource: 'crank',
      masters: false,
      notes: 'All-rounder. Likes the evening, dislikes the trainer.',
    },
    goal: { name: 'Salt Road climb', inDays: 103, watts: 285, seconds: 2280 },
    body: { cpW: 263, wPrimeJ: 16_500, restingBpm: 47, maximalBpm: 187, cadenceRpm: 90, noiseW: 7 },
    kg: [
      [180, 62.4],
      [90, 61.6],
      [8, 61],
    ],
    thresholdBpm: 166,
    tests: [
      { daysAgo: 89, protocol: 'ramp', form: 0.95, ramp: STANDARD, note: 'Garage, fan on. First test of the season.' },
      { daysAgo: 19, protocol: 'twenty-minute', form: 1, pacing: EVEN, note: 'Quarry Lane, dry and still.' },
    ],
  },
  {
    seed: 23,
    fields: {
      name: 'Tomas Brandt',
      birthYear: 1974,
      sex: 'male',
      powerSource: 'pedal',
      masters: true,
      notes: 'Long hilly rides. Knee sore at low cadence: build slowly.',
    },
    goal: { name: 'Beacon Steps round, 94 km', inDays: 61, watts: null, seconds: null },
    body: { cpW: 252, wPrimeJ: 15_000, restingBpm: 52, maximalBpm: 174, cadenceRpm: 82, noiseW: 6 },
    kg: [
      [160, 86.2],
      [40, 84.4],
      [3, 84],
    ],
    thresholdBpm: 154,
    tests: [
      { daysAgo: 118, protocol: 'ramp', form: 0.93, ramp: STANDARD, note: 'On the trainer, before the pedals came.', powerSource: 'trainer' },
      { daysAgo: 52, protocol: 'twenty-minute', form: 0.99, pacing: { first: 1.09, last: 0.94 }, note: 'Went off like a junior.' },
    ],
  },
  {
    seed: 37,
    fields: {
      name: 'Leila Haddad',
      birthYear: 1999,
      sex: 'female',
      powerSource: 'hub',
      masters: false,
      notes: 'Strong sprint for her FTP. Ramp tests flatter her.',
    },
    goal: null,
    body: { cpW: 236, wPrimeJ: 23_500, restingBpm: 50, maximalBpm: 193, cadenceRpm: 94, noiseW: 9 },
    kg: [
      [150, 64],
      [12, 63.5],
    ],
    thresholdBpm: 172,
    tests: [
      { daysAgo: 75, protocol: 'twenty-minute', form: 0.96, pacing: EVEN, note: 'Fen Loop, some wind.' },
      {
        daysAgo: 26,
        protocol: 'ramp',
        form: 1.01,
        ramp: STANDARD,
        note: 'Flattering, as always with her.',
        usedShare: 0.882,
        reason: 'a strong sprinter: the ramp reads high for her',
      },
    ],
  },
  {
    seed: 41,
    fields: {
      name: 'Rurik Olsen',
      birthYear: 1988,
      sex: 'male',
      powerSource: 'crank',
      masters: false,
      notes: 'Steady, weak sprint. Same FTP as Leila, quite another rider.',
    },
    goal: { name: 'Salt Road climb', inDays: 103, watts: 260, seconds: 2640 },
    body: { cpW: 243, wPrimeJ: 11_000, restingBpm: 44, maximalBpm: 181, cadenceRpm: 85, noiseW: 5 },
    kg: [
      [140, 76],
      [20, 75],
    ],
    thresholdBpm: 163,
    tests: [
      { daysAgo: 96, protocol: 'full-stage-ramp', form: 0.97, ramp: STANDARD, note: '' },
      { daysAgo: 47, protocol: 'twenty-minute', form: 0.99, pacing: { first: 0.99, last: 1.01 }, note: 'Ridden like a clock.' },
      { daysAgo: 5, protocol: 'twenty-minute', form: 1, pacing: EVEN, note: '' },
    ],
  },
  {
    seed: 53,
    fields: {
      name: 'Maud Tremblay',
      birthYear: 1968,
      sex: 'female',
      powerSource: 'none',
      masters: true,
      notes: 'No power meter and wants none. Rides by heart rate and feel.',
    },
    goal: { name: 'Beacon Steps round, 94 km', inDays: 61, watts: null, seconds: null },
    body: { cpW: 165, wPrimeJ: 11_000, restingBpm: 56, maximalBpm: 171, cadenceRpm: 80, noiseW: 6 },
    kg: [[60, 67]],
    thresholdBpm: 150,
    tests: [
      { daysAgo: 98, protocol: 'heart-rate-twenty', form: 1, meanBpm: 151, note: 'Quarry Lane twice, no stop between.' },
      { daysAgo: 33, protocol: 'heart-rate-twenty', form: 1, meanBpm: 153, note: 'Cool evening, same road.' },
    ],
  },
  {
    seed: 67,
    fields: {
      name: 'Oskar Pinto',
      birthYear: 1996,
      sex: 'male',
      powerSource: 'trainer',
      masters: false,
      notes: 'Coming back after a broken collarbone. Doctor says indoors only until the spring.',
    },
    goal: null,
    body: { cpW: 208, wPrimeJ: 14_500, restingBpm: 51, maximalBpm: 190, cadenceRpm: 88, noiseW: 5 },
    kg: [
      [170, 70.5],
      [15, 72.5],
    ],
    thresholdBpm: 168,
    tests: [
      { daysAgo: 170, protocol: 'twenty-minute', form: 1.25, pacing: EVEN, note: 'Before the crash.', powerSource: 'crank' },
      { daysAgo: 12, protocol: 'ramp', form: 1, ramp: { startW: 50, stepW: 10 }, note: 'First test since the fall. Stopped with the legs, not the shoulder.' },
    ],
  },
];
