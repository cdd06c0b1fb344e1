import type { Effort, Target } from '@uphill/core/units';
import { readRide, type RepRow, type RideToRead } from '@uphill/core/review';
import {
  easyStep,
  type Item,
  type Plan,
  type RiderOnDay,
  type SetBlock,
  type Step,
} from '@uphill/core/sessions';
import {
  PLAIN_RIDER,
  rideOn,
  type SimulatedRider,
  startTestRide,
  type TestRideSetting,
  truthsOf,
  usualSetting,
  type WholeRide,
} from '@uphill/core/simulation';
import { LABORATORY_RAMP, type ProtocolId, STAGE_S } from '@uphill/core/testing';

export const INES: RiderOnDay = {
  firstName: 'Ines',
  ftpW: 262,
  massKg: 61,
  restingBpm: 48,
  thresholdBpm: 166,
  maximalBpm: 188,
  hasPower: true,
  easyPercent: 50,
  bests: [],
};

let made = 0;
export const newId = (): string => `i${(made += 1)}`;

export function percent(low: number, high = low): Effort {
  return { kind: 'percent', low, high };
}

export function step(seconds: number, target: Target | Effort, role: Step['role'] = 'work'): Step {
  const whole: Target =
    target.kind === 'steady' || target.kind === 'changing'
      ? target
      : { kind: 'steady', effort: target };
  return { ...easyStep(newId(), seconds), role, target: whole };
}

export function set(
  reps: number,
  parts: SetBlock['parts'],
  restS: number | null,
  when: 'between' | 'afterEach' = 'between',
): SetBlock {
  return {
    kind: 'set',
    id: newId(),
    reps,
    parts,
    rest: restS === null ? null : { when, step: easyStep(newId(), restS) },
  };
}

export function plan(...items: Item[]): Plan {
  return {
    name: '',
    nameFollows: true,
    purpose: '',
    system: 'threshold',
    place: 'any',
    note: '',
    items,
  };
}

/** The rows of a session that the ride room rode, by the steps it kept. */
export function roomRows(
  asked: Plan,
  rider: RiderOnDay,
  room: RideToRead['room'],
  streams: Pick<RideToRead, 'watts'> & Partial<RideToRead>,
): readonly RepRow[] {
  const ride = { bpm: null, rpm: null, stops: [], place: 'trainer' as const, ...streams };
  return readRide({ plan: asked, climbing: { rider } }, { ...ride, room }).set?.rows ?? [];
}

/** 15 min building to sweet spot, 4 × 8:00 at 98–102 % with 4:00 easy between, 10 min down: 1 h 09. */
export function eights(): Plan {
  return plan(
    step(900, { kind: 'changing', from: percent(50), to: percent(90) }, 'warmUp'),
    set(4, [step(480, percent(98, 102))], 240),
    step(600, { kind: 'changing', from: percent(60), to: percent(40) }, 'coolDown'),
  );
}

export const RIDER: SimulatedRider = { ...PLAIN_RIDER, cpW: 255, wPrimeJ: 17_000, pacingError: 0 };

/** A test ridden to its end on the stand-ins. */
export function ridden(
  protocolId: ProtocolId,
  seed: number,
  rider: SimulatedRider = RIDER,
  over: Partial<TestRideSetting> = {},
): WholeRide & { setting: TestRideSetting; watts: Float64Array } {
  const usual = usualSetting(protocolId, rider, Math.round(truthsOf(rider).ftpW), seed);
  // The laboratory's ramp, so that figures of one test hold for another.
  const ramp = usual.ramp.stageS === STAGE_S ? { ...LABORATORY_RAMP, stageS: STAGE_S } : usual.ramp;
  const setting = { ...usual, ramp, ...over };
  const ride = rideOn(startTestRide(setting));
  return { ...ride, setting, watts: Float64Array.from(ride.seconds, ({ watts }) => watts) };
}
