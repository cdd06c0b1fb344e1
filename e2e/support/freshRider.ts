import { healthQuestionsFor } from '@uphill/core/rider';
import { dayFromNow } from './days.ts';
import type { House } from './house.ts';

const FIELDS = {
  name: 'Nils Aberg',
  birthYear: 1990,
  sex: 'male',
  powerSource: 'crank',
  masters: false,
  notes: '',
  ...{ schemeId: null, retestWeeks: 6, hideMass: null, sessionShown: 'dayBefore' },
} as const;
const HOURS = [0, 1.5, 1, 1.5, 0, 3.5, 2.5];

/** A rider with an FTP, hours, a clear health screen and a goal, and nothing else. */
export async function freshRider(
  house: House,
  goal: { readonly name: string; readonly date: string },
): Promise<string> {
  const ask = async (method: string, address: string, body: unknown): Promise<unknown> => {
    const answer = await fetch(`${house.url}/api${address}`, {
      method,
      headers: { 'content-type': 'application/json', origin: house.url },
      body: JSON.stringify(body),
    });
    if (!answer.ok) throw new Error(`${method} ${address}: ${await answer.text()}`);
    return answer.json();
  };
  const { id } = (await ask('POST', '/riders', FIELDS)) as { id: string };
  const at = `/riders/${id}`;
  const date = dayFromNow(-40);
  await ask('POST', `${at}/ftp`, { testId: null, usedW: 240, countsFrom: date, reason: 'known' });
  await ask('PUT', `${at}/availability`, {
    version: 0,
    days: HOURS.map((hours) => ({ hours, fixedRest: hours === 0 })),
  });
  await ask('POST', `${at}/health`, {
    ...{ date, answeredBy: FIELDS.name, note: '', clearedBy: null, clearedOn: null },
    answers: Object.fromEntries(healthQuestionsFor(FIELDS).map((question) => [question.id, 'no'])),
  });
  await ask('POST', `${at}/goals`, {
    ...{ ...goal, rank: 'main', watts: 200, seconds: 3600, km: null, climbM: null, hillId: null },
  });
  return id;
}
