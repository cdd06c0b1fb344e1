import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Field } from './Field.tsx';
import { tooLong } from './tooLong.ts';

interface Props {
  readonly label: string;
  readonly most: number;
  readonly value: string;
  readonly change: (text: string) => void;
  /** Lines of the field; one where left out. */
  readonly rows?: number;
  readonly hint?: string;
}

/** Words that save themselves as they are typed. Too many stay in the field with a sentence, and wait there. */
export function WordsField({ label, most, value, change, rows, hint }: Props) {
  const [waiting, setWaiting] = useState<string | null>(null);
  const write = (text: string): void => {
    setWaiting(text.length > most ? text : null);
    if (text.length <= most) change(text);
  };
  return (
    <Field
      label={label}
      {...(hint === undefined ? {} : { hint })}
      error={waiting === null ? undefined : tooLong(waiting, most)}
    >
      {(control) => (
        <Form.Control
          {...control}
          {...(rows === undefined ? {} : { as: 'textarea' as const, rows })}
          value={waiting ?? value}
          onChange={({ target }) => write(target.value)}
        />
      )}
    </Field>
  );
}
