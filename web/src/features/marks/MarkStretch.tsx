import { MARKED_SECONDS, type RecordingWithStreams, type Rider } from '@uphill/api';
import { meanOf, printClock, printDuration, roundHalfUp, type Stretch } from '@uphill/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { markedEffortsApi } from '../../api/markedEfforts.ts';
import { useAct } from '../../app/useAct.ts';
import { EdgeField } from '../tests/EdgeField.tsx';
import { Refused } from '../../ui/messages.tsx';
import { MarkedList } from './MarkedList.tsx';

interface Props {
  readonly rider: Rider;
  readonly recording: RecordingWithStreams;
  readonly watts: Float64Array;
  /** The effort as it is drawn: where the edges start from. */
  readonly effort: Stretch | null;
}

/** Says of a stretch of a recording that it was all the rider had: it counts for CP and W′. */
export function MarkStretch({ rider, recording, watts, effort }: Props) {
  const [edges, setEdges] = useState<Partial<Stretch>>({});
  const [mark] = markedEffortsApi.useMarkEffortMutation();
  const { act, problem } = useAct();
  if (rider.powerSource === 'none') return null;
  const startS = edges.startS ?? effort?.startS ?? null;
  const endS = edges.endS ?? effort?.endS ?? null;
  const seconds = startS === null || endS === null ? null : endS - startS;
  const fits =
    seconds !== null &&
    seconds >= MARKED_SECONDS.low &&
    seconds <= MARKED_SECONDS.high &&
    (endS ?? 0) <= watts.length;
  const meanW =
    fits && startS !== null && endS !== null
      ? roundHalfUp(meanOf(watts.subarray(startS, endS)))
      : null;
  const store = async (): Promise<void> => {
    if (startS === null || seconds === null) return;
    const body = { riderId: rider.id, recordingId: recording.id, startS, seconds, note: '' };
    if (
      await act(
        () => mark(body),
        `${printDuration(seconds)} at ${meanW ?? ''} W marked as maximal.`,
      )
    )
      setEdges({});
  };
  return (
    <section className="sheet mt-3" aria-label="Maximal efforts">
      <h2>All the rider had?</h2>
      <p className="soft small">
        A stretch ridden as hard as it could be held. From 2:00 to 20:00 it counts for CP and W′.
      </p>
      <MarkedList rider={rider} recordingId={recording.id} />
      <div className="entry-row">
        <EdgeField
          label="From"
          second={startS}
          set={(second) => setEdges((now) => ({ ...now, startS: second }))}
        />
        <EdgeField
          label="To"
          second={endS}
          set={(second) => setEdges((now) => ({ ...now, endS: second }))}
        />
        <Button variant="outline-secondary" disabled={!fits} onClick={() => void store()}>
          Mark as maximal
        </Button>
      </div>
      <p className="soft small mb-0">
        {meanW !== null && seconds !== null
          ? `${printDuration(seconds)} at ${meanW} W.`
          : `An effort lasts from ${MARKED_SECONDS.low} s to ${printClock(MARKED_SECONDS.high)}, and ends with its recording at the latest.`}
      </p>
      <Refused problem={problem} />
    </section>
  );
}
