import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import { parseCsvRecording } from '@uphill/core/formats';
import { findReps } from '@uphill/core/review';
import { expand, parseSentence } from '@uphill/core/sessions';
import { describe, expect, it } from 'vitest';
import { INES, newId, plan } from './support.ts';

const FOLDER = path.join(import.meta.dirname, 'cases', 'rides');

interface Case {
  readonly case: string;
  readonly rider: { readonly ftpW: number };
  readonly planned: string | null;
  readonly recordings: readonly { readonly file: string }[];
  readonly truth: {
    readonly found: boolean;
    readonly reps: readonly {
      readonly rep: number | 'extra';
      readonly start: number;
      readonly end: number;
      readonly seconds: number;
      readonly meanW: number | null;
      readonly softStart?: boolean;
    }[];
    readonly notRidden: readonly number[];
    readonly leftOut: readonly number[];
  };
}

/** Rides by one recording with watts, of a planned session. */
const CASES = readdirSync(FOLDER)
  .filter((name) => name.endsWith('.json'))
  .map((name) => JSON.parse(readFileSync(path.join(FOLDER, name), 'utf8')) as Case)
  .filter(({ recordings, planned }) => recordings.length === 1 && planned !== null);

function found(ride: Case) {
  const { file } = ride.recordings[0]!;
  const text = gunzipSync(readFileSync(path.join(FOLDER, file))).toString();
  const read = parseCsvRecording(text);
  if (!read.ok) throw new Error(read.reason);
  const { ftpW } = ride.rider;
  const { items } = parseSentence(ride.planned ?? '', { hills: [], ftpW, newId });
  const segments = expand(plan(...items), { ...INES, ftpW });
  const { watts } = read.value;
  return { reps: watts ? findReps(segments, watts) : null, watts, segments };
}

describe('reps of worked rides', () => {
  const withReps = CASES.filter(
    ({ truth, case: name }) => truth.reps.length > 0 && name !== 'heart-rate-only',
  );

  it.each(withReps.map((each) => [each.case, each] as const))('%s', (_name, ride) => {
    const { reps, watts } = found(ride);
    expect(reps?.reps.map(({ number }) => number ?? 'extra')).toEqual(
      ride.truth.reps.map(({ rep }) => rep),
    );
    expect([reps?.notRidden, reps?.leftOut]).toEqual([ride.truth.notRidden, ride.truth.leftOut]);
    for (const [at, truth] of ride.truth.reps.entries()) {
      const { startS = 0, endS = 0 } = reps?.reps[at] ?? {};
      const near = truth.seconds < 20 ? 1.5 : 3;
      expect(Math.abs(startS - truth.start)).toBeLessThanOrEqual(truth.softStart ? 5 : near);
      expect(Math.abs(endS - truth.end)).toBeLessThanOrEqual(near);
      const own = Array.from(watts ?? []).slice(startS, endS);
      const known = own.flatMap((value) => value ?? []);
      if (truth.meanW === null) continue;
      const mean = known.reduce((sum, value) => sum + value, 0) / known.length;
      expect(Math.abs(mean / truth.meanW - 1)).toBeLessThanOrEqual(
        truth.seconds < 60 ? 0.04 : 0.015,
      );
    }
  });

  it('are no recorded stop that begins in the middle of hard riding', () => {
    const ride = CASES.find((each) => each.case === 'on-target-4x8')!;
    const { watts, segments } = found(ride);
    // Stopped for eight minutes right after a sprint, four minutes before the first rep of a set.
    const stop = { startS: 120, seconds: 480 };
    const before = [
      ...Array<number>(120).fill(265),
      ...Array<null>(480).fill(null),
      ...Array<number>(240).fill(120),
    ];
    const whole = [...before, ...Array.from(watts ?? [])];
    const first = (stops: (typeof stop)[]) =>
      findReps(segments, whole, stops)?.reps[0]?.startS ?? 0;
    expect(Math.abs(first([stop]) - before.length - ride.truth.reps[0]!.start)).toBeLessThanOrEqual(
      5,
    );
  });

  it('of another ride than the planned one are not found', () => {
    for (const ride of CASES.filter(({ truth }) => !truth.found && truth.reps.length === 0))
      if (ride.planned?.includes('×'))
        expect([ride.case, found(ride).reps]).toEqual([ride.case, null]);
  });
});
