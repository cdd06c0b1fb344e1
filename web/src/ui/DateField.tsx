import type { DayUse } from '@uphill/core/units';
import { useId } from 'react';
import Form from 'react-bootstrap/Form';
import { Field } from './Field.tsx';
import { PickDay } from './PickDay.tsx';
import { useTypedDay } from './useTypedDay.ts';

interface Props {
  readonly label: string;
  /** `yyyy-mm-dd`, or empty where none is stored. */
  readonly value: string;
  /** Told once a day is chosen, or typed and left; with an empty text where it may be cleared and was. */
  readonly change: (day: string) => void;
  /** What the date is for: how far from today it may lie. */
  readonly use: DayUse;
  /** Whether no date is a date too. */
  readonly optional?: boolean;
  readonly hint?: string;
  readonly error?: string | undefined;
  /** The label is only for those who hear it. */
  readonly quiet?: boolean;
}

/** A date, typed as people write them and stored when the field is left, or picked from a calendar. */
export function DateField(props: Props) {
  const { label, value, change, use, optional = false, hint, error, quiet = false } = props;
  const day = useTypedDay({ value, change, use, optional });
  const id = useId();
  const input = (control: object) => (
    <span className="date-field">
      <Form.Control
        {...control}
        autoComplete="off"
        value={day.text}
        onChange={({ target }) => day.type(target.value)}
        onBlur={day.commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && day.typing) {
            event.preventDefault();
            day.commit();
          }
          if (event.key === 'Escape') day.reset();
        }}
      />
      <PickDay label={label} value={value} use={use} pick={day.pick} />
    </span>
  );
  if (!quiet)
    return (
      <Field label={label} {...(hint ? { hint } : {})} error={day.wrong ?? error}>
        {input}
      </Field>
    );
  const wrong = day.wrong !== undefined;
  return (
    <span>
      {input({
        id,
        'aria-label': label,
        'aria-invalid': wrong,
        isInvalid: wrong,
        ...(wrong ? { 'aria-describedby': `${id}-error` } : {}),
      })}
      {wrong && (
        <span id={`${id}-error`} className="field-error" role="alert">
          {day.wrong}
        </span>
      )}
    </span>
  );
}
