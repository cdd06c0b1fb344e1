import { mondayOf, plus } from '@uphill/core/season';
import type { Page } from '@playwright/test';
import { extractText, getDocumentProxy } from 'unpdf';
import { dayFromNow } from '../support/days.ts';
import { freshRider } from '../support/freshRider.ts';
import { expect, type House, idsOf, test } from '../support/house.ts';

const THIS_MONDAY = mondayOf(dayFromNow(0));
/** The demo's third week to come: its two hard days lie side by side, and nothing is filled. */
const WEEK = plus(THIS_MONDAY, 21);

/** What the rider is shown of a week. */
async function given(house: House, riderId: string, monday: string): Promise<unknown[]> {
  const address = `${house.url}/api/riders/${riderId}/given?from=${monday}&to=${plus(monday, 6)}`;
  return (await (await fetch(address)).json()) as unknown[];
}

const region = (page: Page, name: string | RegExp) => page.getByRole('region', { name });
const comesTo = (page: Page) => region(page, '3 · What it comes to').getByRole('status');

test('a week in two minutes by mouse: two rungs harder, a rule fixed, filled, handed over', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  const rurik = rider('Rurik');
  await page.goto(`${demoHouse.url}/riders/${rurik}/season/${WEEK}`);
  const hard = region(page, '1 · The hard days').getByRole('article');
  await expect(hard).toHaveCount(2);
  for (const index of [0, 1]) {
    const rungs = hard.nth(index).getByRole('group', { name: /^Rungs for/ });
    const now = await rungs.locator('[aria-pressed=true]').textContent();
    const next = rungs.getByRole('button').nth(1 + (await positionOf(rungs, now ?? '')));
    const wanted = (await next.textContent()) ?? '';
    await next.click();
    await expect(rungs.locator('[aria-pressed=true]')).toHaveText(wanted);
  }
  const spacing = region(page, 'Spacing');
  await expect(spacing.getByText('are both hard')).toBeVisible();
  await spacing
    .getByRole('button', { name: /^Move .* to \w{3}$/ })
    .first()
    .click();
  await expect(spacing.getByText('one day between the hard days')).toBeVisible();
  await region(page, 'Long weekend').getByRole('button', { name: /^Fill/ }).click();
  await expect(page.getByText('Filled as far as it goes.')).toBeVisible();
  await expect(comesTo(page)).toContainText(/on goal|short/);
  expect(await given(demoHouse, rurik, WEEK)).toEqual([]);
  await page.getByRole('button', { name: 'Hand over the week' }).click();
  await expect(page.getByText(/handed over\. Rurik sees it now\./)).toBeVisible();
  expect((await given(demoHouse, rurik, WEEK)).length).toBeGreaterThan(2);
});

async function positionOf(rungs: ReturnType<Page['getByRole']>, name: string): Promise<number> {
  return (await rungs.getByRole('button').allTextContents()).indexOf(name);
}

test('the same week by keyboard alone', async ({ page, demoHouse }) => {
  const { rider } = await idsOf(demoHouse);
  const tomas = rider('Tomas');
  await page.goto(`${demoHouse.url}/riders/${tomas}/season/${WEEK}`);
  const hard = region(page, '1 · The hard days').getByRole('article');
  await expect(hard).toHaveCount(2);
  const rungs = (): Promise<string[]> => hard.locator('[aria-pressed=true]').allTextContents();
  await expect(hard.locator('.rung-row [aria-pressed=true]')).toHaveCount(2);
  const before = await rungs();
  // The first hard day has the keys until another one has the focus.
  await page.keyboard.press('+');
  await expect.poll(async () => (await rungs())[0]).not.toBe(before[0]);
  await hard.nth(1).getByRole('link').focus();
  await page.keyboard.press('+');
  await expect.poll(async () => (await rungs())[1]).not.toBe(before[1]);
  const fix = region(page, 'Spacing')
    .getByRole('button', { name: /^Move .* to \w{3}$/ })
    .first();
  await fix.focus();
  await page.keyboard.press('Enter');
  await expect(region(page, 'Spacing').getByText(/between the hard days$/)).toBeVisible();
  await page.getByRole('heading', { level: 1 }).focus();
  await page.keyboard.press('f');
  await expect(page.getByText('Filled as far as it goes.')).toBeVisible();
  // A rest day is used by the coach's own word.
  await page.getByRole('button', { name: 'Fri: add 45 min of Endurance' }).focus();
  await page.keyboard.press('Enter');
  const bar = page.getByRole('button', { name: /^Fri: .*↑ 15 min more/ });
  await expect(bar).toBeVisible();
  await expect(page.getByRole('button', { name: /^Undo: changed/ })).toBeVisible();
  const load = (await comesTo(page).textContent()) ?? '';
  await bar.focus();
  await page.keyboard.press('ArrowDown');
  await expect(comesTo(page)).not.toHaveText(load);
  await page.keyboard.press('Control+z');
  await expect(comesTo(page)).toHaveText(load);
  await page.getByRole('button', { name: 'Hand over the week' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByText(/handed over\. Tomas sees it now\./)).toBeVisible();
});

test('a week copied to three riders, each in their own watts, with exceptions', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  const [from, to] = [plus(THIS_MONDAY, 7), plus(THIS_MONDAY, 35)];
  await page.goto(`${demoHouse.url}/riders/${rider('Ines')}/season/${from}`);
  await page.getByRole('button', { name: 'Copy' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('To the week of').selectOption(to);
  for (const name of ['Maud Tremblay', 'Rurik Olsen']) await dialog.getByLabel(name).check();
  await expect(dialog).toContainText('Maud has no power meter: assigned as RPE');
  await dialog.getByRole('button', { name: 'Copy for 3 riders' }).click();
  await expect(dialog).toBeHidden();
  await page.goto(`${demoHouse.url}/riders/${rider('Maud')}/season/${to}`);
  const hard = region(page, '1 · The hard days').getByRole('article');
  await expect(hard.first()).toBeVisible();
  await page.getByRole('button', { name: /^Undo: copied/ }).click();
  await expect(region(page, '1 · The hard days')).toContainText('no session yet');
});

test('a holiday is typed, and filling obeys it', async ({ page, demoHouse }) => {
  const { rider } = await idsOf(demoHouse);
  const week = plus(THIS_MONDAY, 14);
  const season = `${demoHouse.url}/riders/${rider('Leila')}/season`;
  await page.goto(season);
  await page.getByRole('button', { name: 'Add other hours' }).click();
  const hours = region(page, 'Away and other hours');
  await hours.getByLabel('From').fill(plus(week, 5));
  await hours.getByLabel('To', { exact: true }).fill(plus(week, 6));
  await hours.getByLabel('Hours a day').fill('30');
  await hours.getByLabel('Why').fill('holiday');
  await hours.getByRole('button', { name: 'Save these hours' }).click();
  await expect(hours).toContainText('A day has 24 hours.');
  await hours.getByLabel('Hours a day').fill('0');
  await hours.getByRole('button', { name: 'Save these hours' }).click();
  await expect(hours).toContainText('holiday, no riding');
  await page.goto(`${season}/${week}`);
  const days = page.getByRole('list', { name: 'Days of the week' }).getByRole('listitem');
  await expect(days.nth(5)).toContainText('holiday');
  await page.keyboard.press('f');
  await expect(page.getByText('Filled as far as it goes.')).toBeVisible();
  for (const day of [5, 6])
    await expect(days.nth(day).getByRole('button', { name: /↑ 15 min more/ })).toHaveCount(0);
});

test('a day is carried by keys and by pointer on the season, and the squad’s week does things for several', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  const monday = plus(THIS_MONDAY, 14);
  await page.goto(`${demoHouse.url}/riders/${rider('Maud')}/season`);
  const cell = (day: number) => page.locator(`[data-date="${plus(monday, day)}"]`);
  await expect(cell(1)).toBeVisible();
  const name = (await cell(1).getAttribute('aria-label')) ?? '';
  expect(name).toContain('Reservoir eights');
  // On a day that holds something the two would change places; which are free hangs on today.
  const free: number[] = [];
  for (const day of [2, 3, 4, 5, 6])
    if (/rest/.test((await cell(day).getAttribute('aria-label')) ?? '')) free.push(day);
  const [near, far] = free as [number, number];
  expect(free.length).toBeGreaterThanOrEqual(2);
  await cell(1).focus();
  const right = Array.from({ length: far - 1 }, () => 'ArrowRight');
  for (const key of ['Space', ...right, 'Space']) await page.keyboard.press(key);
  await expect(cell(far)).toHaveAttribute('aria-label', /Reservoir eights/);
  await expect(cell(1)).toHaveAttribute('aria-label', /rest/);
  await page.keyboard.press('Control+z');
  await expect(cell(1)).toHaveAttribute('aria-label', /Reservoir eights/);
  const middle = async (day: number): Promise<[number, number]> => {
    const box = (await cell(day).boundingBox())!;
    return [box.x + box.width / 2, box.y + box.height / 2];
  };
  const drag = async (from: number, to: number, key?: string): Promise<void> => {
    await cell(from).scrollIntoViewIfNeeded();
    await page.mouse.move(...(await middle(from)));
    await page.mouse.down();
    if (key) await page.keyboard.down(key);
    await page.mouse.move(...(await middle(to)), { steps: 8 });
    await page.mouse.up();
    if (key) await page.keyboard.up(key);
  };
  await drag(1, near);
  await expect(cell(near)).toHaveAttribute('aria-label', /Reservoir eights/);
  await expect(cell(1)).toHaveAttribute('aria-label', /rest/);
  await drag(near, far, 'Control');
  await expect(cell(far)).toHaveAttribute('aria-label', /Reservoir eights/);
  await expect(cell(near)).toHaveAttribute('aria-label', /Reservoir eights/);
  // An action a step: the copy goes first, then the move.
  await page.keyboard.press('Control+z');
  await expect(cell(far)).not.toHaveAttribute('aria-label', /Reservoir eights/);
  await page.keyboard.press('Control+z');
  await expect(cell(1)).toHaveAttribute('aria-label', /Reservoir eights/);

  await page.keyboard.press('w');
  await expect(page.getByRole('heading', { name: /^Squad week of/ })).toBeVisible();
  await page.goto(`${demoHouse.url}/week/${monday}`);
  for (const each of ['Maud Tremblay', 'Oskar Pinto'])
    await page.getByLabel(`Choose ${each}`).check();
  await page.keyboard.press('f');
  const done = page.getByRole('list', { name: 'What was done' });
  await expect(done).toContainText(/Maud Tremblay: \d+ of \d+/);
  await page.getByRole('button', { name: 'Hand over' }).click();
  await expect(done).toContainText(/Maud Tremblay: \d days/);
  const pdf = await getDocumentProxy(
    new Uint8Array(await page.pdf({ preferCSSPageSize: true, printBackground: false })),
  );
  const { totalPages, text } = await extractText(pdf, { mergePages: true });
  expect(totalPages).toBe(1);
  const { width, height } = (await pdf.getPage(1)).getViewport({ scale: 1 });
  expect(width).toBeGreaterThan(height);
  for (const word of ['Ines Okafor', 'Tomas Brandt', 'Mon', 'Sun']) expect(text).toContain(word);
});

test('a season laid out from nothing to a handed-over first week, undone whole, and a touched week kept', async ({
  page,
  demoHouse,
}) => {
  const date = plus(THIS_MONDAY, 7 * 15 + 5);
  const nils = await freshRider(demoHouse, { name: 'Fen Loop', date });
  const monday = plus(THIS_MONDAY, 7);
  const at = `${demoHouse.url}/api/riders/${nils}`;
  await page.goto(`${demoHouse.url}/riders/${nils}/season`);
  // From here to a handed-over week: four actions. What is empty leads there.
  await region(page, 'Nothing is laid out')
    .getByRole('link', { name: 'Lay out the season' })
    .click();
  await expect(page.getByText('15 weeks to Fen Loop')).toBeVisible();
  const weeks = region(page, 'The weeks').getByRole('row');
  await expect(weeks.filter({ hasText: 'Taper' }).first()).toBeVisible();
  await page.getByRole('button', { name: 'Lay out the season' }).click();
  await expect(page.getByRole('heading', { name: 'Season to the Fen Loop' })).toBeVisible();
  await expect(page.getByText(/^Ceiling, longer 1/).first()).toBeVisible();
  await page.getByRole('link', { name: 'Plan the coming week' }).click();
  await page.getByRole('button', { name: 'Hand over the week' }).click();
  await expect(page.getByText(/handed over\. Nils sees it now\./)).toBeVisible();
  expect((await given(demoHouse, nils, monday)).length).toBeGreaterThan(1);

  // A week is touched; laid out again by another length of the taper, it stays as it is.
  await page.goto(`${demoHouse.url}/riders/${nils}/season/${plus(monday, 14)}`);
  await region(page, '3 · What it comes to').getByLabel('Planned rise').fill('0.5');
  await page.getByRole('button', { name: 'Save the goal' }).click();
  await expect(page.getByText('0.5 a week, typed')).toBeVisible();
  await page.goto(`${demoHouse.url}/riders/${nils}/season/layout`);
  await expect(page.getByText(/Kept: .*the week of/)).toBeVisible();
  const taper = region(page, 'Taper').getByRole('radio', { name: /^10 days/ });
  await taper.check();
  await expect(page.getByText('Laying it out …')).toHaveCount(0);
  await expect(taper).toBeChecked();
  await page.getByRole('button', { name: 'Lay out the season' }).click();
  await expect(page.getByText(/^The season is laid out: \d+ weeks\.$/)).toBeVisible();
  await page.goto(`${demoHouse.url}/riders/${nils}/season/${plus(monday, 14)}`);
  await expect(page.getByText('0.5 a week, typed')).toBeVisible();

  // One undo takes back a whole laying-out.
  const blocks = async (): Promise<number> => {
    const season = `${at}/season?from=${THIS_MONDAY}&to=${plus(THIS_MONDAY, 7 * 17 - 1)}`;
    return ((await (await fetch(season)).json()) as { blocks: unknown[] }).blocks.length;
  };
  const before = await blocks();
  expect(before).toBeGreaterThan(2);
  await page.keyboard.press('Control+z');
  await expect(page.getByText(/^Undone: laid out Nils Aberg’s season/)).toBeVisible();
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await page.keyboard.press('Control+z');
  await expect.poll(blocks).toBe(0);
});

test('a week missed through illness is answered, not chased', async ({ page, demoHouse }) => {
  const { rider } = await idsOf(demoHouse);
  const rurik = rider('Rurik');
  await page.goto(`${demoHouse.url}/riders/${rurik}/season/now`);
  const pause = region(page, 'After days without riding');
  await pause.getByLabel('Days in a row without riding').fill('10');
  await pause.getByLabel('Of them ill').fill('5');
  await expect(pause.getByText('5 easy days before the next hard one')).toBeVisible();
  await expect(pause.getByRole('note')).toContainText('48 hours without it');
  const week = pause.getByRole('article', { name: /^An easy week/ });
  await expect(week).toContainText('Goal’s morning: base');
  await week.getByRole('button', { name: 'Do this' }).click();
  await expect(page.getByRole('heading', { name: /^Season/ })).toBeVisible();
  // From Friday on this week is as good as over: the next one is easy.
  const late = Date.parse(dayFromNow(0)) - Date.parse(THIS_MONDAY) > 3 * 86_400_000;
  const eased = late ? page.locator('.season-now + .season-week') : page.locator('.season-now');
  await expect(eased).toContainText('Easy week');
  await page.keyboard.press('Control+z');
  await expect(eased).not.toContainText('Easy week');

  // The goal is asked again: fewer watts, taken back.
  await page.goto(`${demoHouse.url}/riders/${rurik}/season/now`);
  const again = region(page, /^Does Salt Road climb still stand/);
  const lower = again.getByRole('article', { name: /^Lower it to \d+ W/ });
  await expect(lower).toContainText('That morning: base');
  await lower.getByRole('button', { name: 'Lower the watts' }).click();
  await expect(page.getByText(/^Salt Road climb asks \d+ W now\.$/)).toBeVisible();
  await page.keyboard.press('Control+z');
  await expect(again.getByRole('article', { name: /^Keep 260 W/ })).toBeVisible();

  // Something hurts: a rung back, and a clinician first where it is sharp.
  const hurt = region(page, 'When something hurts');
  await hurt.getByLabel('During it').fill('4');
  await expect(hurt.getByRole('article', { name: /^Two weeks one rung back/ })).toBeVisible();
  await hurt.getByLabel('sharp').check();
  await expect(hurt.getByRole('note')).toContainText('nothing to ride is suggested');
  await expect(hurt.getByRole('button', { name: 'Do this' })).toHaveCount(0);
  await hurt.getByLabel('What may still be done').fill('flat, an hour at most');
  await hurt.getByRole('button', { name: 'Add to the briefing' }).click();
  await page.goto(`${demoHouse.url}/riders/${rurik}/season/${THIS_MONDAY}`);
  await expect(page.getByText('While it hurts: flat, an hour at most')).toBeVisible();
});

test('after a long pause the FTP to work with is taken once, and taken back', async ({
  page,
  demoHouse,
}) => {
  const date = plus(THIS_MONDAY, 7 * 15 + 5);
  const nils = await freshRider(demoHouse, { name: 'Fen Loop', date });
  await page.goto(`${demoHouse.url}/riders/${nils}/season/now`);
  const pause = region(page, 'After days without riding');
  await pause.getByLabel('Days in a row without riding').fill('21');
  await pause.getByRole('button', { name: /^Use \d+ W from today$/ }).click();
  await expect(page.getByText(/^\d+ W counts from today\.$/)).toBeVisible();
  // It is not lowered once more for the same days.
  await expect(pause.getByText('FTP is doubtful: work with')).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(pause.getByText('FTP is doubtful: work with')).toBeVisible();
});
