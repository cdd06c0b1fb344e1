import { type Item, itemsBefore, type Plan } from '../plan.ts';
import type { Lever } from './ladder.ts';
import { printSentence } from '../sentence/print.ts';

/** So many ways back are kept; each is one rung that does not lead back by itself. */
const MOST_WAYS = 8;
/** No longer than this are the words by which a session is known again, and what it was. */
const MOST_WORDS = 1000;
const MOST_WAS = 20_000;

/** The words of some items, by which they are known again. */
function wordsOf(plan: Plan, places: readonly number[]): string {
  const { totalS: _, ...open } = plan;
  return printSentence({ ...open, items: places.flatMap((at) => plan.items[at] ?? []) });
}

/** The items that a session had before; null where they cannot be read. */
function before(was: string): Map<number, Item> | null {
  try {
    const read = itemsBefore.safeParse(JSON.parse(was));
    return read.success ? new Map(read.data.map(({ at, item }) => [at, item])) : null;
  } catch {
    return null;
  }
}

/**
 * The session a rung was taken from, where the ladder alone would not lead back to it: one that stood between two
 * rungs, or was laid out otherwise than the family lays it out.
 *
 * @param plan the session as it stands
 * @param by the rung wanted: 1 for up, −1 for down
 * @param lever the lever chosen by hand; left out for the family's own
 * @returns the session as it was, or null where the ladder itself says, or the work was edited since
 */
export function cameFrom(plan: Plan, by: 1 | -1, lever?: Lever): Plan | null {
  const last = plan.climbed?.at(-1);
  if (!last || last.by === by || last.lever !== lever) return null;
  const was = before(last.was);
  if (!was || wordsOf(plan, [...was.keys()]) !== last.reached) return null;
  const { totalS: _, climbed, ...rest } = plan;
  const earlier = climbed?.slice(0, -1) ?? [];
  return {
    ...rest,
    items: plan.items.map((item, at) => was.get(at) ?? item),
    ...(last.totalS === undefined ? {} : { totalS: last.totalS }),
    ...(earlier.length === 0 ? {} : { climbed: earlier }),
  };
}

/**
 * Keeps the way back from a rung.
 *
 * @param from the session before
 * @param to the session on its next rung
 * @param by 1 for up, −1 for down
 * @param lever the lever chosen by hand; left out for the family's own
 * @returns the session on its next rung, knowing where it came from
 */
export function remembering(from: Plan, to: Plan, by: 1 | -1, lever?: Lever): Plan {
  const changed = from.items.flatMap((item, at) =>
    JSON.stringify(item) === JSON.stringify(to.items[at]) ? [] : [{ at, item }],
  );
  const places = changed.map(({ at }) => at);
  const [reached, was] = [wordsOf(to, places), JSON.stringify(changed)];
  if (changed.length === 0 || reached.length > MOST_WORDS || was.length > MOST_WAS) return to;
  const total = from.totalS === undefined ? {} : { totalS: from.totalS };
  const way = { by, ...(lever === undefined ? {} : { lever }), reached, was, ...total };
  return { ...to, climbed: [...(from.climbed ?? []), way].slice(-MOST_WAYS) };
}
