import type { Rider, RiderFields } from '@uphill/api';
import Button from 'react-bootstrap/Button';
import { useState } from 'react';
import { Link, useParams } from 'react-router';
import { ridersApi } from '../../shared/api/riders.ts';
import { inTheWay } from '../../shared/api/problemOf.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { Loading } from '../../ui/Loading.tsx';
import { ProblemNote, Wrong } from '../../ui/messages.tsx';
import { HeartRates } from './HeartRates.tsx';
import { BodyMass } from './BodyMass.tsx';
import { Bikes } from './Bikes.tsx';
import { Fixtures } from './Fixtures.tsx';
import { Goals } from './Goals.tsx';
import { Mornings } from '../../ui/Mornings.tsx';
import { Health } from '../../ui/health/Health.tsx';
import { Leaving } from './Leaving.tsx';
import { RiderForm } from './RiderForm.tsx';
import { Training } from './Training.tsx';
import { Week } from './Week.tsx';
import { Heading } from '../../ui/Heading.tsx';

/** What is known of one rider: details, body mass and heart rates with their history. */
export function RiderPage() {
  const { riderId = '' } = useParams();
  const { data: rider, currentData, error } = ridersApi.useRiderQuery(riderId);
  const barred = inTheWay(error, currentData);
  if (barred) return <ProblemNote problem={barred} />;
  if (!rider) return <Loading />;
  return (
    <>
      <div className="title-row">
        <Heading>{rider.name}</Heading>
        {rider.archived && <span className="want">archived</span>}
        <Link className="btn btn-outline-secondary ms-auto" to={`/riders/${rider.id}/today`}>
          What {firstName(rider.name)} sees
        </Link>
      </div>
      <div className="columns">
        <div>
          <section className="sheet" aria-label="Details">
            <Details key={rider.id} rider={rider} />
          </section>
          <Health rider={rider} />
          <Goals rider={rider} />
          <Week key={rider.availability?.version ?? 0} rider={rider} />
          <Fixtures rider={rider} />
        </div>
        <div>
          <BodyMass rider={rider} />
          <HeartRates rider={rider} />
          <Mornings rider={rider} ofDay />
          <Training key={rider.id} rider={rider} />
          <Bikes rider={rider} />
          <Leaving rider={rider} />
        </div>
      </div>
    </>
  );
}

function Details({ rider }: { rider: Rider }) {
  const [change] = ridersApi.useChangeRiderMutation();
  const { act, problem, clear } = useAct();
  const [kept, setKept] = useState<RiderFields | null>(null);
  // Taking theirs starts the form again, from what the server has.
  const [round, setRound] = useState(0);
  const { refetch } = ridersApi.useRiderQuery(rider.id);
  const theirs = problem?.theirs ? (problem.theirs as Rider) : null;

  const save = async (fields: RiderFields, version = rider.version): Promise<boolean> => {
    setKept(fields);
    const changed = await act(
      () => change({ id: rider.id, version, ...fields }),
      `Changed ${fields.name}.`,
    );
    return changed !== undefined;
  };
  const takeTheirs = async (): Promise<void> => {
    await refetch();
    setRound(round + 1);
    clear();
  };
  return (
    <>
      {theirs && kept ? (
        <Wrong>
          <p className="mb-2">Changed elsewhere in the meantime. Keep yours, or take theirs?</p>
          <Button size="sm" className="me-2" onClick={() => void save(kept, theirs.version)}>
            Keep mine
          </Button>
          <Button size="sm" variant="outline-secondary" onClick={() => void takeTheirs()}>
            Take theirs
          </Button>
          <Button size="sm" variant="link" onClick={clear}>
            Keep editing
          </Button>
        </Wrong>
      ) : (
        <ProblemNote problem={problem} />
      )}
      <RiderForm key={round} rider={rider} submitLabel="Save" save={(fields) => save(fields)} />
    </>
  );
}
