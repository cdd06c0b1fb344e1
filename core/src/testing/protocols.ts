/**
 * Test protocols as data: what is ridden, what is read, which share of it is FTP, and why one would pick it or not.
 * Adding a protocol is adding an entry here. Source: handbook section 4.
 */

/** What is read off a recording, and how the effort is found. */
export type ReadingRule =
  /** Mean power of one steady effort of a fixed length. */
  | { readonly kind: 'steady'; readonly seconds: number }
  /** Best rolling minute of a ramp. */
  | { readonly kind: 'rampMinute' }
  /** Maximal aerobic power: the last stage of a ramp ridden for its whole minute. */
  | { readonly kind: 'rampStage' }
  /** Mean heart rate of a steady effort, for a rider without a power meter. */
  | { readonly kind: 'steadyHeartRate'; readonly seconds: number };

export interface Protocol {
  readonly id: ProtocolId;
  readonly name: string;
  /** What the reading is called: "mean of the 20:00". */
  readonly readingName: string;
  readonly reading: ReadingRule;
  /** Share of the reading that is FTP, in percent; null where the test gives none. */
  readonly ftpPercent: number | null;
  readonly ridden: string;
  readonly why: string;
  readonly whyNot: string;
  /** Checks that apply, by id; see `checks.ts`. */
  readonly checks: readonly CheckId[];
}

export const PROTOCOL_IDS = ['ramp', 'full-stage-ramp', 'twenty-minute', 'heart-rate-twenty'] as const;
export type ProtocolId = (typeof PROTOCOL_IDS)[number];

export type CheckId = 'expected' | 'pacing' | 'lastSeconds' | 'heartRateReached' | 'cadenceFloor' | 'sameSource' | 'longEnoughAgo' | 'agreement' | 'change';

const ALWAYS = ['expected', 'sameSource', 'longEnoughAgo', 'agreement', 'change'] as const;

export const PROTOCOLS: readonly Protocol[] = [
  {
    id: 'ramp',
    name: 'Ramp, best minute',
    readingName: 'best rolling minute',
    reading: { kind: 'rampMinute' },
    ftpPercent: 75,
    ridden: '100 W, then 20 W more every minute until you stop.',
    why: 'No pacing skill is needed and it is over in about a quarter of an hour. A rider’s first test can be believed.',
    whyNot: 'A rider with a strong sprint reads high and a steady one low. It says nothing of how long FTP is held.',
    checks: ['heartRateReached', 'cadenceFloor', ...ALWAYS],
  },
  {
    id: 'full-stage-ramp',
    name: 'Ramp, last full stage',
    readingName: 'maximal aerobic power (last full stage)',
    reading: { kind: 'rampStage' },
    ftpPercent: 85,
    ridden: 'The same ramp: 100 W, then 20 W more every minute until you stop.',
    why: 'Only a stage ridden to its end counts, so a last desperate half minute changes nothing.',
    whyNot: 'It moves in whole steps: one second short of a stage costs its whole 20 W. It runs 1–13 % above the best-minute reading.',
    checks: ['heartRateReached', 'cadenceFloor', ...ALWAYS],
  },
  {
    id: 'twenty-minute',
    name: 'Twenty minutes',
    readingName: 'mean of the 20:00',
    reading: { kind: 'steady', seconds: 1200 },
    ftpPercent: 95,
    ridden: 'Warm up for 15–20 min, then 20:00 as hard as can be held evenly.',
    why: 'It is long enough to show what the rider holds, and the threshold heart rate comes with it.',
    whyNot: 'It needs a rider who can pace: started too hard, it reads low. It hurts, and is put off for that.',
    checks: ['pacing', 'lastSeconds', ...ALWAYS],
  },
  {
    id: 'heart-rate-twenty',
    name: 'Twenty minutes by heart rate',
    readingName: 'mean heart rate of the 20:00',
    reading: { kind: 'steadyHeartRate', seconds: 1200 },
    ftpPercent: null,
    ridden: 'Without a power meter: 20:00 as hard as can be held evenly.',
    why: 'It needs nothing but a strap and gives heart-rate zones the same evening.',
    whyNot: 'Heat, nerves and coffee move the heart as well. The result is an estimate.',
    checks: ['longEnoughAgo'],
  },
];

/**
 * Looks a protocol up.
 *
 * @param id its id
 * @returns the protocol
 * @throws RangeError for an unknown id
 */
export function protocolOf(id: string): Protocol {
  const found = PROTOCOLS.find((protocol) => protocol.id === id);
  if (!found) throw new RangeError(`There is no protocol "${id}".`);
  return found;
}

/** FTP outside these is taken for a slip of the hand. */
export const FTP_BOUNDS = { low: 40, high: 600 } as const;

/** Retest is due this many weeks after the last test. Source: handbook section 4 (setting 4–12). */
export const RETEST_WEEKS = 6;

/** Start and step of a ramp, W, with stages of one minute. */
export interface RampShape {
  readonly startW: number;
  readonly stepW: number;
}

export const RAMPS: readonly ({ readonly id: string; readonly name: string } & RampShape)[] = [
  { id: 'standard', name: 'Standard', startW: 100, stepW: 20 },
  { id: 'light', name: 'Light', startW: 50, stepW: 10 },
  { id: 'heavy', name: 'Heavy', startW: 200, stepW: 20 },
];

/** Length of a ramp's stage, s. */
export const STAGE_S = 60;
