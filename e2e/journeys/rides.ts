import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { HEALTH_QUESTIONS } from '@uphill/core/rider';
import { writeCsvRecording } from '@uphill/core/formats';
import { DEMO_SESSIONS } from '@uphill/demo';
import { dayFromNow, nextWeekday, printed } from '../support/days.ts';
import { addRider, expect, idsOf, openRider, test } from '../support/house.ts';

const easy = (seconds: number) =>
  Array.from({ length: seconds }, () => ({ watts: 140, bpm: 120, rpm: 88 }));
const hard = (seconds: number) =>
  Array.from({ length: seconds }, (_, second) => ({
    watts: 258 + (second % 7),
    bpm: 160,
    rpm: 90,
  }));
/** Four eights with their rests, as they were asked. */
const EIGHTS = [
  ...easy(900),
  ...[1, 2, 3, 4].flatMap(() => [...hard(480), ...easy(240)]),
  ...easy(360),
];

test('what comes in finds its day, is read against it, unlinked and linked; what has no date is asked for; a ride is withdrawn, deleted, back', async ({
  page,
  demoHouse,
}) => {
  const { rider, session } = await idsOf(demoHouse);
  const leila = rider('Leila');
  const date = dayFromNow(-40);
  const added = await page.request.post(`${demoHouse.url}/api/riders/${leila}/days`, {
    data: { sessionId: session('Reservoir eights'), dates: [date] },
  });
  const [day] = (await added.json()) as { id: string }[];
  const file = path.join(demoHouse.folder, 'eights.csv');
  writeFileSync(file, writeCsvRecording(EIGHTS, `${date}T18:00:00`));

  await page.goto(`${demoHouse.url}/riders/${leila}/rides`);
  const bringIn = page.getByRole('region', { name: 'Import many' });
  await bringIn.locator('input[type=file]').setInputFiles(file);
  await expect(bringIn.getByText('1 imported. One belongs to a day.')).toBeVisible();
  await page.goto(`${demoHouse.url}/riders`);
  await page.getByRole('link', { name: `ridden ${printed(date)}: confirm?` }).click();
  const reps = page.getByRole('table', {
    name: 'Asked and ridden, found by their shape',
  });
  await expect(reps.getByRole('row')).toHaveCount(5);
  await expect(reps.getByRole('row', { name: /^1 8:00/ })).toContainText('261 W');

  await page.getByRole('link', { name: 'The ride', exact: true }).click();
  await expect(page.getByRole('heading', { level: 1 })).toHaveText('Reservoir eights');
  await expect(page.getByRole('region', { name: 'Numbers' })).toContainText('Load');
  const itsDay = page.getByRole('region', { name: 'Its day' });
  await itsDay.getByRole('button', { name: 'Unlink' }).click();
  await expect(itsDay).toContainText('It belongs to no day.');
  await page.goto(`${demoHouse.url}/riders/${leila}/days/${day?.id ?? ''}`);
  await page.getByRole('button', { name: 'Link a ride' }).click();
  await page
    .getByRole('list', { name: 'Rides to link' })
    .getByRole('button', { name: new RegExp(`^${printed(date)}: 1 h 09`) })
    .click();
  await expect(reps.getByRole('row')).toHaveCount(5);

  await page.getByRole('link', { name: 'The ride', exact: true }).click();
  const removing = page.getByRole('region', { name: 'Withdraw or delete' });
  await removing.getByRole('button', { name: 'Withdraw' }).click();
  await removing.getByLabel('Why it does not count').fill('another rider’s meter');
  await page.keyboard.press('Enter');
  await expect(page.getByText('withdrawn: another rider’s meter')).toBeVisible();
  await removing.getByRole('button', { name: 'Restore' }).click();
  await removing.getByRole('button', { name: 'Delete', exact: true }).click();
  await expect(removing).toContainText(
    'Undo brings it back for as long as it reaches; after that the file goes for good.',
  );
  await removing.getByRole('button', { name: 'Delete the ride' }).click();
  await expect(page.getByText('The ride is deleted.')).toBeVisible();
  // The undo beside it takes back this and nothing else.
  await page.getByRole('status').getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByText(/Undone: deleted Leila Haddad’s ride of/)).toBeVisible();

  const undated = path.join(demoHouse.folder, 'undated.csv');
  writeFileSync(
    undated,
    `seconds,power\n${Array.from({ length: 900 }, (_, second) => `${second},200`).join('\n')}`,
  );
  await page.goto(`${demoHouse.url}/riders/${leila}/rides`);
  await bringIn.locator('input[type=file]').setInputFiles(undated);
  await expect(bringIn.getByText(/One does not say of which day/)).toBeVisible();
  await page
    .getByRole('region', { name: 'Waits for you' })
    .getByRole('link', { name: /date assumed$/ })
    .click();
  await expect(page.getByRole('note')).toContainText('The file does not say when it was ridden');
  const facts = page.getByRole('form', { name: 'What is said of it' });
  await facts.getByLabel('Date', { exact: true }).fill('tomorrow');
  await page.keyboard.press('Tab');
  await expect(facts.getByRole('alert')).toContainText('is in the future.');
  await facts.getByLabel('Date', { exact: true }).fill(dayFromNow(-41));
  await facts.getByRole('button', { name: 'Save' }).click();
  await expect(page.getByRole('note')).toHaveCount(0);
  await expect(page.getByText(printed(dayFromNow(-41))).first()).toBeVisible();
});

test('a day is changed for itself in the workshop; a session changed afterwards asks which of its days follow', async ({
  page,
  emptyHouse,
}) => {
  const ask = async <T>(url: string, data: object): Promise<T> =>
    (await (await page.request.post(`${emptyHouse.url}/api${url}`, { data })).json()) as T;
  const riders: string[] = [];
  for (const name of ['Ines Okafor', 'Oskar Pinto']) {
    await addRider(page, emptyHouse, name);
    riders.push((await openRider(page, emptyHouse, name)).split('/').at(-1) ?? '');
  }
  const [ines = '', oskar = ''] = riders;
  const usedW = 262;
  for (const id of riders)
    await ask(`/riders/${id}/ftp`, {
      testId: null,
      usedW,
      countsFrom: dayFromNow(-20),
      reason: '',
    });
  // Of Oskar nobody has asked anything yet, so nothing maximal is for him.
  const answers = Object.fromEntries(HEALTH_QUESTIONS.map((question) => [question.id, 'no']));
  await ask(`/riders/${ines}/health`, {
    date: dayFromNow(-20),
    answers,
    answeredBy: 'Ines',
    note: '',
    clearedBy: null,
    clearedOn: null,
  });
  const { id } = await ask<{ id: string }>('/sessions', {
    plan: { ...DEMO_SESSIONS.eights, name: 'Mill eights' },
  });
  const [first, second] = [nextWeekday(2, dayFromNow(40)), nextWeekday(4, dayFromNow(40))];
  const wanted = [
    { riderId: ines, dates: [first, second] },
    { riderId: oskar, dates: [second] },
  ];
  const [day] = await ask<{ id: string }[]>('/days', { sessionId: id, riders: wanted });

  await page.goto(`${emptyHouse.url}/riders/${ines}/days/${day?.id ?? ''}`);
  await page.getByRole('link', { name: 'Change this day' }).click();
  await expect(page.getByText(`Ines, ${printed(first)} · as it stands on the day`)).toBeVisible();
  const sentence = page.getByRole('textbox', { name: /sentence/i });
  await sentence.fill('20 easy, 2 × 10:00 at 95 %, 5:00 easy between, 10 down');
  await page.keyboard.press('Enter');
  await expect(page.getByText('kept on this device; the day stands as it was')).toBeVisible();
  // The tab is closed half-way: the day stands as it was, and the draft waits.
  await page.reload();
  await expect(page.getByText('kept on this device; the day stands as it was')).toBeVisible();
  await page.getByRole('button', { name: `Use it on ${printed(first)}` }).click();
  await expect(page.getByText('Changed for this day alone')).toBeVisible();
  await expect(page.getByRole('region', { name: 'What to ride' })).toContainText('10:00');

  await page.goto(`${emptyHouse.url}/riders/${ines}/sessions/${id}`);
  await expect(page.getByText('draft saved')).toBeVisible();
  await sentence.fill('20 easy, 3 × 8:00 at 120 %, 5:00 easy between, 10 down');
  await page.keyboard.press('Enter');
  const behind = page.getByRole('group', { name: 'Days that stand as it was' });
  await expect(behind).toContainText('2 days still to come stand as this session was before.');
  await behind.getByRole('button', { name: 'Change them too' }).click();
  const dialog = page.getByRole('dialog');
  await expect(dialog.getByRole('group', { name: 'Oskar Pinto' })).toContainText(
    'Stays as it was:',
  );
  await dialog.getByRole('button', { name: 'Change one day' }).click();
  await expect(page.getByText('Mill eights: one day changed.')).toBeVisible();
  await expect(behind).toContainText('One day still to come stands as this session was before.');
  await behind.getByRole('button', { name: 'Leave it as it was' }).click();
  await expect(behind).toHaveCount(0);
});

test('the rider’s file grows section by section: goals, hours, what is fixed, kit; the rider’s page shows the day', async ({
  page,
  emptyHouse,
}) => {
  await addRider(page, emptyHouse, 'Tomas Brandt');
  const address = await openRider(page, emptyHouse, 'Tomas Brandt');
  await page.goto(address);
  const hours = page.getByRole('region', { name: 'Hours' });
  const weekday = (new Date().getDay() + 6) % 7;
  const name = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'][weekday] ?? '';
  await hours.getByLabel(name, { exact: true }).fill('30');
  await expect(hours.getByText('From 0 to 24 h.')).toBeVisible();
  await hours.getByLabel(name, { exact: true }).fill('1,5');
  await hours.getByRole('button', { name: 'Save the hours' }).click();
  await expect(hours).toContainText('1.5 h a week');
  const fixed = page.getByRole('region', { name: 'Every week' });
  await fixed.getByRole('button', { name: 'Add what is fixed' }).click();
  await fixed.getByLabel('What', { exact: true }).fill('Evening ride');
  await fixed.getByLabel('Weekday').selectOption(String(weekday + 1));
  await fixed.getByLabel('Minutes').fill('90');
  await fixed.getByLabel('To', { exact: true }).fill('2020-01-01');
  await page.keyboard.press('Tab');
  await fixed.getByRole('button', { name: 'Add it' }).click();
  await expect(fixed.getByText('It ends before it begins.')).toBeVisible();
  await fixed.getByLabel('To', { exact: true }).fill('');
  await page.keyboard.press('Tab');
  await fixed.getByRole('button', { name: 'Add it' }).click();
  await expect(fixed.getByRole('listitem')).toContainText('Evening ride');
  const bikes = page.getByRole('region', { name: 'Bikes' });
  await bikes.getByRole('button', { name: 'Add a bike' }).click();
  await bikes.getByLabel('Bike', { exact: true }).fill('Road bike');
  await bikes.getByLabel('Chainrings, teeth').fill('34, 500');
  await bikes.getByLabel('Sprockets, teeth').fill('11 13 15 28');
  await bikes.getByRole('button', { name: 'Save the bike' }).click();
  await expect(bikes.getByText('A chainring has at most 60 teeth.')).toBeVisible();
  await bikes.getByLabel('Chainrings, teeth').fill('34/50');
  await bikes.getByRole('button', { name: 'Save the bike' }).click();
  await expect(bikes.getByRole('listitem')).toContainText('34/50 × 11, 13, 15, 28');
  await page.goto(`${address}/today`);
  await expect(
    page.getByText('1 h 30 for riding today. Evening ride, 1 h 30. Nothing is planned today.'),
  ).toBeVisible();
});
