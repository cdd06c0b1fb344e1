import { type Refused, type Understood, understood } from '../../units/index.ts';
import type { NewId } from '../edits.ts';
import type { RiderOnDay } from '../efforts.ts';
import type { Fitted } from '../fit.ts';
import { progress } from '../ladder/climb.ts';
import type { Climbing } from '../ladder/ladder.ts';
import type { Plan } from '../plan.ts';
import { printSentence } from '../sentence/print.ts';
import { timeAtTarget } from '../ladder/work.ts';
import { BOOK, type BookFamily, familyOfBook, planFromBook, rungName } from './book.ts';
import { nameFromSets } from '../naming.ts';

/** A session of a family: a rung of its ladder, or beside it. */
export interface BookRung {
  /** As in `Plan.bookId`. */
  readonly id: string;
  readonly plan: Plan;
  /** Place on the ladder, from 0; null beside it. */
  readonly rung: number | null;
}

/** Nobody in particular: the ladders of the book are in percent. */
const NOBODY: RiderOnDay = {
  firstName: 'the rider',
  ftpW: null,
  massKg: null,
  restingBpm: null,
  thresholdBpm: null,
  maximalBpm: null,
  hasPower: true,
  easyPercent: 50,
  bests: [],
};
/** The book shows so many rungs by watts alone; the ladder goes on. */
const SHOWN_RAISES = 3;
/** Rides of the book last to six hours. */
const LONGEST_S = 6 * 3600;
const MOST_RUNGS = 40;

const known = new Map<string, readonly BookRung[]>();

/**
 * All sessions of a family: the rungs of its ladder from the first, climbed one by one, then what stands beside.
 *
 * @param family the family
 * @returns its rungs; those that the book says in words keep their id
 * Source: handbook section 7, the table of ladders.
 */
export function rungsOf(family: BookFamily): readonly BookRung[] {
  const found = known.get(family.id);
  if (found) return found;
  const rungs = climbFamily(family);
  known.set(family.id, rungs);
  return rungs;
}

function climbFamily(family: BookFamily): BookRung[] {
  let made = 0;
  const newId: NewId = () => `b${(made += 1)}`;
  const said = family.sessions.map((session) => ({
    session,
    plan: planFromBook(family, session, newId),
  }));
  const ids = new Map(said.map(({ session, plan }) => [workWords(plan), session.id]));
  const rungs: BookRung[] = [];
  const add = (plan: Plan): void => {
    const id = ids.get(workWords(plan)) ?? `${family.id}:${rungs.length + 1}`;
    rungs.push({ id, rung: rungs.length, plan: { ...plan, bookId: id } });
  };
  for (const [index, { session, plan }] of said.entries())
    if (index === 0 || session.foot === true)
      for (const rung of climbFrom(plan)) add({ ...rung, name: nameOf(family, plan, rung) });
  const beside = said.filter(({ session }) => !rungs.some(({ id }) => id === session.id));
  return [...rungs, ...beside.map(({ session, plan }) => ({ id: session.id, plan, rung: null }))];
}

function nameOf(family: BookFamily, foot: Plan, rung: Plan): string {
  return foot.nameFollows || family.named ? rungName(family, rung) : rung.name;
}

function climbFrom(foot: Plan): Plan[] {
  const plans = [foot];
  let raises = 0;
  while (plans.length < MOST_RUNGS) {
    const last = plans.at(-1) as Plan;
    const next = progress(last, 1, { rider: NOBODY, longRideS: LONGEST_S });
    if (!next.ok) break;
    raises = sameAmount(last, next.value.plan) ? raises + 1 : 0;
    if (raises > SHOWN_RAISES) break;
    plans.push(next.value.plan);
  }
  return plans;
}

function sameAmount(one: Plan, other: Plan): boolean {
  return timeAtTarget(one, NOBODY) === timeAtTarget(other, NOBODY);
}

/** The words of a session's work alone: by them a rung is known. */
function workWords(plan: Plan): string {
  const items = plan.items.filter((item) => item.kind === 'set' || item.role === 'work');
  const { totalS: _, ...open } = plan;
  return printSentence({ ...open, items });
}

/**
 * A session one rung up or down, known as a session of the book where it has become one.
 *
 * @param plan the session
 * @param by 1 for up, −1 for down
 * @param climbing the rider, the school, the time of year, and a lever where the coach chose one
 * @returns as `progress`; a name that the book gave follows the rung
 * Source: handbook section 7.
 */
export function climb(plan: Plan, by: 1 | -1, climbing: Climbing): Understood<Fitted> | Refused {
  const next = progress(plan, by, climbing);
  if (!next.ok || plan.bookId === undefined) return next;
  const from = bookRung(plan.bookId);
  if (!from) return next;
  const words = workWords(next.value.plan);
  const rung = rungsOf(from.family).find((each) => workWords(each.plan) === words);
  if (!rung) return next;
  const theirs = plan.name === from.rung.plan.name && !plan.nameFollows;
  return understood({
    ...next.value,
    plan: {
      ...next.value.plan,
      bookId: rung.id,
      ...(theirs ? { name: rung.plan.name } : {}),
    },
  });
}

/**
 * Finds a session of the book.
 *
 * @param id as in `Plan.bookId`
 * @returns it with its family, or null
 */
export function bookRung(id: string): { family: BookFamily; rung: BookRung } | null {
  const family = familyOfBook(id);
  const rung = family && rungsOf(family).find((each) => each.id === id);
  return family && rung ? { family, rung } : null;
}

/**
 * A session of the book as a plan of the coach's own.
 *
 * @param rung the session
 * @param newId where ids come from
 * @returns the plan with ids of its own
 */
export function planOfRung({ plan }: BookRung, newId: NewId): Plan {
  const fresh = <T extends Plan['items'][number]>(item: T): T =>
    item.kind === 'step'
      ? { ...item, id: newId() }
      : {
          ...item,
          id: newId(),
          parts: item.parts.map(fresh),
          rest: item.rest && { ...item.rest, step: { ...item.rest.step, id: newId() } },
        };
  const { climbed: _, ...own } = plan;
  return { ...own, items: own.items.map(fresh) };
}

/**
 * A plain Endurance ride of some length, as filling a week puts it on a day.
 *
 * @param minutes 1–1440
 * @param newId where ids come from
 * @returns the plan, of the book's Endurance
 * Source: handbook sections 7 and 8.5.
 */
export function enduranceRide(minutes: number, newId: NewId): Plan {
  const family = BOOK.find(({ id }) => id === 'endurance');
  const [first] = family?.sessions ?? [];
  if (!family || !first) throw new RangeError('The book has no Endurance.');
  const plan = planFromBook(family, first, newId);
  return withRideLength({ ...plan, nameFollows: true }, minutes);
}

/**
 * A session of one ride, made longer or shorter.
 *
 * @param plan the session
 * @param minutes its new length
 * @returns the session; as it was where it is more than one ride
 */
export function withRideLength(plan: Plan, minutes: number): Plan {
  const [only] = plan.items;
  if (plan.items.length !== 1 || only?.kind !== 'step') return plan;
  const length = { kind: 'time' as const, seconds: Math.round(minutes * 60) };
  const { bookId: _, climbed: __, ...own } = { ...plan, items: [{ ...only, length }] };
  return own.nameFollows ? { ...own, name: nameFromSets(own) } : own;
}
