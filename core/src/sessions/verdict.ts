import { type BalanceModel, curveAt, type Recovery } from '../power/index.ts';
import { printClock, printLeft, printShare, roundHalfUp, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { sessionBalance, type SessionBalance } from './balance.ts';
import { modelOf, type RiderOnDay } from './efforts.ts';
import { expand, type Segment } from './expand.ts';
import type { Plan, Step } from './plan.ts';
import { rowsOf } from './rows.ts';
import { effortsOf } from './targets.ts';

/** What a look at a session finds, from mild to hard. */
export type VerdictWord =
  | 'light'
  | 'too easy to change anything'
  | 'working'
  | 'useful'
  | 'at the limit'
  | 'breaks'
  | 'out of reach';

/** One of the two looks. */
export interface Look {
  readonly id: 'balance' | 'curve';
  readonly word: VerdictWord;
  /** In one line: "breaks in rep 4 at 33:20". */
  readonly says: string;
  /** Share left, or share of the curve; with its working. */
  readonly share: Worked;
}

/** Both looks at a session, and the harder of them. */
export interface SessionVerdict {
  readonly looks: readonly Look[];
  readonly verdict: Look | null;
  /** Why there is no verdict, or only one look; null where both are there. */
  readonly why: string | null;
  readonly model: BalanceModel | null;
  readonly balance: SessionBalance | null;
}

/** Between these shares of FTP the work is held against the curve. Source: handbook section 7. */
export const CURVE_LOOK = { low: 88, high: 105 } as const;
/** At or under this cadence the work is for strength, and is what it is on purpose, rpm. */
const LOW_CADENCE_RPM = 70;
/** Shorter work above CP, in reps that are mild as a whole, are kicks, s. */
const KICK_UNDER_S = 30;
/** How W′ comes back, in words for the screen. */
const RECOVERY_WORDS: Readonly<Record<Recovery, string>> = {
  measured: 'as measured: τ = 546·exp(−0.01·(CP − P)) + 316 s',
  quick: 'quickly: τ = W′ ÷ (CP − P)',
};
const HARDNESS: Readonly<Record<VerdictWord, number>> = {
  light: 0,
  'too easy to change anything': 0,
  working: 1,
  useful: 1,
  'at the limit': 2,
  breaks: 3,
  'out of reach': 3,
};

/** The stretches that a verdict is about. */
export interface LookedAt {
  readonly segments: readonly Segment[];
  readonly seconds: number;
  readonly meanW: number;
}

/**
 * The work that a verdict is about: reps that average at least 88 % of FTP. Recovery, Endurance, Tempo, steady blocks,
 * low cadence, Kicks, flat-out and RPE steps are what they are on purpose.
 *
 * @param plan the session
 * @param segments it laid out
 * @param rider the rider's figures on the day
 * @returns those stretches, how long they are in all and their mean, or null where there are none
 * Source: handbook section 7 (Will it change anything, will it hold?).
 */
export function lookedAt(
  plan: Plan,
  segments: readonly Segment[],
  rider: RiderOnDay,
): LookedAt | null {
  if (rider.ftpW === null) return null;
  const steps = new Map(rowsOf(plan).map(({ step }) => [step.id, step]));
  const reps = new Map<string, Segment[]>();
  for (const segment of segments) {
    const step = steps.get(segment.stepId);
    if (
      segment.role !== 'work' ||
      !step ||
      onPurpose(step) ||
      segment.from?.countedW == null ||
      segment.to?.countedW == null
    )
      continue;
    const key = segment.rep === null ? segment.stepId : String(segment.rep);
    reps.set(key, [...(reps.get(key) ?? []), segment]);
  }
  const ftpW = rider.ftpW;
  const counted = [...reps.values()]
    .filter((rep) => meanOf(rep) >= (CURVE_LOOK.low * ftpW) / 100)
    .flat();
  return counted.length === 0
    ? null
    : { segments: counted, seconds: secondsIn(counted), meanW: meanOf(counted) };
}

function onPurpose({ target, cadence }: Step): boolean {
  const low = cadence !== null && 'high' in cadence && cadence.high <= LOW_CADENCE_RPM;
  return low || effortsOf(target).some(({ kind }) => kind === 'max' || kind === 'rpe');
}

function secondsIn(segments: readonly Segment[]): number {
  return segments.reduce((sum, { seconds }) => sum + seconds, 0);
}

function meanOf(segments: readonly Segment[]): number {
  const joules = segments.reduce(
    (sum, { seconds, from, to }) =>
      sum + (seconds * ((from?.countedW ?? 0) + (to?.countedW ?? 0))) / 2,
    0,
  );
  return joules / secondsIn(segments);
}

/**
 * Whether a session changes anything, and whether this rider can finish it: by W′ balance where any of its work is
 * above CP, and by the rider's curve where it averages 88–105 % of FTP. The harder of both is the verdict.
 *
 * @param plan the session
 * @param rider the rider's figures on the day, with fit or pair where there is one
 * @returns both looks with their working, the verdict, and the balance
 * Source: handbook section 7 (Will it change anything, will it hold?).
 */
export function sessionVerdict(
  plan: Plan,
  rider: RiderOnDay,
  segments: readonly Segment[] = expand(plan, rider),
): SessionVerdict {
  const model = rider.hasPower ? modelOf(rider) : null;
  const balance = model && segments.length > 0 ? sessionBalance(segments, model) : null;
  const work = lookedAt(plan, segments, rider);
  const above = model !== null && drawsOnW(plan, segments, work, model.cpW);
  if (rider.ftpW === null || (!work && !above)) {
    const without = rider.hasPower
      ? 'Without an FTP there is no verdict.'
      : `${rider.firstName} rides by heart rate and RPE, so there is no verdict.`;
    const why =
      rider.ftpW === null
        ? without
        : 'It is easy, low in cadence or by effort on purpose, so there is no verdict.';
    return { looks: [], verdict: null, why, model, balance };
  }
  const looks = [
    ...(model && balance && above ? [byBalance(balance, model, rider)] : []),
    ...(work ? byCurve(work, rider, rider.ftpW) : []),
  ];
  const verdict = looks.reduce<Look | null>(
    (hardest, look) =>
      hardest === null || HARDNESS[look.word] > HARDNESS[hardest.word] ? look : hardest,
    null,
  );
  const needsModel = model === null && drawsOnW(plan, segments, work, rider.ftpW);
  return {
    looks,
    verdict,
    why: needsModel ? 'W′ balance needs a 1:00 and a 5:00 effort.' : null,
    model,
    balance,
  };
}

/** Whether any work is above CP; in reps that are mild as a whole only what is long enough to be no kick. */
function drawsOnW(
  plan: Plan,
  segments: readonly Segment[],
  work: LookedAt | null,
  cpW: number,
): boolean {
  const above = ({ from, to }: Segment): boolean =>
    Math.max(from?.countedW ?? 0, to?.countedW ?? 0) > cpW;
  if (work) return work.segments.some(above);
  const steps = new Map(rowsOf(plan).map(({ step }) => [step.id, step]));
  return segments.some((segment) => {
    const step = steps.get(segment.stepId);
    return (
      segment.role === 'work' &&
      step !== undefined &&
      !onPurpose(step) &&
      segment.seconds >= KICK_UNDER_S &&
      above(segment)
    );
  });
}

function byBalance(balance: SessionBalance, model: BalanceModel, rider: RiderOnDay): Look {
  const share = (balance.lowestJ / model.wPrimeJ) * 100;
  const { breaks } = balance;
  let word: VerdictWord;
  if (breaks) word = 'breaks';
  else if (share >= 70) word = 'light';
  else if (share >= 25) word = 'working';
  else word = 'at the limit';
  const where = breaks
    ? `breaks ${breaks.rep === null ? '' : `in rep ${breaks.rep} `}at ${printClock(breaks.atS)}`
    : word;
  const from = {
    fit: 'a fit',
    pair: 'the 1:00 and 5:00',
    cappedPair: `the 1:00 and 5:00, CP cut back to 1.02 × FTP`,
  }[model.from];
  return {
    id: 'balance',
    word,
    says: breaks ? where : `${where}: ${printShare(share)} of W′ left at the lowest`,
    share: worked(
      share,
      '%',
      'Lowest point of W′ balance',
      [
        [
          `CP and W′ of ${rider.firstName}, from ${from}`,
          `${roundHalfUp(model.cpW)} W, ${roundTo(model.wPrimeJ / 1000, 1)} kJ`,
        ],
        ['W′ comes back', RECOVERY_WORDS[model.recovery]],
        [`Lowest at ${printClock(balance.lowestAtS)}`, `${roundTo(balance.lowestJ / 1000, 1)} kJ`],
        ['Share of W′', printLeft(share)],
        ...(breaks
          ? ([
              [
                `Below zero${breaks.rep === null ? '' : ` in rep ${breaks.rep}, ${printClock(breaks.intoRepS)} into it`}`,
                printClock(breaks.atS),
              ],
            ] as const)
          : []),
        ...balance.byRep
          .slice(0, 12)
          .map(
            ({ rep, leftJ }) =>
              [`Left after rep ${rep}`, printLeft((leftJ / model.wPrimeJ) * 100)] as const,
          ),
      ],
      [['light from 70 %, working from 25 %, at the limit from 0 %', word]],
    ),
  };
}

function byCurve({ seconds, meanW }: LookedAt, rider: RiderOnDay, ftpW: number): Look[] {
  const percent = (meanW / ftpW) * 100;
  if (percent < CURVE_LOOK.low || percent > CURVE_LOOK.high) return [];
  const curve = curveAt(seconds, rider, rider.bests);
  if (!curve) return [];
  const share = (meanW / curve.value) * 100;
  let word: VerdictWord;
  if (share < 85) word = 'too easy to change anything';
  else if (share < 97) word = 'useful';
  else if (share <= 103) word = 'at the limit';
  else word = 'out of reach';
  return [
    {
      id: 'curve',
      word,
      says: `${word}: ${roundHalfUp(share)} % of what ${rider.firstName} can hold for ${printClock(seconds)}`,
      share: worked(
        share,
        '%',
        'Work held against the rider’s curve',
        [
          ['Work in all', printClock(seconds)],
          ['Mean of the work', `${roundTo(meanW, 1)} W, ${roundTo(percent, 1)} % of FTP`],
          ...curve.lines.map(({ label, figure }) => [label, figure] as const),
          ['Mean ÷ curve', `${roundTo(share, 1)} %`],
        ],
        [['useful from 85 %, at the limit from 97 %, out of reach over 103 %', word]],
      ),
    },
  ];
}
