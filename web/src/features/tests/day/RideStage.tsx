import type { Rider } from '@uphill/api';
import Button from 'react-bootstrap/Button';
import { UploadRecording } from '../UploadRecording.tsx';
import type { StageProps } from './Expect.tsx';
import { OnStandIns } from './OnStandIns.tsx';
import { StepClock } from './StepClock.tsx';

const WAYS = [
  {
    id: 'recording',
    name: 'Ridden: import the recording',
    about: 'CSV, GPX or FIT. Laps are used where they fit, else the effort is found.',
  },
  {
    id: 'hand',
    name: 'Ridden: type the readings',
    about: 'What the head unit or the test sheet shows.',
  },
  {
    id: 'standIns',
    name: 'On the stand-ins',
    about:
      'A simulated rider on a simulated trainer, to try the protocol. It is not the rider’s own result.',
  },
] as const;

/** The ride itself: the steps with their clocks, and the three ways its readings can come. */
export function RideStage(props: StageProps & { rider: Rider }) {
  const { protocol, draft, change, next, rider } = props;
  const byBlood = protocol.reading.kind === 'lactate';
  if (draft.way === 'standIns') return <OnStandIns {...props} />;
  return (
    <div className="columns">
      <section className="sheet" aria-label="Where the readings come from">
        <h2>Where do the readings come from?</h2>
        <ul className="protocol-list">
          {WAYS.map(({ id, name, about }) => (
            <li key={id}>
              <button
                type="button"
                className={draft.way === id ? 'protocol protocol-chosen' : 'protocol'}
                aria-pressed={draft.way === id}
                onClick={() => change({ way: id })}
              >
                <strong>{name}</strong>
                <span className="soft small">
                  {id === 'hand' && byBlood
                    ? 'The table of drops, typed as the blood comes in.'
                    : about}
                </span>
              </button>
            </li>
          ))}
        </ul>
        {draft.way === 'recording' && (
          <UploadRecording
            rider={rider}
            received={(recordingId) => change({ recordingId, stage: 'read' })}
          />
        )}
        {draft.way === 'hand' && (
          <Button className="mt-3" onClick={next}>
            Next: {byBlood ? 'the table' : 'type the readings'}
          </Button>
        )}
      </section>
      <StepClock
        protocol={protocol}
        optional={draft.optional}
        setOptional={(optional) => change({ optional })}
      />
    </div>
  );
}
