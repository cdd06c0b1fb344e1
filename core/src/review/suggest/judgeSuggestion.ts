import type { VerdictId } from '../verdicts/verdict.ts';
import type { Does } from './suggestion.ts';

/** How a suggestion that was accepted turned out. */
export const OUTCOMES = ['held', 'too much', 'too little'] as const;
export type Outcome = (typeof OUTCOMES)[number];

const OF_HEADLINE: Partial<Record<VerdictId, Outcome>> = {
  'on-target': 'held',
  'near-target': 'held',
  'kept-easy': 'held',
  over: 'too much',
  'started-too-hard': 'too much',
  faded: 'too much',
  'too-easy': 'too little',
};
/** What these ask cannot be told from the next ride of the family. */
const NOT_JUDGED = new Set<Does>(['caution', 'retest', 'update', 'rest day']);

/**
 * How a suggestion turned out, by the next ride of its family.
 *
 * @param does what was suggested
 * @param headline headline of that ride
 * @returns held, too much or too little; null where the ride cannot tell, or nothing was asked of it
 * Source: handbook section 9.7 ("It is judged at the next ride of that family").
 */
export function judgeSuggestion(does: Does, headline: VerdictId | null): Outcome | null {
  if (NOT_JUDGED.has(does) || headline === null) return null;
  return OF_HEADLINE[headline] ?? null;
}

/** A rule's record with a rider. */
export interface RuleRecord {
  readonly rule: number;
  readonly accepted: number;
  readonly refused: number;
  readonly judged: number;
  readonly held: number;
  readonly tooMuch: number;
  readonly tooLittle: number;
}

/**
 * The record of each rule: how often it was accepted, and what became of it.
 *
 * @param made the suggestions that were answered
 * @returns a line a rule, in their order
 * Source: handbook section 9.7 ("the share held is shown per rule").
 */
export function ruleRecords(
  made: readonly {
    readonly rule: number;
    readonly decision: 'accepted' | 'changed' | 'refused';
    readonly outcome: Outcome | null;
  }[],
): RuleRecord[] {
  const rules = [...new Set(made.map(({ rule }) => rule))].sort((one, other) => one - other);
  return rules.map((rule) => {
    const own = made.filter((each) => each.rule === rule);
    const taken = own.filter(({ decision }) => decision !== 'refused');
    const count = (outcome: Outcome): number =>
      taken.filter((each) => each.outcome === outcome).length;
    return {
      rule,
      accepted: taken.length,
      refused: own.length - taken.length,
      judged: taken.filter(({ outcome }) => outcome !== null).length,
      ...{ held: count('held'), tooMuch: count('too much'), tooLittle: count('too little') },
    };
  });
}
