import type { Planned, SeasonDay, Work } from './week.ts';

/** What filling, a fix or a coach's hand does to a plan, one thing at a time. */
export type Change =
  /** A new plain Endurance ride; `before` what stands on its day already, or behind it. */
  | {
      readonly kind: 'add';
      readonly id: string;
      readonly date: string;
      readonly minutes: number;
      readonly before: boolean;
    }
  /** Another length of a plain Endurance ride. */
  | { readonly kind: 'resize'; readonly id: string; readonly minutes: number }
  | { readonly kind: 'remove'; readonly id: string }
  /** To another day, or to another place on its own; first on it, or last. */
  | { readonly kind: 'move'; readonly id: string; readonly date: string; readonly first: boolean }
  /** What stands or stood on a day, to be ridden on another one too. */
  | {
      readonly kind: 'copy';
      readonly id: string;
      readonly date: string;
      /** Id of the copy while it is looked at. */
      readonly newId: string;
    }
  /** A session becomes plain Endurance. */
  | { readonly kind: 'endurance'; readonly id: string; readonly minutes: number };

/**
 * What a plain Endurance ride asks.
 *
 * @param minutes its length
 * @param pointsPerHour what an hour of it is worth for this rider
 * @returns the plan's figures
 * Source: handbook section 8.2 (Points an hour of Endurance).
 */
function enduranceOf(minutes: number, pointsPerHour: number): Planned {
  return {
    minutes,
    load: (minutes / 60) * pointsPerHour,
    rpe: null,
    system: 'endurance',
    hard: false,
    endurance: true,
    above105: false,
    unfuelled: false,
    workMin: minutes,
    goalMin: 0,
    middleMin: 0,
    highMin: 0,
    family: 'endurance',
  };
}

/** Nobody sets out for less, min; and lengths are said in steps of five. */
const LEAST_MIN = 45;
const ROUND_MIN = 5;

/**
 * How long a plain Endurance ride has to be for a load.
 *
 * @param load points
 * @param pointsPerHour what an hour of it is worth for this rider
 * @returns min, a multiple of five, at least 45
 * Source: handbook section 8.6 ("a swap for Endurance of equal load").
 */
export function enduranceOfLoad(load: number, pointsPerHour: number): number {
  return Math.max(LEAST_MIN, Math.round(((load / pointsPerHour) * 60) / ROUND_MIN) * ROUND_MIN);
}

/**
 * A plain Endurance ride of another length: an hour of it is worth what it was.
 *
 * @param planned what it asks
 * @param minutes the new length
 * @returns the plan's figures
 */
export function resized(planned: Planned, minutes: number): Planned {
  const load = planned.minutes > 0 ? (planned.load * minutes) / planned.minutes : 0;
  return { ...planned, minutes, load, workMin: minutes };
}

/**
 * A new piece of plain Endurance.
 *
 * @param id its id
 * @param minutes its length
 * @param pointsPerHour what an hour of it is worth for this rider
 * @returns the work, still to be ridden
 */
export function newEndurance(id: string, minutes: number, pointsPerHour: number): Work {
  return {
    id,
    kind: 'session',
    name: 'Endurance',
    planned: enduranceOf(minutes, pointsPerHour),
    ridden: null,
    state: 'planned',
    reason: null,
    minutes: null,
    rpe: null,
    key: false,
    optional: false,
    eased: false,
    fixture: false,
  };
}

/**
 * Days as they stand after some changes. What is ridden, marked or comes back every week is never changed.
 *
 * @param days the days in order
 * @param changes one after another; what names no work that can be changed is left out
 * @param pointsPerHour what an hour of plain Endurance is worth for this rider
 * @returns new days; those that nothing happened to are the same objects
 */
export function applyChanges(
  days: readonly SeasonDay[],
  changes: readonly Change[],
  pointsPerHour: number,
): SeasonDay[] {
  const next = [...days];
  for (const change of changes) applyOne(next, change, pointsPerHour);
  return next;
}

function applyOne(days: SeasonDay[], change: Change, pointsPerHour: number): void {
  if (change.kind === 'add') {
    const at = days.findIndex(({ date }) => date === change.date);
    put(days, at, newEndurance(change.id, change.minutes, pointsPerHour), change.before);
    return;
  }
  const at = days.findIndex(({ works }) => works.some(({ id }) => id === change.id));
  const day = days[at];
  const work = day?.works.find(({ id }) => id === change.id);
  if (!day || !work) return;
  if (change.kind === 'copy') {
    put(
      days,
      days.findIndex(({ date }) => date === change.date),
      again(work, change.newId),
      false,
    );
    return;
  }
  if (!canChange(work)) return;
  const others = day.works.filter(({ id }) => id !== change.id);
  if (change.kind === 'remove') days[at] = { ...day, works: others };
  else if (change.kind === 'move') {
    const to = days.findIndex(({ date }) => date === change.date);
    if (to < 0) return;
    days[at] = { ...day, works: others };
    put(days, to, work, change.first);
  } else {
    const changed =
      change.kind === 'resize' && work.planned
        ? { ...work, planned: resized(work.planned, change.minutes) }
        : {
            ...work,
            ...{ name: 'Endurance', key: false, eased: true },
            planned: enduranceOf(change.minutes, pointsPerHour),
          };
    days[at] = { ...day, works: day.works.map((each) => (each === work ? changed : each)) };
  }
}

/** The same session, to be ridden. */
function again(work: Work, id: string): Work {
  return {
    ...{ ...work, id, state: 'planned', ridden: null, reason: null, minutes: null, rpe: null },
    ...{ eased: false, optional: false },
  };
}

function put(days: SeasonDay[], at: number, work: Work, first: boolean): void {
  const day = days[at];
  if (!day) return;
  days[at] = { ...day, works: first ? [work, ...day.works] : [...day.works, work] };
}

/**
 * Whether a piece of work may still be moved, changed or removed.
 *
 * @param work what stands on a day
 * @returns false for what is ridden, marked, or comes back every week
 */
export function canChange({ ridden, state, fixture }: Work): boolean {
  return ridden === null && state === 'planned' && !fixture;
}
