import { writeFileSync } from 'node:fs';
import path from 'node:path';
import type { Page } from '@playwright/test';
import { nextWeekday, printed } from '../support/days.ts';
import { addRider, expect, idsOf, openRider, settled, test } from '../support/house.ts';

const api = async <T>(page: Page, url: string): Promise<T> =>
  (await (await page.request.get(url)).json()) as T;

test('a file whose headings say nothing: the page asks, shows the first rows, and reads it by the answer; many alike are asked about once', async ({
  page,
  emptyHouse,
}) => {
  await addRider(page, emptyHouse, 'Ines Okafor');
  const rows = (from: number) =>
    Array.from(
      { length: 120 },
      (_, second) => `${second};${from + (second % 7)};${140 + (second % 5)};0`,
    ).join('\n');
  const files = [200, 210, 220].map((watts) => {
    const file = path.join(emptyHouse.folder, `device-${watts}.csv`);
    writeFileSync(file, `Zeit;Kanal 1;Kanal 2;Neigung\n${rows(watts)}`);
    return file;
  });
  const answer = async (): Promise<void> => {
    const form = page.getByRole('form', { name: 'Which column is which' });
    await expect(form).toContainText('Which column is power? Which column is heart rate?');
    await expect(form.getByRole('columnheader', { name: '"Kanal 1"' })).toBeVisible();
    await form.getByLabel('Which column is power?').selectOption('"Kanal 1"');
    await form.getByLabel('Which column is heart rate?').selectOption('"Kanal 1"');
    await expect(form.getByText('This column is power already.')).toBeVisible();
    await form.getByLabel('Which column is heart rate?').selectOption('"Kanal 2"');
    await form.getByRole('button', { name: 'Read the file' }).click();
  };
  await page.getByRole('link', { name: 'Import a recording' }).click();
  await page.locator('input[type=file]').setInputFiles(files[0] ?? '');
  await answer();
  await expect(page.getByText('One column is not used: "Neigung".')).toBeVisible();

  await page.goto(page.url().replace(/\/tests.*/, '/rides'));
  const many = page.getByRole('region', { name: 'Import many' });
  await many.locator('input[type=file]').setInputFiles(files);
  await expect(many.getByRole('form')).toContainText('device-210.csv and 1 more like it');
  await answer();
  await expect(many.getByText('2 imported. 1 were there already, not added twice.')).toBeVisible();
});

test('the health screen: what is known is not asked, the grave ones one by one, who answered and when is kept', async ({
  page,
  emptyHouse,
}) => {
  await addRider(page, emptyHouse, 'Ines Okafor');
  await page.goto(`${emptyHouse.url}/riders`);
  await page.getByRole('link', { name: 'health screen' }).click();
  const screen = page.getByRole('region', { name: 'Health screen' });
  await expect(screen.getByRole('radiogroup', { name: 'Under 18' })).toBeVisible();

  await page.getByLabel('Birth year').fill('1994');
  await page.getByLabel('Sex (optional)').selectOption('Male');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  for (const ruledOut of ['Under 18', 'Over 45', 'Pregnancy', 'Lost periods'])
    await expect(screen.getByRole('radiogroup', { name: ruledOut })).toHaveCount(0);

  // On a low screen not all of it is seen at once.
  await page.setViewportSize({ width: 1280, height: 420 });
  await page.reload();
  const rest = screen.getByRole('button', { name: /^No to the rest/ });
  await expect(screen.getByRole('radiogroup').first()).toBeVisible();
  await page.evaluate(() => window.scrollTo(0, 0));
  await expect(rest).toHaveCount(0);
  for (const question of await screen.getByRole('radiogroup').all())
    await question.scrollIntoViewIfNeeded();
  await rest.click();
  await expect(screen.getByText(/answered one by one: 5 to go\./)).toBeVisible();
  await expect(screen.getByText('Maximal work waits.')).toBeVisible();
  for (const grave of [
    'A heart condition',
    /^A pacemaker/,
    /^Chest pain/,
    'Fainting or dizziness',
    'Disordered eating',
  ])
    await screen.getByRole('radiogroup', { name: grave }).getByLabel('No').check();
  await screen.getByLabel('Answered by').fill('Ines herself');
  await screen.getByRole('button', { name: 'Save the health screen' }).click();
  await expect(
    screen.getByText(/answered by Ines herself: maximal work is allowed\./),
  ).toBeVisible();
  await screen.getByRole('button', { name: 'Ask again' }).click();
  // What was said last time is shown, and is no answer for today.
  await expect(screen.getByText('last time: no').first()).toBeVisible();
  await expect(screen.getByText('Maximal work waits.')).toBeVisible();
});

test('body mass and heart rates are put right, with a comma; nonsense is a sentence; a rider is archived, restored, and deleted by name', async ({
  page,
  emptyHouse,
}) => {
  await addRider(page, emptyHouse, 'Ines Okafor');
  await page.goto(page.url().replace('/tests', ''));
  const mass = page
    .locator('section')
    .filter({ has: page.getByRole('heading', { name: 'Body mass', exact: true }) });
  await mass.getByLabel('kg', { exact: true }).fill('611');
  await mass.getByRole('button', { name: 'Add' }).click();
  await expect(mass.getByText('Body mass is over 250 kg. Is that right?')).toBeVisible();
  await mass.getByLabel('kg', { exact: true }).fill('71,5');
  await mass.getByRole('button', { name: 'Add' }).click();
  await mass.getByRole('button', { name: /^Correct/ }).click();
  await mass.getByLabel('Body mass, kg').fill('61,5 kg');
  await mass.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(mass.getByText('61.5 kg', { exact: true })).toBeVisible();

  const goals = page.getByRole('region', { name: 'Goals' });
  await goals.getByRole('button', { name: 'Add a goal' }).click();
  await goals.getByLabel('Goal', { exact: true }).fill('Salt Road');
  await goals.getByLabel('Goal date').fill('2020-06-01');
  await goals.getByLabel('Goal watts').fill('3');
  await expect(goals.getByText('From 40 to 1,500 W.')).toBeVisible();
  await expect(goals.getByText('is past; a goal is still to come.')).toBeVisible();
  await goals.getByLabel('Goal watts').fill('285');
  await goals.getByLabel('Goal date').fill('2027-06-01');
  await goals.getByLabel('For how long').fill('38:00');
  await goals.getByRole('button', { name: 'Add the goal' }).click();
  await expect(goals.getByRole('listitem')).toContainText('Main goal · 285 W, for 38:00');

  await page.reload();
  await page.getByRole('button', { name: 'Archive Ines' }).click();
  await page.goto(`${emptyHouse.url}/riders`);
  await page.getByText('Archived (1)').click();
  await page.getByRole('button', { name: 'Restore Ines Okafor' }).click();
  await page.goto(await openRider(page, emptyHouse, 'Ines Okafor'));
  await page.getByRole('button', { name: 'Delete Ines…' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog).toContainText('No copy holds Ines.');
  await dialog.getByLabel('Type Ines Okafor to delete').fill('Ines');
  await dialog.getByRole('button', { name: 'Delete for good' }).click();
  await expect(dialog).toContainText(
    'Type the name as it stands: Ines Okafor. Nothing was deleted.',
  );
  await dialog.getByLabel('Type Ines Okafor to delete').fill('Ines Okafor');
  await dialog.getByRole('button', { name: 'Delete for good' }).click();
  await expect(page.getByText('No riders yet.')).toBeVisible();
});

test('assigning says who has something already, keeps its buttons in view, and loses nothing over the squad sheet', async ({
  page,
  demoHouse,
}) => {
  const { rider, session } = await idsOf(demoHouse);
  // A rest day of everybody in the demo.
  const day = nextWeekday(5, nextWeekday(0));
  const give = async (name: string) =>
    page.request.post(`${demoHouse.url}/api/riders/${rider(name)}/days`, {
      data: { sessionId: session('Easy spin'), dates: [day], again: true },
    });
  for (const name of ['Leila', 'Rurik']) expect((await give(name)).status()).toBe(201);
  await page.setViewportSize({ width: 1280, height: 620 });
  await page.goto(`${demoHouse.url}/riders/${rider('Ines')}/sessions`);
  await page.getByRole('button', { name: /^Assign.*Fen Loop, steady/ }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByRole('button', { name: 'All', exact: true }).click();
  // Beside the squad of the demo another journey may have brought in riders of its own.
  const everyone = await dialog.getByRole('checkbox', { checked: true }).count();
  expect(everyone).toBeGreaterThanOrEqual(6);
  const toggle = dialog.getByRole('button', {
    name: new RegExp(`^${printed(day)}, already .*Leila Haddad: Easy spin.*Rurik Olsen: Easy spin`),
  });
  // Another journey may have given Ines something by then.
  await expect(toggle).toContainText(/[23] have one/);
  await toggle.click();
  await expect(dialog.getByRole('listitem').filter({ hasText: 'Leila Haddad' })).toContainText(
    `Already there: Easy spin, ${printed(day)}.`,
  );
  // The dialog scrolls inside itself: its buttons stay on the screen.
  await expect(
    dialog.getByRole('button', { name: `Assign to ${everyone} riders, ${printed(day)}` }),
  ).toBeInViewport();
  await dialog.getByRole('checkbox', { name: 'Tomas Brandt' }).uncheck();
  await dialog.getByRole('link', { name: 'Squad sheet' }).click();
  await page.getByRole('checkbox', { name: 'Maud Tremblay' }).uncheck();
  await page.getByRole('link', { name: 'Back' }).click();
  await expect(
    dialog
      .getByRole('listitem')
      .filter({ hasText: printed(day) })
      .last(),
  ).toBeVisible();
  await dialog
    .getByRole('button', { name: `Assign to ${everyone - 2} riders, ${printed(day)}` })
    .click();
  await expect(
    page.getByText(`Fen Loop, steady assigned to ${everyone - 2} riders, ${printed(day)}.`),
  ).toBeVisible();
  await page.getByRole('button', { name: /^Assign.*Long hills/ }).click();
  await dialog.getByRole('button', { name: `As last time (${everyone - 2} riders)` }).click();
  await expect(dialog.getByRole('checkbox', { name: 'Oskar Pinto' })).toBeChecked();
  await expect(dialog.getByRole('checkbox', { name: 'Tomas Brandt' })).not.toBeChecked();
  await dialog.getByRole('button', { name: 'Cancel' }).click();
});

test('earlier days are reached by month; each need is a link to the very thing; a long note is not cut; a new session left untouched is gone', async ({
  page,
  demoHouse,
}) => {
  const { rider, session } = await idsOf(demoHouse);
  const long = nextWeekday(3, new Date(Date.now() - 100 * 86_400_000).toISOString().slice(0, 10));
  const yesterday = new Date(Date.now() - 86_400_000).toISOString().slice(0, 10);
  for (const date of [long, yesterday])
    expect(
      (
        await page.request.post(`${demoHouse.url}/api/riders/${rider('Oskar')}/days`, {
          data: { sessionId: session('Easy spin'), dates: [date], again: true },
        })
      ).status(),
    ).toBe(201);
  await page.goto(`${demoHouse.url}/riders/${rider('Oskar')}/sessions`);
  const earlier = page.getByRole('region', { name: 'Earlier' });
  const month = new Date(`${long}T12:00:00`).toLocaleString('en-GB', {
    month: 'long',
    year: 'numeric',
  });
  await earlier.getByText(month).click();
  await expect(earlier.getByRole('listitem').filter({ hasText: printed(long) })).toContainText(
    'Easy spin',
  );

  await page.goto(`${demoHouse.url}/riders`);
  await page
    .getByRole('row', { name: /Oskar Pinto/ })
    .getByRole('link', { name: `mark ${printed(yesterday)}` })
    .click();
  await expect(page.getByRole('heading', { name: 'Easy spin' })).toBeVisible();
  const note = 'On and on. '.repeat(200);
  await page.getByLabel('Note').fill(note);
  await expect(
    page.getByText('This is 200 characters too long; there is room for 2,000.'),
  ).toBeVisible();
  await expect(page.getByLabel('Note')).toHaveValue(note);
  await expect(page.getByRole('button', { name: 'Mark as done' })).toBeDisabled();
  await page.getByLabel('Note').fill('Quiet.');
  await page.getByRole('button', { name: 'Mark as done' }).press('Enter');
  await expect(page.getByRole('heading', { name: 'Marked done' })).toBeFocused();

  const many = async (): Promise<number> =>
    (await api<unknown[]>(page, `${demoHouse.url}/api/sessions`)).length;
  const before = await many();
  await page.getByRole('link', { name: /^Sessions/ }).click();
  await page.getByRole('button', { name: 'New session' }).click();
  await expect(page.getByText('draft saved')).toBeVisible();
  const address = page.url();
  await page.reload();
  await expect(page.getByText('draft saved')).toBeVisible();
  await page.getByRole('link', { name: /^Tests/ }).click();
  await expect(page.getByRole('heading', { name: 'Tests' })).toBeVisible();
  expect(await many()).toBe(before);
  await page.goto(address);
  await expect(page.getByRole('alert')).toContainText('This session does not exist');
});

test('a rider without a power meter: sessions, days, card and page in beats and effort, no percent, no W′', async ({
  page,
  demoHouse,
}) => {
  const { rider, session } = await idsOf(demoHouse);
  const base = `${demoHouse.url}/riders/${rider('Maud')}`;
  const day = nextWeekday(2, nextWeekday(0));
  const [added] = (await (
    await page.request.post(`${base.replace('/riders', '/api/riders')}/days`, {
      data: { sessionId: session('3 × 15:00'), dates: [day], again: true },
    })
  ).json()) as { id: string }[];
  for (const view of [
    `/days/${added?.id ?? ''}`,
    `/days/${added?.id ?? ''}/card`,
    '/today',
    '/zones',
  ]) {
    await page.goto(`${base}${view}`);
    await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
    await settled(page);
    const words = await page.locator(view.endsWith('card') ? 'article' : 'main').innerText();
    // Of the time there are percents for everybody; of watts there are none here.
    expect(words, view).not.toMatch(/\d %(?! of the time)|W′|No FTP|\d W\b/);
    expect(words, view).toMatch(/bpm/);
  }
  await page.goto(`${base}/days/${added?.id ?? ''}`);
  await expect(page.getByRole('heading', { name: '3 × 15:00 at RPE 7–8' })).toBeVisible();
  // Hot: by effort, and it says so on the day, the card and the rider's page.
  await page.getByLabel('Heat expected, °C').fill('31,5');
  await page
    .getByRole('form', { name: 'Heat' })
    .getByRole('button', { name: 'Save', exact: true })
    .click();
  await expect(
    page.getByText('31.5 °C: by effort today; shorten it, or ride in the cool hours.'),
  ).toBeVisible();
  await page.getByRole('link', { name: 'Print card' }).click();
  await expect(page.getByRole('article')).toContainText('31.5 °C: by effort today');
});
