import { LARGEST_UPLOAD_MB, type Rider } from '@uphill/api';
import { type DragEvent, useId, useState } from 'react';
import Form from 'react-bootstrap/Form';
import { firstName } from '../../shared/riderOnDay.ts';
import { useAppDispatch } from '../../shared/state.ts';
import { useUpload } from '../../shared/useUpload.ts';
import { noticed } from '../../shared/viewSlice.ts';
import { ProblemNote, Wrong } from '../../ui/messages.tsx';
import { WhichColumn } from '../../ui/WhichColumn.tsx';

/** Takes a recording in: chosen or dropped. */
export function UploadRecording({
  rider,
  received,
}: {
  rider: Rider;
  received: (recordingId: string) => void;
}) {
  const dispatch = useAppDispatch();
  const { send, isLoading, asking, problem, clear } = useUpload(
    rider.id,
    ({ recording, duplicate }) => {
      if (duplicate) dispatch(noticed(`Same file as ${recording.fileName}. Not added twice.`));
      received(recording.id);
    },
  );
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
    await send(file);
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
      <ProblemNote problem={problem} />
      {asking && (
        <WhichColumn
          key={asking.file.name}
          fileName={asking.file.name}
          question={asking.question}
          answer={asking.answer}
          cancel={asking.cancel}
        />
      )}
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
