import { setImmediate as others } from 'node:timers/promises';
import type { Model, Rider } from '@uphill/api';
import {
  type AboveFtpSettings,
  hangsOnModel,
  nameFor,
  type Plan,
  riderFigures,
  type RiderOnDay,
  sessionNumbers,
} from '@uphill/core/sessions';
import { roadOf, traitsOf } from '@uphill/core/season';
import { sql, type Transaction } from 'kysely';
import type { Db } from '../database.ts';
import type { DayFiguresRow, DayRow, Tables } from '../tables.ts';
import { today } from '../today.ts';
import { readPlan } from './json.ts';
import { modelOn } from './models.ts';
import { changesOf, keepUnlessChanged } from './riderChanges.ts';
import { readRider } from './riders.ts';
import { readSettings } from './schemes.ts';

/** So long others wait at most while many days are worked out, ms. */
const STRETCH_MS = 15;
/** Rows that are written at once. */
const AT_ONCE = 200;

type Lacking = Pick<DayRow, 'id' | 'rider_id' | 'date' | 'plan' | 'state' | 'asked_ftp_w'>;
type Figures = Pick<DayFiguresRow, 'name' | 'load' | 'seconds' | 'traits'>;

/**
 * Works out what the days of some riders ask of them, where that is not there yet: with the FTP of the day, or the one
 * that a marked day was ridden with. Sessions that stand on many days are reckoned once.
 *
 * Source: handbook section 5 ("Which value counts when").
 */
export async function fillFigures(
  db: Db,
  riderIds: readonly string[],
  range: { from: string; to: string },
): Promise<void> {
  const known = new Map<string, Figures>();
  const { ownShare: share, longerTimes: stretch } = (await readSettings(db)).choices;
  let since = performance.now();
  for (const riderId of riderIds) {
    const before = (await changesOf(db, [riderId], 'figures')).get(riderId);
    const rider = await readRider(db, riderId);
    const rows: DayFiguresRow[] = [];
    for (const day of await lackingOf(db, riderId, range)) {
      rows.push(await figuresOf(db, rider, day, { known, ways: { share, stretch } }));
      if (performance.now() - since < STRETCH_MS) continue;
      await others();
      since = performance.now();
    }
    await keepUnlessChanged(db, riderId, 'figures', before, (trx) => store(trx, rows));
  }
}

async function lackingOf(
  db: Db,
  riderId: string,
  { from, to }: { from: string; to: string },
): Promise<Lacking[]> {
  const { rows } = await sql<Lacking>`
    SELECT d.id, d.rider_id, d.date, d.plan, d.state, d.asked_ftp_w FROM days d
    LEFT JOIN day_figures f ON f.rider_id = d.rider_id AND f.day_id = d.id
      AND (f.good_on IS NULL OR f.good_on = ${today()})
    WHERE d.rider_id = ${riderId} AND d.date BETWEEN ${from} AND ${to} AND f.day_id IS NULL`.execute(
    db,
  );
  return rows;
}

async function figuresOf(
  db: Db,
  rider: Rider,
  day: Lacking,
  { known, ways }: { known: Map<string, Figures>; ways: AboveFtpSettings },
): Promise<DayFiguresRow> {
  const { plan } = readPlan(day.plan);
  const row = { rider_id: rider.id, day_id: day.id };
  if (hangsOnModel(plan)) {
    // Of a day to come, what is known today.
    const on = day.date < today() ? day.date : today();
    const numbers = numbersOf(rider, day, await modelOn(db, rider.id, on));
    const figures = reckon(plan, { ...numbers, ways });
    return { ...row, ...figures, by_model: 1, good_on: day.date < today() ? null : today() };
  }
  const numbers = numbersOf(rider, day, null);
  const key = `${JSON.stringify(numbers)}\n${day.plan}`;
  const figures = known.get(key) ?? reckon(plan, numbers);
  known.set(key, figures);
  return { ...row, ...figures, by_model: 0, good_on: null };
}

function numbersOf(rider: Rider, day: Lacking, model: Model | null): RiderOnDay {
  const numbers = riderFigures(rider, day.date, model);
  return day.state === 'planned' ? numbers : { ...numbers, ftpW: day.asked_ftp_w };
}

function reckon(plan: Plan, numbers: RiderOnDay): Figures {
  const asks = sessionNumbers(plan, numbers);
  const traits = { ...traitsOf(plan, numbers, asks), road: roadOf(asks.segments, numbers.ftpW) };
  return {
    name: nameFor(plan, numbers),
    load: asks.load.value,
    seconds: asks.totalS.value,
    traits: JSON.stringify(traits),
  };
}

async function store(trx: Transaction<Tables>, rows: readonly DayFiguresRow[]): Promise<void> {
  for (let from = 0; from < rows.length; from += AT_ONCE)
    await trx
      .replaceInto('day_figures')
      .values(rows.slice(from, from + AT_ONCE))
      .execute();
}
