import { useId, type ReactNode } from 'react';
import Form from 'react-bootstrap/Form';

interface FieldProps {
  readonly label: string;
  readonly hint?: string;
  readonly error?: string | undefined;
  /** Takes twice the room in a row of fields. */
  readonly wide?: boolean;
  readonly children: (control: {
    id: string;
    'aria-invalid': boolean;
    'aria-describedby'?: string;
    isInvalid: boolean;
  }) => ReactNode;
}

/** A labelled control with its hint and its error under it. */
export function Field({ label, hint, error, wide = false, children }: FieldProps) {
  const id = useId();
  let about: string | undefined;
  if (error) about = `${id}-error`;
  else if (hint) about = `${id}-hint`;
  else about = undefined;
  return (
    <div className={wide ? 'mb-3 field-wide' : 'mb-3'}>
      <Form.Label htmlFor={id}>{label}</Form.Label>
      {children({
        id,
        'aria-invalid': Boolean(error),
        isInvalid: Boolean(error),
        ...(about ? { 'aria-describedby': about } : {}),
      })}
      {error ? (
        <div id={`${id}-error`} className="field-error" role="alert">
          {error}
        </div>
      ) : (
        hint && (
          <Form.Text id={`${id}-hint`} className="soft">
            {hint}
          </Form.Text>
        )
      )}
    </div>
  );
}
