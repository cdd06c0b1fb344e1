import type { Rider } from '@uphill/api';
import { goalOn } from '@uphill/core/rider';
import {
  askedLate,
  lateBlock,
  lateEfforts,
  LEGS_FROM,
  sayLegs,
  workedLegs,
} from '@uphill/core/review';
import type { Plan } from '@uphill/core/sessions';
import { printDuration, roundHalfUp } from '@uphill/core/units';
import Button from 'react-bootstrap/Button';
import { useKeepSession } from '../../shared/useKeepSession.ts';
import { today } from '../../shared/dates.ts';
import { newId } from '../../shared/newId.ts';
import { Figure } from '../../ui/Figure.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { WideTable } from '../../ui/WideTable.tsx';
import type { Shown } from './shown.ts';
import { TrendSheet } from './TrendSheet.tsx';

/** What is kept of 1:00, 5:00 and 20:00 as a day goes on. */
export function LegsSheet({ rider, shown: { legs } }: Shown) {
  const known = legs.filter(({ steps }) => steps.some((step) => step !== null));
  return (
    <TrendSheet name="Tired legs" says={sayLegs(legs)}>
      {known.length > 0 && (
        <WideTable of="Tired legs" size="sm" className="mb-2">
          <caption className="caption-top">Best of 90 days, % of the year’s best</caption>
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
            {known.map(({ seconds, steps, bestOfYear }) => (
              <tr key={seconds}>
                <th scope="row">{printDuration(seconds)}</th>
                {steps.map((step, place) => (
                  <td key={LEGS_FROM[place]}>
                    {step ? (
                      <>
                        <Figure
                          label={`${printDuration(seconds)} from ${step.fromKjPerKg} kJ/kg`}
                          working={workedLegs(seconds, step, bestOfYear)}
                        >
                          {`${roundHalfUp(step.percent)} %`}
                        </Figure>
                        <span className="soft small d-block legs-efforts">
                          {step.efforts} efforts
                        </span>
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
        <LateBlock rider={rider} plan={lateBlockOf(rider)} />
      )}
      {!askedLate(legs) && <LateBlock rider={rider} plan={lateEfforts(newId)} />}
    </TrendSheet>
  );
}

function lateBlockOf(rider: Rider): Plan {
  return lateBlock(goalOn(rider.goals, today())?.watts != null, newId);
}

/** The session that trains it, or shows it, one press from a day of the rider's. */
function LateBlock({ rider, plan }: { rider: Rider; plan: Plan }) {
  const { keep, problem } = useKeepSession(rider.id);
  return (
    <div className="card-controls">
      <ProblemNote problem={problem} />
      <Button size="sm" variant="outline-secondary" onClick={() => void keep(plan)}>
        Make the session: {plan.name}
      </Button>
    </div>
  );
}
