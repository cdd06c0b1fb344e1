import { randomUUID } from 'node:crypto';
import { type Rider, type Suggested, shapeOf } from '@uphill/api';
import { type KeptReading, suggestedPlan, type Suggestion } from '@uphill/core/review';
import { plus } from '@uphill/core/season';
import {
  enduranceRide,
  expand,
  type Plan,
  type RiderOnDay,
  sessionNumbers,
} from '@uphill/core/sessions';
import { z } from 'zod';
import type { Db } from '../database.ts';
import type { DayRow, RideRow } from '../tables.ts';
import { plusOneDay, today } from '../today.ts';
import { climbingOn, houseOf } from './climbingOn.ts';
import { fillFigures } from './dayFigures.ts';
import { readJsonOr, readPlan } from './json.ts';

/** A suggestion names no day further off than this. */
const AHEAD_DAYS = 28;

/** The session that a suggestion asks for, and the day it would stand on. */
export async function planFor(
  db: Db,
  rider: Rider,
  row: RideRow,
  suggestion: Suggestion,
  asked: Plan,
  reading: KeptReading,
): Promise<Pick<Suggested, 'plan' | 'day'> | null> {
  const rests = suggestion.does === 'rest day';
  const day = await nextDay(db, rider, row.date, rests ? null : reading.family);
  const house = await houseOf(db, rider);
  const climbing = await climbingOn(db, rider, day?.date ?? today(), house);
  const plan = rests
    ? day && easyOf(day, climbing.rider)
    : suggestedPlan(suggestion, asked, climbing);
  if (!plan || !day) return { plan, day: null };
  const stands = readPlan(day.plan).plan;
  return {
    plan,
    day: {
      ...{ id: day.id, date: day.date, version: day.version, plan: stands },
      alreadySo: asksTheSame(stands, plan, climbing.rider),
      load: sessionNumbers(stands, climbing.rider).load.value,
      loadAfter: sessionNumbers(plan, climbing.rider).load.value,
    },
  };
}

/** The next hard day to Endurance, as long as it was. */
function easyOf(day: Pick<DayRow, 'plan'>, rider: RiderOnDay): Plan {
  const { totalS } = sessionNumbers(readPlan(day.plan).plan, rider);
  return enduranceRide(Math.max(15, Math.round(totalS.value / 60)), randomUUID);
}

function asksTheSame(one: Plan, other: Plan, rider: RiderOnDay): boolean {
  const asks = (plan: Plan): string =>
    JSON.stringify(
      expand(plan, rider).map(({ seconds, role, from, to }) => [
        ...[seconds, role, from?.lowW, from?.highW, to?.lowW, to?.highW],
        ...[from?.bpm, to?.bpm],
      ]),
    );
  const cues = (plan: Plan): string =>
    JSON.stringify(plan)
      .match(/"cue":"[^"]*"/g)
      ?.join() ?? '';
  return asks(one) === asks(other) && cues(one) === cues(other);
}

const traitsSchema = shapeOf(z.object({ family: z.string().nullable(), hard: z.boolean() }));

/** The next planned day of a family, or where none is named the next hard one. */
async function nextDay(
  db: Db,
  rider: Rider,
  after: string,
  family: string | null,
): Promise<DayRow | null> {
  const from = after >= today() ? plusOneDay(after) : today();
  // What was suggested long ago has no day to change any more.
  const to = plus(after, AHEAD_DAYS);
  if (to < from) return null;
  await fillFigures(db, [rider.id], { from, to });
  const days = await db
    .selectFrom('days')
    .innerJoin('day_figures', 'day_figures.day_id', 'days.id')
    .selectAll('days')
    .select('day_figures.traits')
    .where('days.rider_id', '=', rider.id)
    .where('days.kind', '=', 'session')
    .where('days.state', '=', 'planned')
    .where('days.date', '>=', from)
    .where('days.date', '<=', to)
    .where('days.id', 'not in', (matched) => matched.selectFrom('ride_matches').select('day_id'))
    .orderBy('days.date')
    .orderBy('days.position')
    .execute();
  const found = days.find(({ traits }) => {
    const read = readJsonOr(traits, traitsSchema, { family: null, hard: false });
    return family === null ? read.hard : read.family === family;
  });
  if (!found) return null;
  const { traits: _, ...row } = found;
  return row;
}
