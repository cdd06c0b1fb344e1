import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { mondayOf, plus } from '@uphill/core/season';
import { dayFromNow } from '../support/days.ts';
import { expect, idsOf, settled, test } from '../support/house.ts';

const FOLDER = fileURLToPath(new URL('../../docs/screenshots', import.meta.url));

const NEXT_WEEK = plus(mondayOf(dayFromNow(0)), 7);

/** Every main view once, from the demo data: name, address, and how it is looked at. */
const PICTURES: readonly {
  readonly name: string;
  readonly view: string;
  readonly who?: string;
  readonly phone?: boolean;
}[] = [
  { name: 'riders', view: '/riders' },
  { name: 'tests', view: '/riders/{}/tests' },
  { name: 'zones', view: '/riders/{}/zones' },
  { name: 'sessions', view: '/riders/{}/sessions' },
  { name: 'workshop', view: '/riders/{}/sessions/[]' },
  { name: 'season', view: '/riders/{}/season' },
  { name: 'week', view: `/riders/{}/season/${NEXT_WEEK}`, who: 'Tomas' },
  { name: 'lay-out', view: '/riders/{}/season/layout' },
  { name: 'squad-week', view: '/week' },
  { name: 'rides', view: '/riders/{}/rides' },
  { name: 'trends', view: '/riders/{}/trends?span=182' },
  { name: 'rider', view: '/riders/{}' },
  { name: 'rider-phone', view: '/riders/{}/today', phone: true },
];

for (const { name, view, who = 'Ines', phone } of PICTURES) {
  test(name, async ({ page, demoHouse }) => {
    const { rider, session } = await idsOf(demoHouse);
    await page.emulateMedia({ colorScheme: 'light' });
    if (phone) await page.setViewportSize({ width: 390, height: 844 });
    await page.goto(
      `${demoHouse.url}${view.replace('{}', rider(who)).replace('[]', session('Reservoir'))}`,
    );
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await settled(page);
    if (name === 'lay-out')
      await expect(page.getByRole('heading', { name: 'The weeks' })).toBeVisible();
    if (name === 'trends') {
      await expect(page.getByRole('region', { name: 'Heart drift' })).toBeVisible();
      await expect(page.getByText('still being read')).toHaveCount(0, { timeout: 90_000 });
    }
    await page.screenshot({ path: path.join(FOLDER, `${name}.png`) });
  });
}

test('test from a recording', async ({ page, demoHouse }) => {
  const { rider } = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${rider('Ines')}/tests/import`);
  await page.setInputFiles(
    'input[type=file]',
    path.join(demoHouse.folder, 'recordings', 'ines-ramp.csv'),
  );
  await expect(page.getByRole('slider', { name: 'End of the effort' })).toBeVisible();
  await page.screenshot({ path: path.join(FOLDER, 'test-from-recording.png') });
});

test('a ride', async ({ page, demoHouse }) => {
  const { rider } = await idsOf(demoHouse);
  const days = (await (
    await fetch(`${demoHouse.url}/api/riders/${rider('Ines')}/days?from=2020-01-01&to=2099-01-01`)
  ).json()) as {
    plan: { name: string };
    rides: { rideId: string }[];
  }[];
  const ridden = days.findLast(
    ({ plan, rides }) => plan.name === 'Reservoir eights' && rides.length > 0,
  );
  await page.goto(
    `${demoHouse.url}/riders/${rider('Ines')}/rides/${ridden?.rides[0]?.rideId ?? ''}`,
  );
  await expect(page.getByRole('table', { name: /^Asked and ridden/ })).toBeVisible();
  await settled(page);
  await page.screenshot({ path: path.join(FOLDER, 'ride.png') });
});

test('two curves', async ({ page, demoHouse }) => {
  const { rider } = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${rider('Leila')}/zones/curve`);
  await page.getByLabel('Compare with').selectOption({ label: 'Rurik Olsen' });
  await expect(page.getByRole('heading', { name: 'Leila and Rurik' })).toBeVisible();
  await settled(page);
  await page.screenshot({ path: path.join(FOLDER, 'curve.png') });
});

test('a test on the stand-ins', async ({ page, demoHouse }) => {
  const { rider } = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${rider('Ines')}/tests/choose?tells=thresholds`);
  await page.getByRole('button', { name: /^Start the test day/ }).click();
  await page.getByRole('button', { name: '3. Ride' }).click();
  await page.getByRole('button', { name: /^On the stand-ins/ }).click();
  await page.getByRole('button', { name: 'Get ready' }).click();
  await page.getByLabel('Speed').selectOption('60');
  await page.getByRole('button', { name: 'Start riding' }).click();
  await expect(page.getByRole('heading', { name: /stage 6/ })).toBeVisible({ timeout: 60_000 });
  await page.screenshot({ path: path.join(FOLDER, 'test-day.png') });
});

test('the session book', async ({ page, demoHouse }) => {
  await page.goto(`${demoHouse.url}/book`);
  await expect(page.locator('.book-rung svg').first()).toBeVisible();
  await page.screenshot({ path: path.join(FOLDER, 'session-book.png') });
});

test('the ride room', async ({ page, demoHouse }) => {
  const { rider } = await idsOf(demoHouse);
  const days = (await (
    await fetch(`${demoHouse.url}/api/riders/${rider('Ines')}/days?from=2020-01-01&to=2099-01-01`)
  ).json()) as {
    id: string;
    state: string;
    plan: { name: string };
  }[];
  const day = days.find(
    ({ plan, state }) => plan.name === 'Reservoir eights' && state === 'planned',
  );
  await page.goto(`${demoHouse.url}/riders/${rider('Ines')}/days/${day?.id ?? ''}/ride`);
  await page.getByRole('button', { name: 'Enter the ride room' }).click();
  await page.getByLabel('Speed').selectOption('60');
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByRole('heading', { name: 'Rep 2' })).toBeVisible({ timeout: 60_000 });
  await page.waitForTimeout(2500);
  await page.keyboard.press(' ');
  await page.screenshot({ path: path.join(FOLDER, 'ride-room.png') });
});
