import { sayCurve, workedBest } from '@uphill/core/review';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { Link } from 'react-router';
import { printDay } from '../../shared/dates.ts';
import { Figure } from '../../ui/Figure.tsx';
import { rideAddress, type Shown } from './shown.ts';
import { TrendSheet } from './TrendSheet.tsx';

/** New bests with the old ones, and what was not asked lately. */
export function CurveSheet({ rider, shown }: Shown) {
  return (
    <TrendSheet name="Curve" says={sayCurve(shown.curve)}>
      <ul className="history">
        {shown.curve.bests.map((best) => (
          <li key={best.seconds}>
            <Link to={rideAddress(rider, best.rideId)}>
              {printDuration(best.seconds)}, {printDay(best.date)}
            </Link>
            <span className="text-end">
              <span className="ridden">
                <Figure
                  working={workedBest(best, printDay)}
                  label={`New best of ${printDuration(best.seconds)}`}
                >
                  {`${roundHalfUp(best.watts)} W`}
                </Figure>
              </span>
              <span className="soft small d-block">
                before {roundHalfUp(best.oldW)} W, {printDay(best.oldDate)}
                {best.otherSource && ', another source: not compared'}
                {best.checkMeter && ', check the meter first'}
              </span>
            </span>
          </li>
        ))}
      </ul>
    </TrendSheet>
  );
}
