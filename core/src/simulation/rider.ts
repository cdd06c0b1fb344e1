import { balanceAfter, type Recovering } from '../power/index.ts';
import type { Random } from '../units/index.ts';
import { bell } from './random.ts';

/** What a simulated rider is made of: the truth that tests try to find. Source: handbook section 13. */
export interface SimulatedRider {
  /** Critical power, W, and the work above it, J. */
  readonly cpW: number;
  readonly wPrimeJ: number;
  /** Highest power of a second, W. */
  readonly pmaxW: number;
  readonly restingBpm: number;
  readonly maximalBpm: number;
  /** Cadence the rider likes, rpm. */
  readonly cadenceRpm: number;
  /** Unsteadiness of the legs, W of standard deviation. */
  readonly noiseW: number;
  /** Form of the day: the share of CP that is there today; 1 is usual. */
  readonly form: number;
  /** How much too hard (above 0) or too easy the rider starts an even effort. */
  readonly pacingError: number;
  /** LT1 as a share of what the rider holds for an hour. */
  readonly lt1Share: number;
}

/** A rider to begin with; the rest is varied from here. */
export const PLAIN_RIDER: SimulatedRider = {
  cpW: 250,
  wPrimeJ: 16_000,
  pmaxW: 950,
  restingBpm: 50,
  maximalBpm: 186,
  cadenceRpm: 87,
  noiseW: 6,
  form: 1,
  pacingError: 0.01,
  lt1Share: 0.76,
};

/** Every hour of hard riding takes this share of CP, which is why an hour is held below CP. */
const FADE_PER_HOUR = 0.05;
const HARD_SHARE = 0.85;
const HOUR_S = 3600;
/** Heart rate rises with a time constant of about 30 s and falls with about 60 s. Source: handbook section 13. */
const RISE_S = 30;
const FALL_S = 60;
const DRIFT_BPM_PER_HOUR = 4;
/** Legs that turn further than this from what they like cost the heart more or less, bpm for each rpm. */
const OWN_CADENCE_RPM = 5;
const BPM_PER_RPM = 0.4;
/** Lactate follows the watts with about this time constant, s. */
const LACTATE_S = 70;
/** Above LT2 it is no longer cleared: mmol/L a second for every watt above. */
const UNCLEARED = 0.0004;

/** What a rider's tests should find. */
export interface Truths {
  /** What can be held for an hour today, W. */
  readonly ftpW: number;
  readonly cpW: number;
  readonly wPrimeJ: number;
  readonly lt1W: number;
  readonly lt2W: number;
  readonly thresholdBpm: number;
  readonly maximalBpm: number;
}

/**
 * The truth built into a rider: what the hour holds, CP, W′, both lactate thresholds, heart rates.
 *
 * @param rider what the rider is made of
 * @returns W, J and bpm; LT2 is the hour's power by construction
 * Source: handbook sections 1 and 13.
 */
export function truthsOf(rider: SimulatedRider): Truths {
  const cpW = rider.cpW * rider.form;
  const ftpW =
    cpW * (1 - FADE_PER_HOUR / 2) + rider.wPrimeJ / (HOUR_S + rider.wPrimeJ / (rider.pmaxW - cpW));
  return {
    ftpW,
    cpW,
    wPrimeJ: rider.wPrimeJ,
    lt1W: rider.lt1Share * ftpW,
    lt2W: ftpW,
    thresholdBpm: settledBeat(rider, ftpW),
    maximalBpm: rider.maximalBpm,
  };
}

/** The state of a rider between two seconds. */
export interface RiderState {
  readonly balanceJ: number;
  /** Seconds of hard riding so far. */
  readonly hardS: number;
  readonly bpm: number;
  readonly rpm: number;
  readonly wanderW: number;
  readonly lactate: number;
  readonly second: number;
}

/**
 * A rider at rest before the first second.
 *
 * @param rider what the rider is made of
 * @returns W′ full, the heart a little up
 */
export function restedState(rider: SimulatedRider): RiderState {
  return {
    balanceJ: rider.wPrimeJ,
    hardS: 0,
    bpm: rider.restingBpm + 25,
    rpm: rider.cadenceRpm,
    wanderW: 0,
    lactate: 1.1,
    second: 0,
  };
}

/** The stand-in's own W′. It comes back quickly: the factors of the on/off tests, which it is built to meet, hold for such riders. */
export function recovering(cpW: number, { wPrimeJ }: SimulatedRider): Recovering {
  return { cpW, wPrimeJ, recovery: 'quick' };
}

/**
 * CP as it stands now: the form of the day, less what the hard riding so far took.
 *
 * @param rider what the rider is made of
 * @param state the rider's state
 * @returns W
 */
export function cpNow(rider: SimulatedRider, { hardS }: Pick<RiderState, 'hardS'>): number {
  return rider.cpW * rider.form * (1 - (FADE_PER_HOUR * hardS) / HOUR_S);
}

/**
 * The most the rider can give this second: CP, and above it what is left of W′ in proportion.
 *
 * @param rider what the rider is made of
 * @param state the rider's state
 * @returns W
 * Source: handbook section 5 (Model curve with Pmax).
 */
export function mostNow(
  rider: SimulatedRider,
  state: Pick<RiderState, 'hardS' | 'balanceJ'>,
): number {
  const cp = cpNow(rider, state);
  return cp + ((rider.pmaxW - cp) * Math.max(0, state.balanceJ)) / rider.wPrimeJ;
}

/**
 * The watts that would use everything up evenly by the end of an effort.
 *
 * @param rider what the rider is made of
 * @param state the rider's state
 * @param leftS seconds left of the effort, at least 1
 * @param doneShare share of the effort that is behind, 0–1: a bad start is felt and mended
 * @returns W, never more than the rider has
 */
export function evenWatts(
  rider: SimulatedRider,
  state: RiderState,
  leftS: number,
  doneShare: number,
): number {
  const cp = cpNow(rider, { hardS: state.hardS + leftS / 2 });
  const even = cp + Math.max(0, state.balanceJ) / (leftS + rider.wPrimeJ / (rider.pmaxW - cp));
  const bias = 1 + rider.pacingError * Math.max(0, 1 - 3 * doneShare);
  return Math.min(even * bias, mostNow(rider, state));
}

/**
 * The watts of an all-out sprint: they come up over seven seconds, as the gear starts to turn, and then follow what is left.
 *
 * @param mostW the most the rider has this second, W
 * @param second second of the sprint, from 0
 * @returns W
 */
export function sprintWatts(mostW: number, second: number): number {
  return mostW * Math.min(1, 0.45 + 0.08 * (second + 1));
}

/**
 * Lives through one second at some watts: W′ balance, fatigue, heart, lactate.
 *
 * @param rider what the rider is made of
 * @param state before
 * @param watts ridden, W
 * @param rpm ridden
 * @param random seeded source of chance
 * @returns the state after
 * Source: handbook sections 5 (W′ balance) and 13.
 */
export function liveOn(
  rider: SimulatedRider,
  state: RiderState,
  watts: number,
  rpm: number,
  random: Random,
): RiderState {
  const cp = cpNow(rider, state);
  const settled =
    settledBeat(rider, watts) +
    beatsOfCadence(rpm - rider.cadenceRpm) +
    (DRIFT_BPM_PER_HOUR * state.second) / HOUR_S;
  const bpm =
    state.bpm +
    (settled - state.bpm) / (settled > state.bpm ? RISE_S : FALL_S) +
    bell(random) * 0.25;
  return {
    balanceJ: balanceAfter(state.balanceJ, watts, 1, recovering(cp, rider)),
    hardS: state.hardS + (watts >= HARD_SHARE * cp ? 1 : 0),
    bpm: Math.min(rider.maximalBpm, Math.max(rider.restingBpm, bpm)),
    rpm,
    wanderW: 0.8 * state.wanderW + bell(random) * rider.noiseW * 0.6,
    lactate: nextLactate(rider, state.lactate, watts),
    second: state.second + 1,
  };
}

/** Where the heart settles: at CP at about 84 % of its reserve, at its top not far above. */
function settledBeat(rider: SimulatedRider, watts: number): number {
  const span = rider.maximalBpm - rider.restingBpm;
  return rider.restingBpm + span * Math.min(1.01, 0.22 + 0.62 * (watts / (rider.cpW * rider.form)));
}

/** Quick legs cost beats and slow ones save some, beyond what is the rider's own. */
function beatsOfCadence(off: number): number {
  return Math.sign(off) * Math.max(0, Math.abs(off) - OWN_CADENCE_RPM) * BPM_PER_RPM;
}

/** Lactate settles at 2 at LT1 and at 4 at LT2, and piles up above. */
function nextLactate(rider: SimulatedRider, lactate: number, watts: number): number {
  const { lt1W, lt2W } = truthsOf(rider);
  const settled = 1 + Math.exp(Math.min(4, ((watts - lt1W) / (lt2W - lt1W)) * Math.log(3)));
  return lactate + (settled - lactate) / LACTATE_S + Math.max(0, watts - lt2W) * UNCLEARED;
}
