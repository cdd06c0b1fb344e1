import { addRider, expect, openRider, test } from '../support/house.ts';

test('settings: how a coach writes and measures holds on every page, and undo takes it back', async ({
  page,
  emptyHouse,
}) => {
  const { url } = emptyHouse;
  await addRider(page, emptyHouse, 'Ines Okafor');
  const rider = await openRider(page, emptyHouse, 'Ines Okafor');
  const year = new Date().getFullYear() - 1;
  await page.goto(`${url}/settings`);
  await page.getByLabel('Dates').selectOption('month before day');
  await expect(page.getByText('Typed, 5/12 is 12 May.')).toBeVisible();
  await page.getByLabel('Body mass').selectOption('lb');
  await page.getByLabel('Retest after, weeks').fill('8');
  await page.getByLabel('The ramp is read by').selectOption('85 % of the last full stage');
  await expect(page.getByLabel('The ramp is read by')).toHaveValue('lastStage');
  // Still there, and the choice still has the focus: nothing was drawn anew under the hand.
  await expect(page.getByLabel('Retest after, weeks')).toHaveValue('8');

  await page.goto(`${url}/riders/new`);
  await expect(page.getByLabel('Retest after, weeks')).toHaveValue('8');
  await page.goto(rider);
  const mass = page
    .locator('section')
    .filter({ has: page.getByRole('heading', { name: 'Body mass', exact: true }) });
  await mass.getByLabel('lb').fill('135');
  await mass.getByLabel('From').fill(`10/2/${year}`);
  await mass.getByRole('button', { name: 'Add' }).click();
  await expect(mass.getByText('135 lb', { exact: true })).toBeVisible();
  await expect(mass.getByText(new RegExp(`^\\w+ Oct 2 ${year}$`))).toBeVisible();
  const stored = (await (
    await page.request.get(rider.replace('/riders', '/api/riders'))
  ).json()) as {
    bodyMass: object[];
  };
  expect(stored.bodyMass).toMatchObject([{ kg: 61.23, date: `${year}-10-02` }]);
  await page.goto(`${rider}/tests/choose`);
  await expect(page.getByRole('region', { name: 'The pick' })).toContainText('By your school');

  await page.request.post(`${url}/api/undo`);
  await page.request.post(`${url}/api/undo`);
  await page.reload();
  await expect(page.getByRole('region', { name: 'The pick' })).not.toContainText('By your school');
});
