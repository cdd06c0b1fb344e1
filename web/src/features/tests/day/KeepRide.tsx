import type { Rider, TestDayDraft } from '@uphill/api';
import { type Protocol, protocolOf } from '@uphill/core/testing';
import { type RiddenSecond, usualRamp } from '@uphill/core/simulation';
import { useCallback, useEffect, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import { recordingsApi } from '../../../shared/api/recordings.ts';
import { useAct } from '../../../shared/useAct.ts';
import { healthOnDay } from '../../../shared/riderOnDay.ts';
import { minutesAhead } from '../../../shared/dates.ts';
import { saveFile } from '../../../shared/saveFile.ts';
import { ProblemNote } from '../../../ui/messages.tsx';
import { UNKNOWN_FTP_W } from '../rampWords.ts';
import { useStartTestDay } from '../useStartTestDay.ts';

interface KeepProps {
  readonly rider: Rider;
  readonly protocol: Protocol;
  readonly draft: TestDayDraft;
  readonly change: (part: Partial<TestDayDraft>) => void;
  readonly seed: number;
  readonly whole: () => Promise<{ seconds: readonly RiddenSecond[]; laps: readonly number[] }>;
  readonly next: () => void;
}

/** The ride becomes a recording like any other, and can be taken along. */
export function KeepRide({ rider, protocol, draft, change, seed, whole, next }: KeepProps) {
  const [upload] = recordingsApi.useUploadRecordingMutation();
  const { act, problem } = useAct();
  const [busy, setBusy] = useState(false);
  const startedAt = `${draft.date}T18:00:00`;
  const name = `stand-in-${protocol.id}-${draft.date}-${seed}`;
  const sent = useRef(false);
  const keep = useCallback(async (): Promise<void> => {
    setBusy(true);
    const [{ seconds, laps }, { writeFitRecording }] = await Promise.all([
      whole(),
      import('@uphill/core/formats'),
    ]);
    const file = new File(
      [writeFitRecording(seconds, startedAt, laps, minutesAhead(startedAt)) as BlobPart],
      `${name}.fit`,
    );
    const received = await act(() => upload({ riderId: rider.id, file, origin: 'standIns' }));
    setBusy(false);
    if (received) change({ recordingId: received.recording.id });
    else sent.current = false;
    // eslint-disable-next-line react-hooks/exhaustive-deps -- made once a ride
  }, [seed]);
  useEffect(() => {
    if (draft.recordingId !== null || sent.current) return;
    sent.current = true;
    void keep();
  }, [draft.recordingId, keep]);
  const download = async (kind: 'csv' | 'fit'): Promise<void> => {
    const [{ seconds, laps }, { writeCsvRecording, writeFitRecording }] = await Promise.all([
      whole(),
      import('@uphill/core/formats'),
    ]);
    saveFile(
      `${name}.${kind}`,
      kind === 'csv'
        ? writeCsvRecording(seconds, startedAt)
        : writeFitRecording(seconds, startedAt, laps, minutesAhead(startedAt)),
    );
  };
  return (
    <div className="mt-3">
      <ProblemNote problem={problem} />
      {draft.recordingId === null ? (
        <Button disabled={busy} onClick={() => void keep()}>
          {busy ? 'Saving the recording…' : 'Save the recording'}
        </Button>
      ) : (
        <Button onClick={next}>Next: read it</Button>
      )}
      <Button variant="link" onClick={() => void download('csv')}>
        Save as CSV
      </Button>
      <Button variant="link" onClick={() => void download('fit')}>
        Save as FIT
      </Button>
      {protocol.id === 'lactate-steps' && <SameVisit rider={rider} draft={draft} />}
    </div>
  );
}

const FAST_RAMP = protocolOf('fast-ramp');

/** Lactate steps, 20 to 25 minutes easy and the fast ramp are one visit: its maximum is read off the second ride. */
function SameVisit({ rider, draft }: Pick<KeepProps, 'rider' | 'draft'>) {
  const { start, busy, problem } = useStartTestDay(rider);
  const { date, expectedW, setup } = draft;
  if (!healthOnDay(rider, date).maximal) return null;
  return (
    <div className="mt-2">
      <ProblemNote problem={problem} />
      <Button
        variant="outline-secondary"
        disabled={busy}
        onClick={() =>
          void start(FAST_RAMP, {
            date,
            expectedW,
            setup,
            ramp: usualRamp(FAST_RAMP, expectedW ?? UNKNOWN_FTP_W, null),
            note: 'In one visit with the lactate steps.',
          })
        }
      >
        In the same visit: 20 to 25 min easy, then the fast ramp
      </Button>
    </div>
  );
}
