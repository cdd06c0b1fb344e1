import type { Page } from '@playwright/test';
import { expect, type House, idsOf, test } from '../support/house.ts';

async function openWorkshop(page: Page, house: House, name: string): Promise<void> {
  const { rider, session } = await idsOf(house);
  await page.goto(`${house.url}/riders/${rider('Ines')}/sessions/${session(name)}`);
  await expect(page.getByText('draft saved')).toBeVisible();
}

async function typeInto(page: Page, cell: string, text: string): Promise<void> {
  await page.getByRole('gridcell', { name: cell, exact: true }).dblclick();
  await page.keyboard.type(text);
  await page.keyboard.press('Enter');
}

test('nonsense is kept as it was typed, named, and undone after a reload; the session is not given meanwhile', async ({
  page,
  demoHouse,
}) => {
  await openWorkshop(page, demoHouse, 'Quarry threes');
  await typeInto(page, '115–118 %', '118-115%');
  await typeInto(page, '15:00', '30 h');
  await typeInto(page, '5×', '0');
  const problems = page.locator('.problems');
  for (const sentence of [
    'The range runs 118 to 115 %. Swap them?',
    '30 h 00 is more than a day',
    'A set of 0 reps is not a set',
  ])
    await expect(problems).toContainText(sentence);
  await page.getByRole('button', { name: 'Assign', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('cannot be assigned yet');
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Swap them' }).click();
  await expect(page.getByRole('gridcell', { name: '115–118 %' })).toBeVisible();

  // The tab is closed before anything could be sent.
  await page.route('**/api/sessions/*', (route) =>
    route.request().method() === 'PUT' ? route.abort() : route.continue(),
  );
  await typeInto(page, '10:00', 'a while');
  await expect(page.getByText('kept on this device')).toBeVisible();
  // And something is still being typed.
  await page.getByRole('gridcell', { name: '30 h' }).dblclick();
  await page.keyboard.type('17');
  const address = page.url();
  await page.close();
  const again = await page.context().newPage();
  await again.goto(address);
  await expect(again.getByRole('gridcell', { name: 'a while' })).toBeVisible();
  await expect(again.getByRole('gridcell', { name: '17:00' })).toBeVisible();
  await expect(again.getByText('draft saved')).toBeVisible();
  await again.keyboard.press('Control+z');
  for (let presses = 0; presses < 5; presses += 1) await again.keyboard.press('Control+z');
  await expect(again.getByText('Undone: target 118-115% back to 115–118 %')).toBeVisible();
  await expect(again.locator('.problems')).toHaveCount(0);
  await expect(again.getByRole('gridcell', { name: '10:00' })).toBeVisible();
});

test('a run of reps is one undo, and it says what it undid', async ({ page, demoHouse }) => {
  await openWorkshop(page, demoHouse, 'Reservoir eights');
  await page.getByRole('gridcell', { name: '98–102 %' }).click();
  for (const key of ['+', '+', '+', '-']) await page.keyboard.press(key);
  await expect(page.getByRole('gridcell', { name: '6×' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(
    page.getByRole('status').filter({ hasText: 'Undone: 6 reps back to 4.' }),
  ).toBeVisible();
  await expect(page.getByRole('gridcell', { name: '4×' })).toBeVisible();
  await expect(page.getByRole('gridcell', { name: '98–102 %' })).toBeFocused();
});

test('two tabs on one session: nothing is overwritten until the coach has chosen', async ({
  page,
  demoHouse,
  browser,
}) => {
  await openWorkshop(page, demoHouse, 'Long hills');
  const elsewhere = await (await browser.newContext()).newPage();
  await openWorkshop(elsewhere, demoHouse, 'Long hills');
  await typeInto(elsewhere, '3 h 00', '2 h 30');
  await expect(elsewhere.getByText('draft saved')).toBeVisible();
  await typeInto(page, '3 h 00', '3 h 30');
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('Changed elsewhere at');
  await dialog.getByRole('button', { name: 'See both' }).click();
  await expect(dialog).toContainText('3 h 30 at');
  await expect(dialog).toContainText('2 h 30 at');
  await dialog.getByRole('button', { name: 'Take theirs' }).click();
  await expect(page.getByRole('gridcell', { name: '2 h 30' })).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(page.getByRole('gridcell', { name: '3 h 30' })).toBeVisible();
  await expect(page.getByText('draft saved')).toBeVisible();
});
