import type { NewTest, Rider } from '@uphill/api';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { useForm, useWatch } from 'react-hook-form';
import { useNavigate } from 'react-router';
import { testsApi } from '../../shared/api/tests.ts';
import { useAct } from '../../shared/useAct.ts';
import { ProblemNote } from '../../ui/messages.tsx';
import { Part } from '../../ui/Part.tsx';
import { protocolOf, thresholdFrom } from '@uphill/core/testing';
import { healthOnDay } from '../../shared/riderOnDay.ts';
import { type Acceptance, readAcceptance } from './acceptance.ts';
import { AcceptFields } from './AcceptFields.tsx';

interface Props {
  readonly rider: Rider;
  readonly test: Omit<NewTest, 'accept' | 'acceptThreshold'>;
  readonly ftpW: number | null;
  readonly against: string | null;
  readonly countsFrom: string;
  /** Told when it is stored. */
  readonly stored?: () => void;
}

interface Decision {
  readonly accept: Acceptance;
  readonly takeBeats: boolean;
}

/** Stores the test as it is read now, with the decision on its FTP in the same action. */
export function StoreReading({ rider, test, ftpW, against, countsFrom, stored }: Props) {
  const navigate = useNavigate();
  const [add, { isLoading }] = testsApi.useAddTestMutation();
  const { act, problem, clear } = useAct();
  const form = useForm<Decision>({
    defaultValues: {
      accept: { usedW: String(ftpW ?? ''), countsFrom, reason: '' },
      takeBeats: true,
    },
  });
  const usedW = useWatch({ control: form.control, name: 'accept.usedW' });
  const byHeart = test.details?.kind === 'heartRate';
  const threshold = thresholdFrom(protocolOf(test.protocol));
  const heard = test.meanBpm !== null && healthOnDay(rider, test.date).heartRate;
  const takesBeats = !byHeart && threshold !== null && heard;

  const store = async ({ accept, takeBeats }: Decision, use: boolean): Promise<void> => {
    clear();
    const accepted = use ? readAcceptance(accept, ftpW) : { value: null, error: null };
    if (accepted.error !== null) return form.setError('root', { message: accepted.error });
    const done = accepted.value ? `FTP ${accepted.value.usedW} W accepted.` : 'Test saved.';
    const decided = { accept: accepted.value, acceptThreshold: use && takeBeats };
    if (!(await act(() => add({ riderId: rider.id, ...test, ...decided }), done))) return;
    stored?.();
    void navigate(`/riders/${rider.id}/${accepted.value || byHeart ? 'zones' : 'tests'}`);
  };
  return (
    <Form
      noValidate
      className="sheet"
      onSubmit={(event) =>
        void form.handleSubmit((decision) => store(decision, ftpW !== null))(event)
      }
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
        <Part of={form.control} name="accept">
          {(accept, change) => (
            <AcceptFields
              fields={accept}
              change={change}
              measuredW={ftpW}
              error={form.formState.errors.root?.message}
              against={against}
            />
          )}
        </Part>
      )}
      {takesBeats && (
        <Form.Check
          id="use-beats"
          className="mb-3"
          label={`Take the mean heart rate, ${test.meanBpm} bpm, as threshold heart rate${threshold === 'estimate' ? ' (estimate)' : ''}`}
          {...form.register('takeBeats')}
        />
      )}
      <Button type="submit" disabled={isLoading}>
        {ftpW === null ? 'Save' : `Accept FTP ${usedW} W`}
      </Button>
      {ftpW !== null && (
        <Button
          variant="link"
          disabled={isLoading}
          onClick={() => void store(form.getValues(), false)}
        >
          Save without using it
        </Button>
      )}
    </Form>
  );
}
