import fc from 'fast-check';
import type { Effort, Target } from '@uphill/core/units';
import {
  type Finish,
  type Item,
  type Plan,
  type RiderOnDay,
  type SetBlock,
  type Step,
  SYSTEMS,
} from '@uphill/core/sessions';
import { newId } from './support.ts';

/** Any sound thing a coach may have typed, for the property tests. */

function span(low: number, high: number) {
  return fc
    .tuple(fc.integer({ min: low, max: high }), fc.integer({ min: low, max: high }))
    .map(([a, b]) => ({ low: Math.min(a, b), high: Math.max(a, b) }));
}

export const anyEffort: fc.Arbitrary<Effort> = fc.oneof(
  span(1, 400).map((range) => ({ kind: 'percent' as const, ...range })),
  span(1, 2500).map((range) => ({ kind: 'watts' as const, ...range })),
  span(1, 10).map((range) => ({ kind: 'rpe' as const, ...range })),
  span(1, 400).map((range) => ({ kind: 'goal' as const, ...range })),
  span(1, 400).map((range) => ({ kind: 'curve' as const, ...range })),
  span(40, 230).map((range) => ({ kind: 'heartRate' as const, ...range })),
  fc
    .integer({ min: 40, max: 230 })
    .map((high) => ({ kind: 'heartRate' as const, low: null, high })),
  fc.integer({ min: 1, max: 7 }).map((zone) => ({ kind: 'zone' as const, zone })),
  // Of another scheme it says so.
  fc.integer({ min: 1, max: 3 }).map((zone) => ({
    kind: 'zone' as const,
    zone,
    scheme: { id: 'three-domains', name: 'Three domains' },
  })),
  fc.constantFrom<Effort>(
    { kind: 'easy' },
    { kind: 'max' },
    { kind: 'own', by: 'bests' },
    { kind: 'own', by: 'longer' },
  ),
);

const anyTarget: fc.Arbitrary<Target> = fc.oneof(
  anyEffort.map((effort) => ({ kind: 'steady' as const, effort })),
  fc.tuple(anyEffort, anyEffort).map(([from, to]) => ({ kind: 'changing' as const, from, to })),
);

export const HILLS = [
  { name: 'Quarry Lane', metres: 2400, gradientPercent: 7 },
  { name: 'Quarry', metres: 600, gradientPercent: 9 },
  { name: 'Salt Road', metres: 11_000, gradientPercent: 5.5 },
];

const anyFinish: fc.Arbitrary<Finish> = fc.record({
  length: fc.oneof(
    fc.integer({ min: 1, max: 600 }).map((seconds) => ({ kind: 'time' as const, seconds })),
    fc.integer({ min: 10, max: 5000 }).map((metres) => ({ kind: 'metres' as const, metres })),
  ),
  effort: anyEffort,
});
const posture = fc.constantFrom('seated' as const, 'standing' as const);
const different = fc.record(
  { posture, effort: anyEffort, finish: anyFinish },
  { requiredKeys: ['posture'] },
);

const anyStep: fc.Arbitrary<Step> = fc
  .record({
    role: fc.constantFrom('warmUp' as const, 'work' as const, 'easy' as const, 'coolDown' as const),
    seconds: fc.integer({ min: 1, max: 240 }),
    target: anyTarget,
    cadence: fc.option(span(20, 220)),
    cue: fc.string({ maxLength: 30 }),
  })
  .map(({ role, seconds, target, cadence, cue }) => ({
    kind: 'step',
    id: newId(),
    role,
    length: { kind: 'time', seconds },
    target,
    cadence,
    cue,
  }));

/** A step with everything that a step can carry. */
export const anyRichStep: fc.Arbitrary<Step> = fc
  .record({
    step: anyStep,
    length: fc.oneof(
      fc.integer({ min: 1, max: 86_400 }).map((seconds) => ({ kind: 'time' as const, seconds })),
      fc.integer({ min: 1, max: 7200 }).map((expectedS) => ({ kind: 'lap' as const, expectedS })),
      fc.constantFrom(...HILLS).map((hill) => ({ kind: 'hill' as const, ...hill })),
    ),
    more: fc.record(
      {
        posture,
        capBpm: fc.integer({ min: 40, max: 230 }),
        finish: anyFinish,
        everyNth: different.chain((other) =>
          fc.integer({ min: 2, max: 20 }).map((every) => ({ every, ...other })),
        ),
        exceptions: fc.array(
          different.chain((other) =>
            fc
              .record(
                {
                  rep: fc.integer({ min: 1, max: 99 }),
                  seconds: fc.integer({ min: 1, max: 3000 }),
                },
                { requiredKeys: ['rep'] },
              )
              .map((own) => ({ ...own, ...other })),
          ),
          { minLength: 1, maxLength: 3 },
        ),
      },
      { requiredKeys: [] },
    ),
  })
  .map(({ step, length, more }) => ({ ...step, length, ...more }));

function setOf(
  part: fc.Arbitrary<SetBlock['parts'][number]>,
  most: number,
): fc.Arbitrary<SetBlock> {
  return fc
    .record({
      reps: fc.integer({ min: 1, max: most }),
      parts: fc.array(part, { minLength: 1, maxLength: 3 }),
      rest: fc.option(
        fc.record({
          when: fc.constantFrom('between' as const, 'afterEach' as const),
          step: anyStep,
        }),
      ),
    })
    .map(({ reps, parts, rest }) => ({ kind: 'set', id: newId(), reps, parts, rest }));
}

const innerSet = setOf(anyStep, 6);
const anyItem: fc.Arbitrary<Item> = fc.oneof(
  { arbitrary: anyStep, weight: 3 },
  { arbitrary: setOf(fc.oneof(anyStep, innerSet as fc.Arbitrary<never>), 5), weight: 2 },
);

/** A sound session of steps, sets and groups; well under a day and 2,000 steps. */
export const anyPlan: fc.Arbitrary<Plan> = fc
  .record({
    items: fc.array(anyItem, { minLength: 1, maxLength: 4 }),
    system: fc.constantFrom(...SYSTEMS),
  })
  .map(({ items, system }) => ({
    name: '',
    nameFollows: true,
    purpose: '',
    system,
    place: 'any' as const,
    note: '',
    items,
  }));

export const anyRider: fc.Arbitrary<RiderOnDay> = fc.record({
  firstName: fc.constant('Ines'),
  ftpW: fc.option(fc.integer({ min: 40, max: 600 })),
  massKg: fc.option(fc.integer({ min: 40, max: 120 })),
  restingBpm: fc.constant(null),
  thresholdBpm: fc.option(fc.integer({ min: 120, max: 190 })),
  maximalBpm: fc.option(fc.integer({ min: 150, max: 210 })),
  hasPower: fc.boolean(),
  easyPercent: fc.integer({ min: 40, max: 55 }),
  bests: fc.constantFrom<RiderOnDay['bests']>(
    [],
    [[300, 310]],
    [
      [1200, 270],
      [300, 320],
      [15, 800],
    ],
  ),
});

const richInner = setOf(anyRichStep, 400);

/** A session with everything that the sentence can say; not to be laid out, for it may last for weeks. */
export const anyRichPlan: fc.Arbitrary<Plan> = fc
  .record(
    {
      items: fc.array(
        fc.oneof(anyRichStep, setOf(fc.oneof(anyRichStep, richInner as fc.Arbitrary<never>), 120)),
        { minLength: 1, maxLength: 5 },
      ),
      totalS: fc.integer({ min: 1, max: 86_400 }),
    },
    { requiredKeys: ['items'] },
  )
  .map((fields) => ({
    name: '',
    nameFollows: true,
    purpose: '',
    system: 'threshold',
    place: 'any',
    note: '',
    ...fields,
  }));
