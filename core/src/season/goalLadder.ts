import { ftpLaw } from '../power/index.ts';
import { roundHalfUp, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';

/** Shares of the FTP that a goal needs; each a setting of the rider. Source: handbook section 8.7 (Ladder from the goal). */
export const LADDER_SHARES = {
  keptBack: { usual: 0, least: 0, most: 20 },
  three: { usual: 110, least: 105, most: 118 },
  one: { usual: 130, least: 120, most: 145 },
} as const;
/** More than this a week is faster than most riders change, percent. */
const FAST_PERCENT = 1;

/** What the goal asks, and what the rider has. */
export interface LadderAsked {
  readonly goalW: number;
  /** Time of the goal, s; 300 or more. */
  readonly seconds: number;
  /** Percent kept back for a run or another day after it, 0–20. */
  readonly keptBackPercent: number;
  /** Percent of the FTP needed, for reps of 3:00 and of 1:00. */
  readonly percentOf3min: number;
  readonly percentOf1min: number;
  readonly weeksLeft: number;
  /** The rider's best of 180 days: FTP, and mean watts of such a set or time; null where there is none. */
  readonly best: {
    readonly ftpW: number | null;
    readonly threeW: number | null;
    readonly oneW: number | null;
  };
}

/** One rung back from the goal. */
export interface LadderRung {
  readonly what: string;
  /** W, not rounded before the next sum. */
  readonly needed: Worked;
  readonly bestW: number | null;
  /** Needed less best: below 0 where the rider has it already. Null without a best, as all that follows. */
  readonly gapW: number | null;
  readonly gapPercent: number | null;
  readonly percentAWeek: number | null;
  readonly fasterThanMost: boolean;
}

/**
 * The ladder back from the goal: the FTP it needs, and what reps of 3:00 and of 1:00 go with that, each beside the
 * rider's best, with the gap and what it takes a week.
 *
 * @param asked goal, shares, weeks left and the rider's bests
 * @returns three rungs
 * @throws RangeError for a goal under 5:00
 * Source: handbook section 8.7 (Ladder from the goal).
 */
export function goalLadder(asked: LadderAsked): readonly LadderRung[] {
  const { goalW, seconds, keptBackPercent, percentOf3min, percentOf1min, best } = asked;
  const law = ftpLaw(1, seconds);
  const ftp = goalW / (law * (1 - keptBackPercent / 100));
  const share = (percent: number, of: string): Worked =>
    worked((ftp * percent) / 100, 'W', `Ladder back from the goal: ${of}`, [
      ['FTP needed', `${roundTo(ftp, 1)} W`],
      [`${percent} % of it`, `${roundHalfUp((ftp * percent) / 100)} W`],
    ]);
  return [
    rungOf('FTP', workedFtp(asked, law, ftp), best.ftpW, asked),
    rungOf('3:00 reps', share(percentOf3min, 'reps of 3:00'), best.threeW, asked),
    rungOf('1:00 reps, 3:00 rest', share(percentOf1min, 'reps of 1:00'), best.oneW, asked),
  ];
}

function workedFtp({ goalW, keptBackPercent }: LadderAsked, law: number, ftp: number): Worked {
  return worked(
    ftp,
    'W',
    'Ladder back from the goal: FTP',
    [
      ['Goal', `${goalW} W`],
      ['Share of FTP that is held for its time', `${roundTo(law * 100, 1)} %`],
      ['Kept back', `${keptBackPercent} %`],
      ['Goal ÷ (share × (1 − kept back))', `${roundTo(ftp, 1)} W`],
    ],
    [['Kept back', `${keptBackPercent} %`]],
  );
}

function rungOf(
  what: string,
  needed: Worked,
  bestW: number | null,
  { weeksLeft }: LadderAsked,
): LadderRung {
  if (bestW === null || bestW <= 0)
    return { ...{ what, needed, bestW: null, gapW: null }, gapPercent: null, ...NO_PACE };
  const gapW = needed.value - bestW;
  const gapPercent = (gapW / bestW) * 100;
  const percentAWeek = weeksLeft > 0 ? gapPercent / weeksLeft : null;
  const fasterThanMost = percentAWeek !== null && percentAWeek > FAST_PERCENT;
  return { what, needed, bestW, gapW, gapPercent, percentAWeek, fasterThanMost };
}

const NO_PACE = { percentAWeek: null, fasterThanMost: false } as const;
