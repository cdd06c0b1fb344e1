import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  askedOf,
  expand,
  fitToLoad,
  hangsOnModel,
  type Item,
  nameFromSets,
  type Plan,
  planSchema,
  printAskedWatts,
  problemsOf,
  rowsOf,
  sessionNumbers,
  type Step,
  streamOf,
  systemName,
  SYSTEMS,
  wattsWorking,
  USUAL_ZONES,
  zoneReader,
} from '@uphill/core/sessions';
import { parseTarget, printTarget } from '@uphill/core/units';
import { anyEffort, anyPlan, anyRichPlan, anyRider } from './arbitrary.ts';
import { eights, INES, percent, plan, set, step } from './support.ts';

/** How long an item lasts, said once more and quite differently: by writing every ride of it out. */
function written(item: Item): number[] {
  if (item.kind === 'step') return item.length.kind === 'time' ? [item.length.seconds] : [];
  const reps = typeof item.reps === 'number' ? item.reps : 1;
  return Array.from({ length: reps }, (_, round) => {
    const last = round === reps - 1;
    const rest =
      item.rest && (item.rest.when === 'afterEach' || !last) ? written(item.rest.step) : [];
    return [...item.parts.flatMap(written), ...rest];
  }).flat();
}

describe('any session for any rider', () => {
  it('asks the same with and without what the rider has shown, unless it is said to hang on it', () => {
    const none = { bests: [], fit: null, pair: null, pmaxW: null };
    let hanging = 0;
    fc.assert(
      fc.property(anyRichPlan, anyRider, (session, rider) => {
        if (hangsOnModel(session)) hanging += 1;
        else
          expect(sessionNumbers(session, { ...rider, ...none })).toEqual(
            sessionNumbers(session, rider),
          );
      }),
    );
    expect(hanging).toBeGreaterThan(0);
  });

  it('is sound, and is what the schema accepts', () => {
    fc.assert(
      fc.property(anyPlan, (session) => {
        expect(planSchema.safeParse(session).error?.issues).toBeUndefined();
        expect(problemsOf(session)).toEqual([]);
      }),
    );
  });

  it('is laid out without gaps, as long as its steps written out', () => {
    fc.assert(
      fc.property(anyPlan, anyRider, (session, rider) => {
        const segments = expand(session, rider);
        let clock = 0;
        for (const segment of segments) {
          expect(segment.startS).toBe(clock);
          clock += segment.seconds;
        }
        expect(segments.map(({ seconds }) => seconds)).toEqual(session.items.flatMap(written));
      }),
    );
  });

  it('counts its reps from 1 without leaving one out, and never in a rest', () => {
    fc.assert(
      fc.property(anyPlan, (session) => {
        const segments = expand(session, INES);
        const reps = segments.flatMap(({ rep }) => (rep === null ? [] : [rep]));
        expect([...new Set(reps)]).toEqual(
          Array.from({ length: Math.max(0, ...reps) }, (_, index) => index + 1),
        );
        const rests = new Set(
          rowsOf(session).flatMap(({ restOf, step: { id } }) => (restOf ? [id] : [])),
        );
        expect(segments.filter(({ stepId, rep }) => rests.has(stepId) && rep !== null)).toEqual([]);
      }),
    );
  });

  it('has sums that fit each other, each with a working that ends in it', () => {
    fc.assert(
      fc.property(anyPlan, anyRider, (session, rider) => {
        const numbers = sessionNumbers(session, rider);
        expect(numbers.timeAtTargetS.value).toBeLessThanOrEqual(numbers.totalS.value);
        expect(Number.isFinite(numbers.load.value) && numbers.load.value > 0).toBe(true);
        expect(numbers.load.lines.at(-1)?.figure).toBe(
          (Math.floor(numbers.load.value * 10 + 0.5 + 1e-8) / 10).toFixed(1),
        );
        const stream = streamOf(numbers.segments);
        expect(numbers.energyKj === null).toBe(stream === null);
        if (stream && numbers.energyKj) {
          expect(stream).toHaveLength(numbers.totalS.value);
          expect(numbers.energyKj.value).toBeCloseTo(
            stream.reduce((sum, watts) => sum + watts, 0) / 1000,
            6,
          );
        }
        if (stream && numbers.surgeWeightedW)
          expect(numbers.surgeWeightedW.value).toBeLessThanOrEqual(
            stream.reduce((most, watts) => Math.max(most, watts), 0) + 1e-9,
          );
      }),
    );
  });

  it('asks the same load of every rider where all is meant in percent', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 40, max: 600 }),
        fc.integer({ min: 50, max: 120 }),
        (ftpW, share) => {
          const session = plan(step(1200, percent(50)), set(3, [step(300, percent(share))], 120));
          expect(sessionNumbers(session, { ...INES, ftpW }).load.value).toBeCloseTo(
            sessionNumbers(session, INES).load.value,
            6,
          );
        },
      ),
    );
  });
});

describe('what an effort asks of a rider', () => {
  it('its printed watts, its counted watts and its working agree', () => {
    fc.assert(
      fc.property(
        anyEffort,
        anyRider,
        fc.integer({ min: 1, max: 3600 }),
        (effort, rider, seconds) => {
          const asked = askedOf(effort, rider, seconds);
          if (!asked) throw new Error('A sound effort asks something.');
          expect(asked.rpe[0]).toBeLessThanOrEqual(asked.rpe[1]);
          const working = wattsWorking(effort, rider, seconds);
          expect(working?.value ?? null).toBe(printAskedWatts(asked));
          if (
            asked.countedW !== null &&
            asked.lowW !== null &&
            asked.highW !== null &&
            effort.kind !== 'easy'
          ) {
            expect(asked.countedW).toBeGreaterThanOrEqual(asked.lowW - 1);
            expect(asked.countedW).toBeLessThanOrEqual(asked.highW + 1);
          }
        },
      ),
    );
  });

  it.each([
    [{ kind: 'easy' } as const, '≤ 144', 131, 'up to 55 %, counted at 50 %'],
    [{ kind: 'zone', zone: 1 } as const, '≤ 144', 131, 'up to 55 %, counted at 50 %'],
    [{ kind: 'zone', zone: 4 } as const, '237–275', 256.76, null],
    [{ kind: 'zone', zone: 7 } as const, 'over 393', 445.4, 'over 150 %, counted at 170 %'],
    [{ kind: 'rpe', low: 8, high: 8 } as const, null, 256.76, 'counted as zone 4 of Seven steps'],
    [
      { kind: 'heartRate', low: null, high: 166 } as const,
      null,
      256.76,
      'counted as zone 4 of Seven steps',
    ],
  ])('%j for Ines at 262 W', (effort, printed, counted, counts) => {
    const asked = askedOf(effort, INES, 480);
    expect(asked && printAskedWatts(asked)).toBe(printed);
    expect(asked?.countedW).toBeCloseTo(counted, 6);
    expect(asked?.counts).toBe(counts);
  });

  it('flat out is counted by what rides show, then by the curve, and says so', () => {
    const bests = [[60, 480]] as const;
    expect(askedOf({ kind: 'max' }, { ...INES, bests }, 60)).toMatchObject({
      countedW: 480,
      counts: 'counted at 480 W, the rider’s curve',
    });
    for (const [seconds, percent] of [
      [30, 170],
      [31, 150],
      [120, 150],
      [121, 120],
      [299, 120],
    ] as const)
      expect(askedOf({ kind: 'max' }, INES, seconds)).toMatchObject({
        countedW: (percent * 262) / 100,
        counts: `counted at ${percent} %: no ride that long yet`,
      });
    // From 5:00 on the FTP law is the curve.
    expect(askedOf({ kind: 'max' }, INES, 300)?.countedW).toBeCloseTo(262 * (300 / 3600) ** -0.05);
    expect(askedOf({ kind: 'zone', zone: 2 }, INES, 60)?.countedW).toBeCloseTo(0.655 * 262);
    expect(askedOf({ kind: 'max' }, INES, 3600)?.countedW).toBe(262);
    expect(askedOf({ kind: 'max' }, { ...INES, ftpW: null }, 60)).toMatchObject({
      countedW: null,
      counts: null,
    });
  });
});

describe('names', () => {
  it.each<[string, Plan]>([
    ['New session', plan()],
    ['4 × 8:00 at 98–102 %', eights()],
    ['1 h 30 at 56–75 %', plan(step(5400, percent(56, 75)))],
    [
      '2 × (3 × 4:00 at 112 %)',
      plan(set(2, [set(3, [step(240, percent(112))], 240) as never], 480)),
    ],
    ['20 × (0:15 and 1:45)', plan(set(20, [step(15, percent(140)), step(105, percent(75))], null))],
    [
      '? × 8:00 at 90 %',
      plan({ ...set(1, [step(480, percent(90))], null), reps: { kind: 'unread', text: 'many' } }),
    ],
  ])('%s', (name, session) => {
    expect(nameFromSets(session)).toBe(name);
  });

  it('every system has the name of its zone', () => {
    expect(SYSTEMS.map(systemName)).toEqual([
      'Recovery',
      'Endurance',
      'Tempo',
      'Threshold',
      'Aerobic ceiling',
      'Anaerobic',
      'Sprint',
    ]);
  });

  it('a target prints as it can be typed again, in any session', () => {
    fc.assert(
      fc.property(anyPlan, (session) => {
        for (const { step: each } of rowsOf(session))
          expect(parseTarget(printTarget(each.target), zoneReader(USUAL_ZONES))).toEqual({
            ok: true,
            value: each.target,
          });
      }),
    );
  });
});

describe('sets in sets', () => {
  /** Counts how often a set is walked through: what is laid out is bounded, and so has to be the way to it. */
  const counted = (inner: Item) => {
    let walked = 0;
    const set = { kind: 'set' as const, id: 'inner', reps: 999, rest: null };
    const group = Object.defineProperty({ ...set, parts: [] as Item[] }, 'parts', {
      get: () => ((walked += 1), [inner]),
    });
    return {
      plan: plan({ ...set, id: 'outer', parts: [group] } as unknown as Item),
      walks: () => walked,
    };
  };
  const hill = { kind: 'hill' as const, name: 'Quarry Lane', metres: 60_000, gradientPercent: 20 };

  it.each<[string, Partial<Step>]>([
    ['seconds', { length: { kind: 'time', seconds: 1 } }],
    ['days', { length: { kind: 'time', seconds: 86_400 } }],
    ['hills', { length: hill }],
    ['unread words', { length: { kind: 'unread', text: 'a while' } }],
  ])('999 × 999 of %s are laid out to the limit and walked no further', (_, over) => {
    const { plan: session, walks } = counted({ ...step(60, percent(100)), ...over });
    const { segments, totalS } = sessionNumbers(session, INES);
    expect(segments.length).toBeLessThanOrEqual(2000);
    expect(totalS.value).toBeLessThanOrEqual(86_400);
    expect(walks()).toBeLessThanOrEqual(4 * 2000);
    expect(problemsOf(session).length).toBeGreaterThan(0);
    expect(fitToLoad(session, INES, 100).ok).toBe(false);
  });
});
