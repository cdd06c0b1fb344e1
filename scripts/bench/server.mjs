/** The server: many recordings at once, and how soon it answers. */
import { spawn, spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync } from 'node:fs';
import { Agent, request } from 'node:http';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gunzipSync, gzipSync } from 'node:zlib';
import { ROOT } from '../house.mjs';
import { ask, startServer } from '../serverProcess.mjs';
import { curvePage } from './pages.mjs';
import { core, median, report, RIDER } from './tally.mjs';

const MANY = 300;
const IN_ONE_THREAD = 100;
const CURVE_RIDES = 500;
const AGENT = new Agent({ keepAlive: true });

function bareNode() {
  const started = performance.now();
  spawnSync(process.execPath, ['-e', '0']);
  return performance.now() - started;
}

async function firstAnswer() {
  const folder = mkdtempSync(path.join(tmpdir(), 'uphill-bench-'));
  const started = performance.now();
  const child = spawn(
    process.execPath,
    [
      path.join(ROOT, 'server/dist/main.js'),
      '--port',
      '0',
      '--database',
      path.join(folder, 'bench.sqlite'),
    ],
    {
      stdio: ['ignore', 'pipe', 'inherit'],
    },
  );
  const url = await new Promise((resolve) =>
    child.stdout.on('data', (data) => /http:\S+/.test(data) && resolve(/http:\S+/.exec(data)[0])),
  );
  await (await fetch(`${url}/api/riders`)).json();
  const took = performance.now() - started;
  child.kill('SIGKILL');
  rmSync(folder, { recursive: true });
  return took;
}

export async function serverStart() {
  const times = [];
  for (let round = 0; round < 5; round += 1) times.push(await firstAnswer());
  report(
    'server start to first answer, new database',
    times.sort((a, b) => a - b)[2],
    bareNode(),
    'plain: node starting and doing nothing',
  );
}

/** Two hours on a rolling road, packed as head units' archives are. */
function twoHours(seed) {
  const random = core.seededRandom(seed);
  const ridden = core.rideMeant(
    core.PLAIN_RIDER,
    [{ seconds: 7200, watts: 190, rolling: 0.2 }],
    random,
  );
  return gzipSync(
    core.writeCsvRecording(
      ridden,
      `2026-${String(1 + (seed % 9)).padStart(2, '0')}-${String(1 + (seed % 28)).padStart(2, '0')}T08:00:00`,
    ),
  );
}

/** A file as a page sends it. */
async function uploadOf(name, bytes) {
  const form = new FormData();
  form.set('file', new File([bytes], name));
  const request = new globalThis.Request('http://127.0.0.1', { method: 'POST', body: form });
  return {
    headers: { 'content-type': request.headers.get('content-type') },
    body: Buffer.from(await request.arrayBuffer()),
  };
}

/** Sends it with as little work as can be: the sender has the same two cores. */
function sendPlainly(url, { headers, body }) {
  return new Promise((resolve, reject) => {
    const sent = request(
      url,
      { method: 'POST', agent: AGENT, headers: { ...headers, 'content-length': body.length } },
      (answer) => {
        answer.resume();
        answer.on('end', () =>
          answer.statusCode === 200 ? resolve() : reject(new Error(String(answer.statusCode))),
        );
      },
    );
    sent.on('error', reject);
    sent.end(body);
  });
}

/** 300 recordings of two hours through the server, against one plain pass in this thread that unpacks, splits and runs the double loop over the usual lengths. */
export async function manyImports() {
  const folder = mkdtempSync(path.join(tmpdir(), 'uphill-bench-'));
  const files = Array.from({ length: MANY }, (_, seed) => twoHours(seed));
  // Made before the clock starts: what a sender does is not measured.
  const uploads = await Promise.all(files.map((bytes, seed) => uploadOf(`${seed}.csv.gz`, bytes)));
  const server = await startServer(path.join(folder, 'bench.sqlite'));
  const post = (address, body) => ask(`${server.url}/api/${address}`, { method: 'POST', ...body });
  const json = (value) => ({
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify(value),
  });
  const rider = JSON.parse((await post('riders', json(RIDER))).text);
  const send = (upload) => sendPlainly(`${server.url}/api/riders/${rider.id}/recordings`, upload);
  const answers = [];
  const watching = setInterval(async () => {
    answers.push((await ask(`${server.url}/api/riders`)).took);
  }, 250);
  const queue = [...uploads];
  const started = performance.now();
  await Promise.all(
    [1, 2, 3].map(async () => {
      for (let next = queue.shift(); next; next = queue.shift()) await send(next);
    }),
  );
  const took = performance.now() - started;
  clearInterval(watching);
  const most = server.mostMemory();
  const plain =
    median(1, () => {
      for (const bytes of files.slice(0, IN_ONE_THREAD)) {
        const { value } = core.askOrReadFile(new Uint8Array(gunzipSync(bytes)), {}, []);
        const { watts, bpm, metresPerSecond, rpm } = value;
        core.rideNumbers({ watts, bpm, stops: core.stopsOf(metresPerSecond, rpm) });
      }
    }) *
    (MANY / IN_ONE_THREAD);
  report(
    `import of ${MANY} recordings of 2 h with best efforts`,
    took,
    plain,
    `${((MANY / took) * 1000).toFixed(1)} a second, stored; plain: the same functions of the core in a loop in one thread, ${IN_ONE_THREAD} of them scaled up, nothing packed or stored`,
  );
  const sorted = answers.sort((a, b) => a - b);
  console.log(
    `while they came in: ${sorted.length} other answers, middle ${sorted[sorted.length >> 1]?.toFixed(0)} ms, slowest ${sorted.at(-1)?.toFixed(0)} ms; the server held at most ${most} MB`,
  );
  for (let seed = MANY; seed < CURVE_RIDES; seed += 1)
    await send(await uploadOf(`${seed}.csv.gz`, twoHours(seed)));
  const ftp = { testId: null, usedW: 250, countsFrom: '2026-01-01', reason: '' };
  await post(`riders/${rider.id}/ftp`, json(ftp));
  await curvePage(server.url, rider.id, CURVE_RIDES);
  await server.stop();
  rmSync(folder, { recursive: true });
}
