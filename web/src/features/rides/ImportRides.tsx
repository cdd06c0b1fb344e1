import type { ColumnChoice } from '@uphill/core/formats';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { Field } from '../../ui/Field.tsx';
import { Wrong } from '../../ui/messages.tsx';
import { WhichColumn } from '../../ui/WhichColumn.tsx';
import { type Asking, type Progress, sameHeadings, type useImportRides } from './useImportRides.ts';

/** Imports recordings, one or many, a few at a time; it can be stopped, and keeps what is in. */
export function ImportRides({ importing }: { importing: ReturnType<typeof useImportRides> }) {
  const { progress, take, stop, answer, letGo } = importing;
  const handled = progress ? progress.done + progress.duplicates + progress.refused.length : 0;
  return (
    <section className="sheet mb-3" aria-label="Import many">
      <Field
        label="Import recordings, one or many"
        hint="CSV, GPX or FIT, packed with gzip or not; or drop them anywhere on this page"
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
              if (files.length > 0) take(files);
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
          {progress.state === 'reading' ? (
            <Button size="sm" variant="outline-secondary" onClick={stop}>
              Stop, keep {progress.done}
            </Button>
          ) : (
            <AskColumns asking={progress.asking} answer={answer} letGo={letGo} />
          )}
          <RefusedFiles refused={progress.refused} />
        </div>
      )}
    </section>
  );
}

interface AskProps {
  readonly asking: readonly Asking[];
  readonly answer: (alike: readonly Asking[], choice: ColumnChoice) => void;
  readonly letGo: (alike: readonly Asking[]) => void;
}

/** One answer for all files with the same headings. */
function AskColumns({ asking, answer, letGo }: AskProps) {
  const [first] = asking;
  if (!first) return null;
  const { file, question } = first;
  const alike = asking.filter((each) => sameHeadings(each.question, question));
  return (
    <WhichColumn
      key={file.name}
      fileName={alike.length > 1 ? `${file.name} and ${alike.length - 1} more like it` : file.name}
      question={question}
      answer={(choice) => answer(alike, choice)}
      cancel={() => letGo(alike)}
    />
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
