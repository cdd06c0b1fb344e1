import Form from 'react-bootstrap/Form';
import { DateField } from '../../ui/DateField.tsx';
import { Field } from '../../ui/Field.tsx';
import { Caution, Wrong } from '../../ui/messages.tsx';
import type { Acceptance } from './acceptance.ts';

interface Props {
  readonly fields: Acceptance;
  readonly change: (fields: Acceptance) => void;
  readonly measuredW: number | null;
  /** What is wrong with it. */
  readonly error?: string | undefined;
  /** What speaks against using it, said before it is decided. */
  readonly against?: string | null;
}

/** The coach's decision on a result: the number used, from when it counts, and why. */
export function AcceptFields({ fields, change, measuredW, error, against = null }: Props) {
  return (
    <>
      {against !== null && <Caution>{against}</Caution>}
      {error && <Wrong>{error}</Wrong>}
      <div className="entry-row">
        <Field
          label="FTP used, W"
          {...(measuredW === null ? {} : { hint: `measured ${measuredW}` })}
        >
          {(control) => (
            <Form.Control
              {...control}
              inputMode="numeric"
              value={fields.usedW}
              onChange={({ target }) => change({ ...fields, usedW: target.value })}
            />
          )}
        </Field>
        <DateField
          label="Counts from"
          hint="earlier rides keep the older FTP"
          use="any"
          value={fields.countsFrom}
          change={(countsFrom) => change({ ...fields, countsFrom })}
        />
        <Field label="Why">
          {(control) => (
            <Form.Control
              {...control}
              value={fields.reason}
              onChange={({ target }) => change({ ...fields, reason: target.value })}
            />
          )}
        </Field>
      </div>
    </>
  );
}
