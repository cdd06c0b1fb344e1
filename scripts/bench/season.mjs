/** The season's hot paths: a frame of dragging in the planner, and filling a week with its verdicts. */
import { core, median, report } from './tally.mjs';

const { fillsOf, layOut, newEndurance, planWeek, plus, reckon, runBadLuck } = core;
const { seasonWith, seededRandom, TEMPLATES, USUAL_BAD_LUCK, USUAL_SEASON } = core;
const MONDAY = '2026-11-30';
const WEEKS = { behind: 16, ahead: 26 };
const POINTS = 42.9;

let made = 0;
const ride = (minutes) => newEndurance(`r${(made += 1)}`, minutes, POINTS);

function hard() {
  const { planned, ...work } = ride(70);
  const asks = { ...planned, hard: true, endurance: false, load: 85, system: 'threshold' };
  return { ...work, name: '4 × 8:00', planned: asks };
}

/** Sixteen ridden weeks and twenty-six planned ones, two hard days in each. */
function seasonOf(over = {}) {
  const ridden = { rpe: null, hard: false, easyMin: null, middleMin: null, atLeast: false };
  const first = plus(MONDAY, -7 * WEEKS.behind);
  const days = Array.from({ length: 7 * (WEEKS.behind + WEEKS.ahead) }, (_, index) => {
    const words =
      over.empty && index >= 7 * WEEKS.behind
        ? Array(7).fill([])
        : [[], [hard()], [ride(60)], [], [hard()], [ride(60)], [ride(150)]];
    const works = words[index % 7].map((work) =>
      index < 7 * WEEKS.behind
        ? { ...work, state: 'done', ridden: { ...ridden, minutes: 60, load: 60 } }
        : work,
    );
    return {
      date: plus(first, index),
      hours: [2, 2, 2, 2, 2, 5, 5][index % 7],
      rest: false,
      works,
    };
  });
  const rider = { firstName: 'Ines', masters: false, firstYear: false, hardDays: 2, cleared: true };
  return reckon({
    ...{ today: MONDAY, pointsPerHour: POINTS, highestBase: null, weeks: [], days },
    goal: over.goal ?? null,
    start: { base: 50, recent: 50, days: 400, typed: false },
    rider: { ...rider, settings: USUAL_SEASON },
  });
}

/** Base and recent alone, day by day. */
function plainLoop({ input: { days, start, today } }, id, minutes) {
  let { base, recent } = start;
  for (const { date, works } of days) {
    let load = 0;
    for (const { id: own, planned, ridden } of works)
      if (ridden) load += ridden.load;
      else if (date >= today)
        load += own === id ? (planned.load * minutes) / planned.minutes : planned.load;
    base += (load - base) / 42;
    recent += (load - recent) / 7;
  }
  return base;
}

export function seasonPaths() {
  const season = seasonOf();
  const { id } = season.input.days.find(({ date }) => date === plus(MONDAY, 6)).works[0];
  const frame = () => {
    const next = seasonWith(season, [{ kind: 'resize', id, minutes: 180 }]);
    planWeek(next, MONDAY);
    return next.days.at(-1).base;
  };
  const [ours, plain] = [frame(), plainLoop(season, id, 180)];
  if (Math.abs(ours - plain) > 1e-9) throw new Error(`The answers differ: ${ours} and ${plain}.`);
  report(
    'a frame of dragging: 42 weeks, goals, rules of the week',
    median(41, frame),
    median(41, () => plainLoop(season, id, 180)),
    'base and recent alone, day by day; same base on the last evening',
  );
  report(
    'both fills of a week with what they break',
    median(9, () => fillsOf(season, MONDAY)),
    median(9, frame),
    'one frame of dragging',
  );
  layingOut(frame);
  badLuck();
}

const GOAL = { name: 'the goal', date: plus(MONDAY, 7 * WEEKS.ahead - 2) };
/** A rider's figures, as sessions are chosen by them. */
const RIDER = {
  ...{ firstName: 'Ines', ftpW: 260, massKg: 61, hasPower: true, easyPercent: 50, bests: [] },
  ...{ restingBpm: 48, thresholdBpm: 172, maximalBpm: 190, goalW: 250 },
  fit: { cpW: 255, wPrimeJ: 16_000 },
};

/** Twenty-six weeks of the long build with the verdict of every rung that is looked at. */
function layingOut(frame) {
  const season = seasonOf({ empty: true, goal: GOAL });
  const template = TEMPLATES.find(({ id }) => id === 'long-build');
  const goal = { ...GOAL, watts: 250, seconds: 2280, km: null, climbM: null, hillId: null };
  const input = {
    ...{ season, template, goal, from: MONDAY, climbing: { rider: RIDER }, last: new Map() },
    ...{ removed: new Set(), touched: new Set(), newId: () => `n${(made += 1)}` },
  };
  const { weeks, days } = layOut(input);
  if (weeks.length < 26 || days.length < 80) throw new Error('It is not laid out.');
  report(
    'laying out 26 weeks with verdicts',
    median(9, () => layOut(input)),
    median(9, frame),
    'one frame of dragging',
  );
}

/** The same chances, day by day, for rides that are shortened and nothing else. */
function plainRuns(season, { runs, seed, hard: hardRates, other }) {
  const random = seededRandom(seed);
  const from = season.days.findIndex(({ day }) => day.date === MONDAY);
  const to = season.days.findIndex(({ day }) => day.date === GOAL.date);
  const bases = [];
  for (let run = 0; run < runs; run += 1) {
    let { base } = season.days[from].before;
    for (let at = from; at < to; at += 1) {
      random();
      let load = 0;
      for (const { planned } of season.days[at].day.works) {
        const rates = planned.hard ? hardRates : other;
        load += planned.load * (random() < rates.shortened ? rates.left : 1);
      }
      base += (load - base) / 42;
    }
    bases.push(base);
  }
  return bases.sort((a, b) => a - b)[Math.floor(0.5 * (runs - 1))];
}

function badLuck() {
  const season = seasonOf({ goal: GOAL });
  const rates = { missed: 0.1, shortened: 0.1, left: 0.7 };
  const luck = { ...USUAL_BAD_LUCK, seed: 5, hard: rates, other: rates };
  const shortened = { ...rates, missed: 0 };
  const only = { ...luck, illOneIn: null, hard: shortened, other: shortened };
  const [ours, plain] = [runBadLuck(season, only).base[1], plainRuns(season, only)];
  if (Math.abs(ours - plain) > 1e-9) throw new Error(`The answers differ: ${ours} and ${plain}.`);
  report(
    '1,000 runs of 26 weeks under bad luck, each re-planned',
    median(3, () => runBadLuck(season, luck)),
    median(3, () => plainRuns(season, only)),
    'the plain loop over the same days, rides shortened and nothing else; the same answer there',
  );
}
