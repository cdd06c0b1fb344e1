import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  BOOK,
  expand,
  parseSentence,
  type Plan,
  planFromBook,
  printSentence,
  problemsOf,
  streamOf,
} from '@uphill/core/sessions';
import {
  readSessionCsv,
  readSessionsJson,
  readWorkoutFit,
  writeCalendar,
  writeSessionCsv,
  writeSessionsJson,
  writeWorkoutFit,
} from '@uphill/core/formats';
import { FitBaseType, FitEncoder } from 'fit-file-parser/encoder';
import { anyPlan, anyRichPlan, HILLS } from './arbitrary.ts';
import { INES, newId, plan } from './support.ts';

const NOW = '2026-11-24T18:05:00Z';
const BOOKED = BOOK.flatMap((family) =>
  family.sessions.map((session) => [session.id, planFromBook(family, session, newId)] as const),
);

function said(text: string): Plan {
  return plan(...parseSentence(text, { hills: HILLS, ftpW: null, newId }).items);
}

describe('JSON', () => {
  it('any session comes back as it was, nothing lost', () => {
    fc.assert(
      fc.property(fc.array(anyRichPlan, { maxLength: 4 }), (plans) => {
        const read = readSessionsJson(writeSessionsJson(plans));
        expect(read).toEqual({ ok: true, value: JSON.parse(JSON.stringify(plans)) });
      }),
      { numRuns: 100 },
    );
  });

  const whole = JSON.parse(writeSessionsJson([said('4 × 8:00 at 100 %, 4:00 easy between')])) as {
    version: unknown;
    sessions: any[];
  };
  const changed = (change: (file: any) => void): string => {
    const copy = structuredClone(whole) as any;
    change(copy);
    return JSON.stringify(copy);
  };
  it.each([
    ['not JSON', '{"format": "uphill', 'is not JSON, or it is cut short'],
    ['a list', '[1, 2]', 'The field "format" should read'],
    ['a number', '7', 'holds no sessions'],
    ['another format', changed((file) => (file.format = 'plan')), 'The field "format" should read'],
    [
      'a later version',
      changed((file) => (file.version = 2)),
      'The field "version" reads 2; version 1 is understood',
    ],
    ['no version', changed((file) => delete file.version), 'The field "version" reads nothing'],
    ['no sessions', changed((file) => delete file.sessions), 'The field "sessions" is missing'],
    [
      'a missing field',
      changed((file) => delete file.sessions[0].place),
      'Session 1, field place is missing.',
    ],
    [
      'an extra field',
      changed((file) => (file.sessions[0].colour = 'red')),
      'Session 1, as a whole: Unrecognized key',
    ],
    [
      'a number as text',
      changed((file) => (file.sessions[0].items[0].parts[0].length.seconds = '480')),
      'items › [1] › parts › [1] › length › seconds: "480" is text, not a number.',
    ],
    [
      'six hundred sessions',
      changed((file) => (file.sessions = Array(600).fill(file.sessions[0]))),
      'holds 600 sessions; the most is 500',
    ],
    [
      'sets nested without end',
      changed((file) => {
        let inner = file.sessions[0].items[0];
        for (let depth = 0; depth < 50; depth += 1) inner = { ...inner, parts: [inner] };
        file.sessions[0].items = [inner];
      }),
      'Session 1, field items',
    ],
  ])('%s is refused with the field and the reason', (_, text, says) => {
    const read = readSessionsJson(text);
    expect(read.ok ? '' : read.reason).toContain(says);
  });
});

describe('CSV of timed steps', () => {
  it.each(BOOKED.filter(([, { items }]) => JSON.stringify(items).includes('"kind":"time"')))(
    '%s: as long and as hard when it comes back',
    (_, session) => {
      const { file, lost } = writeSessionCsv(session, INES);
      const back = readSessionCsv(file, newId);
      if (!back.ok) {
        // Only what is too long to be written out step by step is refused.
        expect(expand(session, INES).length).toBeGreaterThan(200);
        return;
      }
      const varies = lost.some((line) => line.includes('single reps'));
      expect(expand(back.value, INES).map(({ seconds }) => seconds)).toEqual(
        expand(session, INES).map(({ seconds }) => seconds),
      );
      if (!varies)
        expect([...(streamOf(expand(back.value, INES)) ?? [])]).toEqual([
          ...(streamOf(expand(session, INES)) ?? []),
        ]);
    },
  );

  it.each([
    ['no seconds', 'target\n90 %\n', 'The column "seconds" is missing.'],
    ['no steps', 'seconds,target\n', 'The file holds no steps.'],
    [
      'letters for seconds',
      'seconds,target\neight,90 %\n',
      'Row 1, seconds: "eight" is not whole seconds',
    ],
    [
      'a target nobody knows',
      'seconds,target\n60,90 %\n60,brisk\n',
      'Row 2, target: "brisk" is not a target.',
    ],
    ['a cadence of a fan', 'seconds,target,cadence\n60,90 %,900\n', 'Row 1, cadence:'],
    ['ten thousand rows', `seconds,target\n${'60,90 %\n'.repeat(10_000)}`, 'more than 200 steps'],
  ])('%s is refused with the row and the reason', (_, text, says) => {
    const read = readSessionCsv(text, newId);
    expect(read.ok ? '' : read.reason).toContain(says);
  });

  it('a cue that a spreadsheet would run comes out as text and back as it was', () => {
    const falling = writeSessionCsv(
      said('10 down, 5:00 falling from 120 % to 60 %, until lap at 90 %, 8 easy'),
      INES,
    );
    const rows = falling.file
      .trim()
      .split('\n')
      .slice(1)
      .map((row) => row.split(','));
    for (const row of rows) expect(Number(row[5])).toBeLessThanOrEqual(Number(row[6]));
    expect(rows.some((row) => row[5] === '157' && row[6] === '314')).toBe(true);
    expect(falling.lost).toContain('Steps until lap have the length they are expected to take.');
    const { file } = writeSessionCsv(said('8:00 at 90 % "=HYPERLINK(1)"'), INES);
    expect(file).toContain("'=HYPERLINK(1)");
    const back = readSessionCsv(file, newId);
    expect(back.ok && back.value.items[0]).toMatchObject({ cue: '=HYPERLINK(1)' });
  });
});

describe('FIT workouts', () => {
  it.each(BOOKED)('%s comes back as the same session', (_, session) => {
    const back = readWorkoutFit(writeWorkoutFit(session, NOW).file, HILLS, newId);
    if (!back.ok) throw new Error(back.reason);
    expect(printSentence(back.value.plan)).toBe(printSentence(session));
    expect(back.value.plan.name).toBe(session.name);
    expect(back.value.notes).toEqual([]);
  });

  it('any session is as long when it comes back', () => {
    fc.assert(
      fc.property(anyPlan, (session) => {
        const { file } = writeWorkoutFit(session, NOW);
        const back = readWorkoutFit(file, HILLS, newId);
        if (!back.ok) return;
        const total = (one: Plan): number =>
          expand(one, INES).reduce((sum, { seconds }) => sum + seconds, 0);
        expect(total(back.value.plan)).toBe(total(session));
      }),
      { numRuns: 150 },
    );
  });

  it('says what other programs will not see', () => {
    expect(writeWorkoutFit(said('4 × 8:00 at 100 %, 4:00 easy between'), NOW).lost).toEqual([]);
    const { lost } = writeWorkoutFit(
      said('20 building to 90 %, 4 × until lap at rpe 8 standing 60–70 rpm, 4:00 easy between'),
      NOW,
    );
    expect(lost.map((line) => line.split(':')[0]).sort()).toEqual([
      'Cadence',
      'Open lengths',
      'Posture, caps, finishes and single reps that differ',
      'RPE, flat out, own numbers, shares of goal and curve',
      'Rising and falling targets',
    ]);
  });

  it('open targets of another program: easy where it rests, else it asks for an effort', () => {
    const foreign = (
      steps: readonly (readonly [
        duration: number,
        value: number,
        target: number,
        low: number,
        high: number,
        intensity: number,
      ])[],
    ): Uint8Array => {
      const encoder = new FitEncoder();
      const field = (number: number, size: number, baseType: FitBaseType, value: number) => ({
        number,
        size,
        baseType,
        value,
      });
      encoder.writeMessage(0, [
        field(0, 1, FitBaseType.Enum, 5),
        field(1, 2, FitBaseType.Uint16, 255),
        field(4, 4, FitBaseType.Uint32, 1),
      ]);
      encoder.writeMessage(
        26,
        [field(4, 1, FitBaseType.Enum, 2), field(6, 2, FitBaseType.Uint16, steps.length)],
        1,
      );
      steps.forEach(([duration, value, target, low, high, intensity], index) =>
        encoder.writeMessage(
          27,
          [
            field(254, 2, FitBaseType.Uint16, index),
            field(1, 1, FitBaseType.Enum, duration),
            field(2, 4, FitBaseType.Uint32, value),
            field(3, 1, FitBaseType.Enum, target),
            field(4, 4, FitBaseType.Uint32, duration === 6 ? low : 0),
            field(5, 4, FitBaseType.Uint32, duration === 6 ? 0xffffffff : low),
            field(6, 4, FitBaseType.Uint32, high),
            field(7, 1, FitBaseType.Enum, intensity),
          ],
          2,
        ),
      );
      return encoder.close();
    };
    const back = readWorkoutFit(
      foreign([
        [0, 600_000, 2, 0, 0, 2],
        [0, 240_000, 4, 1260, 1280, 0],
        [0, 240_000, 2, 0, 0, 1],
        [6, 1, 2, 4, 0, 0],
        [5, 0, 2, 0, 0, 0],
        [0, 300_000, 4, 50, 60, 3],
      ]),
      [],
      newId,
    );
    if (!back.ok) throw new Error(back.reason);
    expect(back.value.notes).toEqual([
      'Step 5 has no target. It needs an effort.',
      'Step 5 is open: it lasts until the lap key, and counts 5:00.',
    ]);
    expect(printSentence(back.value.plan)).toContain(
      '4 × 4:00 at 260–280 W, 4:00 easy after each, until lap',
    );
    expect(problemsOf(back.value.plan).map(({ field }) => field)).toEqual(['target']);
  });

  it('what is no workout is refused', () => {
    for (const bytes of [
      new Uint8Array(0),
      new TextEncoder().encode('hello'),
      new FitEncoder().close(),
      writeWorkoutFit(said('8:00 at 90 %'), NOW).file.subarray(0, 40),
    ])
      expect(readWorkoutFit(bytes, [], newId)).toMatchObject({
        ok: false,
        reason: expect.stringContaining('no workout that can be read'),
      });
  });
});

describe('the calendar', () => {
  const day = {
    id: 'd1',
    date: '2026-11-24',
    version: 3,
    name: 'Reservoir eights',
    text: '4 × 8:00 at 257–267 W; easy, between',
  };
  const lines = (file: string): string[] => file.replace(/\r\n[ \t]/g, '').split('\r\n');

  it('an id stays, the sequence rises, the day is a whole one', () => {
    const first = lines(writeCalendar('Ines', [day], '2026-11-23T12:00:00Z'));
    const later = lines(
      writeCalendar('Ines', [{ ...day, date: '2026-11-25', version: 4 }], '2026-11-23T13:00:00Z'),
    );
    expect(first).toEqual(
      expect.arrayContaining([
        'UID:d1@uphill-count',
        'SEQUENCE:3',
        'DTSTART;VALUE=DATE:20261124',
        'METHOD:PUBLISH',
        'SUMMARY:Reservoir eights',
      ]),
    );
    expect(later).toEqual(
      expect.arrayContaining(['UID:d1@uphill-count', 'SEQUENCE:4', 'DTSTART;VALUE=DATE:20261125']),
    );
    expect(first.join('\n')).toContain('DESCRIPTION:4 × 8:00 at 257–267 W\\; easy\\, between');
  });

  it('one file holds all days, in order, and is the same for the same days', () => {
    const days = [
      day,
      { ...day, id: 'd2', date: '2026-11-20' },
      { ...day, id: 'd3', date: '2026-12-01' },
    ];
    const file = writeCalendar('Ines', days, '2026-11-23T12:00:00Z');
    expect(lines(file).filter((line) => line.startsWith('UID:'))).toEqual([
      'UID:d2@uphill-count',
      'UID:d1@uphill-count',
      'UID:d3@uphill-count',
    ]);
    expect(writeCalendar('Ines', [...days].reverse(), '2026-11-23T12:00:00Z')).toBe(file);
  });

  it('nothing written in a session can add lines of its own', () => {
    const file = writeCalendar(
      'x\r\nBEGIN:VALARM',
      [{ ...day, name: 'a\r\nATTENDEE:mailto:x@y', text: 'b\nURL:http://x' }],
      '2026-11-23T12:00:00Z',
    );
    expect(lines(file).filter((line) => /^(?:ATTENDEE|BEGIN:VALARM|URL)/.test(line))).toEqual([]);
  });
});
