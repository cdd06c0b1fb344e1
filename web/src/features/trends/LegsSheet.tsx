import { LEGS_FROM, sayLegs } from '@uphill/core/review';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import { Link } from 'react-router';
import { WideTable } from '../../ui/WideTable.tsx';
import type { Shown } from './shown.ts';
import { TrendSheet } from './TrendSheet.tsx';

/** What is kept of 1:00, 5:00 and 20:00 as a day goes on. */
export function LegsSheet({ rider, shown: { legs } }: Shown) {
  const known = legs.filter(({ steps }) => steps[0] !== null);
  return (
    <TrendSheet name="Tired legs" says={sayLegs(legs)}>
      {known.length > 0 && (
        <WideTable of="Tired legs" size="sm" className="mb-2">
          <caption className="caption-top">Best of 90 days, % of the fresh best</caption>
          <thead>
            <tr>
              <th scope="col">kJ per kg before</th>
              {LEGS_FROM.map((from) => (
                <th key={from} scope="col">
                  {from === 0 ? 'fresh' : from}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {known.map(({ seconds, steps }) => (
              <tr key={seconds}>
                <th scope="row">{printDuration(seconds)}</th>
                {steps.map((step, place) => (
                  <td key={LEGS_FROM[place]}>
                    {step ? (
                      <>
                        {place === 0
                          ? `${roundHalfUp(step.watts)} W`
                          : `${roundHalfUp(step.percent)} %`}
                        <span className="soft small d-block">{step.efforts} efforts</span>
                      </>
                    ) : (
                      <span className="soft">none</span>
                    )}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </WideTable>
      )}
      {legs.some(({ fadesLate }) => fadesLate) && (
        <Link to={`/riders/${rider.id}/sessions`} className="card-controls">
          Choose a session for it
        </Link>
      )}
    </TrendSheet>
  );
}
