import type { Rider } from '@uphill/api';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { printDay, today } from '../../app/dates.ts';
import { healthOnDay } from '../../app/riderOnDay.ts';
import { HealthScreenForm } from './HealthScreenForm.tsx';

/** Where the health screen stands, and the form to ask it anew. */
export function Health({ rider }: { rider: Rider }) {
  const [asking, setAsking] = useState(false);
  const health = healthOnDay(rider, today());
  return (
    <section className="sheet mt-3" aria-label="Health screen">
      <h2>Health screen</h2>
      {rider.health && (
        <p className="mb-1">
          Of {printDay(rider.health.date)}:{' '}
          <strong>{health.maximal ? 'maximal work is allowed' : 'maximal work waits'}</strong>.
        </p>
      )}
      {health.reasons.length > 0 && <p className="mb-1">{health.reasons.join(' ')}</p>}
      {!health.heartRate && <p className="mb-1">No heart-rate targets or verdicts: RPE governs.</p>}
      {!health.unfuelled && <p className="mb-1">No unfuelled rides.</p>}
      {!health.bloodSampling && <p className="mb-1">No blood sampling without a clinician.</p>}
      {asking ? (
        <HealthScreenForm rider={rider} />
      ) : (
        <Button variant="outline-secondary" className="mt-2" onClick={() => setAsking(true)}>
          {rider.health ? 'Ask it anew' : 'Ask it now'}
        </Button>
      )}
    </section>
  );
}
