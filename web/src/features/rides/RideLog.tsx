import type { Rider, RideWhole } from '@uphill/api';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { ridesApi } from '../../shared/api/rides.ts';
import { massHidden } from '../../shared/riderOnDay.ts';
import { useAct } from '../../shared/useAct.ts';
import { FormNote } from '../../ui/FormNote.tsx';
import { NumberPart } from '../../ui/NumberPart.tsx';
import { Part } from '../../ui/Part.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { useStoredForm } from '../../ui/useStoredForm.ts';
import { WordsField } from '../../ui/WordsField.tsx';

/** What is written down of a ride as it is typed; null is nothing said. */
interface Written {
  readonly drunkL: number | null;
  readonly legs: number | null;
  readonly trouble: number | null;
  readonly pain: number | null;
  readonly massBeforeKg: number | null;
  readonly massAfterKg: number | null;
  readonly sleepH: number | null;
  readonly celsius: number | null;
  readonly surface: string;
  readonly bike: string;
  readonly position: string;
  readonly zeroed: 'unsaid' | 'yes' | 'no';
  readonly doubtful: boolean;
}

type NumberName = {
  [Name in keyof Written]: Written[Name] extends number | null ? Name : never;
}[keyof Written];

const FIELDS: readonly (readonly [NumberName, string, number, number])[] = [
  ['drunkL', 'Drunk, L', 0, 30],
  ['legs', 'Legs, 1 to 5', 1, 5],
  ['trouble', 'Trouble of the gut, 0 to 3', 0, 3],
  ['pain', 'Pain, 0 to 10', 0, 10],
  ['sleepH', 'Sleep, h', 0, 24],
  ['celsius', 'Temperature, °C', -30, 55],
];
const MASS: readonly (readonly [NumberName, string, number, number])[] = [
  ['massBeforeKg', 'Mass before, kg', 25, 250],
  ['massAfterKg', 'Mass after, kg', 25, 250],
];
const WORDS = [
  ['surface', 'Surface'],
  ['bike', 'Bike'],
  ['position', 'Position'],
] as const;
const LONGEST_WORDS = 60;
const ZEROED = [
  ['unsaid', 'not said'],
  ['yes', 'yes'],
  ['no', 'no'],
] as const;

/** Nothing said stays nothing said. */
function storedOf(written: Partial<Written>): RideWhole['log'] {
  const { surface, bike, position, zeroed, ...numbers } = written;
  const words = Object.entries({ surface, bike, position }).flatMap(([name, text]) =>
    text === undefined ? [] : [[name, text.trim() || null]],
  );
  return {
    ...numbers,
    ...(Object.fromEntries(words) as Pick<RideWhole['log'], 'surface' | 'bike' | 'position'>),
    ...(zeroed === undefined ? {} : { zeroed: zeroed === 'unsaid' ? null : zeroed === 'yes' }),
  };
}

function writtenOf(log: RideWhole['log']): Written {
  const zeroed = log.zeroed ? 'yes' : 'no';
  return {
    ...{ drunkL: log.drunkL ?? null, legs: log.legs ?? null },
    ...{ trouble: log.trouble ?? null, pain: log.pain ?? null, sleepH: log.sleepH ?? null },
    ...{ massBeforeKg: log.massBeforeKg ?? null, massAfterKg: log.massAfterKg ?? null },
    ...{ celsius: log.celsius ?? null, doubtful: log.doubtful ?? false },
    ...{ surface: log.surface ?? '', bike: log.bike ?? '', position: log.position ?? '' },
    zeroed: log.zeroed == null ? 'unsaid' : zeroed,
  };
}

/** What is written down of a ride: all of it optional. Handbook section 9.8. */
export function RideLog({ rider, ride }: { rider: Rider; ride: RideWhole }) {
  const [change, { isLoading }] = ridesApi.useChangeRideMutation();
  const { act, problem } = useAct();
  const stored = writtenOf(ride.log);
  const { form, keep, theirs } = useStoredForm<Written>(stored);
  const save = async (typed: Written): Promise<void> => {
    const changed = Object.entries(typed).filter(
      ([field, value]) => stored[field as keyof Written] !== value,
    );
    if (changed.length === 0) return;
    const request = {
      id: ride.id,
      version: ride.version,
      log: storedOf(Object.fromEntries(changed)),
    };
    if (await act(() => change(request), 'Saved in the log.')) keep(typed);
  };
  const fields = massHidden(rider, ride.date) ? FIELDS : [...FIELDS, ...MASS];
  return (
    <details className="sheet mb-3">
      <summary>Log: drunk, legs, sleep, bike</summary>
      <Form
        noValidate
        className="mt-3"
        aria-label="Log"
        onSubmit={(event) => void form.handleSubmit(save)(event)}
      >
        <FormNote problem={problem} theirs={theirs} />
        {fields.map(([name, label, low, high]) => (
          <NumberPart
            key={name}
            of={form.control}
            name={name}
            label={label}
            bounds={[low, high]}
            wrong={`From ${low} to ${high}.`}
          />
        ))}
        {WORDS.map(([name, label]) => (
          <Part key={name} of={form.control} name={name}>
            {(text, set) => (
              <WordsField label={label} most={LONGEST_WORDS} value={text} change={set} />
            )}
          </Part>
        ))}
        {rider.powerSource !== 'none' && (
          <Part of={form.control} name="zeroed">
            {(zeroed, set) => (
              <SelectField
                label="Power meter zeroed"
                options={ZEROED}
                value={zeroed}
                choose={set}
              />
            )}
          </Part>
        )}
        <Part of={form.control} name="doubtful">
          {(doubtful, set) => (
            <Form.Check
              id="doubtful"
              className="mb-3"
              label="Its watts are doubtful: nothing is judged by them"
              checked={doubtful}
              onChange={({ target }) => set(target.checked)}
            />
          )}
        </Part>
        <Button type="submit" disabled={isLoading}>
          Write it down
        </Button>
      </Form>
    </details>
  );
}
