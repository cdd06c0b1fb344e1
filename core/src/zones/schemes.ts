/** A figure of the rider that limits can be shares of. */
export type AnchorKind = 'ftp' | 'thresholdHr' | 'maximalHr' | 'lt1' | 'lt2';

/** What a scheme hangs on; "lactate" is both lactate thresholds. */
export type Anchor = 'ftp' | 'thresholdHr' | 'maximalHr' | 'lactate';

/** What an anchor is called, and in what it is measured. */
export const ANCHOR_NAMES: Record<
  AnchorKind,
  { readonly name: string; readonly unit: 'W' | 'bpm' }
> = {
  ftp: { name: 'FTP', unit: 'W' },
  thresholdHr: { name: 'Threshold heart rate', unit: 'bpm' },
  maximalHr: { name: 'Maximal heart rate', unit: 'bpm' },
  lt1: { name: 'LT1', unit: 'W' },
  lt2: { name: 'LT2', unit: 'W' },
};

/** One band of a scheme, as data. `toPercent` belongs to the band; null is open above. */
export interface BandRule {
  readonly number: number;
  readonly name: string;
  readonly toPercent: number | null;
  /** What the upper limit is a share of, where it is not the scheme's one anchor. */
  readonly toOf?: AnchorKind;
  /** Where an overlapping band starts; an abutting one starts one above the band below. */
  readonly fromPercent?: number;
  readonly rpe: readonly [low: number, high: number];
  readonly talkTest: string;
  /** How long it can typically be held: in words, and in seconds for the width on the ladder. */
  readonly held: string;
  readonly heldSeconds: number;
  readonly trains: string;
}

export interface Scheme {
  readonly id: string;
  readonly name: string;
  readonly anchor: Anchor;
  readonly school: string;
  /** Neighbours share some watts; time there counts half to each. */
  readonly overlaps: boolean;
  readonly bands: readonly BandRule[];
}

const RECOVERY = {
  name: 'Recovery',
  rpe: [1, 2],
  talkTest: 'anything',
  held: 'a day',
  heldSeconds: 86_400,
  trains: 'nothing; it lets the rest sink in',
} as const;
const ENDURANCE = {
  name: 'Endurance',
  rpe: [3, 4],
  talkTest: 'whole sentences',
  held: 'hours',
  heldSeconds: 18_000,
  trains: 'burning fat, lasting long',
} as const;
const TEMPO = {
  name: 'Tempo',
  rpe: [5, 6],
  talkTest: 'short sentences',
  held: '1–3 h',
  heldSeconds: 7200,
  trains: 'holding a steady pace',
} as const;
const THRESHOLD = {
  name: 'Threshold',
  rpe: [7, 8],
  talkTest: 'a few words',
  held: '20–60 min',
  heldSeconds: 2700,
  trains: 'clearing lactate at pace',
} as const;
const CEILING = {
  name: 'Aerobic ceiling',
  rpe: [9, 9],
  talkTest: 'nothing',
  held: '3–8 min',
  heldSeconds: 300,
  trains: 'taking up more oxygen',
} as const;
const ANAEROBIC = {
  name: 'Anaerobic',
  rpe: [10, 10],
  talkTest: 'nothing',
  held: '30 s–2 min',
  heldSeconds: 75,
  trains: 'work without enough oxygen',
} as const;
const SPRINT = {
  name: 'Sprint',
  rpe: [10, 10],
  talkTest: 'nothing',
  held: 'under 15 s',
  heldSeconds: 12,
  trains: 'force and speed',
} as const;

export const SEVEN_STEPS: Scheme = {
  id: 'seven-steps',
  name: 'Seven steps',
  anchor: 'ftp',
  school: 'the common one',
  overlaps: false,
  bands: [
    { number: 1, toPercent: 55, ...RECOVERY },
    { number: 2, toPercent: 75, ...ENDURANCE },
    { number: 3, toPercent: 90, ...TEMPO },
    { number: 4, toPercent: 105, ...THRESHOLD },
    { number: 5, toPercent: 120, ...CEILING },
    { number: 6, toPercent: 150, ...ANAEROBIC },
    { number: 7, toPercent: null, ...SPRINT },
  ],
};

export const FIVE_BY_THRESHOLD_HR: Scheme = {
  id: 'five-by-threshold-hr',
  name: 'Five by threshold heart rate',
  anchor: 'thresholdHr',
  school: 'no power meter, or beside watts',
  overlaps: false,
  bands: [
    { number: 1, toPercent: 80, ...RECOVERY },
    { number: 2, toPercent: 89, ...ENDURANCE },
    { number: 3, toPercent: 94, ...TEMPO },
    { number: 4, toPercent: 100, ...THRESHOLD },
    { number: 5, toPercent: null, ...CEILING },
  ],
};

export const SEVEN_OVERLAPPING: Scheme = {
  id: 'seven-overlapping',
  name: 'Seven, overlapping',
  anchor: 'ftp',
  school: 'bodies have no switch at 1 %; neighbours share',
  overlaps: true,
  bands: [
    { number: 1, fromPercent: 0, toPercent: 58, ...RECOVERY },
    { number: 2, fromPercent: 55, toPercent: 78, ...ENDURANCE },
    { number: 3, fromPercent: 75, toPercent: 93, ...TEMPO },
    { number: 4, fromPercent: 90, toPercent: 108, ...THRESHOLD },
    { number: 5, fromPercent: 105, toPercent: 123, ...CEILING },
    { number: 6, fromPercent: 120, toPercent: 153, ...ANAEROBIC },
    { number: 7, fromPercent: 150, toPercent: null, ...SPRINT },
  ],
};

export const THREE_DOMAINS: Scheme = {
  id: 'three-domains',
  name: 'Three domains',
  anchor: 'lactate',
  school: 'for looking at a season or a squad',
  overlaps: false,
  bands: [
    {
      number: 1,
      toPercent: 100,
      toOf: 'lt1',
      name: 'Below LT1',
      rpe: [1, 4],
      talkTest: 'whole sentences',
      held: 'hours',
      heldSeconds: 18_000,
      trains: 'lasting long; most of a season',
    },
    {
      number: 2,
      toPercent: 100,
      toOf: 'lt2',
      name: 'Between LT1 and LT2',
      rpe: [5, 8],
      talkTest: 'short sentences',
      held: '40 min–3 h',
      heldSeconds: 5400,
      trains: 'holding a pace near threshold',
    },
    {
      number: 3,
      toPercent: null,
      name: 'Above LT2',
      rpe: [9, 10],
      talkTest: 'nothing',
      held: 'minutes',
      heldSeconds: 300,
      trains: 'the ceiling and all above it',
    },
  ],
};

const LACTATE_FIVE: Scheme = {
  id: 'lactate-five',
  name: 'Lactate five',
  anchor: 'lactate',
  school: 'after lactate steps',
  overlaps: false,
  bands: [
    { number: 1, toPercent: 85, toOf: 'lt1', ...RECOVERY },
    { number: 2, toPercent: 100, toOf: 'lt1', ...ENDURANCE },
    { number: 3, toPercent: 95, toOf: 'lt2', ...TEMPO },
    { number: 4, toPercent: 102, toOf: 'lt2', ...THRESHOLD },
    { number: 5, toPercent: null, ...CEILING, name: 'Above LT2', rpe: [9, 10], held: 'minutes' },
  ],
};

export const FIVE_BY_MAXIMAL_HR: Scheme = {
  id: 'five-by-maximal-hr',
  name: 'Five by maximal HR',
  anchor: 'maximalHr',
  school: 'only a maximum is known',
  overlaps: false,
  bands: [
    { number: 1, toPercent: 68, ...RECOVERY },
    { number: 2, toPercent: 79, ...ENDURANCE },
    { number: 3, toPercent: 87, ...TEMPO },
    { number: 4, toPercent: 93, ...THRESHOLD },
    { number: 5, toPercent: null, ...CEILING },
  ],
};

/** Every scheme that ships, in the order in which they are offered. Source: handbook section 6. */
export const SCHEMES: readonly Scheme[] = [
  SEVEN_STEPS,
  SEVEN_OVERLAPPING,
  THREE_DOMAINS,
  LACTATE_FIVE,
  FIVE_BY_THRESHOLD_HR,
  FIVE_BY_MAXIMAL_HR,
];

/**
 * Whether a scheme's bands are beats rather than watts.
 *
 * @param scheme the scheme
 * @returns true where it hangs on a heart rate
 */
export function isByHeart(scheme: Pick<Scheme, 'anchor'>): boolean {
  return scheme.anchor === 'thresholdHr' || scheme.anchor === 'maximalHr';
}
