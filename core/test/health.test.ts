import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { asksMaximal, healthRefusal, type Step } from '@uphill/core/sessions';
import {
  checkTest,
  EMPTY_SETUP,
  newMaximum,
  protocolOf,
  type Setup,
  setupDifferences,
} from '@uphill/core/testing';
import {
  HEALTH_QUESTIONS,
  healthQuestionsFor,
  type HealthScreen,
  healthVerdict,
  hidesMass,
  isMinor,
  type Known,
} from '@uphill/core/rider';
import { eights, INES, percent, plan, step } from './support.ts';

const DAY = '2026-11-24';
const born = (birthYear: number | null, sex: Known['sex'] = null): Known => ({ birthYear, sex });
const GROWN = born(1990);
const screen = (yes: readonly string[], over: Partial<HealthScreen> = {}): HealthScreen => ({
  date: '2026-10-01',
  answers: Object.fromEntries(
    HEALTH_QUESTIONS.map(({ id }) => [id, yes.includes(id) ? ('yes' as const) : ('no' as const)]),
  ),
  clearedBy: null,
  clearedOn: null,
  ...over,
});
const cleared = { clearedBy: 'the club doctor', clearedOn: '2026-10-03' };

const ASKED = healthQuestionsFor(GROWN).map(({ id }) => id);

describe('the health screen', () => {
  it('any yes, and any question left open, holds maximal work back until it is cleared', () => {
    fc.assert(
      fc.property(fc.subarray(ASKED), fc.subarray(ASKED), (yes, open) => {
        const answers = Object.fromEntries(
          Object.entries(screen(yes).answers).filter(([id]) => !open.includes(id)),
        );
        const stops = yes.some((id) => !open.includes(id)) || open.length > 0;
        expect(healthVerdict(screen([], { answers }), GROWN, DAY).maximal).toBe(!stops);
        const pregnant = yes.includes('pregnancy') && !open.includes('pregnancy');
        expect(healthVerdict(screen([], { answers, ...cleared }), GROWN, DAY).maximal).toBe(
          !pregnant,
        );
      }),
    );
  });

  it('none at all, an age under 18 or over 45, a clearance of tomorrow: maximal work waits', () => {
    expect(healthVerdict(null, GROWN, DAY)).toMatchObject({
      maximal: false,
      reasons: [expect.stringContaining('no health screen yet')],
    });
    expect(
      [2009, 1980, 1990, null].map((year) => healthVerdict(screen([]), born(year), DAY).maximal),
    ).toEqual([false, false, true, true]);
    expect(healthVerdict(screen([]), born(2009), DAY).reasons.join(' ')).toContain('guardian');
    expect(
      healthVerdict(screen(['heart'], { clearedBy: 'x', clearedOn: '2026-11-25' }), GROWN, DAY)
        .maximal,
    ).toBe(false);
  });

  it('rules out for good what a clearance does not bring back', () => {
    const verdict = (yes: string) => healthVerdict(screen([yes], cleared), GROWN, DAY);
    expect([
      verdict('betaBlocker').heartRate,
      verdict('rhythm').heartRate,
      verdict('heart').heartRate,
    ]).toEqual([false, false, true]);
    expect([
      verdict('metabolic').unfuelled,
      verdict('eating').unfuelled,
      verdict('illness').unfuelled,
    ]).toEqual([false, false, true]);
    expect(healthVerdict(screen(['anticoagulant']), GROWN, DAY).bloodSampling).toBe(false);
    expect(verdict('anticoagulant').bloodSampling).toBe(true);
  });

  it('asks what age and sex do not answer, and leaves out what they do', () => {
    const asked = (known: Known, id: string) =>
      healthQuestionsFor(known).some((question) => question.id === id);
    const ids = ['pregnancy', 'lostPeriods', 'under18', 'over45'];
    expect(ids.map((id) => asked(born(null), id))).toEqual([true, true, true, true]);
    expect(ids.map((id) => asked(born(1990, 'female'), id))).toEqual([true, true, false, false]);
    expect(ids.map((id) => asked(born(1990, 'male'), id))).toEqual([false, false, false, false]);
    expect(
      ['heart', 'chest', 'fainting', 'pregnancy', 'eating'].every(
        (id) => HEALTH_QUESTIONS.find((each) => each.id === id)?.alone,
      ),
    ).toBe(true);
    // What is not asked and was answered once does not hold anybody back; what is unknown and open does.
    const { under18: _, ...open } = screen([]).answers;
    expect(healthVerdict(screen(['pregnancy']), born(1990, 'male'), DAY).maximal).toBe(true);
    expect(healthVerdict(screen([], { answers: open }), born(null), DAY).reasons).toContain(
      'One question has no answer.',
    );
  });

  it('no unfuelled rides under 18, whether the birth year says it, the rider does, or there is no screen yet', () => {
    const unfuelled = (known: Known, given: HealthScreen | null) =>
      healthVerdict(given, known, DAY).unfuelled;
    expect([
      unfuelled(born(2010), null),
      unfuelled(born(2010), screen([], cleared)),
      unfuelled(born(null), screen(['under18'], cleared)),
    ]).toEqual([false, false, false]);
    expect([unfuelled(GROWN, null), unfuelled(GROWN, screen([]))]).toEqual([true, true]);
  });

  it('says what to know beside a yes', () => {
    expect(healthVerdict(screen(['metabolic', 'crash'], cleared), GROWN, DAY).cautions).toEqual([
      'Diabetes: fuel and insulin are agreed with the clinician.',
      'After concussion: clearance first, then back in steps of at least a day.',
    ]);
    expect(healthVerdict(screen([]), GROWN, DAY).cautions).toEqual([]);
  });

  it('a yes that earlier versions took for five questions at once still counts', () => {
    const { maximal, unfuelled } = healthVerdict(
      screen([], { answers: { ...screen([]).answers, eatingOrLike: 'yes' } }),
      GROWN,
      DAY,
    );
    expect([maximal, unfuelled]).toEqual([false, false]);
  });

  it('is honoured by the checks of a test', () => {
    const recording = {
      watts: new Float64Array(600).fill(300),
      bpm: new Array<number>(600).fill(188),
      rpm: null,
      effort: { startS: 0, endS: 600 },
    };
    const evidence = {
      protocol: protocolOf('ramp'),
      date: DAY,
      ftpW: 262,
      expectedFtpW: null,
      powerSource: 'crank',
      maximalBpm: 188,
      earlier: [],
      recording,
    };
    expect(checkTest(evidence).find(({ id }) => id === 'heartRateReached')?.verdict).toBe('held');
    expect(
      checkTest({ ...evidence, heartRateUsable: false }).find(
        ({ id }) => id === 'heartRateReached',
      ),
    ).toMatchObject({
      verdict: 'unknown',
      figure: 'not looked at',
    });
  });

  it('holds back sessions with steps above 105 %, and those by heart rate where it tells nothing', () => {
    const hard = plan(step(180, percent(115, 118)));
    const byHeart = plan(step(600, { kind: 'heartRate', low: 130, high: 140 }));
    const waits = healthVerdict(null, GROWN, DAY);
    expect(
      [eights(), plan(step(600, percent(105))), hard].map(
        (each) => healthRefusal(each, INES, waits) !== null,
      ),
    ).toEqual([false, false, true]);
    expect(healthRefusal(hard, INES, healthVerdict(screen([]), GROWN, DAY))).toBeNull();
    expect(
      healthRefusal(byHeart, INES, healthVerdict(screen(['betaBlocker'], cleared), GROWN, DAY)),
    ).toContain('RPE governs');
    // 262 W × 1.05 = 275.1: 276 W asks no more than that rounded up, 290 W does; so do zone 5, RPE 9 and flat out.
    const watts = (low: number) => plan(step(180, { kind: 'watts', low, high: low }));
    expect(
      [
        watts(276),
        watts(290),
        plan(step(60, { kind: 'zone', zone: 5 })),
        plan(step(60, { kind: 'rpe', low: 8, high: 9 })),
        plan(step(12, { kind: 'max' })),
      ].map((each) => asksMaximal(each, INES)),
    ).toEqual([false, true, true, true, true]);
  });

  it('looks into finishes, every so-many-th rep, single reps and caps too', () => {
    const easy = { ...step(3600, percent(60)) };
    const waits = healthVerdict(null, GROWN, DAY);
    const noHeart = healthVerdict(screen(['betaBlocker'], cleared), GROWN, DAY);
    const max = { kind: 'max' as const };
    const hidden: Partial<Step>[] = [
      { finish: { length: { kind: 'time', seconds: 15 }, effort: max } },
      { everyNth: { every: 3, effort: max } },
      { everyNth: { every: 3, finish: { length: { kind: 'metres', metres: 200 }, effort: max } } },
      { exceptions: [{ rep: 1, effort: percent(120) }] },
    ];
    expect(healthRefusal(plan(easy), INES, waits)).toBeNull();
    for (const each of hidden)
      expect(healthRefusal(plan({ ...easy, ...each }), INES, waits)).toContain('health screen');
    expect(healthRefusal(plan(easy), INES, noHeart)).toBeNull();
    expect(healthRefusal(plan({ ...easy, capBpm: 150 }), INES, noHeart)).toContain('RPE governs');
  });

  it('body mass is hidden under 18, and wherever the coach says so', () => {
    const minor = (birthYear: number | null, yes: string[] = []) =>
      isMinor(screen(yes), birthYear, DAY);
    expect([minor(2010), minor(1990, ['under18']), minor(null), minor(null, ['under18'])]).toEqual([
      true,
      false,
      false,
      true,
    ]);
    expect([
      hidesMass(null, true),
      hidesMass(false, true),
      hidesMass(null, false),
      hidesMass(true, false),
    ]).toEqual([true, false, false, true]);
  });
});

describe('a new maximal heart rate', () => {
  const steady = (length: number, beat: number) => new Array<number>(length).fill(beat);
  const legs = new Float64Array(200).fill(300);

  it('has to be above the stored one, held for 5 s, and at most 220', () => {
    const seen = (bpm: (number | null)[], stored: number | null) =>
      newMaximum(bpm, legs, stored)?.bpm ?? null;
    expect([
      seen([...steady(100, 180), ...steady(5, 190)], 188),
      seen([...steady(100, 180), ...steady(4, 190)], 188),
    ]).toEqual([190, null]);
    expect([
      seen(steady(60, 188), 188),
      seen(steady(60, 188), null),
      seen([...steady(60, 186), ...steady(9, 229)], 185),
    ]).toEqual([null, 188, 186]);
    expect(seen([...steady(100, 180), 190, 190, null, 190, 190, 190], 188)).toBeNull();
  });

  it('that leaps without watts is doubted, one that rises with the work is not', () => {
    const leap = [...steady(60, 120), ...steady(20, 196)];
    expect(newMaximum(leap, new Float64Array(80), 188)?.doubt).toContain('fault of the strap');
    expect(newMaximum(leap, legs, 188)?.doubt).toBeNull();
  });
});

describe('the preparation', () => {
  const setup = (over: Partial<Setup>): Setup => ({
    ...EMPTY_SETUP,
    bike: 'winter bike',
    tyreBar: 6.5,
    answers: { fed: true, fan: true },
    ...over,
  });

  it('names what differs from last time, and nothing else', () => {
    expect(setupDifferences(setup({}), setup({}))).toEqual([]);
    expect(
      setupDifferences(setup({ bike: 'Winter Bike', answers: { fed: true } }), setup({})),
    ).toEqual([]);
    expect(
      setupDifferences(
        setup({ position: 'timeTrial', tyreBar: 7, answers: { fed: false, fan: true } }),
        setup({}),
      ),
    ).toEqual([
      'time-trial position, before road position',
      'tyres 7 bar, before 6.5 bar',
      '"Carbohydrate eaten, no extra caffeine": no, before yes',
    ]);
  });

  it('another position is a check of its own; a hard ride before makes the rider not fresh', () => {
    const before = {
      protocolId: 'ramp',
      date: '2026-09-01',
      ftpW: 255,
      powerSource: 'crank',
      setup: setup({}),
    };
    const base = {
      protocol: protocolOf('ramp'),
      date: DAY,
      ftpW: 262,
      expectedFtpW: null,
      powerSource: 'crank',
      maximalBpm: 188,
      earlier: [before],
    };
    const verdicts = (over: object) =>
      Object.fromEntries(
        checkTest({ ...base, setup: setup({}), hardBefore: [], ...over }).map(({ id, verdict }) => [
          id,
          verdict,
        ]),
      );
    expect(verdicts({})).toMatchObject({
      samePosition: 'held',
      sameChecklist: 'held',
      restedBefore: 'held',
    });
    expect(verdicts({ setup: setup({ position: 'timeTrial' }) })).toMatchObject({
      samePosition: 'doubtful',
      sameChecklist: 'held',
    });
    expect(verdicts({ hardBefore: ['24 min above Endurance on Sun 22 Nov'] })).toMatchObject({
      restedBefore: 'doubtful',
    });
    expect(verdicts({ setup: setup({ answers: { easyDayBefore: false } }) })).toMatchObject({
      restedBefore: 'doubtful',
    });
  });
});
