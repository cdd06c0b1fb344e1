import { type HealthFields, healthFieldsSchema, type Rider } from '@uphill/api';
import { healthQuestionsFor } from '@uphill/core/rider';
import { type Control, useForm, useWatch } from 'react-hook-form';
import { ridersApi } from '../../shared/api/riders.ts';
import { today } from '../../shared/dates.ts';
import { firstName, healthOnDay } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { DateField } from '../DateField.tsx';
import { Part } from '../Part.tsx';
import { readForm } from '../readForm.ts';
import { SaveForm } from '../SaveForm.tsx';
import { TextField } from '../TextField.tsx';
import { Clearance, type ClearanceFields, NO_CLEARANCE, readClearance } from './Clearance.tsx';
import { HealthRules } from './HealthRules.tsx';
import { type Answers, Questions } from './Questions.tsx';

/** The screen as it is typed. */
interface Typed {
  readonly answers: Answers;
  readonly answeredBy: string;
  readonly date: string;
  readonly cleared: ClearanceFields;
  readonly note: string;
}

const NOT_CLEARED = { clearedBy: null, clearedOn: null } as const;

/** The health screen, asked afresh: a dated set of answers, who gave them, and who cleared what. */
export function HealthScreenForm({ rider, close }: { rider: Rider; close: () => void }) {
  const [add] = ridersApi.useAddHealthMutation();
  const { act, problem } = useAct();
  const form = useForm<Typed>({
    defaultValues: {
      answers: {},
      answeredBy: rider.name,
      date: today(),
      note: rider.health?.note ?? '',
      cleared: NO_CLEARANCE,
    },
  });
  const save = async (typed: Typed): Promise<void> => {
    const { error } = readClearance(typed.cleared);
    if (error !== null) return form.setError('root', { message: error });
    const fields = readForm(form, healthFieldsSchema, screenOf(typed));
    if (
      fields &&
      (await act(
        () => add({ id: rider.id, ...fields }),
        `Health screen of ${firstName(rider.name)} saved.`,
      ))
    )
      close();
  };
  return (
    <>
      <p className="soft">
        Ask {firstName(rider.name)} each one. A yes, or no answer, holds back maximal tests and
        steps above 105 % until it is cleared.
      </p>
      <SaveForm
        form={form}
        label="Save the health screen"
        save={save}
        close={close}
        problem={problem}
      >
        <ScreenFields rider={rider} of={form.control} />
        <Preview rider={rider} of={form.control} />
      </SaveForm>
    </>
  );
}

function ScreenFields({ rider, of }: { rider: Rider; of: Control<Typed> }) {
  return (
    <>
      <Part of={of} name="answers">
        {(answers, set) => (
          <Questions
            rider={rider}
            questions={healthQuestionsFor(rider)}
            answers={answers}
            setAnswers={set}
          />
        )}
      </Part>
      <div className="entry-row mt-3">
        <TextField
          of={of}
          name="answeredBy"
          label="Answered by"
          hint="the rider; under 18, a guardian with them"
        />
        <Part of={of} name="date">
          {(date, change) => <DateField label="Asked on" use="past" value={date} change={change} />}
        </Part>
      </div>
      <Part of={of} name="cleared">
        {(cleared, change) => <Clearance value={cleared} change={change} />}
      </Part>
      <TextField of={of} name="note" label="Note" rows={2} longest={1000} />
    </>
  );
}

/** What the answers come to, as they are given. */
function Preview({ rider, of }: { rider: Rider; of: Control<Typed> }) {
  const health = healthOnDay(
    { ...rider, health: { id: '', ...screenOf(useWatch({ control: of }) as Typed) } },
    today(),
  );
  return (
    <p aria-live="polite">
      <strong>{health.maximal ? 'Maximal work is allowed.' : 'Maximal work waits.'}</strong>{' '}
      <HealthRules health={health} />
    </p>
  );
}

/** The screen as it is sent: a clearance is both of it, or none. */
function screenOf(typed: Typed): HealthFields {
  const { cleared, ...screen } = typed;
  return { ...screen, ...(readClearance(cleared).value ?? NOT_CLEARED) };
}
