import { addRider, expect, idsOf, openRider, test } from '../support/house.ts';

test('an undo that something hangs on says why, is skipped, and what lies below is undone', async ({
  page,
  emptyHouse,
}) => {
  await addRider(page, emptyHouse, 'Below Her');
  await addRider(page, emptyHouse, 'Bram Oyelaran');
  await page.goto(`${await openRider(page, emptyHouse, 'Bram Oyelaran')}/rides`);
  const rows = Array.from({ length: 90 }, (_, second) => `${second},${150 + (second % 9)}`).join(
    '\n',
  );
  await page.setInputFiles('input[type=file]', {
    name: 'ride.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(`seconds,power\n${rows}\n`),
  });
  await expect(page.getByText('1 imported.')).toBeVisible();
  await page.getByRole('button', { name: 'Undo: added Bram Oyelaran' }).click();
  await expect(
    page.getByText('"added Bram Oyelaran" cannot be undone: 1 ride would be lost with it.'),
  ).toBeVisible();
  await page.getByRole('button', { name: 'Skip it' }).click();
  await expect(page.getByText('Undone: added Below Her.')).toBeVisible();
  await page.goto(`${emptyHouse.url}/riders`);
  await expect(page.getByText('Bram Oyelaran').first()).toBeVisible();
  await expect(page.getByText('Below Her')).toHaveCount(0);
});

test('a best is marked maximal on the curve and another on its recording, makes the fit, and is withdrawn with its reason', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  const model = page.getByRole('region', { name: 'The model' });
  await page.goto(`${demoHouse.url}/riders/${rider('Oskar')}/zones/curve`);
  await page.getByRole('button', { name: /^Mark as maximal ?: 3:00$/ }).click();
  await expect(model.getByRole('listitem').filter({ hasText: /^3:00 at \d+ W/ })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(model.getByRole('listitem')).toHaveCount(0);

  const rides = await page.request.get(
    `${demoHouse.url}/api/riders/${rider('Oskar')}/rides?from=2020-01-01&to=2099-01-01`,
  );
  const [latest] = (await rides.json()) as { recordings: { id: string }[] }[];
  await page.goto(
    `${demoHouse.url}/riders/${rider('Oskar')}/tests/import?recording=${latest?.recordings[0]?.id ?? ''}`,
  );
  const marks = page.getByRole('region', { name: 'Maximal efforts' });
  await marks.getByLabel('From').fill('10:00');
  await marks.getByLabel('To').fill('22:00');
  await page.keyboard.press('Tab');
  await marks.getByRole('button', { name: 'Mark as maximal' }).click();
  const line = marks.getByRole('listitem').filter({ hasText: '12:00 at' });
  await expect(line).toContainText('from 10:00');
  await line.getByRole('button', { name: /^Withdraw/ }).click();
  await line.getByLabel('Why it does not count').fill('sat behind Tomas');
  await page.keyboard.press('Enter');
  await expect(line).toContainText('withdrawn: sat behind Tomas');
});

test('a date is picked from the calendar by keyboard; what is no day is said, stores nothing and loses nothing', async ({
  page,
  emptyHouse,
}) => {
  await addRider(page, emptyHouse, 'Dora Lindqvist');
  const region = page.locator('section', { has: page.getByRole('heading', { name: 'Body mass' }) });
  await page.goto(await openRider(page, emptyHouse, 'Dora Lindqvist'));
  await region.getByLabel('kg').fill('64.5');
  await region.getByLabel('From').fill('');
  await region.getByLabel('kg').focus();
  await expect(region.getByLabel('From')).not.toHaveValue('');
  await region.getByLabel('From').fill('tomorrow');
  await page.keyboard.press('Tab');
  await expect(region.getByRole('alert')).toContainText('is in the future.');
  await region.getByRole('button', { name: 'Add' }).click();
  await expect(region.getByText(/Not saved yet\. .* is in the future\./)).toBeVisible();
  await expect(region.getByLabel('kg')).toHaveValue('64.5');
  await region.getByLabel('From').press('Escape');
  await region.getByRole('button', { name: 'Open the calendar' }).focus();
  await page.keyboard.press('Enter');
  const dialog = page.getByRole('dialog', { name: 'Calendar: From' });
  await expect(dialog.getByRole('grid')).toBeVisible();
  await page.keyboard.press('ArrowLeft');
  await page.keyboard.press('Enter');
  await expect(dialog).toHaveCount(0);
  await region.getByRole('button', { name: 'Add' }).click();
  await expect(region.getByRole('listitem').filter({ hasText: '64.5 kg' })).toBeVisible();
});

test('everything is backed up from the menu, and it says where the copy lies', async ({
  page,
  demoHouse,
}) => {
  await page.goto(`${demoHouse.url}/riders`);
  await page.getByRole('button', { name: 'Light or dark, backup and keys' }).click();
  await page.getByRole('button', { name: 'Back up everything' }).click();
  await expect(page.getByText(/Backed up and checked: .*copies.*\.sqlite \(\d/)).toBeVisible();
});
