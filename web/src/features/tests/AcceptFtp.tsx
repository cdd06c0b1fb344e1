import type { Rider, Test } from '@uphill/api';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useForm, useWatch } from 'react-hook-form';
import { ftpApi } from '../../shared/api/ftp.ts';
import { plusDays } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';
import { ProblemNote } from '../../ui/messages.tsx';
import { Part } from '../../ui/Part.tsx';
import { type Acceptance, readAcceptance } from './acceptance.ts';
import { AcceptFields } from './AcceptFields.tsx';

/** Accepts the FTP of a stored test: which number is used, from when, and why. */
export function AcceptFtp({
  rider,
  test,
  measuredW,
}: {
  rider: Rider;
  test: Test;
  measuredW: number;
}) {
  const [accept] = ftpApi.useAcceptFtpMutation();
  const { act, problem } = useAct();
  const form = useForm<{ accept: Acceptance }>({
    defaultValues: {
      accept: { usedW: String(measuredW), countsFrom: plusDays(test.date, 1), reason: '' },
    },
  });
  const usedW = useWatch({ control: form.control, name: 'accept.usedW' });
  const save = async (typed: { accept: Acceptance }): Promise<void> => {
    const { value, error } = readAcceptance(typed.accept, measuredW);
    if (!value) return form.setError('root', { message: error });
    await act(
      () => accept({ id: rider.id, testId: test.id, ...value }),
      `FTP ${value.usedW} W accepted.`,
    );
  };
  return (
    <Form noValidate className="mt-3" onSubmit={(event) => void form.handleSubmit(save)(event)}>
      <h3>Use it</h3>
      <ProblemNote problem={problem} />
      <Part of={form.control} name="accept">
        {(accept, change) => (
          <AcceptFields
            fields={accept}
            change={change}
            measuredW={measuredW}
            error={form.formState.errors.root?.message}
          />
        )}
      </Part>
      <Button type="submit">Accept FTP {usedW} W</Button>
    </Form>
  );
}
