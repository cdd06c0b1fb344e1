import type { NewId } from '../edits.ts';
import { nameFromSets } from '../naming.ts';
import type { Plan, System, TRAINER_SETTINGS } from '../plan.ts';
import { parseSentence } from '../sentence/parse.ts';
import { ENDURANCE_FAMILIES } from './endurance.ts';
import { CEILING_FAMILIES } from './ceiling.ts';
import { THRESHOLD_FAMILIES } from './threshold.ts';

/** A session of the book, said in a sentence. */
export interface BookSession {
  readonly id: string;
  /** Left out: it follows the sets. */
  readonly name?: string;
  readonly sentence: string;
}

/** A family of sessions: what it is for and how it is used. */
export interface BookFamily {
  readonly id: string;
  readonly name: string;
  readonly system: System;
  readonly purpose: string;
  readonly forWhom: string;
  readonly progression: string;
  /** Printed as cues on the card. */
  readonly faults: readonly string[];
  readonly cautions: readonly string[];
  readonly place: Plan['place'];
  readonly equipment: string;
  readonly trainer: (typeof TRAINER_SETTINGS)[number];
  readonly feel: string;
  readonly unfuelled?: true;
  readonly sport?: NonNullable<Plan['sport']>;
  /** From the first to the hardest: its ladder. */
  readonly sessions: readonly BookSession[];
}

/** The book that ships with the application. Source: handbook section 7; the names are ours. */
export const BOOK: readonly BookFamily[] = [
  ...ENDURANCE_FAMILIES,
  ...THRESHOLD_FAMILIES,
  ...CEILING_FAMILIES,
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
    nameFollows: session.name === undefined,
    purpose: family.purpose,
    system: family.system,
    place: family.place,
    note: family.faults.join(' '),
    trainer: family.trainer,
    equipment: family.equipment,
    feel: family.feel,
    bookId: session.id,
    items,
    ...(family.unfuelled ? { unfuelled: true } : {}),
    ...(family.sport ? { sport: family.sport } : {}),
    ...(totalS === null ? {} : { totalS }),
  };
  return session.name === undefined ? { ...plan, name: nameFromSets(plan) } : plan;
}

/**
 * Finds a session of the book.
 *
 * @param id as in `Plan.bookId`
 * @returns it with its family and its place on the ladder, or null
 */
export function bookSession(
  id: string,
): { family: BookFamily; session: BookSession; rung: number } | null {
  for (const family of BOOK) {
    const rung = family.sessions.findIndex((session) => session.id === id);
    const session = family.sessions[rung];
    if (session) return { family, session, rung };
  }
  return null;
}
