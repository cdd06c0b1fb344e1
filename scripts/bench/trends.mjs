/** Trends: a year and ten years of kept rides, against the usual line fitted anew for each ride from all of them. */
import { deepStrictEqual } from 'node:assert';
import { core, median, report } from './tally.mjs';

const { offBy, seededRandom, trendByEffort, trendsOf, usualLine } = core;
const DAY_MS = 86_400_000;
const LAST = Date.UTC(2026, 10, 27);
const dayOf = (ago) => new Date(LAST - ago * DAY_MS).toISOString().slice(0, 10);
const FTP_W = 262;

/** Rides with steady minutes, sets of two families, bests, an Endurance stretch, and a lane ridden every week. */
function ridesOf(many, days) {
  const random = seededRandom(3);
  return Array.from({ length: many }, (_, at) => {
    const date = dayOf(Math.round(((many - 1 - at) * days) / many));
    const isSet = at % 3 === 0;
    const watts = [150, 180, 210, 240].map((each) => each + Math.round(10 * random()));
    return {
      ...{ rideId: String(at), date, kind: 'session', source: 'crank', position: '', name: 'x' },
      ...{ family: isSet ? ['ceiling', 'threshold-longer'][at % 2] : null, headline: 'on-target' },
      ...{ says: 'on target', rpe: 6, movingS: 5400, meanW: 180, meanBpm: 140, energyKj: 970 },
      trend: {
        ...trendByEffort(90, 6),
        pieces: watts.map((each) => [each, 70 + 0.4 * each + 6 * random(), 88 + 4 * random()]),
        beat: { minutes: 60, meanW: 170, meanBpm: 130 + 5 * random() },
        legs: [0, 1, 2].map(() => [400, 380, 370, null].map((each) => each && each + random())),
        bests: Array.from({ length: 11 }, (__, length) => 900 - 60 * length + 20 * random()),
        ...{ domains: [4000, 1000, 400], ftpW: FTP_W, expectedRpe: 6 },
        roads: [{ roadId: 'lane', startS: 900, seconds: 700, meanW: 180, meanBpm: 150 }],
        set: isSet
          ? { reps: 4, riddenS: 1920, mean: 250 + random(), meanW: 250, meanBpm: 160 }
          : null,
      },
    };
  });
}

/** How far each heart lay off, with the line of every ride looked for among all rides. */
function plainly(rides) {
  return rides.flatMap((ride, at) => {
    const before = rides.flatMap((each, place) => {
      const daysAgo = (Date.parse(ride.date) - Date.parse(each.date)) / DAY_MS;
      if (place >= at || daysAgo > 42) return [];
      const { source, position, trend } = each;
      return trend.pieces.map(([watts, bpm, rpm]) => ({
        ...{ ride: each.rideId, daysAgo, source, position, watts, bpm, rpm },
      }));
    });
    const line = usualLine(before, { ftpW: FTP_W, source: 'crank', position: '' });
    const own = ride.trend.pieces.map(([watts, bpm, rpm]) => ({ watts, bpm, rpm }));
    return line.ok ? [offBy(line.value, own)] : [];
  });
}

export function trendPaths() {
  for (const [what, many, days, note] of [
    ['a year of trends, 300 rides', 300, 365, 'to reach, with its drawing: 500 ms'],
    ['ten years of trends, 3,000 rides', 3000, 3650, 'to reach, with its drawing: 1,500 ms'],
  ]) {
    const rides = ridesOf(many, days);
    const span = { from: dayOf(days), to: dayOf(0) };
    const offs = trendsOf(rides, span).heart.map(({ offPercent }) => offPercent.toFixed(9));
    deepStrictEqual(
      offs,
      plainly(rides).map((off) => off.toFixed(9)),
    );
    report(
      `${what}, against one line after another from all rides`,
      median(5, () => trendsOf(rides, span)),
      median(1, () => plainly(rides)),
      note,
    );
  }
}
