import type { CurveBest, Rider } from '@uphill/api';
import {
  notAskedLately,
  observedAt,
  strengthForGoal,
  type StrengthPoint,
  strengthsOf,
} from '@uphill/core/power';
import { goalOn } from '@uphill/core/rider';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { modelsApi } from '../../../shared/api/models.ts';
import { plusDays } from '../../../shared/dates.ts';
import { Figure } from '../../../ui/Figure.tsx';
import { pointsOf, useBests } from '../useCurve.ts';

/** Looked at for what was not asked lately, days. */
const LATELY_DAYS = 60;

export function Strengths({
  rider,
  day,
  ftpW,
}: {
  rider: Rider;
  day: string;
  ftpW: number | null;
}) {
  const now = useBests(rider.id, day, 365);
  const { data: before = [] } = modelsApi.useCurveQuery({
    riderId: rider.id,
    from: plusDays(day, -730),
    to: plusDays(day, -366),
  });
  const { data: half = [] } = modelsApi.useCurveQuery({
    riderId: rider.id,
    from: plusDays(day, -365),
    to: plusDays(day, -181),
  });
  const { data: recent = [] } = modelsApi.useCurveQuery({
    riderId: rider.id,
    from: plusDays(day, -180),
    to: day,
  });
  const { data: lately } = modelsApi.useCurveQuery({
    riderId: rider.id,
    from: plusDays(day, -LATELY_DAYS),
    to: day,
  });
  if (!now) return null;
  const unasked = lately ? notAskedLately(pointsOf(now), pointsOf(lately)) : [];
  const goal = goalOn(rider.goals, day);
  const demand =
    goal?.watts != null && goal.seconds !== null
      ? { watts: goal.watts, seconds: goal.seconds }
      : null;
  // Less than a year of rides: the half-year before stands for the season before.
  const byYear = before.length > 0;
  const strengths = byYear
    ? strengthsOf(pointsOf(now), pointsOf(before), ftpW)
    : strengthsOf(pointsOf(recent), pointsOf(half), ftpW);
  return (
    <section className="sheet mb-3" aria-label="Strengths">
      <h2>Strengths</h2>
      <ul className="history">
        {strengths.map(({ point, watts, says }) => (
          <li key={point.name}>
            <span>
              {point.name}, {printDuration(point.seconds)}
              <span className="soft small d-block">
                {[
                  says,
                  demand && strengthForGoal(point.seconds, held(point, watts.value, ftpW), demand),
                ]
                  .filter(Boolean)
                  .join('; ')}
              </span>
            </span>
            <Figure
              working={watts}
              label={`Best ${point.name}`}
            >{`${roundHalfUp(watts.value)} W`}</Figure>
          </li>
        ))}
      </ul>
      {unasked.length > 0 && (
        <p className="mb-1">
          Not asked lately: {unasked.map(printDuration).join(', ')}. Nothing within 5 % of the
          year’s best for {LATELY_DAYS} days.
        </p>
      )}
      {!byYear && half.length > 0 && (
        <p className="soft small mb-0">
          Less than a year of rides so far: the last six months are compared with the six before.
        </p>
      )}
    </section>
  );
}

/** Few rides hold an all-out hour: there FTP speaks, where it is more. */
function held({ name }: StrengthPoint, watts: number, ftpW: number | null): number {
  return name === 'hour' ? Math.max(watts, ftpW ?? 0) : watts;
}

export function Against({
  one,
  other,
  bests,
  others,
  ftp,
}: {
  one: string;
  other: string;
  bests: readonly CurveBest[];
  others: readonly CurveBest[];
  ftp: readonly [number | null, number | null];
}) {
  const gaps = [5, 60, 300, 1200].flatMap((seconds) => {
    const [a, b] = [observedAt(seconds, pointsOf(bests)), observedAt(seconds, pointsOf(others))];
    return a && b ? [{ seconds, by: Math.round(a[1] - b[1]) }] : [];
  });
  return (
    <section className="sheet" aria-label={`${one} and ${other}`}>
      <h2>
        {one} and {other}
      </h2>
      <p>
        FTP {ftp[0] ?? 'unknown'} and {ftp[1] ?? 'unknown'} W
        {ftp[0] !== null && ftp[1] !== null && Math.abs(ftp[0] - ftp[1]) <= 0.03 * ftp[0]
          ? ': nearly the same, but'
          : '.'}
      </p>
      <ul className="mb-0">
        {gaps.map(({ seconds, by }) => (
          <li key={seconds}>
            over {printDuration(seconds)}{' '}
            {by === 0 ? 'both the same' : `${by > 0 ? one : other} has ${Math.abs(by)} W more`}
          </li>
        ))}
      </ul>
    </section>
  );
}
