import { sql } from 'kysely';
import type { Db } from '../database.ts';
import { today } from '../today.ts';
import { fillFigures } from './dayFigures.ts';

interface OfRider {
  readonly riderId: string;
  /** The days, as JSON. */
  readonly days: string;
  /** Days whose figures are not worked out yet. */
  readonly missing: number;
}

/**
 * The days of the riders that are worked with, a line of figures a day and without their plans, as the JSON that is
 * sent: SQLite writes it from the index, since a squad has some ten thousand days a year.
 *
 * @returns text of the shape that `dayListSchema` describes
 */
export async function listSquadDays(db: Db, range: { from: string; to: string }): Promise<string> {
  let riders = await read(db, range);
  const lacking = riders.filter(({ missing }) => missing > 0).map(({ riderId }) => riderId);
  if (lacking.length > 0) {
    await fillFigures(db, lacking, range);
    riders = await read(db, range);
  }
  return `[${riders.map(({ riderId, days }) => `{"riderId":${JSON.stringify(riderId)},"days":${days}}`).join(',')}]`;
}

async function read(db: Db, { from, to }: { from: string; to: string }): Promise<OfRider[]> {
  const { rows } = await sql<OfRider>`
    SELECT r.id AS riderId, json_group_array(json_array(
        d.id, d.date, d.kind, d.state, round(f.load, 1), coalesce(d.minutes, round(f.seconds / 60.0)), d.rpe, f.name, d.version
      ) ORDER BY d.date, d.position, d.created_at) AS days,
      sum(f.day_id IS NULL) AS missing
    FROM riders r
    CROSS JOIN days d INDEXED BY days_of ON d.rider_id = r.id AND d.date BETWEEN ${from} AND ${to}
    LEFT JOIN day_figures f ON f.rider_id = d.rider_id AND f.day_id = d.id
      AND (f.good_on IS NULL OR f.good_on = ${today()})
    WHERE r.archived = 0
    GROUP BY r.id`.execute(db);
  return rows;
}
