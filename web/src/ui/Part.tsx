import type { ReactNode } from 'react';
import {
  type Control,
  Controller,
  type FieldPath,
  type FieldPathValue,
  type FieldValues,
} from 'react-hook-form';

interface Props<T extends FieldValues, N extends FieldPath<T>> {
  readonly of: Control<T>;
  readonly name: N;
  readonly children: (
    value: FieldPathValue<T, N>,
    set: (value: FieldPathValue<T, N>) => void,
  ) => ReactNode;
}

/** One part of a form that is more than a line of text: what it holds, and how it is changed. */
export function Part<T extends FieldValues, N extends FieldPath<T>>({
  of,
  name,
  children,
}: Props<T, N>) {
  return (
    <Controller
      control={of}
      name={name}
      render={({ field }) => <>{children(field.value, field.onChange)}</>}
    />
  );
}
