import { type NewId, parseSentence, type Plan } from '../../sessions/index.ts';

/** One block in the last hour of a long ride. */
const STEADY = '2 h 15 at 65 %, 1 × 20 at 88–92 %, 15 easy';
const AT_GOAL = '2 h 15 at 65 %, 1 × 20 at goal, 15 easy';

/**
 * The session for legs that fade late: a long ride with one steady block in its last hour, or one at the goal's watts.
 *
 * @param hasGoal whether the rider's goal has watts
 * @param newId where ids come from
 * @returns the session
 * Source: handbook section 9.5.
 */
export function lateBlock(hasGoal: boolean, newId: NewId): Plan {
  const sentence = hasGoal ? AT_GOAL : STEADY;
  const { items } = parseSentence(sentence, { hills: [], ftpW: null, newId });
  return {
    name: hasGoal ? 'Goal watts late in a long ride' : 'Steady late in a long ride',
    purpose: 'What is left when it counts: one block in the last hour of a long ride.',
    ...{ nameFollows: false, system: hasGoal ? 'threshold' : 'tempo', systemFollows: false },
    ...{ place: 'any', note: 'Easy until then: the block is the point.', items },
  };
}
