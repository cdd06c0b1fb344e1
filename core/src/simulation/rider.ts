import { bell, type Random } from './random.ts';

/** What a simulated rider is made of. Source: handbook section 13. */
export interface SimulatedRider {
  /** Critical power, W, and the work above it, J. */
  readonly cpW: number;
  readonly wPrimeJ: number;
  readonly restingBpm: number;
  readonly maximalBpm: number;
  /** Cadence the rider likes, rpm. */
  readonly cadenceRpm: number;
  /** Unsteadiness of the legs, W of standard deviation. */
  readonly noiseW: number;
}

/** One second of a simulated ride. */
export interface RiddenSecond {
  readonly watts: number;
  readonly bpm: number;
  readonly rpm: number;
}

/** What the rider is asked for at a second: watts, or null when the ride is over. */
export type Asking = (second: number, balanceJ: number) => number | null;

/** Heart rate rises with a time constant of about 30 s and falls with about 60 s. Source: handbook section 13. */
const RISE_S = 30;
const FALL_S = 60;
const LAST_STRETCH_J = 400;

/**
 * Rides second by second what is asked. Above CP the work comes out of W′; with W′ all but gone the legs give way:
 * power falls under CP and cadence with it.
 *
 * @param rider what the rider is made of
 * @param ask watts wanted at a second, given what is left of W′; null ends the ride
 * @param random seeded source of chance
 * @returns every second ridden
 * Source: handbook sections 5 (W′ balance) and 13.
 */
export function ride(rider: SimulatedRider, ask: Asking, random: Random): RiddenSecond[] {
  const ridden: RiddenSecond[] = [];
  let balance = rider.wPrimeJ;
  let bpm = rider.restingBpm + 25;
  let wander = 0;
  for (let second = 0; ; second += 1) {
    const wanted = ask(second, balance);
    if (wanted === null) return ridden;
    const spent = balance < LAST_STRETCH_J && wanted > rider.cpW;
    wander = 0.8 * wander + bell(random) * rider.noiseW * 0.6;
    const watts = wanted <= 0 ? 0 : Math.max(0, Math.round((spent ? rider.cpW * 0.9 : wanted) + wander));
    balance = nextBalance(balance, watts, rider);
    bpm = nextBeat(bpm, watts, second, rider, random);
    const rpm = watts === 0 ? 0 : Math.round(rider.cadenceRpm - (spent ? 22 : 0) - (1 - balance / rider.wPrimeJ) * 6 + bell(random) * 1.2);
    ridden.push({ watts, bpm: Math.round(bpm), rpm: Math.max(0, rpm) });
  }
}

function nextBalance(balance: number, watts: number, rider: SimulatedRider): number {
  if (watts > rider.cpW) return balance - (watts - rider.cpW);
  return rider.wPrimeJ - (rider.wPrimeJ - balance) * Math.exp(-(rider.cpW - watts) / rider.wPrimeJ);
}

function nextBeat(bpm: number, watts: number, second: number, rider: SimulatedRider, random: Random): number {
  const span = rider.maximalBpm - rider.restingBpm;
  // At CP the heart settles at about 84 % of its reserve; it drifts up slowly over the hours.
  const settled = rider.restingBpm + span * Math.min(1.02, 0.22 + 0.62 * (watts / rider.cpW)) + second / 900;
  const constant = settled > bpm ? RISE_S : FALL_S;
  const next = bpm + (settled - bpm) / constant + bell(random) * 0.25;
  return Math.min(rider.maximalBpm, Math.max(rider.restingBpm, next));
}
