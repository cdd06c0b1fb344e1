import type { Change } from '../changes.ts';
import { isCeiling } from '../dayWord.ts';
import { riseComingBack } from '../daysOff.ts';
import type { Reckoned } from '../reckoned.ts';
import { daysFrom, isRiding, mondayOf, plus, type WeekSaid, weekdayOf } from '../week.ts';
import { NOTHING, type Offer } from './offer.ts';
import { hardIds, worksIn } from './worksAhead.ts';

/** Days in a row without riding, and what follows. Source: handbook section 8.10. */
const CARRY_ON = 3;
const EASY_DAY = 7;
const EASY_WEEK = 14;
const COME_BACK = 28;
/** After an illness at most so many easy days. */
const MOST_EASY = 7;
const EASY_MIN = 45;
const NO_CEILING_DAYS = 7;

/**
 * Whole days in a row without riding, up to last evening.
 *
 * @param season the season
 * @returns days; 0 where something was ridden yesterday, and where nothing ever was
 */
export function daysWithoutRiding({ input }: Pick<Reckoned, 'input'>): number {
  const last = input.days.findLast(
    ({ date, works }) =>
      date < input.today &&
      works.some(
        (work) =>
          isRiding(work) &&
          (work.ridden !== null || work.state === 'done' || work.state === 'shortened'),
      ),
  );
  return last ? Math.max(0, daysFrom(last.date, input.today) - 1) : 0;
}

/**
 * The way to go on after days without riding: carry on; an easy day and the rung before; an easy week; coming back; a
 * test before anything above FTP.
 *
 * @param season the season
 * @param days whole days in a row without riding
 * @param today the first day after them; today where left out
 * @returns one offer
 * Source: handbook section 8.10 (Days in a row without riding).
 */
export function afterDaysOff(
  season: Reckoned,
  days: number,
  today: string = season.input.today,
): Offer {
  if (days <= CARRY_ON)
    return {
      ...{ id: 'carryOn', says: 'Carry on as planned', ...NOTHING },
      why:
        days === 1
          ? 'A day without riding costs nothing.'
          : `${days} days without riding cost nothing.`,
    };
  if (days <= EASY_DAY)
    return {
      ...{ id: 'easyDay', ...NOTHING },
      says: 'One easy day, then every hard session one rung easier for a week',
      why: `${days} days without riding: the legs are rested, the rung is not.`,
      changes: eased(season, today, 1),
      easier: hardIds(season, plus(today, 1), 7),
    };
  if (days <= EASY_WEEK)
    return {
      ...{ id: 'easyWeek', ...NOTHING },
      says: 'An easy week, one rung easier, no ceiling work for seven days',
      why: `${days} days without riding.`,
      weeks: [said(season, easyFrom(today), { kind: 'easy', goal: null, rise: null })],
      changes: ceilingGone(season, today, NO_CEILING_DAYS),
      easier: hardIds(season, today, 14).filter((id) => !isGone(season, today, id)),
    };
  const rise = riseComingBack(baseBefore(season, today));
  const weeks = [0, 1].map((week) =>
    said(season, plus(mondayOf(today), 7 * week), { kind: 'load', goal: null, rise }),
  );
  const back: Omit<Offer, 'says' | 'why'> = {
    ...{ id: days <= COME_BACK ? 'comingBack' : 'testFirst', ...NOTHING, weeks },
    changes: eased(season, today, 14),
  };
  return days <= COME_BACK
    ? {
        ...back,
        says: 'Coming back: two weeks without hard sessions, a small rise, FTP is doubtful',
        why: `${days} days without riding: work with the lower FTP until it is tested.`,
      }
    : {
        ...back,
        says: 'Two easy weeks, then a test before anything above FTP',
        why: `${days} days without riding: nobody knows the FTP any more.`,
      };
}

/**
 * The way to go on after an illness: an easy day for each day ill, at most seven, before a hard one.
 *
 * @param season the season
 * @param days ill
 * @param today the first day after them; today where left out
 * @returns one offer; whether to train at all is a clinician's word after fever or chest symptoms
 * Source: handbook sections 8.10 (Ill) and 11.
 */
export function afterIllness(
  season: Reckoned,
  days: number,
  today: string = season.input.today,
): Offer {
  const easy = Math.min(MOST_EASY, days);
  return {
    ...{ id: 'ill', ...NOTHING },
    says: `${easy} easy day${easy === 1 ? '' : 's'} before the next hard one`,
    why: 'An easy day for each day ill, at most seven. With fever: none until 48 hours without it.',
    changes: eased(season, today, easy),
  };
}

/** The week that becomes easy: this one while most of it is still to come, else the next. */
function easyFrom(today: string): string {
  return weekdayOf(today) <= 3 ? mondayOf(today) : plus(mondayOf(today), 7);
}

/** Hard sessions of so many days become easy rides. */
function eased(season: Reckoned, from: string, days: number): Change[] {
  return hardIds(season, from, days).map((id) => ({ kind: 'endurance', id, minutes: EASY_MIN }));
}

function ceilingGone(season: Reckoned, from: string, days: number): Change[] {
  return worksIn(season, from, days)
    .filter((work) => isCeiling(work))
    .map(({ id }) => ({ kind: 'endurance', id, minutes: EASY_MIN }));
}

function isGone(season: Reckoned, from: string, id: string): boolean {
  return ceilingGone(season, from, NO_CEILING_DAYS).some(
    (change) => 'id' in change && change.id === id,
  );
}

function said(season: Reckoned, monday: string, over: Partial<WeekSaid>): WeekSaid {
  const week = season.weeks.find((each) => each.said.monday === monday)?.said;
  const usual = { kind: 'load', period: 'build', system: null, rise: null, goal: null } as const;
  return { ...usual, ...week, ...over, monday };
}

function baseBefore({ days, input }: Reckoned, date: string): number {
  return days.findLast(({ day }) => day.date < date)?.base ?? input.start.base;
}
