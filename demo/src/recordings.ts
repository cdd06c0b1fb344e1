import { gzipSync } from 'node:zlib';
import { LACTATE_DEFAULTS, type LactateDetails, type RampSetting } from '@uphill/core/testing';
import {
  rideOn,
  seededRandom,
  startTestRide,
  truthsOf,
  usualSetting,
  type WholeRide,
} from '@uphill/core/simulation';
import { writeCsvRecording, writeFitRecording } from '@uphill/core/formats';
import type { DemoRider, DemoTest } from './riders.ts';

/** A test as it was ridden on the stand-ins, and how it was set up. */
export interface RiddenTest {
  readonly ride: WholeRide;
  readonly ramp: RampSetting;
}

/** Rides a demo rider's test on the stand-ins. */
export function rideTest(rider: DemoRider, test: DemoTest): RiddenTest {
  const body = {
    ...rider.body,
    cpW: rider.body.cpW * test.form,
    pacingError: test.pacingError ?? rider.body.pacingError,
  };
  const usual = usualSetting(
    test.protocol,
    body,
    Math.round(truthsOf(body).ftpW),
    rider.seed * 1000 + test.daysAgo,
  );
  const ramp = test.ramp ? { ...test.ramp, stageS: 60 } : usual.ramp;
  const ride = rideOn(
    startTestRide({
      ...usual,
      ramp,
      dropsPerHour: 0.5,
      contaminatedShare: test.contaminatedShare ?? 0,
    }),
  );
  if (test.strapDiesAt === undefined) return { ride, ramp };
  const dead = test.strapDiesAt;
  return {
    ride: {
      ...ride,
      seconds: ride.seconds.map((second, at) => (at < dead ? second : { ...second, bpm: null })),
    },
    ramp,
  };
}

/** The recording that came back from a test: FIT with laps from those with efforts of a fixed length, else CSV. */
export function fileOf(
  rider: DemoRider,
  test: DemoTest,
  { ride }: RiddenTest,
  day: string,
): { name: string; bytes: Uint8Array } {
  const startedAt = `${day}T18:05:00`;
  const name = `${rider.fields.name.split(' ')[0]?.toLowerCase() ?? 'rider'}-${test.protocol}-${day}`;
  const withPower = rider.fields.powerSource !== 'none';
  if (
    withPower &&
    (test.protocol === 'five-minute' ||
      test.protocol === 'four-efforts' ||
      test.protocol === 'one-and-five')
  ) {
    return { name: `${name}.fit`, bytes: writeFitRecording(ride.seconds, startedAt, ride.laps) };
  }
  return {
    name: `${name}.csv.gz`,
    bytes: gzipSync(writeCsvRecording(ride.seconds, startedAt, withPower)),
  };
}

/** What was typed of a lactate test: every drop, those with sweat in them struck out. */
export function lactateOf({ ride, ramp }: RiddenTest): LactateDetails {
  const random = seededRandom(ride.drops.length);
  const samples = ride.drops.map(({ stageW, at, mmol, bpm, fraction, contaminated }) => ({
    stageW,
    at,
    mmol,
    bpm: at === 'end' ? bpm : null,
    rpe: at === 'end' ? Math.min(10, Math.max(2, Math.round(2 + mmol * 0.9 + random()))) : null,
    struck: contaminated ? 'sweat on the finger' : null,
    fraction: Math.max(0.05, fraction),
  }));
  return {
    kind: 'lactate',
    samples,
    stepW: ramp.stepW,
    stageS: ramp.stageS,
    ...LACTATE_DEFAULTS,
    lt1By: 'crossing',
    lt2By: 'crossing',
  };
}
