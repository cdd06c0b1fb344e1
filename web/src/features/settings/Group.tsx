import type { Choices } from '@uphill/api';
import type { ReactNode } from 'react';

/** The choices as they are, and how one is changed. */
export interface Chosen {
  readonly choices: Choices;
  readonly choose: (part: Partial<Choices>) => void;
}

/** Settings that belong together. */
export function Group({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section className="sheet" aria-label={title}>
      <h2>{title}</h2>
      {children}
    </section>
  );
}
