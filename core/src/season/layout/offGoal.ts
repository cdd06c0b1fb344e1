import { roundHalfUp } from '../../units/index.ts';
import { dateName } from '../dayNames.ts';
import { isHard } from '../dayWord.ts';
import type { Work } from '../week.ts';
import type { Draft } from './draft.ts';
import type { LaidWeek } from './layWeek.ts';

/**
 * Load weeks that stay short of their goal, and taper weeks that a group ride makes too much.
 *
 * @param draft the season as it is laid out
 * @param weeks the weeks of it
 * @returns sentences
 * Source: handbook sections 8.2 and 8.9.
 */
export function offGoal(draft: Draft, weeks: readonly LaidWeek[]): string[] {
  const says: string[] = [];
  const short: number[] = [];
  for (const { monday, kind } of weeks) {
    const { week, season } = draft.around(monday);
    const { onGoal } = season.input.rider.settings;
    const over = week.load - (week.goal?.value ?? week.load);
    if (kind === 'load' && -over > onGoal) short.push(-over);
    const fixed = draft.weekOf(monday).flatMap(({ works }) => works.filter(isFixedHard))[0];
    if (kind === 'taper' && fixed && over > onGoal)
      says.push(
        `The taper week of ${dateName(monday)} comes to ${roundHalfUp(week.load)} of ${roundHalfUp(week.load - over)} with ${fixed.name}: leave it out, or ride it easily.`,
      );
  }
  if (short.length > 0)
    says.push(
      `${short.length} load week${short.length === 1 ? ' stays' : 's stay'} short of the goal, by up to ${roundHalfUp(Math.max(...short))} points: hours or rules allow no more.`,
    );
  return says;
}

/** A group ride or race that comes back every week. */
function isFixedHard(work: Work): boolean {
  return work.fixture && isHard(work);
}
