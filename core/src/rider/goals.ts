/** A goal as far as it decides which one a rider rides for. */
export interface DatedGoal {
  readonly date: string;
  /** Main; on the way to one; a training race, ridden through. */
  readonly rank: 'main' | 'onTheWay' | 'training';
}

/**
 * The goal a rider rides for on a day: the next main one, else the next of any rank, else the last one of before.
 *
 * @param goals the rider's goals in any order
 * @param day `yyyy-mm-dd`
 * @returns the goal, or null where there is none at all
 * Source: handbook sections 3 and 8.8.
 * @example
 * goalOn([{ date: '2027-03-06', rank: 'main' }], '2026-11-25').date // '2027-03-06'
 */
export function goalOn<G extends DatedGoal>(goals: readonly G[], day: string): G | null {
  const rising = [...goals].sort((a, b) => a.date.localeCompare(b.date));
  const toCome = rising.filter(({ date }) => date >= day);
  return toCome.find(({ rank }) => rank === 'main') ?? toCome[0] ?? rising.at(-1) ?? null;
}
