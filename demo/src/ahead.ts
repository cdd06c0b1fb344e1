import type { Session } from '@uphill/api';
import { mondayOf, planWeek, plus, reckon } from '@uphill/core/season';
import { formatISO } from 'date-fns';
import { type Ask, fillWeek, readSeason } from './ask.ts';
import type { DemoRider } from './riders.ts';
import { isLaidOutAtOnce } from './seasons.ts';
import type { DemoSession } from './sessions.ts';
import { turnOf } from './weeks.ts';

/** The two hard sessions of a week to come, by rider; the others ride sweet spot and threshold. */
const HARD: Readonly<Record<string, readonly [DemoSession, DemoSession]>> = {
  'Ines Okafor': ['eights', 'fifteens'],
  'Tomas Brandt': ['fifteens', 'eights'],
  'Leila Haddad': ['fours', 'eights'],
  'Rurik Olsen': ['eights', 'overUnders'],
  'Maud Tremblay': ['eights', 'fifteens'],
  'Oskar Pinto': ['fifteens', 'spin'],
};
/** Weeks behind of which the fourth of each turn was an easy one. */
const WEEKS_BEHIND = 60;

/**
 * The weeks of a demo rider: the easy ones behind named as such, the rest of this week handed over, and of the four that
 * follow one filled and handed over, one not filled, one with its hard days too close together, and one filled.
 */
export async function planAhead(
  id: string,
  demo: DemoRider,
  ask: Ask,
  sessions: Readonly<Record<string, Session>>,
): Promise<void> {
  const today = formatISO(new Date(), { representation: 'date' });
  const monday = mondayOf(today);
  const back = (Date.parse(today) - Date.parse(monday)) / 86_400_000;
  for (let week = 1; week <= WEEKS_BEHIND; week += 1)
    if (turnOf(7 * week + back) === 3)
      await ask('PUT', `/riders/${id}/weeks/${plus(monday, -7 * week)}`, {
        version: 0,
        kind: 'easy',
      });
  const [first, second] = HARD[demo.fields.name] ?? ['eights', 'fifteens'];
  const put = (session: DemoSession, date: string): Promise<unknown> =>
    ask('POST', `/riders/${id}/days`, { sessionId: sessions[session]?.id, dates: [date] }).catch(
      // What a health screen forbids is not assigned.
      () => null,
    );
  await longRide(id, ask, monday, (date) => put('long', date));
  for (const week of isLaidOutAtOnce(demo.fields.name) ? [] : [1, 2, 3, 4]) {
    const at = plus(monday, 7 * week);
    const season = await readSeason(id, ask);
    const days = planWeek(reckon(season), at)?.hardDays ?? [1, 5];
    const free = (day: number): boolean =>
      season.days.find(({ date }) => date === plus(at, day))?.works.length === 0;
    // Where a group ride is one of the hard days, one session is enough.
    const [one = 1, other] = days.filter(free);
    await put(first, plus(at, one));
    // In the third week the second lies the day before the first.
    const later = week === 3 && one > 0 ? one - 1 : other;
    if (later !== undefined) await put(second, plus(at, later));
    if (week === 2 || week === 3) continue;
    await fillWeek(id, ask, at);
  }
  await ask('POST', `/riders/${id}/handovers`, { from: today, to: plus(monday, 13) });
}

/** The long ride of this week, on the day with most hours of those that are left and free. */
async function longRide(
  id: string,
  ask: Ask,
  monday: string,
  put: (date: string) => Promise<unknown>,
): Promise<void> {
  const { today, days } = await readSeason(id, ask);
  const free = days.filter(
    ({ date, rest, works }) =>
      date > plus(today, 1) && date <= plus(monday, 6) && !rest && works.length === 0,
  );
  const [most] = free.sort((one, other) => (other.hours ?? 0) - (one.hours ?? 0));
  if (most) await put(most.date);
}
