import type { ReactNode } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useForm } from 'react-hook-form';

interface Props {
  readonly label: string;
  readonly placeholder: string;
  readonly send: (typed: string) => void;
  /** What the button says. */
  readonly children: ReactNode;
}

/** One line and its button. */
export function ShortForm({ label, placeholder, send, children }: Props) {
  const { register, handleSubmit } = useForm({ defaultValues: { typed: '' } });
  return (
    <form onSubmit={(event) => void handleSubmit(({ typed }) => send(typed))(event)}>
      <Form.Control
        size="sm"
        aria-label={label}
        placeholder={placeholder}
        autoComplete="off"
        {...register('typed')}
      />
      <Button size="sm" type="submit" variant="outline-secondary">
        {children}
      </Button>
    </form>
  );
}
