import { expand, parseSentence, type Segment } from '@uphill/core/sessions';
import type { RecordedSecond } from '@uphill/core/power';
import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import {
  askWords,
  holdWords,
  leftWords,
  lostWords,
  nextWords,
  shownWatts,
  spokenWords,
} from '../src/features/ride/words.ts';

const RIDER = {
  ...{
    firstName: 'Ines',
    ftpW: 260,
    massKg: 61,
    restingBpm: 47,
    thresholdBpm: 168,
    maximalBpm: 187,
  },
  ...{ hasPower: true, easyPercent: 50, bests: [] },
};
const HILLS = [{ name: 'Quarry Lane', metres: 2400, gradientPercent: 7 }];
let ids = 0;

/** The steps of a sentence as the room gets them: copied on their way through the worker. */
function segments(text: string): Segment[] {
  const { items, unread } = parseSentence(text, {
    hills: HILLS,
    ftpW: 260,
    newId: () => String((ids += 1)),
  });
  expect(unread).toEqual([]);
  const plan = {
    name: '',
    nameFollows: true,
    purpose: '',
    system: 'threshold' as const,
    place: 'any' as const,
    note: '',
    items,
  };
  return JSON.parse(JSON.stringify(expand(plan, RIDER))) as Segment[];
}

const seconds = (...watts: (number | null)[]): RecordedSecond[] =>
  watts.map((each) => ({ watts: each, bpm: 150, rpm: 88 }));
const first = (text: string): Segment => segments(text)[0] as Segment;

describe('what the ride room says', () => {
  it('a range is a range, a rising step goes from one to the other, effort and flat out in their words', () => {
    expect(askWords(first('4 × 8:00 at 98–102 %, 4:00 easy between'))).toBe('255–265 W');
    expect(askWords(first('10 min building from 50 % to 90 %'))).toBe('130 → 234 W');
    expect(askWords(first('20 min at rpe 4'))).toBe('RPE 4');
    expect(askWords(first('15 s max'))).toBe('flat out');
    expect(askWords(null)).toBe('');
  });

  it('what comes next and what is spoken name rep, time and watts; an open step says what ends it instead of a time', () => {
    const [rep, rest] = segments('2 × 8:30 at 260 W, 4:00 easy between');
    expect(nextWords(rep ?? null)).toBe('Next: Rep 1, 8:30, 260 W');
    expect(spokenWords(rep as Segment)).toBe('Rep 1, 8 minutes 30 seconds, 260');
    expect(nextWords(rest ?? null)).toMatch(/^Next: Easy, 4:00/);
    expect(nextWords(first('until lap about 10:00 at 60 %'))).toBe(
      'Next: Work, until lap about 10:00, 156 W',
    );
    expect(spokenWords(first('2 × to the top of Quarry Lane at 105 %, 5:00 easy between'))).toBe(
      'Rep 1, to the top of Quarry Lane, 273',
    );
    expect(nextWords(null)).toBe('Last step');
  });

  it('holds within the band, and within 3 % of a single value; outside for five seconds it says how far', () => {
    const band = fc
      .integer({ min: 100, max: 400 })
      .chain((lowW) =>
        fc.integer({ min: 0, max: 40 }).map((wide) => ({ lowW, highW: lowW + wide })),
      );
    fc.assert(
      fc.property(band, fc.integer({ min: 50, max: 500 }), (asked, watts) => {
        const says = holdWords(asked, seconds(watts, watts, watts, watts, watts), 60);
        const single = asked.lowW === asked.highW;
        const [low, high] = single
          ? [asked.lowW * 0.97, asked.highW * 1.03]
          : [asked.lowW, asked.highW];
        if (watts >= low && watts <= high) expect(says).toBe('hold');
        else
          expect(says).toBe(
            watts < low ? `${asked.lowW - watts} W more` : `${watts - asked.highW} W less`,
          );
        // Four seconds are not five, and the first seconds of a step are on their way.
        expect(
          holdWords(
            asked,
            seconds(Math.round((asked.lowW + asked.highW) / 2), watts, watts, watts, watts),
            60,
          ),
        ).toBe('hold');
        expect(holdWords(asked, seconds(watts, watts, watts, watts, watts), 4)).toBe('hold');
      }),
    );
    expect(holdWords(null, seconds(200), 60)).toBe('');
  });

  it('watts are the mean of three seconds; lost ones are left out, then said, with the effort to ride by', () => {
    expect([
      shownWatts(seconds(100, 200, 210, 220)),
      shownWatts(seconds(200, null, 220)),
      shownWatts(seconds(null, null, null)),
    ]).toEqual([210, 210, null]);
    const segment = first('4 × 8:00 at 98–102 %, 4:00 easy between');
    expect([lostWords({ silentS: 2, segment }), lostWords({ silentS: 4, segment })]).toEqual([
      null,
      'No watts for 4 s. The clock runs on; ride by feel, RPE 7–8.',
    ]);
  });

  it('what is left is time, metres of a hill, or the time ridden of a step that waits for lap', () => {
    expect([
      leftWords({ leftS: 95, leftM: null, inStepS: 5 }),
      leftWords({ leftS: null, leftM: 850, inStepS: 5 }),
      leftWords({ leftS: null, leftM: null, inStepS: 65 }),
    ]).toEqual(['1:35', '850 m', '1:05']);
  });
});
