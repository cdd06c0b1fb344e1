import { z } from 'zod';

/**
 * A verdict on a ride as data: its id and the figures it rests on, in watts, beats, seconds and shares, not rounded.
 * Sentences are made of it in the last step. Source: handbook section 9.3.
 */

const figure = z.number();
const reps = z.array(z.number().int());

export const verdictSchema = z.discriminatedUnion('id', [
  z.strictObject({
    id: z.literal('cannot-tell'),
    why: z.enum(['doubtful', 'lost', 'notFound']),
    /** Share of the work lost, where that is why. */
    lostShare: figure.nullable(),
  }),
  z.strictObject({
    id: z.literal('over'),
    /** Number of the last rep before it broke down, of so many. */
    after: z.number().int(),
    of: z.number().int(),
    /** Mean of the rep after it against the lower limit. */
    mean: figure,
    low: figure,
    limitShare: figure,
    unit: z.enum(['watts', 'bpm']),
  }),
  z.strictObject({
    id: z.literal('started-too-hard'),
    reps,
    of: z.number().int(),
    /** Of the hardest start: first 20 s and first minute against the target, the upper limit and the last minute, W. */
    first20W: figure.nullable(),
    firstMinuteW: figure.nullable(),
    lastMinuteW: figure.nullable(),
    targetW: figure,
    highW: figure.nullable(),
    rep: z.number().int(),
  }),
  z.strictObject({
    id: z.literal('faded'),
    reps,
    of: z.number().int(),
    rep: z.number().int(),
    firstMinuteW: figure,
    lastMinuteW: figure,
  }),
  z.strictObject({
    id: z.literal('too-easy'),
    by: z.enum(['sprint', 'rising']),
    reps,
    of: z.number().int(),
    /** Last 20 s of the one that shows it most, or the last rep, against its mean or the first rep, W. */
    watts: figure,
    againstW: figure,
    limitShare: figure,
    /** Heart rate of the last rep as a share of maximum, and RPE under expected, where those spoke. */
    ofMaxShare: figure.nullable(),
    rpeUnder: figure.nullable(),
  }),
  z.strictObject({
    id: z.literal('on-target'),
    riddenS: figure,
    askedS: figure,
    reps: z.number().int(),
    inBandS: figure,
    low: figure.nullable(),
    high: figure.nullable(),
    unit: z.enum(['watts', 'bpm']),
  }),
  z.strictObject({
    id: z.literal('near-target'),
    riddenS: figure,
    askedS: figure,
    /** Reps within 3 % of their band, of those ridden; numbers of those outside their band. */
    near: z.number().int(),
    of: z.number().int(),
    outside: reps,
    leftOut: reps,
    notRidden: reps,
  }),
  z.strictObject({
    id: z.literal('ceiling-reached'),
    reps,
    of: z.number().int(),
    seconds: figure,
    limitBpm: figure,
    maximalBpm: figure,
    asItShouldBe: reps,
  }),
  z.strictObject({
    id: z.literal('uneven'),
    spread: figure.nullable(),
    roughness: figure.nullable(),
    roughLimit: figure,
    best: figure.nullable(),
    worst: figure.nullable(),
  }),
  z.strictObject({ id: z.literal('cadence'), share: figure, low: figure, high: figure.nullable() }),
  z.strictObject({
    id: z.literal('rests'),
    riddenS: figure,
    askedS: figure,
    many: z.number().int(),
    share: figure,
  }),
  z.strictObject({
    id: z.literal('kept-easy'),
    says: z.enum(['easy', 'mostly', 'not easy']),
    shareAbove: figure,
    limit: figure,
    limitShare: figure,
    unit: z.enum(['watts', 'bpm']),
  }),
  z.strictObject({
    id: z.literal('durable'),
    says: z.enum(['durable', 'at its edge', 'too long for now']),
    driftPercent: figure,
    seconds: figure,
    firstW: figure,
    firstBpm: figure,
    secondW: figure,
    secondBpm: figure,
    surgeOverMean: figure,
  }),
  z.strictObject({ id: z.literal('felt'), rpe: figure, expected: figure }),
  z.strictObject({
    id: z.literal('load'),
    ridden: figure,
    planned: figure,
    ratio: figure,
    part: z.enum(['warmUp', 'work', 'rests', 'coolDown', 'length', 'watts']),
  }),
  z.strictObject({ id: z.literal('fuelled'), eatenG: figure, planG: figure }),
]);

export type Verdict = z.infer<typeof verdictSchema>;
export type VerdictId = Verdict['id'];

/** In the order in which they are asked: a set gets the first that holds as its headline. */
export const VERDICT_IDS = verdictSchema.options.map(({ shape }) => shape.id.value);

/** Limits that a coach may set. */
export interface ReviewLimits {
  /** A rep under this share of its lower limit breaks a set, 0.93–0.97. */
  readonly brokenShare: number;
  /** Last 20 s over the mean of a rep, share, 0.04–0.08. */
  readonly sprintShare: number;
  /** Share of an Endurance ride above its limit that is still easy, 0.05–0.15. */
  readonly easyShare: number;
  /** So many on target running before work above FTP goes up, 1–3. */
  readonly onTargetTimes: number;
}

export const USUAL_LIMITS: ReviewLimits = {
  ...{ brokenShare: 0.95, sprintShare: 0.05 },
  ...{ easyShare: 0.1, onTargetTimes: 2 },
};

/** Within these a coach may choose. Source: handbook sections 9.3 and 9.7. */
export const REVIEW_BOUNDS = {
  brokenShare: { low: 0.93, high: 0.97 },
  sprintShare: { low: 0.04, high: 0.08 },
  easyShare: { low: 0.05, high: 0.15 },
  onTargetTimes: { low: 1, high: 3 },
} as const satisfies Record<keyof ReviewLimits, { readonly low: number; readonly high: number }>;
