import { useEffect } from 'react';
import type { UseFormReturn } from 'react-hook-form';
import { typedScheme, type TypedScheme } from './typedScheme.ts';

const KEPT = 'uphill.scheme.';

/** What this device still holds of a scheme that was not stored; null where there is nothing. */
export function keptHere(id: string): TypedScheme | null {
  try {
    const read = typedScheme.safeParse(JSON.parse(localStorage.getItem(KEPT + id) ?? 'null'));
    return read.success ? read.data : null;
  } catch {
    return null;
  }
}

export function forgetKept(id: string): void {
  localStorage.removeItem(KEPT + id);
}

/** Keeps what is typed on this device, until it is as it was at the start. */
export function useKeep(form: UseFormReturn<TypedScheme>, id: string, start: TypedScheme): void {
  const before = JSON.stringify(start);
  useEffect(
    () =>
      form.subscribe({
        formState: { values: true },
        callback: ({ values }) => {
          const typed = JSON.stringify(values);
          if (typed === before) forgetKept(id);
          else localStorage.setItem(KEPT + id, typed);
        },
      }),
    [form, id, before],
  );
}
