import { randomUUID } from 'node:crypto';
import type { Layout, Rider } from '@uphill/api';
import { plus, weekdayOf } from '@uphill/core/season';
import { enduranceRide, type Plan } from '@uphill/core/sessions';
import { format, parseISO } from 'date-fns';
import type { Db } from '../../database.ts';
import { badField, conflict, refuseDay } from '../../refusal.ts';
import type { DayRow, WeekRow } from '../../tables.ts';
import { today } from '../../today.ts';
import { newDay, refusalOn, refuseProblems } from '../assign.ts';
import { takeOut } from '../changeDay.ts';
import { type Act, act } from '../journal.ts';
import { modelOn } from '../models.ts';
import { changesOf } from '../riderChanges.ts';
import { readRider } from '../riders.ts';
import { readStoredWeek, writeWeek } from './weeks.ts';

/**
 * Stores a season that was laid out and looked at, as one step: blocks, weeks and days, and what makes way for them.
 * Refused where the season has moved on since, or where a session may not stand on a day.
 */
export async function storeLayout(db: Db, riderId: string, layout: Layout): Promise<void> {
  const rider = await readRider(db, riderId);
  if (rider.archived)
    throw badField('rider', `${rider.name} is archived. Restore ${rider.name} first.`);
  const mondays = layout.weeks.map(({ monday }) => monday);
  refuseWeeks(layout, mondays);
  await refuseDays(db, rider, layout);
  const goal = layout.goal ? ` to ${layout.goal.name}` : '';
  await act(db, `laid out ${rider.name}’s season${goal}`, null, async (doing) => {
    const now = (await changesOf(doing.trx, [riderId], 'season')).get(riderId);
    if (layout.state !== now) throw conflict({ state: layout.state }, { state: now });
    for (const { id, version } of layout.removed) await remove(doing, riderId, id, version);
    await clearBlocks(doing, riderId, layout.from);
    await addBlocks(doing, riderId, layout);
    for (const week of layout.weeks) await sayWeek(doing, riderId, week);
    await doing.insertAll('days', await rowsOf(doing, riderId, layout));
  });
}

function refuseWeeks({ from, blocks }: Layout, mondays: readonly string[]): void {
  for (const monday of [from, ...mondays, ...blocks.map((block) => block.from)]) {
    refuseDay('weeks', monday, 'day');
    if (weekdayOf(monday) !== 0)
      throw badField('weeks', `${format(parseISO(monday), 'EEE d MMM')} is not a Monday.`);
    if (plus(monday, 6) < today())
      throw badField('weeks', 'What is over is not laid out any more.');
  }
  if (new Set(mondays).size !== mondays.length)
    throw badField('weeks', 'A week is laid out twice.');
}

async function refuseDays(db: Db, rider: Rider, { days }: Layout): Promise<void> {
  const model = await modelOn(db, rider.id, today());
  for (const [index, { date, plan, minutes }] of days.entries()) {
    const field = `days.${index}`;
    refuseDay(field, date, 'day');
    if (date < today()) throw badField(field, 'What is over is not planned any more.');
    if (plan === null && minutes < 1) throw badField(field, 'A ride has at least a minute.');
    if (plan === null) continue;
    refuseProblems(plan, 'This cannot stand on a day yet.');
    const reason = refusalOn([date], rider, plan, model);
    if (reason !== null) throw badField(field, `${plan.name}: ${reason}`);
  }
}

/** A day makes way only while nothing was ridden on it and nobody marked it. */
async function remove(doing: Act, riderId: string, id: string, version: number): Promise<void> {
  const row = await doing.trx
    .selectFrom('days')
    .select(['version', 'state'])
    .where('id', '=', id)
    .where('rider_id', '=', riderId)
    .executeTakeFirst();
  if (!row) return;
  if (row.version !== version || row.state !== 'planned')
    throw conflict({ id, version }, { id, version: row.version, state: row.state });
  const ridden = await doing.trx
    .selectFrom('ride_matches')
    .select('id')
    .where('day_id', '=', id)
    .where('tried', '=', 0)
    .executeTakeFirst();
  if (ridden) throw badField('removed', 'A day that is ridden stays as it is.');
  await takeOut(doing, id, version);
}

/** Blocks from a Monday on make way; one that reaches over it ends before it. */
async function clearBlocks(doing: Act, riderId: string, from: string): Promise<void> {
  const rows = await doing.trx
    .selectFrom('blocks')
    .selectAll()
    .where('rider_id', '=', riderId)
    .execute();
  for (const { id, from_monday: monday, weeks, version } of rows) {
    const left = Math.round((Date.parse(from) - Date.parse(monday)) / (7 * 86_400_000));
    if (left <= 0) await doing.remove('blocks', id, version);
    else if (left < weeks) await doing.update('blocks', id, { weeks: left, version: version + 1 });
  }
}

async function addBlocks(doing: Act, riderId: string, layout: Layout): Promise<void> {
  const { goal, template, from, weeks, blocks } = layout;
  const seasonId = randomUUID();
  await doing.insert('seasons', {
    ...{ id: seasonId, rider_id: riderId, from_monday: from, weeks: weeks.length, version: 1 },
    ...{ goal_name: goal?.name ?? null, goal_date: goal?.date ?? null },
    ...{ template: JSON.stringify(template), created_at: new Date().toISOString() },
  });
  await doing.insertAll(
    'blocks',
    blocks.map(({ block, from: monday, kinds }) => ({
      ...{ id: randomUUID(), rider_id: riderId, season_id: seasonId, from_monday: monday },
      ...{ weeks: kinds.length, block: JSON.stringify(block), note: '', version: 1 },
    })),
  );
}

/** What laying out says of a week; a briefing that was written stays. */
async function sayWeek(
  doing: Act,
  riderId: string,
  { monday, ...said }: Layout['weeks'][number],
): Promise<void> {
  const stored = await readStoredWeek(doing.trx, riderId, monday);
  if (stored && isSame(stored, said)) return;
  await writeWeek(
    doing,
    { riderId, monday, stored },
    { ...said, laid: (stored?.version ?? 0) + 1 },
  );
}

function isSame(row: WeekRow, said: Omit<Layout['weeks'][number], 'monday'>): boolean {
  return (Object.keys(said) as (keyof typeof said)[]).every((key) => row[key] === said[key]);
}

/** The days in the order in which they are ridden, behind what stands there. */
async function rowsOf(doing: Act, riderId: string, { days }: Layout): Promise<DayRow[]> {
  const dates = [...new Set(days.map(({ date }) => date))];
  const stored =
    dates.length === 0
      ? []
      : await doing.trx
          .selectFrom('days')
          .select(({ fn }) => ['date', fn.max('position').as('last')])
          .where('rider_id', '=', riderId)
          .where('date', 'in', dates)
          .groupBy('date')
          .execute();
  const next = new Map(stored.map(({ date, last }) => [date, Number(last) + 1]));
  return days.map(({ date, kind, plan, minutes }) => {
    const position = next.get(date) ?? 0;
    next.set(date, position + 1);
    const asked: Plan = plan ?? enduranceRide(Math.round(minutes), randomUUID);
    return {
      ...newDay({ riderId, sessionId: null, plan: JSON.stringify(asked), date }),
      ...{ kind, position, follows: 0, laid: 1 },
    };
  });
}
