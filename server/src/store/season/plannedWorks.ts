import type { SeasonWork } from '@uphill/api';
import type { Planned, Reason } from '@uphill/core/season';
import { REASONS } from '@uphill/core/season';
import type { Plan } from '@uphill/core/sessions';
import { sql } from 'kysely';
import type { Db } from '../../database.ts';
import type { DayRow } from '../../tables.ts';
import { today } from '../../today.ts';
import { fillFigures } from '../dayFigures.ts';
import { readPlan } from '../json.ts';
import { laidOf } from './laid.ts';

/** What stands on a day, without what was ridden. */
export interface PlannedWork extends Omit<SeasonWork, 'ridden' | 'rideId' | 'shape'> {
  readonly date: string;
}

type Row = Pick<
  DayRow,
  | ('id' | 'date' | 'kind' | 'plan' | 'state' | 'reason' | 'rpe' | 'minutes')
  | ('key_session' | 'optional' | 'eased' | 'version' | 'laid')
> & {
  readonly name: string | null;
  readonly traits: string | null;
  readonly offers: number;
  /** Whether what was handed over last is as the day stands; null: nothing was. */
  readonly handed: 0 | 1 | null;
};

/** The days of a rider with what each asks as far as weeks go, in the order in which they are ridden. */
export async function plannedWithin(
  db: Db,
  riderId: string,
  from: string,
  to: string,
): Promise<PlannedWork[]> {
  let rows = await read(db, riderId, from, to);
  if (rows.some(({ traits }) => traits === null)) {
    await fillFigures(db, [riderId], { from, to });
    rows = await read(db, riderId, from, to);
  }
  return rows.map(workOf);
}

async function read(db: Db, riderId: string, from: string, to: string): Promise<Row[]> {
  const { rows } = await sql<Row>`
    SELECT d.id, d.date, d.kind, d.plan, d.state, d.reason, d.rpe, d.minutes, d.key_session, d.optional, d.eased,
      json_array_length(d.offers) AS offers,
      d.version, d.laid, f.name, f.traits,
      (SELECT (h.plan = d.plan AND coalesce(h.date, d.date) = d.date AND h.offers = d.offers
          AND h.optional = d.optional) FROM handovers h
        WHERE h.day_id = d.id ORDER BY h.at DESC, h.rowid DESC LIMIT 1) AS handed
    FROM days d
    LEFT JOIN day_figures f ON f.rider_id = d.rider_id AND f.day_id = d.id
      AND (f.good_on IS NULL OR f.good_on = ${today()})
    WHERE d.rider_id = ${riderId} AND d.date BETWEEN ${from} AND ${to}
    ORDER BY d.date, d.position, d.created_at`.execute(db);
  return rows;
}

function workOf(row: Row): PlannedWork {
  const { plan } = readPlan(row.plan);
  const { road = [], ...planned } = JSON.parse(row.traits ?? '{}') as Planned & {
    road?: readonly number[];
  };
  return {
    ...{ id: row.id, date: row.date, kind: kindOf(row.kind, plan), name: row.name ?? plan.name },
    planned: row.traits === null ? null : planned,
    ...{ state: row.state, reason: reasonOf(row.reason), minutes: row.minutes, rpe: row.rpe },
    ...{ key: row.key_session === 1, optional: row.optional === 1, eased: row.eased === 1 },
    ...{
      fixture: false,
      version: row.version,
      offers: row.offers,
      road: [...road],
      handed: handedOf(row),
      laid: laidOf(row),
    },
  };
}

function reasonOf(stored: string | null): Reason | null {
  return REASONS.find((reason) => reason === stored) ?? null;
}

function handedOf({ handed }: Row): SeasonWork['handed'] {
  if (handed === null) return 'no';
  return handed === 1 ? 'yes' : 'changed';
}

/** What stands on a day in the words of the season: by its kind, and by the sport of its plan. */
function kindOf(kind: DayRow['kind'], { sport = 'ride', place }: Plan): SeasonWork['kind'] {
  if (kind === 'test') return 'test';
  if (sport === 'free ride') return place === 'group' ? 'group' : 'session';
  return sport === 'ride' ? 'session' : sport;
}
