import { readFileSync } from 'node:fs';
import type { Page } from '@playwright/test';
import { dayFromNow } from '../support/days.ts';
import { freshRider } from '../support/freshRider.ts';
import { expect, follow, type House, settled, test } from '../support/house.ts';

/** A rider with a session today that was handed over. */
async function withToday(house: House) {
  const riderId = await freshRider(house, { name: 'Salt Road', date: dayFromNow(90) });
  const ask = async (method: string, address: string, body?: unknown) => {
    const answer = await fetch(`${house.url}/api${address}`, {
      method,
      headers: { 'content-type': 'application/json', origin: house.url },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
    if (!answer.ok) throw new Error(`${method} ${address}: ${await answer.text()}`);
    return answer.status === 204 ? null : answer.json();
  };
  const plan = (name: string, reps: number, minutes: number) => ({
    ...{ name, nameFollows: true, purpose: '', system: 'threshold', place: 'any', note: '' },
    items: [
      {
        ...{ kind: 'set', id: 's', reps, rest: null },
        parts: [
          {
            ...{ kind: 'step', id: 'w', role: 'work', cadence: null, cue: '' },
            length: { kind: 'time', seconds: minutes * 60 },
            target: { kind: 'steady', effort: { kind: 'percent', low: 98, high: 102 } },
          },
        ],
      },
    ],
  });
  const { id: sessionId } = (await ask('POST', '/sessions', {
    plan: plan('4 × 8:00', 4, 8),
  })) as { id: string };
  const date = dayFromNow(0);
  const [day] = (await ask('POST', `/riders/${riderId}/days`, { sessionId, dates: [date] })) as {
    id: string;
  }[];
  const handOver = () => ask('POST', `/riders/${riderId}/handovers`, { from: date, to: date });
  await handOver();
  const dayId = day?.id ?? '';
  const change = async (name: string, reps: number, minutes: number) => {
    const { version } = (await ask('GET', `/days/${dayId}`)) as { version: number };
    await ask('PUT', `/days/${dayId}/plan`, { plan: plan(name, reps, minutes), version });
  };
  return { riderId, dayId, ask, change, handOver, own: `${house.url}/riders/${riderId}/today` };
}

/** What the calendar file of a rider says. */
async function calendar(page: Page, house: House, riderId: string): Promise<string> {
  await page.goto(`${house.url}/riders/${riderId}/sessions`);
  const saving = page.waitForEvent('download');
  await page.getByRole('button', { name: 'Calendar file' }).click();
  return readFileSync(await (await saving).path(), 'utf8');
}

test('a draft changed after handing over: page, card, ride room and calendar hold what was handed over', async ({
  page,
  demoHouse,
}) => {
  const { riderId, dayId, change, handOver, own } = await withToday(demoHouse);
  await change('3 × 12:00', 3, 12);
  const round = async (name: string, other: string): Promise<void> => {
    await page.goto(own);
    await expect(page.getByRole('heading', { name })).toBeVisible();
    await page.getByRole('link', { name: 'Card' }).click();
    await expect(page.getByRole('article', { name: 'Session card' })).toContainText(name);
    await expect(page.getByText(other)).toHaveCount(0);
    await expect(page.getByText('not handed over')).toHaveCount(0);
    await page.getByRole('link', { name: 'Back' }).click();
    await page.getByRole('link', { name: 'Ride room' }).click();
    await expect(page.getByRole('heading', { name })).toBeVisible();
    const file = await calendar(page, demoHouse, riderId);
    expect(file).toContain(`SUMMARY:${name}`);
    expect(file).not.toContain(other);
  };
  await round('4 × 8:00', '3 × 12:00');
  // The coach's own card is the draft, and says so.
  await page.goto(`${demoHouse.url}/riders/${riderId}/days/${dayId}/card`);
  await expect(page.getByRole('article', { name: 'Session card' })).toContainText('3 × 12:00');
  await expect(page.getByText('As it stands, not handed over')).toBeVisible();
  await handOver();
  await expect(page.getByText('As it stands, not handed over')).toHaveCount(0);
  await round('3 × 12:00', '4 × 8:00');
});

test('what is said of a day is kept through a lost network and a reload, goes once when it is back, and open pages follow', async ({
  page,
  browser,
  demoHouse,
}) => {
  const { riderId, dayId, ask, change, handOver, own } = await withToday(demoHouse);
  // The coach sits at another machine, on the squad's week.
  const context = await browser.newContext({ locale: 'en-GB' });
  const coach = await context.newPage();
  follow(coach);
  await coach.goto(`${demoHouse.url}/week`);
  const row = coach.getByRole('row').filter({ has: coach.locator(`a[href*="${riderId}"]`) });
  await expect(row).toBeVisible();
  await settled(coach);

  await page.setViewportSize({ width: 390, height: 844 });
  await page.goto(own);
  await page.getByRole('button', { name: '7 hard, controlled' }).click();
  await page.getByLabel('Note').fill('Wind on the dam.');
  // Whatever the coach changes meanwhile, the mark goes through.
  await change('3 × 12:00', 3, 12);
  await page.context().setOffline(true);
  await page.getByRole('button', { name: 'Mark as done' }).click();
  await expect(page.getByText('Not connected. What you said is kept on this device')).toBeVisible();
  await page.context().setOffline(false);
  await expect(page.getByRole('heading', { name: 'Marked done' })).toBeVisible();
  await expect(page.getByText('not sent yet')).toHaveCount(0);
  const day = (await ask('GET', `/days/${dayId}`)) as object;
  expect(day).toMatchObject({ state: 'done', rpe: 7, note: 'Wind on the dam.' });
  // One step, which its own undo takes back.
  await page.getByRole('button', { name: 'Undo' }).click();
  await expect(page.getByRole('heading', { name: 'How it went' })).toBeVisible();

  // Typed and not pressed, it is still there after a reload.
  await page.getByLabel('Note').fill('Turned at the ford.');
  await page.reload();
  await expect(page.getByLabel('Note')).toHaveValue('Turned at the ford.');
  await page.getByRole('button', { name: 'Mark as done' }).click();
  await expect(row.getByLabel('done', { exact: true })).toBeVisible();

  // And a day that is handed over reaches the rider's open page.
  await expect(page.getByRole('heading', { name: '4 × 8:00' })).toBeVisible();
  await ask('PUT', `/days/${dayId}/mark`, {
    state: 'planned',
    was: { state: 'done', rpe: null, note: 'Turned at the ford.' },
  });
  await expect(page.getByRole('heading', { name: 'How it went' })).toBeVisible();
  await handOver();
  await expect(page.getByRole('heading', { name: '3 × 12:00' })).toBeVisible();
  await context.close();
});
