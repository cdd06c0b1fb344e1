import { z } from 'zod';

/**
 * Everything that can go wrong with a request, a row each: what tells it apart, how it is answered, and its heading.
 * The sentence of the moment comes with each problem; nothing is ever told apart by it.
 */
export const PROBLEMS = {
  'not-understood': { status: 400, title: 'Not understood' },
  'broke-off': { status: 400, title: 'Not understood' },
  'not-allowed': { status: 403, title: 'Not allowed' },
  'not-found': { status: 404, title: 'Not found' },
  'not-that-way': { status: 405, title: 'Not that way' },
  'too-slow': { status: 408, title: 'Too slow' },
  'changed-elsewhere': { status: 409, title: 'Changed elsewhere' },
  'nothing-to-undo': { status: 409, title: 'Changed elsewhere' },
  'undo-blocked': { status: 409, title: 'Changed elsewhere' },
  'undo-aside': { status: 409, title: 'Changed elsewhere' },
  'twice-on-a-day': { status: 409, title: 'There already' },
  'ridden-already': { status: 409, title: 'There already' },
  'test-read-off': { status: 409, title: 'Still needed' },
  'too-large': { status: 413, title: 'Too large' },
  'not-json': { status: 415, title: 'Not understood' },
  'field-wrong': { status: 422, title: 'Cannot be used' },
  'plan-wrong': { status: 422, title: 'Cannot be used' },
  'plan-unreadable': { status: 422, title: 'Cannot be used' },
  'which-column': { status: 422, title: 'Cannot be used' },
  'server-error': { status: 500, title: 'Server error' },
  'not-saved': { status: 503, title: 'Not now' },
  'not-ready': { status: 503, title: 'Not ready' },
  'no-room': { status: 507, title: 'No room' },
  /** Found by the page itself: nobody answered, what came is no answer, a date on the page is wrong. */
  'not-connected': { status: 0, title: 'Not connected' },
  'no-answer': { status: 500, title: 'Something went wrong' },
  'date-wrong': { status: 422, title: 'Not saved' },
} as const satisfies Record<string, { readonly status: number; readonly title: string }>;

/** What tells one problem from another, on the server and on the screen. */
export type ProblemCode = keyof typeof PROBLEMS;

const PREFIX = '/problems/';

export const problemSchema = z.object({
  /** The problem's code, as an address: `/problems/changed-elsewhere`. */
  type: z.string(),
  title: z.string(),
  status: z.number().int(),
  detail: z.string(),
  /** What is wrong with which field. */
  fields: z.array(z.object({ field: z.string(), reason: z.string() })).optional(),
  /** Step of the journal that stands in the way of undo or redo. */
  step: z.number().int().optional(),
  /** Which column of a CSV file holds what: its headings, first rows, and what is asked. */
  question: z
    .object({
      headings: z.array(z.string()).readonly(),
      rows: z.array(z.array(z.string()).readonly()).readonly(),
      asks: z
        .array(
          z.object({
            field: z.enum(['watts', 'bpm']),
            candidates: z.array(z.number().int()).readonly(),
          }),
        )
        .readonly(),
    })
    .optional(),
  /** Where it was changed elsewhere: what was sent and what is stored. */
  yours: z.unknown().optional(),
  theirs: z.unknown().optional(),
});
export type Problem = z.infer<typeof problemSchema>;

/** A problem by its code, with the sentence of the moment. */
export function problem(code: ProblemCode, detail: string): Problem {
  return { type: PREFIX + code, ...PROBLEMS[code], detail };
}

/** Whether a problem is this one. */
export function isProblem(found: Problem | null, code: ProblemCode): boolean {
  return found?.type === PREFIX + code;
}
