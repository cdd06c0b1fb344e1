import Form from 'react-bootstrap/Form';
import { DateField } from '../DateField.tsx';
import { Field } from '../Field.tsx';

/** A clearance as it is typed. */
export interface ClearanceFields {
  readonly by: string;
  readonly on: string;
}

export const NO_CLEARANCE: ClearanceFields = { by: '', on: '' };

/** Reads a clearance: both of it, or nothing. */
export function readClearance({ by, on }: ClearanceFields): {
  readonly value: { clearedBy: string; clearedOn: string } | null;
  readonly error: string | null;
} {
  const [named, dated] = [by.trim() !== '', on !== ''];
  if (named !== dated) return { value: null, error: 'A clearance needs both: by whom, and when.' };
  return { value: named ? { clearedBy: by, clearedOn: on } : null, error: null };
}

interface Props {
  readonly value: ClearanceFields;
  readonly change: (value: ClearanceFields) => void;
}

/** Who cleared the rider for maximal work, and when. */
export function Clearance({ value, change }: Props) {
  return (
    <div className="entry-row">
      <Field label="Cleared by" hint="doctor or clinic; leave empty where nothing needs clearing">
        {(control) => (
          <Form.Control
            {...control}
            value={value.by}
            onChange={({ target }) => change({ ...value, by: target.value })}
          />
        )}
      </Field>
      <DateField
        label="Cleared on"
        use="past"
        optional
        value={value.on}
        change={(on) => change({ ...value, on })}
      />
    </div>
  );
}
