import {
  PLACES,
  type Plan,
  SPORTS,
  systemName,
  SYSTEMS,
  TRAINER_SETTINGS,
} from '@uphill/core/sessions';
import { lowerFirst } from '@uphill/core/units';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Field } from '../../ui/Field.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { tooLong } from '../../ui/tooLong.ts';
import { useLastWords } from '../../ui/useLastWords.ts';
import type { EditPlan } from './draftSlice.ts';

interface Props {
  readonly plan: Plan;
  readonly edit: EditPlan;
}

/** What the session trains, where it is ridden, and what to tell the rider beforehand. */
export function About({ plan, edit }: Props) {
  return (
    <details className="about mt-3">
      <summary>About this session</summary>
      <Trains plan={plan} edit={edit} />
      <Setting plan={plan} edit={edit} />
      {TEXTS.map(({ key, label, most, undone }) => (
        <Words
          key={key}
          label={label}
          most={most}
          value={plan[key] ?? ''}
          commit={(text) =>
            edit((now) => withField(now, key, text), { done: lowerFirst(label), undone })
          }
        />
      ))}
    </details>
  );
}

const TEXTS = [
  {
    key: 'feel',
    label: 'How it should feel',
    most: 500,
    undone: 'how it should feel, as it was',
  },
  { key: 'equipment', label: 'Equipment', most: 200, undone: 'the equipment as it was' },
  { key: 'purpose', label: 'Purpose', most: 500, undone: 'the purpose as it was' },
  { key: 'note', label: 'Note for the rider', most: 2000, undone: 'the note as it was' },
] as const;

function Trains({ plan, edit }: Props) {
  return (
    <div className="entry-row mt-2">
      <SelectField
        label="Trains"
        options={SYSTEMS.map((system) => [system, systemName(system)] as const)}
        value={plan.system}
        choose={(system) =>
          edit((now) => ({ ...now, system, systemFollows: false }), {
            done: `trains ${system}`,
            undone: `trains ${plan.system} again`,
          })
        }
      />
      <SelectField
        label="Where"
        options={PLACES.map((place) => [place, place] as const)}
        value={plan.place}
        choose={(place) =>
          edit((now) => ({ ...now, place }), {
            done: `place: ${place}`,
            undone: `place: ${plan.place}`,
          })
        }
      />
    </div>
  );
}

function Setting({ plan, edit }: Props) {
  const trainers = TRAINER_SETTINGS.map((setting) => [setting, setting] as const);
  return (
    <div className="entry-row">
      <SelectField
        label="Trainer set to"
        options={[['', 'as you like'], ...trainers]}
        value={plan.trainer ?? ''}
        choose={(trainer) =>
          edit((now) => withField(now, 'trainer', trainer === '' ? undefined : trainer), {
            done: 'trainer set',
            undone: 'the trainer as it was set',
          })
        }
      />
      <SelectField
        label="Kind"
        options={SPORTS.map((sport) => [sport, sport] as const)}
        value={plan.sport ?? 'ride'}
        choose={(sport) =>
          edit((now) => withField(now, 'sport', sport), {
            done: `kind: ${sport}`,
            undone: 'the kind as it was',
          })
        }
      />
      <Form.Check
        id="unfuelled"
        className="align-self-end mb-3"
        label="Ridden unfuelled"
        checked={plan.unfuelled ?? false}
        onChange={({ target }) =>
          edit((now) => withField(now, 'unfuelled', target.checked ? true : undefined), {
            done: target.checked ? 'unfuelled' : 'fuelled',
            undone: target.checked ? 'fuelled again' : 'unfuelled again',
          })
        }
      />
    </div>
  );
}

/** Purpose and note are always there, if empty; the rest is left out. */
const ALWAYS: readonly string[] = ['purpose', 'note'];

/** The plan with a field set, or without it. */
function withField<
  Key extends 'trainer' | 'sport' | 'unfuelled' | 'feel' | 'equipment' | 'purpose' | 'note',
>(plan: Plan, key: Key, value: Plan[Key] | undefined): Plan {
  const { [key]: _, ...rest } = plan;
  const out = value === undefined || (value === '' && !ALWAYS.includes(key));
  return (out ? rest : { ...rest, [key]: value }) as Plan;
}

function Words({
  label,
  most,
  value,
  commit,
}: {
  label: string;
  most: number;
  value: string;
  commit: (text: string) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const finish = (): void => {
    if (typed === null || tooLong(typed, most)) return;
    if (typed !== value) commit(typed);
    setTyped(null);
  };
  useLastWords(finish);
  return (
    <Field label={label} error={typed === null ? undefined : tooLong(typed, most)}>
      {(control) => (
        <Form.Control
          {...control}
          as="textarea"
          rows={2}
          value={typed ?? value}
          onChange={({ target }) => setTyped(target.value)}
          onBlur={finish}
        />
      )}
    </Field>
  );
}
