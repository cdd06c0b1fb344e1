import { randomUUID } from 'node:crypto';
import type { PlanChange, PlanChanges } from '@uphill/api';
import { mondayOf } from '@uphill/core/season';
import { enduranceRide, type Plan, withRideLength } from '@uphill/core/sessions';
import { format, parseISO } from 'date-fns';
import type { Db } from '../../database.ts';
import { badField, conflict, notFound, refuseDay } from '../../refusal.ts';
import type { DayRow } from '../../tables.ts';
import { today } from '../../today.ts';
import { healthReason, newDay, nextPosition, refuseProblems } from '../assign.ts';
import { takeOut } from '../changeDay.ts';
import { type Act, act } from '../journal.ts';
import { readPlan } from '../json.ts';
import { changesOf } from '../riderChanges.ts';
import { readRider } from '../riders.ts';
import { countingRides, type Reader } from '../rides.ts';
import { weekFrom } from './season.ts';
import { readStoredWeek, refuseNoMonday, writeWeek } from './weeks.ts';

type Of<K extends PlanChange['kind']> = Extract<PlanChange, { kind: K }>;

/** What is done to one rider's plan, and the state of the season it was made from. */
export interface OfRider {
  readonly riderId: string;
  readonly changes: readonly PlanChange[];
  readonly state?: number | undefined;
  readonly weeks?: PlanChanges['weeks'];
}

/**
 * Does several things to the plans of one or several riders as one step: a fill, a fix, a week that was copied, what a
 * hand moved. Nothing is done where one of them cannot be.
 */
export async function changePlan(
  db: Db,
  did: PlanChanges['did'],
  all: readonly OfRider[],
): Promise<void> {
  if (all.every(({ changes, weeks = [] }) => changes.length + weeks.length === 0))
    throw badField('changes', 'Nothing was changed.');
  const names: string[] = [];
  for (const { riderId, changes } of all) names.push(await checkChanges(db, riderId, changes));
  const every = all.flatMap(({ changes }) => changes);
  const dates = await datesOf(db, every);
  const whom = names.length === 1 ? (names[0] ?? '') : `${names.length} riders`;
  await act(
    db,
    `${did} ${carriedLabel(did, every) ?? labelOf(did, dates)} of ${whom}`,
    null,
    async (doing) => {
      for (const { riderId, changes, state, weeks = [] } of all) {
        // Under the lock of the action: of two that fill at once the second finds the first one's rides.
        const now = (await changesOf(doing.trx, [riderId], 'season')).get(riderId);
        if (state !== undefined && state !== now) throw conflict({ did }, { state: now });
        for (const change of changes) await carryOut(doing, riderId, change);
        for (const week of weeks) await sayWeek(doing, riderId, week);
      }
    },
  );
}

/** Refuses what cannot be done; gives the rider's name. */
async function checkChanges(
  db: Db,
  riderId: string,
  changes: readonly PlanChange[],
): Promise<string> {
  const rider = await readRider(db, riderId);
  if (rider.archived)
    throw badField('riders', `${rider.name} is archived. Restore ${rider.name} first.`);
  for (const [index, change] of changes.entries()) {
    const field = `changes.${index}`;
    if ('date' in change) refuseDate(field, change.date);
    for (const plan of plansOf(change)) {
      refuseProblems(plan, 'This cannot stand on a day yet.');
      const date =
        change.kind === 'place'
          ? change.date
          : (await readOpen(db, riderId, change as Of<'plan'>)).date;
      const reason = await healthReason(db, rider, plan, date);
      if (reason !== null) throw badField(field, reason);
    }
  }
  return rider.name;
}

/** The plans that a change brings. */
function plansOf(change: PlanChange): readonly Plan[] {
  if (change.kind === 'offer') return change.plans;
  return change.kind === 'plan' || change.kind === 'place' ? [change.plan] : [];
}

/** "one session to Thu 3 Dec", or "3 sessions", of what was carried to other days; null of anything else. */
function carriedLabel(did: PlanChanges['did'], changes: readonly PlanChange[]): string | null {
  const carried = changes.filter(({ kind }) => kind === 'move' || kind === 'copy');
  const [only] = carried;
  if ((did !== 'moved' && did !== 'copied') || !only || carried.length < changes.length)
    return null;
  return carried.length === 1 && 'date' in only
    ? `one session to ${format(parseISO(only.date), 'EEE d MMM')}`
    : `${carried.length} sessions`;
}

/** "the week of Mon 30 Nov", or "3 days" where they lie in several weeks. */
function labelOf(did: PlanChanges['did'], dates: readonly string[]): string {
  const days = new Set(dates);
  const [first] = [...days].sort();
  if (did === 'filled' && first !== undefined) {
    return `the week of ${format(parseISO(mondayOf(first)), 'EEE d MMM')}`;
  }
  if (first === undefined) return 'the weeks';
  return days.size === 1 ? format(parseISO(first), 'EEE d MMM') : `${days.size} days`;
}

async function datesOf(db: Db, changes: readonly PlanChange[]): Promise<string[]> {
  const ids = changes.flatMap((change) => ('id' in change ? [change.id] : []));
  const rows = await db.selectFrom('days').select('date').where('id', 'in', ids).execute();
  return [
    ...rows.map(({ date }) => date),
    ...changes.flatMap((change) => ('date' in change ? [change.date] : [])),
  ];
}

function refuseDate(field: string, date: string): void {
  refuseDay(field, date, 'day');
  if (date < today())
    throw badField(
      field,
      `${format(parseISO(date), 'EEE d MMM')} is past: what is over is not planned any more.`,
    );
}

/** A day of the rider that may still be changed, as the change found it. */
async function readOpen(
  db: Reader,
  riderId: string,
  { id, version }: { readonly id: string; readonly version?: number },
): Promise<DayRow> {
  const row = await db
    .selectFrom('days')
    .selectAll()
    .where('id', '=', id)
    .where('rider_id', '=', riderId)
    .executeTakeFirst();
  if (!row) throw notFound('day');
  const { plan } = readPlan(row.plan);
  if (version !== undefined && row.version !== version)
    throw conflict({ id, version }, { id, version: row.version, name: plan.name });
  if (version === undefined) return row;
  const ridden = await db
    .selectFrom('ride_matches')
    .select('id')
    .where('day_id', '=', id)
    .where('tried', '=', 0)
    .executeTakeFirst();
  const day = format(parseISO(row.date), 'EEE d MMM');
  if (row.state !== 'planned' || ridden)
    throw badField(
      'changes',
      `${plan.name} on ${day} is ${ridden ? 'ridden' : `marked ${row.state}`} and stays as it is.`,
    );
  return row;
}

async function carryOut(doing: Act, riderId: string, change: PlanChange): Promise<void> {
  switch (change.kind) {
    case 'add':
      return addRide(doing, riderId, change);
    case 'place':
      await place(doing, riderId, change.date, change.plan);
      return;
    case 'copy': {
      await refuseRidden(doing.trx, riderId, change.date);
      const row = await readOpen(doing.trx, riderId, { id: change.id });
      await place(doing, riderId, change.date, readPlan(row.plan).plan, row);
      return;
    }
    case 'move': {
      const row = await readOpen(doing.trx, riderId, change);
      if (row.date !== change.date) await refuseRidden(doing.trx, riderId, change.date);
      return move(doing, row, change);
    }
    case 'remove': {
      const row = await readOpen(doing.trx, riderId, change);
      return takeOut(doing, row.id, row.version);
    }
    default:
      return changeOne(doing, await readOpen(doing.trx, riderId, change), change);
  }
}

/** Nothing is put on a day that is ridden already. */
async function refuseRidden(db: Reader, riderId: string, date: string): Promise<void> {
  const ride = await countingRides(db)
    .select('rides.id')
    .where('rides.rider_id', '=', riderId)
    .where('rides.date', '=', date)
    .executeTakeFirst();
  if (ride)
    throw badField(
      'changes',
      `${format(parseISO(date), 'EEE d MMM')} is ridden already and stays as it is.`,
    );
}

async function sayWeek(
  doing: Act,
  riderId: string,
  { monday, version, ...said }: NonNullable<PlanChanges['weeks']>[number],
): Promise<void> {
  refuseNoMonday(monday);
  const stored = await readStoredWeek(doing.trx, riderId, monday);
  if ((stored?.version ?? 0) !== version)
    throw conflict({ monday, version }, stored ? weekFrom(stored) : null);
  await writeWeek(doing, { riderId, monday, stored }, said);
}

async function changeOne(
  { update }: Act,
  row: DayRow,
  change: Of<'resize' | 'endurance' | 'plan' | 'offer' | 'mark'>,
): Promise<void> {
  const version = row.version + 1;
  if (change.kind === 'mark') {
    await update('days', row.id, { key_session: change.key ? 1 : 0, version });
    return;
  }
  if (change.kind === 'offer') {
    const { plans, optional } = change;
    const [first] = plans;
    await update('days', row.id, {
      ...{ offers: JSON.stringify(plans), optional: optional ? 1 : 0, taken: null, version },
      ...(first ? { plan: JSON.stringify(first), follows: 0 } : {}),
    });
    return;
  }
  const plan = planOf(row, change);
  await update('days', row.id, {
    ...{ plan: JSON.stringify(plan), follows: 0, offers: '[]', taken: null, version },
    ...(change.kind === 'endurance' ? { key_session: 0, eased: 1 } : {}),
  });
}

function planOf(row: DayRow, change: Of<'resize' | 'endurance' | 'plan'>): Plan {
  if (change.kind === 'plan') return change.plan;
  return change.kind === 'endurance'
    ? enduranceRide(change.minutes, randomUUID)
    : withRideLength(readPlan(row.plan).plan, change.minutes);
}

async function addRide(doing: Act, riderId: string, change: Of<'add'>): Promise<void> {
  const plan = enduranceRide(change.minutes, randomUUID);
  const id = await place(doing, riderId, change.date, plan);
  if (change.before) await putFirst(doing, riderId, change.date, id);
}

/** Puts a plan on a day, behind what stands there. */
async function place(
  { insert, trx }: Act,
  riderId: string,
  date: string,
  plan: Plan,
  from: Pick<DayRow, 'kind' | 'session_id'> = { kind: 'session', session_id: null },
): Promise<string> {
  const id = randomUUID();
  await insert('days', {
    ...newDay({ riderId, sessionId: from.session_id, plan: JSON.stringify(plan), date }),
    ...{ id, kind: from.kind, follows: 0, position: await nextPosition(trx, riderId, date) },
  });
  return id;
}

async function move(doing: Act, row: DayRow, { date, first }: Of<'move'>): Promise<void> {
  const position = await nextPosition(doing.trx, row.rider_id, date);
  await doing.update('days', row.id, { date, position, version: row.version + 1 });
  if (first) await putFirst(doing, row.rider_id, date, row.id);
}

/** Orders what stands on a day anew, with one of them before the others. */
async function putFirst(
  { update, trx }: Act,
  riderId: string,
  date: string,
  id: string,
): Promise<void> {
  const rows = await trx
    .selectFrom('days')
    .select(['id', 'position', 'version'])
    .where('rider_id', '=', riderId)
    .where('date', '=', date)
    .orderBy('position')
    .orderBy('created_at')
    .execute();
  const order = [...rows.filter((row) => row.id === id), ...rows.filter((row) => row.id !== id)];
  for (const [position, row] of order.entries())
    if (row.position !== position)
      await update('days', row.id, { position, version: row.version + 1 });
}
