import type { RecordingWithStreams, Rider, RideWhole } from '@uphill/api';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { hillsApi } from '../../shared/api/hills.ts';
import { trendsApi } from '../../shared/api/trends.ts';
import { useAct } from '../../shared/useAct.ts';
import { EdgeField } from '../../ui/EdgeField.tsx';
import { Field } from '../../ui/Field.tsx';
import { ProblemNote } from '../../ui/messages.tsx';

interface Props {
  readonly rider: Rider;
  readonly ride: RideWhole;
  readonly recording: Pick<RecordingWithStreams, 'latitude' | 'seconds'>;
}

/** A stretch of a ride gets a name, and is found again on all of the rider's rides. */
export function NameRoad({ rider, ride, recording }: Props) {
  const [name, setName] = useState('');
  const [startS, setStart] = useState<number | null>(null);
  const [endS, setEnd] = useState<number | null>(null);
  const [send] = trendsApi.useNameRoadMutation();
  const { act, problem } = useAct();
  const { data: hills = [] } = hillsApi.useHillsQuery();
  // Where it was ridden nobody recorded: there is no road to find.
  if (!recording.latitude?.some((each) => each !== null)) return null;
  const fits = startS !== null && endS !== null && endS > startS && endS < recording.seconds;
  const nameIt = async (): Promise<void> => {
    if (startS === null || endS === null) return;
    const road = { riderId: rider.id, rideId: ride.id, name: name.trim(), startS, endS };
    if (await act(() => send(road), `${road.name} is looked for on every ride.`)) setName('');
  };
  return (
    <details className="sheet mb-3">
      <summary>Name a road in it</summary>
      <div className="mt-3" role="group" aria-label="Name a road in it">
        <ProblemNote problem={problem} />
        <Field label="Name of the road" error={undefined}>
          {(control) => (
            <Form.Control
              {...control}
              maxLength={80}
              list="hills-by-name"
              value={name}
              onChange={({ target }) => setName(target.value)}
            />
          )}
        </Field>
        <datalist id="hills-by-name">
          {hills.map((hill) => (
            <option key={hill.id} value={hill.name} />
          ))}
        </datalist>
        <div className="entry-row">
          <EdgeField label="From" second={startS} set={setStart} />
          <EdgeField label="to" second={endS} set={setEnd} />
          <Button
            size="sm"
            variant="outline-secondary"
            className="align-self-end"
            disabled={!fits || name.trim() === ''}
            onClick={() => void nameIt()}
          >
            Name it
          </Button>
        </div>
        <p className="soft small mb-0">
          As h:mm:ss into the recording. Found again where start and end lie within 50 m and the
          length within 3 %; each time stands under{' '}
          <Link to={`/riders/${rider.id}/trends`}>Trends</Link>.
        </p>
      </div>
    </details>
  );
}
