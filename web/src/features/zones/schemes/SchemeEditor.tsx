import type { OwnSchemeEntry, SchemeFields } from '@uphill/api';
import { numberTyped } from '@uphill/core/units';
import {
  ANCHOR_NAMES,
  OWN_ANCHORS,
  ownSchemeProblems,
  type SchemeProblem,
} from '@uphill/core/zones';
import Button from 'react-bootstrap/Button';
import Form from 'react-bootstrap/Form';
import { type Control, useFieldArray, useForm, useWatch } from 'react-hook-form';
import { schemesApi } from '../../../shared/api/schemes.ts';
import { useAct } from '../../../shared/useAct.ts';
import { ProblemNote } from '../../../ui/messages.tsx';
import { Part } from '../../../ui/Part.tsx';
import { SelectField } from '../../../ui/SelectField.tsx';
import { TextField } from '../../../ui/TextField.tsx';
import { BandsTable } from './BandsTable.tsx';
import { forgetKept, keptHere, useKeep } from './keptScheme.ts';
import { fromTyped, type TypedScheme, toTyped } from './typedScheme.ts';

const MOST_BANDS = 10;

interface Props {
  /** The stored one, or null for a new one. */
  readonly scheme: OwnSchemeEntry | null;
  readonly start: SchemeFields;
  readonly taken: readonly string[];
  readonly close: () => void;
}

/** A scheme of the coach's own, checked while it is typed; what is typed stays on this device until it is stored. */
export function SchemeEditor({ scheme, start, taken, close }: Props) {
  const kept = scheme?.id ?? 'new';
  const form = useForm<TypedScheme>({ defaultValues: keptHere(kept) ?? toTyped(start) });
  const bands = useFieldArray({ control: form.control, name: 'bands' });
  useKeep(form, kept, toTyped(start));
  const typed = useWatch({ control: form.control }) as TypedScheme;
  const { letters, problems, wrongAt } = problemsIn(typed, taken);
  const wrong = letters.length > 0 || problems.length > 0;
  const { store, problem } = useStoreScheme(scheme);
  const done = (): void => {
    forgetKept(kept);
    close();
  };
  const save = async (fields: TypedScheme): Promise<void> => {
    if (!wrong && (await store(fields))) done();
  };
  return (
    <Form noValidate onSubmit={(event) => void form.handleSubmit(save)(event)}>
      <h2>{scheme ? scheme.name : 'A scheme of your own'}</h2>
      <ProblemNote problem={problem} />
      <Head of={form.control} nameWrong={typed.name === '' ? undefined : wrongAt('name')} />
      <BandsTable form={form} bands={bands} problems={problems} />
      {[...letters, wrongAt('bands')]
        .filter((reason) => reason !== undefined)
        .map((reason) => (
          <p key={reason} className="field-error" role="alert">
            {reason}
          </p>
        ))}
      <div className="d-flex gap-2">
        <Button type="submit" disabled={wrong}>
          Save the scheme
        </Button>
        <AddBand bands={typed.bands} replace={bands.replace} />
        <Button variant="link" onClick={done}>
          Cancel
        </Button>
      </div>
    </Form>
  );
}

function Head({ of, nameWrong }: { of: Control<TypedScheme>; nameWrong: string | undefined }) {
  return (
    <div className="entry-row">
      <TextField of={of} name="name" label="Name" error={nameWrong} />
      <Part of={of} name="anchor">
        {(anchor, choose) => (
          <SelectField
            label="Percent of"
            options={OWN_ANCHORS.map((each) => [each, ANCHOR_NAMES[each].name] as const)}
            value={anchor}
            choose={choose}
          />
        )}
      </Part>
      <Part of={of} name="overlaps">
        {(overlaps, set) => (
          <Form.Check
            id="overlaps"
            className="align-self-center"
            label="Neighbours overlap"
            checked={overlaps}
            onChange={({ target }) => set(target.checked)}
          />
        )}
      </Part>
    </div>
  );
}

interface AddProps {
  readonly bands: TypedScheme['bands'];
  readonly replace: (bands: TypedScheme['bands']) => void;
}

/** A band above the last, which then ends where the new one begins. */
function AddBand({ bands, replace }: AddProps) {
  const last = bands.at(-1);
  const from = numberTyped(last?.from ?? '');
  const limit = String((typeof from === 'number' ? from : 0) + 10);
  return (
    <Button
      variant="outline-secondary"
      disabled={bands.length >= MOST_BANDS}
      onClick={() =>
        replace([
          ...bands.slice(0, -1),
          ...(last ? [{ ...last, to: limit }] : []),
          { name: '', from: limit, to: '', trains: '' },
        ])
      }
    >
      Add a band above
    </Button>
  );
}

function useStoreScheme(scheme: OwnSchemeEntry | null) {
  const [add] = schemesApi.useAddSchemeMutation();
  const [change] = schemesApi.useChangeSchemeMutation();
  const { act, problem } = useAct();
  const store = async (typed: TypedScheme): Promise<boolean> => {
    const own = fromTyped(typed);
    const fields = { ...own, bands: own.bands.map((band) => ({ ...band })) };
    const stored = scheme
      ? await act(
          () => change({ ...fields, id: scheme.id, version: scheme.version }),
          `${fields.name} changed.`,
        )
      : await act(() => add(fields), `${fields.name} made.`);
    return stored !== undefined;
  };
  return { store, problem };
}

/** What is wrong with a scheme as it is typed. */
function problemsIn(
  typed: TypedScheme,
  taken: readonly string[],
): {
  letters: string[];
  problems: readonly SchemeProblem[];
  wrongAt: (field: string) => string | undefined;
} {
  const letters = typed.bands.flatMap(({ from, to }, index) =>
    numberTyped(from) === 'letters' || numberTyped(to) === 'letters'
      ? [`Band ${index + 1}: a limit is not a number.`]
      : [],
  );
  const problems = ownSchemeProblems(fromTyped(typed), taken);
  return {
    letters,
    problems,
    wrongAt: (field) => problems.find((each) => each.field === field)?.reason,
  };
}
