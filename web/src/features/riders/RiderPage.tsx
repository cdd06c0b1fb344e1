import type { Rider, RiderFields } from '@uphill/api';
import Button from 'react-bootstrap/Button';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { api, problemOf } from '../../api/client.ts';
import { firstName } from '../../app/riderOnDay.ts';
import { useAct } from '../../app/useAct.ts';
import { Loading } from '../../ui/Loading.tsx';
import { Refused, Wrong } from '../../ui/messages.tsx';
import { HeartRates } from './HeartRates.tsx';
import { BodyMass } from './BodyMass.tsx';
import { Health } from './Health.tsx';
import { RiderForm } from './RiderForm.tsx';

/** What is known of one rider: details, body mass and heart rates with their history. */
export function RiderPage() {
  const { riderId = '' } = useParams();
  const { data: rider, error } = api.useRiderQuery(riderId);
  if (error) return <Refused problem={problemOf(error)} />;
  if (!rider) return <Loading />;
  return (
    <>
      <div className="title-row">
        <h1>{rider.name}</h1>
        <Link className="btn btn-outline-secondary ms-auto" to={`/riders/${rider.id}/today`}>
          What {firstName(rider.name)} sees
        </Link>
      </div>
      <div className="columns">
        <section className="sheet" aria-label="Details">
          <Details key={rider.id} rider={rider} />
        </section>
        <div>
          <BodyMass rider={rider} />
          <HeartRates rider={rider} />
          <Health key={rider.health?.id ?? 'none'} rider={rider} />
        </div>
      </div>
    </>
  );
}

function Details({ rider }: { rider: Rider }) {
  const [change] = api.useChangeRiderMutation();
  const { act, problem, clear } = useAct();
  const [kept, setKept] = useState<RiderFields | null>(null);
  const theirs = problem?.status === 409 ? (problem.theirs as Rider) : null;

  const save = async (fields: RiderFields, version = rider.version): Promise<boolean> => {
    setKept(fields);
    const changed = await act(
      () => change({ id: rider.id, version, ...fields }),
      `Changed ${fields.name}.`,
    );
    return changed !== undefined;
  };
  return (
    <>
      {theirs && kept ? (
        <Wrong>
          <p className="mb-2">Changed elsewhere in the meantime. Keep yours, or take theirs?</p>
          <Button size="sm" className="me-2" onClick={() => void save(kept, theirs.version)}>
            Keep mine
          </Button>
          <Button size="sm" variant="outline-secondary" onClick={() => window.location.reload()}>
            Take theirs
          </Button>
          <Button size="sm" variant="link" onClick={clear}>
            Go on editing
          </Button>
        </Wrong>
      ) : (
        <Refused problem={problem} />
      )}
      <RiderForm rider={rider} submitLabel="Save" save={(fields) => save(fields)} />
    </>
  );
}
