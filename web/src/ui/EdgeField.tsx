import { parseDuration, printClock } from '@uphill/core/units';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Field } from './Field.tsx';

/** An edge of the effort, typed as a time into the recording. */
export function EdgeField({
  label,
  second,
  set,
}: {
  label: string;
  second: number | null;
  set: (second: number) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const [error, setError] = useState<string | undefined>();
  const commit = (): void => {
    if (typed === null) return;
    // The very start of a recording is a time too, though no duration.
    const read = /^0+(?::0+)*$/.test(typed.trim())
      ? { ok: true as const, value: 0 }
      : parseDuration(typed);
    setError(read.ok ? undefined : read.reason);
    if (!read.ok) return;
    setTyped(null);
    set(read.value);
  };
  return (
    <Field label={label} error={error}>
      {(control) => (
        <Form.Control
          {...control}
          className="edge-field"
          value={typed ?? (second === null ? '' : printClock(second))}
          onChange={({ target }) => setTyped(target.value)}
          onBlur={commit}
          onKeyDown={(event) => {
            if (event.key === 'Enter') {
              // It is the field that is done, not what stands around it.
              event.preventDefault();
              commit();
            }
            if (event.key === 'Escape') {
              setTyped(null);
              setError(undefined);
            }
          }}
        />
      )}
    </Field>
  );
}
