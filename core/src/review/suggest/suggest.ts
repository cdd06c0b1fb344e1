import { THREE_CADENCES } from '../../sessions/index.ts';
import type { Reading } from '../reading.ts';
import type { SetRead } from '../rows/setOf.ts';
import type { VerdictId } from '../verdicts/verdict.ts';
import type { ReviewLimits } from '../verdicts/verdict.ts';
import type { Suggestion } from './suggestion.ts';

/** What a suggestion looks at. */
export interface ForSuggestion {
  readonly reading: Pick<Reading, 'is' | 'headline' | 'aboveFtp' | 'family'> & {
    readonly set: Pick<SetRead, 'spread'> | null;
  };
  readonly rpe: number | null;
  /** Headlines of the earlier rides of the family, the latest first. */
  readonly before: readonly (VerdictId | null)[];
  /** Rides running that were tired, this one last; 0 where it was not. */
  readonly tiredRunning: number;
  /** What section 11 says of this ride; null where nothing. */
  readonly caution: string | null;
  /** Watts that hold for all reps with these rests; null where they cannot be solved. */
  readonly solvedW: number | null;
  /** The hardest stretch of 20:00 and more against the rider's curve; null where none lies above it. */
  readonly aboveCurve: {
    readonly seconds: number;
    readonly watts: number;
    readonly curveW: number;
  } | null;
  readonly retestDue: boolean;
  /** A higher maximal heart rate that was held, or new points for CP. */
  readonly found: {
    readonly what: 'maximal heart rate' | 'CP';
    readonly was: number | null;
    readonly is: number | null;
  } | null;
  readonly limits: ReviewLimits;
}

/** A rule of what comes next: its number in the handbook, and what it suggests where it holds. */
interface SuggestionRule {
  readonly rule: number;
  /** It repeats a set or moves it by a rung: what is ridden to measure something has none. */
  readonly ofSets?: boolean;
  readonly suggests: (of: ForSuggestion) => Suggestion | null;
}

const TIRED_TIMES = { rest: 2, doctor: 3 } as const;
const TWENTY_S = 1200;
/** Above the curve by more than this. Source: handbook section 9.7 (8). */
const CURVE_SHARE = 1.02;
const HOLD = { spread: 0.05, rpe: 9 } as const;
const THRESHOLD_FAMILIES = new Set(['threshold-longer', 'threshold-higher']);

/** In the order in which they are asked: the first that holds is the suggestion. Source: handbook section 9.7. */
const RULES: readonly SuggestionRule[] = [
  {
    rule: 1,
    suggests: ({ caution }) =>
      caution === null ? null : { rule: 1, does: 'caution', says: caution },
  },
  {
    rule: 2,
    suggests: ({ tiredRunning: running }) =>
      running < TIRED_TIMES.rest
        ? null
        : { rule: 2, does: 'rest day', running, doctor: running >= TIRED_TIMES.doctor },
  },
  { rule: 3, ofSets: true, suggests: afterOver },
  {
    rule: 4,
    ofSets: true,
    suggests: ({ reading: { headline } }) =>
      headline?.id === 'started-too-hard' || headline?.id === 'faded'
        ? { rule: 4, does: 'repeat, first minute easy', why: headline.id }
        : null,
  },
  { rule: 8, suggests: retest },
  {
    rule: 5,
    ofSets: true,
    suggests: ({ reading: { headline, aboveFtp } }) => {
      if (headline?.id !== 'too-easy') return null;
      return aboveFtp
        ? { rule: 5, does: '3 % more' }
        : { rule: 5, does: 'next rung', why: 'too-easy', running: 0 };
    },
  },
  { rule: 6, ofSets: true, suggests: afterOnTarget },
  {
    rule: 7,
    ofSets: true,
    suggests: ({ reading: { headline } }) =>
      headline?.id === 'near-target' ? { rule: 7, does: 'repeat' } : null,
  },
  { rule: 9, suggests: ({ found }) => found && { rule: 9, does: 'update', ...found } },
];

/**
 * The one suggestion after a ride: of the rules in their order the first that holds.
 *
 * @param of the ride as it was read, and what is known around it
 * @returns what it is, as data; null where no rule holds
 * Source: handbook section 9.7.
 */
export function suggest(of: ForSuggestion): Suggestion | null {
  const isMeasured = of.reading.family === THREE_CADENCES;
  for (const { ofSets = false, suggests } of RULES) {
    if (isMeasured && ofSets) continue;
    const suggestion = suggests(of);
    if (suggestion) return suggestion;
  }
  return null;
}

function afterOver({ reading: { headline, aboveFtp }, solvedW }: ForSuggestion): Suggestion | null {
  if (headline?.id !== 'over') return null;
  const { after, of } = headline;
  if (after < of / 2) return { rule: 3, does: 'ease one rung', after, of };
  return aboveFtp
    ? { rule: 3, does: 'repeat at solved watts', after, watts: solvedW }
    : { rule: 3, does: 'repeat with 3 % less', after };
}

function retest({ aboveCurve, retestDue, reading, before }: ForSuggestion): Suggestion | null {
  const none = { seconds: null, watts: null, curveW: null };
  if (aboveCurve && isAbove(aboveCurve))
    return { rule: 8, does: 'retest', why: 'above the curve', ...aboveCurve };
  const easyTwice =
    THRESHOLD_FAMILIES.has(reading.family ?? '') &&
    reading.headline?.id === 'too-easy' &&
    before[0] === 'too-easy';
  if (easyTwice) return { rule: 8, does: 'retest', why: 'too easy twice', ...none };
  return retestDue ? { rule: 8, does: 'retest', why: 'due', ...none } : null;
}

function isAbove({ seconds, watts, curveW }: NonNullable<ForSuggestion['aboveCurve']>): boolean {
  return seconds >= TWENTY_S && watts > CURVE_SHARE * curveW;
}

function afterOnTarget({ reading, rpe, before, limits }: ForSuggestion): Suggestion | null {
  const { headline, set, aboveFtp } = reading;
  if (headline?.id !== 'on-target') return null;
  const other = before.findIndex((id) => id !== 'on-target');
  const running = 1 + (other < 0 ? before.length : other);
  const needed = aboveFtp ? limits.onTargetTimes : 1;
  const spread = set?.spread ?? null;
  const hold = (why: 'spread' | 'rpe' | 'once more'): Suggestion => ({
    ...{ rule: 6, does: 'hold', why, spread, rpe, running, needed },
  });
  if (spread !== null && spread > HOLD.spread) return hold('spread');
  if (rpe !== null && rpe >= HOLD.rpe) return hold('rpe');
  return running < needed
    ? hold('once more')
    : { rule: 6, does: 'next rung', why: 'on-target', running };
}
