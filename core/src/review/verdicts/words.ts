import { printClock, printSpan, roundHalfUp, roundTo } from '../../units/index.ts';
import { type Worked, worked } from '../../working/index.ts';
import type { Verdict, VerdictId } from './verdict.ts';

/** A verdict as it is read: what it is called, one line with its figures, and how it was reckoned. */
export interface SaidVerdict {
  readonly id: VerdictId;
  readonly name: string;
  readonly line: string;
  /** The same to the rider, in the second person. */
  readonly toRider: string;
  readonly working: Worked;
}

type Words<Id extends VerdictId> = (
  verdict: Extract<Verdict, { id: Id }>,
) => Omit<SaidVerdict, 'id'>;

const percent = (share: number): string => `${roundTo(share * 100, 1)} %`;
const whole = (value: number, unit: 'watts' | 'bpm' = 'watts'): string =>
  `${roundHalfUp(value)} ${unit === 'bpm' ? 'bpm' : 'W'}`;

/**
 * "rep 3", "reps 1, 2 and 4", "all 4 reps".
 *
 * @param reps numbers in order
 * @param of how many there are; left out: "all" is never said
 * @returns the words
 */
function repWords(reps: readonly number[], of?: number): string {
  if (of !== undefined && reps.length === of && of > 1) return `all ${of} reps`;
  const [last, ...others] = [...reps].reverse();
  if (others.length === 0) return `rep ${last ?? ''}`;
  return `reps ${others.reverse().join(', ')} and ${last ?? ''}`;
}

function bandWords(low: number, high: number | null, unit: 'watts' | 'bpm'): string {
  const name = unit === 'bpm' ? 'bpm' : 'W';
  return high === null
    ? `from ${roundHalfUp(low)} ${name}`
    : `${printSpan(roundHalfUp(low), roundHalfUp(high))} ${name}`;
}

const WHY_NOT = {
  doubtful: 'its watts are marked doubtful',
  lost: 'too much of the work is lost',
  notFound: 'the reps could not be found: mark the start of the first one',
};

const PARTS = {
  warmUp: 'what came before the first rep',
  work: 'the reps',
  rests: 'what lay between the reps',
  coolDown: 'what came after the last rep',
  length: 'its length',
  watts: 'its watts',
};

const WORDS: { readonly [Id in VerdictId]: Words<Id> } = {
  'cannot-tell': ({ why, lostShare }) => ({
    name: 'Cannot tell',
    line: lostShare === null ? WHY_NOT[why] : `${percent(lostShare)} of the work is lost`,
    toRider:
      why === 'notFound'
        ? 'The reps could not be found in your ride.'
        : 'Too little of your ride was recorded to judge it.',
    working: worked(
      lostShare ?? 0,
      '',
      'Cannot tell: source doubtful, reps not found, or over 10 % lost',
      [
        [WHY_NOT[why], lostShare === null ? 'holds' : percent(lostShare)],
        ['Limit', 'over 10 % of the work'],
      ],
    ),
  }),
  over: ({ after, of, mean, low, limitShare, unit }) => ({
    name: `Broke down after rep ${after}`,
    line: `rep ${after + 1} at ${whole(mean, unit)}, under ${roundHalfUp(limitShare * 100)} % of ${whole(low, unit)}; none came back into the band`,
    toRider: `After rep ${after} of ${of} it was over: that was the set.`,
    working: worked(
      mean,
      unit === 'bpm' ? 'bpm' : 'W',
      'Over after rep n',
      [
        [`Rep ${after + 1}, mean`, whole(mean, unit)],
        [
          `${roundHalfUp(limitShare * 100)} % of the band’s foot, ${whole(low, unit)}`,
          `${roundTo(limitShare * low, 1)}`,
        ],
        ['Later reps back at the foot of the band', 'none'],
      ],
      [['A rep breaks under', `${roundHalfUp(limitShare * 100)} % of the lower limit`]],
    ),
  }),
  'started-too-hard': ({ reps, of, first20W, firstMinuteW, lastMinuteW, targetW, highW, rep }) => {
    const by20 = first20W !== null && first20W > 1.2 * targetW;
    return {
      name: 'Started too hard',
      line: by20
        ? `${repWords(reps, of)}: first 20 s up to ${roundHalfUp(((first20W ?? 0) / targetW) * 100)} % of target`
        : `${repWords(reps, of)}: first minute ${whole(firstMinuteW ?? 0)}, last ${whole(lastMinuteW ?? 0)}`,
      toRider: `You started ${repWords(reps, of)} too hard: let the first minute come easily.`,
      working: worked(
        first20W ?? firstMinuteW ?? 0,
        'W',
        'Started too hard: in a third of the reps, or the first of a set that broke',
        [
          [`Rep ${rep}: first 20 s`, first20W === null ? 'not known' : whole(first20W)],
          [`120 % of its target, ${whole(targetW)}`, whole(1.2 * targetW)],
          ['First minute', firstMinuteW === null ? 'not known' : whole(firstMinuteW)],
          ['Last minute', lastMinuteW === null ? 'not known' : whole(lastMinuteW)],
          ['Top of the band', highW === null ? 'open' : whole(highW)],
          ['So in', `${reps.length} of ${of} reps`],
        ],
      ),
    };
  },
  faded: ({ reps, of, rep, firstMinuteW, lastMinuteW }) => ({
    name: 'Faded inside the reps',
    line: `${repWords(reps, of)}: ${whole(firstMinuteW)} in the first minute, ${whole(lastMinuteW)} in the last`,
    toRider: `You faded inside ${repWords(reps, of)}: begin a little easier.`,
    working: worked(
      lastMinuteW / firstMinuteW - 1,
      '',
      'Faded: last minute under the first by 5 %, mean in the band',
      [
        [`Rep ${rep}: first minute`, whole(firstMinuteW)],
        ['Last minute', whole(lastMinuteW)],
        ['Fall', percent(1 - lastMinuteW / firstMinuteW)],
        ['So in', `${reps.length} of ${of} reps`],
      ],
    ),
  }),
  'too-easy': ({ by, reps, of, watts, againstW, limitShare, ofMaxShare, rpeUnder }) => ({
    name: 'Too easy',
    line:
      by === 'sprint'
        ? `${repWords(reps, of)} ended with a sprint: last 20 s up to ${roundHalfUp((watts / againstW - 1) * 100)} % above the mean`
        : `the last rep ${roundHalfUp((watts / againstW - 1) * 100)} % over the first, ${ofMaxShare === null ? `RPE ${roundTo(rpeUnder ?? 0, 1)} under expected` : `at ${roundHalfUp(ofMaxShare * 100)} % of maximal heart rate`}`,
    toRider:
      by === 'sprint'
        ? 'You had a sprint left at the end of your reps: it was too easy.'
        : 'Your last rep was your best, with room to spare: it was too easy.',
    working: worked(
      watts / againstW - 1,
      '',
      by === 'sprint'
        ? 'Too easy: a sprint at the end of more than half of the reps'
        : 'Too easy: last rep over the first with room left',
      [
        [by === 'sprint' ? 'Last 20 s' : 'Last rep', whole(watts)],
        [by === 'sprint' ? 'Mean of that rep' : 'First rep', whole(againstW)],
        ['Above it by', percent(watts / againstW - 1)],
        ['Limit', percent(limitShare)],
        ...(ofMaxShare === null
          ? []
          : [['Highest heart rate of the last rep', percent(ofMaxShare)] as const]),
        ...(rpeUnder === null
          ? []
          : [['RPE under expected', String(roundTo(rpeUnder, 1))] as const]),
      ],
    ),
  }),
  'on-target': ({ riddenS, askedS, inBandS, reps, low, high, unit }) => ({
    name: 'On target',
    line: `${reps === 1 ? 'the rep' : `all ${reps}`} inside ${low === null ? 'their bands' : bandWords(low, high, unit)}, ${printClock(inBandS)} of ${printClock(askedS)} in the band`,
    toRider: `You did it: ${reps === 1 ? 'the rep' : `all ${reps} reps`} on target.`,
    working: worked(
      riddenS / askedS,
      '',
      'On target: 95 % of the asked time, every mean in its band',
      [
        ['Time at target asked', printClock(askedS)],
        ['Ridden, each rep at most as long as asked', printClock(riddenS)],
        ['Share', percent(riddenS / askedS)],
        ['Reps with their mean in the band', `${reps} of ${reps}`],
      ],
    ),
  }),
  'near-target': ({ riddenS, askedS, near, of, outside, leftOut, notRidden }) => {
    const missing = [...leftOut, ...notRidden];
    const why = [
      ...(missing.length > 0 ? [`${repWords(missing)} not ridden`] : []),
      ...(outside.length > 0 ? [`${repWords(outside, of)} outside the band`] : []),
      ...(missing.length + outside.length === 0 ? ['reps shorter than asked'] : []),
    ];
    return {
      name: 'Near target',
      line: `${printClock(riddenS)} of ${printClock(askedS)} at target; ${why.join(', ')}`,
      toRider: `Nearly: ${printClock(riddenS)} of ${printClock(askedS)} at target.`,
      working: worked(
        riddenS / askedS,
        '',
        'Near target: two thirds of the time, all means but one near the band',
        [
          ['Time at target asked', printClock(askedS)],
          ['Ridden', printClock(riddenS)],
          ['Share, at least 66.7 %', percent(riddenS / askedS)],
          ['Means within 3 % of the band', `${near} of ${of}`],
        ],
      ),
    };
  },
  'ceiling-reached': ({ reps, of, seconds, limitBpm, maximalBpm, asItShouldBe }) => ({
    name: 'Ceiling reached',
    line: `${repWords(reps, of)}, ${printClock(seconds)} at ${roundHalfUp(limitBpm)} bpm and above${asItShouldBe.length > 0 ? `; ${repWords(asItShouldBe, of)} as it should be` : ''}`,
    toRider: `Your heart rate reached nine tenths of its maximum in ${repWords(reps, of)}.`,
    working: worked(
      seconds,
      's',
      'Ceiling reached: 90 % of maximal heart rate in reps of 105–120 % of FTP',
      [
        ['Maximal heart rate', `${maximalBpm} bpm`],
        ['90 % of it', `${roundTo(limitBpm, 1)} bpm`],
        ['Reached in', `${reps.length} of ${of} reps`],
        ['Seconds at or above it', printClock(seconds)],
      ],
    ),
  }),
  uneven: ({ spread, roughness, roughLimit, best, worst }) => {
    const far = spread !== null && spread > 0.05;
    return {
      name: 'Uneven',
      line: far
        ? `best to worst ${percent(spread)}: rep ${best ?? ''} over rep ${worst ?? ''}`
        : `rough inside the reps: ${percent(roughness ?? 0)}, over ${roundHalfUp(roughLimit * 100)} %`,
      toRider: far ? 'Your reps lay far apart.' : 'Your watts were rough inside the reps.',
      working: worked(
        (far ? spread : roughness) ?? 0,
        '',
        'Uneven: spread over 5 %, or rough inside',
        [
          ['(Best − worst) ÷ mean', spread === null ? 'one rep only' : percent(spread)],
          ['Limit', '5 %'],
          [
            'Standard deviation of 3-s power ÷ mean',
            roughness === null ? 'not known' : percent(roughness),
          ],
          ['Limit here', percent(roughLimit)],
        ],
      ),
    };
  },
  cadence: ({ share, low, high }) => ({
    name: 'Cadence',
    line: `${roundHalfUp(share * 100)} % of the time at ${high === null ? `${low}+` : printSpan(low, high)} rpm`,
    toRider: `You turned ${high === null ? `${low}+` : printSpan(low, high)} rpm for ${roundHalfUp(share * 100)} % of the time.`,
    working: worked(share, '', 'Cadence: under 80 % of the time in the range', [
      ['Range asked', `${high === null ? `${low}+` : printSpan(low, high)} rpm`],
      ['Share of the time in it', percent(share)],
      ['Limit', '80 %'],
    ]),
  }),
  rests: ({ riddenS, askedS, many, share }) => ({
    name: share > 1 ? 'Rests too long' : 'Rests cut short',
    line: `${printClock(riddenS / many)} on average where ${printClock(askedS / many)} was asked`,
    toRider: `You rested ${printClock(riddenS / many)} where ${printClock(askedS / many)} was asked.`,
    working: worked(share, '', 'Rests: over 1.25 or under 0.8 × what was asked', [
      [`${many} rests, asked`, printClock(askedS)],
      ['Ridden, by the clock', printClock(riddenS)],
      ['Share', percent(share)],
    ]),
  }),
  'kept-easy': ({ says, shareAbove, limit, limitShare, unit }) => ({
    name: { easy: 'Easy', mostly: 'Mostly easy', 'not easy': 'Not easy' }[says],
    line: `${percent(shareAbove)} of the time above ${whole(limit, unit)}${says === 'not easy' ? ': it was neither one nor the other' : ''}`,
    toRider:
      says === 'not easy'
        ? 'Not easy: it was neither one nor the other.'
        : `You kept it ${says === 'easy' ? 'easy' : 'mostly easy'}.`,
    working: worked(
      shareAbove,
      '',
      'Kept easy: 30-s means above the limit',
      [
        ['Limit of Endurance', whole(limit, unit)],
        ['30-s means above it', percent(shareAbove)],
        ['Easy up to', percent(limitShare)],
        ['Mostly up to', percent(2 * limitShare)],
      ],
      [['Easy up to', percent(limitShare)]],
    ),
  }),
  durable: ({ says, driftPercent, seconds, ...half }) => ({
    name: {
      durable: 'Durable',
      'at its edge': 'At its edge',
      'too long for now': 'Too long for now',
    }[says],
    line: `heart drift ${roundTo(driftPercent, 1)} % over ${printClock(seconds)}`,
    toRider:
      says === 'durable'
        ? 'Your heart stayed with your watts to the end.'
        : `Your heart drifted ${roundTo(driftPercent, 1)} %: this length is ${says === 'at its edge' ? 'at your edge' : 'too long for now'}.`,
    working: worked(driftPercent, '%', 'Heart drift: watts per heartbeat, first half over second', [
      ['First half', `${roundTo(half.firstW, 1)} W ÷ ${roundTo(half.firstBpm, 1)} bpm`],
      ['Second half', `${roundTo(half.secondW, 1)} W ÷ ${roundTo(half.secondBpm, 1)} bpm`],
      ['Drift', `${roundTo(driftPercent, 1)} %`],
      ['Surge-weighted ÷ mean, at most 1.05', String(roundTo(half.surgeOverMean, 3))],
      ['The first 10:00 are left out; durable under', '5 %'],
    ]),
  }),
  felt: ({ rpe, expected }) => ({
    name: rpe > expected ? 'Felt harder than expected' : 'Felt easier than expected',
    line: `RPE ${rpe}, expected ${roundTo(expected, 1)}`,
    toRider: `You said RPE ${rpe}; about ${roundTo(expected, 1)} was expected.`,
    working: worked(rpe - expected, '', 'Felt: RPE 2 or more off what was expected', [
      ['RPE given', String(rpe)],
      ['Expected', String(roundTo(expected, 2))],
    ]),
  }),
  load: ({ ridden, planned, ratio, part }) => ({
    name: ratio > 1 ? 'More load than planned' : 'Less load than planned',
    line: `${roundHalfUp(ridden)} for ${roundHalfUp(planned)}, mostly by ${PARTS[part]}`,
    toRider: `Load ${roundHalfUp(ridden)} where ${roundHalfUp(planned)} was planned.`,
    working: worked(ratio, '', 'Load: ridden ÷ planned outside 0.85–1.15', [
      ['Ridden', String(roundTo(ridden, 1))],
      ['Planned', String(roundTo(planned, 1))],
      ['Ridden ÷ planned', String(roundTo(ratio, 2))],
      ['Made mostly by', PARTS[part]],
    ]),
  }),
  fuelled: ({ eatenG, planG }) => ({
    name: 'Ate too little',
    line: `${roundHalfUp(eatenG)} g of ${roundHalfUp(planG)} g planned`,
    toRider: `You ate ${roundHalfUp(eatenG)} g of ${roundHalfUp(planG)} g.`,
    working: worked(eatenG / planG, '', 'Fuelled: under 75 % of the plan', [
      ['Eaten', `${roundHalfUp(eatenG)} g`],
      ['Planned, g/h × hours', `${roundHalfUp(planG)} g`],
      ['Share', percent(eatenG / planG)],
    ]),
  }),
};

/**
 * A verdict in words, with its figures and its working.
 *
 * @param verdict the verdict as data
 * @returns name, one line, the same to the rider, and the working
 * Source: handbook section 9.3.
 */
export function sayVerdict(verdict: Verdict): SaidVerdict {
  const words = WORDS[verdict.id] as Words<VerdictId>;
  return { id: verdict.id, ...words(verdict) };
}
