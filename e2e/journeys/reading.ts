import { AxeBuilder } from '@axe-core/playwright';
import { writeCsvRecording, writeFitRecording } from '@uphill/core/formats';
import { DEMO_SESSIONS } from '@uphill/demo';
import type { Page } from '@playwright/test';
import { dayFromNow, printed } from '../support/days.ts';
import { freshRider } from '../support/freshRider.ts';
import { expect, type House, idsOf, settled, test } from '../support/house.ts';

const GOAL = { name: 'Salt Road', date: dayFromNow(90) };

const part = (seconds: number, watts: number | null, bpm = 130) =>
  Array.from({ length: seconds }, (_, second) => ({
    watts: watts === null ? null : watts + (second % 5) - 2,
    bpm: bpm + (second % 3),
    rpm: 90,
  }));

/** Four eights for an FTP of 240 W, each at its own watts. */
const eights = (...watts: readonly number[]) => [
  ...part(900, 140),
  ...watts.flatMap((each) => [...part(480, each, 160), ...part(240, 115)]),
  ...part(360, 110),
];

/** The demo's session of that name in a house of its own. */
async function sessionOf(page: Page, { url }: House, key: keyof typeof DEMO_SESSIONS) {
  const plan = DEMO_SESSIONS[key];
  const made = await page.request.post(`${url}/api/sessions`, { data: { plan } });
  return ((await made.json()) as { id: string }).id;
}

/** Puts a session on some days of a rider, and gives the ids of the days. */
async function given(
  page: Page,
  { url }: House,
  riderId: string,
  sessionId: string,
  dates: readonly string[],
): Promise<string[]> {
  const added = await page.request.post(`${url}/api/riders/${riderId}/days`, {
    data: { sessionId, dates },
  });
  return ((await added.json()) as { id: string }[]).map(({ id }) => id);
}

/** Lets a file go over the page, as from a folder. */
async function drop(page: Page, name: string, bytes: Uint8Array): Promise<void> {
  const transfer = await page.evaluateHandle(
    ([file, content]) => {
      const all = new DataTransfer();
      all.items.add(new File([new Uint8Array(content as number[])], file));
      return all;
    },
    [name, [...bytes]] as const,
  );
  const target = page.getByRole('heading', { level: 1, name: 'Rides' });
  await target.dispatchEvent('dragover', { dataTransfer: transfer });
  await target.dispatchEvent('drop', { dataTransfer: transfer });
}

const textBytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const says = (page: Page) => page.getByRole('region', { name: 'What it says' });

test('a file dropped finds its day and is read; an edge is corrected; the suggestion is accepted, stands on its day, and is undone', async ({
  page,
  emptyHouse,
}) => {
  const rider = await freshRider(emptyHouse, GOAL);
  const past = dayFromNow(-3);
  const dates = [past, dayFromNow(4)];
  const [, ahead] = await given(
    page,
    emptyHouse,
    rider,
    await sessionOf(page, emptyHouse, 'eights'),
    dates,
  );
  const dayAhead = `${emptyHouse.url}/riders/${rider}/days/${ahead ?? ''}`;
  await page.goto(`${emptyHouse.url}/riders/${rider}/rides`);
  await drop(
    page,
    'eights.csv',
    textBytes(writeCsvRecording(eights(240, 241, 239, 240), `${past}T18:00:00`)),
  );
  const unread = page.getByRole('region', { name: 'To read' });
  await expect(unread).toContainText('On target');
  await expect(unread).toContainText('Reservoir eights');
  await expect(page.getByRole('link', { name: /Rides.*1 to read/ })).toBeVisible();
  await unread.getByRole('link', { name: printed(past) }).click();
  await expect(says(page)).toContainText('On target');
  await says(page)
    .getByRole('button', { name: /On target: all 4 inside/ })
    .click();
  await expect(page.getByText('Time at target asked')).toBeVisible();
  await page.keyboard.press('Escape');
  const reps = page.getByRole('table', { name: 'Asked and ridden, found by their shape' });
  await expect(reps.getByRole('row')).toHaveCount(5);
  await page.getByRole('button', { name: 'Zoom into rep 2' }).click();
  await expect(page.getByRole('slider', { name: 'End of rep 4' })).toHaveCount(0);
  await page.getByRole('button', { name: 'The whole ride' }).click();
  // Forty seconds that belong to the rest: the rep is shorter for it, and stays so.
  const edge = page.getByRole('slider', { name: 'End of rep 2' });
  const before = Number(await edge.getAttribute('aria-valuenow'));
  await edge.focus();
  for (let press = 0; press < 4; press += 1) await page.keyboard.press('Shift+ArrowLeft');
  const corrected = page.getByRole('table', { name: 'Asked and ridden, as you marked them' });
  await expect(corrected.getByRole('row', { name: /^2 7:2\d/ })).toBeVisible();
  // The edge keeps the focus while it is drawn anew.
  await expect(edge).toBeFocused();
  await page.keyboard.press('ArrowRight');
  await expect(edge).toHaveAttribute('aria-valuenow', String(before - 39));
  await page.keyboard.press('ArrowLeft');
  await expect(edge).toHaveAttribute('aria-valuenow', String(before - 40));
  await expect(page.getByText('The edge is kept.').first()).toBeVisible();
  await page.reload();
  await expect(edge).toHaveAttribute('aria-valuenow', String(before - 40));

  const next = page.getByRole('region', { name: 'Next time' });
  await expect(next).toContainText('3 × 12:00 at 98–102 %');
  await expect(next.getByRole('link', { name: printed(dates[1] ?? '') })).toBeVisible();
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('a');
  await expect(next).toContainText('Accepted.');
  await page.goto(dayAhead);
  const toRide = page.getByRole('region', { name: 'What to ride' });
  await expect(toRide).toContainText('12:00');
  await page.keyboard.press('Control+z');
  await expect(toRide).toContainText('8:00');
  await expect(toRide).not.toContainText('12:00');
  for (const scheme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme: scheme });
    await page.goBack();
    await expect(says(page)).toBeVisible();
    await settled(page);
    const { violations } = await new AxeBuilder({ page }).analyze();
    expect(violations.map(({ id, nodes }) => [id, nodes[0]?.html])).toEqual([]);
    await page.goForward();
  }
});

test('a broken set, an Endurance ride that was not easy, and a test that somebody rode without saying so each open with what they are', async ({
  page,
  emptyHouse,
}) => {
  const rider = await freshRider(emptyHouse, GOAL);
  const [broken, easy, ramp] = [dayFromNow(-6), dayFromNow(-5), dayFromNow(-4)];
  await given(page, emptyHouse, rider, await sessionOf(page, emptyHouse, 'eights'), [broken]);
  await given(page, emptyHouse, rider, await sessionOf(page, emptyHouse, 'fenLoop'), [easy]);
  const stages = Array.from({ length: 14 }, (_, stage) => part(60, 100 + 20 * stage)).flat();
  const hills = Array.from({ length: 9 }, () => [...part(360, 150), ...part(240, 225)]).flat();
  const files: readonly (readonly [string, ReturnType<typeof part>])[] = [
    [broken, eights(240, 241, 214, 210)],
    [easy, hills],
    [ramp, [...part(600, 110), ...stages, ...part(400, 80)]],
  ];
  await page.goto(`${emptyHouse.url}/riders/${rider}/rides`);
  for (const [date, seconds] of files)
    await drop(page, `${date}.csv`, textBytes(writeCsvRecording(seconds, `${date}T18:00:00`)));
  const unread = page.getByRole('region', { name: 'To read' });
  await expect(unread.getByRole('listitem')).toHaveCount(3);
  await page.getByLabel('Unread only').check();
  await unread.getByRole('link', { name: printed(broken) }).click();
  await expect(says(page)).toContainText('Broke down after rep 2');
  const next = page.getByRole('region', { name: 'Next time' });
  await expect(next).toContainText('No day of it is planned ahead');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('x');
  await next.getByLabel('Why it is refused').fill('He was ill.');
  await page.keyboard.press('Enter');
  await expect(next).toContainText('Refused: He was ill.');
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('n');
  await expect(page.getByRole('region', { name: 'A test in it' })).toContainText(
    'this looks like a ramp',
  );
  await page.getByRole('heading', { level: 1 }).click();
  await page.keyboard.press('n');
  await expect(says(page)).toContainText('Not easy');
  await expect(says(page)).toContainText('it was neither one nor the other');
});

test('a rider by heart rate is read by laps, and sees what it came to as far as the coach lets it be seen', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  const maud = rider('Maud');
  const at = `${demoHouse.url}/api`;
  const plan = await (await page.request.get(`${at}/sessions`)).json();
  const [any] = plan as { plan: { items: unknown[] } }[];
  const step = (id: string, role: string, seconds: number, effort: object) => ({
    ...{ kind: 'step', id, role, cadence: null, cue: '' },
    length: { kind: 'time', seconds },
    target: { kind: 'steady', effort },
  });
  const beats = { kind: 'heartRate', low: 140, high: 152 };
  const tens = {
    ...any?.plan,
    ...{ name: 'Tens by heart', nameFollows: false, system: 'threshold' },
    items: [
      step('a', 'warmUp', 600, { kind: 'easy' }),
      {
        ...{ kind: 'set', id: 's', reps: 3, parts: [step('w', 'work', 600, beats)] },
        rest: { when: 'between', step: step('r', 'easy', 240, { kind: 'easy' }) },
      },
    ],
  };
  const made = (await (
    await page.request.post(`${at}/sessions`, { data: { plan: tens } })
  ).json()) as {
    id: string;
  };
  const date = dayFromNow(-2);
  await given(page, demoHouse, maud, made.id, [date]);
  const seconds = [
    ...part(600, null, 110),
    ...[1, 2, 3].flatMap(() => [...part(600, null, 145), ...part(240, null, 115)]),
  ];
  const laps = [600, 1200, 1440, 2040, 2280, 2880];
  await page.goto(`${demoHouse.url}/riders/${maud}/rides`);
  await drop(page, 'tens.fit', writeFitRecording(seconds, `${date}T18:00:00`, laps));
  await page
    .getByRole('region', { name: 'To read' })
    .getByRole('link', { name: printed(date) })
    .click();
  await expect(says(page)).toContainText('On target');
  const reps = page.getByRole('table', { name: 'Asked and ridden, by the laps of the recording' });
  await expect(reps).toContainText('140–152 bpm');
  await expect(reps).not.toContainText(' W');

  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(`${demoHouse.url}/riders/${maud}/today`);
  const own = page.getByRole('region', { name: 'Your rides' });
  await expect(own).toContainText('You did it: all 3 reps on target.');
  const width = await page.evaluate(() => document.documentElement.scrollWidth);
  expect(width).toBeLessThanOrEqual(390);
});

test('a ride in two files is one; it is split where it stopped and joined by hand, and each rep is spoken of', async ({
  page,
  emptyHouse,
}) => {
  const rider = await freshRider(emptyHouse, GOAL);
  const past = dayFromNow(-2);
  await given(page, emptyHouse, rider, await sessionOf(page, emptyHouse, 'eights'), [past]);
  await page.goto(`${emptyHouse.url}/riders/${rider}/rides`);
  const whole = eights(240, 241, 239, 240);
  const file = (from: number, to: number, begun: string) =>
    textBytes(writeCsvRecording(whole.slice(from, to), `${past}T${begun}`));
  // The first half ends at 18:39; the second begins a quarter of an hour later.
  await drop(page, 'first.csv', file(0, 2340, '18:00:00'));
  const unread = page.getByRole('region', { name: 'To read' });
  await expect(unread.getByRole('link', { name: printed(past) })).toHaveCount(1);
  await drop(page, 'second.csv', file(2340, whole.length, '18:54:00'));
  await expect(unread).toContainText('On target');
  await expect(unread.getByRole('link', { name: printed(past) })).toHaveCount(1);
  await unread.getByRole('link', { name: printed(past) }).click();
  await expect(page.getByRole('link', { name: 'File 2 as received' })).toBeVisible();

  const reps = page.getByRole('table', { name: /^Asked and ridden/ });
  await reps.getByRole('button', { name: 'Say RPE and note of rep 4' }).click();
  const form = page.getByRole('form', { name: 'RPE and note of rep 4' });
  await form.getByLabel('RPE').fill('eleven');
  await form.getByLabel('Note').fill('left leg empty');
  await form.getByLabel('RPE').press('Enter');
  await expect(form).toContainText('RPE runs from 1 to 10.');
  await form.getByLabel('RPE').fill('9');
  await form.getByLabel('RPE').press('Enter');
  const said = reps.getByRole('button', { name: 'Change RPE and note of rep 4' });
  await expect(said).toHaveText('RPE 9 · left leg empty');

  // Split where nothing was recorded: each half holds two reps, and the longer one keeps the session.
  await page.getByText('Joined from two recordings: split them').click();
  await page.getByRole('button', { name: 'Split', exact: true }).click();
  await expect(page.getByText(/^Split at 46:\d\d: two rides\.$/)).toBeVisible();
  await expect(reps.getByRole('row')).toHaveCount(3);
  await expect(said).toHaveCount(0);
  await page.getByText('Join or split').click();
  await page.getByRole('button', { name: /^Join with the recording of 18:\d\d$/ }).click();
  await expect(reps.getByRole('row')).toHaveCount(5);
  for (const step of [/^Undone: joined two recordings/, /^Undone: split/]) {
    await page.keyboard.press('Control+z');
    await expect(page.getByText(step)).toBeVisible();
  }
  await expect(page.getByText('It may have been joined, split or deleted')).toBeVisible();
  await page.getByRole('link', { name: 'all rides' }).click();
  await page
    .getByRole('link', { name: printed(past) })
    .first()
    .click();
  await expect(said).toBeVisible();
});
