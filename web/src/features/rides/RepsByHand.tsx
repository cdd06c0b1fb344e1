import type { RideReading, Rider } from '@uphill/api';
import { NO_EDITS, type RepEdits, type RepRow, withEdit } from '@uphill/core/review';
import { printClock } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { EdgeField } from '../../ui/EdgeField.tsx';

interface Props {
  readonly rider: Rider;
  readonly read: RideReading;
  readonly rows: readonly RepRow[];
  readonly seconds: number;
  readonly save: (edits: RepEdits, done: string) => void;
}

/** What a hand can say of reps: where the first one begins, that there is one more, that one is none. */
export function RepsByHand({ read, rows, seconds, save }: Props) {
  const [open, setOpen] = useState(false);
  const { edits } = read;
  const said = edits.firstS !== null || edits.changes.length > 0;
  if (rows.length === 0)
    return (
      <div className="reps-by-hand">
        <EdgeField
          label="The first rep begins at"
          second={edits.firstS}
          set={(firstS) =>
            save({ ...edits, firstS }, `The first rep begins at ${printClock(firstS)}.`)
          }
        />
        <p className="soft small mb-0">
          As m:ss into the recording. The others are looked for from there.
        </p>
      </div>
    );
  return (
    <details className="reps-by-hand" onToggle={({ currentTarget }) => setOpen(currentTarget.open)}>
      <summary>Correct the reps{said && ' (corrected by hand)'}</summary>
      {open && (
        <>
          <p className="soft small">
            Drag an edge in the drawing, or move it with the arrow keys. Or:
          </p>
          <ul className="history" aria-label="Take out a rep">
            {rows.map((row) => (
              <li key={`${row.startS} ${row.endS}`}>
                <span>
                  {row.rep === null ? 'Extra' : `Rep ${row.rep}`}, {printClock(row.startS)}–
                  {printClock(row.endS)}
                </span>
                <Button
                  size="sm"
                  variant="link"
                  className="p-0"
                  aria-label={`${row.rep === null ? 'The extra one' : `Rep ${row.rep}`} is no rep`}
                  onClick={() =>
                    save(
                      withEdit(edits, { startS: row.startS, endS: row.endS }, null),
                      'Taken out.',
                    )
                  }
                >
                  is no rep
                </Button>
              </li>
            ))}
          </ul>
          <AddRep seconds={seconds} add={(span) => save(withEdit(edits, null, span), 'Added.')} />
          {said && (
            <Button
              size="sm"
              variant="outline-secondary"
              onClick={() => save({ ...NO_EDITS, said: edits.said }, 'As they were found.')}
            >
              As they were found
            </Button>
          )}
        </>
      )}
    </details>
  );
}

function AddRep({
  seconds,
  add,
}: {
  seconds: number;
  add: (span: { startS: number; endS: number }) => void;
}) {
  const [startS, setStart] = useState<number | null>(null);
  const [endS, setEnd] = useState<number | null>(null);
  const fits = startS !== null && endS !== null && endS > startS && endS <= seconds;
  return (
    <div className="entry-row">
      <EdgeField label="One more, from" second={startS} set={setStart} />
      <EdgeField label="to" second={endS} set={setEnd} />
      <Button
        size="sm"
        variant="outline-secondary"
        className="align-self-end"
        disabled={!fits}
        onClick={() => startS !== null && endS !== null && add({ startS, endS })}
      >
        Add the rep
      </Button>
      {startS !== null && endS !== null && !fits && (
        <p className="field-error">A rep ends after it begins, and before the recording does.</p>
      )}
    </div>
  );
}
