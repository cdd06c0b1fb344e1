import { printDuration } from '../units/index.ts';
import { applyChanges, canChange, type Change, enduranceOfLoad } from './changes.ts';
import { minutesOfWork } from './dayLoad.ts';
import { weekdayName } from './dayNames.ts';
import { isHard } from './dayWord.ts';
import type { Reckoned, WeekReckoned } from './reckoned.ts';
import type { Rule } from './rules/rule.ts';
import type { RuleId } from './settings.ts';
import type { SeasonDay, Work } from './week.ts';
import { windowAround } from './window.ts';

/** What makes a broken rule hold again. */
export interface Fix {
  /** "Move 5 × 3:00 to Sat" */
  readonly says: string;
  readonly changes: readonly Change[];
}

interface Candidate extends Fix {
  readonly moved: number;
  /** What it does to what: of several lengths of one ride only the best is offered. */
  readonly does: string;
}

/** A fix as it was tried: what it mends, how many rules are still broken after it, and what it takes. */
interface Tried extends Candidate {
  readonly mends: ReadonlySet<RuleId>;
  readonly broken: number;
  readonly loadChanged: number;
}

const MOST = 2;
const STEP_MIN = 15;
const LEAST_MIN = 45;

/** Fixes found so far: a week's hang on the weeks around it. */
const known = new WeakMap<Reckoned, Map<string, ReadonlyMap<RuleId, readonly Fix[]>>>();

/**
 * The fixes of a week's broken rules. A fix is a move of one session within the week, a swap of two days, a swap for
 * Endurance of equal load, or a shortening; all are tried, and ordered by rules still broken, sessions moved and load
 * changed. None may break a rule that held, in this week, the one before or the one after.
 *
 * @param season the season
 * @param week the week
 * @param rules the rules that are asked
 * @returns at most two a rule
 * Source: handbook section 8.6.
 */
export function fixesFor(
  season: Reckoned,
  week: WeekReckoned,
  rules: readonly Rule[],
): ReadonlyMap<RuleId, readonly Fix[]> {
  const { monday } = week.said;
  const ofSeason = known.get(season) ?? new Map<string, ReadonlyMap<RuleId, readonly Fix[]>>();
  const found = ofSeason.get(monday);
  if (found) return found;
  const fixes = findFixes(season, week, rules);
  known.set(season, ofSeason.set(monday, fixes));
  return fixes;
}

function findFixes(
  season: Reckoned,
  week: WeekReckoned,
  rules: readonly Rule[],
): ReadonlyMap<RuleId, readonly Fix[]> {
  const broken = rules.filter((rule) => rule.broken(season, week).length > 0);
  if (broken.length === 0) return new Map();
  const { days, reckonWith } = windowAround(season, week);
  const now = brokenAround(season, week, rules);
  const tried = candidates(season, week).flatMap((candidate): Tried[] => {
    const part = reckonWith(applyChanges(days, candidate.changes, season.input.pointsPerHour));
    // Most tries mend nothing: the other rules are asked only of those that do.
    const mends = broken.filter((rule) => rule.broken(part.season, part.week).length === 0);
    if (mends.length === 0) return [];
    const after = brokenAround(part.season, part.week, rules);
    if ([...after].some((key) => !now.has(key))) return [];
    return [
      {
        ...candidate,
        mends: new Set(mends.map(({ id }) => id)),
        broken: after.size,
        loadChanged: Math.abs(part.week.load - week.load),
      },
    ];
  });
  return new Map(
    broken.map(({ id }): [RuleId, readonly Fix[]] => [
      id,
      tried
        .filter(({ mends }) => mends.has(id))
        .sort(
          (one, other) =>
            one.broken - other.broken ||
            one.moved - other.moved ||
            one.loadChanged - other.loadChanged,
        )
        .filter((each, place, all) => all.findIndex(({ does }) => does === each.does) === place)
        .slice(0, MOST)
        .map(({ says, changes }) => ({ says, changes })),
    ]),
  );
}

/** Rules broken in a week, the one before and the one after, each with its Monday. */
function brokenAround(
  season: Reckoned,
  week: { readonly said: { readonly monday: string } },
  rules: readonly Rule[],
): Set<string> {
  const { weeks } = season;
  const at = weeks.findIndex(({ said }) => said.monday === week.said.monday);
  return new Set(
    weeks
      .slice(Math.max(0, at - 1), at + 2)
      .flatMap((each) =>
        rules
          .filter((rule) => rule.broken(season, each).length > 0)
          .map(({ id }) => `${id} ${each.said.monday}`),
      ),
  );
}

/** Everything that may be tried in a week. */
function candidates(season: Reckoned, week: WeekReckoned): Candidate[] {
  const { today } = season.input;
  const days = season.input.days.slice(week.at, week.at + 7);
  const open = days.filter(
    ({ date, works }) => date > today || (date === today && works.every((work) => !work.ridden)),
  );
  const own = open.flatMap((day) => day.works.filter(isOurs).map((work) => ({ day, work })));
  return [
    ...own.flatMap(({ day, work }) => [
      ...movesOf(work, day, open),
      ...asEndurance(work, day, season.input.pointsPerHour),
      ...shorter(work, day),
    ]),
    ...swapsOf(open),
  ];
}

/** To an empty day: two sessions on one would be one hard day by the letter, and none by the legs. */
function movesOf(work: Work, day: SeasonDay, open: readonly SeasonDay[]): Candidate[] {
  const elsewhere = open
    .filter((other) => other.works.length === 0 && !other.rest && other.hours !== 0)
    .map((other) => ({
      says: `Move ${work.name} from ${weekdayName(day.date)} to ${weekdayName(other.date)}`,
      changes: [{ kind: 'move', id: work.id, date: other.date, first: false }] as const,
      moved: 1,
      does: `move ${work.id}`,
    }));
  return day.works[0] === work || day.works.length < 2
    ? elsewhere
    : [
        {
          says: `Ride ${work.name} first on ${weekdayName(day.date)}`,
          changes: [{ kind: 'move', id: work.id, date: day.date, first: true }],
          moved: 0,
          does: `first ${work.id}`,
        },
        ...elsewhere,
      ];
}

function asEndurance(work: Work, day: SeasonDay, pointsPerHour: number): Candidate[] {
  if (!isHard(work) && !work.planned?.unfuelled) return [];
  const minutes = enduranceOfLoad(work.planned?.load ?? 0, pointsPerHour);
  return [
    {
      says: `Make ${work.name} on ${weekdayName(day.date)} ${printDuration(minutes * 60)} of Endurance`,
      changes: [{ kind: 'endurance', id: work.id, minutes }],
      moved: 1,
      does: `endurance ${work.id}`,
    },
  ];
}

/** Endurance can be cut in steps of a quarter of an hour, down to 45 min, or left out. */
function shorter(work: Work, day: SeasonDay): Candidate[] {
  if (work.planned?.endurance !== true) return [];
  const minutes = minutesOfWork(work);
  const lengths: number[] = [];
  for (let length = minutes - STEP_MIN; length >= LEAST_MIN; length -= STEP_MIN)
    lengths.push(Math.floor(length / STEP_MIN) * STEP_MIN);
  return [
    ...lengths.map((length) => ({
      says: `Shorten ${work.name} on ${weekdayName(day.date)} to ${printDuration(length * 60)}`,
      changes: [{ kind: 'resize', id: work.id, minutes: length }] as const,
      moved: 0,
      does: `shorten ${work.id}`,
    })),
    {
      says: `Remove ${work.name} from ${weekdayName(day.date)}`,
      changes: [{ kind: 'remove', id: work.id }],
      moved: 1,
      does: `shorten ${work.id}`,
    },
  ];
}

function swapsOf(open: readonly SeasonDay[]): Candidate[] {
  return open.flatMap((one, index) =>
    open.slice(index + 1).flatMap((other): Candidate[] => {
      const [here, there] = [one.works, other.works];
      if (here.length === 0 || there.length === 0) return [];
      if (![...here, ...there].every(isOurs) || one.rest || other.rest) return [];
      const to = (works: readonly Work[], date: string): Change[] =>
        works.map(({ id }) => ({ kind: 'move', id, date, first: false }));
      return [
        {
          says: `Swap ${weekdayName(one.date)} and ${weekdayName(other.date)}`,
          changes: [...to(here, other.date), ...to(there, one.date)],
          moved: here.length + there.length,
          does: 'swap',
        },
      ];
    }),
  );
}

/** A group ride or a race has its date from others. */
function isOurs(work: Work): boolean {
  return canChange(work) && work.kind !== 'group' && work.kind !== 'race';
}
