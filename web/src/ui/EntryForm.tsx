import type { ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { FieldValues, UseFormReturn } from 'react-hook-form';
import { Wrong } from './messages.tsx';

interface Props<T extends FieldValues> {
  readonly form: UseFormReturn<T>;
  readonly add: (typed: T) => Promise<void>;
  readonly children: ReactNode;
}

/** A short row of fields that adds one line to a list. */
export function EntryForm<T extends FieldValues>({ form, add, children }: Props<T>) {
  const { errors } = form.formState;
  return (
    <>
      {errors.root?.message && <Wrong>{errors.root.message}</Wrong>}
      <Form
        noValidate
        className="entry-row"
        onSubmit={(event) => void form.handleSubmit(add)(event)}
      >
        {children}
        <Button type="submit" variant="outline-secondary">
          Add
        </Button>
      </Form>
    </>
  );
}
