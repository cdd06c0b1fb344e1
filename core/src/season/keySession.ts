import { isHard } from './dayWord.ts';
import { minutesOfWork } from './dayLoad.ts';
import type { Reckoned, WeekReckoned } from './reckoned.ts';
import { daysFrom, isRiding, type Work } from './week.ts';

/** The run-in: so many days before the goal the goal's own power decides. Source: handbook section 8.8. */
const RUN_IN_DAYS = 42;

/** The key session of a week and its place among all days. */
export interface KeySession {
  readonly work: Work;
  readonly at: number;
}

/**
 * The one key session of a week: the coach's own choice; in the run-in the session with most minutes around goal power;
 * else the hard session of the week's system, of equals the one with more minutes at target, then the earlier; else the
 * long ride.
 *
 * @param season the season
 * @param week the week
 * @returns it, or null where nothing stands in the week
 * Source: handbook section 8.5, step 3.
 */
export function keySessionOf({ days, input }: Reckoned, week: WeekReckoned): KeySession | null {
  const all = days
    .slice(week.at, week.at + 7)
    .flatMap(({ day }, index) =>
      day.works
        .filter((work) => work.planned !== null && isRiding(work) && !work.optional)
        .map((work) => ({ work, at: week.at + index })),
    );
  const chosen = all.find(({ work }) => work.key);
  if (chosen) return chosen;
  const toGoal = input.goal ? daysFrom(week.said.monday, input.goal.date) : null;
  if (toGoal !== null && toGoal >= 0 && toGoal < RUN_IN_DAYS) {
    const atGoal = best(
      all.filter(({ work }) => (work.planned?.goalMin ?? 0) > 0),
      ({ work }) => work.planned?.goalMin ?? 0,
    );
    if (atGoal) return atGoal;
  }
  const sessions = all.filter(({ work }) => work.kind === 'session' && isHard(work));
  const ofSystem = sessions.filter(({ work }) => work.planned?.system === week.said.system);
  const hard = best(
    ofSystem.length > 0 ? ofSystem : sessions,
    ({ work }) => work.planned?.workMin ?? 0,
  );
  return hard ?? best(all, ({ work }) => minutesOfWork(work));
}

/** The one with most; of equals the earlier. */
function best(from: readonly KeySession[], of: (each: KeySession) => number): KeySession | null {
  return from.reduce<KeySession | null>(
    (most, each) => (most === null || of(each) > of(most) ? each : most),
    null,
  );
}
