/** The season's hot paths: a frame of dragging in the planner, and filling a week with its verdicts. */
import { core, median, report } from './tally.mjs';

const { fillsOf, newEndurance, planWeek, plus, reckon, seasonWith, USUAL_SEASON } = core;
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
function seasonOf() {
  const ridden = { rpe: null, hard: false, easyMin: null, middleMin: null, atLeast: false };
  const first = plus(MONDAY, -7 * WEEKS.behind);
  const days = Array.from({ length: 7 * (WEEKS.behind + WEEKS.ahead) }, (_, index) => {
    const words = [[], [hard()], [ride(60)], [], [hard()], [ride(60)], [ride(150)]];
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
    ...{ today: MONDAY, pointsPerHour: POINTS, goal: null, highestBase: null, weeks: [], days },
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
}
