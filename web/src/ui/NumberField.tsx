import { numberTyped, type Typed } from '@uphill/core/units';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Field } from './Field.tsx';

interface Common {
  readonly label: string;
  readonly hint?: string;
  readonly bounds: readonly [low: number, high: number];
  /** What to say of a number outside them, or of letters. */
  readonly wrong: string;
  /** No decimals. */
  readonly whole?: boolean;
}

interface Optional extends Common {
  readonly needed?: false;
  readonly value: number | null;
  readonly set: (value: number | null) => void;
}

interface Needed extends Common {
  /** It may not be left out. */
  readonly needed: true;
  readonly value: number;
  readonly set: (value: number) => void;
}

/** A number, saved as it is typed while it is inside its bounds. */
export function NumberField(props: Optional | Needed) {
  const { label, hint, bounds, wrong, whole = false, needed, value } = props;
  // What was typed is shown for as long as the value is the one it was typed into: another choice may change that.
  const [typed, setTyped] = useState<{
    readonly text: string;
    readonly value: number | null;
  } | null>(null);
  let shown: string;
  if (typed?.value === value) shown = typed.text;
  else if (value === null) shown = '';
  else shown = String(value);
  const sound = (read: Typed): read is number | null => {
    if (typeof read !== 'number') return read === null && !needed;
    return read >= bounds[0] && read <= bounds[1] && (!whole || Number.isInteger(read));
  };
  const write = (text: string): void => {
    const read = numberTyped(text);
    setTyped({ text, value: sound(read) ? read : value });
    if (!sound(read)) return;
    if (read !== null) props.set(read);
    else if (!props.needed) props.set(null);
  };
  const error = sound(numberTyped(shown)) ? undefined : wrong;
  return (
    <Field label={label} error={error} {...(hint === undefined ? {} : { hint })}>
      {(control) => (
        <Form.Control
          {...control}
          // The value is still the last sound one, so no form around it may be sent.
          ref={(input: HTMLInputElement | null) => input?.setCustomValidity(error ?? '')}
          inputMode={whole ? 'numeric' : 'decimal'}
          value={shown}
          onChange={({ target }) => write(target.value)}
        />
      )}
    </Field>
  );
}
