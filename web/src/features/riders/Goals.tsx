import { type Goal, type GoalFields, goalFieldsSchema, GOAL_RANKS, type Rider } from '@uphill/api';
import { parseDuration, printDuration } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import type { Control } from 'react-hook-form';
import { hillsApi } from '../../shared/api/hills.ts';
import { riderFileApi } from '../../shared/api/riderFile.ts';
import { distanceFigure, distanceUnit, kmTyped } from '../../shared/choices.ts';
import { printAge, printDay, today } from '../../shared/dates.ts';
import { goalWords, RANK_WORDS } from '../../shared/goalWords.ts';
import { firstName } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { DateField } from '../../ui/DateField.tsx';
import { Part } from '../../ui/Part.tsx';
import { readForm } from '../../ui/readForm.ts';
import { TextField } from '../../ui/TextField.tsx';
import { NumberField } from '../../ui/NumberField.tsx';
import { NumberPart } from '../../ui/NumberPart.tsx';
import { SaveForm } from '../../ui/SaveForm.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { useStoredForm } from '../../ui/useStoredForm.ts';
import { GoalBehind } from './GoalBehind.tsx';

const FRESH: GoalFields = {
  name: '',
  date: '',
  rank: 'main',
  watts: null,
  seconds: null,
  km: null,
  climbM: null,
  hillId: null,
  came: '',
  note: '',
};

/** What the rider rides for: several goals, each with its rank and what it demands. */
export function Goals({ rider }: { rider: Rider }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <section className="sheet mt-3" aria-label="Goals">
      <h2>Goals</h2>
      {rider.goals.length === 0 && open === null && (
        <p className="soft">None yet. What does {firstName(rider.name)} ride for?</p>
      )}
      <ul className="history">
        {rider.goals.map((goal) =>
          open === goal.id ? (
            <li key={goal.id} className="d-block">
              <GoalForm rider={rider} goal={goal} close={() => setOpen(null)} />
            </li>
          ) : (
            <GoalLine key={goal.id} rider={rider} goal={goal} change={() => setOpen(goal.id)} />
          ),
        )}
      </ul>
      {open === 'new' ? (
        <GoalForm rider={rider} goal={null} close={() => setOpen(null)} />
      ) : (
        open === null && (
          <Button variant="outline-secondary" onClick={() => setOpen('new')}>
            Add a goal
          </Button>
        )
      )}
    </section>
  );
}

interface LineProps {
  readonly rider: Rider;
  readonly goal: Goal;
  readonly change: () => void;
}

function GoalLine({ rider, goal, change }: LineProps) {
  const { data: hills = [] } = hillsApi.useHillsQuery();
  const [looked, setLooked] = useState(false);
  const behind = goal.date <= today();
  return (
    <li className={looked ? 'd-block' : undefined}>
      <span>
        {goal.name}
        <span className="soft small d-block">{goalWords(goal, hills)}</span>
        {goal.came !== '' && <span className="small d-block">{goal.came}</span>}
        {goal.note !== '' && <span className="small d-block">Next year: {goal.note}</span>}
      </span>
      <span>
        {printDay(goal.date)}, {printAge(goal.date)}
        <Button size="sm" variant="link" className="py-0 pe-0" onClick={change}>
          Change<span className="visually-hidden"> the goal {goal.name}</span>
        </Button>
        {behind && (
          <Button
            size="sm"
            variant="link"
            className="py-0 pe-0"
            aria-expanded={looked}
            onClick={() => setLooked(!looked)}
          >
            How it went<span className="visually-hidden">: {goal.name}</span>
          </Button>
        )}
      </span>
      {looked && <GoalBehind rider={rider} goal={goal} close={() => setLooked(false)} />}
    </li>
  );
}

type Typed = Omit<GoalFields, 'seconds'> & { readonly length: string };

interface GoalFormProps {
  readonly rider: Rider;
  readonly goal: Goal | null;
  readonly close: () => void;
}

function GoalForm({ rider, goal, close }: GoalFormProps) {
  const [add] = riderFileApi.useAddGoalMutation();
  const [change] = riderFileApi.useChangeGoalMutation();
  const [remove] = riderFileApi.useRemoveGoalMutation();
  const { act, problem } = useAct();
  const { form, theirs } = useStoredForm<Typed>(typedOf(goal ?? FRESH));
  const save = async ({ length, ...fields }: Typed): Promise<void> => {
    const typed = length.trim() === '' ? null : parseDuration(length);
    if (typed && !typed.ok)
      return form.setError('root', { message: `For how long? ${typed.reason}` });
    if (fields.date === '') return form.setError('root', { message: 'The goal needs a date.' });
    const data = readForm(form, goalFieldsSchema, { ...fields, seconds: typed?.value ?? null });
    if (!data) return;
    const sent = goal
      ? await act(
          () => change({ riderId: rider.id, id: goal.id, version: goal.version, ...data }),
          `Changed the goal ${data.name}.`,
        )
      : await act(() => add({ riderId: rider.id, ...data }), `Added the goal ${data.name}.`);
    if (sent) close();
  };
  const removeIt = async (): Promise<void> => {
    if (
      goal &&
      (await act(() => remove({ riderId: rider.id, ...goal }), `Removed the goal ${goal.name}.`))
    )
      close();
  };
  return (
    <SaveForm
      form={form}
      label={goal ? 'Save the goal' : 'Add the goal'}
      save={save}
      close={close}
      {...{ problem, theirs }}
    >
      <What control={form.control} />
      <Demand control={form.control} />
      {goal && (
        <Button variant="link" className="px-0 mb-2" onClick={() => void removeIt()}>
          Remove the goal
        </Button>
      )}
    </SaveForm>
  );
}

function typedOf({ seconds, ...fields }: GoalFields): Typed {
  return { ...fields, length: seconds === null ? '' : printDuration(seconds) };
}

/** What it is, when, and how much it matters. */
function What({ control }: { control: Control<Typed> }) {
  return (
    <div className="entry-row">
      <TextField of={control} name="name" label="Goal" wide />
      <Part of={control} name="date">
        {(date, set) => <DateField label="Goal date" use="goal" value={date} change={set} />}
      </Part>
      <Part of={control} name="rank">
        {(rank, set) => (
          <SelectField
            label="Rank"
            options={GOAL_RANKS.map((each) => [each, RANK_WORDS[each]] as const)}
            value={rank}
            choose={set}
          />
        )}
      </Part>
    </div>
  );
}

/** What it asks of the rider, as far as it is known. */
function Demand({ control }: { control: Control<Typed> }) {
  const { data: hills = [] } = hillsApi.useHillsQuery();
  return (
    <div className="entry-row">
      <NumberPart
        of={control}
        name="watts"
        label="Goal watts"
        whole
        bounds={[40, 1500]}
        wrong="From 40 to 1,500 W."
      />
      <TextField of={control} name="length" label="For how long" hint="38:00 or 1 h 10" />
      <Part of={control} name="km">
        {(km, set) => (
          <NumberField
            label={distanceUnit()}
            bounds={[0.1, 2000]}
            wrong={`Up to 2,000 ${distanceUnit()}.`}
            value={km === null ? null : distanceFigure(km)}
            set={(typed) => set(typed === null ? null : kmTyped(typed))}
          />
        )}
      </Part>
      <NumberPart
        of={control}
        name="climbM"
        label="Climbing, m"
        whole
        bounds={[1, 30_000]}
        wrong="Up to 30,000 m."
      />
      <Part of={control} name="hillId">
        {(hillId, set) => (
          <SelectField
            label="Hill"
            options={[['', 'none'], ...hills.map(({ id, name }) => [id, name] as const)]}
            value={hillId ?? ''}
            choose={(id) => set(id === '' ? null : id)}
          />
        )}
      </Part>
    </div>
  );
}
