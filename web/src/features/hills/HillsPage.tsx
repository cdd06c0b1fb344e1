import { type Hill, hillFieldsSchema } from '@uphill/api';
import { numberTyped, printDuration } from '@uphill/core/units';
import { PLAIN_ROAD, timeToTop } from '@uphill/core/power';
import Button from 'react-bootstrap/Button';
import { useForm } from 'react-hook-form';
import { hillsApi } from '../../shared/api/hills.ts';
import { printDistance, printMass } from '../../shared/choices.ts';
import { useAct } from '../../shared/useAct.ts';
import { EntryForm } from '../../ui/EntryForm.tsx';
import { readForm } from '../../ui/readForm.ts';
import { TextField } from '../../ui/TextField.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Empty, ProblemNote } from '../../ui/messages.tsx';
import { Heading } from '../../ui/Heading.tsx';

const FRESH = { name: '', metres: '', gradient: '', note: '' };
/** A rider to give an idea of the hill by. */
const USUAL = { watts: 250, totalKg: 79 } as const;

/** The hills that sessions can go to the top of, shared by all riders. */
export function HillsPage() {
  const { data: hills } = hillsApi.useHillsQuery();
  if (!hills) return <Loading />;
  return (
    <>
      <div className="title-row">
        <Heading>Hills</Heading>
        <span className="soft">for sessions that go to the top</span>
      </div>
      <section className="sheet" aria-label="Hills">
        {hills.length === 0 ? (
          <Empty title="No hills yet. Add the first, and a session can say: 6 × to the top of it." />
        ) : (
          <Known hills={hills} />
        )}
        <AddHill />
      </section>
    </>
  );
}

function Known({ hills }: { hills: readonly Hill[] }) {
  const [remove] = hillsApi.useRemoveHillMutation();
  const { act, problem } = useAct();
  const drop = (hill: Hill): void =>
    void act(() => remove(hill), `${hill.name} removed. Sessions keep its figures.`);
  return (
    <>
      <ProblemNote problem={problem} />
      <ul className="history">
        {hills.map((hill) => (
          <li key={hill.id}>
            <span>
              {hill.name}
              <span className="soft small d-block">{describe(hill)}</span>
            </span>
            <Button size="sm" variant="link" onClick={() => drop(hill)}>
              Remove<span className="visually-hidden"> {hill.name}</span>
            </Button>
          </li>
        ))}
      </ul>
    </>
  );
}

function AddHill() {
  const [add] = hillsApi.useAddHillMutation();
  const { act, problem } = useAct();
  const form = useForm({ defaultValues: FRESH });
  const { control } = form;
  const number = (text: string): unknown => {
    const value = numberTyped(text);
    return typeof value === 'number' ? value : undefined;
  };
  const store = async ({ metres, gradient, ...typed }: typeof FRESH): Promise<void> => {
    const hill = readForm(form, hillFieldsSchema, {
      ...typed,
      metres: number(metres),
      gradientPercent: number(gradient),
      surface: 'road',
    });
    if (hill && (await act(() => add(hill), `${hill.name} added.`))) form.reset(FRESH);
  };
  return (
    <>
      <ProblemNote problem={problem} />
      <EntryForm form={form} add={store}>
        <TextField of={control} name="name" label="Name" />
        <TextField of={control} name="metres" label="Length, m" inputMode="numeric" />
        <TextField of={control} name="gradient" label="Mean gradient, %" inputMode="decimal" />
        <TextField of={control} name="note" label="Traffic, where to turn" />
      </EntryForm>
    </>
  );
}

function describe({ metres, gradientPercent, note }: Hill): string {
  const seconds = timeToTop(
    USUAL.watts,
    metres,
    { ...PLAIN_ROAD, gradient: gradientPercent / 100 },
    USUAL.totalKg,
  );
  return [
    `${printDistance(metres / 1000)} at ${gradientPercent} %`,
    `about ${printDuration(seconds)} at 250 W and ${printMass(70)}`,
    note,
  ]
    .filter(Boolean)
    .join(' · ');
}
