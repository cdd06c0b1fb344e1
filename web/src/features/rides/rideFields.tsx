import { RIDE_KINDS, type RideKind } from '@uphill/api';
import type { Control } from 'react-hook-form';
import { KIND_WORDS } from '../../shared/rideWords.ts';
import { NumberPart } from '../../ui/NumberPart.tsx';
import { Part } from '../../ui/Part.tsx';
import { SelectField } from '../../ui/SelectField.tsx';
import { WordsField } from '../../ui/WordsField.tsx';

const LONGEST_NOTE = 2000;

/** What is typed of a ride. */
export interface TypedRide {
  readonly date: string;
  readonly kind: RideKind;
  readonly minutes: number | null;
  readonly rpe: number | null;
  readonly note: string;
  /** Of a ride that is there already, g of carbohydrate. */
  readonly eatenG?: number | null;
}

interface Props {
  readonly control: Control<TypedRide>;
}

/** What kind of ride it was. */
export function Kind({ control }: Props) {
  return (
    <Part of={control} name="kind">
      {(kind, set) => (
        <SelectField
          label="Kind"
          options={RIDE_KINDS.map((each) => [each, KIND_WORDS[each]] as const)}
          value={kind}
          choose={set}
        />
      )}
    </Part>
  );
}

export function Minutes({ control }: Props) {
  return (
    <NumberPart
      of={control}
      name="minutes"
      label="Minutes"
      whole
      bounds={[1, 1440]}
      wrong="From 1 minute to a day."
    />
  );
}

export function Rpe({ control, hint }: Props & { readonly hint?: string }) {
  return (
    <NumberPart
      of={control}
      name="rpe"
      label="RPE, the whole ride"
      {...(hint === undefined ? {} : { hint })}
      whole
      bounds={[1, 10]}
      wrong="RPE runs from 1 to 10."
    />
  );
}

export function Eaten({ control }: Props) {
  return (
    <NumberPart
      of={control}
      name="eatenG"
      label="Eaten, g of carbohydrate"
      bounds={[0, 2000]}
      wrong="From 0 to 2,000."
    />
  );
}

export function Note({ control, rows }: Props & { readonly rows: number }) {
  return (
    <Part of={control} name="note">
      {(note, set) => (
        <WordsField label="Note" most={LONGEST_NOTE} value={note} change={set} rows={rows} />
      )}
    </Part>
  );
}
