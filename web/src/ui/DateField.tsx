import { type DayUse, readDay } from '@uphill/core/units';
import { CalendarDays } from 'lucide-react';
import { lazy, Suspense, useEffect, useId, useRef, useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Overlay from 'react-bootstrap/Overlay';
import Popover from 'react-bootstrap/Popover';
import { printDay, today } from '../shared/dates.ts';
import { useAppDispatch } from '../shared/state.ts';
import { dateJudged } from '../shared/viewSlice.ts';
import { Field } from './Field.tsx';

const Calendar = lazy(async () => ({ default: (await import('./Calendar.tsx')).Calendar }));

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
export function DateField({
  label,
  value,
  change,
  use,
  optional = false,
  hint,
  error,
  quiet = false,
}: Props) {
  const [typed, setTyped] = useState<string | null>(null);
  const [wrong, setWrong] = useState<string | undefined>();
  const field = useId();
  const dispatch = useAppDispatch();
  // While a date on the page is wrong, nothing of the page is stored: see useAct.
  const judge = (says: string | null): void => {
    setWrong(says ?? undefined);
    dispatch(dateJudged({ field, says }));
  };
  useEffect(() => () => void dispatch(dateJudged({ field, says: null })), [dispatch, field]);
  const commit = (): void => {
    if (typed === null) return;
    const text = typed.trim();
    // Left as it was, or emptied where a date is needed: what is stored stands.
    if (text === shown(value) || (text === '' && !optional)) return reset();
    const read = text === '' ? { ok: true as const, value: '' } : readDay(text, use, today());
    judge(read.ok ? null : read.reason);
    if (!read.ok) return;
    setTyped(null);
    if (read.value !== value) change(read.value);
  };
  const reset = (): void => {
    setTyped(null);
    judge(null);
  };
  const pick = (day: string): void => {
    reset();
    if (day !== value) change(day);
  };
  const id = useId();
  const input = (control: object) => (
    <span className="date-field">
      <Form.Control
        {...control}
        autoComplete="off"
        value={typed ?? shown(value)}
        onChange={({ target }) => setTyped(target.value)}
        onBlur={commit}
        onKeyDown={(event) => {
          if (event.key === 'Enter' && typed !== null) {
            event.preventDefault();
            commit();
          }
          if (event.key === 'Escape') reset();
        }}
      />
      <Pick label={label} value={value} use={use} pick={pick} />
    </span>
  );
  if (!quiet)
    return (
      <Field label={label} {...(hint ? { hint } : {})} error={wrong ?? error}>
        {input}
      </Field>
    );
  return (
    <span>
      {input({
        id,
        'aria-label': label,
        'aria-invalid': Boolean(wrong),
        isInvalid: Boolean(wrong),
        ...(wrong ? { 'aria-describedby': `${id}-error` } : {}),
      })}
      {wrong && (
        <span id={`${id}-error`} className="field-error" role="alert">
          {wrong}
        </span>
      )}
    </span>
  );
}

function Pick({
  label,
  value,
  use,
  pick,
}: {
  label: string;
  value: string;
  use: DayUse;
  pick: (day: string) => void;
}) {
  const [open, setOpen] = useState(false);
  const button = useRef<HTMLButtonElement>(null);
  const close = (): void => {
    setOpen(false);
    button.current?.focus();
  };
  return (
    <>
      <Button
        ref={button}
        variant="outline-secondary"
        className="date-pick"
        aria-label="Open the calendar"
        aria-expanded={open}
        aria-haspopup="dialog"
        onClick={() => setOpen(!open)}
      >
        <CalendarDays size={18} aria-hidden />
      </Button>
      <Overlay
        target={button}
        show={open}
        placement="bottom-end"
        flip
        rootClose
        onHide={() => setOpen(false)}
        transition={false}
      >
        <Popover
          className="date-popover"
          role="dialog"
          aria-label={`Calendar: ${label}`}
          onKeyDown={(event) => {
            if (event.key !== 'Escape') return;
            event.stopPropagation();
            close();
          }}
        >
          <Suspense fallback={null}>
            <Calendar
              value={value}
              use={use}
              pick={(day) => {
                close();
                pick(day);
              }}
            />
          </Suspense>
        </Popover>
      </Overlay>
    </>
  );
}

function shown(value: string): string {
  return value === '' ? '' : printDay(value);
}
