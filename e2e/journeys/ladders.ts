import type { Page } from '@playwright/test';
import {
  BOOK,
  climb,
  type Climbing,
  planOfRung,
  printSentence,
  rungsOf,
  type Plan,
} from '@uphill/core/sessions';
import { expect, type House, idsOf, test } from '../support/house.ts';
import { nextWeekday } from '../support/days.ts';

/** Rungs climbed of each ladder, and back down again: that every rung leads back is held by the tests of the core. */
const CLIMBED = 4;
const sentence = (page: Page) => page.getByLabel('The session in a sentence');

async function open(page: Page, house: House, plan: Plan, rider: string): Promise<void> {
  const added = await page.request.post(`${house.url}/api/sessions`, { data: { plan } });
  expect(added.status()).toBeLessThan(300);
  const { id } = (await added.json()) as { id: string };
  const ids = await idsOf(house);
  await page.goto(`${house.url}/riders/${ids.rider(rider)}/sessions/${id}`);
  await expect(page.getByText('draft saved')).toBeVisible();
}

test('a ladder of every family is climbed key by key, and down again to where it began', async ({
  page,
  demoHouse,
}) => {
  test.setTimeout(180_000);
  let made = 0;
  const newId = (): string => `e${(made += 1)}`;
  const riders = (await (await fetch(`${demoHouse.url}/api/riders`)).json()) as {
    name: string;
    ftp: { usedW: number; countsFrom: string }[];
    goals: { watts: number | null }[];
  }[];
  const ines = riders.find(({ name }) => name.startsWith('Ines'));
  const ftpW = [...(ines?.ftp ?? [])].sort((a, b) => (a.countsFrom < b.countsFrom ? -1 : 1)).at(-1);
  const climbing: Climbing = {
    rider: {
      ...{ firstName: 'Ines', ftpW: ftpW?.usedW ?? null, massKg: 61, restingBpm: null },
      ...{ thresholdBpm: null, maximalBpm: null, hasPower: true, easyPercent: 50, bests: [] },
      goalW: ines?.goals.find(({ watts }) => watts !== null)?.watts ?? null,
    },
    season: 'build',
  };
  for (const family of BOOK) {
    const [foot] = rungsOf(family);
    if (!foot) continue;
    let plan = planOfRung(foot, newId);
    await open(page, demoHouse, plan, 'Ines');
    const first = printSentence(plan);
    await expect(sentence(page)).toHaveValue(first);
    let climbed = 0;
    for (; climbed < CLIMBED; climbed += 1) {
      const next = climb(plan, 1, climbing);
      // How long a ride may be hangs on the rides of the last weeks.
      if (!next.ok || family.id.startsWith('endurance')) break;
      await page.keyboard.press(']');
      await expect(sentence(page)).toHaveValue(printSentence(next.value.plan));
      plan = next.value.plan;
    }
    if (climbed === 0) {
      await page.keyboard.press(']');
      await expect(page.getByRole('region', { name: 'Ladder' })).not.toBeEmpty();
    }
    for (let down = 0; down < climbed; down += 1) await page.keyboard.press('[');
    if (climbed > 0) await expect(sentence(page)).toHaveValue(first);
  }
});

test('a coach with overlapping zones builds and assigns by zone', async ({ page, demoHouse }) => {
  const ids = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${ids.rider('Rurik')}/sessions`);
  await page.getByRole('button', { name: 'New session', exact: true }).first().click();
  await sentence(page).fill(
    '15 building to 75 %, 3 x 12 in zone 3, 6 min recovery, 10 min cool down',
  );
  await expect(page.getByText(/zone 3 of Seven, overlapping, \d+–\d+ W/)).toBeVisible();
  await sentence(page).press('Enter');
  await expect(page.getByText('zones of Seven, overlapping')).toBeVisible();
  await expect(sentence(page)).toHaveValue(
    '15:00 building to 75 %, 3 × 12:00 at zone 3, 6:00 easy between, 10:00 down',
  );
  // 75–93 % of Rurik's 238 W.
  const grid = page.getByRole('grid', { name: 'Steps of the session' });
  await expect(grid.getByText('179–221')).toBeVisible();
  await page.getByLabel('Zones shown').selectOption({ label: 'Three domains' });
  await expect(page.getByRole('button', { name: /^In zone \d of Three domains: / })).toBeVisible();
  // For somebody else the same scheme lies on their own FTP; a scheme that hangs on a lactate test is an exception.
  await page.getByRole('button', { name: 'Assign', exact: true }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Tomas Brandt').check();
  await expect(dialog.getByText(/\d+–\d+ W/).first()).toBeVisible();
  await page.keyboard.press('Escape');
  await sentence(page).fill('60 at zone 2 of Lactate five');
  await sentence(page).press('Enter');
  await page.getByRole('button', { name: 'Assign', exact: true }).click();
  await dialog.getByLabel('Tomas Brandt').check();
  await expect(
    dialog.getByText(/A zone cannot be laid on (Rurik|Tomas): no lactate test/).first(),
  ).toBeVisible();
});

test('a set is saved in the ride room at 30×, and the day says so', async ({ page, demoHouse }) => {
  test.setTimeout(120_000);
  const { rider, session } = await idsOf(demoHouse);
  const [added] = (await (
    await page.request.post(`${demoHouse.url}/api/days`, {
      data: {
        sessionId: session('Quarry threes'),
        riders: [{ riderId: rider('Ines'), dates: [nextWeekday(5)] }],
        again: true,
      },
    })
  ).json()) as { id: string }[];
  await page.goto(`${demoHouse.url}/riders/${rider('Ines')}/days/${added?.id ?? ''}/ride`);
  await page.getByRole('button', { name: 'Enter the ride room' }).click();
  await page.getByLabel('Speed').selectOption('30');
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByText('How hard, of 10?')).toBeVisible({ timeout: 60_000 });
  await page.keyboard.press('2');
  await expect(page.getByText('How hard, of 10?')).toBeHidden();
  // Ending the set stands first; the watts that save it are taken by one key.
  const offer = page.getByRole('region', { name: 'The set' });
  await expect(offer.getByRole('button').first()).toHaveText(/End the set/, { timeout: 60_000 });
  const save = await offer.getByRole('button', { name: /W from now, and/ }).innerText();
  const watts = Number(/(\d+) W/.exec(save)?.[1]);
  await page.keyboard.press('r');
  await expect(offer).toBeHidden();
  await expect(page.getByRole('heading', { name: /^Rep [23]/ })).toBeVisible({ timeout: 60_000 });
  // Some of the rep is ridden at the watts that save it.
  await expect(page.getByLabel('Mean of the step')).toHaveText(/mean [2-9]\d\d W/);
  await page.getByRole('button', { name: 'That was the last one' }).click();
  await page.getByRole('button', { name: 'Skip' }).click();
  await page.getByRole('button', { name: 'Save it with the day' }).click();
  const saved = page.getByText(/^From rep \d on .* W, to save the set; asked before: /);
  const band = /on (\d+)–(\d+) W/.exec(await saved.innerText()) ?? [];
  expect(Math.abs((Number(band[1]) + Number(band[2])) / 2 - watts)).toBeLessThanOrEqual(1);
  await expect(page.getByRole('table', { name: /Asked and ridden/ })).toContainText('of target');
});
