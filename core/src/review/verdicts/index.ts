import { cannotTell } from './cannotTell.ts';
import { ceilingReached } from './ceiling.ts';
import { faded } from './faded.ts';
import type { AnyVerdictRule, Judged } from './judged.ts';
import { cadence, rests, uneven } from './lines.ts';
import { nearTarget, onTarget } from './onTarget.ts';
import { over } from './over.ts';
import { startedTooHard } from './startedTooHard.ts';
import { tooEasy } from './tooEasy.ts';
import type { Verdict } from './verdict.ts';
import { durable, felt, fuelled, keptEasy, load } from './whole.ts';

/** All verdicts in their order. Source: handbook section 9.3. */
const VERDICTS: readonly AnyVerdictRule[] = [
  cannotTell,
  over,
  startedTooHard,
  faded,
  tooEasy,
  onTarget,
  nearTarget,
  ceilingReached,
  uneven,
  cadence,
  rests,
  keptEasy,
  durable,
  felt,
  load,
  fuelled,
];

/** What still counts where nothing can be told. */
const BESIDE_CANNOT_TELL = new Set<Verdict['id']>(['cannot-tell', 'load']);

/** The headline of a set is one of these; the others are lines. */
const HEADLINES = new Set<Verdict['id']>([
  ...(['cannot-tell', 'over', 'started-too-hard', 'faded'] as const),
  ...(['too-easy', 'on-target', 'near-target'] as const),
]);

/** Verdicts on a ride, in their order, and which of them is its headline. */
export interface Verdicts {
  readonly verdicts: readonly Verdict[];
  readonly headline: Verdict | null;
}

/**
 * All verdicts that hold, in the handbook's order. A set has the first of those on its reps as its headline, an
 * Endurance ride whether it was kept easy; where nothing can be told, that is it, and only load is asked beside.
 *
 * @param judged what was asked and ridden
 * @returns the verdicts and the headline
 * Source: handbook section 9.3.
 */
export function verdictsOn(judged: Judged): Verdicts {
  const held: Verdict[] = [];
  for (const rule of VERDICTS) {
    if (!rule.asked.includes(judged.is)) continue;
    if (held[0]?.id === 'cannot-tell' && !BESIDE_CANNOT_TELL.has(rule.id)) continue;
    const verdict = rule.holds(judged);
    if (verdict) held.push(verdict);
  }
  const [first = null] = held;
  if (judged.is === 'endurance') {
    const told = first?.id === 'cannot-tell' || first?.id === 'kept-easy';
    return { verdicts: held, headline: told ? first : null };
  }
  const headline = held.find(({ id }) => HEADLINES.has(id)) ?? null;
  return { verdicts: held, headline: judged.is === 'set' ? headline : null };
}
