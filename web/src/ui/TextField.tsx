import Form from 'react-bootstrap/Form';
import { type Control, Controller, type FieldPath, type FieldValues } from 'react-hook-form';
import { Field } from './Field.tsx';
import { tooLong } from './tooLong.ts';

interface Props<T extends FieldValues> {
  readonly of: Control<T>;
  readonly name: FieldPath<T>;
  readonly label: string;
  readonly hint?: string;
  /** What is wrong with it, where the form does not say so itself. */
  readonly error?: string | undefined;
  readonly wide?: boolean;
  readonly autoFocus?: boolean;
  readonly inputMode?: 'numeric' | 'decimal';
  /** Lines of the field; one where left out. */
  readonly rows?: number;
  /** The most characters there is room for. */
  readonly longest?: number;
}

/** A line of a form, as it is typed; numbers are read when the form is sent. */
export function TextField<T extends FieldValues>(props: Props<T>) {
  const { of, name, label, hint, error, wide = false, autoFocus = false } = props;
  const { inputMode, rows, longest = Infinity } = props;
  return (
    <Controller
      control={of}
      name={name}
      render={({ field, fieldState }) => (
        <Field
          label={label}
          wide={wide}
          error={error ?? fieldState.error?.message ?? tooLong(String(field.value), longest)}
          {...(hint === undefined ? {} : { hint })}
        >
          {(control) => (
            <Form.Control
              {...control}
              {...(inputMode === undefined ? {} : { inputMode })}
              {...(rows === undefined ? {} : { as: 'textarea' as const, rows })}
              autoFocus={autoFocus}
              autoComplete="off"
              {...field}
            />
          )}
        </Field>
      )}
    />
  );
}
