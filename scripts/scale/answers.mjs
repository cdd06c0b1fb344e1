/** How soon the server answers whatever a page asks for. */
import { ask, percentile, startServer } from '../serverProcess.mjs';

const ROUNDS = 40;
const DAY_MS = 86_400_000;

const day = (from) => new Date(Date.now() + from * DAY_MS).toISOString().slice(0, 10);

/** Every request of a page; those with a rider go from one rider to the next. */
async function requestsOf(url) {
  const get = async (path) => JSON.parse((await ask(`${url}/api${path}`)).text);
  const riders = await get('/riders');
  const ids = riders.map(({ id }) => id);
  const of = (round) => ids[round % ids.length];
  const sessions = await get('/sessions');
  const samples = [];
  for (const id of ids.slice(0, 12)) {
    const rides = await get(`/riders/${id}/rides?from=${day(-60)}&to=${day(0)}`);
    const days = await get(`/riders/${id}/days?from=${day(-10)}&to=${day(28)}`);
    samples.push({
      ride: rides[0]?.id,
      recording: rides.find(({ recordings }) => recordings.length > 0)?.recordings[0].id,
      day: days[0]?.id,
    });
  }
  const sample = (round) => samples[round % samples.length];
  const span = (from, to) => `from=${day(from)}&to=${day(to)}`;
  return [
    ['riders, on every page', () => '/riders'],
    ['a rider', (n) => `/riders/${of(n)}`],
    ['what goes with a rider', (n) => `/riders/${of(n)}/deletion`],
    ['squad’s days, four weeks', () => `/days?${span(-14, 14)}`],
    ['squad’s days, a year', () => `/days?${span(-364, 0)}`, 150],
    ['squad’s days of one date', (n) => `/days/on/${day(-n)}`],
    ['a rider’s days', (n) => `/riders/${of(n)}/days?${span(-10, 28)}`],
    ['months with days', (n) => `/riders/${of(n)}/days/months`],
    ['a day', (n) => `/days/${sample(n).day}`],
    ['models of all', () => `/models?on=${day(0)}`],
    ['a model', (n) => `/models?on=${day(0)}&riders=${of(n)}`],
    ['tests', (n) => `/riders/${of(n)}/tests`],
    ['marked efforts', (n) => `/riders/${of(n)}/marked-efforts`],
    ['hard days before', (n) => `/riders/${of(n)}/hard-days?before=${day(0)}`],
    ['curve of 90 days', (n) => `/riders/${of(n)}/curve?${span(-90, 0)}`],
    ['curve of a year', (n) => `/riders/${of(n)}/curve?${span(-365, 0)}`],
    ['curve of all time', (n) => `/riders/${of(n)}/curve?from=1990-01-01&to=${day(0)}`, 150, 400],
    ['rides of five weeks', (n) => `/riders/${of(n)}/rides?${span(-35, 0)}`],
    ['months with rides', (n) => `/riders/${of(n)}/rides/months`],
    ['a ride', (n) => `/rides/${sample(n).ride}`],
    ['a recording', (n) => `/recordings/${sample(n).recording}`],
    ['sessions to choose from', () => '/sessions'],
    ['a session', (n) => `/sessions/${sessions[n % sessions.length].id}`],
    ['days behind a session', (n) => `/sessions/${sessions[n % sessions.length].id}/behind`],
    ['schemes', () => '/schemes'],
    ['settings', () => '/settings'],
    ['hills', () => '/hills'],
    ['what undo would do', () => '/journal'],
    ['health', () => '/health'],
  ].map(([name, path, target = 100, coldTarget = null]) => ({ name, path, target, coldTarget }));
}

/** One run: a server started anew for each first request that has a target of its own, then every request in turn. */
export async function measureAnswers(database) {
  const rows = [];
  let server = await startServer(database);
  const requests = await requestsOf(server.url);
  await server.stop();
  for (const { name, path, target, coldTarget } of requests) {
    if (coldTarget !== null) await server.stop();
    if (coldTarget !== null || rows.length === 0) server = await startServer(database);
    const { took: cold } = await ask(`${server.url}/api${path(0)}`);
    const times = [];
    let bytes = 0;
    for (let round = 0; round < ROUNDS; round += 1) {
      const answer = await ask(`${server.url}/api${path(round)}`);
      times.push(answer.took);
      bytes = Math.max(bytes, answer.bytes);
    }
    rows.push({
      name,
      cold,
      middle: percentile(times, 0.5),
      p95: percentile(times, 0.95),
      bytes,
      target,
      coldTarget,
    });
  }
  await server.stop();
  return rows;
}

/** Assigning one session to many riders on eight days, with somebody else asking all the while; then undo. */
export async function measureAssigning(database, most) {
  const server = await startServer(database);
  const api = `${server.url}/api`;
  const riders = JSON.parse((await ask(`${api}/riders`)).text).slice(0, most);
  const sessions = JSON.parse((await ask(`${api}/sessions`)).text);
  const session = sessions.find(({ plan }) => plan.system === 'endurance') ?? sessions[0];
  const dates = Array.from({ length: 8 }, (_, index) => day(40 + 3 * index));
  const body = JSON.stringify({
    sessionId: session.id,
    again: true,
    riders: riders.map(({ id }) => ({ riderId: id, dates })),
  });
  const headers = { 'content-type': 'application/json' };
  const [times, waits, undone] = [[], [], []];
  // The first of all is of code that was never run, and beside what the server does after its start.
  const firstWaits = [];
  for (let round = 0; round < 6; round += 1) {
    let going = true;
    const watching = (async () => {
      while (going) {
        const { took } = await ask(`${api}/health`);
        (round === 0 ? firstWaits : waits).push(took);
        await new Promise((resolve) => setTimeout(resolve, 2));
      }
    })();
    times.push((await ask(`${api}/days`, { method: 'POST', headers, body })).took);
    undone.push((await ask(`${api}/undo`, { method: 'POST' })).took);
    going = false;
    await watching;
  }
  await server.stop();
  return {
    riders: riders.length,
    times: times.slice(1),
    first: times[0],
    firstWaits,
    waits,
    undone,
  };
}
