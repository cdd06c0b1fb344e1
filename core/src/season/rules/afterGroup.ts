import { isHard } from '../dayWord.ts';
import { loadOfWork } from '../dayLoad.ts';
import type { DayReckoned, Reckoned } from '../reckoned.ts';
import { daysOf, isOver, nameOfDay, type Rule } from './rule.ts';

/** After a race of more than this two days are not hard, points. */
const BIG_RACE = 200;

/** The group ride or race whose legs a day still has; its name, and how many days before. */
function legsOf(season: Reckoned, at: number): { name: string; ago: number } | null {
  for (const ago of [1, 2]) {
    const before = season.days[at - ago];
    const ride = before && before.works.find((work) => tires(work, before, ago, season));
    if (ride) return { name: ride.name, ago };
  }
  return null;
}

function tires(
  work: Parameters<typeof loadOfWork>[0],
  { day }: DayReckoned,
  ago: number,
  { input }: Reckoned,
): boolean {
  if (work.kind !== 'group' && work.kind !== 'race') return false;
  const { load } = loadOfWork(work, day.date < input.today);
  if (load === 0) return false;
  return ago === 1 || (work.kind === 'race' && load > BIG_RACE);
}

/** The day after a group ride or race is not hard; after a big race two. */
export const afterGroup: Rule = {
  id: 'after-group',
  name: 'After group ride or race',
  says: 'a hard day follows a group ride or race too soon',
  reason: 'Others set the pace there: it cost more than it looks.',
  holds: (season, week) =>
    daysOf(season, week).some((day) =>
      day.works.some(({ kind }) => kind === 'group' || kind === 'race'),
    )
      ? 'nothing hard right after the group ride or race'
      : null,
  broken: (season, week) =>
    daysOf(season, week).flatMap((day) => {
      if (day.word !== 'hard' || isOver(season, day)) return [];
      const legs = legsOf(season, day.at);
      return legs
        ? [
            {
              date: day.day.date,
              figure: `${nameOfDay(day.at)} is hard, ${legs.ago === 1 ? 'the day' : 'two days'} after ${legs.name}`,
              works: day.works.filter(isHard).map(({ id }) => id),
            },
          ]
        : [];
    }),
};
