import { type NewId, parseSentence, type Plan, type System } from '../../sessions/index.ts';
import type { SeasonDay } from '../week.ts';

/** Sessions that belong to no ladder: the tests of a test week, and the short reps on the day before a goal. */

interface Said {
  readonly name: string;
  readonly sentence: string;
  readonly system: System;
  readonly purpose: string;
  readonly note: string;
}

const OPENER: Said = {
  name: 'Opener',
  sentence: '10 min at 55-65 %, 3 × 1:00 at 95-100 %, 3:00 easy between, 10 min at 50-60 %',
  system: 'threshold',
  purpose: 'Wakes the legs and tires nothing.',
  note: 'Stop while it still feels short.',
};

/** In the order in which they are ridden: the short ones first. Source: handbook section 8.7 (Test week). */
const TESTS: readonly Said[] = [
  {
    name: 'Test: sprint and 5:00',
    sentence:
      '20 min at 55-70 %, 2 × 15 s max, 5:00 easy between, 10 min at 50-60 %, 5:00 max, 15 min at 45-55 %',
    system: 'ceiling',
    purpose: 'A sprint and five minutes, for the short end of the curve.',
    note: 'Prepared and read on a test day.',
  },
  {
    name: 'Test: 20:00',
    sentence: '20 min at 55-75 %, 5 min at 50-55 %, 20:00 max, 15 min at 45-55 %',
    system: 'threshold',
    purpose: 'Twenty minutes, for FTP.',
    note: 'Prepared and read on a test day.',
  },
];
/** A day lies between two tests. */
const TEST_GAP = 2;

function planOf({ name, sentence, system, purpose, note }: Said, newId: NewId): Plan {
  const { items, unread, totalS } = parseSentence(sentence, { hills: [], ftpW: null, newId });
  if (unread.length > 0) throw new RangeError(`${name}: ${unread[0]?.says ?? ''}`);
  return {
    ...{ name, nameFollows: false, purpose, system, note, items },
    place: 'any',
    ...(totalS === null ? {} : { totalS }),
  };
}

/**
 * Half an hour with three short reps, for the day before a goal.
 *
 * @param newId where ids come from
 * @returns the session
 * Source: handbook section 8.9.
 */
export function openerOf(newId: NewId): Plan {
  return planOf(OPENER, newId);
}

/**
 * The tests of a test week on its days: sprint and 5:00 on the first that is free, 20:00 with a day between.
 *
 * @param week seven days, Monday first
 * @param newId where ids come from
 * @returns weekday, Monday is 0, and session
 * Source: handbook section 8.7 (Test week).
 */
export function testsOf(week: readonly SeasonDay[], newId: NewId): (readonly [number, Plan])[] {
  const free = week.flatMap(({ rest, hours, works }, day) =>
    !rest && hours !== 0 && works.length === 0 ? [day] : [],
  );
  const placed: (readonly [number, Plan])[] = [];
  for (const said of TESTS) {
    const last = placed.at(-1)?.[0] ?? -TEST_GAP;
    const day =
      free.find((each) => each >= last + TEST_GAP && each > 0) ??
      free.find((each) => each >= last + TEST_GAP);
    if (day !== undefined) placed.push([day, planOf(said, newId)]);
  }
  return placed;
}
