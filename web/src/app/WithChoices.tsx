import type { ReactNode } from 'react';
import { schemesApi } from '../shared/api/schemes.ts';
import { choose } from '../shared/choices.ts';

/** Draws nothing until it is known how the coach writes dates and figures; as usual where that cannot be asked. */
export function WithChoices({ children }: { children: ReactNode }) {
  const { data: settings, isError } = schemesApi.useSettingsQuery();
  if (settings) choose(settings.choices);
  return settings || isError ? children : null;
}
