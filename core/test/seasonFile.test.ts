import {
  readSeasonCsv,
  readSeasonJson,
  type SeasonFile,
  writeSeasonCsv,
  writeSeasonJson,
} from '@uphill/core/formats';
import { plus, reckon, TEMPLATES } from '@uphill/core/season';
import { BOOK, planOfRung, rungsOf } from '@uphill/core/sessions';
import { describe, expect, it } from 'vitest';
import { MONDAY, ride, season, work } from './seasons.ts';
import { newId } from './support.ts';

const [block] = TEMPLATES[0]!.blocks;
const PLAN = planOfRung(rungsOf(BOOK.find(({ id }) => id === 'threshold-longer')!)[2]!, newId);
const said = { period: 'build', system: null, rise: null, goal: null } as const;
const FILE: SeasonFile = {
  ...{ rider: 'Ines Okafor', goal: { name: 'Salt Road climb', date: plus(MONDAY, 90) } },
  ...{ from: MONDAY, template: TEMPLATES[0]! },
  blocks: [{ block: block!, from: MONDAY, kinds: ['load', 'easy'] }],
  weeks: [
    { monday: MONDAY, kind: 'load', ...said },
    { monday: plus(MONDAY, 7), kind: 'easy', ...said, goal: 240 },
  ],
  days: [
    { date: plus(MONDAY, 1), kind: 'session', plan: PLAN, minutes: 0 },
    { date: plus(MONDAY, 5), kind: 'session', plan: null, minutes: 150 },
  ],
};

describe('a season as a file', () => {
  it('is the same after it was written and read, as JSON', () => {
    expect(readSeasonJson(writeSeasonJson(FILE))).toEqual({ ok: true, value: FILE });
    // Weeks and goal as they are stored know more than the file holds.
    const stored = {
      ...FILE,
      goal: { name: 'Salt Road climb', date: plus(MONDAY, 40), watts: 240 },
      weeks: FILE.weeks.map((week) => ({ ...week, version: 2, laid: 'yes', briefing: null })),
    };
    const { watts: _, ...goal } = stored.goal;
    expect(readSeasonJson(writeSeasonJson(stored))).toEqual({ ok: true, value: { ...FILE, goal } });
  });

  it.each([
    ['cut short', (text: string) => text.slice(0, 200), /not JSON/],
    ['another format', (text: string) => text.replace('/season', '/sessions'), /"format"/],
    ['another version', (text: string) => text.replace('"version": 1', '"version": 7'), /reads 7/],
    ['no Monday', (text: string) => text.replaceAll(MONDAY, plus(MONDAY, 1)), /not a Monday/],
    ['no day', (text: string) => text.replaceAll(MONDAY, '2026-02-30'), /is no day/],
    ['an unknown field', (text: string) => text.replace('"from"', '"form"'), /^Field /],
    ['a list', () => '[]', /"format"/],
    ['null', () => 'null', /"format"/],
  ])('is refused with a sentence: %s', (_name, change, reason) => {
    const read = readSeasonJson(change(writeSeasonJson(FILE)));
    expect(read.ok ? '' : read.reason).toMatch(reason);
  });

  it('is rows with base and recent as CSV, and rows are read again', () => {
    const hard = work({ name: PLAN.name, planned: { minutes: 60, load: 80, hard: true } });
    const weeks = [[[], [hard], [], [], [], [ride(150)], []]];
    const reckoned = reckon(season(weeks));
    const text = writeSeasonCsv({
      ...{ season: reckoned, from: MONDAY, to: plus(MONDAY, 6) },
      blockOn: () => '=HYPERLINK("x")',
      planOf: (id) => (id === hard.id ? PLAN : null),
    });
    expect(text.split('\n')).toHaveLength(9);
    expect(text).toContain("'=HYPERLINK");
    const read = readSeasonCsv(text, newId);
    expect(read).toMatchObject({
      ok: true,
      value: {
        ...{ from: MONDAY, weeks: [{ monday: MONDAY, kind: 'load' }] },
        days: [
          { date: plus(MONDAY, 1), plan: { name: PLAN.name } },
          { date: plus(MONDAY, 5), plan: null, minutes: 150 },
        ],
      },
    });
  });

  it.each([
    ['name,minutes\na,60', /"date" is missing/],
    ['date\n2026-12-01', /"sentence" or "minutes"/],
    ['date,minutes\nTuesday,60', /^Row 1, date/],
    ['date,minutes\n2026-12-01,-5', /^Row 1, minutes/],
    ['date,sentence\n2026-12-01,4 x 8 at hardish', /^Row 1, sentence/],
    ['date,minutes\n2026-12-01,60\n2029-12-01,60', /more than 53 weeks/],
    ['date,minutes\n', /no days/],
  ])('rows that cannot be read are named: %s', (text, reason) => {
    const read = readSeasonCsv(text, newId);
    expect(read.ok ? '' : read.reason).toMatch(reason);
  });
});
