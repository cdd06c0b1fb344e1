import {
  type Item,
  measureAll,
  nameFromSets,
  type Plan,
  type RiderOnDay,
  sessionNumbers,
  type Step,
} from '../../sessions/index.ts';
import { printDuration } from '../../units/index.ts';

/** What ends and warm-up are cut to, s; and how much of the work has to stay. Source: handbook section 8.10. */
const COOL_DOWN_S = 300;
const WARM_UP_S = 600;
const CEILING_WARM_UP_S = 720;
const LEAST_SHARE = 2 / 3;
const LEAST_WORK_S = 600;
const ENDURANCE_PERCENT = 75;

/** A session cut to the minutes that there are, with every cut; or that too little of it is left. */
export type Shortened =
  | { readonly ok: true; readonly plan: Plan; readonly cuts: readonly string[] }
  | { readonly ok: false; readonly why: string };

/**
 * A session for a day that is short of time: cool-down to 5:00, Endurance to none, warm-up to 10:00 (ceiling 12:00), then
 * reps from the end, as long as two thirds of them and 10:00 at target are left. Rests are never cut.
 *
 * @param plan the session
 * @param minutes that there are
 * @param rider the rider's figures on the day
 * @returns the shorter session with its cuts; refused where it should become Endurance or move
 * Source: handbook section 8.10 (Short of time).
 */
export function shortOfTime(plan: Plan, minutes: number, rider: RiderOnDay): Shortened {
  const { totalS: _, ...open } = plan;
  const wanted = minutes * 60;
  const cuts: string[] = [];
  let items: readonly Item[] = open.items;
  const over = (): number => measureAll([...items]).seconds - wanted;
  const cut = (next: readonly Item[], says: string): void => {
    if (next === items) return;
    items = next;
    cuts.push(says);
  };
  const warmUp = plan.system === 'ceiling' ? CEILING_WARM_UP_S : WARM_UP_S;
  if (over() > 0) cut(shorten(items, 'coolDown', COOL_DOWN_S, over()), 'cool-down to 5:00');
  if (over() > 0) cut(withoutEndurance(items), 'Endurance left out');
  if (over() > 0)
    cut(shorten(items, 'warmUp', warmUp, over()), `warm-up to ${printDuration(warmUp)}`);
  const before = sets(items);
  for (let fewer = oneRepLess(items); over() > 0 && fewer; fewer = oneRepLess(items)) {
    const next: Plan = { ...open, items: [...fewer] };
    const workS = sessionNumbers(next, rider).timeAtTargetS.value;
    if (sets(fewer) < LEAST_SHARE * before || workS < LEAST_WORK_S) break;
    items = fewer;
  }
  if (over() > 0)
    return {
      ok: false,
      why: `In ${printDuration(wanted)} too little of it is left: ride Endurance, or move it.`,
    };
  if (sets(items) < before) cuts.push(`${sets(items)} of ${before} reps`);
  const next: Plan = { ...open, items: [...items] };
  return {
    ok: true,
    plan: next.nameFollows ? { ...next, name: nameFromSets(next) } : next,
    cuts,
  };
}

/** Steps of a role, taken together, no shorter than the least. */
function shorten(
  items: readonly Item[],
  role: Step['role'],
  leastS: number,
  overS: number,
): readonly Item[] {
  const own = items.filter((item) => isTimed(item, role));
  const total = own.reduce((sum, item) => sum + secondsOf(item), 0);
  const wanted = Math.max(leastS, total - overS);
  if (wanted >= total) return items;
  let left = wanted;
  return items.map((item) => {
    if (!own.includes(item) || item.kind !== 'step') return item;
    const seconds = Math.max(1, Math.min(left, Math.round((secondsOf(item) * wanted) / total)));
    left -= seconds;
    return { ...item, length: { kind: 'time', seconds } };
  });
}

function isTimed(item: Item, role: Step['role']): boolean {
  return item.kind === 'step' && item.role === role && item.length.kind === 'time';
}

function secondsOf(item: Item): number {
  return item.kind === 'step' && item.length.kind === 'time' ? item.length.seconds : 0;
}

/** Without the easy pieces that stand by themselves; a session that is nothing else keeps them. */
function withoutEndurance(items: readonly Item[]): readonly Item[] {
  const left = items.filter((item) => !isEndurance(item));
  return left.length === items.length || !left.some((item) => item.kind === 'set') ? items : left;
}

function isEndurance(item: Item): boolean {
  if (item.kind !== 'step' || item.role === 'warmUp' || item.role === 'coolDown') return false;
  const { target } = item;
  if (target.kind !== 'steady') return false;
  return (
    target.effort.kind === 'easy' ||
    (target.effort.kind === 'percent' && target.effort.high <= ENDURANCE_PERCENT)
  );
}

function sets(items: readonly Item[]): number {
  return items.reduce(
    (sum, item) => sum + (item.kind === 'set' && typeof item.reps === 'number' ? item.reps : 0),
    0,
  );
}

/** One rep less of the last set that has more than one. */
function oneRepLess(items: readonly Item[]): readonly Item[] | null {
  const at = items.findLastIndex(
    (item) => item.kind === 'set' && typeof item.reps === 'number' && item.reps > 1,
  );
  return at < 0
    ? null
    : items.map((item, place) =>
        place === at && item.kind === 'set' && typeof item.reps === 'number'
          ? { ...item, reps: item.reps - 1 }
          : item,
      );
}
