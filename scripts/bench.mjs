/** npm run bench: hot paths as ratios against a plain baseline in the same run. Prints; asserts nothing but equal answers. */
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { ensureBuilt, ensureChromium, ensureInstalled, ROOT } from './house.mjs';

ensureInstalled();
ensureBuilt();
const core = await import('../core/dist/index.js');

const FIVE_HOURS_S = 5 * 3600;
const MANY = 300;
const IN_ONE_THREAD = 24;
const CURVE_RIDES = 500;
const RIDER = {
  name: 'Ines Okafor',
  birthYear: 1994,
  sex: null,
  powerSource: 'crank',
  masters: false,
  goal: null,
  notes: '',
  schemeId: null,
  retestWeeks: 6,
  hideMass: null,
  sessionShown: 'dayBefore',
};
const RIDER_ON_DAY = {
  firstName: 'Ines',
  ftpW: 262,
  massKg: 61,
  restingBpm: 48,
  thresholdBpm: 166,
  maximalBpm: 187,
  hasPower: true,
  easyPercent: 50,
  bests: [],
};
const rows = [];
let ids = 0;

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
  const rider = RIDER_ON_DAY;
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

/** W′ balance and the solved watts of 500 steps, against the plain loop second by second. */
function balanceOfMany() {
  const { items } = core.parseSentence('250 × (2:00 at 108 % and 3:00 at 60 %)', { hills: [], ftpW: 262, newId: () => String((ids += 1)) });
  const plan = { name: '', nameFollows: true, purpose: '', system: 'ceiling', place: 'any', note: '', items };
  const pair = core.pairFromBests(470, 318);
  const rider = { ...RIDER_ON_DAY, bests: [[300, 318]], pair: pair.value };
  const segments = core.expand(plan, rider);
  const model = { cpW: 262, wPrimeJ: 16_000 };
  const stream = core.streamOf(segments);
  const loop = (watts) => {
    let balance = model.wPrimeJ;
    let lowest = balance;
    for (const each of watts) {
      balance = core.balanceAfter(balance, each, 1, model);
      if (balance < lowest) lowest = balance;
    }
    return lowest;
  };
  const differ = Math.abs(core.sessionBalance(segments, model).lowestJ - loop(stream));
  if (differ > 0.01) throw new Error(`The balances differ by ${differ} J.`);
  report(
    `W′ balance of ${segments.length} steps, ${stream.length} s`,
    // Often enough that both are compiled: in the workshop they run at every key.
    median(400, () => core.sessionBalance(segments, model)),
    median(400, () => loop(stream)),
    'plain: second by second; the same lowest point to a hundredth of a joule',
  );
  const highest = (test) => {
    let [low, high] = [262, 302];
    while (high - low > 0.1) {
      const middle = (low + high) / 2;
      if (test(middle)) low = middle;
      else high = middle;
    }
    return low;
  };
  const repIds = new Set(segments.filter(({ role }) => role === 'work').map(({ stepId }) => stepId));
  const keeps = (lowest) => lowest >= 0.1 * model.wPrimeJ;
  const rodeAt = (watts) =>
    segments.map((segment) =>
      repIds.has(segment.stepId) ? { ...segment, from: { ...segment.from, countedW: watts }, to: { ...segment.to, countedW: watts } } : segment,
    );
  const ours = () => {
    const lowestAt = core.lowestByWatts(segments, repIds, model);
    return highest((watts) => keeps(lowestAt(watts)));
  };
  const plain = () => highest((watts) => keeps(loop(core.streamOf(rodeAt(watts)))));
  if (Math.abs(ours() - plain()) > 0.01) throw new Error(`The solved watts differ: ${ours()} and ${plain()}.`);
  report('highest watts that keep 10 % of W′ in it', median(60, ours), median(60, plain), 'plain: the same search over the plain loop');
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

/** Simulated seconds per second of the stand-ins, against the same loop that only adds up. */
function standIns() {
  const setting = core.usualSetting('sixty-minute', core.PLAIN_RIDER, 250, 5);
  const seconds = core.rideOn(core.startTestRide(setting)).seconds.length;
  const ours = median(9, () => core.rideOn(core.startTestRide(setting)));
  report(
    `an hour's test on the stand-ins, ${seconds} s`,
    ours,
    median(9, () => {
      const random = core.seededRandom(5);
      let watts = 0;
      for (let second = 0; second < seconds; second += 1) watts += core.bell(random);
      return watts;
    }),
    `plain: one bell-shaped number a second; ours rides ${Math.round((seconds / ours) * 1000).toLocaleString('en-GB')} simulated seconds a second`,
  );
}

/** Two hours on a rolling road, packed as head units' archives are. */
function twoHours(seed) {
  const random = core.seededRandom(seed);
  const ridden = core.rideMeant(core.PLAIN_RIDER, [{ seconds: 7200, watts: 190, rolling: 0.2 }], random);
  return gzipSync(core.writeCsvRecording(ridden, `2026-${String(1 + (seed % 9)).padStart(2, '0')}-${String(1 + (seed % 28)).padStart(2, '0')}T08:00:00`));
}

/** 300 recordings of two hours through the server, against one plain pass in this thread that unpacks, splits and runs the double loop over the usual lengths. */
async function manyImports() {
  const { buildApp } = await import('../server/dist/index.js');
  const folder = mkdtempSync(path.join(tmpdir(), 'uphill-bench-'));
  const files = Array.from({ length: MANY }, (_, seed) => twoHours(seed));
  const app = await buildApp({ database: path.join(folder, 'bench.sqlite'), pages: path.join(ROOT, 'web/dist') });
  const headers = { host: '127.0.0.1' };
  const rider = (await app.inject({ method: 'POST', url: '/api/riders', headers, payload: RIDER })).json();
  const send = (name, bytes) => {
    const edge = 'bench-edge';
    const head = `--${edge}\r\nContent-Disposition: form-data; name="file"; filename="${name}"\r\nContent-Type: application/octet-stream\r\n\r\n`;
    const payload = Buffer.concat([Buffer.from(head), bytes, Buffer.from(`\r\n--${edge}--\r\n`)]);
    return app.inject({
      method: 'POST',
      url: `/api/riders/${rider.id}/recordings`,
      headers: { ...headers, 'content-type': `multipart/form-data; boundary=${edge}` },
      payload,
    });
  };
  const answers = [];
  const watching = setInterval(async () => {
    const started = performance.now();
    await app.inject({ url: '/api/riders', headers });
    answers.push(performance.now() - started);
  }, 250);
  const queue = [...files.entries()];
  let most = 0;
  const started = performance.now();
  await Promise.all(
    [1, 2].map(async () => {
      for (let next = queue.shift(); next; next = queue.shift()) {
        const answer = await send(`${next[0]}.csv.gz`, next[1]);
        if (answer.statusCode !== 200) throw new Error(answer.body);
        most = Math.max(most, process.memoryUsage().rss);
      }
    }),
  );
  const took = performance.now() - started;
  clearInterval(watching);
  const { default: importRecording } = await import('../server/dist/workers/importRecording.js');
  const plain = median(1, () => files.slice(0, IN_ONE_THREAD).forEach((file) => importRecording(file))) * (MANY / IN_ONE_THREAD);
  report(
    `import of ${MANY} recordings of 2 h with best efforts`,
    took,
    plain,
    `${((MANY / took) * 1000).toFixed(1)} a second, stored; plain: the same reading in one thread, ${IN_ONE_THREAD} of them scaled up, nothing stored`,
  );
  const sorted = answers.sort((a, b) => a - b);
  console.log(
    `while they came in: ${sorted.length} other answers, middle ${sorted[sorted.length >> 1]?.toFixed(0)} ms, slowest ${sorted.at(-1)?.toFixed(0)} ms; memory at most ${Math.round(most / 1024 / 1024)} MB`,
  );
  for (let seed = MANY; seed < CURVE_RIDES; seed += 1) await send(`${seed}.csv.gz`, twoHours(seed));
  await app.inject({
    method: 'POST',
    url: `/api/riders/${rider.id}/ftp`,
    headers,
    payload: { testId: null, usedW: 250, countsFrom: '2026-01-01', reason: '' },
  });
  await curvePage(app, rider.id);
  await app.close();
  rmSync(folder, { recursive: true });
}

/** From asking for the page to the drawn curve, in Debian's chromium; the second time the browser has the scripts. */
async function curvePage(app, riderId) {
  const url = await app.listen({ host: '127.0.0.1', port: 0 });
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({ executablePath: ensureChromium(), args: ['--headless', '--no-sandbox', '--disable-gpu'] });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const times = [];
  for (let round = 0; round < 4; round += 1) {
    const started = performance.now();
    await page.goto(`${url}/riders/${riderId}/zones/curve`);
    await page.locator('.recharts-line-curve').last().waitFor({ state: 'attached' });
    times.push(performance.now() - started);
  }
  const answerStarted = performance.now();
  const points = await (await fetch(`${url}/api/riders/${riderId}/curve?from=2000-01-01&to=2099-01-01`)).json();
  const answered = performance.now() - answerStarted;
  const again = times.slice(1).sort((a, b) => a - b)[1];
  console.log(
    `curve page of a rider with ${CURVE_RIDES} rides: drawn after ${times[0].toFixed(0)} ms the first time, ${again.toFixed(0)} ms again; one window answered in ${answered.toFixed(0)} ms, ${points.length} points`,
  );
  await browser.close();
}

/** Keystroke to redrawn workshop for a session of 60 steps, against a controlled input on a page of little else. */
async function keystrokes() {
  const { buildApp } = await import('../server/dist/index.js');
  const { chromium } = await import('@playwright/test');
  const folder = mkdtempSync(path.join(tmpdir(), 'uphill-bench-'));
  const app = await buildApp({ database: path.join(folder, 'bench.sqlite'), pages: path.join(ROOT, 'web/dist') });
  const headers = { host: '127.0.0.1' };
  const rider = (await app.inject({ method: 'POST', url: '/api/riders', headers, payload: RIDER })).json();
  await app.inject({
    method: 'POST',
    url: `/api/riders/${rider.id}/ftp`,
    headers,
    payload: { testId: null, usedW: 262, countsFrom: '2026-01-01', reason: '' },
  });
  const words = Array.from({ length: 59 }, (_, index) => `${2 + (index % 5)}:00 at ${60 + index} %`).join(', ');
  const { items } = core.parseSentence(`${words}, 3 × 3:00 at 118 %, 2:00 easy between`, { hills: [], ftpW: 262, newId: () => String((ids += 1)) });
  const plan = { name: 'Sixty', nameFollows: false, purpose: '', system: 'threshold', place: 'any', note: '', items };
  const session = (await app.inject({ method: 'POST', url: '/api/sessions', headers, payload: { plan } })).json();
  const url = await app.listen({ host: '127.0.0.1', port: 0 });
  const browser = await chromium.launch({ executablePath: ensureChromium(), args: ['--headless', '--no-sandbox', '--disable-gpu'] });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  /** From before each press to the frame after it was drawn, ms; the 95th percentile of sixty. */
  const drawn = async (press) => {
    const times = [];
    for (let index = 0; index < 60; index += 1) {
      await page.evaluate(() => {
        globalThis.pressedAt = null;
        globalThis.addEventListener('keydown', () => (globalThis.pressedAt = performance.now()), { capture: true, once: true });
      });
      await press(index);
      times.push(
        await page.evaluate(
          () => new Promise((done) => globalThis.requestAnimationFrame(() => setTimeout(() => done(performance.now() - globalThis.pressedAt), 0))),
        ),
      );
    }
    return times.sort((a, b) => a - b)[56];
  };
  await page.goto(`${url}/riders/${rider.id}/sessions/${session.id}`);
  await page.getByRole('gridcell', { name: '3×' }).click();
  const table = await drawn((index) => page.keyboard.press(index % 2 === 0 ? '+' : '-'));
  await page.getByLabel('The session in a sentence').focus();
  const sentence = await drawn(() => page.keyboard.press('x'));
  await page.goto(`${url}/hills`);
  await page.getByLabel('Name').focus();
  const plain = await drawn(() => page.keyboard.press('x'));
  report('a rep more or fewer to redrawn workshop, 60 steps, 95th percentile', table, plain, 'plain: a key in a controlled input on a page of little else');
  report('a key in the sentence of the same session, 95th percentile', sentence, plain, 'plain: the same; what it says is read 120 ms later');
  await browser.close();
  await app.close();
  rmSync(folder, { recursive: true });
}

bestEfforts();
sessionOfSixty();
balanceOfMany();
csvImport();
standIns();
await keystrokes();
await manyImports();
await serverStart();
console.table(rows);
console.log('script of the built pages, gzipped:');
for (const [name, view] of [
  ['first load, riders', 'src/features/riders/RidersPage.tsx'],
  ['workshop', 'src/features/sessions/WorkshopPage.tsx'],
  ['test day', 'src/features/tests/day/TestDayPage.tsx'],
  ['test from a recording, before the chart', 'src/features/tests/ImportPage.tsx'],
  ['zones', 'src/features/zones/ZonesPage.tsx'],
  ['first load with the recording chart', 'src/charts/RecordingChart.tsx'],
]) {
  console.log(`  ${name}: ${firstLoad(view).toFixed(0)} kB`);
}
