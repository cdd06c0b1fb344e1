import type { Ride, RideReading, Rider } from '@uphill/api';
import { printClock, roundHalfUp, roundTo } from '@uphill/core/units';
import Button from 'react-bootstrap/Button';
import { readingsApi } from '../../shared/api/readings.ts';
import { ridesApi } from '../../shared/api/rides.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { Caution, ProblemNote } from '../../ui/messages.tsx';

interface Props {
  readonly rider: Rider;
  readonly ride: Ride;
  readonly question: NonNullable<RideReading['reading']['question']>;
}

/** What has to be asked of a recording that cannot be quite right; the answer is kept. */
export function Question({ rider, ride, question }: Props) {
  const [change] = ridesApi.useChangeRideMutation();
  const [halve] = readingsApi.useHalveWattsMutation();
  const { act, problem } = useAct();
  const say = (log: Partial<Ride['log']>, done: string): void =>
    void act(() => change({ id: ride.id, version: ride.version, log }), done);
  return (
    <div className="mb-3">
      <Caution>{wordsOf(question, firstName(rider.name))}</Caution>
      <ProblemNote problem={problem} />
      <div className="d-flex flex-wrap gap-2 mt-2">
        {question.asks === 'doubled' && (
          <Button
            size="sm"
            variant="outline-secondary"
            onClick={() =>
              void act(
                () => halve({ id: ride.id, version: ride.version, halved: true }),
                'Its watts are halved.',
              )
            }
          >
            Halve its watts
          </Button>
        )}
        <Button
          size="sm"
          variant="outline-secondary"
          onClick={() => say({ believed: true }, 'Kept as it is.')}
        >
          It is right
        </Button>
        <Button
          size="sm"
          variant="outline-secondary"
          onClick={() => say({ doubtful: true, believed: true }, 'Its watts are doubtful.')}
        >
          Do not believe its watts
        </Button>
      </div>
    </div>
  );
}

function wordsOf(question: Props['question'], name: string): string {
  switch (question.asks) {
    case 'another rider':
      return `${printClock(question.seconds)} at ${roundHalfUp(question.watts)} W lies far above what ${name} has shown (${roundHalfUp(question.curveW)} W). Is it ${name}’s ride?`;
    case 'doubled':
      return `Its watts are ${roundTo(question.ratio, 1)} times the usual all along: a meter of one side may count twice. Halve them?`;
    case 'all zeros':
      return 'Every watt in it is zero: the meter was asleep.';
  }
}

/** Watts that were halved can be had as they were recorded. */
export function Halved({ ride }: { ride: Ride }) {
  const [halve] = readingsApi.useHalveWattsMutation();
  const { act, problem } = useAct();
  return (
    <div className="mb-3">
      <ProblemNote problem={problem} />
      <span className="soft">Its watts are halved: the meter counted twice.</span>{' '}
      <Button
        size="sm"
        variant="outline-secondary"
        onClick={() =>
          void act(
            () => halve({ id: ride.id, version: ride.version, halved: false }),
            'Its watts are as they were recorded.',
          )
        }
      >
        As recorded
      </Button>
    </div>
  );
}
