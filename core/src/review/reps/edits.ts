import type { Gap } from '../../power/index.ts';
import { type FoundReps, numbered, type Span } from './numbered.ts';
import type { PlannedRep } from './plannedReps.ts';

/**
 * What the coach said of the reps of a ride, in the ride's own seconds, apart from what was found: so that it is
 * applied again whenever they are found anew.
 */
export interface RepEdits {
  /** Where the first rep begins, where none were found; null where that was not said. */
  readonly firstS: number | null;
  /** A rep that was found and where it lies in truth; `was` null: there is one, `is` null: there is none. */
  readonly changes: readonly { readonly was: Span | null; readonly is: Span | null }[];
  /** What was said of single reps, by where each lay then. */
  readonly said?: readonly SaidRep[];
}

/** How one rep felt, and what was noted of it. Source: handbook section 9.2. */
export interface SaidRep {
  readonly at: Span;
  /** 1–10; null where nobody said. */
  readonly rpe: number | null;
  readonly note: string;
}

export const NO_EDITS: RepEdits = { firstS: null, changes: [] };

/**
 * Notes that a rep lies elsewhere. A rep that was moved before keeps the place at which it was first found.
 *
 * @param edits what was said before
 * @param was the rep as it stands; null for one that was not found
 * @param is where it lies; null where there is none
 * @returns the edits with this one
 * Source: handbook section 9.1 ("An edge can be dragged").
 */
export function withEdit(edits: RepEdits, was: Span | null, is: Span | null): RepEdits {
  // Known by where it lies now, or, where that is not drawn yet, by where it was found.
  const here = was ? edits.changes.findIndex((each) => each.is && same(each.is, was)) : -1;
  const found = was ? edits.changes.findIndex((each) => each.was && same(each.was, was)) : -1;
  const at = here >= 0 ? here : found;
  const earlier = edits.changes[at];
  if (!earlier) return { ...edits, changes: [...edits.changes, { was, is }] };
  const others = edits.changes.filter((_, place) => place !== at);
  // What was put in and taken out again, or moved back to where it was found, was never said.
  const undone = is ? earlier.was !== null && same(earlier.was, is) : earlier.was === null;
  return {
    ...edits,
    changes: undone ? others : [...others, { was: earlier.was, is }],
  };
}

/**
 * Notes how a rep felt; with neither RPE nor note what was said of it is taken back.
 *
 * @param edits what was said before
 * @param rep the rep as it lies, with RPE (1–10 or null) and note
 * @returns the edits with this one
 * Source: handbook section 9.2 ("RPE and note if given").
 */
export function withSaid(edits: RepEdits, rep: SaidRep): RepEdits {
  const others = (edits.said ?? []).filter(({ at }) => shared(at, rep.at) === 0);
  const empty = rep.rpe === null && rep.note === '';
  return { ...edits, said: empty ? others : [...others, rep] };
}

/**
 * What was said of a rep, wherever its edges lie by now.
 *
 * @param edits what the coach said
 * @param rep where it lies
 * @returns the one that shares most seconds with it; null where none does
 */
export function saidOf({ said = [] }: RepEdits, rep: Span): SaidRep | null {
  const at = mostlyAt(
    said.map((each) => each.at),
    rep,
  );
  return said[at] ?? null;
}

/**
 * Edits after the ride's clock has moved, as when a recording was joined before its start.
 *
 * @param edits what the coach said
 * @param byS seconds by which every second of the ride is later
 * @returns the same edits in the new seconds
 */
export function moveEdits({ firstS, changes, said = [] }: RepEdits, byS: number): RepEdits {
  const moved = ({ startS, endS }: Span): Span => ({ startS: startS + byS, endS: endS + byS });
  return {
    firstS: firstS === null ? null : firstS + byS,
    changes: changes.map(({ was, is }) => ({ was: was && moved(was), is: is && moved(is) })),
    said: said.map((each) => ({ ...each, at: moved(each.at) })),
  };
}

/**
 * Lays what the coach said over what was found. A rep that was moved is known again by where it lay: the one found that
 * covers most of it. One that is not found any more stays where the coach put it.
 *
 * @param found the reps as they were found; null where they were not
 * @param changes what the coach said
 * @param planned the reps that were planned
 * @param between time between two recordings
 * @returns the reps; null where there are none
 * Source: handbook section 9.1.
 */
export function applyEdits(
  found: FoundReps | null,
  changes: RepEdits['changes'],
  planned: readonly PlannedRep[],
  between: readonly Gap[],
): FoundReps | null {
  if (changes.length === 0 || planned.length === 0) return found;
  const spans: (Span & { readonly number?: number | null })[] = [...(found?.reps ?? [])];
  let counted = true;
  for (const { was, is } of changes) {
    const at = was ? mostlyAt(spans, was) : -1;
    if (at < 0 || !is) counted = false;
    if (at >= 0) spans.splice(at, 1, ...(is ? [{ ...spans[at], ...is }] : []));
    else if (is) spans.push(is);
  }
  spans.sort((one, other) => one.startS - other.startS);
  if (spans.length === 0) return null;
  const clear = spans.map((span, place) => withoutOverlap(span, spans[place + 1]));
  // Where edges alone were moved every rep keeps its number; else they are counted anew.
  if (!counted || !found) return numbered(clear, planned, between);
  return {
    ...found,
    reps: clear.map(({ startS, endS, number = null }) => ({
      ...{ startS, endS, number },
      planned: planned[(number ?? planned.length) - 1] as PlannedRep,
    })),
  };
}

function mostlyAt(spans: readonly Span[], was: Span): number {
  let [best, most] = [-1, 0];
  for (const [place, span] of spans.entries()) {
    const both = shared(span, was);
    if (both > most) [best, most] = [place, both];
  }
  return best;
}

/** Seconds that lie in both. */
function shared(one: Span, other: Span): number {
  return Math.max(0, Math.min(one.endS, other.endS) - Math.max(one.startS, other.startS));
}

/** Two reps never share a second: the earlier one ends where the later begins. */
function withoutOverlap<T extends Span>(span: T, next: Span | undefined): T {
  return next && next.startS > span.startS && next.startS < span.endS
    ? { ...span, endS: next.startS }
    : span;
}

function same(one: Span, other: Span): boolean {
  return one.startS === other.startS && one.endS === other.endS;
}
