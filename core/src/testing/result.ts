import { fitCriticalPower, pairFromBests } from '../power/index.ts';
import {
  percentOf,
  type Refused,
  type Understood,
  refused,
  roundHalfUp,
  roundTo,
  understood,
} from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { fourEffortPoints, type TestDetails } from './details.ts';
import { ftpFromReading } from './ftp.ts';
import { alongside, lactateProblems, readLactate } from './lactate.ts';
import type { Protocol, ProtocolId } from './protocols.ts';

/** A figure a test gives, in the order in which it is shown. */
export interface NamedFigure {
  readonly name: string;
  readonly text: string;
  readonly working: Worked<unknown> | null;
  /** A heart rate, so that a mean of the whole test beside it would only mislead. */
  readonly inBeats?: boolean;
}

/** What a test gives: FTP where it gives one, a reading in watts, beats, and everything else by name. */
export interface TestResult {
  /** What the share is taken of, W: mean, CP, LT2 …; null for tests without one. */
  readonly readingW: number | null;
  readonly ftp: Worked | null;
  readonly meanBpm: number | null;
  readonly figures: readonly NamedFigure[];
}

/** What was measured: one reading, or the details a protocol needs. */
export interface Measured {
  readonly readingW: number | null;
  readonly meanBpm: number | null;
  readonly details: TestDetails | null;
  /** kg on the day, for the VO2max estimate; null where unknown. */
  readonly massKg?: number | null;
  /** A maximal 20:00 best of the last 90 days, W, above which CP cannot lie. */
  readonly twentyMinuteW?: number | null;
}

/** Which details a protocol needs; the others are read by one number. */
export function detailsKind(protocol: Protocol): TestDetails['kind'] | null {
  const { kind } = protocol.reading;
  if (kind === 'steadyHeartRate') return 'heartRate';
  return kind === 'onOff' ||
    kind === 'fourEfforts' ||
    kind === 'oneAndFive' ||
    kind === 'fastRamp' ||
    kind === 'lactate'
    ? kind
    : null;
}

/** How sure a mean heart rate is as the threshold: from these protocols it is read, from the others not at all. */
const THRESHOLD_FROM: Partial<Record<ProtocolId, 'threshold' | 'estimate'>> = {
  'thirty-minute': 'threshold',
  'sixty-minute': 'threshold',
  'twenty-minute': 'estimate',
  'heart-rate-twenty': 'estimate',
};

/**
 * Whether a protocol's mean heart rate is the threshold heart rate.
 *
 * @param protocol the protocol ridden
 * @returns "threshold", "estimate", or null where it says nothing of the threshold
 * Source: handbook section 4 (Threshold HR).
 */
export function thresholdFrom(protocol: Protocol): 'threshold' | 'estimate' | null {
  return THRESHOLD_FROM[protocol.id] ?? null;
}

/**
 * What a test gives, from what was measured: the same sum for a test typed in, read off a recording or ridden on
 * the stand-ins.
 *
 * @param protocol the protocol ridden
 * @param measured readings in W and bpm
 * @returns FTP and every other figure with its working, or the sentence that says what is missing or cannot be
 * Source: handbook sections 4 and 5.
 */
export function resultOf(protocol: Protocol, measured: Measured): Understood<TestResult> | Refused {
  const needed = detailsKind(protocol);
  const { details, readingW, meanBpm } = measured;
  if (needed === null) {
    if (readingW === null) return refused(`The reading is missing: ${protocol.readingName}.`);
    const ftp = protocol.ftpPercent === null ? null : ftpFromReading(protocol, readingW);
    return understood({ readingW, ftp, meanBpm, figures: [] });
  }
  if (details?.kind !== needed)
    return refused(`${protocol.name} needs its own readings, which are missing.`);
  switch (details.kind) {
    case 'onOff':
      return understood(onOff(protocol, details, meanBpm));
    case 'fourEfforts':
      return fourEfforts(protocol, details, measured);
    case 'oneAndFive':
      return oneAndFive(details, meanBpm);
    case 'fastRamp':
      return understood(fastRamp(details, measured.massKg ?? null));
    case 'heartRate':
      return understood({
        readingW: null,
        ftp: null,
        meanBpm: details.meanBpm,
        figures: distance(details),
      });
    case 'lactate':
      return lactate(protocol, details);
  }
}

type Of<K extends TestDetails['kind']> = Extract<TestDetails, { kind: K }>;

function onOff(
  protocol: Protocol,
  { meanW, surgeW, onS }: Of<'onOff'>,
  meanBpm: number | null,
): TestResult {
  const [a, s] = [roundHalfUp(meanW), roundHalfUp(surgeW)];
  const percent = protocol.ftpPercent ?? 100;
  // The two readings are whole watts; their mean is left as it falls.
  const ftpW = percentOf(percent / 2, a + s);
  const ftp = worked(
    ftpW,
    'W',
    protocol.name,
    [
      ['Highest cumulative mean, A', `${a} W`],
      ['Highest cumulative surge-weighted power, S', `${s} W`],
      ['(A + S) ÷ 2', `${roundTo((a + s) / 2, 1)} W`],
      ['× share held for about an hour', (percent / 100).toFixed(2)],
      ['FTP, rounded half up', `${ftpW} W`],
    ],
    [['Share of the reading', `${percent} %`]],
  );
  const figures: NamedFigure[] = [
    { name: 'Mean up to the best on', text: `${a} W`, working: null },
    { name: 'Surge-weighted', text: `${s} W`, working: null },
  ];
  if (onS !== null) figures.push({ name: 'On and off', text: `${onS} s each`, working: null });
  return { readingW: (a + s) / 2, ftp, meanBpm, figures };
}

function fourEfforts(
  protocol: Protocol,
  details: Of<'fourEfforts'>,
  { meanBpm, twentyMinuteW }: Measured,
): Understood<TestResult> | Refused {
  const { sprintPeakW, sprintPeakS } = details;
  const fit = fitCriticalPower(fourEffortPoints(details), twentyMinuteW ?? null);
  if (!fit.ok) return fit;
  const { cpW, wPrimeJ, cpErrorW, wPrimeErrorJ } = fit.value.value;
  const figures: NamedFigure[] = [
    {
      name: 'CP',
      text: `${roundHalfUp(cpW)}${cpErrorW === null ? '' : ` ± ${roundTo(cpErrorW, 1)}`} W`,
      working: fit.value,
    },
    {
      name: 'W′',
      text: `${roundTo(wPrimeJ / 1000, 1)}${wPrimeErrorJ === null ? '' : ` ± ${roundTo(wPrimeErrorJ / 1000, 1)}`} kJ`,
      working: fit.value,
    },
  ];
  if (sprintPeakW !== null)
    figures.push({
      name: 'Sprint peak',
      text: `${roundHalfUp(sprintPeakW)} W${sprintPeakS === null ? '' : ` after ${roundTo(sprintPeakS, 0)} s`}`,
      working: null,
    });
  return understood({ readingW: cpW, ftp: ftpFromReading(protocol, cpW), meanBpm, figures });
}

function oneAndFive(
  { oneW, fiveW }: Of<'oneAndFive'>,
  meanBpm: number | null,
): Understood<TestResult> | Refused {
  const pair = pairFromBests(oneW, fiveW);
  if (!pair.ok) return pair;
  const { cpW, wPrimeJ } = pair.value.value;
  return understood({
    readingW: null,
    ftp: null,
    meanBpm,
    figures: [
      { name: '1:00', text: `${roundHalfUp(oneW)} W`, working: null },
      { name: '5:00', text: `${roundHalfUp(fiveW)} W`, working: null },
      { name: 'CP, runs high', text: `${roundHalfUp(cpW)} W`, working: pair.value },
      { name: 'W′', text: `${roundTo(wPrimeJ / 1000, 1)} kJ`, working: pair.value },
    ],
  });
}

function fastRamp({ peakW, peakBpm }: Of<'fastRamp'>, massKg: number | null): TestResult {
  const peak = roundHalfUp(peakW);
  const figures: NamedFigure[] = [{ name: 'Peak 60 s', text: `${peak} W`, working: null }];
  if (massKg !== null) {
    const uptake = (10.8 * peak) / massKg + 7;
    figures.push({
      name: 'VO2max, estimate',
      text: `${roundHalfUp(uptake)} mL/kg/min ± 10 %`,
      working: worked(uptake, 'mL/kg/min', 'VO2max from the peak minute', [
        [`10.8 × ${peak} W ÷ ${massKg} kg + 7`, `${roundTo(uptake, 1)} mL/kg/min`],
        ['Fast-ramp watts overstate it', '± 10 %'],
      ]),
    });
  }
  if (peakBpm !== null)
    figures.push({ name: 'Peak heart rate', text: `${roundHalfUp(peakBpm)} bpm`, working: null });
  return { readingW: peakW, ftp: null, meanBpm: null, figures };
}

function distance({ distanceKm }: Of<'heartRate'>): NamedFigure[] {
  return distanceKm === null
    ? []
    : [{ name: 'Distance', text: `${roundTo(distanceKm, 2)} km`, working: null }];
}

function lactate(protocol: Protocol, details: Of<'lactate'>): Understood<TestResult> | Refused {
  const { samples, stepW, lt1By, lt2By } = details;
  const wrong = lactateProblems(samples).find(({ refuses }) => refuses);
  if (wrong) return refused(wrong.reason);
  const reading = readLactate(samples, stepW, details);
  const [lt1, lt2] = [reading.lt1[lt1By], reading.lt2[lt2By]];
  const figures: NamedFigure[] = [];
  for (const [name, threshold] of [
    ['LT1', lt1],
    ['LT2', lt2],
  ] as const) {
    if (!threshold.ok) continue;
    const watts = threshold.value.value;
    const bpm = alongside(samples, stepW, watts, 'bpm');
    const rpe = alongside(samples, stepW, watts, 'rpe');
    figures.push({ name, text: `${roundHalfUp(watts)} W`, working: threshold.value });
    if (bpm !== null)
      figures.push({
        name: `Heart rate at ${name}`,
        text: `${roundHalfUp(bpm)} bpm`,
        working: null,
        inBeats: true,
      });
    if (rpe !== null)
      figures.push({ name: `RPE at ${name}`, text: String(roundTo(rpe, 1)), working: null });
  }
  if (reading.lt1ApartW !== null)
    figures.push({
      name: 'Methods for LT1 apart',
      text: `${roundHalfUp(reading.lt1ApartW)} W`,
      working: null,
    });
  if (reading.lt2ApartW !== null)
    figures.push({
      name: 'Methods for LT2 apart',
      text: `${roundHalfUp(reading.lt2ApartW)} W`,
      working: null,
    });
  const bpmAtLt2 = lt2.ok ? alongside(samples, stepW, lt2.value.value, 'bpm') : null;
  return understood({
    readingW: lt2.ok ? lt2.value.value : null,
    ftp: lt2.ok ? ftpFromReading(protocol, lt2.value.value) : null,
    meanBpm: bpmAtLt2 === null ? null : roundHalfUp(bpmAtLt2),
    figures,
  });
}
