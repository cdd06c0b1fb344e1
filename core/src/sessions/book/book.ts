import type { NewId } from '../edits.ts';
import { measureAll } from '../measure.ts';
import { nameFromSets } from '../naming.ts';
import type { Plan, System, TRAINER_SETTINGS } from '../plan.ts';
import { parseSentence } from '../sentence/parse.ts';
import { ENDURANCE_FAMILIES } from './endurance.ts';
import { CEILING_FAMILIES } from './ceiling.ts';
import { MEASURING_FAMILIES } from './measuring.ts';
import { THRESHOLD_FAMILIES } from './threshold.ts';

/** A session of the book, said in a sentence. */
export interface BookSession {
  readonly id: string;
  /** Left out: it follows the sets. */
  readonly name?: string;
  readonly sentence: string;
  /** A second ladder of its family starts here; the first session starts the first. */
  readonly foot?: true;
  /** Where it differs from its family. */
  readonly place?: Plan['place'];
  readonly equipment?: string;
}

/** A family of sessions: what it is for and how it is used. */
export interface BookFamily {
  readonly id: string;
  readonly name: string;
  readonly system: System;
  readonly purpose: string;
  readonly forWhom: string;
  readonly progression: string;
  /** What to do where riders go wrong: printed on the card. */
  readonly watch: readonly string[];
  readonly cautions: readonly string[];
  readonly place: Plan['place'];
  readonly equipment: string;
  readonly trainer: (typeof TRAINER_SETTINGS)[number];
  readonly feel: string;
  readonly unfuelled?: true;
  readonly sport?: NonNullable<Plan['sport']>;
  /** How its rungs are called where the sets say too little. */
  readonly named?: { readonly as: string; readonly by: 'total' | 'reps' };
  /** The first rung, and sessions that stand on a rung or beside the ladder. */
  readonly sessions: readonly BookSession[];
}

/** The book that ships with the application. Source: handbook section 7; the names are ours. */
export const BOOK: readonly BookFamily[] = [
  ...ENDURANCE_FAMILIES,
  ...THRESHOLD_FAMILIES,
  ...CEILING_FAMILIES,
  ...MEASURING_FAMILIES,
];

/**
 * A session of the book as a plan of the coach's own.
 *
 * @param family the family it belongs to
 * @param session the session
 * @param newId where ids come from
 * @returns the plan, with purpose, cues and settings of its family
 * @throws RangeError where the sentence cannot be read whole, which a test rules out for all of the book
 * Source: handbook section 7.
 */
export function planFromBook(family: BookFamily, session: BookSession, newId: NewId): Plan {
  const { items, unread, totalS } = parseSentence(session.sentence, {
    hills: [],
    ftpW: null,
    newId,
  });
  if (unread.length > 0) throw new RangeError(`${session.id}: ${unread[0]?.says ?? ''}`);
  const plan: Plan = {
    name: session.name ?? '',
    nameFollows: session.name === undefined && family.named === undefined,
    purpose: family.purpose,
    system: family.system,
    place: session.place ?? family.place,
    note: family.watch.join(' '),
    trainer: family.trainer,
    equipment: session.equipment ?? family.equipment,
    feel: family.feel,
    bookId: session.id,
    items,
    ...(family.unfuelled ? { unfuelled: true } : {}),
    ...(family.sport ? { sport: family.sport } : {}),
    ...(totalS === null ? {} : { totalS }),
  };
  return session.name === undefined ? { ...plan, name: rungName(family, plan) } : plan;
}

/**
 * What a rung of a family is called: by its family where the sets say too little, else by its sets.
 *
 * @param family the family
 * @param plan a session of it
 * @returns "Kicks, 40 min", "Sprints on the minute, 6", or "3 × 12:00 at 88–94 %"
 */
export function rungName({ named }: Pick<BookFamily, 'named'>, plan: Plan): string {
  if (!named) return nameFromSets(plan);
  const set = plan.items.find((item) => item.kind === 'set');
  const reps = set && typeof set.reps === 'number' ? set.reps : null;
  return named.by === 'reps' && reps !== null
    ? `${named.as}, ${reps}`
    : `${named.as}, ${Math.round(measureAll(plan.items).seconds / 60)} min`;
}

/**
 * The family of a session of the book.
 *
 * @param id as in `Plan.bookId`
 * @returns the family, or null
 */
export function familyOfBook(id: string): BookFamily | null {
  const of = ({ id: family, sessions }: BookFamily): boolean =>
    id.startsWith(`${family}:`) || sessions.some((session) => session.id === id);
  return BOOK.find(of) ?? null;
}

/**
 * A session's note taken apart: what the book says to watch, and what the coach wrote.
 *
 * @param plan the session
 * @returns both, empty where there is nothing of it
 */
export function noteOf({ bookId, note }: Pick<Plan, 'bookId' | 'note'>): {
  readonly watch: string;
  readonly own: string;
} {
  const family = BOOK.find(({ sessions }) => sessions.some(({ id }) => id === bookId));
  const watch = family?.watch.join(' ') ?? '';
  return watch !== '' && note.startsWith(watch)
    ? { watch, own: note.slice(watch.length).trim() }
    : { watch: '', own: note };
}
