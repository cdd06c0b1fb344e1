import type { NewTest, Rider } from '@uphill/api';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useNavigate } from 'react-router';
import { testsApi } from '../../shared/api/tests.ts';
import { useAct } from '../../shared/useAct.ts';
import { ProblemNote } from '../../ui/messages.tsx';
import { protocolOf, thresholdFrom } from '@uphill/core/testing';
import { healthOnDay } from '../../shared/riderOnDay.ts';
import { AcceptFields } from './AcceptFields.tsx';
import { readAcceptance } from './acceptance.ts';

interface Props {
  readonly rider: Rider;
  readonly test: Omit<NewTest, 'accept' | 'acceptThreshold'>;
  readonly ftpW: number | null;
  readonly countsFrom: string;
  /** Told when it is stored. */
  readonly stored?: () => void;
}

/** Stores the test as it is read now, with the decision on its FTP in the same action. */
export function StoreReading({ rider, test, ftpW, countsFrom, stored }: Props) {
  const navigate = useNavigate();
  const [add, { isLoading }] = testsApi.useAddTestMutation();
  const { act, problem, clear } = useAct();
  const [fields, setFields] = useState({ usedW: String(ftpW ?? ''), countsFrom, reason: '' });
  const [error, setError] = useState<string | null>(null);
  const byHeart = test.details?.kind === 'heartRate';
  const threshold = thresholdFrom(protocolOf(test.protocol));
  const [takeBeats, setUseBeats] = useState(true);

  const store = async (use: boolean): Promise<void> => {
    clear();
    const accepted = use ? readAcceptance(fields, ftpW) : { value: null, error: null };
    setError(accepted.error);
    if (accepted.error) return;
    const done = accepted.value ? `FTP ${accepted.value.usedW} W accepted.` : 'Test saved.';
    if (
      !(await act(
        () =>
          add({
            riderId: rider.id,
            ...test,
            accept: accepted.value,
            acceptThreshold: use && takeBeats,
          }),
        done,
      ))
    )
      return;
    stored?.();
    void navigate(`/riders/${rider.id}/${accepted.value || byHeart ? 'zones' : 'tests'}`);
  };
  return (
    <Form
      noValidate
      className="sheet"
      onSubmit={(event) => {
        event.preventDefault();
        void store(ftpW !== null);
      }}
    >
      <h2>Your decision</h2>
      <ProblemNote problem={problem} />
      {ftpW === null ? (
        <p>
          {byHeart
            ? 'The mean heart rate becomes the threshold heart rate, as an estimate.'
            : 'This test gives no FTP; it is kept with its readings and checks.'}
        </p>
      ) : (
        <AcceptFields fields={fields} change={setFields} measuredW={ftpW} error={error} />
      )}
      {!byHeart &&
        threshold !== null &&
        test.meanBpm !== null &&
        healthOnDay(rider, test.date).heartRate && (
          <Form.Check
            id="use-beats"
            className="mb-3"
            label={`Take the mean heart rate, ${test.meanBpm} bpm, as threshold heart rate${threshold === 'estimate' ? ' (estimate)' : ''}`}
            checked={takeBeats}
            onChange={({ target }) => setUseBeats(target.checked)}
          />
        )}
      <Button type="submit" disabled={isLoading}>
        {ftpW === null ? 'Save' : `Accept FTP ${fields.usedW} W`}
      </Button>
      {ftpW !== null && (
        <Button variant="link" disabled={isLoading} onClick={() => void store(false)}>
          Save without using it
        </Button>
      )}
    </Form>
  );
}
