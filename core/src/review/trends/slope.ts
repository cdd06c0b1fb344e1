import { type Refused, refused, type Understood, understood } from '../../units/index.ts';
import { leastSquares } from './statistics.ts';
import { studentT } from './studentT.ts';

/** A month, days. Source: handbook section 9.6. */
const MONTH_DAYS = 30.44;
const LEAST_POINTS = 5;

/** How something goes over the months, with its error. */
export interface Slope {
  readonly perMonth: number;
  /** t standard errors, t of n − 2 degrees of freedom at 95 %, per month. */
  readonly plusMinus: number;
  /** Zero lies outside. */
  readonly real: boolean;
  /** What the line says at the first and the last of the points. */
  readonly from: number;
  readonly to: number;
  readonly points: number;
  /** From the first to the last of them. */
  readonly days: number;
}

/**
 * A straight line over dates.
 *
 * @param points days on any count, and values
 * @returns slope a month with its error; refused with fewer than five points, or all of one day
 * Source: handbook section 9.6 (Family).
 */
export function slopeOf(
  points: readonly (readonly [day: number, value: number])[],
): Understood<Slope> | Refused {
  if (points.length < LEAST_POINTS) return refused('a line needs five');
  const line = leastSquares(points);
  if (!line) return refused('all of one day');
  const days = points.map(([day]) => day);
  const middle = days.reduce((sum, day) => sum + day, 0) / days.length;
  const across = days.reduce((sum, day) => sum + (day - middle) ** 2, 0);
  const rest = points.reduce((sum, [day, value]) => sum + (value - line.a - line.b * day) ** 2, 0);
  const degrees = points.length - 2;
  const error = Math.sqrt(rest / degrees / across) * MONTH_DAYS;
  const plusMinus = studentT(degrees) * error;
  const perMonth = line.b * MONTH_DAYS;
  const at = (day: number): number => line.a + line.b * day;
  return understood({
    ...{ perMonth, plusMinus, real: Math.abs(perMonth) > plusMinus },
    ...{ from: at(Math.min(...days)), to: at(Math.max(...days)) },
    ...{ points: points.length, days: Math.max(...days) - Math.min(...days) },
  });
}
