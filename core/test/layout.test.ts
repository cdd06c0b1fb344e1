import {
  type BenchmarkDay,
  benchmarkOf,
  dealWeeks,
  fixesOf,
  goalShareOf,
  type LaidOut,
  layOut,
  type LayoutGoal,
  type LayoutInput,
  mondayOf,
  type OtherGoal,
  planWeek,
  plus,
  reckon,
  runInAsks,
  spacingOf,
  taperFor,
  type Template,
  type TemplateBlock,
  templateForWeeks,
  templateOf as templateOf_,
  templateSchema,
  TEMPLATES,
  totalsOf,
  weeksBeforeTaper,
  weeksToGoal,
} from '@uphill/core/season';
import { BOOK, planSchema, rungsOf } from '@uphill/core/sessions';
import { describe, expect, it } from 'vitest';
import { MONDAY, ridden, season, type SeasonOver, type WeekOfWorks, work } from './seasons.ts';
import { INES, newId } from './support.ts';

const NONE: WeekOfWorks = [[], [], [], [], [], [], []];
const LETTERS = { load: 'L', easy: 'e', test: 't', free: 'f', taper: 'T' } as const;
const templateOf = (id: string): Template => TEMPLATES.find((each) => each.id === id) as Template;

function dealt(weeks: number, loadWeeks = 3, running = 0): string {
  const template = templateOf(templateForWeeks(weeks) ?? 'climb-run-in');
  const { blocks } = dealWeeks(template, { weeks, loadWeeks, running });
  return blocks
    .map(({ block, kinds }) => `${block.id} ${kinds.map((kind) => LETTERS[kind]).join('')}`)
    .join(' · ');
}

describe('dealing weeks back from the goal', () => {
  it.each([
    [2, 'taper TT'],
    [5, 'run-in LLL · taper TT'],
    [9, 'ceiling-longer LLLe · run-in LLL · taper TT'],
    [12, 'threshold-longer LLe · ceiling-longer LLLe · run-in LLL · taper TT'],
    [13, 'threshold-longer LLLe · ceiling-longer LLLe · run-in LLL · taper TT'],
    [15, 'aerobic Le · threshold-longer LLLe · ceiling-longer LLLe · run-in LLL · taper TT'],
    [
      19,
      'aerobic LLe · prepare LLLe · first-intensity LLLe · goal-specific LLLe · sharpen LL · taper TT',
    ],
    [
      24,
      'aerobic LLeLLe · threshold-longer LLLe · threshold-higher LLLe · ceiling-longer LLLe · test t · ceiling-higher LLL · taper TT',
    ],
    [
      30,
      'aerobic LLLeLLLeLLLe · threshold-longer LLLe · threshold-higher LLLe · ceiling-longer LLLe · test t · ceiling-higher LLL · taper TT',
    ],
  ])('has %i weeks as a coach would write them down', (weeks, expected) => {
    expect(dealt(weeks)).toBe(expected);
  });

  it('gives masters an easy week after two, and begins easily where load weeks lie behind', () => {
    expect(dealt(9, 2)).toBe('aerobic Le · ceiling-longer LLe · run-in LL · taper TT');
    expect(dealt(9, 3, 2)).toBe('ceiling-longer eLLe · run-in LLL · taper TT');
    expect(dealt(9, 3, 0)).toBe(dealt(9));
  });

  it('says what it cuts and drops, and when it is too late', () => {
    const says = (weeks: number, id: string): readonly string[] =>
      dealWeeks(templateOf(id), { weeks, loadWeeks: 3 }).says;
    expect(says(12, 'short-build')).toEqual([
      'Threshold, longer is cut to 2 weeks and an easy one.',
    ]);
    expect(says(8, 'four-fours')).toContain('Prepare is dropped: 8 weeks are too few.');
    expect(says(3, 'climb-run-in')[0]).toMatch(/^Too late to build/);
    for (let weeks = 1; weeks <= 53; weeks += 1)
      for (const template of TEMPLATES.filter(({ anchor }) => anchor === 'goal')) {
        const { blocks } = dealWeeks(template, { weeks, loadWeeks: 3 });
        expect(blocks.reduce((sum, { kinds }) => sum + kinds.length, 0)).toBe(weeks);
      }
  });

  it('leaves a goal from Monday to Wednesday its own week', () => {
    expect(weeksToGoal('2026-11-30', '2027-03-09').weeks).toBe(14);
    expect(weeksToGoal('2026-11-30', '2027-03-11').weeks).toBe(15);
    expect(weeksToGoal('2026-11-30', '2026-11-27').weeks).toBe(0);
  });
});

const GOAL: LayoutGoal = {
  ...{ name: 'Salt Road climb', watts: 240, seconds: 38 * 60, km: null, climbM: null },
  ...{ date: plus(MONDAY, 7 * 12 + 5), hillId: null },
};

function laid(over: Partial<LayoutInput> = {}, of: SeasonOver = {}): LaidOut {
  const ahead = Array.from({ length: 20 }, () => NONE);
  const input = season(ahead, { goal: { name: GOAL.name, date: GOAL.date }, ...of });
  return layOut({
    ...{ season: reckon(input), template: templateOf('short-build'), goal: GOAL, from: MONDAY },
    climbing: { rider: { ...INES, goalW: GOAL.watts } },
    ...{ last: new Map(), removed: new Set(), touched: new Set(), newId },
    ...over,
  });
}

const RIDERS: readonly (readonly [string, SeasonOver])[] = [
  ['two hard days', {}],
  ['masters', { rider: { masters: true } }],
  ['nothing above 105 %', { rider: { cleared: false } }],
  ['three hours a week', { hours: [0, 1, 0, 1, 0, 1, 0] }],
  ['a small base', { start: { base: 12, recent: 10, days: 400, typed: false }, behind: [] }],
  ['fixed rest days', { rest: [0, 4], hours: [0, 1.5, 1, 1.5, 0, 3, 2.5] }],
];

describe('a season laid out', () => {
  it.each(RIDERS)('has no rule broken that a fix would mend: %s', (_name, of) => {
    for (const template of TEMPLATES) {
      const out = laid({ template }, of);
      const { mondays, named } = {
        mondays: new Set(out.weeks.map(({ monday }) => monday)),
        named: new Map(out.broken.map(({ monday, names }) => [monday, names])),
      };
      for (const week of out.season.weeks.filter(({ said }) => mondays.has(said.monday)))
        for (const { rule, holds, name } of spacingOf(out.season, week)) {
          if (holds !== null) continue;
          expect(named.get(week.said.monday)).toContain(name);
          const fixes = fixesOf(out.season, week, rule).filter(({ changes }) =>
            changes.every(({ id }) => id.startsWith('laid:')),
          );
          expect([template.id, week.said.monday, name, fixes.map(({ says }) => says)]).toEqual([
            template.id,
            week.said.monday,
            name,
            [],
          ]);
        }
    }
  });

  it('holds only sessions that can stand on a day, within its hours and off its rest days', () => {
    const out = laid({}, { rest: [0], hours: [0, 1.5, 1, 1.5, 0, 3, 2.5] });
    expect(out.days.length).toBeGreaterThan(40);
    for (const { plan } of out.days)
      if (plan) expect(planSchema.safeParse(plan).error).toBe(undefined);
    for (const { day } of out.season.days) {
      const minutes = day.works.reduce((sum, { planned }) => sum + (planned?.minutes ?? 0), 0);
      if (day.date >= MONDAY) expect(minutes).toBeLessThanOrEqual((day.hours ?? 0) * 60 + 1);
    }
  });

  it('goes up its ladder from week to week, with the block’s first session in the easy week', () => {
    const out = laid();
    const key = (week: number): string | undefined =>
      out.days.find(
        ({ date, plan }) =>
          plan?.name.endsWith('at 95–100 %') &&
          date >= plus(MONDAY, 7 * week) &&
          date < plus(MONDAY, 7 * week + 7),
      )?.plan?.name;
    const [first, second, third, easy] = [0, 1, 2, 3].map(key);
    expect(new Set([first, second, third]).size).toBe(3);
    expect(easy).toBe(first);
  });

  it('tapers by the length that is chosen, rests two days before and wakes the legs the day before', () => {
    const [long, short] = [laid({ taperDays: 12 }), laid({ taperDays: 7 })];
    const taper = (out: LaidOut): number =>
      out.taper && !('refusal' in out.taper) ? out.taper.chosen.days : 0;
    expect([taper(long), taper(short)]).toEqual([12, 7]);
    const reserve = (taperReserve: number): number => {
      const { taper: found } = laid({}, { settings: { taperReserve } });
      return found && !('refusal' in found) ? (found.chosen.reserve ?? 0) : 0;
    };
    expect(reserve(30)).toBeGreaterThan(reserve(10));
    const last = (out: LaidOut): number =>
      out.weeks.find(({ kind }) => kind === 'taper')?.goal ?? 0;
    expect(last(long)).toBeLessThan(last(short));
    const on = (date: string): string[] =>
      long.days.filter((day) => day.date === date).map(({ plan }) => plan?.name ?? 'Endurance');
    expect([on(plus(GOAL.date, -2)), on(plus(GOAL.date, -1)), on(GOAL.date)]).toEqual([
      [],
      ['Opener'],
      [],
    ]);
  });

  it('asks nothing above 105 % and no test of a rider who is not cleared, and says so', () => {
    const out = laid({ template: templateOf('long-build') }, { rider: { cleared: false } });
    expect(
      out.season.days.flatMap(({ day }) => day.works).some((work) => work.planned?.above105),
    ).toBe(false);
    expect(out.days.some(({ kind }) => kind === 'test')).toBe(false);
    expect(out.says.join(' ')).toContain('until the health screen is clear');
  });

  it('keeps what was touched, and what it put there before makes way', () => {
    const first = laid();
    const input = first.season.input;
    const [gone, stays] = first.season.days.flatMap(({ day }) =>
      day.works
        .filter(({ id }) => id.startsWith('laid:'))
        .map((work) => ({ work, date: day.date })),
    );
    const removed = new Set(
      input.days
        .flatMap(({ works }) => works.map(({ id }) => id))
        .filter((id) => id !== stays?.work.id),
    );
    const again = layOut({
      ...{ season: reckon(input), template: templateOf('short-build'), goal: GOAL, from: MONDAY },
      climbing: { rider: { ...INES, goalW: GOAL.watts } },
      ...{ last: new Map(), removed, touched: new Set([plus(MONDAY, 7)]), newId },
    });
    const ids = again.season.days.flatMap(({ day }) => day.works.map(({ id }) => id));
    expect(ids).toContain(stays?.work.id);
    expect(again.season.days.some(({ day }) => day.works.includes(gone?.work as never))).toBe(
      false,
    );
    expect(again.weeks[1]).toEqual(input.weeks.find(({ monday }) => monday === plus(MONDAY, 7)));
  });

  it('has no taper without a goal, and names what a goal without watts cannot give', () => {
    const out = laid({ template: templateOf('climb-run-in'), goal: null });
    expect([out.taper, out.weeks.some(({ kind }) => kind === 'taper')]).toEqual([null, false]);
    expect(out.says.join(' ')).toContain('no goal power');
    expect(() => laid({ from: '2030-01-07' })).toThrow(RangeError);
  });
});

describe('several goals', () => {
  const named = (out: LaidOut, name: string) =>
    out.season.days.find(({ day }) => day.works.some((work) => work.name === name));
  const race = (rank: OtherGoal['rank'], inDays: number, over: Partial<OtherGoal> = {}) => ({
    ...{ ...GOAL, name: 'Fen Loop', watts: null, seconds: 3600, rank, ...over },
    date: plus(MONDAY, inDays),
  });
  /** Points of the three days before a day. */
  const before = ({ season: { days } }: LaidOut, date: string): number =>
    days
      .filter(({ day }) => day.date < date && day.date >= plus(date, -3))
      .reduce((sum, { load }) => sum + load.load, 0);

  it('one on the way is a race with 30 % less on the three days before it, one ridden through is a hard day', () => {
    const goal = race('onTheWay', 33);
    const through = laid({ others: [race('training', 33)] });
    const eased = laid({ others: [goal] });
    for (const out of [through, eased]) {
      const day = named(out, 'Fen Loop');
      expect([day?.day.date, day?.word, day?.works.length]).toEqual([goal.date, 'hard', 1]);
      const own = out.season.weeks.find(({ at }) => day && at <= day.at && day.at < at + 7);
      const hard = out.season.days.filter(
        ({ at, word }) => own && at >= own.at && at < own.at + 7 && word === 'hard',
      );
      expect(hard).toHaveLength(2);
    }
    const [full, less] = [before(through, goal.date), before(eased, goal.date)];
    expect(less).toBeLessThanOrEqual(0.7 * full + 1);
    expect(less).toBeGreaterThan(0.35 * full);
    expect(eased.says).toContain('The three days before Fen Loop carry 30 % less.');
    const notYet = laid({ others: [goal] }, { rider: { cleared: false } });
    expect(notYet.days.some(({ plan }) => plan?.sport === 'race')).toBe(false);
    expect(notYet.says.join(' ')).toContain('Fen Loop: no race stands there until');
  });

  it('a second main goal within six weeks keeps the first one’s base; later the last two blocks come again', () => {
    const first = race('main', 7 * 8 + 5, { watts: 250 });
    const goalIn = (weeks: number): LayoutGoal => ({
      ...GOAL,
      date: plus(first.date, 7 * weeks),
    });
    const near = laid({ goal: goalIn(5), others: [first], template: templateOf('short-build') });
    const ids = (out: LaidOut): string =>
      out.blocks.map(({ block, kinds }) => `${block.id} ${kinds.length}`).join(' · ');
    expect(ids(near)).toBe('ceiling-longer 4 · run-in 3 · taper 2 · between 2 · taper 2');
    const after = near.weeks.slice(9);
    expect(after.map(({ kind, rise }) => [kind, rise])).toEqual([
      ['easy', null],
      ['load', 0],
      ['load', 0],
      ['taper', null],
      ['taper', null],
      ['easy', null],
    ]);
    expect(near.says.join(' ')).toContain('comes 5 weeks after Fen Loop');
    // The easy week between them is ridden, too.
    const between = near.season.weeks.find(({ said }) => said.monday === after[0]?.monday);
    expect(Math.abs((between?.goal?.value ?? 0) - (between?.load ?? 0))).toBeLessThan(16);
    const far = laid({ goal: goalIn(11), others: [first], template: templateOf('long-build') });
    expect(ids(far)).toMatch(/taper 2 · ceiling-longer 4 · test 1 · ceiling-higher 3 · taper 2$/);
    // Each week once, one after another, each with its days.
    const mondays = far.weeks.map(({ monday }) => monday);
    expect(mondays).toEqual(mondays.map((_, week) => plus(MONDAY, 7 * week)));
    expect(far.days.at(-1)?.date).toBe(plus(goalIn(11).date, -1));
    const sessions = far.days.flatMap(({ date, plan }) => (plan ? [`${date} ${plan.name}`] : []));
    expect(new Set(sessions).size).toBe(sessions.length);
  });
});

describe('what nobody should ask for', () => {
  const goalIn = (days: number): LayoutGoal => ({ ...GOAL, date: plus(MONDAY, days) });
  const template = templateOf('short-build');
  const every = (): Template[] => [...TEMPLATES];

  it('a goal tomorrow, past, or further than the season goes: no throw, no day behind or on it', () => {
    for (const days of [-30, 0, 1, 3, 7, 3000])
      for (const each of every()) {
        const goal = goalIn(days);
        const out = laid({ template: each, goal });
        expect(out.days.every(({ date }) => date >= MONDAY)).toBe(true);
        if (each.anchor === 'goal')
          expect(out.days.some(({ date }) => date === goal.date)).toBe(false);
      }
    expect(laid({ template, goal: goalIn(1) }).says.join(' ')).toContain('Too late to build');
  });

  it('two goals on a day, a family that is gone, no weeks, 200 weeks', () => {
    const two = ['onTheWay', 'training', 'main'] as const;
    const others = two.map((rank) => ({ ...goalIn(33), rank, name: `a ${rank} race` }));
    const races = laid({ others }).season.days.find(({ day }) => day.date === plus(MONDAY, 33));
    expect(races?.works.filter(({ kind }) => kind === 'race').length).toBeLessThanOrEqual(1);
    const [block] = template.blocks as [TemplateBlock];
    const gone = { ...block, from: 0, key: { family: 'gone', rung: 'family' as const } };
    const out = laid({ template: { ...template, blocks: [gone, ...template.blocks.slice(1)] } });
    expect(out.says.join(' ')).toContain('the book has no family gone');
    expect(templateSchema.safeParse({ ...template, blocks: [] }).success).toBe(false);
    const long = { ...block, weeks: 200 };
    expect(templateSchema.safeParse({ ...template, blocks: [long] }).success).toBe(false);
  });

  it('no base, no FTP, no hours, away for the whole run-in', () => {
    const none = { start: { base: 0, recent: 0, days: 0, typed: false }, behind: [] };
    expect(laid({}, none).weeks.length).toBeGreaterThan(10);
    const byRpe = { rider: { ...INES, ftpW: null, hasPower: false, goalW: null } };
    const rpe = laid({ climbing: byRpe, goal: { ...GOAL, watts: null } });
    expect(rpe.days.length).toBeGreaterThan(30);
    const idle = laid({}, { hours: [0, 0, 0, 0, 0, 0, 0] });
    expect(idle.days).toEqual([]);
    const input = season(
      Array.from({ length: 20 }, () => NONE),
      { goal: { name: GOAL.name, date: GOAL.date } },
    );
    const runIn = (date: string): boolean => {
      const before = weeksBeforeTaper(mondayOf(date), GOAL.date);
      return before > 0 && before <= 3;
    };
    const away = {
      ...input,
      days: input.days.map((day) => (runIn(day.date) ? { ...day, hours: 0 } : day)),
    };
    const out = laid({ season: reckon(away) });
    expect(out.days.filter(({ date }) => runIn(date))).toEqual([]);
    expect(out.says.join(' ')).toMatch(/load weeks stay short of the goal/);
  });
});

describe('strength', () => {
  it('is learned, then heavy on hard days, then kept up, never before fresh legs or in the last week', () => {
    const strength = { days: 2, learnWeeks: 4, heavyWeeks: 5 };
    const out = laid({ strength });
    const byWeek = out.weeks.map(({ monday }) =>
      out.days
        .filter(({ date, plan }) => mondayOf(date) === monday && plan?.sport === 'strength')
        .map(({ plan }) => plan?.name.replace('Strength: ', '')),
    );
    expect(byWeek[0]).toEqual(['learn and stabilise', 'learn and stabilise']);
    expect(byWeek.slice(4, 9).flat().length).toBeGreaterThan(4);
    expect(new Set(byWeek.slice(4, 9).flat())).toEqual(new Set(['heavy']));
    expect(new Set(byWeek.slice(9).flat())).toEqual(new Set(['kept up']));
    expect(Math.max(...byWeek.slice(9).map(({ length }) => length))).toBe(1);
    const heavy = out.days.filter(
      ({ date, plan }) => plan?.sport === 'strength' && date >= plus(MONDAY, 28),
    );
    expect(heavy.every(({ date }) => date <= plus(GOAL.date, -7))).toBe(true);
    expect(out.broken.flatMap(({ names }) => names)).not.toContain('Strength');
    for (const { date } of heavy)
      expect(out.season.days.find(({ day }) => day.date === date)?.word).toBe('hard');
    expect(() => laid({ strength: { ...strength, heavyWeeks: 9 } })).toThrow(RangeError);
  });
});

describe('a benchmark', () => {
  const sets = [...rungsOf(BOOK.find(({ id }) => id === 'threshold-longer')!)];
  const day = (inDays: number, rung: number, over: Partial<BenchmarkDay> = {}): BenchmarkDay => ({
    ...{ date: plus(MONDAY, inDays), plan: sets[rung]!.plan, held: true, toCome: false },
    family: block.family,
    ...over,
  });
  const block = { family: 'threshold-longer', from: MONDAY, weeks: 4 };

  it('opens and closes its block with its own number, and aims 3 % over the best of 180 days', () => {
    const days = [day(-200, 3), day(-30, 0), day(1, 0), day(15, 1, { held: false }), day(27, 1)];
    const { opened, closed, best, goal, says } = benchmarkOf(days, block, INES);
    expect([opened?.date, closed?.date]).toEqual([plus(MONDAY, 1), plus(MONDAY, 27)]);
    // The one of 200 days ago is too old; of equal watts more minutes are more.
    expect(best?.date).toBe(plus(MONDAY, 27));
    expect(goal?.value).toBeCloseTo((best?.watts ?? 0) * 1.03, 6);
    expect(says).toBe(null);
    expect(benchmarkOf(days, block, INES, 2).says).toBe('would not show');
    expect(benchmarkOf(days, block, INES, 7).says).toBe('ambitious');
    expect(() => benchmarkOf(days, block, INES, 9)).toThrow(RangeError);
    // At the limit it is ridden once in four weeks.
    const fit = { ...INES, fit: { cpW: 255, wPrimeJ: 16_000 } };
    const often = (gap: number, rung: number): boolean =>
      benchmarkOf([day(1, rung), day(1 + gap, rung)], { ...block, weeks: 5 }, fit).tooOften;
    expect([often(27, 7), often(28, 7), often(27, 0)]).toEqual([true, false, false]);
  });

  it('counts minutes where there are no watts, and is empty where nothing of it was ridden', () => {
    const rpe = { ...INES, ftpW: null, hasPower: false };
    const { goal } = benchmarkOf([day(1, 0)], block, rpe);
    expect(goal?.unit).toBe('min');
    expect(benchmarkOf([day(1, 0, { held: false, toCome: true })], block, INES)).toMatchObject({
      ...{ opened: null, closed: null, best: null, goal: null, next: { date: plus(MONDAY, 1) } },
    });
  });
});

describe('totals', () => {
  it('are what was asked and what was ridden, apart, in three domains that make up the time', () => {
    const asked = { minutes: 60, load: 60, middleMin: 20, highMin: 10 };
    const done = work({
      planned: asked,
      state: 'done',
      ridden: ridden(50, 55, { easyMin: 30, middleMin: 12 }),
    });
    const strength = work({ kind: 'strength', planned: asked });
    const { days } = reckon(
      season([[[done], [], [work({ planned: asked, state: 'missed' })], [strength], [], [], []]]),
    );
    expect(totalsOf(days.slice(-7))).toEqual({
      planned: {
        ...{ minutes: 120, load: 120, longest: 60 },
        domains: { low: 60, middle: 40, high: 20 },
      },
      ridden: {
        ...{ minutes: 50, load: 55, longest: 50 },
        domains: { low: 30, middle: 12, high: 8 },
      },
    });
  });
});

describe('the run-in', () => {
  const easy = { ...GOAL, watts: 215, seconds: 25 * 60 };

  it('narrows towards goal power, and rides the whole goal every second week', () => {
    const goal = { name: easy.name, date: easy.date, watts: easy.watts };
    const out = laid(
      {
        ...{ template: templateOf('climb-run-in'), goal: easy },
        climbing: { rider: { ...INES, goalW: easy.watts } },
      },
      { goal },
    );
    const whole = out.days.filter(({ plan }) => plan?.name === 'The whole climb at 95 %');
    expect(whole.map(({ date }) => weeksBeforeTaper(mondayOf(date), easy.date))).toEqual([
      // Four weeks before the taper lies the easy week.
      6, 2,
    ]);
    const shares = out.weeks.flatMap(({ monday, kind }) => {
      const asked = runInAsks(weeksBeforeTaper(monday, easy.date));
      const at = out.season.weeks.find(({ said }) => said.monday === monday)?.at ?? 0;
      const works = out.season.days.slice(at, at + 7).flatMap((day) => day.works);
      return kind === 'load' && asked ? [[goalShareOf(works) ?? 0, asked.least]] : [];
    });
    expect(shares.length).toBeGreaterThan(4);
    for (const [share = 0, least = 0] of shares) expect(share).toBeGreaterThanOrEqual(least);
  });

  it('is flagged where the week before the taper has other work', () => {
    const date = plus(MONDAY, 7 * 2 + 5);
    const at = (goalMin: number, workMin: number) =>
      work({ planned: { hard: true, load: 80, minutes: 70, goalMin, workMin } });
    const flags = (goalMin: number) =>
      planWeek(
        reckon(
          season([[[], [at(goalMin, 36)], [], [], [at(0, 20)], [], []], NONE, NONE], {
            goal: { name: 'Salt Road climb', date, watts: 215 },
          }),
        ),
        MONDAY,
      )?.flags.flatMap(({ id, says }) => (id === 'runIn' ? [says] : []));
    expect(flags(36)).toEqual([
      'The last week before the taper 80 % of the work is to be at goal power: 64 % is.',
    ]);
    expect(flags(37)).toEqual([]);
  });
});

describe('templates', () => {
  it('are data that their own schema reads, each family in the book or the goal’s', () => {
    for (const template of TEMPLATES)
      expect(templateSchema.safeParse(template).error).toBe(undefined);
  });

  it('are kept from a season and laid out for another rider without an edit', () => {
    const first = laid();
    const last = first.weeks.findLast(({ kind }) => kind === 'taper')?.monday ?? MONDAY;
    const keep = (blocks: LaidOut['blocks']) =>
      templateOf_({
        ...{ season: first.season, from: MONDAY, last, name: 'As in spring' },
        blocks: blocks.map(({ block, from, kinds }) => ({ block, from, weeks: kinds.length })),
      });
    for (const kept of [keep(first.blocks), keep([])]) {
      if ('refusal' in kept) throw new Error(kept.refusal);
      expect(templateSchema.safeParse(kept).error).toBe(undefined);
      const again = laid(
        { template: kept },
        { rider: { firstName: 'Leila' }, hours: [2, 2, 2, 2, 2, 4, 4] },
      );
      const kinds = (out: LaidOut) => out.weeks.map(({ kind }) => kind);
      expect(kinds(again)).toEqual(kinds(first));
      expect(again.days.some(({ plan }) => plan?.system === 'ceiling')).toBe(true);
    }
    const none = season([NONE, NONE]);
    expect(
      templateOf_({ season: reckon(none), blocks: [], from: MONDAY, last: MONDAY, name: 'x' }),
    ).toHaveProperty('refusal');
  });

  it('refuse a taper from too small a base or too late', () => {
    const before = { base: 50, recent: 50, dailyLoad: 50, daysToGoal: 14 };
    expect(taperFor({ ...before, base: 19 })).toEqual({
      refusal: expect.stringContaining('rest two days'),
    });
    expect(taperFor({ ...before, daysToGoal: 6 })).toHaveProperty('refusal');
  });
});
