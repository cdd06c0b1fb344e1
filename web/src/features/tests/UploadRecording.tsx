import { LARGEST_UPLOAD_MB, type Rider } from '@uphill/api';
import { type DragEvent, useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { api } from '../../api/client.ts';
import { firstName } from '../../app/riderOnDay.ts';
import { useAct } from '../../app/useAct.ts';
import { useAppDispatch } from '../../app/store.ts';
import { noticed } from '../../app/viewSlice.ts';
import { Refused, Wrong } from '../../ui/messages.tsx';

/** Takes a recording in: chosen or dropped. */
export function UploadRecording({
  rider,
  received,
}: {
  rider: Rider;
  received: (recordingId: string) => void;
}) {
  const [upload, { isLoading }] = api.useUploadRecordingMutation();
  const dispatch = useAppDispatch();
  const { act, problem, clear } = useAct();
  const [tooLarge, setTooLarge] = useState<string | null>(null);
  const id = useId();

  const take = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    clear();
    const size = Math.round(file.size / 1024 / 1024);
    setTooLarge(
      file.size > LARGEST_UPLOAD_MB * 1024 * 1024
        ? `${file.name} is ${size} MB. The most is ${LARGEST_UPLOAD_MB} MB; a day’s recording is far smaller. Nothing was sent.`
        : null,
    );
    if (file.size > LARGEST_UPLOAD_MB * 1024 * 1024) return;
    const answer = await act(() => upload({ riderId: rider.id, file }));
    if (!answer) return;
    if (answer.duplicate)
      dispatch(noticed(`Same file as ${answer.recording.fileName}. Not added twice.`));
    received(answer.recording.id);
  };

  return (
    <div
      className="sheet drop"
      onDragOver={(event: DragEvent) => event.preventDefault()}
      onDrop={(event: DragEvent) => {
        event.preventDefault();
        void take(event.dataTransfer.files[0]);
      }}
    >
      {tooLarge && <Wrong>{tooLarge}</Wrong>}
      <Refused problem={problem} />
      <Form.Label htmlFor={id} className="h2">
        The recording of {firstName(rider.name)}’s test
      </Form.Label>
      <Form.Control
        id={id}
        type="file"
        accept=".csv,.txt,.gpx,.fit,.gz"
        disabled={isLoading}
        onChange={(event) => void take((event.target as HTMLInputElement).files?.[0])}
      />
      <p className="soft mt-3 mb-0">
        CSV, GPX 1.1 or FIT, packed with gzip or not. Power, heart rate and cadence are read where
        they are, laps too. What the file is, is told by what is in it, not by its name. It is kept
        as it is. You can also drop it here.
      </p>
      {isLoading && <p role="status">Reading the recording…</p>}
    </div>
  );
}
