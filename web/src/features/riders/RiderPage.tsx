import type { Rider, RiderFields } from '@uphill/api';
import { Link, useParams } from 'react-router';
import { ridersApi } from '../../shared/api/riders.ts';
import { inTheWay } from '../../shared/api/problemOf.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { Loading } from '../../ui/Loading.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
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
          <Week key={rider.id} rider={rider} />
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
  const { act, problem } = useAct();
  const save = async (fields: RiderFields): Promise<boolean> => {
    const request = { id: rider.id, version: rider.version, ...fields };
    return (await act(() => change(request), `Changed ${fields.name}.`)) !== undefined;
  };
  return <RiderForm rider={rider} problem={problem} submitLabel="Save" save={save} />;
}
