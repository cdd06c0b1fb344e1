import {
  type Fixture,
  type FixtureFields,
  fixtureFieldsSchema,
  FIXTURE_KINDS,
  type FixtureKind,
  type Rider,
} from '@uphill/api';
import { printDuration } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { riderFileApi } from '../../shared/api/riderFile.ts';
import { printDay, today } from '../../shared/dates.ts';
import { useAct } from '../../shared/useAct.ts';
import { DateField } from '../../ui/DateField.tsx';
import type { Control } from 'react-hook-form';
import { Part } from '../../ui/Part.tsx';
import { readForm } from '../../ui/readForm.ts';
import { TextField } from '../../ui/TextField.tsx';
import { NumberPart } from '../../ui/NumberPart.tsx';
import { SaveForm } from '../../ui/SaveForm.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { useStoredForm } from '../../ui/useStoredForm.ts';
import { WEEKDAYS } from './weekdays.ts';

const KIND_WORDS: Readonly<Record<FixtureKind, string>> = {
  ...{
    group: 'Group ride',
    race: 'Race',
    run: 'Run',
    swim: 'Swim',
    strength: 'Strength',
    other: 'Other',
  },
};

/** What comes back every week: a group ride on Thursdays, strength on Mondays. */
export function Fixtures({ rider }: { rider: Rider }) {
  const [open, setOpen] = useState<string | null>(null);
  return (
    <section className="sheet mt-3" aria-label="Every week">
      <h2>Every week</h2>
      {rider.fixtures.length === 0 && open === null && (
        <p className="soft">Nothing fixed: a group ride, a race series, strength.</p>
      )}
      <ul className="history">
        {rider.fixtures.map((fixture) =>
          open === fixture.id ? (
            <li key={fixture.id} className="d-block">
              <FixtureForm rider={rider} fixture={fixture} close={() => setOpen(null)} />
            </li>
          ) : (
            <li key={fixture.id}>
              <span>
                {WEEKDAYS[fixture.weekday - 1]}: {fixture.name}
                <span className="soft small d-block">
                  {KIND_WORDS[fixture.kind]}
                  {fixture.squad && ', the whole squad'} · {printDay(fixture.from)}
                  {fixture.to ? ` to ${printDay(fixture.to)}` : ' on'}
                </span>
              </span>
              <span className="text-nowrap">
                {printDuration(fixture.minutes * 60)}
                {fixture.rpe !== null && `, RPE ${fixture.rpe}`}
                <Button
                  size="sm"
                  variant="link"
                  className="py-0 pe-0"
                  onClick={() => setOpen(fixture.id)}
                >
                  Change<span className="visually-hidden"> {fixture.name}</span>
                </Button>
              </span>
            </li>
          ),
        )}
      </ul>
      {open === 'new' ? (
        <FixtureForm rider={rider} fixture={null} close={() => setOpen(null)} />
      ) : (
        open === null && (
          <Button variant="outline-secondary" onClick={() => setOpen('new')}>
            Add what is fixed
          </Button>
        )
      )}
    </section>
  );
}

type Typed = Omit<FixtureFields, 'minutes'> & { readonly minutes: number | null };

function fresh(): Typed {
  return {
    name: '',
    weekday: 4,
    kind: 'group',
    minutes: null,
    rpe: null,
    from: today(),
    to: null,
    squad: false,
  };
}

interface FixtureFormProps {
  readonly rider: Rider;
  readonly fixture: Fixture | null;
  readonly close: () => void;
}

function FixtureForm({ rider, fixture, close }: FixtureFormProps) {
  const [add] = riderFileApi.useAddFixtureMutation();
  const [change] = riderFileApi.useChangeFixtureMutation();
  const [remove] = riderFileApi.useRemoveFixtureMutation();
  const { act, problem } = useAct();
  const { form, theirs } = useStoredForm<Typed>(fixture ?? fresh());
  const save = async (fields: Typed): Promise<void> => {
    const data = readForm(form, fixtureFieldsSchema, {
      ...fields,
      minutes: fields.minutes ?? undefined,
    });
    if (!data) return;
    const sent = fixture
      ? await act(
          () => change({ riderId: rider.id, id: fixture.id, version: fixture.version, ...data }),
          `Changed ${data.name}.`,
        )
      : await act(() => add({ riderId: rider.id, ...data }), `Added ${data.name}.`);
    if (sent) close();
  };
  const removeIt = async (): Promise<void> => {
    if (
      fixture &&
      (await act(() => remove({ riderId: rider.id, ...fixture }), `Removed ${fixture.name}.`))
    )
      close();
  };
  return (
    <SaveForm
      form={form}
      label={fixture ? 'Save it' : 'Add it'}
      save={save}
      close={close}
      {...{ problem, theirs }}
    >
      <What control={form.control} />
      <HowLong control={form.control} />
      <Form.Check
        id={`squad-${fixture?.id ?? 'new'}`}
        className="mb-3"
        label="For the whole squad"
        {...form.register('squad')}
      />
      {fixture && (
        <Button variant="link" className="px-0 mb-2" onClick={() => void removeIt()}>
          Remove it
        </Button>
      )}
    </SaveForm>
  );
}

function What({ control }: { control: Control<Typed> }) {
  return (
    <div className="entry-row">
      <TextField of={control} name="name" label="What" wide />
      <Part of={control} name="weekday">
        {(weekday, set) => (
          <SelectField
            label="Weekday"
            options={WEEKDAYS.map((name, index) => [String(index + 1), name] as const)}
            value={String(weekday)}
            choose={(each) => set(Number(each))}
          />
        )}
      </Part>
      <Part of={control} name="kind">
        {(kind, set) => (
          <SelectField
            label="Kind"
            options={FIXTURE_KINDS.map((each) => [each, KIND_WORDS[each]] as const)}
            value={kind}
            choose={set}
          />
        )}
      </Part>
    </div>
  );
}

/** How long it takes, how hard it is, and from when to when it comes back. */
function HowLong({ control }: { control: Control<Typed> }) {
  return (
    <div className="entry-row">
      <NumberPart
        of={control}
        name="minutes"
        label="Minutes"
        whole
        bounds={[1, 1440]}
        wrong="From 1 minute to a day."
      />
      <NumberPart
        of={control}
        name="rpe"
        label="RPE"
        whole
        bounds={[1, 10]}
        wrong="RPE runs from 1 to 10."
      />
      <Part of={control} name="from">
        {(from, set) => <DateField label="From" use="any" value={from} change={set} />}
      </Part>
      <Part of={control} name="to">
        {(to, set) => (
          <DateField
            label="To"
            use="any"
            optional
            value={to ?? ''}
            change={(day) => set(day === '' ? null : day)}
          />
        )}
      </Part>
    </div>
  );
}
