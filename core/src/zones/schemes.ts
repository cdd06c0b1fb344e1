/** What a scheme's percentages are percentages of. */
export type Anchor = 'ftp' | 'thresholdHr';

/** One band of a scheme, as data. `toPercent` belongs to the band; null is open above. */
export interface BandRule {
  readonly number: number;
  readonly name: string;
  readonly toPercent: number | null;
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
const TEMPO = { name: 'Tempo', rpe: [5, 6], talkTest: 'short sentences', held: '1–3 h', heldSeconds: 7200, trains: 'holding a steady pace' } as const;
const THRESHOLD = {
  name: 'Threshold',
  rpe: [7, 8],
  talkTest: 'a few words',
  held: '20–60 min',
  heldSeconds: 2700,
  trains: 'clearing lactate at pace',
} as const;
const CEILING = { name: 'Aerobic ceiling', rpe: [9, 9], talkTest: 'nothing', held: '3–8 min', heldSeconds: 300, trains: 'taking up more oxygen' } as const;
const ANAEROBIC = { name: 'Anaerobic', rpe: [10, 10], talkTest: 'nothing', held: '30 s–2 min', heldSeconds: 75, trains: 'work without enough oxygen' } as const;
const SPRINT = { name: 'Sprint', rpe: [10, 10], talkTest: 'nothing', held: 'under 15 s', heldSeconds: 12, trains: 'force and speed' } as const;

export const SEVEN_STEPS: Scheme = {
  id: 'seven-steps',
  name: 'Seven steps',
  anchor: 'ftp',
  school: 'the common one',
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
  bands: [
    { number: 1, toPercent: 80, ...RECOVERY },
    { number: 2, toPercent: 89, ...ENDURANCE },
    { number: 3, toPercent: 94, ...TEMPO },
    { number: 4, toPercent: 100, ...THRESHOLD },
    { number: 5, toPercent: null, ...CEILING },
  ],
};
