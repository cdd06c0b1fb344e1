import { detailsKind, type Protocol } from '@uphill/core/testing';
import Form from 'react-bootstrap/Form';
import { Field } from '../../ui/Field.tsx';
import { SprintSeated } from './SprintSeated.tsx';
import { postureWords, seatedTyped, typedFields } from './typed.ts';

interface Props {
  readonly protocol: Protocol;
  readonly typed: Readonly<Record<string, string>>;
  readonly change: (typed: Record<string, string>) => void;
  /** What is wrong, and with which field; shown once something is typed there. */
  readonly wrong: { readonly field?: string; readonly reason: string } | null;
}

/** The readings of a protocol, typed in. */
export function TypedFields({ protocol, typed, change, wrong }: Props) {
  return (
    <div className="entry-row">
      {typedFields(protocol).map(({ id, label, unit, optional }) => (
        <Field
          key={id}
          label={`${label}, ${unit}`}
          error={wrong?.field === id && (typed[id] ?? '') !== '' ? wrong.reason : undefined}
          {...(optional ? { hint: 'if known' } : {})}
        >
          {(control) => (
            <Form.Control
              {...control}
              inputMode="decimal"
              value={typed[id] ?? ''}
              onChange={({ target }) => change({ ...typed, [id]: target.value })}
            />
          )}
        </Field>
      ))}
      {detailsKind(protocol) === 'fourEfforts' && (
        <SprintSeated
          seated={seatedTyped(typed)}
          change={(seated) => change({ ...typed, seated: postureWords(seated) })}
        />
      )}
    </div>
  );
}
