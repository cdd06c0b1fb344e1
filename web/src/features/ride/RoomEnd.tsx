import type { Placed, Rider } from '@uphill/api';
import { printClock } from '@uphill/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { useNavigate } from 'react-router';
import { api } from '../../api/client.ts';
import { loadFormats } from '../../app/loadFormats.ts';
import { useAct } from '../../app/useAct.ts';
import { Refused } from '../../ui/messages.tsx';
import { forgetRide } from './keptRide.ts';
import type { useRoom } from './useRoom.ts';

/** Asks before the room is left. */
export function Leave({
  dayId,
  riderId,
  stay,
  pause,
  stop,
}: {
  dayId: string;
  riderId: string;
  stay: () => void;
  pause: () => void;
  stop: () => void;
}) {
  const navigate = useNavigate();
  return (
    <div className="ride-leave" role="dialog" aria-label="Leave the ride room">
      <p>Leave? The ride so far is kept.</p>
      <div className="ride-keys">
        <Button
          autoFocus
          onClick={() => {
            pause();
            void navigate(`/riders/${riderId}/days/${dayId}`);
          }}
        >
          Leave
        </Button>
        <Button variant="outline-secondary" onClick={stop}>
          End it here
        </Button>
        <Button variant="outline-secondary" onClick={stay}>
          Stay
        </Button>
      </div>
    </div>
  );
}

type Steps = readonly NonNullable<Placed['ridden']>['steps'][number][];

/** The ride becomes a recording, stored with the day it belongs to. */
export function Ended({
  rider,
  day,
  whole,
  steps,
  laps,
  seed,
}: {
  rider: Rider;
  day: Placed;
  whole: ReturnType<typeof useRoom>['whole'];
  steps: Steps;
  laps: readonly number[];
  seed: number;
}) {
  const navigate = useNavigate();
  const [upload] = api.useUploadRecordingMutation();
  const [change] = api.useChangeDayMutation();
  const { act, problem } = useAct();
  const [busy, setBusy] = useState(false);
  const store = async (): Promise<void> => {
    setBusy(true);
    const [{ seconds }, { writeFitRecording }] = await Promise.all([whole(), loadFormats()]);
    const lapEnds = [...new Set([...steps.map(({ endS }) => endS), ...laps])].sort((a, b) => a - b);
    const file = new File(
      [writeFitRecording(seconds, `${day.date}T18:00:00`, lapEnds) as BlobPart],
      `ride-room-${day.date}-${seed}.fit`,
    );
    const received = await act(() => upload({ riderId: rider.id, file }));
    const ridden = received && { recordingId: received.recording.id, steps: [...steps] };
    const done =
      ridden &&
      (await act(
        () => change({ id: day.id, version: day.version, ridden }),
        'The ride is stored with its day.',
      ));
    setBusy(false);
    if (!done) return;
    forgetRide(day.id);
    void navigate(`/riders/${rider.id}/days/${day.id}`);
  };
  return (
    <main className="ride-room ride-door" data-bs-theme="dark">
      <h1>The ride is over</h1>
      <p>
        {printClock(steps.at(-1)?.endS ?? 0)} ridden,{' '}
        {new Set(steps.flatMap(({ rep }) => (rep === null ? [] : [rep]))).size} reps.
      </p>
      <Refused problem={problem} />
      <div className="ride-keys">
        <Button disabled={busy} onClick={() => void store()}>
          {busy ? 'Storing…' : 'Store it with the day'}
        </Button>
        <Button
          variant="outline-secondary"
          onClick={() => {
            forgetRide(day.id);
            void navigate(`/riders/${rider.id}/days/${day.id}`);
          }}
        >
          Throw it away
        </Button>
      </div>
    </main>
  );
}
