import { printDuration } from '../units/index.ts';
import type { Item, Plan, Step } from './plan.ts';
import { measureAll } from './measure.ts';

/** An easy end is never shorter than this, s. */
const SHORTEST_END_S = 60;

/**
 * Keeps a session at the whole length it must last: its easy ends are stretched or shortened by the same time, its
 * reps never.
 *
 * @param plan the session; without `totalS` it is left alone
 * @returns the session with its ends fitted, and a sentence where they cannot fit
 * Source: handbook section 7.
 */
export function fitEnds(plan: Plan): { plan: Plan; problem: string | null } {
  const { totalS } = plan;
  if (totalS === undefined) return { plan, problem: null };
  const total = measureAll(plan.items).seconds;
  const missing = totalS - total;
  if (missing === 0) return { plan, problem: null };
  const ends = endsOf(plan.items);
  const endsS = ends.reduce((sum, { seconds }) => sum + seconds, 0);
  if (ends.length === 0 || endsS + missing < ends.length * SHORTEST_END_S) {
    const says = `Reps and rests take ${printDuration(total - endsS)}; you asked for ${printDuration(totalS)}. The reps stay, so the ends cannot fit.`;
    return {
      plan,
      problem:
        ends.length === 0 && missing > 0
          ? `The steps take ${printDuration(total)}; you asked for ${printDuration(totalS)}. There is no easy end to stretch.`
          : says,
    };
  }
  const lengths = shared(
    ends.map(({ seconds }) => seconds),
    missing,
  );
  const byId = new Map(ends.map(({ id }, index) => [id, lengths[index] as number]));
  const items = plan.items.map((item) =>
    item.kind === 'step' && byId.has(item.id)
      ? { ...item, length: { kind: 'time' as const, seconds: byId.get(item.id) as number } }
      : item,
  );
  return { plan: { ...plan, items }, problem: null };
}

function endsOf(items: readonly Item[]): { id: string; seconds: number }[] {
  const easyEnd = (item: Item | undefined): item is Step & { length: { kind: 'time' } } =>
    item?.kind === 'step' && item.role !== 'work' && item.length.kind === 'time';
  const [first, last] = [items[0], items.at(-1)];
  return [
    ...(easyEnd(first) ? [first] : []),
    ...(items.length > 1 && easyEnd(last) ? [last] : []),
  ].map(({ id, length }) => ({ id, seconds: length.seconds }));
}

/** The same time to each end; what one cannot give, the other does. */
function shared(ends: readonly number[], missing: number): number[] {
  if (ends.length === 1) return [(ends[0] as number) + missing];
  const [first, last] = ends as readonly [number, number];
  const half = Math.trunc(missing / 2);
  const wanted = Math.max(SHORTEST_END_S, first + (missing - half));
  const other = first + last + missing - wanted;
  return other >= SHORTEST_END_S
    ? [wanted, other]
    : [first + last + missing - SHORTEST_END_S, SHORTEST_END_S];
}
