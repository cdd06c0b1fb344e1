import type { OwnSchemeEntry, SchemeFields } from '@uphill/api';
import { ANCHOR_NAMES, OWN_ANCHORS, type OwnScheme, ownSchemeProblems } from '@uphill/core/zones';
import { numberTyped } from '@uphill/core/units';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Table from 'react-bootstrap/Table';
import { schemesApi } from '../../../shared/api/schemes.ts';
import { useAct } from '../../../shared/useAct.ts';
import { Field } from '../../../ui/Field.tsx';
import { ProblemNote } from '../../../ui/messages.tsx';
import {
  fromTyped,
  type TypedBand,
  typedScheme,
  type TypedScheme,
  toTyped,
} from './typedScheme.ts';

const MOST_BANDS = 10;
const KEPT = 'uphill.scheme.';

interface Props {
  /** The stored one, or null for a new one. */
  readonly scheme: OwnSchemeEntry | null;
  readonly start: SchemeFields;
  readonly taken: readonly string[];
  readonly close: () => void;
}

/** A scheme of the coach's own, checked while it is typed; what is typed stays on this device until it is stored. */
export function SchemeEditor({ scheme, start, taken, close }: Props) {
  const key = KEPT + (scheme?.id ?? 'new');
  const [typed, setTyped] = useState<TypedScheme>(() => keptHere(key) ?? toTyped(start));
  const [add] = schemesApi.useAddSchemeMutation();
  const [change] = schemesApi.useChangeSchemeMutation();
  const { act, problem } = useAct();
  const own: OwnScheme = fromTyped(typed);
  const letters = typed.bands.flatMap(({ from, to }, index) =>
    numberTyped(from) === 'letters' || numberTyped(to) === 'letters'
      ? [`Band ${index + 1}: a limit is not a number.`]
      : [],
  );
  const problems = ownSchemeProblems(own, taken);
  const wrongAt = (field: string): string | undefined =>
    problems.find((each) => each.field === field)?.reason;
  const edit = (next: TypedScheme): void => {
    setTyped(next);
    localStorage.setItem(key, JSON.stringify(next));
  };
  const setBand = (index: number, part: Partial<TypedBand>): void =>
    edit({
      ...typed,
      bands: typed.bands.map((band, at) => (at === index ? { ...band, ...part } : band)),
    });
  const done = (): void => {
    localStorage.removeItem(key);
    close();
  };
  const store = async (): Promise<void> => {
    if (problems.length > 0 || letters.length > 0) return;
    const fields = { ...own, bands: own.bands.map((band) => ({ ...band })) };
    const stored = scheme
      ? await act(
          () => change({ ...fields, id: scheme.id, version: scheme.version }),
          `${fields.name} changed.`,
        )
      : await act(() => add(fields), `${fields.name} made.`);
    if (stored) done();
  };
  const addBand = (): void => {
    const last = typed.bands.at(-1);
    const typedFrom = numberTyped(last?.from ?? '');
    const limit = String((typeof typedFrom === 'number' ? typedFrom : 0) + 10);
    edit({
      ...typed,
      bands: [
        ...typed.bands.slice(0, -1),
        ...(last ? [{ ...last, to: limit }] : []),
        { name: '', from: limit, to: '', trains: '' },
      ],
    });
  };
  return (
    <Form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        void store();
      }}
    >
      <h2>{scheme ? scheme.name : 'A scheme of your own'}</h2>
      <ProblemNote problem={problem} />
      <div className="entry-row">
        <Field label="Name" error={typed.name !== '' ? wrongAt('name') : undefined}>
          {(control) => (
            <Form.Control
              {...control}
              value={typed.name}
              onChange={({ target }) => edit({ ...typed, name: target.value })}
            />
          )}
        </Field>
        <Field label="Percent of">
          {(control) => (
            <Form.Select
              {...control}
              value={typed.anchor}
              onChange={({ target }) =>
                edit({ ...typed, anchor: target.value as OwnScheme['anchor'] })
              }
            >
              {OWN_ANCHORS.map((anchor) => (
                <option key={anchor} value={anchor}>
                  {ANCHOR_NAMES[anchor].name}
                </option>
              ))}
            </Form.Select>
          )}
        </Field>
        <Form.Check
          id="overlaps"
          className="align-self-center"
          label="Neighbours overlap"
          checked={typed.overlaps}
          onChange={({ target }) => edit({ ...typed, overlaps: target.checked })}
        />
      </div>
      <Table responsive size="sm" className="scheme-table">
        <thead>
          <tr>
            <th scope="col">Band</th>
            <th scope="col">Name</th>
            <th scope="col">from %</th>
            <th scope="col">to %</th>
            <th scope="col">What it is for</th>
            <th scope="col">
              <span className="visually-hidden">Actions</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {typed.bands.map((band, index) => {
            const reasons = problems
              .filter(({ field }) => field.startsWith(`bands.${index}.`))
              .map(({ reason }) => reason);
            return (
              <tr key={index}>
                <th scope="row">{index + 1}</th>
                {(['name', 'from', 'to', 'trains'] as const).map((column) => (
                  <td key={column}>
                    <Form.Control
                      size="sm"
                      aria-label={`${COLUMN_NAMES[column]}, band ${index + 1}`}
                      inputMode={column === 'from' || column === 'to' ? 'decimal' : 'text'}
                      placeholder={
                        column === 'to' && index === typed.bands.length - 1 ? 'open' : undefined
                      }
                      value={band[column]}
                      onChange={({ target }) => setBand(index, { [column]: target.value })}
                    />
                    {column === 'name' && reasons.length > 0 && (
                      <span className="field-error d-block" role="alert">
                        {reasons.join(' ')}
                      </span>
                    )}
                  </td>
                ))}
                <td>
                  <Button
                    size="sm"
                    variant="link"
                    className="p-0"
                    onClick={() =>
                      edit({ ...typed, bands: typed.bands.filter((_, at) => at !== index) })
                    }
                  >
                    Remove<span className="visually-hidden"> band {index + 1}</span>
                  </Button>
                </td>
              </tr>
            );
          })}
        </tbody>
      </Table>
      {[...letters, ...(wrongAt('bands') ? [wrongAt('bands')] : [])].map((reason) => (
        <p key={reason} className="field-error" role="alert">
          {reason}
        </p>
      ))}
      <div className="d-flex gap-2">
        <Button type="submit" disabled={problems.length > 0 || letters.length > 0}>
          Save the scheme
        </Button>
        <Button
          variant="outline-secondary"
          disabled={typed.bands.length >= MOST_BANDS}
          onClick={addBand}
        >
          Add a band above
        </Button>
        <Button variant="link" onClick={done}>
          Cancel
        </Button>
      </div>
    </Form>
  );
}

const COLUMN_NAMES = {
  name: 'Name',
  from: 'From %',
  to: 'To %',
  trains: 'What it is for',
} as const;

function keptHere(key: string): TypedScheme | null {
  try {
    const read = typedScheme.safeParse(JSON.parse(localStorage.getItem(key) ?? 'null'));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}
