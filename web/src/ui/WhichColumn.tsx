import type { ColumnChoice, ColumnField, ColumnQuestion } from '@uphill/core/formats';
import { useState } from 'react';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Table from 'react-bootstrap/Table';
import { Field } from './Field.tsx';

const ASKS: Record<
  ColumnField,
  { readonly ask: string; readonly none: string; readonly word: string }
> = {
  watts: { ask: 'Which column is power?', none: 'No column is power', word: 'power' },
  bpm: { ask: 'Which column is heart rate?', none: 'No column is heart rate', word: 'heart rate' },
};

interface Props {
  readonly fileName: string;
  readonly question: ColumnQuestion;
  readonly answer: (choice: ColumnChoice) => void;
  readonly cancel: () => void;
}

/** Asks which column of a file holds watts and which beats, with its first rows to tell by. */
export function WhichColumn({ fileName, question, answer, cancel }: Props) {
  const { headings, rows, asks } = question;
  const [chosen, setChosen] = useState<Readonly<Partial<Record<ColumnField, string>>>>({});
  const choice = Object.fromEntries(
    asks.map(({ field }) => [
      field,
      chosen[field] === undefined || chosen[field] === '' ? undefined : chosen[field],
    ]),
  );
  const open = asks.some(({ field }) => choice[field] === undefined);
  const [watts, bpm] = [choice['watts'], choice['bpm']];
  const twice = watts !== undefined && watts !== 'none' && watts === bpm;
  const columnFor = (index: number): string | null => {
    const field = asks.find((each) => choice[each.field] === String(index))?.field;
    return field ? ASKS[field].word : null;
  };
  return (
    <Form
      className="which-column"
      aria-label="Which column is which"
      onSubmit={(event) => {
        event.preventDefault();
        if (!open && !twice)
          answer(
            Object.fromEntries(
              Object.entries(choice).map(([field, value]) => [
                field,
                value === 'none' ? null : Number(value),
              ]),
            ),
          );
      }}
    >
      <h2 className="h3">{asks.map(({ field }) => ASKS[field].ask).join(' ')}</h2>
      <p className="soft">The headings of {fileName} do not say. These are its first rows.</p>
      <div className="table-scroll" tabIndex={0} role="group" aria-label="Table">
        <Table size="sm" className="w-auto">
          <thead>
            <tr>
              {headings.map((heading, index) => (
                <th
                  scope="col"
                  key={index}
                  className={columnFor(index) === null ? undefined : 'column-chosen'}
                >
                  {heading}
                  {columnFor(index) !== null && (
                    <span className="d-block small">{columnFor(index)}</span>
                  )}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {rows.map((row, index) => (
              <tr key={index}>
                {row.map((cell, column) => (
                  <td key={column}>{cell}</td>
                ))}
              </tr>
            ))}
          </tbody>
        </Table>
      </div>
      <div className="entry-row">
        {asks.map(({ field, candidates }) => (
          <Field
            key={field}
            label={ASKS[field].ask}
            error={twice && field === 'bpm' ? 'This column is power already.' : undefined}
          >
            {(control) => (
              <Form.Select
                {...control}
                value={chosen[field] ?? ''}
                onChange={({ target }) => setChosen({ ...chosen, [field]: target.value })}
              >
                <option value="">Choose…</option>
                {candidates.map((index) => (
                  <option key={index} value={index}>
                    {headings[index]}
                  </option>
                ))}
                <option value="none">{ASKS[field].none}</option>
              </Form.Select>
            )}
          </Field>
        ))}
        <Button type="submit" disabled={open || twice}>
          Read the file
        </Button>
        <Button variant="link" onClick={cancel}>
          Cancel
        </Button>
      </div>
    </Form>
  );
}
