import {
  afterDaysOff,
  afterIllness,
  afterMissed,
  afterPain,
  daysWithoutRiding,
  goalAgain,
  goalOfFtp,
  type Pain,
  plus,
  reckon,
  type Reckoned,
  seasonAfter,
  shortOfTime,
  whatIsSkipped,
  withForecasts,
} from '@uphill/core/season';
import { BOOK, planOfRung, rungsOf, sessionNumbers } from '@uphill/core/sessions';
import { describe, expect, it } from 'vitest';
import {
  ceiling,
  MONDAY,
  ride,
  ridden,
  season,
  type SeasonOver,
  threshold,
  type WeekOfWorks,
  work,
} from './seasons.ts';
import { INES, newId } from './support.ts';

const GOAL = { name: 'Salt Road climb', date: plus(MONDAY, 10) };
const of = (ahead: readonly WeekOfWorks[], over?: SeasonOver): Reckoned =>
  reckon(season(ahead, { goal: GOAL, ...over }));
const rest: WeekOfWorks = [[], [], [], [], [], [], []];
const hardOn = (reckoned: Reckoned, from: string): string[] =>
  reckoned.input.days
    .filter(({ date }) => date >= from)
    .flatMap(({ date, works }) =>
      works.filter(({ planned, state }) => planned?.hard && state === 'planned').map(() => date),
    );

describe('a missed session', () => {
  const missed = { ...threshold(), id: 'missed', state: 'missed', reason: 'no time' } as const;
  const today = plus(MONDAY, 2);

  it('that was the key session goes to the first day within three on which no rule breaks', () => {
    const now = of([[[], [missed], [], [], [], [ride(120)], []], rest], { today });
    const [first] = afterMissed(now, 'missed', 'new');
    expect(first).toMatchObject({ id: 'move', says: 'Ride 4 × 8:00 on Wed 2 Dec instead' });
    expect(hardOn(seasonAfter(now, first!), today)).toEqual([today]);
  });

  it('takes the place of the next hard day where no day is left, and never makes two of one', () => {
    const now = of([[[], [missed], [], [ceiling()], [], [ceiling()], []], rest], {
      today,
      hours: [1, 1, 0, 2, 0, 2, 2],
    });
    const key = { ...missed, key: true };
    const asKey = of([[[], [key], [], [ceiling()], [], [ceiling()], []], rest], {
      today,
      hours: [1, 1, 0, 2, 0, 2, 2],
    });
    const ids = (reckoned: Reckoned) => afterMissed(reckoned, 'missed', 'new').map(({ id }) => id);
    expect(ids(asKey)).toEqual(['replace', 'gone']);
    const [replaced] = afterMissed(asKey, 'missed', 'new');
    expect(hardOn(seasonAfter(asKey, replaced!), today)).toHaveLength(2);
    expect(hardOn(now, today)).toHaveLength(2);
  });

  it('is gone where it was no key session, with its forecast beside it', () => {
    const easy = { ...ride(60), id: 'easy', state: 'missed' } as const;
    const now = of([[[], [easy], [threshold()], [], [], [], []], rest], { today });
    const offers = withForecasts(now, afterMissed(now, 'easy', 'new'));
    expect(offers.map(({ id, changes }) => [id, changes.length])).toEqual([['gone', 0]]);
    expect(offers[0]?.morning?.base).toBeGreaterThan(0);
    expect(afterMissed(now, 'nobody', 'new')).toEqual([]);
  });
});

describe('days without riding', () => {
  const ahead = (): WeekOfWorks => [[threshold()], [], [ceiling()], [], [threshold()], [], []];
  const after = (days: number) => {
    const now = of([ahead(), ahead(), rest]);
    const offer = afterDaysOff(now, days);
    return { now, offer, then: seasonAfter(now, offer) };
  };

  it.each([
    [3, 'carryOn', 6],
    [7, 'easyDay', 5],
    [14, 'easyWeek', 5],
    [28, 'comingBack', 0],
    [29, 'testFirst', 0],
  ])('after %i the way to go on is %s, and so many hard sessions stay', (days, id, hard) => {
    const { offer, then } = after(days);
    expect([offer.id, hardOn(then, MONDAY).length]).toEqual([id, hard]);
  });

  it('goes a rung easier, rests a week, or comes back with a small rise', () => {
    expect(after(5).offer.easier).toHaveLength(3);
    expect(after(10).then.weeks.find(({ said }) => said.monday === MONDAY)?.said.kind).toBe('easy');
    const back = after(20).then.weeks.find(({ said }) => said.monday === MONDAY);
    expect(back?.said.rise).toBeGreaterThanOrEqual(1);
    expect(back?.said.rise).toBeLessThanOrEqual(3);
  });

  it('has an easy day for each day ill, at most seven, before a hard one', () => {
    const now = of([ahead(), ahead()]);
    const first = (days: number): string | undefined =>
      hardOn(seasonAfter(now, afterIllness(now, days)), MONDAY)[0];
    expect([first(1), first(3), first(20)]).toEqual([
      plus(MONDAY, 2),
      plus(MONDAY, 4),
      plus(MONDAY, 7),
    ]);
  });

  it('are counted up to last evening', () => {
    // The steady weeks behind end with a ride on Sunday.
    expect(daysWithoutRiding(of([rest]))).toBe(0);
    expect(daysWithoutRiding(of([rest], { today: plus(MONDAY, 4) }))).toBe(4);
    expect(daysWithoutRiding(of([rest], { behind: [] }))).toBe(0);
  });
});

describe('pain', () => {
  const lowCadence = { ...threshold({ name: '6 × 5:00 low' }), id: 'low' };
  const low = { ...lowCadence, planned: { ...lowCadence.planned!, family: 'low-cadence' } };
  const hard = { ...threshold(), id: 'hard' };
  const now = of([[[], [hard], [], [], [low], [], []], rest]);
  const none: Pain = { before: 0, during: 0, nextMorning: 0, signs: [], calmDays: 0 };

  it('sends to a clinician by its signs or over 5, and suggests nothing to ride', () => {
    for (const pain of [
      { ...none, signs: ['fall'] as const },
      { ...none, during: 6 },
      { ...none, signs: ['night'] as const, calmDays: 9 },
    ])
      expect(afterPain(now, pain)).toEqual({
        refusal: expect.stringMatching(/nothing to ride is suggested. See a clinician first/),
      });
    expect(afterPain(now, { ...none, during: 5 })).not.toHaveProperty('refusal');
  });

  it('goes one rung back without low cadence over 3 or higher next morning, up after three calm days', () => {
    const back = { id: 'painBack', easier: ['hard'], harder: [] };
    expect(afterPain(now, { ...none, during: 4 })).toMatchObject(back);
    expect(afterPain(now, { ...none, before: 1, nextMorning: 2 })).toMatchObject({
      ...back,
      changes: [{ kind: 'endurance', id: 'low', minutes: 45 }],
    });
    expect(afterPain(now, { ...none, during: 3 })).toMatchObject({ id: 'painSame', easier: [] });
    const careful = of([[[], [hard], [], [], [low], [], []], rest], { settings: { painLimit: 2 } });
    expect(afterPain(careful, { ...none, during: 3 })).toMatchObject(back);
    expect(afterPain(now, { ...none, during: 1, calmDays: 3 })).toMatchObject({
      ...{ id: 'painUp', easier: [], harder: ['hard', 'low'] },
    });
    expect(afterPain(now, { ...none, calmDays: 2 })).toMatchObject({ id: 'painSame' });
  });
});

describe('the goal asked again', () => {
  it('is kept, lowered to what the working FTP gives, or put on another date', () => {
    const now = of([[[], [threshold()], [], [], [threshold()], [ride(120)], []], rest, rest, rest]);
    const given = Math.round(goalOfFtp(240, 2280));
    const answers = goalAgain(now, { watts: 260, seconds: 2280, ftpW: 240 }, plus(MONDAY, 20));
    expect(answers.map(({ id, watts }) => [id, watts])).toEqual([
      ['keep', 260],
      ['watts', given],
      ['date', 260],
    ]);
    expect(answers[0]?.says).toContain(`${260 - given} W`);
    // Ten more days without anything planned cost base.
    expect(answers[2]?.morning?.base).toBeLessThan(answers[0]?.morning?.base ?? 0);
    const enough = goalAgain(now, { watts: 200, seconds: 2280, ftpW: 240 }, GOAL.date);
    expect(enough.map(({ id }) => id)).toEqual(['keep', 'date']);
  });
});

describe('a day that is short of time', () => {
  const planOf = (id: string, at: number) =>
    planOfRung(rungsOf(BOOK.find((each) => each.id === id)!)[at]!, newId);
  const minutesOf = (plan: Parameters<typeof sessionNumbers>[0]) =>
    sessionNumbers(plan, INES).totalS.value / 60;

  it('loses its ends first, then reps from the end, and no rest', () => {
    const plan = planOf('threshold-longer', 6);
    const whole = minutesOf(plan);
    for (let minutes = Math.ceil(whole); minutes > 20; minutes -= 1) {
      const short = shortOfTime(plan, minutes, INES);
      if (!short.ok) break;
      expect(minutesOf(short.plan)).toBeLessThanOrEqual(minutes + 0.01);
      const [before, after] = [plan, short.plan].map(({ items }) =>
        items.find((item) => item.kind === 'set'),
      );
      expect(after?.kind === 'set' && after.rest?.step.length).toEqual(
        before?.kind === 'set' && before.rest?.step.length,
      );
      expect(sessionNumbers(short.plan, INES).timeAtTargetS.value).toBeGreaterThanOrEqual(600);
    }
    const slightly = shortOfTime(plan, whole - 3, INES);
    expect(slightly.ok && slightly.cuts).toEqual(['cool-down to 5:00']);
  });

  it('becomes Endurance or moves where under two thirds of it would be left', () => {
    const plan = planOf('threshold-longer', 1);
    const short = shortOfTime(plan, 25, INES);
    expect(short).toEqual({
      ok: false,
      why: expect.stringContaining('ride Endurance, or move it'),
    });
    expect(shortOfTime(plan, 500, INES)).toMatchObject({ ok: true, cuts: [] });
  });
});

it('names who skips the hard days and rides the others', () => {
  const week = (hardMissed: boolean): WeekOfWorks => [
    [],
    [
      hardMissed
        ? work({ state: 'missed', planned: { hard: true, load: 80 } })
        : work({ state: 'done', planned: { hard: true, load: 80 }, ridden: ridden(60, 80) }),
    ],
    [work({ state: 'done', planned: { load: 50 }, ridden: ridden(60, 50) })],
    [],
    [],
    [],
    [],
  ];
  const behind = Array.from({ length: 7 }, (_, index) => week(index % 2 === 0));
  expect(whatIsSkipped(of([rest], { behind }))).toMatchObject({
    says: 'The hard ones are skipped: 43 % of them ridden, 100 % of the others.',
  });
  expect(whatIsSkipped(of([rest]))?.says ?? null).toBe(null);
});
