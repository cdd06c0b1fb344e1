import { mkdirSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { Page } from '@playwright/test';
import { PLAIN_RIDER, rideOn, startTestRide, usualSetting } from '@uphill/core/simulation';
import { writeFitRecording } from '@uphill/core/formats';
import { addRider, expect, test } from '../support/house.ts';

/** Answers every question of the health screen with no, as far as it is asked. */
async function answerHealth(page: Page): Promise<void> {
  const screen = page.getByRole('region', { name: 'Health screen' });
  await expect(screen).toBeVisible();
  for (const no of await screen.getByRole('radio', { name: 'No', exact: true }).all())
    await no.check();
  await expect(screen.getByText('Maximal work is allowed.')).toBeVisible();
  await screen.getByRole('button', { name: 'Save the health screen' }).click();
  await expect(screen).toBeHidden();
}

test('a ramp on the stand-ins at 60×, from the chooser to the zones, left and resumed on the way', async ({
  page,
  emptyHouse,
}) => {
  await addRider(page, emptyHouse, 'Ines Okafor', 'Crank');
  await page.getByRole('link', { name: 'Test day' }).click();

  await test.step('the chooser picks, and says why', async () => {
    await expect(page.getByRole('region', { name: 'The pick' })).toContainText(
      'It needs no pacing skill',
    );
    await page.getByRole('radio', { name: 'Yes' }).nth(1).check();
    await expect(
      page.getByRole('button', { name: 'Start the test day: Twenty minutes' }),
    ).toBeVisible();
    await page.getByRole('radio', { name: 'Not yet' }).check();
    await page.getByRole('radio', { name: 'targets above FTP' }).check();
    await expect(page.getByRole('region', { name: 'The pick' }).getByRole('heading')).toHaveText(
      'One and five',
    );
    await page.getByRole('radio', { name: 'FTP and zones' }).check();
    await page.getByRole('button', { name: 'Start the test day: Ramp, best minute' }).click();
  });

  await test.step('health screen, expected result, preparation', async () => {
    await answerHealth(page);
    await page.getByLabel('FTP expected, W').fill('9000');
    await expect(page.getByText('9000 lies outside 40 to 600')).toBeVisible();
    await page.getByLabel('FTP expected, W').fill('200');
    await expect(page.getByText('The shape of the ramp')).toBeVisible();
    const start = page.getByLabel('Start, W');
    const made = await start.inputValue();
    await start.fill('90.5');
    await expect(page.getByText('Whole watts from 20 to 400.')).toBeVisible();
    await start.fill('90');
    await page.getByRole('radio', { name: /^Made for this rider/ }).check();
    await expect(start).toHaveValue(made);
    await page.getByRole('button', { name: 'Next: prepare' }).click();
    await page.getByLabel('Bike').fill('winter bike');
    await page.getByRole('radiogroup', { name: 'Power meter zeroed' }).getByLabel('Yes').check();
    await expect(page.getByText('No earlier test has its preparation saved.')).toBeVisible();
    await page.getByRole('button', { name: 'Next: ride' }).click();
  });

  await test.step('ridden, left in the middle, resumed at the same second', async () => {
    await page.getByRole('button', { name: /^On the stand-ins/ }).click();
    await page.getByRole('button', { name: 'Get ready' }).click();
    await page.getByLabel('Speed').selectOption('60');
    await page.getByRole('button', { name: 'Start riding' }).click();
    await expect(page.getByRole('heading', { name: /Ramp, stage [2-9]/ })).toBeVisible({
      timeout: 40_000,
    });
    await page.getByRole('button', { name: 'Pause' }).click();
    await page.getByRole('button', { name: /^Struggling \(2 left\)/ }).click();
    await expect(page.getByRole('button', { name: 'Struggling (1 left)' })).toBeVisible();
    const clock = await page.getByText(/ ridden$/).textContent();
    await page.waitForResponse(
      (answer) => answer.request().method() === 'PUT' && answer.url().includes('/test-days/'),
    );
    await page.goto(`${emptyHouse.url}/riders`);
    await page.getByRole('link', { name: 'Ines Okafor' }).click();
    await page.getByRole('link', { name: 'Continue' }).click();
    await expect(page.getByText(clock ?? '')).toBeVisible();
    await expect(page.getByRole('button', { name: 'Struggling (1 left)' })).toBeVisible();
    await page.getByLabel('Speed').selectOption('60');
    await page.getByRole('button', { name: 'Go on' }).click();
    await expect(page.getByText('The ramp ended: cadence fell under 60 rpm.')).toBeVisible({
      timeout: 60_000,
    });
    await expect(page.getByRole('heading', { name: 'The ride is over' })).toBeVisible({
      timeout: 30_000,
    });
    const saved = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Save as FIT' }).click();
    expect((await saved).suggestedFilename()).toMatch(/^stand-in-ramp-.*\.fit$/);
    await page.getByRole('button', { name: 'Next: read it' }).click();
  });

  await test.step('both readings, checks, decision, zones', async () => {
    await expect(page.getByRole('heading', { name: 'Two readings from one ramp' })).toBeVisible();
    await expect(
      page.getByRole('rowheader', { name: 'Against the result written down before' }),
    ).toBeVisible();
    const accept = page.getByRole('button', { name: /^Accept FTP \d+ W/ });
    const ftp = Number(/\d+/.exec((await accept.textContent()) ?? '')?.[0]);
    expect(Math.abs(ftp / 200 - 1)).toBeLessThan(0.12);
    await accept.click();
    await expect(page.getByRole('heading', { name: 'Zone ladder' })).toBeVisible();
    await page.goto(page.url().replace('zones', 'tests'));
    await expect(page.getByText('Continue')).toBeHidden();
    await expect(page.getByText(/^What next\?/)).toBeVisible();
  });
});

test('a FIT recording with laps becomes a five-minute test', async ({ page, emptyHouse }, {
  outputDir,
}) => {
  const rider = { ...PLAIN_RIDER, cpW: 240 };
  const { seconds, laps } = rideOn(
    startTestRide({ ...usualSetting('five-minute', rider, 240, 9), dropsPerHour: 0 }),
  );
  const file = path.join(outputDir, 'no-name.bin');
  await addRider(page, emptyHouse, 'Leila Haddad', 'Hub');
  mkdirSync(outputDir, { recursive: true });
  writeFileSync(file, writeFitRecording(seconds, '2026-10-12T18:05:00', laps));
  await page.getByRole('link', { name: 'Import a recording' }).first().click();
  await page.getByLabel('The recording of Leila’s test').setInputFiles(file);
  await page.getByLabel('Protocol').selectOption({ label: 'Five minutes' });

  const useLaps = page.getByLabel(
    'The laps of the recording fit this test: take the effort from them',
  );
  await expect(useLaps).toBeChecked();
  await expect(page.getByLabel('Effort from', { exact: true })).toHaveValue('12:50');
  const reading = page.getByRole('button', { name: /^mean of the 5:00: / });
  const byLap = await reading.textContent();
  await useLaps.uncheck();
  await expect(page.getByLabel('Effort from', { exact: true })).toHaveValue(/^12:[45]\d$/);
  await useLaps.check();
  await page.getByLabel('Effort from', { exact: true }).fill('2:00');
  await page.getByLabel('Effort from', { exact: true }).press('Enter');
  await expect(reading).not.toHaveText(byLap ?? '');
  await page.getByRole('button', { name: 'Back to the effort as found' }).click();
  await expect(reading).toHaveText(byLap ?? '');
  await page.getByRole('button', { name: /^Accept FTP/ }).click();
  await expect(page.getByRole('heading', { name: 'Zone ladder' })).toBeVisible();
});

test('lactate steps typed as the blood comes in, one drop struck out', async ({
  page,
  emptyHouse,
}) => {
  await addRider(page, emptyHouse, 'Tomas Brandt', 'Pedals');
  await page.goto(page.url().replace(/tests$/, 'tests/choose?tells=thresholds'));
  await page.getByRole('button', { name: 'Start the test day: Lactate steps' }).click();
  await page.waitForURL(/\/test-days\//);
  await expect(page.getByRole('link', { name: /^Tests/ })).toHaveClass(/active/);
  // There is no other rider to go to, and a day of this one is no place for another.
  await page.keyboard.press('.');
  await expect(page.getByRole('heading', { name: 'Tests' })).toBeVisible();
  await page.getByRole('link', { name: 'Continue' }).click();
  await page.getByRole('button', { name: '3. Ride' }).click();
  await page.getByRole('button', { name: /^Ridden: type/ }).click();
  await page.getByRole('button', { name: 'Next: the table' }).click();
  const table: readonly (readonly [watts: number, mmol: string])[] = [
    [140, '1,3'],
    [160, '1.2'],
    [180, '1.4'],
    [200, '6.5'],
    [220, '2.3'],
    [240, '3.2'],
    [260, '4.9'],
    [280, '7.4'],
  ];
  const lt2 = page.getByRole('button', { name: /^LT2 at 4 mmol\/L: / });

  await test.step('nonsense is named and stays where it was typed', async () => {
    await page.getByRole('button', { name: /^Stage end at/ }).click();
    await page.getByLabel('W, line 1', { exact: true }).fill('140');
    for (const [typed, says] of [
      ['0', 'under 0.3'],
      ['40', 'over 30'],
      ['high', '"high" is not a number'],
    ] as const) {
      await page.getByLabel('mmol/L, line 1').fill(typed);
      await expect(
        page.getByRole('row').filter({ has: page.getByLabel('mmol/L, line 1') }),
      ).toContainText(says);
    }
    await page.getByLabel('mmol/L, line 1').fill('1,3');
  });

  await test.step('the table, closed half-way and opened again', async () => {
    for (const [index, [watts, mmol]] of table.entries()) {
      if (index === 0) continue;
      await page.getByRole('button', { name: `Stage end at ${watts} W` }).click();
      await page.getByLabel(`mmol/L, line ${index + 1}`).fill(mmol);
      await page.getByLabel(`bpm, line ${index + 1}`).fill(String(110 + 8 * index));
      if (index === 4) await page.reload();
    }
    await expect(lt2).toHaveText('249 W');
    await expect(page.getByText('more than double the stage before')).toBeVisible();
  });

  await test.step('the drop with sweat in it is struck out, with its reason', async () => {
    const before = await page.getByRole('button', { name: /^LT1 at 2 mmol\/L: / }).textContent();
    await page.getByRole('button', { name: 'Strike out line 4' }).click();
    await page.getByLabel('Why line 4 does not count').fill('sweat on the finger');
    await page.getByRole('button', { name: 'Strike', exact: true }).click();
    await expect(page.getByText('struck out: sweat on the finger')).toBeVisible();
    await expect(page.getByRole('button', { name: /^LT1 at 2 mmol\/L: / })).toHaveText('207 W');
    expect(before).not.toBe('207 W');
    await expect(lt2).toHaveText('249 W');
    await page.getByRole('radio', { name: 'modified D-max' }).check();
    await page.getByRole('radio', { name: 'at 4 mmol/L' }).check();
  });

  await test.step('FTP at LT2, and zones that hang on the test', async () => {
    await expect(page.getByRole('cell', { name: '7, 1 struck out' })).toBeVisible();
    await page.getByRole('button', { name: 'Accept FTP 249 W' }).click();
    await page.getByLabel('Scheme', { exact: true }).selectOption({ label: 'Lactate five' });
    await page.getByLabel('The day the zones are for').fill('2027-01-10');
    await page.keyboard.press('Enter');
    await expect(page.getByText('LT1 207 W and LT2 249 W')).toBeVisible();
    await expect(
      page.getByRole('button', { name: 'Threshold, W: 238–254. Show the working' }),
    ).toBeVisible();
  });
});

test('a scheme of one’s own is made, checked as one types, and used', async ({
  page,
  demoHouse,
}) => {
  await page.goto(`${demoHouse.url}/schemes`);
  await page.getByRole('button', { name: 'A scheme of your own' }).click();
  const store = page.getByRole('button', { name: 'Save the scheme' });
  await page.getByLabel('Name', { exact: true }).fill('Seven steps');
  await expect(page.getByText('There is a scheme called Seven steps already.')).toBeVisible();
  await page.getByLabel('Name', { exact: true }).fill('Tarnside three');
  await page.getByLabel('To %, band 1').fill('60');
  await expect(page.getByText('there is a gap from 60 to 75 %')).toBeVisible();
  await page.getByLabel('To %, band 1').fill('99');
  await expect(
    page.getByText(/Limits have to rise|where the band below ends/).first(),
  ).toBeVisible();
  await expect(store).toBeDisabled();
  await page.getByLabel('To %, band 1').fill('abc');
  await expect(page.getByText('Band 1: a limit is not a number.')).toBeVisible();
  await page.getByLabel('To %, band 1').fill('75');
  await page.getByLabel('Name, band 2').fill('Easy');
  await expect(page.getByText('Bands 1 and 2 are both called Easy.')).toBeVisible();
  await page.getByLabel('Name, band 2').fill('Steady');
  await page.reload();
  await page.getByRole('button', { name: 'A scheme of your own' }).click();
  await expect(page.getByLabel('Name', { exact: true })).toHaveValue('Tarnside three');
  await store.click();
  await expect(page.getByRole('region', { name: 'Every scheme' })).toContainText('Tarnside three');

  await page.goto(`${demoHouse.url}/riders`);
  await page.getByRole('link', { name: 'Ines Okafor' }).click();
  await page.getByRole('link', { name: /^Zones/ }).click();
  await page.getByLabel('Scheme', { exact: true }).selectOption({ label: 'Tarnside three' });
  await expect(page.getByText(/· Tarnside three$/)).toBeVisible();
  await expect(page.getByRole('button', { name: /^Steady, W: \d+–\d+/ })).toBeVisible();
  await page.getByRole('link', { name: 'Compare schemes, compare dates' }).click();
  await expect(page.getByRole('columnheader', { name: 'Tarnside three' })).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByRole('columnheader', { name: 'Tarnside three' })).toBeHidden();
});

test('a rider with heart rate alone goes from test to zones, to a card', async ({
  page,
  emptyHouse,
}) => {
  await addRider(page, emptyHouse, 'Maud Tremblay', 'None: rides by heart rate and RPE');
  await page.getByRole('link', { name: 'Test day' }).click();
  await expect(page.getByText('Without a power meter there are no watts to read')).toBeVisible();
  await page
    .getByRole('button', { name: 'Start the test day: Twenty minutes by heart rate' })
    .click();
  await answerHealth(page);
  await page.getByLabel('Threshold heart rate expected, bpm').fill('150');
  await page.getByRole('button', { name: 'Next: prepare' }).click();
  await page.getByRole('button', { name: 'Next: ride' }).click();
  await page.getByRole('button', { name: /^Ridden: type/ }).click();
  await page.getByRole('button', { name: 'Next: type the readings' }).click();
  await page.getByLabel('Mean heart rate of the 20:00, bpm').fill('fast');
  await expect(page.getByText('"fast" is not a number.')).toBeVisible();
  await page.getByLabel('Mean heart rate of the 20:00, bpm').fill('153');
  await page.getByLabel('Distance, km').fill('10,4');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('threshold heart rate 153 bpm')).toBeVisible();
  await expect(
    page.getByRole('button', { name: 'Threshold, bpm: 145–153. Show the working' }),
  ).toBeVisible();
  await expect(page.getByText(/\d W\b/)).toHaveCount(0);
  await page.getByRole('link', { name: 'Zone card to print or save' }).click();
  await expect(page.getByRole('article', { name: 'Zone card' })).toContainText('145–153');
  const saved = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Save as CSV' }).click();
  expect((await saved).suggestedFilename()).toBe('zones-maud-tremblay.csv');
});
