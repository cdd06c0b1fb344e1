import { canChange } from '../changes.ts';
import { dayName } from '../dayNames.ts';
import { isHard } from '../dayWord.ts';
import { keySessionOf } from '../keySession.ts';
import type { Reckoned } from '../reckoned.ts';
import { mondayOf, plus, type SeasonDay, type Work } from '../week.ts';
import { brokenFrom, NOTHING, type Offer, seasonAfter } from './offer.ts';

/** A key session goes to a day within so many. Source: handbook section 8.10. */
const WITHIN_DAYS = 3;

/** A work on its day. */
export interface OnDay {
  readonly day: SeasonDay;
  readonly work: Work;
}

/**
 * What stands on a day, by its id.
 *
 * @param season the season
 * @param id of the work
 * @returns the work with its day; null where there is none
 */
export function findWork({ input }: Pick<Reckoned, 'input'>, id: string): OnDay | null {
  for (const day of input.days)
    for (const work of day.works) if (work.id === id) return { day, work };
  return null;
}

/**
 * Ways to go on after a missed session, the first one first: a key session goes to the first day within three where no
 * rule breaks; else it takes the place of the next hard day; else it is gone, as any other session is at once. Never two
 * hard days to make up for one.
 *
 * @param season the season, the session marked missed
 * @param id of the missed work
 * @param newId id of the session on its new day
 * @returns offers; none where there is no such work
 * Source: handbook section 8.10 (Missed key session).
 */
export function afterMissed(season: Reckoned, id: string, newId: string): Offer[] {
  const found = findWork(season, id);
  if (!found) return [];
  const gone: Offer = {
    ...{ id: 'gone', says: `Leave ${found.work.name} out`, ...NOTHING },
    why: 'A session that is gone is not made up for by a second hard day.',
  };
  if (!wasKey(season, found)) return [gone];
  return [moved(season, found, newId), replaced(season, found, newId), gone].flatMap(
    (offer) => offer ?? [],
  );
}

/** Whether the missed session was the key session of its week, as it stood before it was missed. */
function wasKey(season: Reckoned, { day, work }: OnDay): boolean {
  if (work.key) return true;
  const { input } = season;
  const days = input.days.map((each) =>
    each === day
      ? {
          ...each,
          works: each.works.map((one): Work => (one === work ? { ...one, state: 'planned' } : one)),
        }
      : each,
  );
  const week = season.weeks.find(({ said }) => said.monday === mondayOf(day.date));
  const before = {
    ...season,
    days: season.days.map((each, at) => ({ ...each, day: days[at] as SeasonDay })),
  };
  return week !== undefined && keySessionOf(before, week)?.work.id === work.id;
}

/** To the first day within three on which it breaks no rule that held. */
function moved(season: Reckoned, { day, work }: OnDay, newId: string): Offer | null {
  const now = brokenFrom(season, day.date, 2);
  for (let later = 1; later <= WITHIN_DAYS; later += 1) {
    const date = plus(day.date, later);
    if (date < season.input.today) continue;
    const on = season.input.days.find((each) => each.date === date);
    if (!on || on.rest || on.works.some((each) => each.ridden !== null || isHard(each))) continue;
    const offer: Offer = {
      ...{ id: 'move', ...NOTHING, why: 'No rule breaks on that day.' },
      says: `Ride ${work.name} on ${dayName(date)} instead`,
      changes: [
        ...on.works
          .filter((each) => canChange(each) && each.planned?.endurance === true)
          .map((each) => ({ kind: 'remove', id: each.id }) as const),
        { kind: 'copy', id: work.id, date, newId },
      ],
    };
    const after = brokenFrom(seasonAfter(season, offer), day.date, 2);
    if ([...after].every((name) => now.has(name))) return offer;
  }
  return null;
}

/** In place of the next hard day that may still be changed. */
function replaced(season: Reckoned, { day, work }: OnDay, newId: string): Offer | null {
  const from = day.date < season.input.today ? season.input.today : plus(day.date, 1);
  for (const { date, works } of season.input.days) {
    if (date < from) continue;
    const next = works.find((each) => isHard(each) && canChange(each) && each.kind === 'session');
    if (!next) continue;
    // The same session stands there anyway.
    if (next.name === work.name) return null;
    return {
      ...{ id: 'replace', ...NOTHING },
      says: `Ride ${work.name} on ${dayName(date)}, in place of ${next.name}`,
      why: 'One hard day stands for the other: never two to make up for one.',
      changes: [
        { kind: 'remove', id: next.id },
        { kind: 'copy', id: work.id, date, newId },
      ],
    };
  }
  return null;
}
