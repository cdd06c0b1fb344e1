/** Rides read: the reps of three hours found and judged, and many rides read again after an FTP was backdated. */
import { deepStrictEqual } from 'node:assert';
import { packStreams } from '../../server/dist/streamPack.js';
import readRides from '../../server/dist/workers/readRides.js';
import { core, itemsOf, median, report } from './tally.mjs';

const { bell, expand, numbersOnDay, readRide, seededRandom, USUAL_LIMITS } = core;
const NOBODY = { name: '', powerSource: 'crank', ftp: [], bodyMass: [], heartRates: [] };
const RIDER = {
  ...numbersOnDay(NOBODY, '2000-01-01'),
  ...{ ftpW: 262, maximalBpm: 188, bests: [], fit: { cpW: 268, wPrimeJ: 18_000 } },
};
const REP_S = 480;
const NEAR_S = 3;
const RIDES = 1000;

function plan(sentence) {
  return {
    ...{ name: '', nameFollows: true, purpose: '', system: 'threshold', place: 'any', note: '' },
    items: itemsOf(sentence),
  };
}

/** A session as it was ridden, a little unevenly. */
function riddenOf(asked, seed) {
  const random = seededRandom(seed);
  return expand(asked, RIDER).flatMap(({ seconds, from, to, role }) =>
    Array.from({ length: seconds }, (_, at) => {
      const share = (at + 0.5) / seconds;
      const watts = from.countedW + (to.countedW - from.countedW) * share;
      return Math.max(0, Math.round(watts * (1 + bell(random) * (role === 'work' ? 0.03 : 0.1))));
    }),
  );
}

/** Every window of the rep's length, summed anew for each second; the best ones that do not meet. */
function plainScan(watts, many) {
  const means = [];
  for (let start = 0; start + REP_S <= watts.length; start += 1) {
    let sum = 0;
    for (let second = start; second < start + REP_S; second += 1) sum += watts[second];
    means.push({ start, sum });
  }
  means.sort((one, other) => other.sum - one.sum);
  const best = [];
  for (const each of means) {
    if (best.length === many) break;
    if (best.every(({ start }) => Math.abs(start - each.start) >= REP_S)) best.push(each);
  }
  return best.map(({ start }) => start).sort((one, other) => one - other);
}

export function readingPaths() {
  const asked = plan('45 at 65 %, 4 × 8:00 at 98–102 %, 4:00 easy between, 1 h 31 at 62 %');
  const watts = riddenOf(asked, 11);
  const ride = { watts, bpm: watts.map(() => 150), rpm: null, stops: [], place: 'road' };
  const read = () => readRide({ plan: asked, climbing: { rider: RIDER } }, ride);
  const starts = read().set.rows.map(({ startS }) => startS);
  const plain = plainScan(watts, 4);
  deepStrictEqual(
    starts.map((start, at) => Math.abs(start - plain[at]) <= NEAR_S),
    [true, true, true, true],
  );
  report(
    'reps of a 3-hour ride found and judged, against every window summed anew',
    median(9, read),
    median(3, () => plainScan(watts, 4)),
    'to reach: 100 ms; the same reps within 3 s',
  );
  readingAgain();
}

/** What a thread does after an FTP was backdated, with streams unpacked; the plain way reads but does not judge. */
function readingAgain() {
  const asked = plan('15 easy, 4 × 8:00 at 98–102 %, 4:00 easy between, 10 easy');
  const watts = riddenOf(asked, 5);
  const bpm = watts.map(() => 150);
  const streams = packStreams({ watts, bpm, rpm: null }, { seconds: watts.length, stops: [] });
  const one = {
    ...{ rideId: 'r', asked: { plan: asked, climbing: { rider: RIDER } }, before: null },
    parts: [{ startedAt: null, streams, laps: [] }],
    said: { place: 'road', rpe: 7 },
    ...{ ftpW: 262, limits: USUAL_LIMITS },
  };
  const lot = Array.from({ length: 10 }, () => one);
  const ours = median(5, () => readRides(lot)) * (RIDES / lot.length);
  const plain = median(5, () => plainScan(watts, 4)) * RIDES;
  report(
    `${RIDES} rides of 69 min read again, one thread: ${Math.round(RIDES / (ours / 1000))} a second`,
    ours,
    plain,
    'against every window summed anew',
  );
}
