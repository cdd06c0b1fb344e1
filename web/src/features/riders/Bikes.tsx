import { type Bike, bikeSchema, type Rider, USUAL_WHEEL_M } from '@uphill/api';
import { numberTyped } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import { ridersApi } from '../../shared/api/riders.ts';
import { useAct } from '../../shared/useAct.ts';
import { Part } from '../../ui/Part.tsx';
import { readForm } from '../../ui/readForm.ts';
import { TextField } from '../../ui/TextField.tsx';
import { NumberPart } from '../../ui/NumberPart.tsx';
import { ProblemNote } from '../../ui/messages.tsx';
import { SaveForm } from '../../ui/SaveForm.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { useStoredForm } from '../../ui/useStoredForm.ts';

const POSITIONS: readonly (readonly [Bike['position'], string])[] = [
  ['road', 'Road'],
  ['timeTrial', 'Time trial'],
  ['upright', 'Upright'],
];

/** The rider's bikes, with the teeth that decide which cadences a hill allows. */
export function Bikes({ rider }: { rider: Rider }) {
  const [change] = ridersApi.useChangeRiderMutation();
  const { act, problem } = useAct();
  const [open, setOpen] = useState<number | null>(null);
  const save = async (bikes: Bike[], done: string): Promise<void> => {
    if (await act(() => change({ id: rider.id, version: rider.version, bikes }), done))
      setOpen(null);
  };
  return (
    <section className="sheet mb-3" aria-label="Bikes">
      <h2>Bikes</h2>
      {open === null && <ProblemNote problem={problem} />}
      <ul className="history">
        {rider.bikes.map((each, index) =>
          open === index ? null : (
            <li key={index}>
              <span>
                {each.name}
                <span className="soft small d-block">
                  {POSITIONS.find(([id]) => id === each.position)?.[1]} ·{' '}
                  {each.chainrings.join('/')} × {each.sprockets.join(', ')}
                </span>
              </span>
              <span className="text-nowrap">
                <Button size="sm" variant="link" className="py-0" onClick={() => setOpen(index)}>
                  Change<span className="visually-hidden"> {each.name}</span>
                </Button>
                <Button
                  size="sm"
                  variant="link"
                  className="py-0 pe-0"
                  onClick={() =>
                    void save(
                      rider.bikes.filter((_, at) => at !== index),
                      `${each.name} removed.`,
                    )
                  }
                >
                  Remove<span className="visually-hidden"> {each.name}</span>
                </Button>
              </span>
            </li>
          ),
        )}
      </ul>
      {open === null ? (
        <Button variant="outline-secondary" onClick={() => setOpen(rider.bikes.length)}>
          Add a bike
        </Button>
      ) : (
        <BikeForm
          key={open}
          bike={rider.bikes[open] ?? null}
          problem={problem}
          close={() => setOpen(null)}
          save={(each) =>
            save(
              [...rider.bikes.slice(0, open), each, ...rider.bikes.slice(open + 1)],
              `${each.name} saved.`,
            )
          }
        />
      )}
    </section>
  );
}

interface FormProps {
  readonly bike: Bike | null;
  readonly problem: ReturnType<typeof useAct>['problem'];
  readonly save: (bike: Bike) => Promise<void>;
  readonly close: () => void;
}

interface Typed {
  readonly name: string;
  readonly position: Bike['position'];
  readonly chainrings: string;
  readonly sprockets: string;
  readonly wheelM: number | null;
}

function BikeForm({ bike: stored, problem, save, close }: FormProps) {
  const { form, theirs } = useStoredForm<Typed>({
    name: stored?.name ?? '',
    position: stored?.position ?? 'road',
    chainrings: stored?.chainrings.join(', ') ?? '',
    sprockets: stored?.sprockets.join(', ') ?? '',
    wheelM: stored?.wheelM ?? USUAL_WHEEL_M,
  });
  const { control } = form;
  const send = async ({ chainrings, sprockets, wheelM, ...typed }: Typed): Promise<void> => {
    const bike = readForm(form, bikeSchema, {
      ...typed,
      chainrings: teethOf(chainrings),
      sprockets: teethOf(sprockets),
      wheelM: wheelM ?? USUAL_WHEEL_M,
    });
    if (bike) await save(bike);
  };
  return (
    <SaveForm label="Save the bike" save={send} {...{ form, close, problem, theirs }}>
      <TextField of={control} name="name" label="Bike" />
      <Part of={control} name="position">
        {(position, set) => (
          <SelectField label="Position" options={POSITIONS} value={position} choose={set} />
        )}
      </Part>
      <TextField of={control} name="chainrings" label="Chainrings, teeth" hint="34, 50" />
      <TextField of={control} name="sprockets" label="Sprockets, teeth" hint="11, 12, 13, … 32" />
      <NumberPart
        of={control}
        name="wheelM"
        label="Wheel, m round"
        bounds={[1.2, 2.6]}
        wrong="From 1.2 to 2.6 m."
      />
    </SaveForm>
  );
}

/** Teeth as they are typed, with anything between them; what is no number is refused by the schema. */
function teethOf(text: string): number[] {
  return text
    .split(/[^\d.]+/)
    .filter((part) => part !== '')
    .map((part) => Number(numberTyped(part)));
}
