import { readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { writeCsvRecording } from '@uphill/core/formats';
import type { Locator, Page } from '@playwright/test';
import { dayFromNow } from '../support/days.ts';
import { expect, type House, idsOf, test } from '../support/house.ts';

async function give(
  page: Page,
  house: House,
  session: string,
  rider: string,
  date: string,
): Promise<string> {
  const answer = await page.request.post(`${house.url}/api/days`, {
    data: { sessionId: session, riders: [{ riderId: rider, dates: [date] }] },
  });
  const [day] = (await answer.json()) as { id: string }[];
  return day?.id ?? '';
}

/** A new session of a rider, said in a sentence; gives the field it stands in. */
async function written(page: Page, house: House, riderId: string, words: string): Promise<Locator> {
  await page.goto(`${house.url}/riders/${riderId}/sessions`);
  await page.getByRole('button', { name: 'New session', exact: true }).first().click();
  const sentence = page.getByLabel('The session in a sentence');
  await sentence.fill(words);
  await sentence.press('Enter');
  return sentence;
}

test('the rider’s own page on a phone: today in watts, marked as done, the recording sent; tomorrow only as the coach has set it', async ({
  page,
  demoHouse,
}) => {
  const { rider, session } = await idsOf(demoHouse);
  const leila = rider('Leila');
  await give(page, demoHouse, session('3 × 15'), leila, dayFromNow(0));
  await give(page, demoHouse, session('Quarry threes'), leila, dayFromNow(1));
  await page.setViewportSize({ width: 390, height: 844 });
  // Nothing is seen before it is handed over.
  await page.goto(`${demoHouse.url}/riders/${leila}/today`);
  await expect(page.getByRole('region', { name: 'Tomorrow' })).toBeVisible();
  await expect(page.getByText('3 × 15:00')).toHaveCount(0);
  await page.request.post(`${demoHouse.url}/api/riders/${leila}/handovers`, {
    data: { from: dayFromNow(0), to: dayFromNow(1) },
  });
  await page.goto(`${demoHouse.url}/riders/${leila}`);
  await page.getByRole('link', { name: 'What Leila sees' }).click();
  const tomorrow = page.getByRole('region', { name: 'Tomorrow' });
  const threes = page.getByRole('region', { name: '3 × 15:00' });

  await test.step('today in her own watts, tomorrow the day before', async () => {
    await expect(threes).toContainText(/\d{3}–\d{3} W/);
    await expect(threes).toContainText('60 g/h');
    await expect(tomorrow).toContainText('Quarry threes');
  });

  await test.step('marked as done with a worded effort, from the button at the foot', async () => {
    await page.getByRole('button', { name: '8 very hard' }).first().click();
    const done = page.getByRole('button', { name: 'Mark as done' }).first();
    expect((await done.boundingBox())?.height).toBeGreaterThanOrEqual(48);
    await done.click();
    await expect(page.getByRole('heading', { name: 'Marked done' })).toBeVisible();
  });

  await test.step('a recording is sent, the same one again is not added twice, and one that is none is refused', async () => {
    const file = path.join(demoHouse.folder, 'evening.csv');
    const seconds = Array.from({ length: 1200 }, (_, second) => ({
      watts: 180 + (second % 7),
      bpm: 140,
      rpm: 88,
    }));
    writeFileSync(file, writeCsvRecording(seconds, `${dayFromNow(0)}T18:00:00`));
    const field = page.getByLabel('Send the recording');
    await field.setInputFiles(file);
    await expect(page.getByText('20:00 received.')).toBeVisible();
    await field.setInputFiles(file);
    await expect(page.getByText('Not added twice.')).toBeVisible();
    writeFileSync(file, 'a,b\n1,2');
    await field.setInputFiles(file);
    await expect(page.getByRole('alert')).toContainText(
      'There is neither a power nor a heart-rate column.',
    );
  });

  await test.step('only in the morning: neither the page nor the calendar file tells', async () => {
    await page.goto(`${demoHouse.url}/riders/${leila}`);
    await page.getByLabel('Sessions are visible').selectOption('on the morning of the day');
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await expect(page.getByText('Changed Leila Haddad.')).toBeVisible();
    await page.getByRole('link', { name: 'What Leila sees' }).click();
    await expect(tomorrow).toContainText('Visible in the morning.');
    await expect(page.getByText('Quarry threes')).toHaveCount(0);
    await expect(threes).toBeVisible();
    await page.goto(`${demoHouse.url}/riders/${leila}/sessions`);
    const saving = page.waitForEvent('download');
    await page.getByRole('button', { name: 'Calendar file' }).click();
    const events = readFileSync(await (await saving).path(), 'utf8').split('BEGIN:VEVENT');
    const on = (day: string) =>
      events.filter((event) => event.includes(`VALUE=DATE:${day.replaceAll('-', '')}`)).join('');
    expect(on(dayFromNow(0))).toContain('SUMMARY:3 × 15:00');
    expect(on(dayFromNow(1))).toContain('SUMMARY:Session');
    expect(on(dayFromNow(1))).not.toMatch(/Quarry|W\b/);
  });
});

test('details of a step in the table: read, printed in the sentence and on the card; nonsense is kept, named, and undone', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  const sentence = await written(
    page,
    demoHouse,
    rider('Rurik'),
    '15 building to 90 %, 4 × 8:00 at 98–102 %, 4:00 easy between, 10 down',
  );
  await page.getByRole('gridcell', { name: '98–102 %' }).click();
  for (const key of ['ArrowRight', 'ArrowRight', 'ArrowRight', 'Enter'])
    await page.keyboard.press(key);
  await page.keyboard.type('seated, last 15 s max, rep 2 at 95 %');
  await page.keyboard.press('Enter');
  await expect(sentence).toHaveValue(/4 × 8:00 at 98–102 % seated.*last 15 s max, rep 2 at 95 %/);
  await expect(page.getByRole('note')).toContainText('Sprints and hill finishes');
  await page.keyboard.press('Enter');
  await page.keyboard.type('sitting down');
  await page.keyboard.press('Enter');
  await expect(page.locator('.problems')).toContainText(
    '"sitting down" is not a detail that is known. Try seated',
  );
  await expect(page.locator('td[aria-invalid=true]')).toContainText('sitting down');
  await page.reload();
  await expect(page.locator('td[aria-invalid=true]')).toContainText('sitting down');
  await page.keyboard.press('Control+z');
  await expect(page.locator('.problems')).toHaveCount(0);
  await page.getByRole('link', { name: 'Print card' }).click();
  const card = page.getByRole('article', { name: 'Session card' });
  await expect(card).toContainText('seated, last 15 s max, rep 2 at 95 %');
  await expect(card).toContainText('Sprints and hill finishes');
});

test('a session of five hundred steps and twelve hours is written, weighed, given and printed', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  const sentence = await written(
    page,
    demoHouse,
    rider('Ines'),
    '20 easy, 250 × (1:00 at 110 % and 1:45 at 60 %), 10 down',
  );
  await expect(page.getByRole('button', { name: /^Total time: / })).toHaveText('11:57:30');
  await expect(page.getByRole('status', { name: 'The verdict' })).toContainText(
    /W′ left at the lowest|breaks/,
  );
  await page.getByRole('gridcell', { name: '250×' }).click();
  await page.keyboard.press('+');
  await expect(page.getByRole('button', { name: /^Total time: / })).toHaveText('12:00:15');
  await page.getByRole('button', { name: 'Assign', exact: true }).click();
  await page.getByLabel('Another day').fill(dayFromNow(60));
  await page.keyboard.press('Enter');
  await page.getByRole('button', { name: /^Assign to Ines/ }).click();
  await expect(page.getByText(/assigned to Ines/)).toBeVisible();
  await page.getByRole('link', { name: 'Print card' }).click();
  await expect(page.getByRole('article', { name: 'Session card' })).toContainText('251×');
  // Two thousand steps are the most; more are named, and nothing is lost.
  await page.goBack();
  await sentence.fill('999 × (10 s max and 20 s easy and 10 s at 90 %)');
  await sentence.press('Enter');
  await expect(page.locator('.problems')).toContainText(
    'Laid out, the session has 2997 steps. The most is 2000.',
  );
});

test('what stands in the way of others in the squad is reckoned with their own bests', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  await written(
    page,
    demoHouse,
    rider('Leila'),
    '20 easy, 5 × 3:00 at 128 %, 2:00 easy between, 10 down',
  );
  await page.getByRole('button', { name: 'Assign', exact: true }).click();
  await page.getByRole('button', { name: 'All', exact: true }).click();
  const models = (await (
    await page.request.get(
      `${demoHouse.url}/api/models?on=${dayFromNow(0)}&riders=${['Leila', 'Rurik'].map((name) => rider(name)).join(',')}`,
    )
  ).json()) as { pair: { wPrimeJ: number } | null; fit: { wPrimeJ: number } | null }[];
  expect(models.every(({ pair, fit }) => pair !== null || fit !== null)).toBe(true);
  // Same FTP, another W′: for Rurik, who has little of it, the set breaks.
  await expect(page.getByRole('listitem').filter({ hasText: 'Rurik' })).toContainText(
    /For Rurik it breaks in rep \d at \d+:\d\d\./,
  );
  await expect(page.getByRole('listitem').filter({ hasText: 'Maud' })).toContainText(
    'Maud has no power meter: assigned as RPE',
  );
  await expect(page.getByRole('listitem').filter({ hasText: 'Oskar' })).toContainText(
    'For Oskar it breaks',
  );
});

test('watts above FTP are stored as they were meant: every rider of the squad gets their own', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  const sentence = await written(
    page,
    demoHouse,
    rider('Leila'),
    '15 building to 90 %, 5 × 3:00 at 118 %, 3:00 easy between, 10 down',
  );
  const ways = page.getByRole('region', { name: 'Watts for reps of 3:00' });
  await ways.getByRole('button', { name: 'Use own numbers' }).first().click();
  await expect(sentence).toHaveValue(/5 × 3:00 at own numbers, 3:00 easy between/);
  await page.getByText('draft saved').waitFor();
  await page.getByRole('button', { name: 'Assign', exact: true }).click();
  await page.getByRole('button', { name: 'All', exact: true }).click();
  const asked = async (name: string) =>
    Number(
      /(\d{3}) W, FTP/.exec(
        await page.getByRole('dialog').getByRole('listitem').filter({ hasText: name }).innerText(),
      )?.[1],
    );
  await expect(
    page.getByRole('dialog').getByRole('listitem').filter({ hasText: 'Rurik' }),
  ).toContainText('FTP');
  // The same FTP, another sprint reserve.
  await expect
    .poll(async () => (await asked('Leila')) - (await asked('Rurik')))
    .toBeGreaterThan(15);
  await page.keyboard.press('Escape');
  await ways
    .getByRole('button', { name: /^Use \d+ W/ })
    .first()
    .click();
  await expect(sentence).toHaveValue(/5 × 3:00 at \d+ W/);
  await page.keyboard.press('Control+z');
  await expect(sentence).toHaveValue(/at own numbers/);
});

test('words typed into the details of a rider stay while the rider is changed by undo', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${rider('Tomas')}`);
  await page.getByLabel('Retest after, weeks').fill('8');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Changed Tomas Brandt.')).toBeVisible();
  const notes = page.getByLabel('Notes: injury, medication, what they like');
  await notes.fill('Prefers mornings.');
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(page.getByLabel('Retest after, weeks')).toHaveValue('6');
  await expect(notes).toHaveValue('Prefers mornings.');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  // The word of the first saving may still stand on the screen: what is stored is asked for.
  await expect
    .poll(async () => {
      const answer = await page.request.get(`${demoHouse.url}/api/riders/${rider('Tomas')}`);
      const { notes: kept, retestWeeks } = (await answer.json()) as {
        notes: string;
        retestWeeks: number;
      };
      return [kept, retestWeeks];
    })
    .toEqual(['Prefers mornings.', 6]);
});
