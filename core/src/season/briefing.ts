import { format, parseISO } from 'date-fns';
import { isHard } from './dayWord.ts';
import { keySessionOf } from './keySession.ts';
import { minutesOfWork } from './dayLoad.ts';
import { loadWeeksTo, mostLoadWeeks } from './rules/easyWeek.ts';
import { rulesOf } from './spacing.ts';
import type { Reckoned, WeekReckoned } from './reckoned.ts';
import { isRiding, type SeasonDay, type WeekKind, type Work } from './week.ts';

/** What each kind of week is for. */
const FOR: Readonly<Record<WeekKind, string>> = {
  load: 'This week adds to the base',
  easy: 'An easy week: it lets the weeks before sink in',
  test: 'A test week: easy but for the tests',
  free: 'A free week: ride as you like',
  taper: 'The load comes down, the watts stay: fresh legs for the goal',
};

/**
 * The first draft of a week's briefing in five lines, in the second person: what the week is for, the key session, what
 * may be dropped first, the one thing to watch, what comes next.
 *
 * @param season the season
 * @param week the week
 * @returns five lines, for the coach to change
 * Source: handbook section 8.13.
 */
export function briefingOf(season: Reckoned, week: WeekReckoned): string[] {
  const days = season.input.days.slice(week.at, week.at + 7);
  return [
    whatFor(days, week),
    key(season, week),
    dropped(days, season, week),
    watch(season, week),
    next(season, week),
  ];
}

function whatFor(days: readonly SeasonDay[], { said }: WeekReckoned): string {
  const hard = days.filter(({ works }) => works.some(isHard));
  if (said.kind !== 'load' || hard.length === 0) return `${FOR[said.kind]}.`;
  const names = hard.map(({ date }) => dayName(date)).join(' and ');
  return hard.length === 1
    ? `${FOR.load}: the hard day is ${names}, the rest is easy.`
    : `${FOR.load}: the hard days are ${names}, the rest is easy.`;
}

function key(season: Reckoned, week: WeekReckoned): string {
  const found = keySessionOf(season, week);
  if (!found) return 'No one session carries it.';
  const day = dayName(season.input.days[found.at]?.date ?? week.said.monday);
  return `${found.work.name} on ${day} is the one not to miss.`;
}

/** The shortest easy ride that is neither hard nor the key session. */
function dropped(days: readonly SeasonDay[], season: Reckoned, week: WeekReckoned): string {
  const keyId = keySessionOf(season, week)?.work.id;
  const rides = days.flatMap(({ date, works }) =>
    works
      .filter((work) => work.id !== keyId && isRiding(work) && !isHard(work) && !work.ridden)
      .map((work) => ({ date, work })),
  );
  const shortest = rides.reduce<{ date: string; work: Work } | null>(
    (least, each) =>
      least === null || minutesOfWork(each.work) < minutesOfWork(least.work) ? each : least,
    null,
  );
  return shortest
    ? `Short of time, drop ${dayName(shortest.date)} first.`
    : 'Short of time, say so: there is nothing easy to drop.';
}

function watch(season: Reckoned, week: WeekReckoned): string {
  const [broken] = rulesOf(season).flatMap((rule) => rule.broken(season, week));
  if (broken) return `Watch out: ${broken.figure}.`;
  return week.said.kind === 'load'
    ? 'Keep the easy rides easy: whole sentences all the way.'
    : 'If a ride feels hard this week, cut it short.';
}

function next(season: Reckoned, week: WeekReckoned): string {
  const after = season.weeks[season.weeks.indexOf(week) + 1];
  if (after && after.said.kind !== 'load') return `Next week: ${NEXT[after.said.kind]}.`;
  const count = loadWeeksTo(season, week);
  return week.said.kind === 'load' && count >= mostLoadWeeks(season)
    ? 'Next week should be an easy one.'
    : 'Next week goes on from here.';
}

const NEXT: Readonly<Record<Exclude<WeekKind, 'load'>, string>> = {
  easy: 'an easy one',
  test: 'tests',
  free: 'free',
  taper: 'the taper',
};

function dayName(date: string): string {
  return format(parseISO(date), 'EEEE');
}
