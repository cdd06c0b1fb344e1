import { forecastOf, type Reckoned, workedMorning } from '@uphill/core/season';
import { printSigned, roundHalfUp } from '@uphill/core/units';
import { useMemo } from 'react';
import { Figure } from '../../ui/Figure.tsx';

/** What the plan does to the morning of the goal: base, reserve, and whether that was ever held. */
export function Morning({ season }: { season: Reckoned }) {
  const forecast = useMemo(() => forecastOf(season), [season]);
  const figures = useMemo(() => workedMorning(season, forecast), [season, forecast]);
  const { morning, refusal } = forecast;
  if (!morning || !figures) return <p className="soft mb-0">{refusal}</p>;
  const { reservePercent, higherThanHeld } = morning.asPlanned;
  const share = reservePercent === null ? '' : ` (${printSigned(reservePercent, 0)} %)`;
  return (
    <>
      <dl className="week-facts">
        <dt>Base today → goal</dt>
        <dd>
          <Figure label="Base on the goal’s morning" working={figures.base}>
            {`${roundHalfUp(figures.now)} → ${roundHalfUp(figures.base.value)}`}
          </Figure>
          {morning.asUsual && (
            <span className="soft"> as usual {roundHalfUp(morning.asUsual.base)}</span>
          )}
        </dd>
        <dt>Reserve that morning</dt>
        <dd>
          <Figure label="Reserve on the goal’s morning" working={figures.reserve}>
            {`${printSigned(figures.reserve.value, 0)}${share}`}
          </Figure>
        </dd>
      </dl>
      {higherThanHeld && (
        <p className="want mb-0">On the way the base is higher than it ever was in two years.</p>
      )}
    </>
  );
}
