import { LARGEST_UPLOAD_MB, type Rider } from '@uphill/api';
import { printDuration } from '@uphill/core';
import { useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Link } from 'react-router';
import { api, problemOf } from '../../api/client.ts';
import { printDay } from '../../app/dates.ts';
import { firstName } from '../../app/riderOnDay.ts';
import { useAppDispatch } from '../../app/store.ts';
import { WithRider } from '../../app/WithRider.tsx';
import { Field } from '../../ui/Field.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Empty, Wrong } from '../../ui/messages.tsx';

/** Files on their way at the same time: as many as the server has threads for. */
const AT_ONCE = 2;
const SHOWN = 40;

/** Every recording of a rider, and many brought in at once. */
export function RecordingsPage() {
  return <WithRider>{(rider) => <Recordings rider={rider} />}</WithRider>;
}

function Recordings({ rider }: { rider: Rider }) {
  const { data: recordings } = api.useRecordingsQuery(rider.id);
  const [all, setAll] = useState(false);
  if (!recordings) return <Loading />;
  return (
    <>
      <div className="title-row">
        <h1>Recordings</h1>
        <span className="soft">{recordings.length} kept, byte for byte</span>
      </div>
      <BringIn rider={rider} />
      <section className="sheet" aria-label="Recordings">
        {recordings.length === 0 ? (
          <Empty title={`No recordings of ${firstName(rider.name)} yet.`} />
        ) : (
          <ul className="history">
            {(all ? recordings : recordings.slice(0, SHOWN)).map((recording) => (
              <li key={recording.id}>
                <span>
                  <Link to={`/riders/${rider.id}/tests/import?recording=${recording.id}`}>
                    {recording.startedAt
                      ? printDay(recording.startedAt.slice(0, 10))
                      : recording.fileName}
                  </Link>
                  <span className="soft small d-block">{recording.fileName}</span>
                </span>
                <span className="text-nowrap">
                  {printDuration(recording.seconds)} · {recording.kind.toUpperCase()}
                </span>
              </li>
            ))}
          </ul>
        )}
        {!all && recordings.length > SHOWN && (
          <Button variant="link" onClick={() => setAll(true)}>
            Show all {recordings.length}
          </Button>
        )}
      </section>
    </>
  );
}

interface Progress {
  readonly of: number;
  readonly done: number;
  readonly duplicates: number;
  readonly refused: readonly string[];
  readonly state: 'reading' | 'stopped' | 'done';
}

/** Brings many files in, a few at a time; it can be stopped, and keeps what is in. */
function BringIn({ rider }: { rider: Rider }) {
  const [upload] = api.useUploadRecordingMutation();
  const [progress, setProgress] = useState<Progress | null>(null);
  const dispatch = useAppDispatch();
  const stopped = useRef(false);

  const take = async (files: readonly File[]): Promise<void> => {
    stopped.current = false;
    let now: Progress = { of: files.length, done: 0, duplicates: 0, refused: [], state: 'reading' };
    const tell = (part: Partial<Progress>): void => {
      now = { ...now, ...part };
      setProgress(now);
    };
    tell({});
    const queue = [...files];
    const work = async (): Promise<void> => {
      for (let file = queue.shift(); file && !stopped.current; file = queue.shift()) {
        if (file.size > LARGEST_UPLOAD_MB * 1024 * 1024) {
          tell({ refused: [...now.refused, `${file.name}: larger than ${LARGEST_UPLOAD_MB} MB.`] });
          continue;
        }
        try {
          const { duplicate } = await upload({ riderId: rider.id, file, oneOfMany: true }).unwrap();
          tell(duplicate ? { duplicates: now.duplicates + 1 } : { done: now.done + 1 });
        } catch (error) {
          tell({ refused: [...now.refused, `${file.name}: ${problemOf(error).detail}`] });
        }
      }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, work));
    tell({ state: stopped.current ? 'stopped' : 'done' });
    dispatch(api.util.invalidateTags(['riders', 'recordings']));
  };
  const handled = progress ? progress.done + progress.duplicates + progress.refused.length : 0;
  return (
    <section className="sheet mb-3" aria-label="Bring in many">
      <Field
        label="Bring in recordings, one or many"
        hint="CSV, GPX or FIT, packed with gzip or not"
      >
        {(control) => (
          <Form.Control
            {...control}
            type="file"
            multiple
            accept=".csv,.txt,.gpx,.fit,.gz"
            disabled={progress?.state === 'reading'}
            onChange={(event) => {
              const files = [...((event.target as HTMLInputElement).files ?? [])];
              if (files.length > 0) void take(files);
            }}
          />
        )}
      </Field>
      {progress && (
        <div role="status">
          <progress
            className="w-100"
            value={handled}
            max={progress.of}
            aria-label="Recordings read"
          />
          <p className="mb-1 mt-2">
            {progress.state === 'reading'
              ? `Reading ${Math.min(progress.of, handled + 1)} of ${progress.of} rides`
              : progress.state === 'stopped'
                ? `Stopped. ${progress.done} kept.`
                : `${progress.done} brought in.`}
            {progress.duplicates > 0 &&
              ` ${progress.duplicates} were there already, not added twice.`}
          </p>
          {progress.state === 'reading' && (
            <Button
              size="sm"
              variant="outline-secondary"
              onClick={() => {
                stopped.current = true;
              }}
            >
              Stop, keep {progress.done}
            </Button>
          )}
          {progress.refused.length > 0 && (
            <Wrong>
              {progress.refused.length === 1
                ? 'One file was not taken in.'
                : `${progress.refused.length} files were not taken in.`}
              <ul className="mb-0">
                {progress.refused.slice(0, 10).map((line) => (
                  <li key={line}>{line}</li>
                ))}
              </ul>
            </Wrong>
          )}
        </div>
      )}
    </section>
  );
}
