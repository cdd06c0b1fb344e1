import type { Page } from '@playwright/test';
import { extractText, getDocumentProxy } from 'unpdf';
import { expect, type House, idsOf, test } from '../support/house.ts';

/** An empty session of a rider, standing in the table after the first step. */
async function newSession(page: Page, house: House, name: string): Promise<void> {
  const { rider } = await idsOf(house);
  await page.goto(`${house.url}/riders/${rider(name)}/sessions`);
  await page.getByRole('button', { name: 'New session', exact: true }).first().click();
  await page.getByRole('button', { name: 'Add a step' }).click();
  await expect(page.getByRole('gridcell', { name: '15:00' })).toBeFocused();
}

/** Keys as a coach presses them; what begins with a quote is typed. */
async function keys(page: Page, ...presses: string[]): Promise<void> {
  for (const press of presses) {
    if (press.startsWith('"')) await page.keyboard.type(press.slice(1));
    else await page.keyboard.press(press);
  }
}

const total = (page: Page) => page.getByRole('button', { name: /^Total time: / });

test('a group of sets, wholly by keyboard: 2 × (3 × 4:00 at 294 W, 4:00 easy between), 8:00 easy between', async ({
  page,
  demoHouse,
}) => {
  await newSession(page, demoHouse, 'Ines');
  await keys(page, 'Enter', '"4', 'Tab', 'Enter', '"294 W', 'Enter', 'o', '+');
  await expect(page.getByRole('gridcell', { name: '3×' })).toBeVisible();
  await keys(page, 'ArrowDown', 'ArrowLeft', 'Enter', '"4:00', 'Enter', 'ArrowUp', 'o');
  await expect(page.getByRole('gridcell', { name: '2×' })).toBeVisible();
  await expect(page.getByRole('gridcell', { name: '8:00' })).toBeVisible();
  await expect(total(page)).toHaveText('48:00');
  await expect(page.getByLabel('Name of the session')).toHaveValue('2 × (3 × 4:00 at 294 W)');
  await expect(page.locator('.stone-text')).toHaveText(['1', '2', '3', '4', '5', '6']);
  await expect(page.getByText('draft saved')).toBeVisible();

  // Opened again, inside out, and back by undo.
  await keys(page, 'Shift+O');
  await expect(page.getByRole('gridcell', { name: '3×' })).toHaveCount(0);
  await expect(total(page)).toHaveText('24:00');
  await keys(page, 'Control+z');
  await expect(total(page)).toHaveText('48:00');
  await page.reload();
  await expect(total(page)).toHaveText('48:00');
  await keys(page, 'Control+z', 'Control+z');
  await expect(page.getByRole('gridcell', { name: '2×' })).toHaveCount(0);
});

test('every kind of target is understood where it is typed, and counts as it says', async ({
  page,
  demoHouse,
}) => {
  await newSession(page, demoHouse, 'Ines');
  await keys(page, 'ArrowRight');
  for (const [typed, shown, watts] of [
    ['z4', 'zone 4', '235–273'],
    ['98-102', '98–102 %', '255–265'],
    ['sweet spot', '88–94 %', '229–244'],
    ['260', '260 W', '260'],
    ['rpe 9', 'rpe 9', 'by feel'],
    ['under 166 bpm', 'under 166 bpm', 'by feel'],
    ['easy', 'up to 55 %, counted at 50 %', '≤ 143'],
    ['zone 7', 'over 150 %, counted at 170 %', 'over 390'],
    ['falling 60 to 40 %', '60 → 40 %', '156'],
  ] as const) {
    await keys(page, 'Enter', `"${typed}`, 'Enter');
    const row = page
      .getByRole('row')
      .filter({ has: page.getByRole('gridcell', { name: '15:00' }) });
    await expect(row).toContainText(shown);
    await expect(row).toContainText(watts);
    await expect(page.locator('.problems')).toHaveCount(0);
  }
  for (const [typed, says] of [
    ['150', '"150" could be watts or percent. Type 150 W or 150 %.'],
    ['hardish', '"hardish" is not a target. Try 98–102 %, 260 W, zone 4, rpe 8, easy or max.'],
    ['0 %', 'The target is 0 %. It has to lie between 1 and 400 %.'],
    ['zone 12', 'There is no zone 12.'],
  ] as const) {
    await keys(page, 'Enter', `"${typed}`, 'Enter');
    await expect(page.locator('.problems')).toContainText(says);
    await expect(page.locator('td[aria-invalid=true]')).toHaveText([typed]);
    await expect(page.getByText('One step needs a target.')).toBeVisible();
  }
});

test('rows are added, doubled, moved, removed; Escape leaves a cell as it was', async ({
  page,
  demoHouse,
}) => {
  await newSession(page, demoHouse, 'Rurik');
  await keys(page, 'i', 'd', 'd');
  await expect(page.getByRole('gridcell', { name: '5:00', exact: true })).toHaveCount(3);
  await keys(page, 'Enter', '"7', 'Enter', 'Alt+ArrowUp', 'Alt+ArrowUp');
  const times = page.locator('td.cell-time');
  await expect(times).toHaveText(['15:00', '7:00', '5:00', '5:00']);
  await keys(page, 'Delete', 'Delete');
  await expect(times).toHaveText(['15:00', '5:00']);
  await keys(page, 'F2', '"99', 'Escape');
  await expect(times).toHaveText(['15:00', '5:00']);
  await keys(page, 'Control+z', 'Control+z', 'Control+z', 'Control+z');
  await expect(times).toHaveText(['15:00', '5:00', '5:00', '7:00']);
  await keys(page, 'Control+Shift+z');
  await expect(times).toHaveText(['15:00', '5:00', '7:00', '5:00']);
});

test('a name of one’s own stays; emptied, it follows the sets again', async ({
  page,
  demoHouse,
}) => {
  await newSession(page, demoHouse, 'Leila');
  const name = page.getByLabel('Name of the session');
  await expect(name).toHaveValue('15:00 at 50 → 75 %');
  await name.fill('Tarnside opener');
  await name.press('Enter');
  await page.getByRole('gridcell', { name: '15:00' }).click();
  await keys(page, 'Enter', '"20', 'Enter');
  await expect(name).toHaveValue('Tarnside opener');
  await name.fill('');
  await name.press('Enter');
  await expect(name).toHaveValue('20:00 at 50 → 75 %');
  await page.getByText('About this session').click();
  await page.getByLabel('Purpose').fill('Wake the legs.');
  await page.getByLabel('Trains').selectOption('tempo');
  await expect(page.getByText(/^Tempo · .*draft saved/)).toBeVisible();
  await page.reload();
  await expect(page.getByText(/^Tempo · .*draft saved/)).toBeVisible();
  await page.getByText('About this session').click();
  await expect(page.getByRole('textbox', { name: 'Purpose' })).toHaveValue('Wake the legs.');
});

test('the longest session still prints on one page, and a rider without watts gets RPE on the card', async ({
  page,
  demoHouse,
}) => {
  const { rider, session } = await idsOf(demoHouse);
  for (const [name, words, never] of [
    ['2 × (5', 'RPE 9', / \d+ W/],
    ['Reservoir', 'RPE 7–8', / \d+ W/],
  ] as const) {
    await page.goto(`${demoHouse.url}/riders/${rider('Maud')}/sessions/${session(name)}/card`);
    await expect(page.getByRole('article', { name: 'Session card' })).toBeVisible();
    const { totalPages, text } = await extractText(
      await getDocumentProxy(new Uint8Array(await page.pdf({ preferCSSPageSize: true }))),
      { mergePages: true },
    );
    expect(totalPages).toBe(1);
    expect(text.replace(/\s+/g, ' ')).toContain(words);
    expect(text).not.toMatch(never);
  }
});
