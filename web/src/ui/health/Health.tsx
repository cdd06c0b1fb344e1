import type { Rider } from '@uphill/api';
import { useEffect, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useLocation } from 'react-router';
import { printDay, today } from '../../shared/dates.ts';
import { healthOnDay } from '../../shared/riderOnDay.ts';
import { ClearanceForm } from './ClearanceForm.tsx';
import { HealthRules } from './HealthRules.tsx';
import { HealthScreenForm } from './HealthScreenForm.tsx';

type Open = 'screen' | 'clearance' | null;

/** Where the health screen stands, who answered and when, and the form to ask it again. */
export function Health({
  rider,
  first = false,
}: {
  rider: Rider;
  /** Open from the start: nothing goes on before it. */ first?: boolean;
}) {
  const { hash } = useLocation();
  const wanted = hash === '#health' || hash === '#clearance';
  const asks = wanted || first;
  const [open, setOpen] = useState<Open>(() => {
    if (!asks) return null;
    return rider.health && hash !== '#health' ? 'clearance' : 'screen';
  });
  const section = useRef<HTMLElement>(null);
  useEffect(() => {
    if (wanted) section.current?.scrollIntoView();
  }, [wanted]);
  const health = healthOnDay(rider, today());
  return (
    <section ref={section} className="sheet mt-3 scroll-here" aria-label="Health screen">
      <h2>Health screen</h2>
      {rider.health && (
        <p className="mb-1">
          {printDay(rider.health.date)}
          {rider.health.answeredBy && `, answered by ${rider.health.answeredBy}`}:{' '}
          <strong>{health.maximal ? 'maximal work is allowed' : 'maximal work waits'}</strong>.
        </p>
      )}
      {health.reasons.length > 0 && <p className="mb-1">{health.reasons.join(' ')}</p>}
      <p className="mb-1">
        <HealthRules health={health} />
      </p>
      {open === 'screen' && <HealthScreenForm rider={rider} close={() => setOpen(null)} />}
      {open === 'clearance' && rider.health && (
        <ClearanceForm rider={rider} screen={rider.health} close={() => setOpen(null)} />
      )}
      {(open === null || (open === 'clearance' && !rider.health)) && (
        <div className="d-flex gap-2 mt-2">
          <Button variant="outline-secondary" onClick={() => setOpen('screen')}>
            {rider.health ? 'Ask again' : 'Ask now'}
          </Button>
          {rider.health && !health.maximal && (
            <Button variant="outline-secondary" onClick={() => setOpen('clearance')}>
              Record a clearance
            </Button>
          )}
        </div>
      )}
      {rider.healthBefore.length > 0 && (
        <details className="mt-2">
          <summary>Earlier screens ({rider.healthBefore.length})</summary>
          <ul className="history">
            {rider.healthBefore.map((screen) => (
              <li key={screen.id}>
                <span>{printDay(screen.date)}</span>
                <span>
                  {screen.answeredBy
                    ? `answered by ${screen.answeredBy}`
                    : 'who answered was not kept'}
                  {screen.clearedBy &&
                    screen.clearedOn &&
                    `, cleared by ${screen.clearedBy}, ${printDay(screen.clearedOn)}`}
                </span>
              </li>
            ))}
          </ul>
        </details>
      )}
    </section>
  );
}
