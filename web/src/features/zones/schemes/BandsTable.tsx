import type { SchemeProblem } from '@uphill/core/zones';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import type { UseFieldArrayReturn, UseFormReturn } from 'react-hook-form';
import type { TypedScheme } from './typedScheme.ts';
import { WideTable } from '../../../ui/WideTable.tsx';

const COLUMNS = {
  name: { head: 'Name', label: 'Name', inputMode: 'text' },
  from: { head: 'from %', label: 'From %', inputMode: 'decimal' },
  to: { head: 'to %', label: 'To %', inputMode: 'decimal' },
  trains: { head: 'What it is for', label: 'What it is for', inputMode: 'text' },
} as const;
const COLUMN_IDS = ['name', 'from', 'to', 'trains'] as const;

interface Props {
  readonly form: UseFormReturn<TypedScheme>;
  readonly bands: UseFieldArrayReturn<TypedScheme, 'bands'>;
  readonly problems: readonly SchemeProblem[];
}

/** The bands of a scheme, a line each; what is wrong with one stands in its line. */
export function BandsTable({ form, bands: { fields, remove }, problems }: Props) {
  return (
    <WideTable of="Bands" size="sm" className="scheme-table">
      <thead>
        <tr>
          <th scope="col">Band</th>
          {COLUMN_IDS.map((column) => (
            <th key={column} scope="col">
              {COLUMNS[column].head}
            </th>
          ))}
          <th scope="col">
            <span className="visually-hidden">Actions</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {fields.map(({ id }, index) => {
          const reasons = problems.filter(({ field }) => field.startsWith(`bands.${index}.`));
          return (
            <tr key={id}>
              <th scope="row">{index + 1}</th>
              {COLUMN_IDS.map((column) => (
                <td key={column}>
                  <Form.Control
                    size="sm"
                    aria-label={`${COLUMNS[column].label}, band ${index + 1}`}
                    inputMode={COLUMNS[column].inputMode}
                    placeholder={
                      column === 'to' && index === fields.length - 1 ? 'open' : undefined
                    }
                    {...form.register(`bands.${index}.${column}`)}
                  />
                  {column === 'name' && reasons.length > 0 && (
                    <span className="field-error d-block" role="alert">
                      {reasons.map(({ reason }) => reason).join(' ')}
                    </span>
                  )}
                </td>
              ))}
              <td>
                <Button size="sm" variant="link" className="p-0" onClick={() => remove(index)}>
                  Remove<span className="visually-hidden"> band {index + 1}</span>
                </Button>
              </td>
            </tr>
          );
        })}
      </tbody>
    </WideTable>
  );
}
