/**
 * Test protocols as data: what is ridden, what is read, which share of it is FTP, and why one would pick it or not.
 * Adding a protocol is adding an entry here. Source: handbook section 4.
 */
import type { CheckId } from './checks/checks.ts';

/** What is read off a test. */
export type ReadingRule =
  /** Mean power of one steady effort of a fixed length. */
  | { readonly kind: 'steady'; readonly seconds: number }
  /** Best rolling minute of a ramp. */
  | { readonly kind: 'rampMinute' }
  /** Maximal aerobic power: the last stage of a ramp ridden for its whole minute. */
  | { readonly kind: 'rampStage' }
  /** Mean heart rate of a steady effort, for a rider without a power meter. */
  | { readonly kind: 'steadyHeartRate'; readonly seconds: number }
  /** Highest cumulative mean and surge-weighted power of on/off riding. */
  | { readonly kind: 'onOff'; readonly seconds: number }
  /** Sprint, 3:00, 6:00 and 10:00: CP and W′. */
  | { readonly kind: 'fourEfforts' }
  /** 1:00 and 5:00: targets above FTP. */
  | { readonly kind: 'oneAndFive' }
  /** Lactate by stage: LT1 and LT2. */
  | { readonly kind: 'lactate' }
  /** Best minute of a fast ramp: only the maximum. */
  | { readonly kind: 'fastRamp' };

/** What a step asks of the rider. */
export type StepAsk =
  /** A share of the expected FTP, rising from one to the other. */
  | { readonly kind: 'percent'; readonly from: number; readonly to: number }
  /** As hard as can be held for the length of the step. */
  | { readonly kind: 'maximal' }
  /** All-out from the first second. */
  | { readonly kind: 'sprint' }
  /** Stages of a fixed length, each some watts more, until the rider stops. */
  | { readonly kind: 'ramp'; readonly stageS: number }
  /** Equal on and off, hard but repeatable. */
  | { readonly kind: 'onOff' };

/** One step of a test day. */
export interface TestStep {
  readonly name: string;
  /** s; null where it lasts until the rider stops. */
  readonly seconds: number | null;
  readonly ask: StepAsk;
  /** One sentence for the rider. */
  readonly say: string;
  /** Which effort is read off this step; left out where nothing is read. */
  readonly effort?: EffortId;
  /** Ridden only where the coach wants it (the opener of the twenty minutes). */
  readonly optional?: true;
}

/** An effort that is read off a recording. */
export type EffortId = 'main' | 'sprint' | 'one' | 'three' | 'five' | 'six' | 'ten';

export interface EffortSpec {
  readonly id: EffortId;
  readonly name: string;
  /** s; null where the length is whatever was ridden (a ramp). */
  readonly seconds: number | null;
}

/** Questions that a chooser and the health rules ask of a protocol. */
export interface Suits {
  readonly power: 'needed' | 'not needed';
  /** Whether the rider has to be able to pace. */
  readonly pacing: boolean;
  readonly tells: readonly Tells[];
}

export const TELLS = ['ftp', 'aboveFtp', 'thresholds', 'maximum'] as const;
export type Tells = (typeof TELLS)[number];

export interface Protocol {
  readonly id: ProtocolId;
  readonly name: string;
  /** What the reading is called: "mean of the 20:00". */
  readonly readingName: string;
  readonly reading: ReadingRule;
  /** Share of the reading that is FTP, in percent; null where the test gives none. */
  readonly ftpPercent: number | null;
  readonly ridden: string;
  /** Two sentences each. */
  readonly why: string;
  readonly whyNot: string;
  /** What it costs the rider. */
  readonly costs: string;
  readonly forWhom: string;
  readonly suits: Suits;
  readonly steps: readonly TestStep[];
  readonly efforts: readonly EffortSpec[];
  /** How a trainer should be set for the efforts. */
  readonly trainer: 'held watts' | 'slope';
  /** True where the rider goes to the limit, so that the health screen has to be clear. */
  readonly maximal: boolean;
  /** Checks that apply, by id; see `checks.ts`. */
  readonly checks: readonly CheckId[];
}

export const PROTOCOL_IDS = [
  'ramp',
  'full-stage-ramp',
  'twenty-minute',
  'thirty-minute',
  'sixty-minute',
  'five-minute',
  'on-off-twenty',
  'on-off-thirty',
  'four-efforts',
  'one-and-five',
  'lactate-steps',
  'fast-ramp',
  'heart-rate-twenty',
] as const;
export type ProtocolId = (typeof PROTOCOL_IDS)[number];

const ANY = [
  ...(['sameSource', 'samePosition', 'sameChecklist'] as const),
  ...(['temperature', 'restedBefore', 'firstTime'] as const),
] as const;
const BEFORE = ['warmUp', ...ANY] as const;
const AFTER = ['longEnoughAgo', 'agreement', 'change'] as const;

const warmUp = (minutes: number): TestStep => ({
  name: 'Warm-up',
  seconds: minutes * 60,
  ask: { kind: 'percent', from: 45, to: 70 },
  say: 'Rising slowly; legs turning, breath easy.',
});
const easy = (minutes: number, say = 'Easy; let the legs come back.'): TestStep => ({
  name: 'Easy',
  seconds: minutes * 60,
  ask: { kind: 'percent', from: 45, to: 45 },
  say,
});
const COOL_DOWN: TestStep = {
  name: 'Cool-down',
  seconds: 300,
  ask: { kind: 'percent', from: 30, to: 30 },
  say: 'About 75 W, legs turning.',
};
const RAMP_STEP: TestStep = {
  name: 'Ramp',
  seconds: null,
  ask: { kind: 'ramp', stageS: 60 },
  say: 'Seated, no jumps in cadence, and stop under 60 rpm. Always try the next stage, unless there is pain, dizziness or chest discomfort: then stop.',
  effort: 'main',
};
const MAIN = (seconds: number | null, name: string): EffortSpec => ({ id: 'main', name, seconds });
const steady = (minutes: number): TestStep => ({
  name: `${minutes}:00`,
  seconds: minutes * 60,
  ask: { kind: 'maximal' },
  say: 'As hard as can be held evenly to the end; the first quarter should feel too easy.',
  effort: 'main',
});

export const PROTOCOLS: readonly Protocol[] = [
  {
    id: 'ramp',
    name: 'Ramp, best minute',
    readingName: 'best rolling minute',
    reading: { kind: 'rampMinute' },
    ftpPercent: 75,
    ridden: 'Some watts more every minute, shaped for the rider, until you stop.',
    why: 'No pacing skill is needed and it is over in about a quarter of an hour. A rider’s first test can be believed.',
    whyNot:
      'A rider with a strong sprint reads high and a steady one low. It says nothing of how long FTP is held.',
    costs: 'A hard quarter of an hour; fresh again the next day.',
    forWhom: 'New riders, and anyone tested often.',
    suits: { power: 'needed', pacing: false, tells: ['ftp'] },
    steps: [warmUp(15), RAMP_STEP, COOL_DOWN],
    efforts: [MAIN(null, 'The ramp')],
    trainer: 'held watts',
    maximal: true,
    checks: ['expected', 'heartRateReached', 'cadenceFloor', 'cadenceJumps', ...BEFORE, ...AFTER],
  },
  {
    id: 'full-stage-ramp',
    name: 'Ramp, last full stage',
    readingName: 'maximal aerobic power (last full stage)',
    reading: { kind: 'rampStage' },
    ftpPercent: 85,
    ridden: 'The same ramp: some watts more every minute until you stop.',
    why: 'Only a stage ridden to its end counts, so a last desperate half minute changes nothing. It comes off the same recording as the best minute.',
    whyNot:
      'It moves in whole steps: one second short of a stage costs the whole step. It runs 1–13 % above the best-minute reading.',
    costs: 'A hard quarter of an hour; fresh again the next day.',
    forWhom: 'Riders whose last half minute is a fight, and coaches who compare stages.',
    suits: { power: 'needed', pacing: false, tells: ['ftp'] },
    steps: [warmUp(15), RAMP_STEP, COOL_DOWN],
    efforts: [MAIN(null, 'The ramp')],
    trainer: 'held watts',
    maximal: true,
    checks: ['expected', 'heartRateReached', 'cadenceFloor', 'cadenceJumps', ...BEFORE, ...AFTER],
  },
  {
    id: 'twenty-minute',
    name: 'Twenty minutes',
    readingName: 'mean of the 20:00',
    reading: { kind: 'steady', seconds: 1200 },
    ftpPercent: 95,
    ridden: 'Warm up for 15–20 min, then 20:00 as hard as can be held evenly.',
    why: 'It is long enough to show what the rider holds, and the threshold heart rate comes with it. With the opener the sprint reserve is burnt first, so the 20 minutes tell more about the hour.',
    whyNot:
      'It needs a rider who can pace: start too hard and it reads low. The opener is disputed: some hold that it floods the rider with lactate and spoils the pacing.',
    costs: 'Twenty minutes that hurt, and an easy day after.',
    forWhom: 'Riders who know how to pace an effort.',
    suits: { power: 'needed', pacing: true, tells: ['ftp'] },
    steps: [
      warmUp(18),
      {
        name: 'Opener 5:00',
        seconds: 300,
        ask: { kind: 'maximal' },
        say: 'All-out over five minutes, if you ride the opener.',
        optional: true,
      },
      { ...easy(10), optional: true },
      steady(20),
      COOL_DOWN,
    ],
    efforts: [MAIN(1200, 'The 20:00')],
    trainer: 'slope',
    maximal: true,
    checks: ['expected', 'pacing', 'lastSeconds', 'sameCadence', ...BEFORE, ...AFTER],
  },
  {
    id: 'thirty-minute',
    name: 'Thirty minutes',
    readingName: 'mean of the 30:00',
    reading: { kind: 'steady', seconds: 1800 },
    ftpPercent: 100,
    ridden: 'Warm up, then 30:00 as hard as can be held evenly, no opener.',
    why: 'No factor stands between the ride and FTP, and nothing has to be burnt first. The last 20:00 give threshold heart rate.',
    whyNot:
      'It may read 3–4 % high in a rider who paces well. Half an hour alone at the limit takes a will that not everyone has.',
    costs: 'Half an hour at the limit; two easy days.',
    forWhom: 'Riders used to long efforts.',
    suits: { power: 'needed', pacing: true, tells: ['ftp'] },
    steps: [warmUp(18), steady(30), COOL_DOWN],
    efforts: [MAIN(1800, 'The 30:00')],
    trainer: 'slope',
    maximal: true,
    checks: ['expected', 'pacing', 'lastSeconds', 'sameCadence', ...BEFORE, ...AFTER],
  },
  {
    id: 'sixty-minute',
    name: 'Sixty minutes',
    readingName: 'mean of the 60:00',
    reading: { kind: 'steady', seconds: 3600 },
    ftpPercent: 100,
    ridden: 'Warm up, then 60:00 as hard as can be held evenly.',
    why: 'It is what FTP means, with nothing calculated. Heart rate, fuel and the head are tested with it.',
    whyNot:
      'Hardly anyone rides it to the limit alone, so it mostly reads low. It costs a race’s worth of strain.',
    costs: 'As much as a race; three easy days.',
    forWhom: 'Riders preparing a long climb or a time trial.',
    suits: { power: 'needed', pacing: true, tells: ['ftp'] },
    steps: [warmUp(18), steady(60), COOL_DOWN],
    efforts: [MAIN(3600, 'The 60:00')],
    trainer: 'slope',
    maximal: true,
    checks: ['expected', 'pacing', 'lastSeconds', 'sameCadence', ...BEFORE, ...AFTER],
  },
  {
    id: 'five-minute',
    name: 'Five minutes',
    readingName: 'mean of the 5:00',
    reading: { kind: 'steady', seconds: 300 },
    ftpPercent: 85,
    ridden: '10 min brisk with two 10-s sprints, 3 min easy, then 5:00 maximal, seated, 80–90 rpm.',
    why: 'Five minutes fit any stretch of road, and the number is a target of its own above FTP. It can be ridden again within days.',
    whyNot:
      'A strong five minutes flatters FTP: the factor is the same for everyone. A late start or a sprint at the end shows at once.',
    costs: 'Little; an easy day before is enough.',
    forWhom: 'Riders with short hills, and those who dread longer tests.',
    suits: { power: 'needed', pacing: true, tells: ['ftp', 'aboveFtp'] },
    steps: [
      {
        name: 'Brisk',
        seconds: 520,
        ask: { kind: 'percent', from: 60, to: 80 },
        say: 'Brisk, with two sprints at the end.',
      },
      {
        name: 'Sprint',
        seconds: 10,
        ask: { kind: 'percent', from: 180, to: 180 },
        say: 'Ten seconds, strong.',
      },
      { name: 'Easy', seconds: 50, ask: { kind: 'percent', from: 55, to: 55 }, say: 'Easy.' },
      {
        name: 'Sprint',
        seconds: 10,
        ask: { kind: 'percent', from: 180, to: 180 },
        say: 'Once more.',
      },
      easy(3),
      steady(5),
      COOL_DOWN,
    ],
    efforts: [MAIN(300, 'The 5:00')],
    trainer: 'slope',
    maximal: true,
    checks: [
      'expected',
      'pacing',
      'lastSeconds',
      'heartRateReached',
      'seatedCadence',
      ...BEFORE,
      ...AFTER,
    ],
  },
  {
    id: 'on-off-twenty',
    name: 'On/off twenty',
    readingName: 'mean and surge-weighted power of the 20:00',
    reading: { kind: 'onOff', seconds: 1200 },
    ftpPercent: 93,
    ridden:
      '20:00 of equal on and off, 30–60 s each, the same length throughout, hard but repeatable.',
    why: 'Riders who cannot hold an even effort can hold this one, and so can junction-free stretches of half a minute. The surges are counted for what they cost.',
    whyNot:
      'The lengths must stay equal to the second, or it cannot be read. A first on that is too hard spoils all that follow.',
    costs: 'Twenty hard minutes, but lighter on the head than an even effort.',
    forWhom: 'Racers and riders who dislike steady tests.',
    suits: { power: 'needed', pacing: false, tells: ['ftp'] },
    steps: [
      warmUp(18),
      {
        name: '20:00 on/off',
        seconds: 1200,
        ask: { kind: 'onOff' },
        say: 'Every on as hard as the first; soft pedal in between.',
        effort: 'main',
      },
      COOL_DOWN,
    ],
    efforts: [MAIN(1200, 'The 20:00 of on and off')],
    trainer: 'slope',
    maximal: true,
    checks: ['expected', 'onOffEqual', ...BEFORE, ...AFTER],
  },
  {
    id: 'on-off-thirty',
    name: 'On/off thirty',
    readingName: 'mean and surge-weighted power of the 30:00',
    reading: { kind: 'onOff', seconds: 1800 },
    ftpPercent: 100,
    ridden:
      '30:00 of equal on and off, 30–60 s each, the same length throughout, hard but repeatable.',
    why: 'Long enough that the sprint reserve cannot carry it, so no factor is needed. It needs no even pacing.',
    whyNot:
      'Thirty times the same half minute asks for patience. The lengths must stay equal, or it cannot be read.',
    costs: 'Half an hour of hard work; an easy day after.',
    forWhom: 'Racers who want no factor between the ride and FTP.',
    suits: { power: 'needed', pacing: false, tells: ['ftp'] },
    steps: [
      warmUp(18),
      {
        name: '30:00 on/off',
        seconds: 1800,
        ask: { kind: 'onOff' },
        say: 'Every on as hard as the first; soft pedal in between.',
        effort: 'main',
      },
      COOL_DOWN,
    ],
    efforts: [MAIN(1800, 'The 30:00 of on and off')],
    trainer: 'slope',
    maximal: true,
    checks: ['expected', 'onOffEqual', ...BEFORE, ...AFTER],
  },
  {
    id: 'four-efforts',
    name: 'Four efforts',
    readingName: 'CP from 3, 6 and 10 minutes',
    reading: { kind: 'fourEfforts' },
    ftpPercent: 96,
    ridden:
      '20-s seated sprint, 15 min easy, 3:00, 15 min easy, 6:00, 20 min easy, 10:00, each maximal.',
    why: 'It gives the whole curve: sprint, CP and W′ with their errors. Targets above FTP and W′ balance follow from it.',
    whyNot:
      'Four maximal efforts in a day: each has to be a true maximum, or the line tilts. FTP from it is rough.',
    costs: 'A whole afternoon and two easy days.',
    forWhom: 'Riders who train above FTP, once or twice a season.',
    suits: { power: 'needed', pacing: true, tells: ['aboveFtp', 'ftp'] },
    steps: [
      warmUp(15),
      {
        name: 'Sprint 0:20',
        seconds: 20,
        ask: { kind: 'sprint' },
        say: 'Seated, no shifting, everything from the first turn.',
        effort: 'sprint',
      },
      easy(15),
      {
        name: '3:00',
        seconds: 180,
        ask: { kind: 'maximal' },
        say: 'All of three minutes.',
        effort: 'three',
      },
      easy(15),
      {
        name: '6:00',
        seconds: 360,
        ask: { kind: 'maximal' },
        say: 'All of six minutes.',
        effort: 'six',
      },
      easy(20),
      {
        name: '10:00',
        seconds: 600,
        ask: { kind: 'maximal' },
        say: 'All of ten minutes.',
        effort: 'ten',
      },
      COOL_DOWN,
    ],
    efforts: [
      { id: 'sprint', name: 'The sprint', seconds: 20 },
      { id: 'three', name: 'The 3:00', seconds: 180 },
      { id: 'six', name: 'The 6:00', seconds: 360 },
      { id: 'ten', name: 'The 10:00', seconds: 600 },
    ],
    trainer: 'slope',
    maximal: true,
    checks: ['expected', 'sprintPeak', 'fitResiduals', 'fitWPrime', ...BEFORE, ...AFTER],
  },
  {
    id: 'one-and-five',
    name: 'One and five',
    readingName: '1:00 and 5:00',
    reading: { kind: 'oneAndFive' },
    ftpPercent: null,
    ridden: '1:00 and 5:00 maximal, fresh, on different days or at least 20 min apart.',
    why: 'Two short efforts give the rider’s own targets for reps of 1:00 to 5:00. Percent of FTP cannot.',
    whyNot:
      'It gives no FTP, and its CP runs high. A minute that was not all-out makes every target too easy.',
    costs: 'Little; two short efforts.',
    forWhom: 'Riders about to train above FTP.',
    suits: { power: 'needed', pacing: false, tells: ['aboveFtp'] },
    steps: [
      warmUp(15),
      {
        name: '1:00',
        seconds: 60,
        ask: { kind: 'maximal' },
        say: 'One minute, nothing kept back.',
        effort: 'one',
      },
      easy(20),
      {
        name: '5:00',
        seconds: 300,
        ask: { kind: 'maximal' },
        say: 'Five minutes, even and all of it.',
        effort: 'five',
      },
      COOL_DOWN,
    ],
    efforts: [
      { id: 'one', name: 'The 1:00', seconds: 60 },
      { id: 'five', name: 'The 5:00', seconds: 300 },
    ],
    trainer: 'slope',
    maximal: true,
    checks: ['pairOrder', ...BEFORE, 'longEnoughAgo'],
  },
  {
    id: 'lactate-steps',
    name: 'Lactate steps',
    readingName: 'power at LT2',
    reading: { kind: 'lactate' },
    ftpPercent: 100,
    ridden:
      '3- to 6-minute stages, 20 W more each, from about half of FTP; a drop of blood at each stage end, from LT1 on at mid-stage too.',
    why: 'It shows both thresholds, not only the upper one, and it needs no maximal effort. What happens inside the body is seen, not inferred.',
    whyNot:
      'It needs blood, a meter and a trained hand. The methods disagree with one another by several watts, and one drop of sweat spoils a sample.',
    costs: 'About an hour, hard only at the end; finger or ear pricked a dozen times.',
    forWhom: 'Riders who train much and want the lower threshold too.',
    suits: { power: 'needed', pacing: false, tells: ['thresholds', 'ftp'] },
    steps: [
      warmUp(10),
      {
        name: 'Stages',
        seconds: null,
        ask: { kind: 'ramp', stageS: 240 },
        say: 'Even watts; the blood is taken while you ride. Stop when clearly past LT2.',
        effort: 'main',
      },
      COOL_DOWN,
    ],
    efforts: [MAIN(null, 'The stages')],
    trainer: 'held watts',
    maximal: false,
    checks: ['lactateMethods', 'lactateSamples', 'pastLt2', ...ANY, ...AFTER],
  },
  {
    id: 'fast-ramp',
    name: 'Fast ramp',
    readingName: 'peak 60 s',
    reading: { kind: 'fastRamp' },
    ftpPercent: null,
    ridden: 'After 20 min of recovery: 5 W more every 15 s to exhaustion.',
    why: 'It shows the maximum: peak minute, peak heart rate, an estimate of VO2max. It is over in minutes.',
    whyNot:
      'Only the maximum may be read off it: physiology lags the watts by about a minute. The VO2max estimate is good to ±10 % at best.',
    costs: 'Short and very hard.',
    forWhom: 'Riders whose maximal heart rate is unknown; after lactate steps.',
    suits: { power: 'needed', pacing: false, tells: ['maximum'] },
    steps: [
      {
        name: 'Recovery',
        seconds: 1200,
        ask: { kind: 'percent', from: 45, to: 45 },
        say: 'Easy, to let the lactate go.',
      },
      {
        name: 'Fast ramp',
        seconds: null,
        ask: { kind: 'ramp', stageS: 15 },
        say: 'To the end; nothing is kept.',
        effort: 'main',
      },
      COOL_DOWN,
    ],
    efforts: [MAIN(null, 'The fast ramp')],
    trainer: 'held watts',
    maximal: true,
    checks: ['heartRateReached', 'cadenceFloor', 'cadenceJumps', ...BEFORE, 'longEnoughAgo'],
  },
  {
    id: 'heart-rate-twenty',
    name: 'Twenty minutes by heart rate',
    readingName: 'mean heart rate of the 20:00',
    reading: { kind: 'steadyHeartRate', seconds: 1200 },
    ftpPercent: null,
    ridden: 'Without a power meter: 20:00 as hard as can be held evenly.',
    why: 'It needs nothing but a strap and gives heart-rate zones the same evening. Ridden on the same road, its distance shows progress too.',
    whyNot: 'Heat, nerves and coffee move the heart as well. The result is an estimate.',
    costs: 'Twenty minutes that hurt, and an easy day after.',
    forWhom: 'Riders without a power meter.',
    suits: { power: 'not needed', pacing: true, tells: ['ftp'] },
    steps: [warmUp(18), steady(20), COOL_DOWN],
    efforts: [MAIN(1200, 'The 20:00')],
    trainer: 'slope',
    maximal: true,
    checks: [
      'heartCoverage',
      'heartSteady',
      'samePosition',
      'sameChecklist',
      'temperature',
      'restedBefore',
      'firstTime',
      'longEnoughAgo',
    ],
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
export const RETEST_WEEKS_BOUNDS = { low: 4, high: 12 } as const;

/** Start and step of a ramp, W. */
export interface RampShape {
  readonly startW: number;
  readonly stepW: number;
}

/** Length of a ramp's stage, s. */
export const STAGE_S = 60;
