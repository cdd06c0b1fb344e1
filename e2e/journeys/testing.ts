import path from 'node:path';
import { daysAgo, printed } from '../support/days.ts';
import { addRider, expect, idsOf, test } from '../support/house.ts';

test('a test by hand: nonsense is refused by name, another number needs its reason, and it can be withdrawn', async ({
  page,
  emptyHouse,
}) => {
  await addRider(page, emptyHouse, 'Rurik Olsen', 'Crank');
  await page.getByRole('link', { name: 'Enter by hand' }).first().click();
  const reading = page.getByLabel('Reading: best rolling minute, W');
  const store = page.getByRole('button', { name: /^Save/ });

  await test.step('what cannot be', async () => {
    await store.click();
    await expect(page.getByRole('alert')).toContainText('Reading: best rolling minute is missing.');
    await reading.fill('45');
    await expect(
      page.getByText('FTP is 34 W. It has to be whole watts between 40 and 600 W.'),
    ).toBeVisible();
    await reading.fill('346,0');
    await expect(
      page.getByRole('button', { name: 'FTP measured: 260 W. Show the working' }),
    ).toBeVisible();
    await page.getByLabel('Ridden on').fill('2099-01-01');
    await page.keyboard.press('Tab');
    await expect(
      page.getByRole('alert').filter({ hasText: 'Thu 1 Jan 2099 is in the future.' }),
    ).toBeVisible();
    await store.click();
    await expect(page.getByText('Not saved yet. Thu 1 Jan 2099 is in the future.')).toBeVisible();
    await expect(reading).toHaveValue('346,0');
  });

  await test.step('less than was measured, with the reason', async () => {
    await page.getByLabel('Ridden on').fill(printed(daysAgo(30)));
    await page.keyboard.press('Tab');
    await expect(page.getByLabel('Counts from')).toHaveValue(printed(daysAgo(29)));
    await page.getByLabel('FTP used, W').fill('252');
    await store.click();
    await expect(page.getByRole('alert')).toContainText(
      'You use 252 W where 260 W was measured. Write down why.',
    );
    await page.getByLabel('Why').fill('a first ramp flatters');
    await page.getByRole('button', { name: 'Save and use 252 W' }).click();
    await expect(
      page.getByRole('button', { name: 'FTP used: 252 W. Show the working' }),
    ).toBeVisible();
    await expect(page.getByRole('listitem').filter({ hasText: 'Withdraw 252 W' })).toContainText(
      'a first ramp flatters',
    );
  });

  const everything = page.getByRole('region', { name: 'FTP from everything' });
  await test.step('from everything, which is one test so far', async () => {
    await expect(everything).toContainText(/260 ± 12 W from one test; in use: 252 W/);
    await expect(everything).toContainText('would narrow it most');
  });

  await test.step('used against measured, in the working', async () => {
    await page.getByRole('button', { name: 'FTP used: 252 W. Show the working' }).click();
    const working = page.getByRole('complementary', { name: 'The working' });
    for (const line of ['260 W', '252 W', 'a first ramp flatters'])
      await expect(working).toContainText(line);
    await page.getByRole('button', { name: 'Close the working' }).click();
  });

  await test.step('withdrawn, accepted after all, removed, undone', async () => {
    await page.getByRole('button', { name: 'Withdraw 252 W' }).click();
    await expect(page.getByText('not accepted yet')).toBeVisible();
    await page.getByRole('button', { name: 'Accept FTP 260 W' }).click();
    await expect(
      page.getByRole('button', { name: 'FTP used: 260 W. Show the working' }),
    ).toBeVisible();
    await page.getByRole('button', { name: 'Withdraw', exact: true }).click();
    await page.getByLabel('Why it is withdrawn').fill('the meter was not zeroed');
    await page.getByRole('button', { name: 'Withdraw', exact: true }).click();
    await expect(page.getByText('It does not count until it is restored.')).toBeVisible();
    await expect(everything).toBeHidden();
    await expect(page.getByRole('link', { name: /^Tests/ })).toContainText('no FTP');
    await page.getByRole('button', { name: 'Delete for good' }).click();
    await expect(page.getByText('Rurik has no FTP.')).toBeVisible();
    await page.getByRole('button', { name: 'Undo', exact: true }).click();
    await page.getByRole('button', { name: 'Restore it' }).click();
    await expect(
      page.getByRole('button', { name: 'FTP used: 260 W. Show the working' }),
    ).toBeVisible();
  });

  await test.step('a number the coach trusts', async () => {
    await page.getByRole('link', { name: 'Enter by hand' }).first().click();
    await page.getByLabel('Protocol').selectOption({ label: 'A number I trust' });
    await page.getByLabel('FTP used, W').fill('20');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByRole('alert')).toContainText('FTP is under 40 W.');
    await page.getByLabel('FTP used, W').fill('265');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByRole('heading', { name: 'Zone ladder' })).toBeVisible();
  });
});

test('a rider without a power meter, from test to zones', async ({ page, emptyHouse }) => {
  await addRider(page, emptyHouse, 'Maud Tremblay', 'None: rides by heart rate and RPE');
  await page.getByRole('link', { name: 'Enter by hand' }).first().click();
  await expect(page.getByLabel('Protocol').locator('option')).toHaveText([
    'Twenty minutes by heart rate',
  ]);
  await page.getByLabel('Mean heart rate of the 20:00, bpm').fill('153');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('threshold (estimate)')).toBeVisible();
  await page.getByRole('link', { name: /^Zones/ }).click();
  // 80, 89, 94 and 100 % of 153.
  for (const band of ['≤ 122', '123–136', '137–144', '145–153', 'over 153'])
    await expect(page.getByRole('button', { name: new RegExp(`bpm: ${band}`) })).toBeVisible();
});

test('a twenty-minute recording: the effort moves as one, and is shown again where it was read', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${rider('Tomas')}/tests/import`);
  await page.setInputFiles(
    'input[type=file]',
    path.join(demoHouse.folder, 'recordings', 'tomas-twenty-minutes.csv'),
  );
  const [from, to] = [page.getByLabel('Effort from'), page.getByLabel('to', { exact: true })];
  await expect(page.getByLabel('Protocol')).toHaveValue('twenty-minute');
  await expect(from).toHaveValue(/^(17:5\d|18:0\d)$/);
  await from.fill('12:00');
  await from.press('Enter');
  await expect(to).toHaveValue('32:00');
  await expect(page.getByRole('row', { name: /Last quarter ÷ first quarter/ })).toContainText(
    'doubtful',
  );
  await from.fill('soon');
  await from.press('Enter');
  await expect(page.getByText('"soon" is not a time.')).toBeVisible();
  await from.press('Escape');
  await page.getByRole('button', { name: 'Back to the effort as found' }).click();
  await expect(page.getByRole('row', { name: /Last quarter ÷ first quarter/ })).toContainText(
    'passed',
  );
  const found = await from.inputValue();
  await page.getByRole('button', { name: 'Save without using it' }).click();
  await page.getByRole('link', { name: 'See the recording' }).click();
  await expect(page.getByRole('heading', { name: /^Twenty minutes/ })).toContainText(`${found} to`);
  await expect(page.getByRole('slider')).toHaveCount(0);

  // The same file again is the same recording.
  await page.goto(`${demoHouse.url}/riders/${rider('Tomas')}/tests/import`);
  await page.setInputFiles(
    'input[type=file]',
    path.join(demoHouse.folder, 'recordings', 'tomas-twenty-minutes.csv'),
  );
  await expect(page.getByText('Not added twice.')).toBeVisible();
});

test('zones as of another day', async ({ page, demoHouse }) => {
  const { rider } = await idsOf(demoHouse);
  const history = (
    (await (await fetch(`${demoHouse.url}/api/riders/${rider('Rurik')}`)).json()) as {
      ftp: { usedW: number; countsFrom: string }[];
    }
  ).ftp;
  await page.goto(`${demoHouse.url}/riders/${rider('Rurik')}/zones`);
  for (const { usedW, countsFrom } of history) {
    await page.getByLabel('The day the zones are for').fill(countsFrom);
    await page.keyboard.press('Enter');
    await expect(
      page.getByRole('button', { name: `FTP in use: ${usedW} W. Show the working` }),
    ).toBeVisible();
  }
  await page.getByLabel('The day the zones are for').fill('2020-01-01');
  await page.keyboard.press('Enter');
  await expect(
    page.getByText(`showing the one that starts ${printed(history[0]?.countsFrom ?? '')}`),
  ).toBeVisible();
});
