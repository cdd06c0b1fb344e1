import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { BOOK } from '@uphill/core/sessions';
import { expect, type House, idsOf, test } from '../support/house.ts';

const sentence = (page: Page) => page.getByLabel('The session in a sentence');

async function newSession(page: Page, house: House, rider = 'Leila'): Promise<void> {
  const ids = await idsOf(house);
  await page.goto(`${house.url}/riders/${ids.rider(rider)}/sessions`);
  await page.getByRole('button', { name: 'New session', exact: true }).first().click();
  await expect(sentence(page)).toBeVisible();
}

/** What stands in the line "In all" of what it asks. */
const inAll = (page: Page) => page.getByRole('button', { name: /^Total time: / });

test('each family’s first session, written from the empty sentence', async ({
  page,
  demoHouse,
}) => {
  await newSession(page, demoHouse);
  for (const { sessions } of BOOK) {
    const [first] = sessions;
    if (!first) continue;
    await page.locator('body').press('t');
    await sentence(page).fill(first.sentence);
    await sentence(page).press('Enter');
    await expect(page.locator('.sentence .problems')).toHaveCount(0);
    await expect(
      page.getByRole('grid', { name: 'Steps of the session' }).getByRole('row'),
    ).not.toHaveCount(1);
    await expect(inAll(page)).toBeVisible();
  }
  // Every commit is one entry of undo, and it survives a reload.
  await page.getByRole('heading', { name: /What this asks/ }).click();
  await page.reload();
  const last = await sentence(page).inputValue();
  await page.getByRole('heading', { name: /What this asks/ }).click();
  await page.keyboard.press('Control+z');
  await expect(sentence(page)).not.toHaveValue(last);
});

test('what is not understood is kept, dotted and drawn without an effort; a choice mends it', async ({
  page,
  demoHouse,
}) => {
  await newSession(page, demoHouse);
  await sentence(page).fill('15 building to 90 %, 4 x 8 at 150, 4 easy, 10 down');
  await expect(
    page.getByText('"150" could be watts or percent. Type 150 W or 150 %.'),
  ).toBeVisible();
  await expect(page.locator('.sentence mark')).toHaveText('150');
  await expect(page.locator('.road-unread')).toHaveCount(4);
  // Half-way, the tab is closed.
  await page.getByRole('heading', { name: /What this asks/ }).click();
  await expect(page.getByText('draft saved')).toBeVisible();
  await page.reload();
  await expect(sentence(page)).toHaveValue('15 building to 90 %, 4 x 8 at 150, 4 easy, 10 down');
  await page.getByRole('button', { name: '150 W' }).click();
  await expect(page.locator('.sentence mark')).toHaveCount(0);
  await page.keyboard.press('Enter');
  await expect(sentence(page)).toHaveValue(
    '15:00 building to 90 %, 4 × 8:00 at 150 W, 4:00 easy between, 10:00 down',
  );
  await expect(inAll(page)).toHaveText('1 h 09');
  // Esc restores what stood before.
  await sentence(page).fill('nonsense 🚲');
  await page.keyboard.press('Escape');
  await expect(sentence(page)).toHaveValue(/^15:00 building/);
});

test('2 × (3 × 4:00), by keyboard only', async ({ page, demoHouse }) => {
  await newSession(page, demoHouse);
  await page.keyboard.press('t');
  await page.keyboard.type('4 min at 110 %');
  await page.keyboard.press('Enter');
  await expect(sentence(page)).toHaveValue('4 min at 110 %');
  await page.keyboard.press('Tab');
  await page.locator('body').press('b');
  const grid = page.getByRole('grid', { name: 'Steps of the session' });
  await expect(grid.locator(':focus')).toHaveCount(1);
  await page.keyboard.press('o');
  await page.keyboard.press('+');
  await page.keyboard.press('o');
  await expect(sentence(page)).toHaveValue(/^2 × \(3 × 4:00 at 110 %/);
  await expect(page.locator('.stone-text')).toHaveText(['1', '2', '3', '4', '5', '6']);
  // On the road: a minute more and two per cent less, for all reps; one undo takes a run of nudges back.
  await page.locator('body').press('p');
  await page.keyboard.press('Shift+ArrowRight');
  await page.keyboard.press('Shift+ArrowRight');
  await expect(sentence(page)).toHaveValue(/3 × 5:00 at 110 %/);
  await page.keyboard.press('Shift+ArrowDown');
  await page.keyboard.press('Shift+ArrowDown');
  await expect(sentence(page)).toHaveValue(/3 × 5:00 at 108 %/);
  await page.keyboard.press('Control+z');
  await expect(sentence(page)).toHaveValue(/3 × 5:00 at 110 %/);
  await page.keyboard.press('Control+z');
  await expect(sentence(page)).toHaveValue(/3 × 4:00 at 110 %/);
});

test('a set that breaks, mended by "fit it"; the rungs of the ladder', async ({
  page,
  demoHouse,
}) => {
  await newSession(page, demoHouse);
  await sentence(page).fill('15 building to 90 %, 6 × 3:00 at 122 %, 1:00 easy between, 10 down');
  await sentence(page).press('Enter');
  const verdict = page.getByRole('status', { name: 'The verdict' });
  await expect(verdict).toContainText(/Breaks in rep \d at \d+:\d\d/);
  await page.getByRole('button', { name: 'Fit to 10 % of W′ left' }).click();
  await expect(verdict).toContainText('At the limit');
  await expect(verdict).toContainText(/W′ low point −\d+ → 1\d %/);
  await page.getByRole('button', { name: 'One rung easier' }).click();
  await expect(verdict).toContainText(/Working|At the limit/);
  await page.getByLabel('Total time to fit to').fill('90');
  await page.getByRole('button', { name: 'Fit to time' }).click();
  await expect(inAll(page)).toHaveText('1 h 30');
  await page.getByLabel('Total time to fit to').fill('10');
  await page.getByRole('button', { name: 'Fit to time' }).click();
  await expect(page.getByText(/The reps stay, so the ends cannot fit\./)).toBeVisible();
});

test('dragging on the road: the right edge is time, the top is target', async ({
  page,
  demoHouse,
}) => {
  await newSession(page, demoHouse);
  await sentence(page).fill('10 easy, 3 × 10 at 90 %, 5 easy between, 10 down');
  await sentence(page).press('Enter');
  await page.getByRole('gridcell', { name: '10:00' }).nth(1).click();
  const drag = async (grip: string, dx: number, dy: number): Promise<void> => {
    await page.evaluate(() => window.scrollTo(0, 0));
    const box = await page.locator(grip).first().boundingBox();
    if (!box) throw new Error(`no ${grip}`);
    await page.mouse.move(box.x + 12, box.y + 12);
    await page.mouse.down();
    await page.mouse.move(box.x + 12 + dx / 2, box.y + 12 + dy / 2);
    await page.mouse.move(box.x + 12 + dx, box.y + 12 + dy);
    await page.mouse.up();
  };
  await drag('.grip-time', 40, 0);
  await expect(sentence(page)).toHaveValue(/3 × 1[12]:[03]0 at 90 %/);
  await drag('.grip-target', 0, -14);
  await expect(sentence(page)).toHaveValue(/3 × 1[12]:[03]0 at (?:9[1-9]|10\d) %/);
  await page.keyboard.press('Control+z');
  await expect(sentence(page)).toHaveValue(/3 × 1[12]:[03]0 at 90 %/);
  // By its stone the whole set goes to another place.
  await drag('.stone-grip', -400, 0);
  await expect(sentence(page)).toHaveValue(
    /^3 × 1[12]:[03]0 at 90 %, 5:00 easy between, 10:00 easy/,
  );
  await page.keyboard.press('Control+z');
  await expect(sentence(page)).toHaveValue(/^10:00 easy, 3 × /);
});

test('one session for the whole squad: exceptions, the squad sheet, one undo', async ({
  page,
  demoHouse,
}) => {
  const { rider, session } = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${rider('Ines')}/sessions/${session('Reservoir')}`);
  await expect(sentence(page)).toBeVisible();
  await page.locator('body').press('g');
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'All', exact: true }).click();
  await expect(
    dialog.getByText('Maud has no power meter: assigned as RPE 7–8, 149–157 bpm.'),
  ).toBeVisible();
  // Beside the squad of the demo another journey may have brought in riders of its own.
  const everyone = await dialog.getByRole('checkbox', { checked: true }).count();
  expect(everyone).toBeGreaterThanOrEqual(6);
  await dialog.locator('.assign-day').nth(16).click();
  await dialog.getByRole('button', { name: `Assign to ${everyone} riders, ` }).click();
  await expect(page.getByText(`assigned to ${everyone} riders`).first()).toBeVisible();
  await page.goto(`${demoHouse.url}/sessions/${session('Reservoir')}/squad`);
  const sheet = page.getByRole('article', { name: 'Squad sheet' });
  await expect(sheet.getByRole('rowheader')).toHaveCount(everyone);
  await expect(sheet.getByText(/^Maud has no power meter: assigned as RPE 7–8/)).toBeVisible();
  await expect(sheet.getByRole('row', { name: /^Maud/ }).first()).toContainText('149–157 bpm');
  await page.emulateMedia({ media: 'print' });
  const height = await sheet.evaluate((element) => element.scrollHeight);
  expect(height).toBeLessThan(1123);
  await page.emulateMedia({ media: 'screen' });
  await page.goto(`${demoHouse.url}/riders/${rider('Rurik')}/sessions`);
  await page
    .getByRole('button', {
      name: new RegExp(`^Undo: assigned Reservoir eights to ${everyone} riders`),
    })
    .click();
  await expect(page.getByRole('button', { name: /^Redo: assigned/ })).toBeEnabled();
});

test('a session goes out and comes back: JSON, CSV and FIT', async ({ page, demoHouse }) => {
  const { rider, session } = await idsOf(demoHouse);
  const files: string[] = [];
  await page.goto(`${demoHouse.url}/riders/${rider('Rurik')}/sessions/${session('Quarry threes')}`);
  const written = await sentence(page).inputValue();
  for (const kind of ['JSON, all of it', /^CSV/, 'FIT workout'] as const) {
    await page.getByRole('button', { name: 'Export' }).click();
    const [download] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('button', { name: kind }).click(),
    ]);
    const path = await download.path();
    expect(readFileSync(path).length).toBeGreaterThan(100);
    files.push(path);
  }
  await page.goto(`${demoHouse.url}/riders/${rider('Rurik')}/sessions`);
  const list = page.getByRole('region', { name: 'Sessions to choose from' }).getByRole('listitem');
  const before = (await (await page.request.get(`${demoHouse.url}/api/sessions`)).json()) as [];
  await expect(list).toHaveCount(before.length);
  for (const [index, file] of files.entries()) {
    await page.getByLabel('A file of sessions').setInputFiles(file);
    await expect(list).toHaveCount(before.length + index + 1);
  }
  await list.first().getByRole('link').click();
  await expect(sentence(page)).toHaveValue(written);
  await page.goBack();
  await page.getByLabel('A file of sessions').setInputFiles({
    name: 'x.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"uphill-count/sessions","version":9}'),
  });
  await expect(
    page.getByText(/The field "version" reads 9; version 1 is understood\./),
  ).toBeVisible();
  const [calendar] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Calendar file' }).click(),
  ]);
  expect(readFileSync(await calendar.path(), 'utf8')).toContain('UID:');
});

test('the book: searched, one of it copied, copied and archived; a hill to ride to the top of', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${rider('Ines')}/zones`);
  await page.getByRole('link', { name: 'Session book' }).first().click();
  await page.getByLabel('Trains').selectOption('ceiling');
  await page.getByLabel('Search').fill('short');
  await expect(page.locator('.family')).toHaveCount(1);
  await page
    .getByRole('button', { name: /^Copy to my sessions/ })
    .first()
    .click();
  await expect(sentence(page)).toHaveValue(
    /, 5 × 30 s at 120 %, 30 s easy after each, 10:00 down$/,
  );
  // A name of its own: other journeys of this house may have made the same session.
  const name = 'Bursts from the book';
  await page.getByLabel('Name of the session').fill(name);
  await page.getByLabel('Name of the session').press('Enter');
  await expect(page.getByText('draft saved')).toBeVisible();
  await page.getByRole('link', { name: 'Session book' }).first().click();
  const own = page.getByRole('region', { name: 'Your own sessions' });
  await own.getByRole('button', { name: `Duplicate ${name}`, exact: true }).click();
  await expect(page.getByLabel('Name of the session')).toHaveValue(`${name}, copy`);
  await page.getByRole('link', { name: 'Session book' }).first().click();
  await own.getByRole('button', { name: `Archive ${name}, copy`, exact: true }).click();
  await expect(own.getByRole('link', { name: `${name}, copy`, exact: true })).toHaveCount(0);

  await page.getByRole('link', { name: 'Hills' }).first().click();
  await page.getByLabel('Name').fill('Mill Rise');
  await page.getByLabel('Length, m').fill('short');
  await page.getByLabel('Mean gradient, %').fill('8');
  await page.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByText('The length is a number of metres.')).toBeVisible();
  await page.getByLabel('Length, m').fill('1200');
  await page.getByRole('button', { name: 'Add' }).click();
  await expect(page.getByText('Mill Rise', { exact: true })).toBeVisible();
  await newSession(page, demoHouse, 'Ines');
  await sentence(page).fill('6 × to the top of Mill Rise at 105 % seated, 4 roll down between');
  await sentence(page).press('Enter');
  await expect(sentence(page)).toHaveValue(
    '6 × to the top of Mill Rise at 105 % seated, 4:00 easy between',
  );
  await expect(inAll(page)).toBeVisible();
});
