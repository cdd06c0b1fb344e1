import {
  applyChanges,
  brokenIn,
  fixesOf,
  planWeek,
  plus,
  reckon,
  type Reckoned,
  RULES,
  type RuleId,
  seasonWith,
  spacingOf,
  type WeekReckoned,
  type Work,
} from '@uphill/core/season';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  ceiling,
  MONDAY,
  PPH,
  ride,
  ridden,
  season,
  type SeasonOver,
  steadyWeek,
  threshold,
  type WeekOfWorks,
  work,
} from './seasons.ts';

/** A week that breaks no rule, and what each rule needs to break. */
const sound = (): WeekOfWorks => [
  [],
  [threshold()],
  [ride(60)],
  [],
  [threshold()],
  [],
  [ride(120)],
];
const withDay = (at: number, ...works: readonly Work[]): WeekOfWorks =>
  sound().map((day, index) => (index === at ? works : day));
const group = (): Work =>
  work({ kind: 'group', name: 'Thursday bunch', planned: { minutes: 90, load: 80 } });
const race = (): Work =>
  work({ kind: 'race', name: 'Fen race', planned: { minutes: 200, load: 210 } });
const squats = (): Work =>
  work({ kind: 'strength', name: 'Squats', planned: { minutes: 50, load: 60, rpe: 8 } });
const test = (): Work =>
  work({ kind: 'test', name: 'Twenty minutes', planned: { minutes: 60, load: 70, hard: true } });
const unfuelled = (): Work =>
  work({ name: 'Before breakfast', planned: { minutes: 60, load: 40, unfuelled: true } });
const tiredDay = (): Work =>
  work({ state: 'missed', reason: 'tired', planned: { minutes: 60, load: 60 } });
const missed = (): Work => work({ state: 'missed', planned: { minutes: 60, load: 60 } });
/** A steady week, but for one day on which nothing was ridden that was planned. */
const missing = (day: number, ...works: readonly Work[]): WeekOfWorks =>
  steadyWeek().map((each, index) => (index === day ? works : each));

interface Case {
  readonly holds: WeekOfWorks;
  readonly breaks: WeekOfWorks;
  readonly over?: SeasonOver;
  /** Only where it breaks. */
  readonly overBreaks?: SeasonOver;
  /** Fixes as they are offered; none where no move, swap or shortening can help. */
  readonly fixed: readonly string[];
}

const CASES: Readonly<Record<RuleId, Case>> = {
  'hard-apart': {
    holds: sound(),
    breaks: [[], [threshold()], [threshold()], [], [], [], [ride(120)]],
    fixed: ['Move 4 × 8:00 from Tue to Mon', 'Move 4 × 8:00 from Wed to Thu'],
  },
  'ceiling-fresh': {
    holds: withDay(4, ceiling()),
    breaks: [[], [ceiling()], [ride(150)], [ceiling()], [], [], [ride(60)]],
    fixed: ['Shorten Endurance on Wed to 1 h 00', 'Move Endurance from Wed to Fri'],
  },
  masters: {
    holds: [[], [threshold()], [], [ride(60)], [ceiling()], [], []],
    breaks: [[], [threshold()], [ride(60)], [], [ceiling()], [], []],
    over: { rider: { masters: true } },
    fixed: ['Move 4 × 8:00 from Tue to Mon', 'Move Endurance from Wed to Mon'],
  },
  'after-group': {
    holds: [[], [threshold()], [], [group()], [], [], [ride(60)]],
    breaks: [[], [], [], [], [group()], [threshold()], []],
    fixed: ['Move 4 × 8:00 from Sat to Mon', 'Make 4 × 8:00 on Sat 2 h 00 of Endurance'],
  },
  'rest-days': {
    holds: sound(),
    breaks: [[ride(60)], [threshold()], [ride(60)], [], [threshold()], [ride(60)], [ride(60)]],
    fixed: ['Remove Endurance from Mon', 'Remove Endurance from Wed'],
  },
  'hard-number': {
    holds: [[], [threshold()], [], [threshold()], [], [threshold()], []],
    breaks: [[threshold()], [], [threshold()], [], [threshold()], [], [threshold()]],
    fixed: ['Make 4 × 8:00 on Mon 2 h 00 of Endurance', 'Make 4 × 8:00 on Wed 2 h 00 of Endurance'],
  },
  'long-ride': {
    holds: withDay(6, ride(180)),
    breaks: withDay(6, ride(210)),
    fixed: ['Shorten Endurance on Sun to 3 h 00'],
  },
  'easy-week': {
    holds: sound(),
    breaks: sound(),
    overBreaks: { before: 'load' },
    fixed: [],
  },
  rise: {
    holds: sound(),
    breaks: withDay(6, work({ planned: { minutes: 300, load: 320 } })),
    fixed: [],
  },
  'test-fresh': {
    holds: [[], [], [], [ride(60)], [test()], [], []],
    breaks: [[], [], [threshold()], [], [test()], [], []],
    fixed: ['Move 4 × 8:00 from Wed to Mon', 'Move Twenty minutes from Fri to Sat'],
  },
  strength: {
    holds: [[squats()], [], [ceiling()], [], [], [], []],
    breaks: [[], [], [squats()], [ceiling()], [], [], []],
    fixed: ['Move Squats from Wed to Mon', 'Move 5 × 3:00 from Thu to Fri'],
  },
  unfuelled: {
    holds: [[], [unfuelled()], [], [threshold()], [], [], []],
    breaks: [[], [unfuelled()], [threshold()], [], [], [], []],
    fixed: ['Move Before breakfast from Tue to Thu', 'Move 4 × 8:00 from Wed to Mon'],
  },
  'before-reps': {
    holds: withDay(4, ride(30), ceiling()),
    breaks: withDay(4, ceiling(), ride(45)),
    fixed: ['Ride Endurance first on Fri', 'Move 5 × 3:00 from Fri to Thu'],
  },
  hours: {
    holds: sound(),
    breaks: withDay(6, ride(180)),
    over: { hours: [2, 2, 2, 2, 2, 5, 2] },
    fixed: ['Shorten Endurance on Sun to 2 h 00', 'Move Endurance from Sun to Sat'],
  },
  'key-session': {
    holds: sound(),
    breaks: [[], [threshold({ key: true })], [], [], [threshold()], [], []],
    overBreaks: { behind: Array.from({ length: 4 }, () => missing(1, missed())) },
    fixed: ['Move 4 × 8:00 from Tue to Mon', 'Make 4 × 8:00 on Tue 2 h 00 of Endurance'],
  },
  tired: {
    holds: sound(),
    breaks: sound(),
    overBreaks: { behind: [steadyWeek(), missing(6, tiredDay(), tiredDay())] },
    fixed: ['Make 4 × 8:00 on Tue 2 h 00 of Endurance'],
  },
  cleared: {
    holds: withDay(4, ceiling()),
    breaks: withDay(4, ceiling()),
    overBreaks: { rider: { cleared: false } },
    fixed: ['Make 5 × 3:00 on Fri 1 h 45 of Endurance'],
  },
};

function weekOf(ahead: WeekOfWorks, over: SeasonOver = {}): [Reckoned, WeekReckoned] {
  const reckoned = reckon(season([ahead, [[], [], [], [], [], [], []]], over));
  return [reckoned, reckoned.weeks.at(-2) as WeekReckoned];
}

describe('rules of spacing', () => {
  it('are the seventeen of the handbook, each with a case', () => {
    expect(RULES.map(({ id }) => id)).toEqual(Object.keys(CASES));
    expect(RULES).toHaveLength(17);
  });

  it.each(RULES.map((rule) => [rule.id, rule] as const))('%s', (id, rule) => {
    const { holds, breaks, over, overBreaks, fixed } = CASES[id];
    const [kept, good] = weekOf(holds, over);
    expect(rule.broken(kept, good)).toEqual([]);
    const [broken, week] = weekOf(breaks, { ...over, ...overBreaks });
    const [found] = rule.broken(broken, week);
    expect(found?.figure).toMatch(/\w/);
    const fixes = fixesOf(broken, week, id);
    for (const fix of fixes) expectFixed(broken, week, id, fix.changes);
    expect(fixes.map(({ says }) => says)).toEqual(fixed);
  });

  it('can be switched off, but for the health screen', () => {
    const [broken, week] = weekOf(CASES['hours'].breaks, CASES['hours'].over);
    const off = { ...broken.input.rider.settings, off: ['hours', 'cleared'] as RuleId[] };
    const rider = { ...broken.input.rider, settings: off, cleared: false };
    const without = { ...broken, input: { ...broken.input, rider } };
    expect(brokenIn(broken, week)).toContain('Hours');
    // What comes back every week has its own time.
    const fixture = { ...ride(45), fixture: true };
    const none = weekOf([[fixture], [], [], [], [], [], []], { hours: Array<number>(7).fill(0) });
    expect(brokenIn(...none)).not.toContain('Hours');
    expect(brokenIn(without, week)).not.toContain('Hours');
    const [uncleared, other] = weekOf(CASES.cleared.breaks, {
      rider: { cleared: false },
      settings: { off: ['cleared'] },
    });
    expect(brokenIn(uncleared, other)).toContain('Cleared');
  });

  it('says of a sound week how each rule holds, with its figure', () => {
    const [reckoned, week] = weekOf(sound());
    expect(spacingOf(reckoned, week).map(({ holds }) => holds)).toEqual([
      'one day between the hard days',
      'three rest days',
      'two hard days',
      'long ride 0.8 × of 28 days, limit 1.2',
      'load week 1 of at most 3 in a row',
      expect.stringMatching(/^rise [−+][\d.]+, limit 6$/),
      'no day over its hours',
      'key session on Tue: 4 × 8:00',
    ]);
  });

  it('asks for two days between hard days in base', () => {
    const week = [[], [threshold()], [], [threshold()], [], [], []];
    const [inBase, base] = weekOf(week, { said: [{ period: 'base' }] });
    const [inBuild, build] = weekOf(week);
    expect(brokenIn(inBase, base)).toContain('Hard days apart');
    expect(brokenIn(inBuild, build)).toEqual([]);
  });

  it('says after a big race for two days that the legs are tired', () => {
    const [reckoned, week] = weekOf([[], [], [], [race()], [], [threshold()], []]);
    expect(brokenIn(reckoned, week)).toContain('After group ride or race');
  });
});

/** The rule holds after the fix, and nothing that held is broken. */
function expectFixed(
  before: Reckoned,
  week: WeekReckoned,
  id: RuleId,
  changes: Parameters<typeof applyChanges>[1],
): void {
  const days = applyChanges(before.input.days, changes, PPH);
  const after = reckon({ ...before.input, days });
  // What lies before the change is not reckoned again, and comes to the same.
  expect(seasonWith(before, changes)).toEqual(after);
  const keys = (reckoned: Reckoned): string[] =>
    reckoned.weeks
      .slice(-3)
      .flatMap((each) =>
        RULES.filter((rule) => rule.broken(reckoned, each).length > 0).map(
          (rule) => `${rule.id} ${each.said.monday}`,
        ),
      );
  const [was, now] = [keys(before), keys(after)];
  expect(now).not.toContain(`${id} ${week.said.monday}`);
  expect(now.filter((key) => !was.includes(key))).toEqual([]);
}

describe('fixes', () => {
  const day = fc.constantFrom(
    '',
    '',
    '',
    'hard',
    'ceiling',
    'e60',
    'e150',
    'e240',
    'group',
    'squats',
    'test',
  );
  const works = (word: string): Work[] => {
    if (word === '') return [];
    if (word === 'hard') return [threshold()];
    if (word === 'ceiling') return [ceiling()];
    if (word === 'group') return [group()];
    if (word === 'squats') return [squats()];
    return word === 'test' ? [test()] : [ride(Number(word.slice(1)))];
  };
  it('make their rule hold and break none that held', () => {
    let offered = 0;
    fc.assert(
      fc.property(
        fc.array(day, { minLength: 7, maxLength: 7 }),
        fc.array(day, { minLength: 7, maxLength: 7 }),
        fc.boolean(),
        (first, second, masters) => {
          const before = reckon(
            season([first.map(works), second.map(works)], { rider: { masters } }),
          );
          for (const week of before.weeks.slice(-2))
            for (const { rule, broken } of spacingOf(before, week)) {
              if (broken.length === 0) continue;
              for (const { changes } of fixesOf(before, week, rule)) {
                offered += 1;
                expectFixed(before, week, rule, changes);
              }
            }
        },
      ),
      { numRuns: 40 },
    );
    expect(offered).toBeGreaterThan(20);
  });
});

describe('a week as the planner shows it', () => {
  it('names its key session, its hard days, what it comes to, and writes a briefing', () => {
    const [reckoned] = weekOf(sound(), { rest: [0, 3] });
    const plan = planWeek(reckoned, MONDAY);
    expect(plan?.key?.name).toBe('4 × 8:00');
    expect(plan?.hardDays).toEqual([1, 4]);
    expect(plan?.comesTo).toMatch(/^\d+ of \d+: \d+ (short|too much)$/);
    expect(plan?.fitting).toBeNull();
    // 85 + 85 + what is left of seven half hours.
    const [tight] = weekOf(sound(), { hours: [0.5, 1.5, 0.5, 0.5, 1.5, 0.5, 0.5] });
    expect(planWeek(tight, MONDAY)?.fitting?.says).toMatch(
      /^\d+ fit in the hours: that is a rise of -?[\d.]+, not [\d.]+\.$/,
    );
    expect(plan?.briefing).toEqual([
      'This week adds to the base: the hard days are Tuesday and Friday, the rest is easy.',
      '4 × 8:00 on Tuesday is the one not to miss.',
      'Short of time, drop Wednesday first.',
      'Keep the easy rides easy: whole sentences all the way.',
      'Next week goes on from here.',
    ]);
    expect(planWeek(reckoned, plus(MONDAY, 1))).toBeNull();
  });

  it('flags what is alike, little of it easy, or unmarked', () => {
    const alike = Array.from({ length: 7 }, () => [
      work({ state: 'done', ridden: ridden(60, 50, { easyMin: 20, middleMin: 30 }) }),
    ]);
    const reckoned = reckon(
      season([], { behind: [...Array.from({ length: 7 }, steadyWeek), alike] }),
    );
    const flags = planWeek(reckoned, plus(MONDAY, -7))?.flags.map(({ id }) => id);
    expect(flags).toEqual(['same', 'littleEasy', 'middle']);
    const forgotten = reckon(season([], { behind: [[[work({})], [], [], [], [], [], []]] }));
    expect(planWeek(forgotten, plus(MONDAY, -7))?.flags.map(({ id }) => id)).toContain('unmarked');
  });
});
