import type { ComponentProps } from 'react';
import type { Control, FieldPath, FieldPathValue, FieldValues } from 'react-hook-form';
import { NumberField } from './NumberField.tsx';
import { Part } from './Part.tsx';

interface Props<T extends FieldValues> extends Pick<
  ComponentProps<typeof NumberField>,
  'label' | 'hint' | 'bounds' | 'wrong' | 'whole'
> {
  readonly of: Control<T>;
  readonly name: FieldPath<T>;
}

/** A number of a form, or none. */
export function NumberPart<T extends FieldValues>({ of, name, ...field }: Props<T>) {
  return (
    <Part of={of} name={name}>
      {(value, set) => (
        <NumberField
          {...field}
          value={value}
          set={(next) => set(next as FieldPathValue<T, FieldPath<T>>)}
        />
      )}
    </Part>
  );
}
