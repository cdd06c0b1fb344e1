import { z } from 'zod';
import type { CpPoint } from '../power/index.ts';
import { READING_BOUNDS } from './bounds.ts';
import { LACTATE_BOUNDS } from './lactate.ts';

const watts = (what: string) =>
  z
    .number(`${what} is a number of watts.`)
    .min(READING_BOUNDS.watts.low, `${what} is under ${READING_BOUNDS.watts.low} W.`)
    .max(
      READING_BOUNDS.watts.high,
      `${what} is over ${READING_BOUNDS.watts.high.toLocaleString('en')} W.`,
    );
const beats = z
  .number('A heart rate is a number of beats.')
  .min(READING_BOUNDS.bpm.low, `A heart rate under ${READING_BOUNDS.bpm.low} bpm cannot be right.`)
  .max(
    READING_BOUNDS.bpm.high,
    `A heart rate over ${READING_BOUNDS.bpm.high} bpm is a strap fault.`,
  );

const { mmol, lt1, lt2 } = LACTATE_BOUNDS;

/** One drop of blood as stored and sent; the same shape as `LactateSample`. */
export const lactateSampleSchema = z.strictObject({
  stageW: z
    .number('A stage has watts.')
    .int('A stage has whole watts.')
    .min(20, 'A stage under 20 W cannot be right.')
    .max(800, 'A stage over 800 W cannot be right.'),
  at: z.enum(['mid', 'end']),
  mmol: z
    .number('Lactate is a number of mmol/L.')
    .min(mmol.low, `Lactate under ${mmol.low} mmol/L cannot be.`)
    .max(mmol.high, `Lactate over ${mmol.high} mmol/L cannot be.`),
  bpm: beats.nullable(),
  rpe: z
    .number('RPE is a number.')
    .min(1, 'RPE runs from 1 to 10.')
    .max(10, 'RPE runs from 1 to 10.')
    .nullable(),
  struck: z.string().trim().min(1, 'A struck sample keeps its reason.').max(200).nullable(),
  fraction: z.number().min(0.05).max(1),
});

/**
 * What a test yields beyond one reading in watts: each protocol that needs more has its own kind. Typed by hand or
 * read off a recording, it is the same. Source: handbook section 4.
 */
export const testDetailsSchema = z.discriminatedUnion('kind', [
  z.strictObject({
    kind: z.literal('onOff'),
    meanW: watts('The mean'),
    surgeW: watts('The surge-weighted power'),
    onS: z.number().int().min(10).max(120).nullable(),
  }),
  z.strictObject({
    kind: z.literal('fourEfforts'),
    threeW: watts('The 3:00'),
    sixW: watts('The 6:00'),
    tenW: watts('The 10:00'),
    sprintPeakW: watts('The sprint peak').nullable(),
    /** When the peak came, s from the start of the sprint. */
    sprintPeakS: z.number().min(0).max(20).nullable(),
    seated: z.boolean().nullable(),
  }),
  z.strictObject({
    kind: z.literal('oneAndFive'),
    oneW: watts('The 1:00'),
    fiveW: watts('The 5:00'),
  }),
  z.strictObject({
    kind: z.literal('fastRamp'),
    peakW: watts('The peak minute'),
    peakBpm: beats.nullable(),
  }),
  z.strictObject({
    kind: z.literal('heartRate'),
    meanBpm: beats,
    distanceKm: z.number('The distance is a number of km.').min(1).max(60).nullable(),
  }),
  z.strictObject({
    kind: z.literal('lactate'),
    samples: z.array(lactateSampleSchema).max(60),
    stepW: z.number().int().min(5).max(60),
    stageS: z.number().int().min(60).max(600),
    lt1Mmol: z
      .number()
      .min(lt1.low, `LT1 is read between ${lt1.low} and ${lt1.high} mmol/L.`)
      .max(lt1.high, `LT1 is read between ${lt1.low} and ${lt1.high} mmol/L.`),
    lt2Mmol: z
      .number()
      .min(lt2.low, `LT2 is read between ${lt2.low} and ${lt2.high} mmol/L.`)
      .max(lt2.high, `LT2 is read between ${lt2.low} and ${lt2.high} mmol/L.`),
    /** The methods the coach picked. */
    lt1By: z.enum(['crossing', 'rise']),
    lt2By: z.enum(['crossing', 'dmax']),
  }),
]);
export type TestDetails = z.infer<typeof testDetailsSchema>;
export type LactateDetails = Extract<TestDetails, { kind: 'lactate' }>;

/**
 * The efforts of a four-efforts test that CP and W′ are fitted to: 3:00, 6:00 and 10:00.
 *
 * @param details what the test yielded
 * @returns s and W, rising in length
 * Source: handbook section 4.
 */
export function fourEffortPoints({
  threeW,
  sixW,
  tenW,
}: Extract<TestDetails, { kind: 'fourEfforts' }>): CpPoint[] {
  return [
    { seconds: 180, watts: threeW },
    { seconds: 360, watts: sixW },
    { seconds: 600, watts: tenW },
  ];
}
