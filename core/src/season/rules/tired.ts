import { isHard } from '../dayWord.ts';
import type { Reckoned } from '../reckoned.ts';
import { nameOfDay, type Rule } from './rule.ts';

/** The next hard day still to come, where the last two that were marked or ridden were both "tired". */
function nextHard(season: Reckoned): number | null {
  if (!season.past.tiredTwice) return null;
  const { today } = season.input;
  const at = season.days.findIndex(
    ({ day }) =>
      day.date >= today &&
      day.works.some((work) => work.state === 'planned' && (isHard(work) || work.eased)),
  );
  // Where the next one was made Endurance, the one after it stands.
  return at < 0 || season.days[at]?.word !== 'hard' ? null : at;
}

/** After "tired" twice running the next hard day becomes Endurance. */
export const tired: Rule = {
  id: 'tired',
  name: 'Tired',
  says: 'hard work is planned though the rider was tired twice',
  reason: 'Tired twice running is not form to ride hard on.',
  holds: () => null,
  broken: (season, week) => {
    const at = nextHard(season);
    const day = at === null ? undefined : season.days[at];
    if (at === null || !day || at < week.at || at >= week.at + 7) return [];
    return [
      {
        date: day.day.date,
        figure: `tired twice running, and ${nameOfDay(at)} is hard`,
        works: day.works.filter(isHard).map(({ id }) => id),
      },
    ];
  },
};
