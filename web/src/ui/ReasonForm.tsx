import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useForm, useWatch } from 'react-hook-form';
import { Field } from './Field.tsx';
import { tooLong } from './tooLong.ts';

const LONGEST_REASON = 300;

interface Props {
  readonly label: string;
  /** The label is only for those who hear it. */
  readonly quiet?: boolean;
  readonly action: string;
  readonly longest?: number;
  readonly give: (reason: string) => void;
  readonly cancel?: () => void;
}

/** Why something is not to count: a reason is needed, and its length is bounded. */
export function ReasonForm({
  label,
  quiet = false,
  action,
  longest = LONGEST_REASON,
  give,
  cancel,
}: Props) {
  const { register, handleSubmit, control } = useForm({ defaultValues: { reason: '' } });
  const reason = useWatch({ control, name: 'reason' });
  const error = tooLong(reason, longest);
  const buttons = (
    <>
      <Button
        type="submit"
        variant="outline-secondary"
        className="me-2"
        disabled={reason.trim() === '' || error !== undefined}
      >
        {action}
      </Button>
      {cancel && (
        <Button variant="link" onClick={cancel}>
          Cancel
        </Button>
      )}
    </>
  );
  return (
    <Form
      noValidate
      className={quiet ? 'd-flex flex-wrap gap-2' : ''}
      onSubmit={(event) => void handleSubmit((typed) => give(typed.reason.trim()))(event)}
    >
      {quiet ? (
        <Form.Control
          {...register('reason')}
          className="w-auto flex-grow-1"
          autoFocus
          aria-label={label}
          placeholder="why"
        />
      ) : (
        <Field label={label} error={error}>
          {(control) => <Form.Control {...control} {...register('reason')} autoFocus />}
        </Field>
      )}
      {quiet && error && <span className="field-error">{error}</span>}
      {buttons}
    </Form>
  );
}
