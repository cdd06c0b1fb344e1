import { BIKE_AND_KIT_KG, PLAIN_ROAD, rollOn, speedAt, WHEEL_M } from '../power/index.ts';
import type { Random } from '../units/index.ts';
import { bell } from './random.ts';

/** How a trainer is set. */
export type TrainerMode = 'held watts' | 'slope';

/** Seconds a trainer takes to follow a new target. */
const LAG_S = 3;
/** Below this cadence a trainer that holds watts loses its grip, rpm. */
const GRIP_RPM = 60;

/** What a trainer does in a second. */
export interface Turned {
  readonly watts: number;
  readonly rpm: number;
  /** What it is set to now: it follows the target with a lag. */
  readonly heldW: number;
}

/**
 * One second on a trainer that holds watts: it follows the target with a lag. A rider who has less than it asks is
 * drawn into the spiral: cadence falls, so every turn has to be harder, so cadence falls faster, until under 60 rpm
 * the trainer loses its grip.
 *
 * @param targetW what it is told to hold, W
 * @param heldBeforeW what it held the second before, W
 * @param mostW the most the rider has, W
 * @param rpmBefore cadence the second before
 * @param habitRpm cadence the rider likes
 * @param random seeded source of chance
 * @returns watts, cadence, and what it holds now
 * Source: handbook section 13.
 */
export function holdWatts(
  targetW: number,
  heldBeforeW: number,
  mostW: number,
  rpmBefore: number,
  habitRpm: number,
  random: Random,
): Turned {
  const heldW = heldBeforeW + (targetW - heldBeforeW) / LAG_S;
  const short = heldW - mostW;
  const rpm =
    short > 0
      ? Math.max(
          20,
          rpmBefore - 1.5 - 12 * (short / heldW) - Math.max(0, habitRpm - rpmBefore) * 0.12,
        )
      : rpmBefore + (habitRpm - rpmBefore) * 0.15 + bell(random) * 0.8;
  const grip = rpm < GRIP_RPM ? rpm / GRIP_RPM : 1;
  return {
    watts: Math.max(0, Math.min(heldW, short > 0 ? mostW + short * 0.6 : heldW) * grip),
    rpm,
    heldW,
  };
}

/**
 * One second in the open: the rider's own watts, cadence by habit.
 *
 * @param wantedW what the rider wants to give, W
 * @param rpmBefore cadence the second before
 * @param habitRpm cadence the rider likes
 * @param random seeded source of chance
 * @returns watts and cadence
 * Source: handbook section 13.
 */
export function rideFreely(
  wantedW: number,
  rpmBefore: number,
  habitRpm: number,
  random: Random,
): Turned {
  return {
    watts: Math.max(0, wantedW),
    rpm: Math.max(0, rpmBefore + (habitRpm - rpmBefore) * 0.2 + bell(random) * 0.8),
    heldW: wantedW,
  };
}

/** A slope set on the trainer, and who rides it. */
export interface Slope {
  /** Rise over run as a share: 0.04 is 4 %. */
  readonly gradient: number;
  readonly riderKg: number;
}

/** How the bike rolls on a slope. */
export interface Rolling {
  readonly metresPerSecond: number;
  /** Turns of the wheel to one turn of the pedals. */
  readonly ratio: number;
}

/** Gears of a road bike, 34 and 50 teeth in front, 11 to 34 behind, as turns of the wheel to one of the pedals. */
const GEARS = [1, 1.13, 1.26, 1.42, 1.62, 1.79, 2, 2.27, 2.63, 2.94, 3.33, 3.85, 4.17, 4.55];
/** A rider shifts when the legs turn this much faster or slower than they like, rpm. */
const SHIFT_AT_RPM = 7;

/**
 * How a rider who gives some watts rolls on a slope once the speed is steady.
 *
 * @param watts W, above 0
 * @param slope gradient and rider
 * @param habitRpm cadence the rider likes
 * @returns speed and the gear nearest to that cadence
 * Source: handbook sections 12 and 13.
 */
export function settledOn(watts: number, slope: Slope, habitRpm: number): Rolling {
  const metresPerSecond = speedAt(
    watts,
    { ...PLAIN_ROAD, gradient: slope.gradient },
    slope.riderKg + BIKE_AND_KIT_KG,
  );
  return { metresPerSecond, ratio: gearFor(metresPerSecond, habitRpm) };
}

/**
 * One second on a trainer set to a slope: the watts are the rider's own, the slope turns them into speed, and the gear
 * turns the speed into cadence. Where the lowest gear is too high for the slope, cadence falls.
 *
 * @param wantedW what the rider wants to give, W
 * @param slope gradient and rider
 * @param before how the bike rolled the second before
 * @param habitRpm cadence the rider likes
 * @param shifts false in a sprint, which is ridden in one gear
 * @param random seeded source of chance
 * @returns watts and cadence, and how the bike rolls now
 * Source: handbook sections 12 and 13.
 */
export function rideSlope(
  wantedW: number,
  slope: Slope,
  before: Rolling,
  habitRpm: number,
  shifts: boolean,
  random: Random,
): Turned & { readonly rolling: Rolling } {
  const watts = Math.max(0, wantedW);
  const metresPerSecond = rollOn(
    before.metresPerSecond,
    watts,
    { ...PLAIN_ROAD, gradient: slope.gradient },
    slope.riderKg + BIKE_AND_KIT_KG,
  );
  const inGear = rpmAt(metresPerSecond, before.ratio);
  const ratio =
    shifts && Math.abs(inGear - habitRpm) > SHIFT_AT_RPM
      ? gearFor(metresPerSecond, habitRpm)
      : before.ratio;
  return {
    watts,
    rpm: Math.max(0, rpmAt(metresPerSecond, ratio) + bell(random) * 0.5),
    heldW: watts,
    rolling: { metresPerSecond, ratio },
  };
}

function rpmAt(metresPerSecond: number, ratio: number): number {
  return (metresPerSecond / (WHEEL_M * ratio)) * 60;
}

function gearFor(metresPerSecond: number, habitRpm: number): number {
  const off = (ratio: number): number => Math.abs(rpmAt(metresPerSecond, ratio) - habitRpm);
  return GEARS.reduce((best, ratio) => (off(ratio) < off(best) ? ratio : best));
}

/** A heart strap or a power meter: passes its reading on, and now and then nothing. */
export interface Sensor {
  readonly read: (value: number) => number | null;
}

/**
 * A simulated sensor with drop-outs: a heart strap, or a power meter.
 *
 * @param random seeded source of chance
 * @param dropsPerHour how often it drops out; 0 for never
 * @returns the sensor
 * Source: handbook section 13.
 */
export function sensor(random: Random, dropsPerHour: number): Sensor {
  let silentS = 0;
  return {
    read(value) {
      if (silentS > 0) silentS -= 1;
      else if (random() < dropsPerHour / 3600) silentS = 5 + Math.floor(random() * 40);
      return silentS > 0 ? null : Math.round(value);
    },
  };
}

/** A drop of blood as the meter shows it. */
export interface Drop {
  readonly mmol: number;
  /** Whether sweat got into it, which the meter does not know. */
  readonly contaminated: boolean;
}

const METER_ERROR = 0.03;

/**
 * Takes a drop of blood with a simulated lactate meter; now and then sweat gets into it.
 *
 * @param lactate what is in the blood, mmol/L
 * @param random seeded source of chance
 * @param contaminatedShare how often a drop is spoilt, 0–1
 * @returns what the meter shows, to a tenth
 * Source: handbook section 13.
 */
export function takeDrop(lactate: number, random: Random, contaminatedShare: number): Drop {
  const shown = lactate * (1 + METER_ERROR * bell(random));
  const contaminated = random() < contaminatedShare;
  const spoilt = contaminated ? shown * (1.4 + 0.8 * random()) + 0.6 : shown;
  return { mmol: Math.max(0.4, Math.round(spoilt * 10) / 10), contaminated };
}
