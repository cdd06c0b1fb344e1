import {
  dealWeeks,
  fixesOf,
  type LaidOut,
  layOut,
  type LayoutGoal,
  type LayoutInput,
  plus,
  reckon,
  spacingOf,
  taperFor,
  type Template,
  templateForWeeks,
  templateOf as templateOf_,
  templateSchema,
  TEMPLATES,
  weeksToGoal,
} from '@uphill/core/season';
import { planSchema } from '@uphill/core/sessions';
import { describe, expect, it } from 'vitest';
import { MONDAY, season, type SeasonOver, type WeekOfWorks } from './seasons.ts';
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
