import type { Rider, Test } from '@uphill/api';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { ftpApi } from '../../shared/api/ftp.ts';
import { plusDays } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';
import { ProblemNote } from '../../ui/messages.tsx';
import { readAcceptance } from './acceptance.ts';
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
  const [fields, setFields] = useState({
    usedW: String(measuredW),
    countsFrom: plusDays(test.date, 1),
    reason: '',
  });
  const [error, setError] = useState<string | null>(null);
  const save = (): void => {
    const read = readAcceptance(fields, measuredW);
    setError(read.error);
    const { value } = read;
    if (value)
      void act(
        () => accept({ id: rider.id, testId: test.id, ...value }),
        `FTP ${value.usedW} W accepted.`,
      );
  };
  return (
    <Form
      noValidate
      className="mt-3"
      onSubmit={(event) => {
        event.preventDefault();
        save();
      }}
    >
      <h3>Use it</h3>
      <ProblemNote problem={problem} />
      <AcceptFields fields={fields} change={setFields} measuredW={measuredW} error={error} />
      <Button type="submit">Accept FTP {fields.usedW} W</Button>
    </Form>
  );
}
