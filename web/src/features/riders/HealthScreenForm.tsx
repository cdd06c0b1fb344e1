import { healthFields, type Rider } from '@uphill/api';
import { HEALTH_QUESTIONS } from '@uphill/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { api } from '../../api/client.ts';
import { today } from '../../app/dates.ts';
import { firstName, healthOnDay } from '../../app/riderOnDay.ts';
import { useAct } from '../../app/useAct.ts';
import { DateField } from '../../ui/DateField.tsx';
import { Field } from '../../ui/Field.tsx';
import { Refused, Wrong } from '../../ui/messages.tsx';

/** The health screen: a dated set of answers, and the coach's record of who cleared what. */
export function HealthScreenForm({ rider }: { rider: Rider }) {
  const [add, { isLoading }] = api.useAddHealthMutation();
  const { act, problem } = useAct();
  const [answers, setAnswers] = useState<Record<string, 'yes' | 'no'>>(rider.health?.answers ?? {});
  const [date, setDate] = useState(today());
  const [note, setNote] = useState(rider.health?.note ?? '');
  const [clearedBy, setClearedBy] = useState('');
  const [clearedOn, setClearedOn] = useState('');
  const [error, setError] = useState<string | null>(null);
  const preview = healthOnDay(
    {
      birthYear: rider.birthYear,
      health: {
        id: '',
        date,
        answers,
        note,
        clearedBy: clearedBy || null,
        clearedOn: clearedOn || null,
      },
    },
    today(),
  );
  const save = async (): Promise<void> => {
    const read = healthFields.safeParse({
      date,
      answers,
      note,
      clearedBy: clearedBy.trim() === '' ? null : clearedBy,
      clearedOn: clearedOn === '' ? null : clearedOn,
    });
    const halfCleared = (clearedBy.trim() === '') !== (clearedOn === '');
    setError(
      halfCleared
        ? 'A clearance needs both: by whom, and when.'
        : read.success
          ? null
          : (read.error.issues[0]?.message ?? 'This cannot be stored.'),
    );
    if (read.success && !halfCleared)
      await act(
        () => add({ id: rider.id, ...read.data }),
        `Health screen of ${firstName(rider.name)} stored.`,
      );
  };
  return (
    <Form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void save();
      }}
    >
      <p className="soft">
        Ask {firstName(rider.name)} each one. A yes, or no answer, holds maximal tests and steps
        above 105 % back until somebody has cleared it.
      </p>
      {error && <Wrong>{error}</Wrong>}
      <Refused problem={problem} />
      <div className="checklist health-questions">
        {HEALTH_QUESTIONS.map(({ id, ask }) => (
          <div key={id} className="checklist-line">
            <span id={`health-${id}`}>{ask}</span>
            <span role="radiogroup" aria-labelledby={`health-${id}`} className="text-nowrap">
              {(['yes', 'no'] as const).map((answer) => (
                <Form.Check
                  inline
                  key={answer}
                  type="radio"
                  id={`health-${id}-${answer}`}
                  name={`health-${id}`}
                  label={answer === 'yes' ? 'Yes' : 'No'}
                  checked={answers[id] === answer}
                  onChange={() => setAnswers({ ...answers, [id]: answer })}
                />
              ))}
            </span>
          </div>
        ))}
      </div>
      <div className="entry-row mt-3">
        <DateField label="Asked on" use="past" value={date} change={setDate} />
        <Field label="Cleared by" hint="doctor, clinic; leave empty where nothing needs clearing">
          {(control) => (
            <Form.Control
              {...control}
              maxLength={120}
              value={clearedBy}
              onChange={({ target }) => setClearedBy(target.value)}
            />
          )}
        </Field>
        <DateField label="Cleared on" use="past" optional value={clearedOn} change={setClearedOn} />
      </div>
      <Field label="Note">
        {(control) => (
          <Form.Control
            {...control}
            as="textarea"
            rows={2}
            maxLength={1000}
            value={note}
            onChange={({ target }) => setNote(target.value)}
          />
        )}
      </Field>
      <p aria-live="polite">
        <strong>{preview.maximal ? 'Maximal work is allowed.' : 'Maximal work waits.'}</strong>{' '}
        {!preview.heartRate && 'No heart-rate targets or verdicts: RPE governs. '}
        {!preview.unfuelled && 'No unfuelled rides. '}
        {!preview.bloodSampling && 'No blood sampling without a clinician. '}
      </p>
      <Button type="submit" disabled={isLoading}>
        Store the health screen
      </Button>
    </Form>
  );
}
