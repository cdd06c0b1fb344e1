import { PLACES, systemName, SYSTEMS } from '@uphill/core/sessions';
import { printDuration } from '@uphill/core/units';
import Form from 'react-bootstrap/Form';
import { Field } from '../../ui/Field.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { type BookFilter, TIMES } from './filter.ts';

interface Props {
  readonly filter: BookFilter;
  readonly change: (filter: BookFilter) => void;
}

const TRAINS = [
  ['', 'anything'],
  ...SYSTEMS.map((system) => [system, systemName(system)] as const),
] as const;
const LENGTHS = [
  ['0', 'any time'],
  ...TIMES.map((seconds) => [String(seconds), printDuration(seconds)] as const),
] as const;
const WHERE = [
  ['', 'anywhere'],
  ...PLACES.filter((place) => place !== 'any').map((place) => [place, place] as const),
] as const;

/** What of the book is shown. */
export function Filter({ filter, change }: Props) {
  const set = (part: Partial<BookFilter>): void => change({ ...filter, ...part });
  return (
    <div className="entry-row" role="search">
      <Field label="Search">
        {(control) => (
          <Form.Control
            {...control}
            type="search"
            maxLength={60}
            value={filter.words}
            onChange={({ target }) => set({ words: target.value })}
          />
        )}
      </Field>
      <SelectField
        label="Trains"
        options={TRAINS}
        value={filter.system}
        choose={(system) => set({ system })}
      />
      <SelectField
        label="Total, at most"
        options={LENGTHS}
        value={String(filter.mostS)}
        choose={(seconds) => set({ mostS: Number(seconds) })}
      />
      <SelectField
        label="Where"
        options={WHERE}
        value={filter.place}
        choose={(place) => set({ place })}
      />
      <SelectField
        label="Equipment"
        options={[
          ['', 'any'],
          ['none', 'nothing special'],
        ]}
        value={filter.equipment}
        choose={(equipment) => set({ equipment })}
      />
    </div>
  );
}
