import type { SaidRep } from '@uphill/core/review';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';

interface Props {
  /** Which rep, in words. */
  readonly name: string;
  readonly said: SaidRep | null;
}

const LONGEST = 200;

/** How a rep felt and what was noted of it, where it can be said as well. */
export function SaidOfRep({
  name,
  said,
  tapped,
  ask,
}: Props & { readonly tapped: string | null; readonly ask: () => void }) {
  const rpe = said?.rpe ?? tapped;
  const nothing = rpe === null && !said?.note;
  return (
    <button
      type="button"
      className="btn btn-link btn-sm p-0 d-block text-start said-of-rep"
      aria-label={`${nothing ? 'Say' : 'Change'} RPE and note of ${name}`}
      onClick={ask}
    >
      {nothing ? 'RPE, note' : [rpe && `RPE ${rpe}`, said?.note].filter(Boolean).join(' · ')}
    </button>
  );
}

/** RPE and note of a rep as they are typed, below its row. */
export function SayOfRep({
  name,
  said,
  cancel,
  say,
}: Props & {
  readonly cancel: () => void;
  readonly say: (said: Pick<SaidRep, 'rpe' | 'note'>) => void;
}) {
  const [rpe, setRpe] = useState(said?.rpe?.toString() ?? '');
  const [note, setNote] = useState(said?.note ?? '');
  const number = Number(rpe);
  const wrong =
    rpe.trim() !== '' && !(Number.isInteger(number) && number >= 1 && number <= 10)
      ? 'RPE runs from 1 to 10.'
      : null;
  const long = note.trim().length > LONGEST ? `At most ${LONGEST} characters.` : null;
  return (
    <Form
      noValidate
      aria-label={`RPE and note of ${name}`}
      className="say-of-rep"
      onKeyDown={(event) => event.key === 'Escape' && cancel()}
      onSubmit={(event) => {
        event.preventDefault();
        if (wrong === null && long === null)
          say({ rpe: rpe.trim() === '' ? null : number, note: note.trim() });
      }}
    >
      <Form.Control
        autoFocus
        size="sm"
        inputMode="numeric"
        aria-label="RPE"
        placeholder="RPE"
        value={rpe}
        isInvalid={wrong !== null}
        onChange={({ target }) => setRpe(target.value)}
      />
      <Form.Control
        size="sm"
        aria-label="Note"
        placeholder="Note"
        value={note}
        isInvalid={long !== null}
        onChange={({ target }) => setNote(target.value)}
      />
      <Button type="submit" size="sm" variant="outline-secondary">
        Keep
      </Button>
      <Button size="sm" variant="link" onClick={cancel}>
        Cancel
      </Button>
      {(wrong ?? long) && <p className="field-error mb-0">{wrong ?? long}</p>}
    </Form>
  );
}
