import type { ColumnChoice } from '@uphill/core/formats';
import { z } from 'zod';
import type { RecordingRow } from '../tables.ts';
import { readJsonOr } from './json.ts';

/** What a coach said of a file, by which it is read each time. */
export interface Said {
  readonly choice: ColumnChoice;
  /** Its meter counted twice. */
  readonly halved: boolean;
}

const span = z.object({ startS: z.number(), seconds: z.number() });

const madeOf = z.object({
  pieces: z.array(z.object({ recordingId: z.string(), fromS: z.number(), toS: z.number() })),
  between: z.array(span),
});

/** Seconds of a recording that came in as a file. */
export type Piece = z.infer<typeof madeOf>['pieces'][number];

/** Of what a recording is made that is not of a file of its own: a joined ride's, or one of a ride that was split. */
export type MadeOf = z.infer<typeof madeOf>;

const stored = z.object({
  watts: z.number().nullish(),
  bpm: z.number().nullish(),
  halved: z.boolean().optional(),
  of: madeOf.optional(),
});

/** What is stored in `recordings.columns`. */
export function readSaid(text: string | null): Said & { readonly of: MadeOf | null } {
  const {
    halved = false,
    of = null,
    ...choice
  } = text === null ? {} : readJsonOr(text, stored, {});
  return { choice, halved, of };
}

/** As it is stored; null where nothing was said. */
export function storedSaid({ choice, halved }: Said): string | null {
  const said = { ...choice, ...(halved ? { halved } : {}) };
  return Object.keys(said).length === 0 ? null : JSON.stringify(said);
}

/** As it is stored of what has no file of its own. */
export function storedMadeOf(of: MadeOf, halved: boolean): string {
  return JSON.stringify({ of, ...(halved ? { halved } : {}) });
}

/** The seconds of files that a recording is made of. */
export function piecesOf({
  id,
  seconds,
  columns,
}: Pick<RecordingRow, 'id' | 'seconds' | 'columns'>): readonly Piece[] {
  return readSaid(columns).of?.pieces ?? [{ recordingId: id, fromS: 0, toS: seconds }];
}

export function overlap(one: Piece, other: Piece): boolean {
  return one.recordingId === other.recordingId && one.fromS < other.toS && other.fromS < one.toS;
}
