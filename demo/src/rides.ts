import { gzipSync } from 'node:zlib';
import {
  bell,
  type Meant,
  type Random,
  type RideFaults,
  rideMeant,
  seededRandom,
  type SimulatedRider,
  truthsOf,
} from '@uphill/core/simulation';
import { expand, type Plan, type RiderOnDay } from '@uphill/core/sessions';
import { numbersOnDay } from '@uphill/core/rider';
import { writeCsvRecording, writeFitRecording } from '@uphill/core/formats';
import { MANNERS, riddenByCard } from './manners.ts';
import type { DemoRider } from './riders.ts';
import { DEMO_SESSIONS, type DemoSession } from './sessions.ts';
import { onTheLongLoop } from './road.ts';
import { celsiusOn, heartOn } from './weather.ts';
import { type Kind, pastOf } from './weeks.ts';

const MINUTE = 60;
/** How little a trainer rolls. */
const STILL = 0.018;
const STILL_W = 1;
const ALL_OUT: Meant = { seconds: 60, watts: 'max', rolling: 0 };
/** What is left of a minute late in a ride of somebody who fades. */
const LATE_SHARE = 0.9;

/** A ride to come: its file is made when its day is known, one by the card with the figures the card was made of. */
interface ToRide {
  readonly daysAgo: number;
  readonly kind: Kind | DemoSession;
  /** Name of its file. */
  readonly name: string;
  /** Ridden by the card of its day. */
  readonly byCard: boolean;
  readonly make: (day: string, card: RiderOnDay | null) => MadeRide;
}

/** A file, and when it was on Quarry Lane where it says so. */
export interface MadeRide {
  readonly bytes: Uint8Array;
  readonly quarry: { readonly startS: number; readonly endS: number } | null;
}

/** So long ago riders began to ride their sets by the card. */
const BY_CARD_DAYS = 230;
/** Ines, whose computer keeps where she was on her long rides. */
const TRACKED_SEED = 11;
/** Leila, of whom little is left late in a ride. */
const FADES_SEED = 37;
const SETS: ReadonlySet<string | null> = new Set(['eights', 'fiveFours']);
/** The hill is ridden by the card too, and always as it was asked. */
const HILL = 'steps';

/** A rider's rides, the oldest first; what the rider could do grows towards today. */
export function* ridesOf(rider: DemoRider, days: number): Generator<ToRide> {
  const first = rider.fields.name.split(' ')[0]?.toLowerCase() ?? 'rider';
  const withPower = rider.fields.powerSource !== 'none';
  let sets = rider.seed;
  for (const { daysAgo, kind, state, session } of pastOf(rider, days)) {
    if (kind === null) continue;
    const isSet = SETS.has(session);
    const byCard = (isSet || session === HILL) && daysAgo <= BY_CARD_DAYS && state === 'done';
    if (byCard && isSet) sets += 1;
    const manner = isSet ? (MANNERS[sets % MANNERS.length] ?? 'asAsked') : 'asAsked';
    // A rider without a power meter presses lap at every edge, which only FIT keeps.
    const byLaps = byCard && !withPower;
    yield {
      daysAgo,
      kind,
      byCard,
      name: `${first}-${kind}-${daysAgo}.${byLaps ? 'fit' : 'csv.gz'}`,
      make: (day, card) => {
        const random = seededRandom(rider.seed * 7919 + daysAgo);
        const body = { ...rider.body, form: formOn(rider, daysAgo) * (1 + 0.012 * bell(random)) };
        const meant =
          byCard && card && session
            ? riddenByCard(DEMO_SESSIONS[session], cardOf(card, body), manner)
            : meantFor(kind, body, random, rider.seed === FADES_SEED);
        const ridden = rideMeant(
          // A trainer holds the watts of what is measured on it.
          kind === 'cadences' ? { ...body, noiseW: STILL_W } : body,
          state === 'shortened' ? cutShort(meant) : meant,
          random,
          kind === 'cadences' ? { dropsPerHour: 0 } : faultsOf(daysAgo, random),
        );
        const [celsius, heart] = [celsiusOn(daysAgo, random), heartOn(rider, daysAgo)];
        const inAir = ridden.map((second) => ({
          ...second,
          bpm: second.bpm && Math.min(rider.body.maximalBpm, Math.round(second.bpm * heart)),
          ...(withPower && { celsius }),
        }));
        const startedAt = `${day}T17:40:00`;
        if (byLaps) {
          const withoutWatts = inAir.map((second) => ({ ...second, watts: null }));
          return {
            bytes: writeFitRecording(withoutWatts, startedAt, lapsOf(meant)),
            quarry: null,
          };
        }
        const hasTrack = rider.seed === TRACKED_SEED && kind === 'long';
        const { seconds, quarry } = hasTrack
          ? onTheLongLoop(inAir, rider.kg.at(-1)?.[1] ?? 70)
          : { seconds: inAir, quarry: null };
        const csv = writeCsvRecording(seconds, startedAt, withPower);
        return { bytes: gzipSync(csv, { level: 4 }), quarry };
      },
    };
  }
}

/** Who has no FTP rides by feel, which is what the body can do. */
function cardOf(card: RiderOnDay, body: SimulatedRider): RiderOnDay {
  return { ...card, hasPower: true, ftpW: card.ftpW ?? Math.round(truthsOf(body).ftpW) };
}

/** A lap ends with every part but the last. */
function lapsOf(meant: readonly Meant[]): number[] {
  let endS = 0;
  return meant.slice(0, -1).map(({ seconds }) => (endS += seconds));
}

/** Home after two thirds. */
function cutShort(meant: readonly Meant[]): Meant[] {
  let left = (meant.reduce((sum, { seconds }) => sum + seconds, 0) * 2) / 3;
  return meant.flatMap((part) => {
    const seconds = Math.min(part.seconds, Math.round(left));
    left -= seconds;
    return seconds > 0 ? [{ ...part, seconds }] : [];
  });
}

/** The form between two tests, linear. */
function formOn({ tests }: DemoRider, daysAgo: number): number {
  const later = tests.find((test) => test.daysAgo <= daysAgo);
  const earlier = tests.findLast((test) => test.daysAgo > daysAgo);
  if (!later || !earlier) return (later ?? earlier)?.form ?? 1;
  return (
    earlier.form +
    ((earlier.daysAgo - daysAgo) / (earlier.daysAgo - later.daysAgo)) * (later.form - earlier.form)
  );
}

/** Now and then the strap drops out; twice it dies on the way. */
function faultsOf(daysAgo: number, random: Random): RideFaults {
  return daysAgo % 61 === 0
    ? { dropsPerHour: 2, strapDiesAt: Math.round(1200 + random() * 1200) }
    : { dropsPerHour: 0.3 };
}

function meantFor(
  kind: Kind | DemoSession,
  rider: SimulatedRider,
  random: Random,
  fades: boolean,
): Meant[] {
  const { ftpW, cpW, wPrimeJ } = truthsOf(rider);
  const at = (minutes: number, percent: number, rolling = 0.16): Meant => ({
    seconds: Math.round(minutes * MINUTE),
    watts: (percent * ftpW) / 100,
    rolling,
  });
  const reps = (count: number, work: Meant, rest: Meant): Meant[] =>
    Array.from({ length: count }, () => [work, rest]).flat();
  if (kind === 'cadences')
    return [
      at(15, 60, STILL),
      ...[60, 80, 100].flatMap((rpm) => [{ ...at(5, 78, STILL), rpm }, at(5, 50, STILL)]),
      at(5, 50, STILL),
    ];
  if (kind in DEMO_SESSIONS && kind !== 'long')
    return asPlanned(DEMO_SESSIONS[kind as DemoSession], ftpW, random() < 0.6 ? 0.018 : 0.14);
  switch (kind as Kind) {
    case 'long':
      return [
        ...(fades ? [at(12, 60), ALL_OUT] : []),
        at(110 + Math.floor(random() * 50), 66),
        fades ? { ...ALL_OUT, watts: LATE_SHARE * freshMinute(rider) } : ALL_OUT,
        at(25, 60),
      ];
    case 'threshold':
      return [at(15, 62), ...reps(4, at(8, 99, 0.05), at(4, 48)), at(12, 55)];
    case 'ceiling': {
      // One in five is asked too much and collapses in the last reps.
      const asked = cpW + (wPrimeJ / 240) * (random() < 0.2 ? 0.72 : 0.52);
      return [
        at(16, 62),
        ...reps(5, { seconds: 240, watts: asked, rolling: 0.04 }, at(4, 45)),
        at(10, 52),
      ];
    }
    case 'sprints':
      return [
        at(25, 64),
        ...reps(5, { seconds: 12, watts: 'max', rolling: 0 }, at(4, 55)),
        at(20, 64),
      ];
    case 'group':
      return [
        at(20, 65),
        at(30, 84, 0.34),
        { seconds: 300, watts: 'max', rolling: 0 },
        at(25, 78, 0.34),
        { seconds: 15, watts: 'max', rolling: 0 },
        at(15, 55),
      ];
    case 'hill':
      return [
        at(18, 62),
        ...reps(6, { seconds: 180, watts: cpW + wPrimeJ / 420, rolling: 0.05 }, at(3, 45)),
        { seconds: 1140, watts: ftpW * 0.97, rolling: 0.04 },
        at(12, 52),
      ];
    case 'indoor':
      return [at(12, 58, 0.02), ...reps(3, at(10, 88, 0.02), at(5, 50, 0.02)), at(8, 50, 0.02)];
    case 'endurance':
      return [at(60 + Math.floor(random() * 35), 64, random() < 0.6 ? 0.018 : 0.16)];
  }
}

/** Mean of a minute all out, on fresh legs, W. */
function freshMinute(rider: SimulatedRider): number {
  const ridden = rideMeant(rider, [ALL_OUT], seededRandom(1));
  return ridden.reduce((sum, { watts }) => sum + (watts ?? 0), 0) / ridden.length;
}

/** A session as its rider rode it: what it asks of the FTP of that day, a little unevenly. */
function asPlanned(plan: Plan, ftpW: number, rolling: number): Meant[] {
  const easy = { ...PLAIN_NUMBERS, ftpW: Math.round(ftpW) };
  return expand(plan, easy).map(({ seconds, from, to, role }) => ({
    seconds,
    watts: ((from?.countedW ?? ftpW / 2) + (to?.countedW ?? ftpW / 2)) / 2,
    rolling: role === 'work' && seconds < 3600 ? 0.05 : rolling,
  }));
}

/** Nothing of the body matters for sessions in percent of FTP. */
const PLAIN_NUMBERS: RiderOnDay = {
  ...numbersOnDay(
    { name: '', powerSource: 'crank', ftp: [], bodyMass: [], heartRates: [] },
    '2000-01-01',
  ),
  ...{ goalW: null, bests: [], fit: null, pair: null, pmaxW: null },
};
