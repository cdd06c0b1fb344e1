import type { Reason } from '@uphill/core/season';
import type { DemoRider } from './riders.ts';
import { DEMO_DAYS, type DemoSession } from './sessions.ts';
import { sickensFor } from './weather.ts';

export type Kind =
  'endurance' | 'long' | 'threshold' | 'ceiling' | 'sprints' | 'group' | 'hill' | 'indoor';

/** What is ridden on which weekday, Monday is 0, four weeks in turn, the fourth easy. */
const WEEKS: readonly (readonly (readonly [weekday: number, kind: Kind])[])[] = [
  [
    [1, 'threshold'],
    [3, 'endurance'],
    [5, 'long'],
  ],
  [
    [1, 'ceiling'],
    [3, 'endurance'],
    [5, 'group'],
    [6, 'endurance'],
  ],
  [
    [1, 'threshold'],
    [3, 'sprints'],
    [5, 'long'],
  ],
  [
    [2, 'endurance'],
    [5, 'endurance'],
  ],
];

/** The session that stands on the day of such a ride; other rides were nobody's plan. */
const SESSION_OF: Partial<Record<Kind, DemoSession>> = {
  threshold: 'eights',
  ceiling: 'fiveFours',
  endurance: 'fenLoop',
  long: 'long',
};
/** How hard such a day usually is, and what a rider says of it now and then. */
const RPE_OF: Partial<Record<Kind, number>> = { threshold: 7, ceiling: 9, endurance: 3, long: 5 };
const NOTES = [
  '',
  '',
  '',
  'Good legs.',
  '',
  'Windy on the way back.',
  '',
  '',
  'Slept badly.',
  '',
  'Bit of a drag.',
  '',
] as const;

/** Weeks behind in which Rurik's benchmark was ridden. */
const BENCHMARK_WEEKS: readonly number[] = [6, 2];

const DAY_MS = 86_400_000;

/** Days since a Monday long ago: weeks and weekdays are those of the calendar. */
function sinceMonday(daysAgo: number): number {
  const noon = new Date().setHours(12, 0, 0, 0);
  return Math.floor((noon - new Date(2020, 0, 6, 12).getTime()) / DAY_MS + 0.5) - daysAgo;
}

function weekdayAgo(daysAgo: number): number {
  return sinceMonday(daysAgo) % 7;
}

/** Which of the four weeks that come in turn a day lies in; the last one is easy. */
export function turnOf(daysAgo: number): number {
  return Math.floor(sinceMonday(daysAgo) / 7) % WEEKS.length;
}

/** The days around today are written out; what lies further back follows the weeks. */
const WRITTEN_OUT_DAYS = 9;

/** A day of the past: what stood on it, what was ridden, and how it was marked. */
export interface PastDay {
  readonly daysAgo: number;
  /** What was ridden; null where nothing was. */
  readonly kind: Kind | DemoSession | null;
  /** The session that was assigned; null for a ride that was nobody's plan. */
  readonly session: DemoSession | null;
  readonly state: 'done' | 'shortened' | 'missed' | null;
  readonly rpe: number | null;
  readonly note: string;
  /** Why it did not go as asked. */
  readonly reason?: Reason;
}

/** A rider's past, day by day, the oldest first: sessions with their marks, rides that were nobody's plan, a missed week. */
export function pastOf(rider: DemoRider, days: number): PastDay[] {
  const past: PastDay[] = [];
  for (let daysAgo = days; daysAgo >= 1; daysAgo -= 1) {
    const testing = rider.tests.some(
      (test) => daysAgo - test.daysAgo <= 1 && daysAgo >= test.daysAgo,
    );
    // Rurik cannot leave the hill alone, not even the day before a test.
    if (rider.seed === 41 && daysAgo === 6)
      past.push({ daysAgo, kind: 'hill', session: null, state: null, rpe: null, note: '' });
    else if (daysAgo <= WRITTEN_OUT_DAYS) past.push(...writtenOut(rider, daysAgo));
    else if (!testing) past.push(...byTheWeek(rider, daysAgo));
  }
  return past;
}

function writtenOut(rider: DemoRider, daysAgo: number): PastDay[] {
  return (DEMO_DAYS[rider.fields.name] ?? [])
    .filter(({ inDays }) => inDays === -daysAgo)
    .map(({ session, state = null, rpe = null, note = '' }) => ({
      daysAgo,
      kind: state === 'missed' ? null : session,
      session,
      state,
      rpe,
      note,
    }));
}

function sessionOf(kind: Kind, benchmark: boolean): DemoSession | null {
  return benchmark ? 'minutes' : (SESSION_OF[kind] ?? null);
}

function missedIll(daysAgo: number, session: DemoSession): PastDay {
  const note = 'Not riding.';
  return { daysAgo, kind: null, session, state: 'missed', rpe: null, note, reason: 'ill' };
}

/** Rurik's strength block has its benchmark in its first week and in its last, each a week later where that one is easy. */
function isBenchmark(rider: DemoRider, daysAgo: number, kind: Kind): boolean {
  const weeks = Math.floor(sinceMonday(0) / 7) - Math.floor(sinceMonday(daysAgo) / 7);
  const hard = kind === 'threshold' || kind === 'ceiling';
  const easy = (week: number): boolean => turnOf(daysAgo + 7 * (week - weeks)) === 3;
  return (
    rider.seed === 41 &&
    hard &&
    BENCHMARK_WEEKS.some((week) => weeks === (easy(week) ? week - 1 : week))
  );
}

/** The last set before an illness: everything that was asked, by a heart and legs that did not feel like it. */
function beforeIllness(daysAgo: number): PastDay {
  return {
    ...{ daysAgo, kind: 'threshold', session: 'eights', state: 'done', rpe: 9 },
    note: 'Heavy from the start, no idea why.',
  };
}

/** Ines, who once rode three cadences, and Leila, who rides up Beacon Steps after a long Saturday every fourth week. */
const [CADENCES_SEED, HILL_SEED] = [11, 37];
const CADENCES_DAYS = { from: 96, to: 102 } as const;
const HILL_DAYS = 200;

/** What somebody rode beside the week: free Mondays and Sundays. */
function besideTheWeek(rider: DemoRider, daysAgo: number): PastDay[] {
  const [weekday, turn] = [weekdayAgo(daysAgo), turnOf(daysAgo)];
  const { from, to } = CADENCES_DAYS;
  const done = { daysAgo, state: 'done', note: '' } as const;
  if (rider.seed === CADENCES_SEED && weekday === 0 && daysAgo >= from && daysAgo <= to)
    return [{ ...done, kind: 'cadences', session: 'cadences', rpe: 4 }];
  if (rider.seed === HILL_SEED && weekday === 6 && turn === 0 && daysAgo < HILL_DAYS)
    return [{ ...done, kind: 'steps', session: 'steps', rpe: 6 }];
  return [];
}

function byTheWeek(rider: DemoRider, daysAgo: number): PastDay[] {
  if (sickensFor(rider, daysAgo)) return [beforeIllness(daysAgo)];
  const kind = WEEKS[turnOf(daysAgo)]?.find(([weekday]) => weekday === weekdayAgo(daysAgo))?.[1];
  if (kind === undefined) return besideTheWeek(rider, daysAgo);
  const benchmark = isBenchmark(rider, daysAgo, kind);
  const session = sessionOf(kind, benchmark);
  const away = rider.away.some(([from, to]) => daysAgo <= from && daysAgo >= to);
  // Of a long time off only the first week was planned.
  const planned = rider.away.some(([from]) => daysAgo <= from && daysAgo > from - 7);
  if (away) return planned && session ? [missedIll(daysAgo, session)] : [];
  if (rider.fields.powerSource === 'trainer' && daysAgo < 66)
    return [{ daysAgo, kind: 'indoor', session: null, state: null, rpe: null, note: '' }];
  const rpe = session ? Math.min(10, (RPE_OF[kind] ?? 5) + (daysAgo % 5 === 0 ? 1 : 0)) : null;
  const ridden = daysAgo % 17 === 0 ? 'shortened' : 'done';
  const state = session ? ridden : null;
  return [
    {
      daysAgo,
      kind: benchmark ? 'minutes' : kind,
      session,
      state,
      rpe,
      note: session ? (NOTES[daysAgo % NOTES.length] ?? '') : '',
      ...(state === 'shortened' ? { reason: daysAgo % 2 === 0 ? 'no time' : 'weather' } : {}),
    },
  ];
}
