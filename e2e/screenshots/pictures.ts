import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { expect, idsOf, test } from '../support/house.ts';

const FOLDER = fileURLToPath(new URL('../../docs/screenshots', import.meta.url));

/** Every main view once, from the demo data: name, address, and how it is looked at. */
const PICTURES: readonly { readonly name: string; readonly view: string; readonly night?: boolean; readonly phone?: boolean }[] = [
  { name: 'riders', view: '/riders' },
  { name: 'tests', view: '/riders/{}/tests' },
  { name: 'test-by-hand', view: '/riders/{}/tests/new' },
  { name: 'zones', view: '/riders/{}/zones' },
  { name: 'zones-night', view: '/riders/{}/zones', night: true },
  { name: 'sessions', view: '/riders/{}/sessions' },
  { name: 'workshop', view: '/riders/{}/sessions/[]' },
  { name: 'workshop-night', view: '/riders/{}/sessions/[]', night: true },
  { name: 'day', view: '/riders/{}/days/()' },
  { name: 'day-phone', view: '/riders/{}/days/()', phone: true },
  { name: 'card', view: '/riders/{}/days/()/card' },
];

for (const { name, view, night, phone } of PICTURES) {
  test(name, async ({ page, demoHouse }) => {
    const { rider, session } = await idsOf(demoHouse);
    const days = (await (await fetch(`${demoHouse.url}/api/riders/${rider('Ines')}/placed?from=2020-01-01&to=2099-01-01`)).json()) as {
      id: string;
      date: string;
      plan: { name: string };
    }[];
    const day = days.findLast(({ plan }) => plan.name === 'Reservoir eights');
    await page.emulateMedia({ colorScheme: night ? 'dark' : 'light' });
    if (phone) await page.setViewportSize({ width: 390, height: 844 });
    await page.goto(
      `${demoHouse.url}${view
        .replace('{}', rider('Ines'))
        .replace('[]', session('Reservoir'))
        .replace('()', day?.id ?? '')}`,
    );
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await page.waitForLoadState('networkidle');
    await page.screenshot({ path: path.join(FOLDER, `${name}.png`) });
  });
}

test('test from a recording', async ({ page, demoHouse }) => {
  const { rider } = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${rider('Ines')}/tests/import`);
  await page.setInputFiles('input[type=file]', path.join(demoHouse.folder, 'recordings', 'ines-ramp.csv'));
  await expect(page.getByRole('slider', { name: 'End of the effort' })).toBeVisible();
  await page.screenshot({ path: path.join(FOLDER, 'test-from-recording.png') });
});

test('the working', async ({ page, demoHouse }) => {
  const { rider, session } = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${rider('Ines')}/sessions/${session('Reservoir')}`);
  await page.getByRole('button', { name: /^Load: / }).click();
  await page.screenshot({ path: path.join(FOLDER, 'working.png') });
});
