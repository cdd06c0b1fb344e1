import { type FieldValues, useForm, type UseFormProps } from 'react-hook-form';

/**
 * A form over something that is stored: what changes elsewhere (by undo, on another page) comes in around what is
 * being typed, and typed words stay.
 *
 * @param stored what the server has
 * @param more the form's other settings
 * @returns the form, and what to tell it once what was typed is stored
 */
export function useStoredForm<T extends FieldValues>(
  stored: T,
  more: Omit<UseFormProps<T>, 'values' | 'resetOptions' | 'defaultValues'> = {},
) {
  const form = useForm<T>({
    ...more,
    values: stored,
    resetOptions: { keepDirtyValues: true, keepErrors: true },
  });
  const keep = (fields?: T): void =>
    form.reset(fields, { keepDirtyValues: false, keepFieldsRef: true });
  return { form, keep };
}
