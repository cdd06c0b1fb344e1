import type { ColumnChoice, ColumnField, ColumnQuestion } from '@uphill/core/formats';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import Table from 'react-bootstrap/Table';
import { useForm, useWatch } from 'react-hook-form';
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

/** What was chosen for each question: a column by its place, "none", or nothing yet. */
type Chosen = Partial<Record<ColumnField, string>>;

/** Asks which column of a file holds watts and which beats, with its first rows to tell by. */
export function WhichColumn({ fileName, question, answer, cancel }: Props) {
  const { headings, asks } = question;
  const { register, handleSubmit, control } = useForm<Chosen>();
  const chosen = useWatch({ control });
  const open = asks.some(({ field }) => (chosen[field] ?? '') === '');
  const { watts, bpm } = chosen;
  const twice = (watts ?? '') !== '' && watts !== 'none' && watts === bpm;
  const send = (choice: Chosen): void => {
    if (open || twice) return;
    const columns = asks.map(({ field }) => {
      const column = choice[field];
      return [field, column === 'none' ? null : Number(column)] as const;
    });
    answer(Object.fromEntries(columns));
  };
  return (
    <Form
      className="which-column"
      aria-label="Which column is which"
      onSubmit={(event) => void handleSubmit(send)(event)}
    >
      <h2 className="h3">{asks.map(({ field }) => ASKS[field].ask).join(' ')}</h2>
      <p className="soft">The headings of {fileName} do not say. These are its first rows.</p>
      <FirstRows question={question} chosen={chosen} />
      <div className="entry-row">
        {asks.map(({ field, candidates }) => (
          <Field
            key={field}
            label={ASKS[field].ask}
            error={twice && field === 'bpm' ? 'This column is power already.' : undefined}
          >
            {(each) => (
              <Form.Select {...each} {...register(field)}>
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

/** The first rows of the file, with what each column was chosen to be. */
function FirstRows({ question, chosen }: { question: ColumnQuestion; chosen: Chosen }) {
  const { headings, rows, asks } = question;
  const wordOf = (index: number): string | null => {
    const field = asks.find((each) => chosen[each.field] === String(index))?.field;
    return field ? ASKS[field].word : null;
  };
  return (
    <div className="table-scroll" tabIndex={0} role="group" aria-label="Table">
      <Table size="sm" className="w-auto">
        <thead>
          <tr>
            {headings.map((heading, index) => {
              const word = wordOf(index);
              return (
                <th scope="col" key={index} className={word ? 'column-chosen' : undefined}>
                  {heading}
                  {word && <span className="d-block small">{word}</span>}
                </th>
              );
            })}
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
  );
}
