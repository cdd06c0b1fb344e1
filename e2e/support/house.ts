import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { test as base, expect, type Page, type Request } from '@playwright/test';
import { buildDemo } from '@uphill/demo';
import { buildApp } from '@uphill/server';

const PAGES = fileURLToPath(new URL('../../web/dist', import.meta.url));

/** A running house on its own database and port. */
export interface House {
  readonly url: string;
  /** Folder of the database; with demo data, `recordings/` in it holds files to bring in. */
  readonly folder: string;
}

async function open(demo: boolean): Promise<House & { close: () => Promise<void> }> {
  const folder = mkdtempSync(path.join(tmpdir(), 'uphill-e2e-'));
  const database = path.join(folder, 'uphill-count.sqlite');
  // Some weeks of rides are enough to look at; the pictures are made from the whole story.
  if (demo)
    await buildDemo(database, () => undefined, Number(process.env['UPHILL_RIDE_DAYS'] ?? 21));
  const app = await buildApp({ database, pages: PAGES, demo });
  const url = await app.listen({ host: '127.0.0.1', port: 0 });
  return {
    url,
    folder,
    close: async () => {
      await app.close();
      rmSync(folder, { recursive: true });
    },
  };
}

/** Tests with a house of their own: an empty one, or one with the demo club. */
export const test = base.extend<{ emptyHouse: House }, { demoHouse: House }>({
  page: async ({ page }, use) => {
    follow(page);
    await use(page);
  },
  emptyHouse: async ({}, use) => {
    const house = await open(false);
    await use(house);
    await house.close();
  },
  demoHouse: [
    async ({}, use) => {
      const house = await open(true);
      await use(house);
      await house.close();
    },
    { scope: 'worker' },
  ],
});

export { expect } from '@playwright/test';

/** Ids of the demo's riders and sessions, by name. */
export async function idsOf(
  house: House,
): Promise<{ rider: (name: string) => string; session: (name: string) => string }> {
  const riders = (await (await fetch(`${house.url}/api/riders`)).json()) as {
    id: string;
    name: string;
  }[];
  const sessions = (await (await fetch(`${house.url}/api/sessions`)).json()) as {
    id: string;
    plan: { name: string };
  }[];
  const found = <T extends { id: string }>(
    list: T[],
    fits: (item: T) => boolean,
    name: string,
  ): string => {
    const item = list.find(fits);
    if (!item) throw new Error(`The demo has no ${name}.`);
    return item.id;
  };
  return {
    rider: (name) => found(riders, (rider) => rider.name.startsWith(name), name),
    session: (name) => found(sessions, ({ plan }) => plan.name.startsWith(name), name),
  };
}

/** Adds a rider as a coach does, and ends on the rider's tests. */
export async function addRider(
  page: Page,
  house: House,
  name: string,
  source = 'Crank',
): Promise<void> {
  await page.goto(`${house.url}/riders/new`);
  await page.getByLabel('Name').fill(name);
  await page.getByLabel('Power source').selectOption({ label: source });
  await page.getByRole('button', { name: 'Add the rider' }).click();
  await expect(page.getByRole('heading', { name: 'Tests' })).toBeVisible();
}

/** Opens a rider from the list as a coach does, and gives the address of the rider's own page. */
export async function openRider(page: Page, house: House, name: string): Promise<string> {
  await page.goto(`${house.url}/riders`);
  await page
    .getByRole('link', { name: new RegExp(name) })
    .first()
    .click();
  // A page that comes with its own code changes the address only when the code is there.
  await page.waitForURL(/\/riders\/[0-9a-f-]{36}/);
  return page.url().replace(/(\/riders\/[0-9a-f-]{36}).*/, '$1');
}

/** Requests of a page that have no answer yet. What it listens to stays open, so that is none of them. */
const asked = new WeakMap<Page, Set<Request>>();

/** Follows what a page asks for, from its beginning. */
export function follow(page: Page): void {
  const open = new Set<Request>();
  asked.set(page, open);
  page.on('request', (request) => {
    if (!request.url().endsWith('/api/events')) open.add(request);
  });
  page.on('requestfinished', (request) => open.delete(request));
  page.on('requestfailed', (request) => open.delete(request));
  // What a page left behind is answered to nobody.
  page.on('framenavigated', (frame) => frame === page.mainFrame() && open.clear());
}

/** Waits until the page has all that it asked for, and has drawn it. */
export async function settled(page: Page): Promise<void> {
  const drawn = () =>
    page.evaluate(() => new Promise<void>((done) => requestIdleCallback(() => done())));
  for (let quiet = 0; quiet < 3;) {
    await drawn();
    quiet = asked.get(page)?.size === 0 ? quiet + 1 : 0;
  }
}
