import equal from 'fast-deep-equal';
import { useState } from 'react';
import { type FieldValues, useForm, type UseFormProps } from 'react-hook-form';

/** What somebody else made of the very fields that are being typed. */
export interface Theirs {
  /** Lets go of what was typed. */
  readonly take: () => void;
}

/**
 * A form over something that is stored: what changes elsewhere (by undo, on another page) comes in around what is
 * being typed, and typed words stay. Where it is the typed field itself that was changed, `theirs` says so until it
 * is saved or let go, so that nothing is overwritten unseen.
 *
 * @param stored what the server has
 * @param more the form's other settings
 * @returns the form, what to tell it once what was typed is stored, and theirs
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
  const { dirtyFields } = form.formState;
  /** What the typing began from, and what was saved last: neither is somebody else's. */
  const [known, setKnown] = useState<readonly T[]>([stored]);
  const [begun] = known;
  const overtaken = isOvertaken(dirtyFields, known, stored, form.getValues());
  if (!overtaken && !equal(begun, stored)) setKnown([stored, ...known.slice(1, 2)]);
  const keep = (fields?: T): void => {
    if (fields) setKnown([stored, fields]);
    form.reset(fields, { keepDirtyValues: false, keepFieldsRef: true });
  };
  const theirs: Theirs | null = overtaken
    ? { take: () => form.reset(stored, { keepDirtyValues: false, keepFieldsRef: true }) }
    : null;
  return { form, keep, theirs };
}

/** Whether a field that is being typed is stored as something else than what is known and what is typed. */
function isOvertaken(
  dirty: unknown,
  known: readonly unknown[],
  stored: unknown,
  typed: unknown,
): boolean {
  if (dirty === true) return ![...known, typed].some((each) => equal(each, stored));
  if (typeof dirty !== 'object' || dirty === null) return false;
  return Object.entries(dirty).some(([name, part]) =>
    isOvertaken(
      part,
      known.map((each) => partOf(each, name)),
      partOf(stored, name),
      partOf(typed, name),
    ),
  );
}

function partOf(whole: unknown, name: string): unknown {
  return (whole as Readonly<Record<string, unknown>> | null | undefined)?.[name];
}
