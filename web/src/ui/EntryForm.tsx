import type { ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';

/** A short row of fields that adds one line to a history. */
export function EntryForm({ add, children }: { add: () => Promise<void>; children: ReactNode }) {
  return (
    <Form
      noValidate
      className="entry-row"
      onSubmit={(event) => {
        event.preventDefault();
        void add();
      }}
    >
      {children}
      <Button type="submit" variant="outline-secondary">
        Add
      </Button>
    </Form>
  );
}
