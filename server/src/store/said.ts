import type { ColumnChoice } from '@uphill/core/formats';
import { z } from 'zod';
import { readJsonOr } from './json.ts';

/** What a coach said of a file, by which it is read each time. */
export interface Said {
  readonly choice: ColumnChoice;
  /** Its meter counted twice. */
  readonly halved: boolean;
}

const stored = z.object({
  watts: z.number().nullish(),
  bpm: z.number().nullish(),
  halved: z.boolean().optional(),
});

/** What is stored in `recordings.columns`. */
export function readSaid(text: string | null): Said {
  const { halved = false, ...choice } = text === null ? {} : readJsonOr(text, stored, {});
  return { choice, halved };
}

/** As it is stored; null where nothing was said. */
export function storedSaid({ choice, halved }: Said): string | null {
  const said = { ...choice, ...(halved ? { halved } : {}) };
  return Object.keys(said).length === 0 ? null : JSON.stringify(said);
}
