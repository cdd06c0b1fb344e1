import { planChangesOf, type Season } from '@uphill/api';
import { fillsOf, mondayOf, plus, reckon } from '@uphill/core/season';
import { formatISO } from 'date-fns';

/** How the builder asks the server: through its own routes. */
export type Ask = <T>(
  method: 'GET' | 'POST' | 'PATCH' | 'PUT',
  url: string,
  body?: unknown,
) => Promise<T>;

const WEEKS = { behind: 16, ahead: 20 } as const;

/** A rider's season, from some weeks behind to past every goal. */
export function readSeason(id: string, ask: Ask): Promise<Season> {
  const monday = mondayOf(formatISO(new Date(), { representation: 'date' }));
  const [from, to] = [plus(monday, -7 * WEEKS.behind), plus(monday, 7 * WEEKS.ahead + 6)];
  return ask('GET', `/riders/${id}/season?from=${from}&to=${to}`);
}

/** Fills a week with Endurance, the long weekend first. */
export async function fillWeek(id: string, ask: Ask, monday: string): Promise<void> {
  const season = await readSeason(id, ask);
  const changes = fillsOf(reckon(season), monday)?.longWeekend.changes ?? [];
  if (changes.length === 0) return;
  const body = { did: 'filled', changes: planChangesOf(season, changes) };
  await ask('POST', `/riders/${id}/plan`, body);
}
