/** npm run bench: hot paths as ratios against a plain baseline in the same run. Prints; asserts nothing but equal answers. */
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { ensureBuilt, ensureInstalled, ROOT } from './house.mjs';

ensureInstalled();
ensureBuilt();
const core = await import('../core/dist/index.js');

const FIVE_HOURS_S = 5 * 3600;
const rows = [];

/** Middle of several timed runs, ms; the first one only warms up. */
function median(runs, perform) {
  perform();
  const times = Array.from({ length: runs }, () => {
    const started = performance.now();
    perform();
    return performance.now() - started;
  });
  return times.sort((a, b) => a - b)[Math.floor(runs / 2)];
}

function report(what, ours, plain, note) {
  rows.push({ what, 'ours ms': ours.toFixed(1), 'plain ms': plain.toFixed(1), ratio: `${(plain / ours).toFixed(1)} ×`, note });
}

/** Five hours of uneven riding with coasting, from a seed. */
function longRide() {
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

/** The plain double loop: every duration, every start. */
function doubleLoop(watts) {
  const running = new Float64Array(watts.length + 1);
  for (let index = 0; index < watts.length; index += 1) running[index + 1] = running[index] + watts[index];
  const best = new Float64Array(watts.length + 1);
  for (let seconds = 1; seconds <= watts.length; seconds += 1) {
    let most = 0;
    for (let start = 0; start + seconds <= watts.length; start += 1) {
      const sum = running[start + seconds] - running[start];
      if (sum > most) most = sum;
    }
    best[seconds] = most / seconds;
  }
  return best;
}

function bestEfforts() {
  const watts = longRide();
  const ours = core.bestEffortsOverAll(watts);
  const plain = doubleLoop(watts);
  const differ = plain.findIndex((value, seconds) => value !== ours[seconds]);
  if (differ >= 0) throw new Error(`The answers differ at ${differ} s: ${ours[differ]} and ${plain[differ]}.`);
  report(
    'best efforts over all 18,000 durations of 5 h',
    median(9, () => core.bestEffortsOverAll(watts)),
    median(3, () => doubleLoop(watts)),
    'double loop over running sums; same answers for every duration',
  );
}

function sessionOfSixty() {
  const step = (index) => ({
    ...core.easyStep(`s${index}`, 120 + index),
    role: 'work',
    target: { kind: 'changing', from: { kind: 'percent', low: 60, high: 60 }, to: { kind: 'percent', low: 60 + index, high: 60 + index } },
  });
  const plan = {
    name: '',
    nameFollows: true,
    purpose: '',
    system: 'threshold',
    place: 'any',
    note: '',
    items: Array.from({ length: 60 }, (_, index) => step(index)),
  };
  const rider = { firstName: 'Ines', ftpW: 262, massKg: 61, thresholdBpm: 166, maximalBpm: 187, hasPower: true, easyPercent: 50, bests: [] };
  const stream = core.streamOf(core.expand(plan, rider));
  report(
    `expansion and load of 60 steps, ${stream.length} s`,
    median(25, () => core.sessionNumbers(plan, rider)),
    median(25, () => {
      let fourth = 0;
      for (let second = 29; second < stream.length; second += 1) {
        let sum = 0;
        for (let back = 0; back < 30; back += 1) sum += stream[second - back];
        fourth += (sum / 30) ** 4;
      }
      return fourth;
    }),
    'plain: only the surge-weighted power, every 30-s mean summed afresh',
  );
}

function csvImport() {
  const text = core.writeCsvRecording(
    longRide().map((watts) => ({ watts, bpm: 140, rpm: 88 })),
    '2026-06-01T08:00:00',
  );
  const read = core.parseCsvRecording(text);
  if (!read.ok || read.value.watts.length !== FIVE_HOURS_S) throw new Error('The import lost seconds.');
  report(
    `import of a 5 h CSV, ${Math.round(text.length / 1024)} kB`,
    median(7, () => core.parseCsvRecording(text)),
    median(7, () => text.split('\n').map((line) => line.split(',').map(Number))),
    'plain: split at line ends and commas, nothing checked',
  );
}

function bareNode() {
  const started = performance.now();
  spawnSync(process.execPath, ['-e', '0']);
  return performance.now() - started;
}

async function firstAnswer() {
  const folder = mkdtempSync(path.join(tmpdir(), 'uphill-bench-'));
  const started = performance.now();
  const child = spawn(process.execPath, [path.join(ROOT, 'server/dist/main.js'), '--port', '0', '--database', path.join(folder, 'bench.sqlite')], {
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  const url = await new Promise((resolve) => child.stdout.on('data', (data) => /http:\S+/.test(data) && resolve(/http:\S+/.exec(data)[0])));
  await (await fetch(`${url}/api/riders`)).json();
  const took = performance.now() - started;
  child.kill('SIGKILL');
  rmSync(folder, { recursive: true });
  return took;
}

async function serverStart() {
  const times = [];
  for (let round = 0; round < 5; round += 1) times.push(await firstAnswer());
  report('server start to first answer, new database', times.sort((a, b) => a - b)[2], bareNode(), 'plain: node starting and doing nothing');
}

/** Everything a view loads before it can be used, gzipped, from the manifest of the build. */
function firstLoad(view) {
  const manifest = JSON.parse(readFileSync(path.join(ROOT, 'web/dist/.vite/manifest.json'), 'utf8'));
  const seen = new Set();
  const follow = (key) => {
    if (seen.has(key)) return;
    seen.add(key);
    for (const next of manifest[key].imports ?? []) follow(next);
  };
  follow('index.html');
  if (view) follow(view);
  return [...seen].reduce((sum, key) => sum + gzipSync(readFileSync(path.join(ROOT, 'web/dist', manifest[key].file))).length, 0) / 1024;
}

bestEfforts();
sessionOfSixty();
csvImport();
await serverStart();
console.table(rows);
console.log('script of the built pages, gzipped:');
for (const [name, view] of [
  ['first load, riders', 'src/features/riders/RidersPage.tsx'],
  ['workshop', 'src/features/sessions/WorkshopPage.tsx'],
  ['test from a recording, before the chart', 'src/features/tests/ImportPage.tsx'],
  ['first load with the recording chart', 'src/charts/RecordingChart.tsx'],
]) {
  console.log(`  ${name}: ${firstLoad(view).toFixed(0)} kB`);
}
