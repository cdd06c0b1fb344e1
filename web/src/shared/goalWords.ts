import type { Goal, GoalRank, Hill } from '@uphill/api';
import { printDuration } from '@uphill/core/units';
import { printDistance } from './choices.ts';

/** Ranks of goals, as a coach says them. */
export const RANK_WORDS: Readonly<Record<GoalRank, string>> = {
  main: 'Main goal',
  onTheWay: 'On the way',
  training: 'Training race',
};

/**
 * A goal's rank and what it demands, as far as that is known.
 *
 * @returns "Main goal · 252 W, for 38:00"
 */
export function goalWords(goal: Goal, hills: readonly Pick<Hill, 'id' | 'name'>[]): string {
  const hill = hills.find(({ id }) => id === goal.hillId);
  const demand = [
    goal.watts !== null && `${goal.watts} W`,
    goal.seconds !== null && `for ${printDuration(goal.seconds)}`,
    goal.km !== null && printDistance(goal.km),
    goal.climbM !== null && `${goal.climbM} m of climbing`,
    hill && `up ${hill.name}`,
  ].filter(Boolean);
  return [RANK_WORDS[goal.rank], ...(demand.length > 0 ? [demand.join(', ')] : [])].join(' · ');
}
