/** What the measurements share: the built core, a middle of several runs, and the rows that are printed. */
import { ensureBuilt, ensureInstalled } from '../house.mjs';

ensureInstalled();
ensureBuilt();
const FACES = [
  'units',
  'rider',
  'power',
  'zones',
  'testing',
  'sessions',
  'season',
  'review',
  'formats',
  'simulation',
];
/** Everything the faces of the core offer, under one name. */
export const core = Object.assign(
  {},
  ...(await Promise.all(FACES.map((face) => import(`../../core/dist/${face}/index.js`)))),
);
export const rows = [];
export const FIVE_HOURS_S = 5 * 3600;

export const RIDER = {
  name: 'Ines Okafor',
  birthYear: 1994,
  sex: null,
  powerSource: 'crank',
  masters: false,
  notes: '',
  schemeId: null,
  retestWeeks: 6,
  hideMass: null,
  sessionShown: 'dayBefore',
};

/** Middle of several timed runs, ms; the first one only warms up. */
export function median(runs, perform) {
  perform();
  const times = Array.from({ length: runs }, () => {
    const started = performance.now();
    perform();
    return performance.now() - started;
  });
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)];
}

export function report(what, ours, plain, note) {
  rows.push({
    what,
    'ours ms': ours.toFixed(1),
    'plain ms': plain.toFixed(1),
    ratio: `${(plain / ours).toFixed(1)} ×`,
    note,
  });
}

/** Five hours of uneven riding with coasting, from a seed. */
export function longRide() {
  const random = core.seededRandom(7);
  const watts = [];
  let level = 200;
  let wander = 0;
  for (let second = 0; second < FIVE_HOURS_S; second += 1) {
    if (second % 420 === 0) level = 110 + random() * 150;
    wander = 0.9 * wander + core.bell(random) * 14;
    watts.push(random() < 0.06 ? 0 : Math.max(0, Math.round(level + wander)));
  }
  return watts;
}

let ids = 0;

/** Steps of a sentence. */
export function itemsOf(sentence) {
  return core.parseSentence(sentence, { hills: [], ftpW: 262, newId: () => String((ids += 1)) })
    .items;
}
