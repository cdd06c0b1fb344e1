import type { Season } from '@uphill/api';
import { lastPlanned, mondayOf, reckon, templateOf } from '@uphill/core/season';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { layoutsApi } from '../../../shared/api/layouts.ts';
import { today } from '../../../shared/dates.ts';
import { useAct } from '../../../shared/useAct.ts';
import { Field } from '../../../ui/Field.tsx';
import { ProblemNote } from '../../../ui/messages.tsx';

const LONGEST = 80;

/** The coach's own templates, and this season kept as one of them. */
export function OwnTemplates({ season }: { season: Season }) {
  const { data: own } = layoutsApi.useTemplatesQuery();
  const [remove] = layoutsApi.useRemoveTemplateMutation();
  const { act, problem } = useAct();
  return (
    <details className="sheet">
      <summary>Templates of your own{own && own.length > 0 && `: ${own.length}`}</summary>
      <ul className="plain-list">
        {(own ?? []).map(({ id, template, version }) => (
          <li key={id} className="entry-line">
            <span>
              {template.name} <span className="soft">{template.says}</span>
            </span>{' '}
            <Button
              size="sm"
              variant="outline-secondary"
              onClick={() =>
                void act(() => remove({ id, version }), `${template.name} is removed.`)
              }
            >
              Remove<span className="visually-hidden"> {template.name}</span>
            </Button>
          </li>
        ))}
      </ul>
      <ProblemNote problem={problem} />
      <Keep season={season} />
    </details>
  );
}

/** Keeps what stands from this week on, whoever put it there. */
function Keep({ season }: { season: Season }) {
  const [add] = layoutsApi.useAddTemplateMutation();
  const { act, problem } = useAct();
  const [name, setName] = useState('');
  const [refusal, setRefusal] = useState<string | null>(null);
  const keep = async (): Promise<void> => {
    const reckoned = reckon(season);
    const monday = mondayOf(today());
    // From the first week of a block that has begun, so that it is kept whole.
    const begun = season.blocks.find(({ from }) => from <= monday)?.from ?? monday;
    const kept = templateOf({
      ...{ season: reckoned, blocks: season.blocks, from: begun, name: name.trim() },
      last: lastPlanned(reckoned, begun),
    });
    setRefusal('refusal' in kept ? kept.refusal : null);
    if ('refusal' in kept) return;
    const done = await act(() => add({ template: kept }), `${kept.name} is kept as a template.`);
    if (done !== undefined) setName('');
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        void keep();
      }}
    >
      <Field
        label="Keep this season as a template"
        hint="its blocks, their hard days and weeks, for any rider"
        error={refusal ?? undefined}
      >
        {(control) => (
          <Form.Control
            {...control}
            value={name}
            maxLength={LONGEST}
            placeholder="a name for it"
            onChange={({ target }) => setName(target.value)}
          />
        )}
      </Field>
      <Button type="submit" variant="outline-secondary" disabled={name.trim() === ''}>
        Keep as template
      </Button>
      <ProblemNote problem={problem} />
    </form>
  );
}
