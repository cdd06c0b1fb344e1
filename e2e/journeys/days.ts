import { dayFromNow, nextWeekday, printed } from '../support/days.ts';
import { expect, idsOf, test } from '../support/house.ts';

test('a day is assigned by keyboard, moved, shortened, planned again, removed, and brought back', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  const day = nextWeekday(3, nextWeekday(0, nextWeekday(0)));
  const other = nextWeekday(4, day);
  await page.goto(`${demoHouse.url}/riders/${rider('Oskar')}/sessions`);
  const line = (when: string) => page.getByRole('listitem').filter({ hasText: printed(when) });

  await test.step('assigned without a mouse', async () => {
    await page.getByRole('button', { name: /^Assign.*Fen Loop, steady/ }).focus();
    await page.keyboard.press('Enter');
    await page.getByLabel('Another day').fill(day);
    await page.keyboard.press('Enter');
    await page
      .getByRole('button', { name: new RegExp(`^Assign to Oskar, ${printed(day)}`) })
      .press('Enter');
    await expect(line(day)).toContainText('planned');
  });

  await test.step('moved', async () => {
    await line(day).getByRole('link').press('Enter');
    await page.getByLabel('Move to').fill('31/2');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toContainText('"31/2" is not a day.');
    await page.getByLabel('Move to').fill(other);
    await page.keyboard.press('Enter');
    await expect(page.getByText(`Moved to ${printed(other)}.`)).toBeVisible();
  });

  await test.step('shortened, with a note, then planned again', async () => {
    await page.getByRole('button', { name: '5 moderate' }).click();
    await page.getByLabel('Note').fill('Turned at the ford.');
    // The day is still to come, so it is asked first, and the focus stays where the work is.
    await page.getByRole('button', { name: 'Shortened' }).click();
    const question = page.getByRole('group', { name: 'Still to come' });
    await expect(question).toContainText(
      `${printed(other)} is still to come. Mark it shortened all the same?`,
    );
    await question.getByRole('button', { name: 'Cancel' }).press('Enter');
    await page.getByRole('button', { name: 'Shortened' }).press('Enter');
    await page.getByRole('button', { name: 'Yes, mark it shortened' }).press('Enter');
    // How long it was is asked for before it counts.
    await expect(page.getByRole('alert')).toContainText('A shortened ride needs its length.');
    await page.getByLabel('Minutes ridden').fill('25');
    await page.getByRole('button', { name: 'Shortened' }).press('Enter');
    await page.getByRole('button', { name: 'Yes, mark it shortened' }).press('Enter');
    await expect(page.getByRole('heading', { name: 'Marked shortened' })).toBeFocused();
    await page.getByRole('button', { name: '6 fairly hard', exact: true }).click();
    await page.getByRole('button', { name: 'Save', exact: true }).click();
    await page.getByRole('link', { name: /^Sessions/ }).click();
    await expect(line(other)).toContainText('shortened, RPE 6');
    await line(other).getByRole('link').click();
    await expect(page.getByLabel('Note')).toHaveValue('Turned at the ford.');
    await page.getByRole('button', { name: 'Back to planned' }).click();
    await expect(page.getByRole('heading', { name: 'How it went' })).toBeVisible();
  });

  await test.step('removed and brought back', async () => {
    await page.getByRole('button', { name: 'Remove' }).click();
    await expect(page.getByRole('heading', { name: 'Oskar’s days' })).toBeVisible();
    await expect(line(other)).toHaveCount(0);
    await page.keyboard.press('Control+z');
    await expect(line(other)).toContainText('planned');
  });
});

test('the day’s list shows everybody in their own watts', async ({ page, demoHouse }) => {
  await page.goto(demoHouse.url);
  await page.getByRole('link', { name: 'Squad week' }).click();
  await page.locator('.squad-week .squad-today').first().waitFor();
  await page.goto(`${demoHouse.url}/days/${dayFromNow(0)}`);
  const list = page.getByRole('region', { name: 'Sessions of the day' });
  for (const [name, asked] of [
    ['Ines Okafor', '≤'],
    ['Maud Tremblay', '149–157 bpm'],
    ['Tomas Brandt', 'W · 1 h 30'],
    ['Oskar Pinto', '≤'],
  ] as const) {
    await expect(list.getByRole('listitem').filter({ hasText: name })).toContainText(asked);
  }
  await page.getByRole('link', { name: 'Day before' }).click();
  await expect(page.getByRole('region', { name: 'Sessions of the day' })).toContainText(
    /ridden .*: confirm\?/,
  );
  await page.goto(`${demoHouse.url}/days/2029-02-03`);
  await expect(page.getByText('Nobody has a session on this day.')).toBeVisible();
  for (const nowhere of ['2026-02-31', '1950-01-01', '2099-01-01', 'soon']) {
    await page.goto(`${demoHouse.url}/days/${nowhere}`);
    await expect(page.getByRole('heading', { name: 'No such day' })).toBeVisible();
  }
  await page.getByRole('link', { name: 'Go to today' }).click();
  await expect(page.getByText('today', { exact: true })).toBeVisible();
});

test('an archived session leaves the list and stays on its days', async ({ page, demoHouse }) => {
  const { rider } = await idsOf(demoHouse);
  await page.goto(`${demoHouse.url}/riders/${rider('Leila')}/sessions`);
  const choices = page.getByRole('region', { name: 'Sessions to choose from' });
  const days = page.getByRole('region', { name: 'Leila’s days' });
  await choices.getByRole('button', { name: 'Archive Quarry threes' }).click();
  await expect(choices.getByText('Quarry threes')).toHaveCount(0);
  await expect(days.getByText('Quarry threes')).toBeVisible();
  await page.getByRole('button', { name: 'Undo', exact: true }).click();
  await expect(choices.getByRole('link', { name: 'Quarry threes' })).toBeVisible();
});

test('addresses that lead nowhere say so, and the dark theme stays chosen', async ({
  page,
  demoHouse,
}) => {
  await page.goto(`${demoHouse.url}/riders/8e6f0c1e-1111-4222-8333-444455556666/tests`);
  await expect(page.getByRole('alert')).toContainText(
    'This rider does not exist, or no longer does.',
  );
  await page.goto(`${demoHouse.url}/nowhere/at/all`);
  await expect(
    page.getByRole('heading', { name: 'There is nothing at this address' }),
  ).toBeVisible();
  await page.goto(`${demoHouse.url}/riders`);
  await expect(page.getByRole('heading', { name: 'Riders' })).toBeVisible();
  await page.keyboard.press('Control+k');
  await expect(page.getByRole('combobox')).toBeFocused();
  await page.keyboard.type('dark');
  await page.keyboard.press('Enter');
  await expect(page.locator('html')).toHaveAttribute('data-bs-theme', 'dark');
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-bs-theme', 'dark');
});

test('two edits of a rider’s details at once: the coach chooses, and a broken connection loses nothing', async ({
  page,
  demoHouse,
}) => {
  const { rider } = await idsOf(demoHouse);
  const id = rider('Rurik');
  await page.goto(`${demoHouse.url}/riders/${id}`);
  const notes = page.getByLabel('Notes: injury, medication, what they like');
  await expect(notes).not.toHaveValue('');
  const elsewhere = async (words: string): Promise<void> => {
    const at = `${demoHouse.url}/api/riders/${id}`;
    const { version } = (await (await fetch(at)).json()) as { version: number };
    await fetch(at, {
      method: 'PATCH',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ version, notes: words }),
    });
  };
  const said = page.getByRole('alert').filter({ hasText: 'Changed elsewhere in the meantime.' });
  await notes.fill('Mine.');
  await elsewhere('Theirs.');
  await expect(said).toBeVisible();
  await expect(notes).toHaveValue('Mine.');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByText('Changed Rurik Olsen.')).toBeVisible();
  await expect(said).toHaveCount(0);
  await notes.fill('Mine again.');
  await elsewhere('Theirs again.');
  await page.getByRole('button', { name: 'Take theirs' }).click();
  await expect(notes).toHaveValue('Theirs again.');

  await page.route('**/api/riders/*', (route) =>
    route.request().method() === 'PATCH' ? route.abort() : route.continue(),
  );
  await notes.fill('Written on a train.');
  await page.getByRole('button', { name: 'Save', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('Not connected.');
  await expect(notes).toHaveValue('Written on a train.');
});

test('a ride on the stand-ins at 30×, the tab closed in the middle, to the table of reps', async ({
  page,
  demoHouse,
}) => {
  const { rider, session } = await idsOf(demoHouse);
  const date = nextWeekday(3);
  const [added] = (await (
    await page.request.post(`${demoHouse.url}/api/days`, {
      data: {
        sessionId: session('Quarry threes'),
        riders: [{ riderId: rider('Rurik'), dates: [date] }],
      },
    })
  ).json()) as { id: string }[];
  const day = `${demoHouse.url}/riders/${rider('Rurik')}/days/${added?.id ?? ''}`;
  await page.goto(day);
  await page.getByRole('link', { name: 'Ride it' }).click();
  await page.getByRole('button', { name: 'Enter the ride room' }).click();
  await page.getByLabel('Speed').selectOption('30');
  await page.getByRole('button', { name: 'Start' }).click();
  await expect(page.getByRole('heading', { name: 'Rep 1' })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByLabel('Watts ridden')).toHaveText(/^2\d\d$/);
  // The tab is closed; at most two seconds of clock are lost, here at 30×.
  await page.goto('about:blank');
  await page.goto(`${day}/ride`);
  await expect(page.getByText(/A ride was left at \d+:\d\d\./)).toBeVisible();
  await page.getByRole('button', { name: /^Resume at / }).click();
  await expect(page.getByRole('heading', { name: /^(Rep [12]|Easy)$/ })).toBeVisible();
  await page.getByLabel('Speed').selectOption('60');
  await page.getByRole('button', { name: 'Go on' }).click();
  await page.keyboard.press('ArrowUp');
  await expect(page.getByText('102 %')).toBeVisible();
  await expect(page.getByRole('heading', { name: 'Rep 4' })).toBeVisible({ timeout: 60_000 });
  await expect(page.getByLabel('Mean of the step')).toHaveText(/mean \d{3} W/);
  await page.getByRole('button', { name: 'That was the last one' }).click();
  await expect(page.getByRole('heading', { name: 'Cool-down' })).toBeVisible();
  await page.getByRole('button', { name: 'Skip' }).click();
  await expect(page.getByRole('heading', { name: 'The ride is over' })).toBeVisible();
  await page.getByRole('button', { name: 'Save it with the day' }).click();
  const reps = page.getByRole('table', { name: /Asked and ridden/ });
  await expect(reps.getByRole('row')).toHaveCount(5);
  await expect(reps.getByRole('row', { name: /^1 3:00/ })).toContainText(/\d{3} W/);
});
