import Form from 'react-bootstrap/Form';
import { Field } from './Field.tsx';

interface Props<T extends string> {
  readonly label: string;
  /** What can be chosen, each with its words, in the order in which it is shown. */
  readonly options: readonly (readonly [value: T, words: string])[];
  readonly value: T;
  readonly choose: (value: T) => void;
  readonly hint?: string;
  readonly wide?: boolean;
}

/** One of a few, by its words. */
export function SelectField<T extends string>(props: Props<T>) {
  const { label, options, value, choose, hint, wide = false } = props;
  return (
    <Field label={label} wide={wide} {...(hint === undefined ? {} : { hint })}>
      {(control) => (
        <Form.Select
          {...control}
          value={value}
          onChange={({ target }) => choose(target.value as T)}
        >
          {options.map(([each, words]) => (
            <option key={each} value={each}>
              {words}
            </option>
          ))}
        </Form.Select>
      )}
    </Field>
  );
}
