import type { Day, Ridden, Rider } from '@uphill/api';
import { printClock } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Modal from 'react-bootstrap/Modal';
import { useNavigate } from 'react-router';
import { minutesAhead } from '../../shared/dates.ts';
import { recordingsApi } from '../../shared/api/recordings.ts';
import { ridesApi } from '../../shared/api/rides.ts';
import { useAct } from '../../shared/useAct.ts';
import { ProblemNote } from '../../ui/messages.tsx';
import { forgetRide } from './keptRide.ts';
import type { useRoom } from './useRoom.ts';
import { Heading } from '../../ui/Heading.tsx';

/** Where the room leads to: back to where it was entered, and to what becomes of a ride that is saved. */
export interface WaysOut {
  readonly back: string;
  readonly saved: (rideId: string) => string;
  /** Whose figures the stand-in has, in words. */
  readonly whose: string;
}

/** Asks before the room is left. */
export function Leave({
  back,
  stay,
  pause,
  stop,
}: {
  back: string;
  stay: () => void;
  pause: () => void;
  stop: () => void;
}) {
  const navigate = useNavigate();
  return (
    <Modal
      show
      animation={false}
      onHide={stay}
      aria-label="Leave the ride room"
      data-bs-theme="dark"
      backdrop={false}
      dialogClassName="ride-leave"
    >
      <p>Leave? The ride so far is kept.</p>
      <div className="ride-keys">
        <Button
          autoFocus
          onClick={() => {
            pause();
            void navigate(back);
          }}
        >
          Leave
        </Button>
        <Button variant="outline-secondary" onClick={stop}>
          End the ride here
        </Button>
        <Button variant="outline-secondary" onClick={stay}>
          Keep riding
        </Button>
      </div>
    </Modal>
  );
}

type Steps = readonly Ridden['steps'][number][];

/** The ride becomes a recording, linked to the day it was ridden for. */
export function Ended({
  rider,
  day,
  whole,
  steps,
  laps,
  seed,
  ways,
}: {
  rider: Rider;
  day: Day;
  whole: ReturnType<typeof useRoom>['whole'];
  steps: Steps;
  laps: readonly number[];
  seed: number;
  ways: WaysOut;
}) {
  const navigate = useNavigate();
  const [upload] = recordingsApi.useUploadRecordingMutation();
  const [link] = ridesApi.useLinkRideMutation();
  const { act, problem } = useAct();
  const [busy, setBusy] = useState(false);
  const store = async (): Promise<void> => {
    setBusy(true);
    const [{ seconds }, { writeFitRecording }] = await Promise.all([
      whole(),
      import('@uphill/core/formats'),
    ]);
    const startedAt = `${day.date}T18:00:00`;
    const lapEnds = [...new Set([...steps.map(({ endS }) => endS), ...laps])].sort((a, b) => a - b);
    const file = new File(
      [writeFitRecording(seconds, startedAt, lapEnds, minutesAhead(startedAt)) as BlobPart],
      `ride-room-${day.date}-${seed}.fit`,
    );
    const received = await act(() => upload({ riderId: rider.id, file, origin: 'standIns' }));
    const reps = { from: 'room' as const, steps: [...steps] };
    const done =
      received &&
      (await act(
        () => link({ id: received.ride.id, version: received.ride.version, dayId: day.id, reps }),
        'The ride is saved with its day.',
      ));
    setBusy(false);
    if (!done) return;
    forgetRide(day.id);
    void navigate(ways.saved(received.ride.id));
  };
  return (
    <main className="ride-room ride-door" data-bs-theme="dark">
      <Heading>The ride is over</Heading>
      <p>
        {printClock(steps.at(-1)?.endS ?? 0)} ridden,{' '}
        {new Set(steps.flatMap(({ rep }) => (rep === null ? [] : [rep]))).size} reps.
      </p>
      <ProblemNote problem={problem} />
      <div className="ride-keys">
        <Button disabled={busy} onClick={() => void store()}>
          {busy ? 'Saving…' : 'Save it with the day'}
        </Button>
        <Button
          variant="outline-secondary"
          onClick={() => {
            forgetRide(day.id);
            void navigate(ways.back);
          }}
        >
          Delete the ride
        </Button>
      </div>
    </main>
  );
}
