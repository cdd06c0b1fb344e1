import type { RecordingSummary, Rider, RideReading, RideWhole } from '@uphill/api';
import { printClock } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { Link, useNavigate } from 'react-router';
import { ridesApi } from '../../shared/api/rides.ts';
import { printDay } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';
import { EdgeField } from '../../ui/EdgeField.tsx';
import { ProblemNote } from '../../ui/messages.tsx';

interface Props {
  readonly rider: Rider;
  readonly ride: RideWhole;
  readonly recording: Pick<RecordingSummary, 'seconds' | 'madeOf'> & {
    readonly stops: readonly { readonly startS: number; readonly seconds: number }[];
  };
  readonly read: RideReading;
}

/** Two recordings of one ride are joined; one that holds two rides is split. */
export function JoinOrSplit({ rider, ride, recording, read }: Props) {
  const navigate = useNavigate();
  const [join] = ridesApi.useJoinRidesMutation();
  const [split] = ridesApi.useSplitRideMutation();
  const { act, problem } = useAct();
  const [atS, setAt] = useState<number | null>(() => seamOf(recording));
  const goTo = (id: string | undefined): void => {
    if (id) void navigate(`/riders/${rider.id}/rides/${id}`, { replace: true });
  };
  const joinTo = async (otherId: string): Promise<void> =>
    goTo(
      (
        await act(
          () => join({ id: ride.id, version: ride.version, otherId }),
          'Joined: one ride of both recordings.',
        )
      )?.id,
    );
  const splitIt = async (): Promise<void> => {
    if (atS === null) return;
    const made = await act(
      () => split({ id: ride.id, version: ride.version, atS }),
      `Split at ${printClock(atS)}: two rides.`,
    );
    goTo((made?.find(({ day }) => day !== null) ?? made?.[0])?.id);
  };
  return (
    <details className="sheet mb-3">
      <summary>
        {recording.madeOf && recording.madeOf.pieces.length > 1
          ? 'Joined from two recordings: split them'
          : 'Join or split'}
      </summary>
      <div className="mt-3" role="group" aria-label="Join or split">
        <ProblemNote problem={problem} />
        {read.joinable.length === 0 ? (
          <p className="soft small">No other recording begins or ends less than 2 h from it.</p>
        ) : (
          <ul className="history mb-3" aria-label="Recordings less than 2 h from it">
            {read.joinable.map(({ rideId, date, startedAt, seconds }) => (
              <li key={rideId}>
                <Link to={`/riders/${rider.id}/rides/${rideId}`}>
                  {printDay(date)}, {startedAt.slice(11, 16)}, {printClock(seconds)}
                </Link>
                <Button
                  size="sm"
                  variant="outline-secondary"
                  aria-label={`Join with the recording of ${startedAt.slice(11, 16)}`}
                  onClick={() => void joinTo(rideId)}
                >
                  Join
                </Button>
              </li>
            ))}
          </ul>
        )}
        <div className="entry-row">
          <EdgeField label="Split at" second={atS} set={setAt} />
          <Button
            size="sm"
            variant="outline-secondary"
            className="align-self-end"
            disabled={atS === null}
            onClick={() => void splitIt()}
          >
            Split
          </Button>
        </div>
        <p className="soft small mb-0">
          As h:mm:ss into the recording. The part with more of the reps keeps the session.
        </p>
      </div>
    </details>
  );
}

/** Where a ride is most likely two: between its recordings, else in the middle of its longest stop. */
function seamOf({ madeOf, stops }: Props['recording']): number | null {
  const gaps = madeOf && madeOf.between.length > 0 ? madeOf.between : stops;
  const longest = gaps.reduce<(typeof gaps)[number] | null>(
    (best, each) => (best && best.seconds >= each.seconds ? best : each),
    null,
  );
  return longest && Math.round(longest.startS + longest.seconds / 2);
}
