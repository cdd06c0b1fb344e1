import { LARGEST_UPLOAD_MB, type Rider } from '@uphill/api';
import type { ColumnChoice, ColumnQuestion } from '@uphill/core/formats';
import { useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { recordingsApi } from '../../shared/api/recordings.ts';
import { problemOf } from '../../shared/api/problemOf.ts';
import { api } from '../../shared/api/client.ts';
import { useAppDispatch } from '../../shared/state.ts';
import { questionOf } from '../../shared/useUpload.ts';
import { Field } from '../../ui/Field.tsx';
import { Wrong } from '../../ui/messages.tsx';
import { WhichColumn } from '../../ui/WhichColumn.tsx';

/** Files on their way at the same time: as many as the server has threads for. */
const AT_ONCE = 2;
interface Progress {
  readonly of: number;
  readonly done: number;
  readonly duplicates: number;
  /** Rides that found their day, and those whose day nobody knows. */
  readonly tied: number;
  readonly undated: number;
  readonly refused: readonly string[];
  /** Files whose headings do not say which column is which. */
  readonly asking: readonly { readonly file: File; readonly question: ColumnQuestion }[];
  readonly state: 'reading' | 'stopped' | 'done';
}

function sameHeadings(one: ColumnQuestion, other: ColumnQuestion): boolean {
  return one.headings.join() === other.headings.join() && one.asks.length === other.asks.length;
}

/** Imports recordings, one or many, a few at a time; it can be stopped, and keeps what is in. */
export function ImportRides({ rider }: { rider: Rider }) {
  const [upload] = recordingsApi.useUploadRecordingMutation();
  const [progress, setProgress] = useState<Progress | null>(null);
  const dispatch = useAppDispatch();
  const stopped = useRef(false);

  const take = async (
    files: readonly File[],
    choice: ColumnChoice = {},
    before: Progress | null = null,
  ): Promise<void> => {
    stopped.current = false;
    let now: Progress = {
      of: files.length,
      done: 0,
      duplicates: 0,
      tied: 0,
      undated: 0,
      refused: [],
      asking: [],
      state: 'reading',
    };
    if (before) now = { ...before, of: before.of, state: 'reading' };
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
          const { duplicate, ride } = await upload({
            riderId: rider.id,
            file,
            choice,
            oneOfMany: true,
          }).unwrap();
          if (duplicate) tell({ duplicates: now.duplicates + 1 });
          else
            tell({
              done: now.done + 1,
              tied: now.tied + (ride.day ? 1 : 0),
              undated: now.undated + (ride.datedBy === 'assumed' ? 1 : 0),
            });
        } catch (error) {
          const problem = problemOf(error);
          const question = questionOf(problem);
          if (question) tell({ asking: [...now.asking, { file, question }] });
          else tell({ refused: [...now.refused, `${file.name}: ${problem.detail}`] });
        }
      }
    };
    await Promise.all(Array.from({ length: AT_ONCE }, work));
    tell({ state: stopped.current ? 'stopped' : 'done' });
    dispatch(api.util.invalidateTags(['riders', 'rides', 'days']));
  };
  /** One answer for all files with the same headings: a device writes them all alike. */
  const answer = (choice: ColumnChoice): void => {
    const [first] = progress?.asking ?? [];
    if (!progress || !first) return;
    const alike = progress.asking.filter(({ question }) => sameHeadings(question, first.question));
    const others = progress.asking.filter((each) => !alike.includes(each));
    void take(
      alike.map(({ file }) => file),
      choice,
      { ...progress, asking: others },
    );
  };
  const handled = progress ? progress.done + progress.duplicates + progress.refused.length : 0;
  const [asking] = progress?.state === 'reading' ? [] : (progress?.asking ?? []);
  const alike = asking
    ? (progress?.asking.filter(({ question }) => sameHeadings(question, asking.question)).length ??
      1)
    : 0;
  return (
    <section className="sheet mb-3" aria-label="Import many">
      <Field label="Import recordings, one or many" hint="CSV, GPX or FIT, packed with gzip or not">
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
          <ProgressWords progress={progress} handled={handled} />
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
          {asking && (
            <WhichColumn
              key={asking.file.name}
              fileName={
                alike > 1 ? `${asking.file.name} and ${alike - 1} more like it` : asking.file.name
              }
              question={asking.question}
              answer={answer}
              cancel={() =>
                setProgress({
                  ...progress,
                  asking: progress.asking.filter(
                    ({ question }) => !sameHeadings(question, asking.question),
                  ),
                })
              }
            />
          )}
          <RefusedFiles refused={progress.refused} />
        </div>
      )}
    </section>
  );
}

/** How far it is, and what is to be known of what came in. */
function ProgressWords({ progress, handled }: { progress: Progress; handled: number }) {
  const { state, of, done, duplicates, tied, undated } = progress;
  const words = {
    reading: `Reading ${Math.min(of, handled + 1)} of ${of} rides`,
    stopped: `Stopped. ${done} kept.`,
    done: `${done} imported.`,
  };
  return (
    <p className="mb-1 mt-2">
      {words[state]}
      {duplicates > 0 && ` ${duplicates} were there already, not added twice.`}
      {tied > 0 && ` ${tied === 1 ? 'One belongs' : `${tied} belong`} to a day.`}
      {undated > 0 &&
        ` ${undated === 1 ? 'One does' : `${undated} do`} not say of which day: give it a date, until then it does not count.`}
    </p>
  );
}

function RefusedFiles({ refused }: Pick<Progress, 'refused'>) {
  if (refused.length === 0) return null;
  return (
    <Wrong>
      {refused.length === 1
        ? 'One file was not imported.'
        : `${refused.length} files were not imported.`}
      <ul className="mb-0">
        {refused.slice(0, 10).map((line) => (
          <li key={line}>{line}</li>
        ))}
      </ul>
    </Wrong>
  );
}
