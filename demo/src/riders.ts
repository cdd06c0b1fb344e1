import type { RiderFields } from '@uphill/api';
import { PLAIN_RIDER, type SimulatedRider } from '@uphill/core/simulation';
import type { ProtocolId, RampShape, Setup } from '@uphill/core/testing';

/** A test the demo rider rode, so many days ago, with the form of that day. */
export interface DemoTest {
  readonly daysAgo: number;
  readonly protocol: ProtocolId;
  /** Share of today's critical power that the rider had then. */
  readonly form: number;
  readonly ramp?: RampShape;
  readonly pacingError?: number;
  readonly setup?: Partial<Setup>;
  /** The strap dies so many seconds in; the mean is then taken from the watch. */
  readonly strapDiesAt?: number;
  readonly typedBpm?: number;
  /** Share of drops into which sweat gets. */
  readonly contaminatedShare?: number;
  readonly note: string;
  /** Another number than the measured one, with the coach's reason. */
  readonly usedW?: number;
  readonly reason?: string;
  readonly withdrawn?: string;
}

export interface DemoRider {
  readonly seed: number;
  readonly fields: Omit<RiderFields, 'schemeId' | 'retestWeeks' | 'hideMass' | 'sessionShown'>;
  readonly schemeId?: string;
  /** Left out: from the day before. */
  readonly sessionShown?: RiderFields['sessionShown'];
  readonly goal: {
    readonly name: string;
    readonly inDays: number;
    readonly watts: number | null;
    readonly seconds: number | null;
  } | null;
  readonly body: SimulatedRider;
  readonly kg: readonly (readonly [daysAgo: number, kg: number])[];
  /** Maximal heart rate as it was typed, where that is not the true one. */
  readonly typedMaximalBpm?: number;
  readonly thresholdBpm: number;
  /** Power sources of before, oldest first; the one in `fields` is today's. */
  readonly sourcesBefore?: readonly {
    readonly untilDaysAgo: number;
    readonly source: RiderFields['powerSource'];
  }[];
  readonly health: {
    readonly yes: readonly string[];
    readonly note: string;
    readonly cleared: readonly [by: string, daysAgo: number] | null;
  };
  readonly tests: readonly DemoTest[];
  /** Days without a ride: a missed week, a broken collarbone. */
  readonly away: readonly (readonly [fromDaysAgo: number, toDaysAgo: number])[];
}

const STANDARD: RampShape = { startW: 100, stepW: 20 };
const GARAGE: Partial<Setup> = {
  place: 'trainer',
  bike: 'winter bike',
  trainer: 'the one in the garage',
  tyreBar: 6.5,
};
const NO_HEALTH = { yes: [], note: '', cleared: null } as const;

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
    goal: { name: 'Salt Road climb', inDays: 105, watts: 285, seconds: 2280 },
    body: {
      ...PLAIN_RIDER,
      cpW: 263,
      wPrimeJ: 16_500,
      pmaxW: 930,
      restingBpm: 47,
      maximalBpm: 187,
      cadenceRpm: 88,
      noiseW: 7,
      pacingError: 0.005,
    },
    kg: [
      [260, 63.1],
      [180, 62.4],
      [90, 61.6],
      [8, 61],
    ],
    thresholdBpm: 166,
    health: NO_HEALTH,
    tests: [
      {
        daysAgo: 266,
        protocol: 'ramp',
        form: 0.9,
        ramp: STANDARD,
        setup: GARAGE,
        note: 'Garage, fan on. First test of all.',
      },
      {
        daysAgo: 214,
        protocol: 'five-minute',
        form: 0.92,
        setup: { place: 'road', bike: 'road bike' },
        note: 'Quarry Lane, lower half.',
      },
      {
        daysAgo: 151,
        protocol: 'twenty-minute',
        form: 0.94,
        setup: { place: 'road', bike: 'road bike' },
        note: 'Quarry Lane, some wind.',
      },
      {
        daysAgo: 89,
        protocol: 'ramp',
        form: 0.96,
        ramp: STANDARD,
        setup: { ...GARAGE, tyreBar: 7 },
        note: 'Garage again, same fan.',
      },
      {
        daysAgo: 40,
        protocol: 'four-efforts',
        form: 0.99,
        setup: { place: 'road', bike: 'road bike' },
        note: 'Salt Road, a whole afternoon.',
        usedW: 254,
        reason: 'rough: the ramp before says a little more',
      },
      {
        daysAgo: 19,
        protocol: 'twenty-minute',
        form: 1,
        setup: { place: 'road', bike: 'road bike' },
        note: 'Quarry Lane, dry and still.',
      },
    ],
    away: [[132, 126]],
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
    goal: { name: 'Beacon Steps round, 94 km', inDays: 56, watts: null, seconds: null },
    body: {
      ...PLAIN_RIDER,
      cpW: 252,
      wPrimeJ: 15_000,
      pmaxW: 860,
      restingBpm: 52,
      maximalBpm: 174,
      cadenceRpm: 82,
      pacingError: 0.01,
      lt1Share: 0.77,
    },
    kg: [
      [250, 87.5],
      [160, 86.2],
      [40, 84.4],
      [3, 84],
    ],
    // Typed from a ride of years ago: his heart goes a little higher.
    typedMaximalBpm: 172,
    thresholdBpm: 154,
    sourcesBefore: [{ untilDaysAgo: 100, source: 'trainer' }],
    health: {
      yes: ['medication'],
      note: 'Tablets for the stomach; over 45.',
      cleared: ['his doctor in the valley', 258],
    },
    tests: [
      {
        daysAgo: 256,
        protocol: 'ramp',
        form: 0.91,
        ramp: STANDARD,
        setup: GARAGE,
        note: 'On the trainer.',
      },
      {
        daysAgo: 186,
        protocol: 'thirty-minute',
        form: 0.93,
        setup: GARAGE,
        note: 'Half an hour on the trainer, radio on.',
      },
      {
        daysAgo: 118,
        protocol: 'lactate-steps',
        form: 0.95,
        setup: GARAGE,
        contaminatedShare: 0.12,
        note: 'With the nurse from the club. One drop had sweat in it.',
      },
      {
        daysAgo: 52,
        protocol: 'twenty-minute',
        form: 0.99,
        pacingError: 0.11,
        setup: { place: 'road', bike: 'road bike' },
        note: 'Went off like a junior. New pedals.',
      },
    ],
    away: [[201, 195]],
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
    body: {
      ...PLAIN_RIDER,
      cpW: 236,
      wPrimeJ: 23_500,
      pmaxW: 1180,
      restingBpm: 50,
      maximalBpm: 193,
      cadenceRpm: 89,
      noiseW: 9,
    },
    kg: [
      [150, 64],
      [12, 63.5],
    ],
    thresholdBpm: 172,
    health: NO_HEALTH,
    tests: [
      {
        daysAgo: 247,
        protocol: 'twenty-minute',
        form: 0.93,
        setup: { place: 'road', bike: 'track bike with gears' },
        note: 'Fen Loop.',
      },
      {
        daysAgo: 131,
        protocol: 'one-and-five',
        form: 0.97,
        setup: { place: 'road', bike: 'track bike with gears' },
        note: 'Fen Loop, tail wind both times.',
      },
      {
        daysAgo: 75,
        protocol: 'twenty-minute',
        form: 0.98,
        setup: { place: 'road', bike: 'track bike with gears' },
        note: 'Fen Loop, some wind.',
      },
      {
        daysAgo: 26,
        protocol: 'ramp',
        form: 1.01,
        ramp: STANDARD,
        setup: GARAGE,
        note: 'Flattering, as always with her.',
        usedW: 238,
        reason: 'a strong sprinter: the ramp reads high for her',
      },
    ],
    away: [[60, 55]],
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
    schemeId: 'seven-overlapping',
    goal: { name: 'Salt Road climb', inDays: 105, watts: 260, seconds: 2640 },
    body: {
      ...PLAIN_RIDER,
      cpW: 243,
      wPrimeJ: 11_000,
      pmaxW: 690,
      restingBpm: 44,
      maximalBpm: 181,
      cadenceRpm: 85,
      noiseW: 5,
      pacingError: 0,
    },
    kg: [
      [140, 76],
      [20, 75],
    ],
    thresholdBpm: 163,
    health: NO_HEALTH,
    tests: [
      {
        daysAgo: 258,
        protocol: 'full-stage-ramp',
        form: 0.92,
        ramp: STANDARD,
        setup: GARAGE,
        note: '',
      },
      {
        daysAgo: 187,
        protocol: 'on-off-twenty',
        form: 0.95,
        setup: GARAGE,
        note: 'Half minutes, the same to the second.',
      },
      {
        daysAgo: 96,
        protocol: 'full-stage-ramp',
        form: 0.97,
        ramp: STANDARD,
        setup: GARAGE,
        note: '',
      },
      {
        daysAgo: 47,
        protocol: 'twenty-minute',
        form: 0.99,
        setup: { place: 'road', bike: 'road bike' },
        note: 'Ridden like a clock.',
      },
      {
        daysAgo: 5,
        protocol: 'twenty-minute',
        form: 1,
        setup: { place: 'road', bike: 'road bike', answers: { easyDayBefore: false } },
        note: 'The evening after the hill reps. Would not wait.',
      },
    ],
    away: [[171, 166]],
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
    goal: { name: 'Beacon Steps round, 94 km', inDays: 56, watts: null, seconds: null },
    body: {
      ...PLAIN_RIDER,
      cpW: 165,
      wPrimeJ: 11_000,
      pmaxW: 520,
      restingBpm: 56,
      maximalBpm: 171,
      cadenceRpm: 80,
    },
    kg: [
      [200, 68],
      [60, 67],
    ],
    thresholdBpm: 150,
    health: { yes: [], note: 'Over 45; rides most days.', cleared: ['the club doctor', 262] },
    tests: [
      {
        daysAgo: 260,
        protocol: 'heart-rate-twenty',
        form: 0.95,
        note: 'Quarry Lane twice, no stop between.',
      },
      {
        daysAgo: 181,
        protocol: 'heart-rate-twenty',
        form: 0.97,
        strapDiesAt: 1500,
        typedBpm: 141,
        note: 'The strap went silent on the second climb; the watch showed 141.',
        withdrawn: 'the strap dropped out for more than half of it',
      },
      {
        daysAgo: 98,
        protocol: 'heart-rate-twenty',
        form: 0.98,
        note: 'Quarry Lane twice, as always.',
      },
      { daysAgo: 33, protocol: 'heart-rate-twenty', form: 1, note: 'Cool evening, same road.' },
    ],
    away: [[150, 144]],
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
    sessionShown: 'morning',
    goal: null,
    body: {
      ...PLAIN_RIDER,
      cpW: 208,
      wPrimeJ: 14_500,
      pmaxW: 840,
      restingBpm: 51,
      maximalBpm: 190,
      cadenceRpm: 88,
      noiseW: 5,
    },
    kg: [
      [220, 69.8],
      [170, 70.5],
      [15, 72.5],
    ],
    thresholdBpm: 168,
    sourcesBefore: [{ untilDaysAgo: 150, source: 'crank' }],
    health: {
      yes: ['crash'],
      note: 'Collarbone, healed; no concussion.',
      cleared: ['the surgeon who set it', 70],
    },
    tests: [
      {
        daysAgo: 252,
        protocol: 'ramp',
        form: 1.22,
        ramp: STANDARD,
        setup: GARAGE,
        note: 'Before the crash.',
      },
      {
        daysAgo: 170,
        protocol: 'twenty-minute',
        form: 1.25,
        setup: { place: 'road', bike: 'road bike' },
        note: 'A week before the crash.',
      },
      {
        daysAgo: 12,
        protocol: 'ramp',
        form: 1,
        ramp: { startW: 60, stepW: 15 },
        setup: GARAGE,
        note: 'First test since the fall. Stopped with the legs, not the shoulder.',
      },
    ],
    away: [[162, 66]],
  },
];
