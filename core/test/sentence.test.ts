import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  changeDetails,
  fitEnds,
  type Item,
  parseSentence,
  type Plan,
  planSchema,
  printDetails,
  printSentence,
  problemsOf,
  sessionNumbers,
  type Step,
} from '@uphill/core/sessions';
import { printDuration } from '@uphill/core/units';
import { anyRichPlan, anyRichStep, HILLS } from './arbitrary.ts';
import { INES, newId, percent, plan, step } from './support.ts';

const context = { hills: HILLS, ftpW: 262, newId };

function read(
  text: string,
): ReturnType<typeof parseSentence> & { plan: Plan; problem: string | null } {
  const sentence = parseSentence(text, context);
  const whole = {
    ...plan(...sentence.items),
    ...(sentence.totalS === null ? {} : { totalS: sentence.totalS }),
  };
  return { ...sentence, ...fitEnds(whole) };
}

/** A plan without its ids, which no sentence says. */
function meant(items: readonly Item[]): unknown {
  return JSON.parse(
    JSON.stringify(items, (key: string, value: unknown) => (key === 'id' ? undefined : value)),
  );
}

describe('the sentences of the page, each with its total', () => {
  it.each([
    [
      '15 min building to sweet spot, then 4 × 8:00 at 98–102 %, 4:00 easy between, 10 min down',
      '1 h 09',
    ],
    ['90 at 56–75 %', '1 h 30'],
    ['2 × 20 at sweet spot, 10 easy between', '50:00'],
    ['15 up to 90 %, 5 × 3:00 at 117 %, 3:00 easy after each, 10 down', '55:00'],
    ['2 × (3 × 4:00 at 294 W, 4:00 easy between), 8:00 easy between', '48:00'],
    ['2 × 5 × (1:00 at 110 % and 1:00 at 90 %), 5:00 easy between sets', '25:00'],
    ['20 × 15 s at 140 % and 1:45 at 75 %', '40:00'],
    ['10 × 30/30 max', '10:00'],
    ['3 × 10 at zone 4 under 166 bpm "calm first minute", 5 easy between', '40:00'],
    ['4 × 12 at 100 % of goal, last 15 s max, every 3rd standing, 6 easy between', '1 h 06'],
    ['20 easy, 3 × 15 at 88–94 %, 5 easy between, 10 down, in all 90', '1 h 30'],
  ])('%s: %s', (text, total) => {
    const { unread, plan: whole, problem } = read(text);
    expect(unread).toEqual([]);
    expect(problem).toBeNull();
    expect(problemsOf(whole)).toEqual([]);
    expect(printDuration(sessionNumbers(whole, INES).totalS.value)).toBe(total);
  });

  it('a total is kept by the easy ends, not by the reps', () => {
    const { plan: whole } = read('20 easy, 3 × 15 at 88–94 %, 5 easy between, 10 down, in all 90');
    expect(printSentence(whole)).toBe(
      '22:30 easy, 3 × 15:00 at 88–94 %, 5:00 easy between, 12:30 down, in all 1 h 30',
    );
    expect(read('20 easy, 3 × 30 at 88–94 %, 6 easy between, 10 down, in all 90').problem).toBe(
      'Reps and rests take 1 h 42; you asked for 1 h 30. The reps stay, so the ends cannot fit.',
    );
  });

  it('a hill is as long as the rider needs to its top', () => {
    const { plan: whole, unread } = read(
      '6 × to the top of Quarry Lane at 105 % seated 50–60 rpm, 6:00 roll down between',
    );
    expect(unread).toEqual([]);
    const { segments } = sessionNumbers(whole, INES);
    const stronger = sessionNumbers(whole, { ...INES, ftpW: 300 }).segments;
    expect(segments.filter(({ rep }) => rep !== null)).toHaveLength(6);
    expect(segments[0]?.seconds).toBeGreaterThan(stronger[0]?.seconds ?? Infinity);
    expect(segments[1]?.seconds).toBe(360);
  });
});

describe('what could mean two things', () => {
  const chips = (text: string) => read(text).readings.map(({ says, others }) => [says, ...others]);
  const asks = (text: string) => read(text).unread.map(({ says, instead }) => [says, ...instead]);

  it('is read the likely way, with the other to choose', () => {
    expect(chips('4 x 8 at 98 %')).toEqual([['8:00', '8 s']]);
    expect(chips('4 x 8:00 at 95')).toEqual([['95 %', '95 W']]);
    expect(chips('4 x 8:00 at 260')).toEqual([['260 W', '260 %']]);
    expect(chips('4 × 8:00 at 100 %, 4:00 easy, 10 down')).toEqual([
      ['between the reps', '4:00 easy once'],
    ]);
    expect(chips('4 × 8:00 at 100 %, 4:00 easy')).toEqual([['between the reps', '4:00 easy once']]);
    expect(chips('60 at zone 2')).toEqual([['zone 2 of Seven steps, 145–197 W']]);
    expect(chips('400 × 30/30 max')).toEqual([['400 reps? Keep 400, or make it 40.', '40']]);
  });

  it('asks where both are as likely', () => {
    expect(asks('4 x 8:00 at 150')).toEqual([
      ['"150" could be watts or percent. Type 150 W or 150 %.', '150 W', '150 %'],
    ]);
    expect(asks('1:30 at 60 %')[0]).toEqual([
      'Is 1:30 minutes and seconds, or hours and minutes?',
      '1 h 30',
      '1 min 30 s',
    ]);
    expect(asks('20 easy, 30 at 80 %, in all 1:30')[0]?.[0]).toMatch(/^Is 1:30/);
    expect(asks('6 × 10/5 at 120 %')).toEqual([
      ['Is 10/5 seconds or minutes?', '10 s/5 s', '10 min/5 min'],
    ]);
    expect(asks('4 × 8:00 at 90 % 50-60')).toEqual([
      ['Is "50-60" a cadence or an effort?', '50-60 rpm', '50-60 %'],
    ]);
    expect(asks('4 × 8:00 at 102–98 %')[0]).toEqual([
      'The range runs 102 to 98 %. Swap them?',
      '98–102 %',
    ]);
  });

  it('what is put in their place is understood, wherever it is offered', () => {
    for (const text of [
      '4 x 8 at 150',
      '1:30 at 60 %',
      '6 × 10/5 at 120 %',
      '4 × 8:00 at 90 % 50-60',
      '4 × 8 at 102–98 %',
      '3 × 5 at 95, 4 easy, 10 down',
    ]) {
      for (const { from, to, instead } of read(text).unread) {
        for (const words of instead.filter((each) => !/50-60 %$/.test(each)))
          expect(read(text.slice(0, from) + words + text.slice(to)).unread).toEqual([]);
      }
      for (const { from, to, others } of read(text).readings) {
        for (const words of others)
          expect(read(text.slice(0, from) + words + text.slice(to)).items).not.toEqual([]);
      }
    }
  });
});

describe('sentences, real and mangled', () => {
  /** What was typed, and what is made of it: the sentence printed back, or the start of what is said against it. */
  const UNDERSTOOD: readonly (readonly [string, string])[] = [
    ['4x8@100%', '4 × 8:00 at 100 %'],
    ['4*8:00 @ 98-102%, 4 easy between', '4 × 8:00 at 98–102 %, 4:00 easy between'],
    ['4 reps of 8 min at ftp with 4 min easy between', '4 × 8:00 at 100 %, 4:00 easy between'],
    ['4 times 8:00 at 255–262 watts', '4 × 8:00 at 255–262 W'],
    ['60 min endurance', '1 h 00 at zone 2'],
    ['1h30 at z2', '1 h 30 at zone 2'],
    ['1 h 30 min at 65 percent', '1 h 30 at 65 %'],
    ['2.5 h at rpe 3', '2 h 30 at rpe 3'],
    ['45 min at 120-135 bpm', '45:00 at 120–135 bpm'],
    ['45 min under 140 bpm', '45:00 under 140 bpm'],
    [
      '20 min warm-up, 3 x 10 tempo, 5 easy between, 10 cool-down',
      '20:00 building to 75 %, 3 × 10:00 at zone 3, 5:00 easy between, 10:00 down',
    ],
    ['20 building from 50 to 90 %, 10 down', '20:00 building to 90 %, 10:00 down'],
    ['20 building from 55 % to 90 %', '20:00 building from 55 % to 90 %'],
    ['10 falling from 75 to 50 %', '10:00 falling from 75 % to 50 %'],
    ['8 × 20 s/10 s max', '8 × 20 s max, 10 s easy after each'],
    ['10 x 40/20 at 120 %', '10 × 40 s at 120 %, 20 s easy after each'],
    ['5 x 4/4 at 112%', '5 × 4:00 at 112 %, 4:00 easy after each'],
    [
      '10 × 1 min at 120 % standing, 3 min easy between',
      '10 × 1:00 at 120 % standing, 3:00 easy between',
    ],
    [
      '6 × 1:00 max, every 3rd standing, 2 rest between',
      '6 × 1:00 max, every 3rd standing, 2:00 easy between',
    ],
    [
      '6 × 1:00 at 130 %, every third standing last 10 s max',
      '6 × 1:00 at 130 %, every 3rd standing last 10 s max',
    ],
    [
      '3 x 12 at 95 % of goal, last 200 m flat out, 6 easy between',
      '3 × 12:00 at 95 % of goal, last 200 metres max, 6:00 easy between',
    ],
    [
      '5 × 5:00 at 95 % of curve, 5:00 easy between',
      '5 × 5:00 at 95 % of curve, 5:00 easy between',
    ],
    ['3 × until lap at 90 %, 5 easy between', '3 × until lap at 90 %, 5:00 easy between'],
    ['until lap about 12:00 at 85 %', 'until lap about 12:00 at 85 %'],
    [
      '3 × 8:00 50–60 rpm at 88 % seated, 8 easy between',
      '3 × 8:00 at 88 % seated 50–60 rpm, 8:00 easy between',
    ],
    [
      '4 × 8:00 at 100 %, rep 3 at 95 %, 4 easy between',
      '4 × 8:00 at 100 %, rep 3 at 95 %, 4:00 easy between',
    ],
    [
      '2 x (10 at 85 % and 2 at 105 %), 5 easy between',
      '2 × (10:00 at 85 % and 2:00 at 105 %), 5:00 easy between',
    ],
    [
      '2 x (10 at 85 %, 2 at 105 %), 5 easy between',
      '2 × (10:00 at 85 % and 2:00 at 105 %), 5:00 easy between',
    ],
    [
      '15 easy; 5 x 3 at 118 %; 3 easy after each; 10 easy',
      '15:00 easy, 5 × 3:00 at 118 %, 3:00 easy after each, 10:00 easy',
    ],
    ['20 easy then 20 at sweet spot and then 10 down', '20:00 easy, 20:00 at 88–94 %, 10:00 down'],
    ['  4  ×  8:00   at   100 %  ', '4 × 8:00 at 100 %'],
    ['4 × 8:00 AT 100 %, 4:00 EASY BETWEEN', '4 × 8:00 at 100 %, 4:00 easy between'],
    ['2,5 min at 110 %', '2 min 30 s at 110 %'],
    ['4 × 8:00 at 100 % “start calm”', '4 × 8:00 at 100 % "start calm"'],
    ['90 s at 120 %', '1 min 30 s at 120 %'],
    ['4×8′ at 100 %', '4 × 8:00 at 100 %'],
  ];
  it.each(UNDERSTOOD)('%s → %s', (typed, printed) => {
    const { unread, plan: whole } = read(typed);
    expect(unread).toEqual([]);
    expect(printSentence(whole)).toBe(printed);
  });

  const REFUSED: readonly (readonly [string, string])[] = [
    [
      '3 × 10 at hardish',
      "I read everything up to 'hardish'. Try 98 %, 260 W, zone 4, rpe 8 or max.",
    ],
    ['hello', 'A time is missing here: '],
    ['4 × 8:00', '"8:00" needs an effort.'],
    ['at 90 %', 'A time is missing here: '],
    ['0 × 8:00 at 100 %', 'A set of 0 reps is not a set.'],
    ['5000 × 8:00 at 100 %', '5000 reps? The most is 999.'],
    ['4 ×', 'The set is empty.'],
    ['4 × ()', 'The set is empty.'],
    ['2 × (3 × 4:00 at 110 %', 'This bracket is never closed.'],
    ['2 × (2 × (2 × 1:00 at 120 %))', 'Sets inside sets inside sets'],
    ['4:00 easy between', 'This rest has no set before it.'],
    ['4 × 8:00 at 100 %, 4 easy between, 2 easy between', 'The set before has its rest already.'],
    [
      'to the top of Mount Doom at 90 %',
      'There is no hill "Mount Doom". Your hills: Quarry Lane, Quarry, Salt Road.',
    ],
    ['8:00 at zone 9', 'There is no zone 9.'],
    ['8:00 at 900 %', 'The target is 900 %.'],
    ['8:00 at rpe 15', 'RPE is 15.'],
    ['30 h at 60 %', '30 h 00 is more than a day.'],
    ['8:00 at 100 % 500–600 rpm', 'Cadence lies between 20 and 220 rpm.'],
    ['8:00 at 100 % 90–60 rpm', 'The range runs 90 to 60 rpm. Swap them?'],
    ['8:75:99 at 100 %', '"8:75:99" is not a time.'],
    ['vier mal acht Minuten bei 100 %', 'A time is missing here: '],
    ['4 × 8 минут 100 %', 'I read everything up to'],
    ['٤ × ٨:٠٠', 'A time is missing here: '],
    ['四回八分', 'A time is missing here: '],
    ['🚴🔥💯', 'A time is missing here: '],
    ['4 × 8:00 at 🔥', "I read everything up to '🔥'"],
    ['<script>alert(1)</script>', 'A time is missing here: '],
    ["'; DROP TABLE sessions; --", 'A time is missing here: '],
    ['4 × 8:00 at 100 % "never closed', 'I read everything up to'],
    ['in all of it', ''],
  ];
  it.each(REFUSED)('%s is refused with a suggestion and kept', (typed, says) => {
    const { unread } = read(typed);
    expect(unread.map((each) => each.says).join(' ')).toContain(says);
    expect(unread.length).toBeGreaterThan(0);
    for (const { from, to } of unread)
      expect(from >= 0 && to > from && to <= typed.length + 1).toBe(true);
  });

  it('whatever is typed, it answers, and what it makes of it can be stored', () => {
    const bits = fc.constantFrom(
      ...'4 × 8:00 at 100 % , ( ) " between and then easy max 30/30 building to every 3rd last 15 s rpm in all 90 x '.split(
        ' ',
      ),
      'ü',
      '🚲',
      '\n',
      '99999',
    );
    fc.assert(
      fc.property(
        fc.oneof(
          fc.array(bits, { maxLength: 40 }).map((list) => list.join(' ')),
          fc.string({ maxLength: 200 }),
        ),
        (text) => {
          const { plan: whole, unread } = read(text);
          expect(planSchema.safeParse(whole).error?.issues ?? []).toEqual([]);
          for (const { from, to } of unread) expect(from >= 0 && to > from).toBe(true);
        },
      ),
      { numRuns: 1500 },
    );
  });

  it('ten thousand characters get one clear sentence', () => {
    const { unread, items } = read('4 × 8:00 at 100 %, '.repeat(600));
    expect(items).toEqual([]);
    expect(unread[0]?.says).toBe(
      'The sentence has 11,400 characters; I read up to 4,000. Your words are kept.',
    );
  });
});

describe('what is printed', () => {
  it('is read back to the same session, for any session', () => {
    fc.assert(
      fc.property(anyRichPlan, (session) => {
        const printed = printSentence(session);
        fc.pre(printed.length <= 4000);
        const again = parseSentence(printed, context);
        expect(again.unread).toEqual([]);
        expect(meant(again.items)).toEqual(meant(session.items));
        expect(again.totalS).toBe(session.totalS ?? null);
        expect(
          printSentence({
            items: again.items,
            ...(again.totalS === null ? {} : { totalS: again.totalS }),
          }),
        ).toBe(printed);
      }),
      { numRuns: 600 },
    );
  });

  it('words that nobody understood come back as they were typed', () => {
    expect(printSentence({ items: [], words: '3 × 10 at hardish' })).toBe('3 × 10 at hardish');
  });
});

describe('the details of a step, typed into its cell', () => {
  const said = ({ posture, capBpm, finish, everyNth, exceptions, details }: Step) => ({
    posture,
    capBpm,
    finish,
    everyNth,
    exceptions,
    details,
  });

  it('are read back to the same details, for any step, whatever it had before', () => {
    fc.assert(
      fc.property(anyRichStep, anyRichStep, (one, other) => {
        const text = printDetails(one);
        const [changed] = changeDetails(plan(other), other.id, text, context).items as Step[];
        expect(said(changed as Step)).toEqual(said(one));
        expect(changed).toMatchObject({
          id: other.id,
          length: other.length,
          target: other.target,
          cadence: other.cadence,
          cue: other.cue,
        });
        expect(planSchema.safeParse(plan(changed as Step)).success).toBe(true);
      }),
      { numRuns: 300 },
    );
  });

  it.each([
    ['seated, under 166 bpm', { posture: 'seated', capBpm: 166 }],
    [
      'last 15 s max; every 3rd standing',
      {
        finish: { length: { kind: 'time', seconds: 15 }, effort: { kind: 'max' } },
        everyNth: { every: 3, posture: 'standing' },
      },
    ],
    [
      'rep 2 at 95 %, rep 4 7:30',
      {
        exceptions: [
          { rep: 2, effort: percent(95) },
          { rep: 4, seconds: 450 },
        ],
      },
    ],
    [
      'last 200 m at 130 %, 90 rpm, "calm"',
      {
        finish: { length: { kind: 'metres', metres: 200 }, effort: percent(130) },
        cadence: { low: 90, high: 90 },
        cue: 'calm',
      },
    ],
  ])('%s', (text, wanted) => {
    const before = step(480, percent(98));
    expect(changeDetails(plan(before), before.id, text).items[0]).toEqual({ ...before, ...wanted });
  });

  it.each([
    'sitting down',
    'seated, hardish',
    'every 0th standing',
    'last 15 s',
    'under 400 bpm',
    'rep 3',
    'last 15 s at 900 %',
    '🚴',
    'x'.repeat(999),
  ])('%s is kept as typed, and named', (text) => {
    const before = { ...step(480, percent(98)), posture: 'seated' as const };
    const changed = changeDetails(plan(before), before.id, text);
    expect(printDetails(changed.items[0] as Step)).toBe(text);
    expect(problemsOf(changed)).toMatchObject([{ itemId: before.id, field: 'details' }]);
    expect(problemsOf(changed)[0]?.reason.length).toBeGreaterThan(20);
    expect(planSchema.safeParse(changed).success).toBe(true);
  });
});

describe('a whole length', () => {
  it('is kept to the second wherever the ends can give it, and the reps never change', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 600, max: 5400 }),
        fc.integer({ min: 300, max: 3600 }),
        fc.integer({ min: 300, max: 3600 }),
        (totalS, first, last) => {
          const text = `${first} s easy, 3 × 5:00 at 110 %, 3:00 easy between, ${last} s down, in all ${Math.floor(totalS / 60)} min ${totalS % 60} s`;
          const { plan: whole, problem } = read(text);
          const total = sessionNumbers(whole, INES).totalS.value;
          if (totalS >= 21 * 60 + 120) expect([total, problem]).toEqual([totalS, null]);
          else expect(problem).toContain('so the ends cannot fit');
          expect(sessionNumbers(whole, INES).timeAtTargetS.value).toBe(900);
        },
      ),
    );
  });
});
