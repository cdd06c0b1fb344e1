import { randomUUID } from 'node:crypto';
import { setImmediate as others } from 'node:timers/promises';
import type { Assignment, Model, PlacedDay, Rider } from '@uphill/api';
import { healthRefusal, type Plan, problemsOf, riderFigures } from '@uphill/core/sessions';
import { healthVerdict } from '@uphill/core/rider';
import { format, parseISO } from 'date-fns';
import type { Db } from '../database.ts';
import { badField, refuseDay, Refusal } from '../refusal.ts';
import type { DayRow, HandoverRow } from '../tables.ts';
import { today } from '../today.ts';
import type { HANDED } from './handed.ts';
import { act } from './journal.ts';
import { modelOn, modelsOn } from './models.ts';
import { ridersFromToday } from './riders.ts';
import type { Reader } from './rides.ts';
import { readSession } from './sessions.ts';

/** Puts a session on days of one or several riders, all in one action. A draft with something wrong in it is not assigned. */
export async function assignSession(
  db: Db,
  { sessionId, riders: wanted, again = false }: Assignment,
): Promise<PlacedDay[]> {
  const session = await readSession(db, sessionId);
  if (session.unreadable !== null) throw new Refusal('plan-unreadable', session.unreadable);
  refuseProblems(session.plan, 'This session cannot be assigned yet.');
  const riders = await ridersFromToday(
    db,
    wanted.map(({ riderId }) => riderId),
  );
  const models = await modelsOn(
    db,
    riders.map(({ id }) => id),
    today(),
  );
  const plan = JSON.stringify(session.plan);
  const rows: DayRow[] = [];
  for (const [index, rider] of riders.entries()) {
    if (rider.archived)
      throw badField('riders', `${rider.name} is archived. Restore ${rider.name} first.`);
    const dates = [...new Set(wanted[index]?.dates)];
    for (const date of dates) refuseDay('dates', date, 'day');
    const reason = refusalOn(dates, rider, session.plan, models[index] ?? null);
    if (reason !== null) throw badField('sessionId', reason);
    rows.push(
      ...dates.map((date) => newDay({ riderId: rider.id, sessionId: session.id, plan, date })),
    );
    // Whoever asks something else meanwhile is answered between two riders.
    await others();
  }
  const whom = riders.length === 1 ? (riders[0]?.name ?? '') : `${riders.length} riders`;
  const days = rows.length === 1 ? 'one day' : `${rows.length} days`;
  const label = `assigned ${session.plan.name} to ${whom} on ${days}`;
  return act(db, label, null, async (doing) => {
    // Under the lock of the action, so that two requests at once are not both taken for the first.
    if (!again) await askIfTwice(doing.trx, session.plan.name, riders, rows);
    const behind = await lastPositions(doing.trx, rows);
    const placed = rows.map((row) => ({
      ...row,
      position: (behind.get(placeOf(row)) ?? -1) + 1,
    }));
    await doing.insertAll('days', placed);
    return placed.map(placedDay);
  });
}

/** A day that was written, as it is answered: which it is, and no more. */
export function placedDay({
  id,
  rider_id: riderId,
  date,
  version,
}: Pick<DayRow, 'id' | 'rider_id' | 'date' | 'version'>): PlacedDay {
  return { id, riderId, date, version };
}

/** A day as it is put there: still to come, first on its date, and following the session it came from. */
export function newDay({
  riderId,
  sessionId,
  plan,
  date,
}: {
  readonly riderId: string;
  readonly sessionId: string | null;
  readonly plan: string;
  readonly date: string;
}): DayRow {
  return {
    ...{ id: randomUUID(), rider_id: riderId, date, position: 0, kind: 'session' },
    ...{ session_id: sessionId, plan, follows: 1, state: 'planned', reason: null, rpe: null },
    ...{ minutes: null, note: '', asked_ftp_w: null, celsius: null, version: 1 },
    ...{ key_session: 0, optional: 0, eased: 0, offers: '[]', taken: null, laid: null },
    created_at: new Date().toISOString(),
  };
}

/** That the rider is given a day to see as it stands. */
export function handoverOf({
  id,
  version,
  plan,
  date,
  offers,
  optional,
}: Pick<DayRow, 'id' | 'version' | (typeof HANDED)[number]>): HandoverRow {
  return {
    ...{ id: randomUUID(), day_id: id, at: new Date().toISOString(), day_version: version },
    ...{ plan, date, offers, optional },
  };
}

/** Behind what stands on the date already. */
export async function nextPosition(db: Reader, riderId: string, date: string): Promise<number> {
  const row = { rider_id: riderId, date };
  return ((await lastPositions(db, [row])).get(placeOf(row)) ?? -1) + 1;
}

type Place = Pick<DayRow, 'rider_id' | 'date'>;

function placeOf({ rider_id: riderId, date }: Place): string {
  return `${riderId} ${date}`;
}

/** The last position that is taken on each of some dates. */
async function lastPositions(
  db: Reader,
  places: readonly Place[],
): Promise<ReadonlyMap<string, number>> {
  const unique = (of: (place: Place) => string): string[] => [...new Set(places.map(of))];
  const rows = await db
    .selectFrom('days')
    .select(({ fn }) => ['rider_id', 'date', fn.max('position').as('last')])
    .where(
      'rider_id',
      'in',
      unique((place) => place.rider_id),
    )
    .where(
      'date',
      'in',
      unique((place) => place.date),
    )
    .groupBy(['rider_id', 'date'])
    .execute();
  return new Map(rows.map((row) => [placeOf(row), row.last]));
}

/** Refuses a plan in which something is still wrong. */
export function refuseProblems(plan: Plan, sentence: string): void {
  const problems = problemsOf(plan);
  if (problems.length === 0) return;
  throw new Refusal('plan-wrong', `${sentence} ${problems[0]?.reason ?? ''}`, {
    fields: problems.map(({ field, reason }) => ({ field, reason })),
  });
}

/** Why a rider's health screen does not allow a plan on a day; null where it does. */
export async function healthReason(
  db: Db,
  rider: Rider,
  plan: Plan,
  date: string,
): Promise<string | null> {
  return refusalOn([date], rider, plan, await modelOn(db, rider.id, today()));
}

/** Why a rider's health screen does not allow a plan on one of some days; null where it allows it on all. */
export function refusalOn(
  dates: readonly string[],
  rider: Rider,
  plan: Plan,
  model: Model | null,
): string | null {
  // Days on which the rider's figures and the screen are the same are one question.
  const asked = new Set<string>();
  for (const date of dates) {
    const [figures, verdict] = [
      riderFigures(rider, date, model),
      healthVerdict(rider.health, rider, date),
    ];
    const question = JSON.stringify([{ ...figures, bests: null }, verdict]);
    if (asked.has(question)) continue;
    asked.add(question);
    const reason = healthRefusal(plan, figures, verdict);
    if (reason !== null) return reason;
  }
  return null;
}

/** The same session on the same day twice is more often a slip than meant, so it is asked. */
async function askIfTwice(
  db: Reader,
  session: string,
  riders: readonly Rider[],
  rows: readonly DayRow[],
): Promise<void> {
  const [first] = rows;
  if (!first) return;
  const there = await db
    .selectFrom('days')
    .select(['rider_id', 'date'])
    .where('session_id', '=', first.session_id)
    .where('date', 'in', [...new Set(rows.map(({ date }) => date))])
    .execute();
  const taken = new Set(there.map(placeOf));
  const twice = rows.filter((row) => taken.has(placeOf(row)));
  if (twice.length === 0) return;
  const named = twice
    .slice(0, 3)
    .map(
      ({ rider_id, date }) =>
        `${riders.find(({ id }) => id === rider_id)?.name ?? ''} on ${format(parseISO(date), 'EEE d MMM')}`,
    );
  const more = twice.length > 3 ? ` and ${twice.length - 3} more` : '';
  throw new Refusal(
    'twice-on-a-day',
    `${session} is there already: ${named.join(', ')}${more}. Assign it once more?`,
  );
}
