import { AxeBuilder } from '@axe-core/playwright';
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { mondayOf, plus } from '@uphill/core/season';
import { dayFromNow } from '../support/days.ts';
import { expect, type House, idsOf, settled, test } from '../support/house.ts';

test('find-or-do, station keys, the next rider, and keys switched off', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${rider('Ines')}/tests`);
  await expect(page.getByRole('heading', { name: 'Tests' })).toBeVisible();
  await page.keyboard.press('2');
  await expect(page.getByRole('heading', { name: 'Zone ladder' })).toBeVisible();
  await page.keyboard.press('.');
  await expect(page).toHaveURL(new RegExp(`${rider('Leila')}/zones`));
  await page.keyboard.press(',');
  await expect(page).toHaveURL(new RegExp(`${rider('Ines')}/zones`));
  await page.keyboard.press('/');
  await page.keyboard.type('zones maud');
  await expect(page.getByText('No rider, page, session or action goes by that.')).toBeVisible();
  await page.keyboard.press('Control+a');
  await page.keyboard.type('quarry');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name of the session')).toHaveValue('Quarry threes');
  await page.keyboard.press('?');
  await page.getByLabel('Single keys work outside fields').uncheck();
  await page.keyboard.press('Escape');
  await page.keyboard.press('1');
  await expect(page.getByLabel('Name of the session')).toHaveValue('Quarry threes');
});

test('a rider without a power meter: beats and RPE, and no watts anywhere', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  const maud = `${demoHouse.url}/riders/${rider('Maud')}`;
  await page.goto(`${maud}/zones`);
  await expect(page.getByRole('row', { name: /Threshold/ })).toContainText('149–157');
  for (const view of ['tests', 'zones', 'sessions']) {
    await page.goto(`${maud}/${view}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    expect(await page.locator('main').innerText()).not.toMatch(/\d W\b/);
  }
  await page.getByRole('link', { name: 'Reservoir eights' }).first().click();
  await expect(page.getByText('RPE 7–8').first()).toBeVisible();
  await expect(page.getByRole('button', { name: /^Load, from effort/ })).toBeVisible();
});

test('recordings that cannot be read are refused with a sentence, and a huge one is never sent', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${rider('Oskar')}/tests/import`);
  const short = path.join(demoHouse.folder, 'short.csv');
  for (const [content, sentence] of [
    ['', 'The file is empty.'],
    ['time,temperature\n0,10\n1,10', 'There is neither a power nor a heart-rate column.'],
    ['\u0000\u0001\u0002', 'not text'],
  ] as const) {
    writeFileSync(short, content);
    await page.setInputFiles('input[type=file]', []);
    await page.setInputFiles('input[type=file]', short);
    await expect(page.getByRole('alert')).toContainText(sentence);
  }
  await page.evaluate(() => {
    const field = document.querySelector<HTMLInputElement>('input[type=file]');
    const files = new DataTransfer();
    const huge = new File(['x'], 'huge.csv');
    Object.defineProperty(huge, 'size', { value: 200 * 1024 * 1024 });
    files.items.add(huge);
    Object.defineProperty(field, 'files', { value: [huge], configurable: true });
    field?.dispatchEvent(new Event('change', { bubbles: true }));
  });
  await expect(page.getByRole('alert')).toContainText('huge.csv is 200 MB. The most is 32 MB');

  await page.reload();
  writeFileSync(
    short,
    `seconds,power\n${Array.from({ length: 850 }, (_, second) => `${second},200`).join('\n')}`,
  );
  await page.setInputFiles('input[type=file]', short);
  await expect(page.getByRole('alert')).toContainText(
    'The recording is 14:10 long, shorter than the 20:00',
  );
});

const VIEWS = [
  '/riders',
  '/riders/new',
  '/riders/{}',
  '/riders/{}/tests',
  '/riders/{}/tests/new',
  '/riders/{}/tests/choose',
  '/riders/{}/tests/compare',
  '/riders/{}/rides',
  '/riders/{}/trends?span=365',
  '/riders/{}/season',
  '/riders/{}/season/layout',
  '/riders/{}/season/now',
  `/riders/{}/season/${plus(mondayOf(dayFromNow(0)), 21)}`,
  '/week',
  '/settings',
  '/riders/{}/zones',
  '/riders/{}/zones/compare',
  '/riders/{}/zones/curve',
  '/riders/{}/zones/card',
  '/zones/sheet',
  '/schemes',
  '/book',
  '/hills',
  '/sessions/[]/squad',
  '/riders/{}/sessions',
  '/riders/{}/sessions/[]',
  '/riders/{}/today',
];

/** Views of one day of the rider. */
const DAY_VIEWS = [
  '/riders/{}/days/()',
  '/riders/{}/days/()/plan',
  '/riders/{}/days/()/card',
  '/riders/{}/days/()/ride',
];

/** Views that need somebody's id in their address, with it. */
async function viewsOf(house: House): Promise<string[]> {
  const { rider, session } = await idsOf(house);
  const ask = async (address: string) =>
    (await fetch(`${house.url}/api/riders/${rider('Ines')}/${address}`)).json();
  const days = (await ask('days?from=2020-01-01&to=2099-01-01')) as {
    id: string;
    rides: { rideId: string }[];
  }[];
  const tests = (await ask('tests')) as { effort: { recordingId: string } | null }[];
  const given = (await ask(`given?from=${dayFromNow(0)}&to=${dayFromNow(0)}`)) as { id: string }[];
  const [day] = days.slice(-1);
  const [today] = given;
  return [
    ...VIEWS,
    ...DAY_VIEWS.map((view) => view.replace('()', day?.id ?? '')),
    ...(today ? [`/riders/{}/today/${today.id}/card`] : []),
    `/riders/{}/tests/import?recording=${tests[0]?.effort?.recordingId}`,
    `/riders/{}/rides/${days.find(({ rides }) => rides.length > 0)?.rides[0]?.rideId ?? ''}`,
    `/days/${dayFromNow(0)}`,
  ].map((view) => view.replace('{}', rider('Ines')).replace('[]', session('Reservoir')));
}

/** Widths at which a rider or a coach may look, the narrowest first. */
const WIDTHS = [320, 360, 390] as const;

test('axe finds nothing on the main views, by day and by night, and none is wider than a phone', async ({
  page,
  demoHouse,
}) => {
  // Some thirty-five views, each looked at by the tool for a second or two.
  test.setTimeout(900_000);
  const found: string[] = [];
  for (const view of await viewsOf(demoHouse)) {
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.emulateMedia({ colorScheme: 'light' });
    await page.goto(demoHouse.url + view);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await settled(page);
    const axe = () =>
      new AxeBuilder({ page }).options({
        resultTypes: ['violations'],
        rules: { 'target-size': { enabled: true } },
      });
    const violations = [...(await axe().analyze()).violations];
    // At night only the colours are others.
    await page.emulateMedia({ colorScheme: 'dark' });
    violations.push(...(await axe().withRules(['color-contrast']).analyze()).violations);
    for (const { id, nodes } of violations)
      found.push(`${view}: ${id}: ${nodes.map(({ html }) => html.slice(0, 120)).join(' | ')}`);
    for (const width of WIDTHS) {
      await page.setViewportSize({ width, height: 844 });
      // Drawings follow their room a frame later.
      const wide = await page.evaluate(
        () =>
          new Promise<number>((done) =>
            requestAnimationFrame(() =>
              requestAnimationFrame(() => done(document.documentElement.scrollWidth)),
            ),
          ),
      );
      if (wide > width) found.push(`${view}: ${wide} wide at ${width}`);
    }
  }
  expect(found).toEqual([]);
});

test('inside the ride room nothing is wider than a phone', async ({ page, demoHouse }) => {
  const { rider } = await idsOf(demoHouse);
  const days = (await (
    await fetch(`${demoHouse.url}/api/riders/${rider('Ines')}/days?from=2020-01-01&to=2099-01-01`)
  ).json()) as { id: string }[];
  await page.setViewportSize({ width: 320, height: 844 });
  await page.goto(`${demoHouse.url}/riders/${rider('Ines')}/days/${days.at(-1)?.id ?? ''}/ride`);
  await page.getByRole('button', { name: /^(Enter the ride room|Start again)$/ }).click();
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByLabel('Watts ridden')).toHaveText(/\d/);
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(320);
});
