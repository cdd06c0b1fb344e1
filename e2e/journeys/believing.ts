import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { PLAIN_RIDER, rideOn, startTestRide, usualSetting } from '@uphill/core/simulation';
import { writeCsvRecording, writeFitRecording } from '@uphill/core/formats';
import { addRider, expect, idsOf, settled, test } from '../support/house.ts';

const ride = (seed: number) =>
  rideOn(startTestRide(usualSetting('ramp', { ...PLAIN_RIDER, cpW: 250 }, 248, seed)));

test('the health screen: a yes holds maximal work back until somebody cleared it, and rules the heart out', async ({
  page,
  emptyHouse,
}) => {
  await addRider(page, emptyHouse, 'Tomas Brandt');
  await page.getByRole('link', { name: 'Enter by hand' }).first().click();
  await page.getByLabel('Protocol').selectOption({ label: 'Thirty minutes' });
  await page.getByLabel(/^Reading: /).fill('255');
  await page.getByLabel(/^Mean heart rate/).fill('160');
  await page.getByRole('button', { name: /^Save/ }).click();
  await expect(page.getByRole('heading', { name: /^Thirty minutes/ })).toBeVisible();
  await page.getByRole('link', { name: /^Zones/ }).click();
  await expect(page.getByRole('heading', { name: 'Zone ladder' })).toBeVisible();
  const beats = page.getByRole('button', { name: /, bpm: / });
  await expect(beats.first()).toBeVisible();

  const riderUrl = page.url().replace('/zones', '');
  await page.goto(riderUrl);
  const screen = page.getByRole('region', { name: 'Health screen' });
  await screen.getByRole('button', { name: 'Ask now' }).click();
  await screen.getByRole('radiogroup', { name: 'Beta-blockers' }).getByLabel('Yes').check();
  await expect(screen.getByText('Maximal work waits.')).toBeVisible();
  await screen.getByLabel('Cleared by').fill('Dr Wend');
  await screen.getByRole('button', { name: 'Save the health screen' }).click();
  await expect(screen.getByText('A clearance needs both: by whom, and when.')).toBeVisible();
  await screen.getByLabel('Cleared by').fill('');
  await screen.getByRole('button', { name: 'Save the health screen' }).click();
  await expect(screen.getByText('maximal work waits', { exact: true })).toBeVisible();

  await page.goto(`${riderUrl}/zones`);
  await expect(page.getByRole('heading', { name: 'Zone ladder' })).toBeVisible();
  await expect(beats).toHaveCount(0);
  await page.goto(`${riderUrl}/tests/choose`);
  await expect(page.getByRole('heading', { name: 'Health screen first' })).toBeVisible();
});

test('many recordings at once: progress, what was refused and why, the same file not twice, and the curve that follows', async ({
  page,
  emptyHouse,
}) => {
  await addRider(page, emptyHouse, 'Rurik Olsen');
  const files = [1, 2, 3].map((seed) => path.join(emptyHouse.folder, `ride-${seed}.csv`));
  files.forEach((file, index) =>
    writeFileSync(
      file,
      writeCsvRecording(ride(index + 1).seconds, `2026-11-0${index + 1}T18:05:00`),
    ),
  );
  const fit = path.join(emptyHouse.folder, 'ride-4.fit');
  writeFileSync(fit, writeFitRecording(ride(4).seconds, '2026-11-04T18:05:00'));
  const broken = path.join(emptyHouse.folder, 'shopping.csv');
  writeFileSync(broken, 'milk,2\nbread,1\n');
  await page.goto(page.url().replace(/\/tests.*|\/zones.*/, '/rides'));
  const bringIn = page.getByRole('region', { name: 'Import many' });
  await bringIn.locator('input[type=file]').setInputFiles([...files, fit, broken]);
  await expect(bringIn.getByText('4 imported.')).toBeVisible();
  await expect(bringIn.getByText('One file was not imported.')).toBeVisible();
  await expect(bringIn.getByText(/^shopping\.csv: /)).toBeVisible();
  await expect(
    page.getByRole('region', { name: 'Rides', exact: true }).getByRole('listitem'),
  ).toHaveCount(4);
  await bringIn.locator('input[type=file]').setInputFiles(files);
  await expect(
    bringIn.getByText('0 imported. 3 were there already, not added twice.'),
  ).toBeVisible();

  await page.goto(page.url().replace('/rides', '/zones/curve'));
  await expect(page.getByRole('heading', { name: 'Power–duration curve' })).toBeVisible();
  const minute = page.getByRole('row', { name: /^1:00/ });
  await expect(minute).toContainText(/\d{3} W/);
  // The drawing above comes later and moves the table down.
  await settled(page);
  await minute.getByRole('link').click();
  await expect(page).toHaveURL(/\/rides\/[0-9a-f-]{36}$/);
  await expect(page.getByRole('region', { name: 'Numbers' })).toContainText('Surge-weighted');
});

test('two riders of the same FTP and unlike curves, laid over each other', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${rider('Leila')}/zones/curve`);
  await page.getByLabel('Compare with').selectOption({ label: 'Rurik Olsen' });
  const against = page.getByRole('region', { name: 'Leila and Rurik' });
  await expect(against).toContainText('nearly the same, but');
  await expect(against.getByRole('listitem').first()).toHaveText(/over 0:05 Leila has \d+ W more/);
  await page.getByLabel('Compare with').selectOption({ label: '90 days' });
  await expect(against).toBeHidden();
  await expect(page.getByRole('columnheader', { name: '90 days' })).toBeVisible();
});

test('the same test on two dates, laid over each other', async ({ page, demoHouse }) => {
  const { rider } = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${rider('Ines')}/tests/compare`);
  await expect(page.getByRole('heading', { name: 'Two tests compared' })).toBeVisible();
  await expect(page.getByText(/% (more|less) mean power than before/)).toBeVisible();
  await expect(
    page.getByRole('table', { name: 'Heart rate at the same watts' }).getByRole('row'),
  ).not.toHaveCount(1);
});

test('four efforts typed in: CP, W′ and the sprint, with how it was ridden', async ({
  page,
  emptyHouse,
}) => {
  await addRider(page, emptyHouse, 'Leila Haddad');
  await page.getByRole('link', { name: 'Enter by hand' }).first().click();
  await page.getByLabel('Protocol').selectOption({ label: 'Four efforts' });
  for (const [label, value] of [
    ['Mean of the 3:00, W', '330'],
    ['Mean of the 6:00, W', '292'],
    ['Mean of the 10:00, W', '277'],
    ['Sprint peak, W', '910'],
    ['Peak came after, s', '7'],
  ] as const)
    await page.getByLabel(label).fill(value);
  await page.getByLabel('The sprint was ridden').selectOption('standing, or with a shift');
  await expect(page.getByText(/CP/).first()).toBeVisible();
  await page.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByText(/Not seated throughout: the peak is another one\./)).toBeVisible();
});
