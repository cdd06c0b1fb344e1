/** How soon the pages answer a click on the grown database, and how much is sent for the first of them. */
import { ensureChromium } from '../house.mjs';
import { ask, percentile, startServer } from '../serverProcess.mjs';

const BARS = ['--headless', '--no-sandbox', '--disable-gpu'];
const ROUNDS = 20;
/** A hand is no faster. */
const BETWEEN_MS = 250;

/**
 * Milliseconds from a click to the picture after what it brought, in the page's own clock: two frames after the
 * element that was waited for is there.
 */
function clicked(page, click, shown) {
  return page.evaluate(
    async ([clickOn, waitFor]) => {
      const find = (query) =>
        query.text
          ? [...globalThis.document.querySelectorAll(query.css)].find((each) =>
              each.textContent.includes(query.text),
            )
          : globalThis.document.querySelector(query.css);
      const frame = () => new Promise((resolve) => globalThis.requestAnimationFrame(resolve));
      const started = performance.now();
      find(clickOn).click();
      for (let tries = 0; tries < 600; tries += 1) {
        const found = find(waitFor);
        if (waitFor.gone ? !found : found) break;
        await frame();
      }
      await frame();
      return performance.now() - started;
    },
    [click, shown],
  );
}

/** Bytes and requests of a page that is opened for the first time. */
async function opened(browser, url, ready) {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const page = await context.newPage();
  const session = await context.newCDPSession(page);
  await session.send('Network.enable');
  let [bytes, answers, requests] = [0, 0, 0];
  const api = new Set();
  const answered = new Set();
  session.on('Network.responseReceived', ({ requestId, response }) => {
    requests += 1;
    if (response.url.includes('/api/') && !response.url.endsWith('/api/events')) api.add(requestId);
  });
  session.on('Network.loadingFinished', ({ requestId, encodedDataLength }) => {
    answered.add(requestId);
    if (api.has(requestId)) answers += encodedDataLength;
    else bytes += encodedDataLength;
  });
  const started = Date.now();
  await page.goto(url);
  await page.locator(ready).first().waitFor();
  const drawn = Date.now() - started;
  // What it listens to stays open: done is what else it asked for.
  await page.waitForFunction("document.readyState === 'complete'");
  while ([...api].some((id) => !answered.has(id)))
    await page.evaluate('new Promise((done) => requestIdleCallback(done))');
  await context.close();
  return { bytes, answers, requests, api: api.size, drawn };
}

export async function measurePages(database) {
  const { chromium } = await import('@playwright/test');
  const server = await startServer(database);
  const browser = await chromium.launch({ executablePath: ensureChromium(), args: BARS });
  const { url } = server;
  const riders = JSON.parse((await ask(`${url}/api/riders`)).text);
  const rider = riders[0].id;
  const today = new Date().toISOString().slice(0, 10);
  const first = await opened(browser, `${url}/riders`, 'table.riders tbody tr');
  const day = await opened(browser, `${url}/days/${today}`, '.days li, .empty');
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  const clicks = [];
  const repeat = async (name, target, pairs) => {
    const times = [];
    for (let round = 0; round < ROUNDS; round += 1)
      for (const [click, shown] of pairs) {
        times.push(await clicked(page, click, shown));
        await page.waitForTimeout(BETWEEN_MS);
      }
    // The first of each is of code that was never run.
    clicks.push({
      name,
      p95: percentile(times.slice(pairs.length), 0.95),
      middle: percentile(times, 0.5),
      target,
    });
  };
  await page.goto(`${url}/riders/${rider}/sessions`);
  await page
    .getByRole('button', { name: /^Assign/ })
    .first()
    .waitFor();
  const dialog = { css: '.modal-body .assign-names' };
  await repeat('Sessions with 300 entries: open and close the dialog to assign', 150, [
    [{ css: '.days button', text: 'Assign' }, dialog],
    [
      { css: '.modal-footer button', text: 'Cancel' },
      { ...dialog, gone: true },
    ],
  ]);
  await page
    .getByRole('button', { name: /^Assign/ })
    .first()
    .click();
  await page.locator(dialog.css).waitFor();
  await repeat('the dialog: all riders, then one', 100, [
    [
      { css: '.assign-riders button', text: 'All' },
      { css: '.modal-footer button', text: 'Choose a day' },
    ],
    [
      { css: '.assign-riders button', text: 'Only' },
      { css: '.modal-footer button', text: 'Choose a day' },
    ],
  ]);
  await repeat('the dialog: a day chosen and let go', 100, [
    [{ css: '.assign-day:not([aria-label*=past])' }, { css: '.assign-day[aria-pressed=true]' }],
    [
      { css: '.assign-day[aria-pressed=true]' },
      { css: '.assign-day[aria-pressed=true]', gone: true },
    ],
  ]);
  await page.goto(`${url}/riders/${rider}/tests`);
  await page.locator('.road a').first().waitFor();
  await repeat('from station to station', 100, [
    [
      { css: '.road a', text: 'Zones' },
      { css: 'h1', text: 'Zone ladder' },
    ],
    [
      { css: '.road a', text: 'Rides' },
      { css: 'h1', text: 'Rides' },
    ],
    [
      { css: '.road a', text: 'Sessions' },
      { css: 'h1', text: 'Sessions' },
    ],
    [
      { css: '.road a', text: 'Tests' },
      { css: 'h1', text: 'Tests' },
    ],
  ]);
  await repeat('to the riders and back', 100, [
    [{ css: '.bar a', text: 'Riders' }, { css: 'table.riders tbody tr' }],
    [{ css: 'table.riders tbody a' }, { css: 'h1', text: 'Tests' }],
  ]);
  await repeat('to the session book and the squad’s week', 100, [
    [{ css: '.bar a', text: 'Session book' }, { css: '.book-rung' }],
    [
      { css: '.bar a', text: 'Squad week' },
      { css: 'h1', text: 'Session book', gone: true },
    ],
  ]);
  await browser.close();
  await server.stop();
  return { first, day, clicks };
}
