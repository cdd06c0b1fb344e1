import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { PLAIN_RIDER, rideOn, startTestRide, usualSetting } from '@uphill/core/simulation';
import { writeCsvRecording } from '@uphill/core/formats';
import type { Page } from '@playwright/test';
import { extractText, getDocumentProxy } from 'unpdf';
import { nextWeekday, printed } from '../support/days.ts';
import { expect, test } from '../support/house.ts';

const RIDER = { ...PLAIN_RIDER, cpW: 263, wPrimeJ: 16_500, restingBpm: 47, maximalBpm: 187 };

/** Moves about the step table and types, as a coach without a mouse does. */
async function type(page: Page, ...keys: string[]): Promise<void> {
  for (const key of keys) {
    if (key.startsWith('"')) await page.keyboard.type(key.slice(1));
    else await page.keyboard.press(key);
  }
}

test('a new rider from a ramp recording to a printed card, and a new FTP from Thursday on', async ({
  page,
  emptyHouse,
}) => {
  const [tuesday, thursday, saturday] = [
    nextWeekday(2),
    nextWeekday(4, nextWeekday(2)),
    nextWeekday(6, nextWeekday(2)),
  ];
  const { url, folder } = emptyHouse;
  const file = path.join(folder, 'ramp.csv');
  writeFileSync(
    file,
    writeCsvRecording(
      rideOn(startTestRide(usualSetting('ramp', RIDER, 255, 5))).seconds,
      '2026-10-12T18:05:00',
    ),
  );

  await test.step('the first rider', async () => {
    await page.goto(url);
    await page.getByRole('link', { name: 'Add the first rider' }).click();
    await page.getByLabel('Name').fill('Ines <script>alert(1)</script> Okafor');
    await page.getByRole('button', { name: 'Add the rider' }).click();
    await expect(page.getByText('Ines has no FTP.')).toBeVisible();
    await page.goto(`${page.url().replace(/\/tests$/, '')}`);
    await page.getByLabel('Name').fill('Ines Okafor');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByRole('heading', { level: 1, name: 'Ines Okafor' })).toBeVisible();
    await page.getByLabel('kg', { exact: true }).fill('0');
    await page.getByRole('button', { name: 'Add', exact: true }).first().click();
    await expect(page.getByText('Body mass is under 25 kg')).toBeVisible();
    await page.getByLabel('kg', { exact: true }).fill('61');
    await page.getByRole('button', { name: 'Add', exact: true }).first().click();
    await expect(page.getByRole('listitem').getByText('61 kg', { exact: true })).toBeVisible();
  });

  await test.step('the ramp off its recording, FTP accepted', async () => {
    await page.keyboard.press('Escape');
    await page.getByRole('link', { name: /^Tests/ }).click();
    await page.getByRole('link', { name: 'Import a recording' }).click();
    await page.setInputFiles('input[type=file]', file);
    await expect(page.getByLabel('Effort from')).toHaveValue(/^(14:5\d|15:0\d)$/);
    const readings = page.locator('.reading');
    await expect(readings).toHaveCount(2);
    const to = page.getByLabel('to', { exact: true });
    const [foundAt, ftpFound] = [await to.inputValue(), await readings.first().textContent()];
    const edge = page.getByRole('slider', { name: 'End of the effort' });
    const box = await edge.boundingBox();
    if (!box) throw new Error('The edge is not drawn.');
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    await page.mouse.down();
    await page.mouse.move(box.x - 60, box.y + box.height / 2, { steps: 6 });
    await page.mouse.up();
    await expect(to).not.toHaveValue(foundAt);
    expect(await readings.first().textContent()).not.toBe(ftpFound);
    await to.fill('20:00');
    await to.press('Enter');
    await expect(edge).toHaveAttribute('aria-valuenow', '1200');
    await edge.press('Shift+ArrowRight');
    await expect(to).toHaveValue('20:10');
    await page.getByRole('button', { name: 'Back to the effort as found' }).click();
    await expect(to).toHaveValue(foundAt);
    await expect(readings.first()).toContainText('× 0.75 =');
    await page.getByLabel('FTP used, W').fill('262');
    await page.getByLabel('Why').fill('rounded for the month');
    await page.getByRole('button', { name: 'Accept FTP 262 W' }).click();
    await expect(page.getByRole('heading', { name: 'Zone ladder' })).toBeVisible();
  });

  await test.step('the ladder, with its working', async () => {
    await page.getByRole('button', { name: /^Threshold, W: 237–275/ }).press('Enter');
    const working = page.getByRole('complementary', { name: 'The working' });
    await expect(working).toContainText('105 % of 262');
    await expect(working).toContainText('275.1 → 275 W');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: /^Threshold, W/ })).toBeFocused();
  });

  await test.step('15 min rising, 4 × 8:00 at 98–102 % with 4:00, 10 min falling: by keyboard', async () => {
    await page.keyboard.press('3');
    await page.getByRole('button', { name: 'New session', exact: true }).first().click();
    await page.getByRole('button', { name: 'Add a step' }).click();
    await expect(page.getByRole('gridcell', { name: '15:00' })).toBeFocused();
    await type(page, 'ArrowRight', 'Enter', '"50 → 90 %', 'Enter');
    await type(
      page,
      'i',
      'ArrowLeft',
      'Enter',
      '"8',
      'Tab',
      'Enter',
      '"98-102%',
      'Enter',
      'o',
      '+',
      '+',
    );
    await expect(page.getByRole('gridcell', { name: '4×' })).toBeVisible();
    await type(page, 'ArrowDown', 'i', 'ArrowLeft', 'ArrowLeft', 'Enter');
    await page.getByLabel('Step, row 4').selectOption('coolDown');
    await type(
      page,
      'Enter',
      'ArrowRight',
      'Enter',
      '"10',
      'Tab',
      'Enter',
      '"falling 60 to 40 %',
      'Enter',
    );
    await expect(page.getByRole('button', { name: /^Total time: 1 h 09/ })).toBeVisible();
    await expect(page.getByRole('button', { name: /^Time at target: 32:00/ })).toBeVisible();
    await expect(page.getByRole('gridcell', { name: /257–267/ })).toBeVisible();
    await expect(page.getByLabel('Name of the session')).toHaveValue('4 × 8:00 at 98–102 %');
    await expect(page.getByText('draft saved')).toBeVisible();
  });

  await test.step('on Tuesday and Saturday', async () => {
    await page.keyboard.press('Control+Enter');
    await page.getByRole('button', { name: printed(tuesday), exact: true }).click();
    await page.getByRole('button', { name: printed(saturday), exact: true }).click();
    await page.getByRole('button', { name: 'Assign to Ines on 2 days' }).click();
    await expect(page.getByText('assigned to Ines, 2 days')).toBeVisible();
    await page.getByRole('link', { name: /^Sessions/ }).click();
    await expect(dayLine(page, tuesday)).toContainText('257–267 W');
  });

  await test.step('the card, one page of A5 and of A4', async () => {
    await dayLine(page, tuesday).getByRole('link').click();
    await page.getByRole('link', { name: 'Print card' }).click();
    for (const [size, width, height] of [
      ['A5', 148, 210],
      ['A4', 210, 297],
    ] as const) {
      await page.getByLabel('Paper').selectOption(size);
      const pdf = await getDocumentProxy(
        new Uint8Array(await page.pdf({ preferCSSPageSize: true, printBackground: false })),
      );
      const { totalPages, text } = await extractText(pdf, { mergePages: true });
      expect(totalPages).toBe(1);
      const viewport = (await pdf.getPage(1)).getViewport({ scale: 1 });
      expect(
        [viewport.width, viewport.height].map((points) => Math.round((points / 72) * 25.4)),
      ).toEqual([width, height]);
      const words = text.replace(/\s+/g, ' ');
      for (const part of [
        'Ines Okafor',
        printed(tuesday),
        '257–267 W',
        '8:00',
        '4×',
        'FTP 262 W',
        '131 → 236 W',
      ])
        expect(words).toContain(part);
      expect(words).not.toContain('Print');
    }
    await page.getByRole('link', { name: 'Back' }).click();
  });

  await test.step('Tuesday done', async () => {
    await page.getByRole('button', { name: '8 very hard' }).click();
    await page.getByLabel('Note').fill('Even to the end.');
    // The Tuesday is still to come, so it is asked.
    await page.getByRole('button', { name: 'Mark as done' }).click();
    await page.getByRole('button', { name: 'Yes, mark it done' }).click();
    await expect(page.getByRole('heading', { name: 'Marked done' })).toBeVisible();
    await expect(page.getByText('ridden with FTP 262 W')).toBeVisible();
  });

  await test.step('a new FTP from Thursday on moves Saturday and leaves Tuesday', async () => {
    await page.getByRole('link', { name: /^Tests/ }).click();
    await page.getByRole('link', { name: 'Enter by hand' }).click();
    await page.getByLabel('Protocol').selectOption('twenty-minute');
    await page.getByLabel('Reading: mean of the 20:00, W').fill('284');
    await expect(
      page.getByRole('button', { name: 'FTP measured: 270 W. Show the working' }),
    ).toBeVisible();
    await page.getByLabel('Counts from').fill(thursday);
    await page.getByRole('button', { name: 'Save and use 270 W' }).click();
    await page.getByRole('link', { name: /^Sessions/ }).click();
    await expect(dayLine(page, saturday)).toContainText('265–275 W');
    await expect(dayLine(page, tuesday)).toContainText('257–267 W');
  });

  await test.step('undo, reload: all is there', async () => {
    await page.keyboard.press('Control+z');
    await expect(page.getByText('Undone: accepted FTP 270 W for Ines Okafor')).toBeVisible();
    await expect(dayLine(page, saturday)).toContainText('257–267 W');
    await page.reload();
    await expect(dayLine(page, saturday)).toContainText('257–267 W');
    await expect(dayLine(page, tuesday)).toContainText('done, RPE 8');
    await page.keyboard.press('Control+Shift+z');
    await expect(dayLine(page, saturday)).toContainText('265–275 W');
    await page.reload();
    await expect(dayLine(page, saturday)).toContainText('265–275 W');
  });
});

function dayLine(page: Page, day: string) {
  return page.getByRole('listitem').filter({ hasText: printed(day) });
}
