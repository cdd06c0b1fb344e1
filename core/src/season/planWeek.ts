import { roundHalfUp, roundTo } from '../units/index.ts';
import { type Worked, worked } from '../working/index.ts';
import { briefingOf } from './briefing.ts';
import { applyChanges, type Change } from './changes.ts';
import { loadOfDay, loadOfWork, minutesOfWork } from './dayLoad.ts';
import { type Filled, fillWeek, sayFilled } from './fill.ts';
import { type Flag, flagsOf } from './flags.ts';
import { hardDaysOf } from './hardDays.ts';
import { keySessionOf } from './keySession.ts';
import type { Reckoned, WeekReckoned } from './reckoned.ts';
import { longLimitOn } from './rules/longRide.ts';
import { brokenIn, type Spaced, spacingOf } from './spacing.ts';
import { mondayOf, type SeasonDay, type Work } from './week.ts';
import { type Part, windowAround, withDays } from './window.ts';
import { riseOfWeek, weekBegun } from './weekGoal.ts';

/** A week begun: what is left of its goal. */
export interface Begun {
  /** Points that the days left should bring, and those dropped. */
  readonly rest: number;
  readonly dropped: number;
  readonly sunday: number;
  /** The base that was meant for Sunday. */
  readonly meant: number;
}

/** What fits in the hours of a week, and the rise that would bring. */
interface Fitting {
  readonly most: number;
  readonly rise: number;
  /** "420 fit in the hours: that is a rise of 1.6, not 4." */
  readonly says: string;
}

/** A week of the planner. */
export interface WeekPlan {
  readonly week: WeekReckoned;
  /** Points it is to come to: its goal, or what of it is left where it has begun. Null for a free week. */
  readonly aim: number | null;
  readonly begun: Begun | null;
  /** Where the goal is above what fits in the hours; else null. */
  readonly fitting: Fitting | null;
  readonly comesTo: string;
  readonly onGoal: boolean;
  readonly spacing: readonly Spaced[];
  readonly flags: readonly Flag[];
  readonly key: Work | null;
  readonly briefing: readonly string[];
  /** Weekdays proposed for hard days, Monday is 0. */
  readonly hardDays: readonly number[];
}

/**
 * A season with some changes that are not stored yet: a ride that is dragged, a fill that is looked at.
 *
 * @param season the season as it is stored
 * @param changes one after another
 * @returns its figures; the season itself without changes
 */
export function seasonWith(season: Reckoned, changes: readonly Change[]): Reckoned {
  if (changes.length === 0) return season;
  const { days, pointsPerHour } = season.input;
  return withDays(season, applyChanges(days, changes, pointsPerHour));
}

/**
 * The one call behind the planner, the season, the squad's week and the API: a week with its goal, what it comes to, its
 * spacing, flags, key session and briefing.
 *
 * @param season the season
 * @param monday Monday of the week
 * @returns the week, or null where the season has none of that date
 * Source: handbook sections 8.2, 8.5, 8.6 and 8.13.
 */
export function planWeek(season: Reckoned, monday: string): WeekPlan | null {
  const week = season.weeks.find(({ said }) => said.monday === monday);
  if (!week) return null;
  const begun = begunOf(season, week);
  const aim = aimOf(season, week, begun);
  const missing = aim === null ? 0 : aim - week.load;
  const onGoal = aim === null || Math.abs(missing) <= season.input.rider.settings.onGoal;
  return {
    ...{ week, aim, begun, onGoal, fitting: fittingOf(season, week) },
    comesTo: comesTo(week, aim, missing, onGoal),
    spacing: spacingOf(season, week),
    flags: flagsOf(season, week),
    key: keySessionOf(season, week)?.work ?? null,
    briefing: briefingOf(season, week),
    hardDays: hardDaysIn(season, week),
  };
}

function comesTo(
  { load }: WeekReckoned,
  aim: number | null,
  missing: number,
  onGoal: boolean,
): string {
  // A goal that rounds to nothing is none: without a base there is nothing to hold the week against.
  if (aim === null || roundHalfUp(aim) <= 0) return `${roundHalfUp(load)} planned, no goal yet`;
  const of = `${roundHalfUp(load)} of ${roundHalfUp(aim)}`;
  if (onGoal) return `${of}: on goal`;
  return missing > 0
    ? `${of}: ${roundHalfUp(missing)} short`
    : `${of}: ${roundHalfUp(-missing)} too much`;
}

/**
 * Where a week's goal is above what fits in its hours: hard sessions as they are built, and the hours left at Endurance.
 */
function fittingOf({ input, days }: Reckoned, week: WeekReckoned): Fitting | null {
  const own = days.slice(week.at, week.at + 7);
  if (week.goal === null || own.some(({ day }) => day.hours === null)) return null;
  const most = own.reduce((sum, { day, works }) => {
    const built = works.filter((work) => work.planned?.endurance !== true || work.ridden !== null);
    const minutes = built.reduce((all, work) => all + minutesOfWork(work), 0);
    const load = built.reduce(
      (all, work) => all + loadOfWork(work, day.date < input.today).load,
      0,
    );
    const left = Math.max(0, (day.hours ?? 0) * 60 - minutes);
    return sum + load + (left / 60) * input.pointsPerHour;
  }, 0);
  if (week.goal.value <= most) return null;
  const rise = riseOfWeek(week.baseBefore, most, input.rider.settings.baseDays);
  return {
    ...{ most, rise },
    says: `${roundHalfUp(most)} fit in the hours: that is a rise of ${roundTo(rise, 1)}, not ${roundTo(week.rise, 1)}.`,
  };
}

/** What is left of a week that has begun and is not over. */
function begunOf({ input, days }: Reckoned, week: WeekReckoned): Begun | null {
  if (week.goal === null || mondayOf(input.today) !== week.said.monday) return null;
  const own = days.slice(week.at, week.at + 7);
  const first = own.findIndex(({ day }) => day.date >= input.today);
  // On its Monday the whole week is still to come.
  if (first <= 0) return null;
  const left = own.slice(first);
  const planned = left.reduce((sum, { load }) => sum + load.load, 0);
  const baseLastEvening = left[0]?.before.base ?? 0;
  const { baseDays, begun } = input.rider.settings;
  const result = weekBegun(
    {
      ...{ base: week.baseBefore, rise: week.rise, daysLeft: left.length, baseLastEvening },
      // A week nobody has planned yet is held against its share of the goal.
      planned: Math.max(planned, (week.goal.value * left.length) / 7),
    },
    begun,
    baseDays,
  );
  const { rest, dropped, sunday } = result;
  return { rest, dropped, sunday, meant: week.baseBefore + week.rise };
}

function aimOf({ days, input }: Reckoned, week: WeekReckoned, begun: Begun | null): number | null {
  if (week.goal === null) return null;
  if (!begun) return week.goal.value;
  const done = days
    .slice(week.at, week.at + 7)
    .filter(({ day }) => day.date < input.today)
    .reduce((sum, { load }) => sum + load.load, 0);
  return done + begun.rest;
}

/**
 * Weekdays for the hard days of a week: the coach's own, or chosen with the group ride or race among them.
 *
 * @param season the season
 * @param week the week
 * @returns weekdays, Monday is 0
 * Source: handbook section 8.5, step 2.
 */
export function hardDaysIn({ input }: Reckoned, { at }: WeekReckoned): readonly number[] {
  const { settings, hardDays } = input.rider;
  const days = input.days.slice(at, at + 7);
  const fixed = days.flatMap(({ works }, day) =>
    settings.groupCounts !== 'nothing' &&
    works.some(({ kind, fixture }) => kind === 'race' || (kind === 'group' && fixture))
      ? [day]
      : [],
  );
  if (settings.hardOn.length > 0) return settings.hardOn;
  return hardDaysOf(
    days.map(({ rest, hours }) => ({ rest, hours: hours ?? 1 })),
    hardDays,
    fixed,
  ).days;
}

/** Both ways of filling a week. */
export interface Fills {
  readonly longWeekend: FillOffer;
  readonly even: FillOffer;
}

/** One of the two fills, with what a coach compares. */
export interface FillOffer extends Filled {
  readonly says: string;
  /** Points it comes to, with every step that was taken and what was left out. */
  readonly comesTo: Worked;
  /** Minutes a day, Monday first; the longest ride; days without a ride. */
  readonly minutes: readonly number[];
  readonly longestMin: number;
  readonly restDays: number;
  readonly broken: readonly string[];
}

/**
 * Fills a week both ways with Endurance, side by side.
 *
 * @param season the season
 * @param monday Monday of the week
 * @param options steps that the coach refused, and where ids of new rides come from
 * @returns both, or null where there is nothing to fill: no such week, no goal, or a week that is over
 * Source: handbook section 8.5, steps 5 to 7.
 */
export function fillsOf(
  season: Reckoned,
  monday: string,
  {
    refused = [],
    newId = (day, before) => `new:${monday}:${day}${before ? ':before' : ''}`,
  }: { readonly refused?: readonly string[]; readonly newId?: FillNewId } = {},
): Fills | null {
  const week = season.weeks.find(({ said }) => said.monday === monday);
  if (!week) return null;
  const aim = aimOf(season, week, begunOf(season, week));
  if (aim === null) return null;
  const fill = (way: 'longWeekend' | 'even'): FillOffer =>
    fillOne(season, { week, aim }, way, { refused, newId });
  return { longWeekend: fill('longWeekend'), even: fill('even') };
}

/**
 * The changes that fill a week with Endurance, the long weekend first.
 *
 * @param season the season
 * @param week the week
 * @param newId where ids of new rides come from
 * @returns changes; none for a week without a goal
 * Source: handbook section 8.5, step 5.
 */
export function fillingOf(
  season: Reckoned,
  week: WeekReckoned,
  newId: FillNewId,
): readonly Change[] {
  const aim = aimOf(season, week, begunOf(season, week));
  return aim === null
    ? []
    : filledWith(season, { week, aim }, 'longWeekend', { refused: [], newId }).changes;
}

type FillNewId = (day: number, before: boolean) => string;

interface ToFill {
  readonly week: WeekReckoned;
  /** Points it is to come to. */
  readonly aim: number;
}

interface FillWith {
  readonly refused: readonly string[];
  readonly newId: FillNewId;
}

function filledWith(
  season: Reckoned,
  { week, aim: goal }: ToFill,
  way: 'longWeekend' | 'even',
  { refused, newId }: FillWith,
): Filled {
  const { input } = season;
  const { settings } = input.rider;
  const days = input.days.slice(week.at, week.at + 7);
  const today = days.findIndex(
    ({ date, works }) =>
      date > input.today || (date === input.today && !works.some(({ ridden }) => ridden)),
  );
  const saturday = longLimitOn(season, week.at + 5);
  const withDays = partWith(season, week);
  return fillWeek(
    {
      ...{ days, goal, refused, newId, pointsPerHour: input.pointsPerHour },
      from: today < 0 ? 7 : today,
      load: (each) =>
        each.reduce((sum, day) => sum + loadOfDay(day, input.today, settings.counts).load, 0),
      longMin: saturday?.limitMin ?? null,
      keepEmpty: settings.off.includes('rest-days') ? 0 : settings.restDays,
      beforeMin: settings.beforeReps,
      onGoal: settings.onGoal,
      broken: (each) => brokenWith(withDays(each)),
    },
    way,
  );
}

function fillOne(
  season: Reckoned,
  { week, aim: goal }: ToFill,
  way: 'longWeekend' | 'even',
  options: FillWith,
): FillOffer {
  const filled = filledWith(season, { week, aim: goal }, way, options);
  const after = partWith(season, week)(filled.days);
  const { baseDays } = season.input.rider.settings;
  return {
    ...filled,
    says: sayFilled(filled, goal, {
      fits: riseOfWeek(week.baseBefore, filled.planned, baseDays),
      wanted: week.rise,
    }),
    comesTo: worked(filled.planned, 'points', 'Filling with Endurance in steps of 15 minutes', [
      ...filled.steps.map(({ label, figure }) => [label, figure] as const),
      ...filled.skipped.map((each) => [each, 'left out'] as const),
      ['It comes to', String(roundHalfUp(filled.planned))] as const,
    ]),
    minutes: filled.days.map(({ works }) =>
      works.reduce(
        (sum, { planned, ridden }) => sum + (ridden?.minutes ?? planned?.minutes ?? 0),
        0,
      ),
    ),
    longestMin: Math.max(
      0,
      ...filled.days.flatMap(({ works }) => works.map(({ planned }) => planned?.minutes ?? 0)),
    ),
    restDays: filled.days.filter(({ works }) => works.length === 0).length,
    broken: brokenIn(after.season, after.week),
  };
}

/** The weeks around one, reckoned with other days in it. */
function partWith(season: Reckoned, week: WeekReckoned) {
  const { days, at, reckonWith } = windowAround(season, week);
  return (own: readonly SeasonDay[]): Part =>
    reckonWith([...days.slice(0, at), ...own, ...days.slice(at + 7)]);
}

/** Rules broken in a week and in the one after it, by name. */
function brokenWith({ season, week }: Part): string[] {
  const after = season.weeks[season.weeks.indexOf(week) + 1];
  const later = after ? brokenIn(season, after).map((name) => `${name} next week`) : [];
  return [...brokenIn(season, week), ...later];
}

/**
 * The base that a week's real layout gives on its Sunday, beside what was meant.
 *
 * @param plan the week
 * @returns "base on Sunday 51.9, not 54"
 */
export function saySunday({ begun, week }: WeekPlan): string | null {
  if (!begun || begun.dropped < 1) return null;
  return `${roundHalfUp(begun.dropped)} points dropped; base on Sunday ${roundTo(begun.sunday, 1)}, not ${roundTo(week.baseBefore + week.rise, 1)}.`;
}
