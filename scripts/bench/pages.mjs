/** The pages in Debian's chromium: how soon they are drawn, how smoothly, and how much script they load. */
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { ensureChromium, ROOT } from '../house.mjs';
import { itemsOf, report, RIDER } from './tally.mjs';

/** Everything a view loads before it can be used, gzipped, from the manifest of the build. */
export function firstLoad(view) {
  const manifest = JSON.parse(
    readFileSync(path.join(ROOT, 'web/dist/.vite/manifest.json'), 'utf8'),
  );
  const seen = new Set();
  const follow = (key) => {
    if (seen.has(key)) return;
    seen.add(key);
    for (const next of manifest[key].imports ?? []) follow(next);
  };
  follow('index.html');
  if (view) follow(view);
  return (
    [...seen].reduce(
      (sum, key) =>
        sum + gzipSync(readFileSync(path.join(ROOT, 'web/dist', manifest[key].file))).length,
      0,
    ) / 1024
  );
}

const BARS = ['--headless', '--no-sandbox', '--disable-gpu'];
/** Ten minutes of session at 60×, s. */
const RIDDEN_S = 10;

async function openBrowser() {
  const { chromium } = await import('@playwright/test');
  const browser = await chromium.launch({ executablePath: ensureChromium(), args: BARS });
  return { browser, page: await browser.newPage({ viewport: { width: 1280, height: 800 } }) };
}

/** A house of one rider with an FTP and one session, and a page to look at it with. */
async function withSession(sentence, perform) {
  const { buildApp } = await import('../../server/dist/index.js');
  const folder = mkdtempSync(path.join(tmpdir(), 'uphill-bench-'));
  const app = await buildApp({
    database: path.join(folder, 'bench.sqlite'),
    pages: path.join(ROOT, 'web/dist'),
  });
  const send = async (url, payload) =>
    (
      await app.inject({
        method: 'POST',
        url: `/api${url}`,
        headers: { host: '127.0.0.1' },
        payload,
      })
    ).json();
  const rider = await send('/riders', RIDER);
  await send(`/riders/${rider.id}/ftp`, {
    testId: null,
    usedW: 262,
    countsFrom: '2026-01-01',
    reason: '',
  });
  const plan = {
    name: 'Measured',
    nameFollows: false,
    purpose: '',
    system: 'threshold',
    place: 'any',
    note: '',
    items: itemsOf(sentence),
  };
  const session = await send('/sessions', { plan });
  const url = await app.listen({ host: '127.0.0.1', port: 0 });
  const { browser, page } = await openBrowser();
  await perform({ url, rider, session, page, send });
  await browser.close();
  await app.close();
  rmSync(folder, { recursive: true });
}

/** From asking for the page to the drawn curve, in Debian's chromium; the second time the browser has the scripts. */
export async function curvePage(url, riderId, rides) {
  const { browser, page } = await openBrowser();
  const times = [];
  for (let round = 0; round < 4; round += 1) {
    const started = performance.now();
    await page.goto(`${url}/riders/${riderId}/zones/curve`);
    await page.locator('.recharts-line-curve').last().waitFor({ state: 'attached' });
    times.push(performance.now() - started);
  }
  const answerStarted = performance.now();
  const points = await (
    await fetch(`${url}/api/riders/${riderId}/curve?from=2000-01-01&to=2099-01-01`)
  ).json();
  const answered = performance.now() - answerStarted;
  const again = times.slice(1).sort((a, b) => a - b)[1];
  console.log(
    `curve page of a rider with ${rides} rides: drawn after ${times[0].toFixed(0)} ms the first time, ${again.toFixed(0)} ms again; one window answered in ${answered.toFixed(0)} ms, ${points.length} points`,
  );
  await browser.close();
}

/** From before each press to the frame after it was drawn, ms; the 95th percentile of sixty. */
async function drawnAfter(page, press) {
  const times = [];
  for (let index = 0; index < 60; index += 1) {
    await page.evaluate(() => {
      globalThis.pressedAt = null;
      globalThis.addEventListener('keydown', () => (globalThis.pressedAt = performance.now()), {
        capture: true,
        once: true,
      });
    });
    await press(index);
    times.push(
      await page.evaluate(
        () =>
          new Promise((done) =>
            globalThis.requestAnimationFrame(() =>
              setTimeout(() => done(performance.now() - globalThis.pressedAt), 0),
            ),
          ),
      ),
    );
  }
  return times.sort((a, b) => a - b)[56];
}

/** Keystroke to redrawn workshop for a session of 60 steps, and of 500, against a controlled input on a page of little else. */
export async function keystrokes() {
  const words = Array.from(
    { length: 59 },
    (_, index) => `${2 + (index % 5)}:00 at ${60 + index} %`,
  ).join(', ');
  const measured = {};
  const measure =
    (name, set) =>
    async ({ url, rider, session, page }) => {
      await page.goto(`${url}/riders/${rider.id}/sessions/${session.id}`);
      await page.getByRole('gridcell', { name: set }).click();
      const table = await drawnAfter(page, (index) =>
        page.keyboard.press(index % 2 === 0 ? '+' : '-'),
      );
      await page.getByLabel('The session in a sentence').focus();
      const sentence = await drawnAfter(page, () => page.keyboard.press('x'));
      await page.goto(`${url}/hills`);
      await page.getByLabel('Name').focus();
      const plain = await drawnAfter(page, () => page.keyboard.press('x'));
      measured[name] = { table, sentence, plain };
    };
  await withSession(`${words}, 3 × 3:00 at 118 %, 2:00 easy between`, measure('60 steps', '3×'));
  await withSession('250 × (1:00 at 108 % and 1:45 at 60 %)', measure('500 steps, 11 h', '250×'));
  for (const [name, { table, sentence, plain }] of Object.entries(measured)) {
    report(
      `a rep more or fewer to redrawn workshop, ${name}, 95th percentile`,
      table,
      plain,
      'plain: a key in a controlled input on a page of little else',
    );
    report(
      `a key in the sentence of the same session, 95th percentile`,
      sentence,
      plain,
      'plain: the same; what it says is read 120 ms later',
    );
  }
}

/** Frames while something runs, and the longest wait between two, ms. */
function frames(page, seconds) {
  return page.evaluate(
    (ms) =>
      new Promise((done) => {
        const started = performance.now();
        let [count, before, longest] = [0, started, 0];
        const next = (now) => {
          count += 1;
          longest = Math.max(longest, now - before);
          before = now;
          if (now - started < ms) globalThis.requestAnimationFrame(next);
          else done({ perSecond: (count / (now - started)) * 1000, longest });
        };
        globalThis.requestAnimationFrame(next);
      }),
    seconds * 1000,
  );
}

/** Frames of the ride room at 60× over ten minutes of session, against an empty page. */
export async function rideRoom() {
  await withSession(
    '10 building to 75 %, 4 × 4:00 at 95–100 %, 2:00 easy between, 5 down',
    async ({ url, rider, session, page, send }) => {
      const today = new Date();
      const date = `${today.getFullYear()}-${String(today.getMonth() + 1).padStart(2, '0')}-${String(today.getDate()).padStart(2, '0')}`;
      const [day] = await send('/days', {
        sessionId: session.id,
        riders: [{ riderId: rider.id, dates: [date] }],
      });
      await page.goto('about:blank');
      const empty = await frames(page, RIDDEN_S);
      await page.goto(`${url}/riders/${rider.id}/days/${day.id}/ride`);
      await page.getByRole('button', { name: 'Enter the ride room' }).click();
      await page.getByLabel('Speed').selectOption('60');
      await page.getByRole('button', { name: 'Start' }).click();
      const ridden = await frames(page, RIDDEN_S);
      const left = await page.getByLabel('Time left').innerText();
      const say = ({ perSecond, longest }) =>
        `${perSecond.toFixed(1)} frames a second, longest wait ${longest.toFixed(0)} ms`;
      console.log(
        `ride room at 60× over ten minutes of session: ${say(ridden)} (${left} left of the step); an empty page: ${say(empty)}`,
      );
    },
  );
}
