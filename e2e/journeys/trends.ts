import { writeCsvRecording } from '@uphill/core/formats';
import { DEMO_SESSIONS } from '@uphill/demo';
import { dayFromNow, printed } from '../support/days.ts';
import { freshRider } from '../support/freshRider.ts';
import { expect, idsOf, test } from '../support/house.ts';

const part = (seconds: number, watts: number) =>
  Array.from({ length: seconds }, (_, second) => ({
    ...{ watts: watts + (second % 5) - 2, bpm: Math.round(70 + 0.4 * watts), rpm: 90 },
  }));

/** Four eights at so many watts, or half an hour of riding easily. */
const eights = (watts: number) => [
  ...part(900, 140),
  ...Array.from({ length: 4 }, () => [...part(480, watts), ...part(240, 115)]).flat(),
  ...part(360, 110),
];
const easy = [...part(900, 140), ...part(900, 155)];

test('sixty files of a new rider come in at once; the same set over three months, each dot with its ride', async ({
  page,
  emptyHouse,
}) => {
  test.slow();
  const rider = await freshRider(emptyHouse, { name: 'Salt Road', date: dayFromNow(90) });
  const sets = Array.from({ length: 12 }, (_, week) => -7 * week - 2).reverse();
  const plan = DEMO_SESSIONS.eights;
  const made = await page.request.post(`${emptyHouse.url}/api/sessions`, { data: { plan } });
  const { id: sessionId } = (await made.json()) as { id: string };
  await page.request.post(`${emptyHouse.url}/api/riders/${rider}/days`, {
    data: { sessionId, dates: sets.map(dayFromNow) },
  });
  const others = Array.from({ length: 48 }, (_, place) => -2 - place).filter(
    (day) => !sets.includes(day),
  );
  const file = (day: number, seconds: ReturnType<typeof part>) => ({
    name: `${dayFromNow(day)}.csv`,
    mimeType: 'text/csv',
    buffer: Buffer.from(writeCsvRecording(seconds, `${dayFromNow(day)}T18:00:00`)),
  });
  const files = [
    ...sets.map((day, week) => file(day, eights(236 + week))),
    ...others.map((day) => file(day, easy)),
  ];
  expect(files.length).toBeGreaterThan(50);
  await page.goto(`${emptyHouse.url}/riders/${rider}/rides`);
  await page.getByLabel('Import recordings, one or many').setInputFiles(files);
  await expect(
    page.getByText(`${files.length} rides, every recording kept as received`),
  ).toBeVisible({ timeout: 60_000 });
  await page.getByRole('link', { name: 'Trends', exact: true }).click();
  const family = page.getByRole('region', { name: 'Threshold, longer' });
  await expect(family).toContainText(/\+4\.\d ± 0(\.\d)? W a month: real\./, { timeout: 30_000 });
  await family.getByText('Set by set').click();
  await expect(family.getByRole('row')).toHaveCount(sets.length + 1);
  await family.getByRole('button', { name: 'Enlarge Threshold, longer' }).click();
  await page.getByLabel('Span').selectOption('three months');
  await expect(page).toHaveURL(/span=91/);
  await page.getByLabel('Under it').selectOption('a year before');
  const last = sets.at(-1) ?? 0;
  const dot = family.getByRole('link', {
    name: new RegExp(`^${printed(dayFromNow(last))}: 247 W`),
  });
  await dot.focus();
  await dot.press('Enter');
  await expect(page.getByRole('heading', { name: 'Reservoir eights' })).toBeVisible();
  await expect(page.getByRole('region', { name: 'Beside the weeks before' })).toContainText(
    'As usual.',
  );
});

test('a block that is over is judged: trained against moved', async ({ page, demoHouse }) => {
  const { rider } = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${rider('Ines')}/season`);
  const blocks = page.getByRole('region', { name: 'What the blocks did' });
  await expect(blocks).toContainText(/moved as meant|moved elsewhere|did not move/);
  await expect(blocks).toContainText(/Curve: 1:00 [+−]?\d/);
});

test('a road named on one ride is found on another, and forgotten by undo', async ({
  page,
  emptyHouse,
}) => {
  const rider = await freshRider(emptyHouse, { name: 'Salt Road', date: dayFromNow(90) });
  /** North at some metres a second, after so many seconds of standing about. */
  const file = (day: number, wait: number, speed: number, watts: number) => ({
    name: `${dayFromNow(day)}.csv`,
    mimeType: 'text/csv',
    buffer: Buffer.from(
      [
        'timestamp,power,heart rate,latitude,longitude',
        ...Array.from({ length: 1500 }, (_, second) => {
          const metres = Math.max(0, second - wait) * speed;
          const at = new Date(Date.parse(`${dayFromNow(day)}T10:00:00Z`) + second * 1000);
          const lat = (47 + metres / 111_195).toFixed(6);
          return `${at.toISOString().slice(0, 19)},${watts + (second % 3)},150,${lat},11.5`;
        }),
      ].join('\n'),
    ),
  });
  await page.goto(`${emptyHouse.url}/riders/${rider}/rides`);
  await page
    .getByLabel('Import recordings, one or many')
    .setInputFiles([file(-9, 60, 5, 240), file(-2, 200, 5.5, 260)]);
  await expect(page.getByText('2 rides, every recording kept as received')).toBeVisible();
  await page
    .getByRole('link', { name: printed(dayFromNow(-9)) })
    .first()
    .click();
  await page.getByText('Name a road in it').click();
  const naming = page.getByRole('group', { name: 'Name a road in it' });
  await naming.getByLabel('Name of the road').fill('Reservoir wall');
  await naming.getByLabel('From').fill('1:40');
  await naming.getByLabel('to', { exact: true }).fill('1:41');
  await naming.getByLabel('to', { exact: true }).press('Tab');
  await naming.getByRole('button', { name: 'Name it' }).click();
  await expect(naming).toContainText('at least 200 m long');
  await naming.getByLabel('to', { exact: true }).fill('11:40');
  await naming.getByLabel('to', { exact: true }).press('Tab');
  await naming.getByRole('button', { name: 'Name it' }).click();
  await expect(page.getByText('Reservoir wall is looked for on every ride.')).toBeVisible();
  await page.getByRole('link', { name: 'Trends', exact: true }).first().click();
  const road = page.getByRole('region', { name: 'Reservoir wall' });
  // 3 km: ten minutes on the day it was named, quicker a week later.
  await expect(road.getByRole('row', { name: new RegExp(printed(dayFromNow(-9))) })).toContainText(
    '10:00',
  );
  await expect(road.getByRole('row', { name: new RegExp(printed(dayFromNow(-2))) })).toContainText(
    /9:0\d best/,
  );
  await road.getByRole('button', { name: 'Forget Reservoir wall' }).click();
  await expect(road).toHaveCount(0);
  await page.keyboard.press('Control+z');
  await expect(road).toContainText('10:00');
});

test('mornings: a rider writes one down on a phone, nonsense is named, the coach sees the week, and what the coach corrects is undone', async ({
  page,
  emptyHouse,
}) => {
  const rider = await freshRider(emptyHouse, { name: 'Beacon Steps', date: dayFromNow(90) });
  const put = (day: number, restingBpm: number) =>
    page.request.put(`${emptyHouse.url}/api/riders/${rider}/mornings/${dayFromNow(day)}`, {
      data: { massKg: null, restingBpm, sleepH: null, legs: null, pain: null, version: 0 },
    });
  for (let day = -34; day <= -1; day += 1) await put(day, day < -6 ? 46 + (day % 2) : 55);
  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${emptyHouse.url}/riders/${rider}/today`);
  const morning = page.getByRole('region', { name: 'Morning numbers' });
  await morning.getByLabel('Sleep, h').fill('6,5');
  await morning.getByLabel('Legs, 1–5').fill('9');
  await morning.getByLabel('Pain, 0–10').fill('a bit');
  await morning.getByRole('button', { name: 'Save the morning' }).click();
  await expect(morning).toContainText('Legs runs from 1 to 5.');
  await expect(morning).toContainText('Pain is a number.');
  await expect(morning.getByLabel('Sleep, h')).toHaveValue('6,5');
  await morning.getByLabel('Legs, 1–5').fill('2');
  await morning.getByLabel('Pain, 0–10').fill('');
  await morning.getByRole('button', { name: 'Save the morning' }).click();
  await expect(morning.getByText('Kept.')).toBeVisible();
  await page.setViewportSize({ width: 1280, height: 800 });
  await page.goto(`${emptyHouse.url}/riders/${rider}`);
  await expect(morning.getByLabel('Legs, 1–5')).toHaveValue('2');
  await expect(morning).toContainText('Off: Resting heart rate 55 bpm, usually 46 ±');
  await morning.getByRole('button', { name: /^Sleep, seven days: 6.5 h/ }).click();
  await expect(page.getByText('0 written down, 14 are needed')).toBeVisible();
  await page.keyboard.press('Escape');
  await morning.getByLabel('Legs, 1–5').fill('4');
  await morning.getByRole('button', { name: 'Save the morning' }).click();
  await expect(morning.getByText('Kept.')).toBeVisible();
  await page.getByRole('heading', { name: 'Morning numbers' }).click();
  await page.keyboard.press('Control+z');
  await expect(morning.getByLabel('Legs, 1–5')).toHaveValue('2');
});
