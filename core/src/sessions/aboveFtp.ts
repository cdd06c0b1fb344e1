import { type Best, observedAt, type Pair } from '../power/index.ts';
import { type OWN_NUMBERS, printDuration, roundHalfUp, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';

/** Rep lengths that get targets above FTP, s. Source: handbook section 7. */
export const ABOVE_FTP_LENGTHS = [120, 180, 240, 300, 480] as const;

/** Settings of the ways, with the handbook's defaults. */
export interface AboveFtpSettings {
  /** Share of what can be held once that a rep asks, 0.90–0.97. */
  readonly share: number;
  /** Best power at this many times the rep length, 2–3. */
  readonly stretch: number;
}

export const ABOVE_FTP_DEFAULTS: AboveFtpSettings = { share: 0.95, stretch: 2.5 };
/** Within these a coach may choose. Source: handbook section 7 (Choosing watts above FTP). */
export const ABOVE_FTP_BOUNDS = {
  share: { low: 0.9, high: 0.97 },
  stretch: { low: 2, high: 3 },
} as const;

/** What the five ways look at. */
export interface AboveFtpRider {
  readonly ftpW: number;
  readonly pair: Pair | null;
  /** Observed bests of the last 6–12 months. */
  readonly bests: readonly Best[];
  /** Watts of the goal, where it has some. */
  readonly goalW: number | null;
  /** Shares a coach has changed; as in the handbook where left out. */
  readonly ways?: AboveFtpSettings | undefined;
}

export type WayId = 'percent' | 'bests' | 'longer' | 'goal' | 'effort';

/** One way to choose watts for a rep length: watts with their working, or the sentence that says why it has none. */
export interface Way {
  readonly id: WayId;
  readonly name: string;
  readonly watts: Worked | null;
  readonly says: string;
}

/** A rep length with its five ways. */
export interface AboveFtp {
  readonly seconds: number;
  readonly ways: readonly Way[];
  /** Highest − lowest of the ways that give watts. */
  readonly disagreementW: number | null;
  /** What to ask for, and why. */
  readonly ask: Worked | null;
}

/** Percent of FTP by rep length, linear between. Source: handbook section 7. */
const PERCENTS: readonly (readonly [seconds: number, percent: number])[] = [
  [180, 118],
  [240, 113],
  [300, 108],
  [360, 106],
  [480, 105],
];
/** Share of goal power that reps of 3:00–5:00 ask. Source: handbook section 7. */
export const GOAL_PERCENTS = { short: 125, low: 110, high: 115 } as const;
/** The pair interpolates reps up to this length. Source: handbook section 5. */
const PAIR_REACH_S = 300;
const PAIR_FROM_S = 60;
const DISAGREE_PERCENT = 5;

/**
 * The five ways to choose watts above FTP for a rep length, side by side. The watts asked are those of the rider's
 * own bests where there are any, else percent of FTP; of two that differ by more than 5 % of FTP the lower first.
 *
 * @param seconds rep length, 120–480 s
 * @param rider FTP, pair, bests, goal, and the shares a coach has changed
 * @returns the ways, their disagreement in W, and what to ask
 * @throws RangeError outside 2:00–8:00, where there is no rule and the coach decides
 * Source: handbook section 7 (Choosing watts above FTP).
 */
export function aboveFtp(seconds: number, rider: AboveFtpRider): AboveFtp {
  const settings = rider.ways ?? ABOVE_FTP_DEFAULTS;
  if (seconds < 120 || seconds > 480)
    throw new RangeError('There is no rule outside 2:00–8:00; the coach decides.');
  const percent = byPercent(seconds, rider.ftpW);
  const bests = byBests(seconds, rider.pair, settings.share);
  const ways: Way[] = [
    percent,
    bests,
    byLongerBest(seconds, rider, settings.stretch),
    byGoal(seconds, rider.goalW),
    BY_EFFORT,
  ];
  const watts = ways.flatMap((way) => way.watts?.value ?? []);
  return {
    seconds,
    ways,
    disagreementW: watts.length > 1 ? Math.max(...watts) - Math.min(...watts) : null,
    ask: askFor(percent, bests, rider.ftpW),
  };
}

/**
 * One of the rider's own numbers for a step, told from the step and the rider alone.
 *
 * @param by `bests`: 0.95 × what 1:00 and 5:00 say, for 1:00–5:00; `longer`: the best over 2.5 × the length
 * @param seconds length of the step, s
 * @param rider pair and bests
 * @returns watts with their working, or the sentence that says why there are none
 * Source: handbook section 7 (Choosing watts above FTP).
 */
export function ownNumbers(
  by: (typeof OWN_NUMBERS)[number],
  seconds: number,
  rider: Partial<Pick<AboveFtpRider, 'pair' | 'ways'>> & Pick<AboveFtpRider, 'bests'>,
): Pick<Way, 'watts' | 'says'> {
  const { share, stretch } = rider.ways ?? ABOVE_FTP_DEFAULTS;
  if (by === 'longer') return byLongerBest(seconds, rider, stretch);
  if (seconds < PAIR_FROM_S) return { watts: null, says: 'For reps of 1:00 and longer only.' };
  return byBests(seconds, rider.pair ?? null, share);
}

function byPercent(seconds: number, ftpW: number): Way {
  const share = percentFor(seconds);
  const watts = roundHalfUp((share * ftpW) / 100);
  return {
    id: 'percent',
    name: 'Percent of FTP',
    watts: worked(watts, 'W', 'Percent of FTP by rep length', [
      [`${printDuration(seconds)} reps`, `${roundTo(share, 1)} % of FTP`],
      [`${roundTo(share, 1)} % of ${ftpW} W`, `${watts} W`],
    ]),
    says: 'The same for everyone of this FTP.',
  };
}

/**
 * Percent of FTP by rep length: the rule for everybody, linear between its lengths, its ends beyond them.
 *
 * @param seconds length of a rep, s
 * @returns percent of FTP
 * Source: handbook section 7 (Choosing watts above FTP).
 * @example
 * percentFor(180) // 118
 */
export function percentFor(seconds: number): number {
  const index = PERCENTS.findIndex(([length]) => seconds <= length);
  if (index <= 0) return (index === 0 ? PERCENTS[0] : PERCENTS.at(-1))?.[1] ?? 0;
  const [fromS, from] = PERCENTS[index - 1] as readonly [number, number];
  const [toS, to] = PERCENTS[index] as readonly [number, number];
  return from + ((seconds - fromS) / (toS - fromS)) * (to - from);
}

/** What to know where the 5:00 is no effort of its own. */
export const FIVE_IN_RAMP =
  'The 5:00 is the end of a ramp, which rises: a true 5:00 is likely higher. Ride one, or mark one.';

function byBests(seconds: number, pair: Pair | null, share: number): Way {
  const name = '1:00 and 5:00 bests';
  if (!pair) return { id: 'bests', name, watts: null, says: 'Needs a 1:00 and a 5:00 effort.' };
  if (seconds > PAIR_REACH_S)
    return { id: 'bests', name, watts: null, says: 'For reps up to 5:00 only.' };
  const once = pair.cpW + pair.wPrimeJ / seconds;
  const watts = roundHalfUp(once * share);
  return {
    id: 'bests',
    name,
    watts: worked(
      watts,
      'W',
      'From the rider’s own 1:00 and 5:00',
      [
        [
          `CP ${roundTo(pair.cpW, 1)} W + W′ ${roundTo(pair.wPrimeJ / 1000, 1)} kJ ÷ ${seconds} s: held once`,
          `${roundTo(once, 1)} W`,
        ],
        [`× ${share.toFixed(2)}`, `${watts} W`],
      ],
      [['Share of what is held once', share.toFixed(2)]],
    ),
    says: pair.fiveInRamp ? `The rider’s own numbers. ${FIVE_IN_RAMP}` : 'The rider’s own numbers.',
  };
}

function byLongerBest(
  seconds: number,
  { bests }: Pick<AboveFtpRider, 'bests'>,
  stretch: number,
): Way {
  const longer = Math.round(seconds * stretch);
  const best = observedAt(longer, bests);
  const name = `Best ${printDuration(longer)}`;
  if (!best)
    return { id: 'longer', name, watts: null, says: `No ride of ${printDuration(longer)} yet.` };
  return {
    id: 'longer',
    name,
    watts: worked(
      roundHalfUp(best[1]),
      'W',
      'Best power at a multiple of the rep length',
      [[`Best ridden over ${printDuration(best[0])}`, `${roundTo(best[1], 1)} W`]],
      [['Times the rep length', String(stretch)]],
    ),
    says: 'What was held two to three times as long.',
  };
}

function byGoal(seconds: number, goalW: number | null): Way {
  const name = 'Share of goal power';
  if (goalW === null) return { id: 'goal', name, watts: null, says: 'The goal has no watts.' };
  if (seconds > PAIR_REACH_S || seconds < 180)
    return { id: 'goal', name, watts: null, says: 'For reps of 3:00–5:00 only.' };
  const middle = (GOAL_PERCENTS.low + GOAL_PERCENTS.high) / 2;
  const watts = roundHalfUp((middle * goalW) / 100);
  const says =
    seconds === 180
      ? `${GOAL_PERCENTS.low}–${GOAL_PERCENTS.high} % of the goal, up to ${GOAL_PERCENTS.short} % for 3:00.`
      : `${GOAL_PERCENTS.low}–${GOAL_PERCENTS.high} % of the goal.`;
  return {
    id: 'goal',
    name,
    watts: worked(watts, 'W', 'Share of goal power', [
      [
        `${middle} % of ${goalW} W, the middle of ${GOAL_PERCENTS.low}–${GOAL_PERCENTS.high} %`,
        `${watts} W`,
      ],
    ]),
    says,
  };
}

const BY_EFFORT: Way = {
  id: 'effort',
  name: 'Effort only',
  watts: null,
  says: 'RPE 9, heart rate at least 90 % of maximum, the last rep like the first.',
};

function askFor(percent: Way, bests: Way, ftpW: number): Worked | null {
  const chosen = bests.watts ?? percent.watts;
  if (!chosen) return null;
  if (!bests.watts || !percent.watts)
    return worked(chosen.value, 'W', 'Percent of FTP: no bests under 90 days', [
      ...chosen.lines.map(({ label, figure }) => [label, figure] as const),
    ]);
  const apart = Math.abs(bests.watts.value - percent.watts.value);
  const far = apart > (DISAGREE_PERCENT * ftpW) / 100;
  const value = far ? Math.min(bests.watts.value, percent.watts.value) : bests.watts.value;
  return worked(
    value,
    'W',
    far ? 'They differ by more than 5 % of FTP: try the lower first' : 'The rider’s own numbers',
    [
      ['Percent of FTP', `${percent.watts.value} W`],
      ['1:00 and 5:00 bests', `${bests.watts.value} W`],
      ['Apart', `${apart} W, ${roundTo((apart / ftpW) * 100, 1)} % of FTP`],
    ],
  );
}

/**
 * One sentence on why percent of FTP and the rider's own numbers differ.
 *
 * @param rows the rep lengths with their ways
 * @param firstName the rider's first name
 * @returns the sentence
 * Source: handbook sections 6 and 7.
 */
export function whyTheyDiffer(rows: readonly AboveFtp[], firstName: string): string {
  const gaps = rows.flatMap(({ ways }) => {
    const percent = ways.find(({ id }) => id === 'percent')?.watts?.value;
    const own = ways.find(({ id }) => id === 'bests')?.watts?.value;
    return percent === undefined || own === undefined ? [] : [{ percent, own }];
  });
  if (gaps.length === 0)
    return `Percent of FTP treats all riders alike. A 1:00 and a 5:00 effort would show what ${firstName} can really do.`;
  const mean =
    gaps.reduce((sum, { percent, own }) => sum + (own - percent) / percent, 0) / gaps.length;
  const size = roundTo(Math.abs(mean) * 100, 1);
  if (Math.abs(mean) < 0.02)
    return `${firstName}’s own numbers lie within ${Math.max(size, 0.1)} % of percent of FTP: here the common rule fits.`;
  return mean > 0
    ? `${firstName}’s own numbers lie ${size} % above percent of FTP: more work above threshold (a large W′) than FTP alone lets on.`
    : `${firstName}’s own numbers lie ${size} % under percent of FTP: little work above threshold (a small W′), so the common percentages would break the set.`;
}
