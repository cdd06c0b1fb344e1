import { roughPercent } from './sentence/roles.ts';
import type { Effort } from '../units/index.ts';
import type { Item, Plan, Step, System } from './plan.ts';
import { rowsOf } from './rows.ts';
import { effortsOf } from './targets.ts';

/** Time of year, as far as rests hang on it. */
export type Season = 'base' | 'build';

/** Weeks before the goal in which rests are those of building. */
const BUILD_WEEKS = 16;

/**
 * Whether it is time for base or for build.
 *
 * @param weeksToGoal whole weeks to the goal; null without one
 * @returns base, or build in the last 16 weeks before the goal
 * Source: handbook sections 7 and 8 (a long build's threshold and ceiling blocks come last).
 */
export function seasonOf(weeksToGoal: number | null): Season {
  return weeksToGoal !== null && weeksToGoal >= 0 && weeksToGoal <= BUILD_WEEKS ? 'build' : 'base';
}

/** A rest that a coach would pick, with its reason. */
export interface OfferedRest {
  readonly seconds: number;
  /** Work to rest: "2:1"; null where the rest is the way down. */
  readonly ratio: string | null;
  readonly says: string;
}

/** What rests hang on. */
export interface RestingReps {
  readonly system: System;
  /** Length of a rep, s. */
  readonly workS: number;
  readonly season: Season;
  /** The highest cadence asked for, rpm; null where none is. */
  readonly mostRpm: number | null;
  /** Short reps up a hill, so that the way back is down it. */
  readonly uphill: boolean;
}

type Ratio = readonly [work: number, rest: number, says: string];

/** Reps at or under this cadence are for strength, rpm. */
const LOW_CADENCE_RPM = 70;
/** A hill that is rolled down again in a minute or two takes this long at most, s. */
const HILL_REP_S = 180;
const ROLL_DOWN_S = { low: 60, high: 120 } as const;

/** Rest as a multiple of the work, by system. Source: handbook section 7 (Rest by system and time of year). */
const RESTS: Readonly<Record<System, Readonly<Record<Season, readonly Ratio[]>>>> = {
  recovery: always([1, 1, 'for recovery']),
  endurance: always([1, 1, 'for steady blocks']),
  tempo: always([2, 1, 'for tempo']),
  threshold: { base: [[1, 1, 'in base']], build: [[2, 1, 'in build']] },
  ceiling: always([1, 1, 'for the ceiling']),
  anaerobic: always([1, 3, 'for quality'], [1, 1, 'as tolerance work, sparingly']),
  sprint: always([1, 3, 'sprinting again and again'], [1, 12, 'for quality']),
};

function always(...ratios: readonly Ratio[]): Record<Season, readonly Ratio[]> {
  return { base: ratios, build: ratios };
}

/**
 * The rests a coach would pick for some reps: one, or two where two are usual.
 *
 * @param reps their system, length in s, time of year, cadence and place
 * @returns each rest in s, rounded to what is easily said, with its ratio; the usual one first
 * Source: handbook section 7 (Rest by system and time of year).
 */
export function restsFor({ system, workS, season, mostRpm, uphill }: RestingReps): OfferedRest[] {
  if (uphill && workS <= HILL_REP_S && system !== 'sprint') {
    const seconds = Math.min(ROLL_DOWN_S.high, Math.max(ROLL_DOWN_S.low, workS));
    return [{ seconds, ratio: null, says: 'rolling down, until ready' }];
  }
  return ratiosFor(system, season, mostRpm).map(([work, rest, says]) => {
    const exact = (workS * rest) / work;
    const unit = exact >= 120 ? 30 : 5;
    return {
      seconds: Math.max(10, Math.round(exact / unit) * unit),
      ratio: `${work}:${rest}`,
      says: `${work}:${rest} ${says}`,
    };
  });
}

function ratiosFor(system: System, season: Season, mostRpm: number | null): readonly Ratio[] {
  if (mostRpm === null || mostRpm > LOW_CADENCE_RPM) return RESTS[system][season];
  return system === 'anaerobic' ? [[1, 3, 'for strength minutes']] : [[1, 1, 'at a low cadence']];
}

const SPRINT_S = 20;
const MINUTE_S = 120;
const TOPS: readonly (readonly [percent: number, system: System])[] = [
  [55, 'recovery'],
  [75, 'endurance'],
  [87, 'tempo'],
  [105, 'threshold'],
  [120, 'ceiling'],
  [150, 'anaerobic'],
];

/**
 * The system a session trains, told by its work: the mean of its hardest reps, and how long they last.
 *
 * @param plan the session
 * @returns the system; recovery where nothing but easy riding is in it
 * Source: handbook sections 6 and 7.
 */
export function systemOf(plan: Pick<Plan, 'items'>): System {
  const reps = plan.items.flatMap((item) => repsIn(item));
  const hardest = reps.reduce<Rep | null>(
    (top, rep) =>
      top === null ||
      rep.percent * Math.min(1, rep.inAllS / 240) > top.percent * Math.min(1, top.inAllS / 240)
        ? rep
        : top,
    null,
  );
  if (!hardest) return 'recovery';
  if (hardest.flatOut) {
    if (hardest.seconds <= SPRINT_S) return 'sprint';
    if (hardest.seconds <= MINUTE_S) return 'anaerobic';
    return 'ceiling';
  }
  return (
    TOPS.find(([percent]) => hardest.percent <= percent)?.[1] ??
    (hardest.seconds <= SPRINT_S ? 'sprint' : 'anaerobic')
  );
}

/** What hangs on the rider counts as this, percent of FTP, where only the system is asked. */
const TYPICAL_PERCENT: Partial<Record<Effort['kind'], number>> = {
  goal: 100,
  curve: 100,
  watts: 100,
  own: 112,
};

interface Rep {
  readonly percent: number;
  readonly seconds: number;
  /** All its reps together, s. */
  readonly inAllS: number;
  readonly flatOut: boolean;
}

function repsIn(item: Item, times = 1): Rep[] {
  if (item.kind === 'step') return item.role === 'work' ? oneRep([item], times) : [];
  const reps = typeof item.reps === 'number' ? item.reps : 1;
  const steps = item.parts.filter((part): part is Step => part.kind === 'step');
  const sets = item.parts.filter((part) => part.kind === 'set');
  // Steps of one rep count at their mean: over-unders are threshold work.
  const together =
    sets.length === 0 && steps.every(({ role }) => role === 'work')
      ? oneRep(steps, times * reps)
      : steps.flatMap((step) => repsIn(step, times * reps));
  return [...together, ...sets.flatMap((set) => repsIn(set, times * reps))];
}

function oneRep(steps: readonly Step[], times: number): Rep[] {
  const known = steps.flatMap(({ target, length }) => {
    const efforts = effortsOf(target);
    const percents = efforts.map((effort) => TYPICAL_PERCENT[effort.kind] ?? roughPercent(effort));
    let seconds: number;
    if (length.kind === 'time') seconds = length.seconds;
    else if (length.kind === 'lap') seconds = length.expectedS;
    else seconds = 300;
    const sound = percents.filter((percent): percent is number => percent !== null);
    return sound.length === 0
      ? []
      : [
          {
            percent: sound.reduce((sum, each) => sum + each, 0) / sound.length,
            seconds,
            flatOut: efforts.some(({ kind }) => kind === 'max'),
          },
        ];
  });
  const seconds = known.reduce((sum, each) => sum + each.seconds, 0);
  if (seconds === 0) return [];
  const percent = known.reduce((sum, each) => sum + each.percent * each.seconds, 0) / seconds;
  return [
    {
      percent,
      seconds,
      inAllS: seconds * times,
      flatOut: known.length === 1 && known[0]?.flatOut === true,
    },
  ];
}

/** A warm-up by what follows, as it is said. Source: handbook section 7 (warm-ups of the book). */
const WARM_UPS: Readonly<Record<System, string | null>> = {
  recovery: null,
  endurance: null,
  tempo: '10:00 building to 75 %',
  threshold: '15:00 building to 90 %',
  ceiling: '15:00 building to 88–94 %, 30 s at 110 %, 3:00 easy',
  anaerobic: '15:00 building to 88–94 %, 30 s at 110 %, 4:00 easy',
  sprint: '15:00 building to 80 %, 10 s at 120 %, 4:00 easy',
};

/** A warm-up on the climb itself: 85, 90, 100 % of what it allows (the rider's curve at its time), with equal rest. */
export const CLIMB_WARM_UP = [
  '10:00 building to 75 %',
  ...[85, 90, 100].flatMap((percent) => [
    `4:00 at ${percent} % of curve as warm-up`,
    '4:00 easy as warm-up',
  ]),
].join(', ');

/**
 * The warm-up a coach would put before a session, as a sentence.
 *
 * @param system what the session trains
 * @returns the words, or null where none is needed
 * Source: handbook section 7.
 */
export function defaultWarmUp(system: System): string | null {
  return WARM_UPS[system];
}

/** Whether a session begins with a warm-up or needs none. */
export function hasWarmUp(plan: Pick<Plan, 'items'>): boolean {
  return rowsOf(plan)[0]?.step.role === 'warmUp';
}
