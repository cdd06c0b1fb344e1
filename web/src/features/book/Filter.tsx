import { PLACES, systemName, SYSTEMS } from '@uphill/core/sessions';
import { printDuration } from '@uphill/core/units';
import Form from 'react-bootstrap/Form';
import { Field } from '../../ui/Field.tsx';
import { type BookFilter, TIMES } from './filter.ts';

export function Filter({
  filter,
  change,
}: {
  filter: BookFilter;
  change: (filter: BookFilter) => void;
}) {
  return (
    <div className="entry-row" role="search">
      <Field label="Search">
        {(control) => (
          <Form.Control
            {...control}
            type="search"
            maxLength={60}
            value={filter.words}
            onChange={({ target }) => change({ ...filter, words: target.value })}
          />
        )}
      </Field>
      <Field label="Trains">
        {(control) => (
          <Form.Select
            {...control}
            value={filter.system}
            onChange={({ target }) => change({ ...filter, system: target.value })}
          >
            <option value="">anything</option>
            {SYSTEMS.map((system) => (
              <option key={system} value={system}>
                {systemName(system)}
              </option>
            ))}
          </Form.Select>
        )}
      </Field>
      <Field label="Total, at most">
        {(control) => (
          <Form.Select
            {...control}
            value={filter.mostS}
            onChange={({ target }) => change({ ...filter, mostS: Number(target.value) })}
          >
            <option value={0}>any time</option>
            {TIMES.map((seconds) => (
              <option key={seconds} value={seconds}>
                {printDuration(seconds)}
              </option>
            ))}
          </Form.Select>
        )}
      </Field>
      <Field label="Where">
        {(control) => (
          <Form.Select
            {...control}
            value={filter.place}
            onChange={({ target }) => change({ ...filter, place: target.value })}
          >
            <option value="">anywhere</option>
            {PLACES.filter((place) => place !== 'any').map((place) => (
              <option key={place}>{place}</option>
            ))}
          </Form.Select>
        )}
      </Field>
      <Field label="Equipment">
        {(control) => (
          <Form.Select
            {...control}
            value={filter.equipment}
            onChange={({ target }) =>
              change({ ...filter, equipment: target.value as BookFilter['equipment'] })
            }
          >
            <option value="">any</option>
            <option value="none">nothing special</option>
          </Form.Select>
        )}
      </Field>
    </div>
  );
}
