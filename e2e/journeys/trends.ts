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
