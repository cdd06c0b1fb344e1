import { type Hill, hillFields } from '@uphill/api';
import { PLAIN_ROAD, printDuration, timeToTop } from '@uphill/core';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { api } from '../../api/client.ts';
import { useAct } from '../../app/useAct.ts';
import { EntryForm } from '../../ui/EntryForm.tsx';
import { Field } from '../../ui/Field.tsx';
import { Loading } from '../../ui/Loading.tsx';
import { Empty, Refused, Wrong } from '../../ui/messages.tsx';
import { numberTyped } from '../tests/typed.ts';

const FRESH = { name: '', metres: '', gradient: '', note: '' };
/** A rider to give an idea of the hill by. */
const USUAL = { watts: 250, totalKg: 79 } as const;

/** The hills that sessions can go to the top of, shared by all riders. */
export function HillsPage() {
  const { data: hills } = api.useHillsQuery();
  const [add] = api.useAddHillMutation();
  const [remove] = api.useRemoveHillMutation();
  const { act, problem, clear } = useAct();
  const [typed, setTyped] = useState(FRESH);
  const [error, setError] = useState<string | null>(null);
  if (!hills) return <Loading />;
  const store = async (): Promise<void> => {
    clear();
    const number = (text: string): unknown => {
      const value = numberTyped(text);
      return typeof value === 'number' ? value : undefined;
    };
    const read = hillFields.safeParse({
      name: typed.name,
      metres: number(typed.metres),
      gradientPercent: number(typed.gradient),
      surface: 'road',
      note: typed.note,
    });
    setError(read.success ? null : (read.error.issues[0]?.message ?? 'This cannot be stored.'));
    if (read.success && (await act(() => add(read.data), `${read.data.name} added.`)))
      setTyped(FRESH);
  };
  return (
    <>
      <div className="title-row">
        <h1>Hills</h1>
        <span className="soft">for sessions that go to the top</span>
      </div>
      <section className="sheet" aria-label="Hills">
        {hills.length === 0 ? (
          <Empty title="No hills yet. Add the first, and a session can say: 6 × to the top of it." />
        ) : (
          <ul className="history">
            {hills.map((hill) => (
              <li key={hill.id}>
                <span>
                  {hill.name}
                  <span className="soft small d-block">{describe(hill)}</span>
                </span>
                <Button
                  size="sm"
                  variant="link"
                  onClick={() =>
                    void act(
                      () => remove(hill),
                      `${hill.name} taken away. Sessions keep its figures.`,
                    )
                  }
                >
                  Take away<span className="visually-hidden"> {hill.name}</span>
                </Button>
              </li>
            ))}
          </ul>
        )}
        <Refused problem={problem} />
        {error && <Wrong>{error}</Wrong>}
        <EntryForm add={store}>
          <Field label="Name">
            {(control) => (
              <Form.Control
                {...control}
                maxLength={60}
                value={typed.name}
                onChange={({ target }) => setTyped({ ...typed, name: target.value })}
              />
            )}
          </Field>
          <Field label="Length, m">
            {(control) => (
              <Form.Control
                {...control}
                inputMode="numeric"
                maxLength={10}
                value={typed.metres}
                onChange={({ target }) => setTyped({ ...typed, metres: target.value })}
              />
            )}
          </Field>
          <Field label="Mean gradient, %">
            {(control) => (
              <Form.Control
                {...control}
                inputMode="decimal"
                maxLength={10}
                value={typed.gradient}
                onChange={({ target }) => setTyped({ ...typed, gradient: target.value })}
              />
            )}
          </Field>
          <Field label="Traffic, where to turn">
            {(control) => (
              <Form.Control
                {...control}
                maxLength={1000}
                value={typed.note}
                onChange={({ target }) => setTyped({ ...typed, note: target.value })}
              />
            )}
          </Field>
        </EntryForm>
      </section>
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
    `${(metres / 1000).toFixed(1)} km at ${gradientPercent} %`,
    `about ${printDuration(seconds)} at 250 W and 70 kg`,
    note,
  ]
    .filter(Boolean)
    .join(' · ');
}
