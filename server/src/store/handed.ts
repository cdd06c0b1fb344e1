import { sql } from 'kysely';
import { currentActing } from '../actor.ts';
import type { DayRow, HandoverRow } from '../tables.ts';

/** What of a day goes over to its rider, and stays as it went whatever the coach does since. */
export const HANDED = ['plan', 'date', 'offers', 'optional'] as const;
export type Handed = Pick<HandoverRow, (typeof HANDED)[number]>;

/** Whether what was handed over of a day is the day as it stands; what has no date was handed over for the same one. */
export function isAsItStands(given: Handed, day: Pick<DayRow, (typeof HANDED)[number]>): boolean {
  return HANDED.every(
    (column) => given[column] === day[column] || (column === 'date' && given.date === null),
  );
}

/** The plan of a day as whoever asks knows it: for the coach as it stands, for its rider as it was handed over. */
export function planSeen() {
  return currentActing().actor === 'rider'
    ? sql<string | null>`(SELECT h.plan FROM handovers h WHERE h.day_id = days.id
        ORDER BY h.at DESC, h.rowid DESC LIMIT 1)`
    : sql<string | null>`days.plan`;
}
