import {
  PLACES,
  type Plan,
  SPORTS,
  systemName,
  SYSTEMS,
  TRAINER_SETTINGS,
} from '@uphill/core/sessions';
import { useState } from 'react';
import Form from 'react-bootstrap/Form';
import { Field } from '../../ui/Field.tsx';
import { tooLong } from '../../ui/tooLong.ts';
import { useLastWords } from '../../ui/useLastWords.ts';
import type { EditPlan } from './draftSlice.ts';

/** What the session trains, where it is ridden, and what to tell the rider beforehand. */
export function About({ plan, edit }: { plan: Plan; edit: EditPlan }) {
  return (
    <details className="about mt-3">
      <summary>About this session</summary>
      <div className="entry-row mt-2">
        <Field label="Trains">
          {(control) => (
            <Form.Select
              {...control}
              value={plan.system}
              onChange={({ target }) =>
                edit(
                  (now) => ({
                    ...now,
                    system: target.value as Plan['system'],
                    systemFollows: false,
                  }),
                  {
                    done: `trains ${target.value}`,
                    undone: `trains ${plan.system} again`,
                  },
                )
              }
            >
              {SYSTEMS.map((system) => (
                <option key={system} value={system}>
                  {systemName(system)}
                </option>
              ))}
            </Form.Select>
          )}
        </Field>
        <Field label="Where">
          {(control) => (
            <Form.Select
              {...control}
              value={plan.place}
              onChange={({ target }) =>
                edit((now) => ({ ...now, place: target.value as Plan['place'] }), {
                  done: `place: ${target.value}`,
                  undone: `place: ${plan.place}`,
                })
              }
            >
              {PLACES.map((place) => (
                <option key={place}>{place}</option>
              ))}
            </Form.Select>
          )}
        </Field>
      </div>
      <div className="entry-row">
        <Field label="Trainer set to">
          {(control) => (
            <Form.Select
              {...control}
              value={plan.trainer ?? ''}
              onChange={({ target }) =>
                edit(
                  (now) =>
                    withField(
                      now,
                      'trainer',
                      TRAINER_SETTINGS.find((each) => each === target.value),
                    ),
                  { done: 'trainer set', undone: 'the trainer as it was set' },
                )
              }
            >
              <option value="">as you like</option>
              {TRAINER_SETTINGS.map((setting) => (
                <option key={setting}>{setting}</option>
              ))}
            </Form.Select>
          )}
        </Field>
        <Field label="Kind">
          {(control) => (
            <Form.Select
              {...control}
              value={plan.sport ?? 'ride'}
              onChange={({ target }) =>
                edit(
                  (now) =>
                    withField(
                      now,
                      'sport',
                      SPORTS.find((each) => each === target.value),
                    ),
                  { done: `kind: ${target.value}`, undone: 'the kind as it was' },
                )
              }
            >
              {SPORTS.map((sport) => (
                <option key={sport}>{sport}</option>
              ))}
            </Form.Select>
          )}
        </Field>
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
      <Words
        label="How it should feel"
        most={500}
        value={plan.feel ?? ''}
        commit={(feel) =>
          edit((now) => withField(now, 'feel', feel), {
            done: 'how it should feel',
            undone: 'how it should feel, as it was',
          })
        }
      />
      <Words
        label="Equipment"
        most={200}
        value={plan.equipment ?? ''}
        commit={(equipment) =>
          edit((now) => withField(now, 'equipment', equipment), {
            done: 'equipment',
            undone: 'the equipment as it was',
          })
        }
      />
      <Words
        label="Purpose"
        most={500}
        value={plan.purpose}
        commit={(purpose) =>
          edit((now) => ({ ...now, purpose }), { done: 'purpose', undone: 'the purpose as it was' })
        }
      />
      <Words
        label="Note for the rider"
        most={2000}
        value={plan.note}
        commit={(note) =>
          edit((now) => ({ ...now, note }), { done: 'note', undone: 'the note as it was' })
        }
      />
    </details>
  );
}

/** The plan with a field set, or without it. */
function withField<Key extends 'trainer' | 'sport' | 'unfuelled' | 'feel' | 'equipment'>(
  plan: Plan,
  key: Key,
  value: Plan[Key] | undefined,
): Plan {
  const { [key]: _, ...rest } = plan;
  return (value === undefined || value === '' ? rest : { ...rest, [key]: value }) as Plan;
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
