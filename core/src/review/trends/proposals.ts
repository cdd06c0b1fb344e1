import { type NewId, parseSentence, type Plan } from '../../sessions/index.ts';

/** One block in the last hour of a long ride. */
const STEADY = '2 h 15 at 65 %, 1 × 20 at 88–92 %, 15 easy';
const AT_GOAL = '2 h 15 at 65 %, 1 × 20 at goal, 15 easy';

const LATE_EFFORTS = '2 h at 65 %, 2 × 5:00 at max, 12:00 easy between, 15 easy';

/**
 * The session that shows what is left late, where nobody asked for it yet: a long ride with two efforts in its last
 * hour, as hard as they can be held.
 *
 * @param newId where ids come from
 * @returns the session
 * Source: handbook section 9.5.
 */
export function lateEfforts(newId: NewId): Plan {
  const { items } = parseSentence(LATE_EFFORTS, { hills: [], ftpW: null, newId });
  return {
    name: 'Two efforts late in a long ride',
    purpose: 'Shows what is left after hours: two efforts that are meant, in the last hour.',
    ...{ nameFollows: false, system: 'ceiling', systemFollows: false },
    ...{ place: 'any', note: 'Easy until then, and eat: the efforts are the point.', items },
  };
}

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
