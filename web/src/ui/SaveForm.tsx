import type { Problem } from '@uphill/api';
import type { ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { FieldValues, UseFormReturn } from 'react-hook-form';
import { FormNote } from './FormNote.tsx';
import { Wrong } from './messages.tsx';
import type { Theirs } from './useStoredForm.ts';

interface Props<T extends FieldValues> {
  readonly form: UseFormReturn<T>;
  /** What the button says. */
  readonly label: string;
  readonly save: (typed: T) => Promise<void>;
  readonly close: () => void;
  readonly problem: Problem | null;
  /** Of a form over what is stored: what somebody else made of the same field. */
  readonly theirs?: Theirs | null;
  readonly children: ReactNode;
}

/** A form that is saved as a whole or let go: what is wrong stands above its fields. */
export function SaveForm<T extends FieldValues>(props: Props<T>) {
  const { form, label, save, close, problem, theirs = null, children } = props;
  const { errors, isSubmitting } = form.formState;
  return (
    <Form onSubmit={(event) => void form.handleSubmit(save)(event)}>
      {errors.root?.message && <Wrong>{errors.root.message}</Wrong>}
      <FormNote problem={problem} theirs={theirs} />
      {children}
      <div className="d-flex gap-2">
        <Button type="submit" disabled={isSubmitting}>
          {label}
        </Button>
        <Button variant="link" onClick={close}>
          Cancel
        </Button>
      </div>
    </Form>
  );
}
