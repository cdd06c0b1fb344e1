import {
  changeSet,
  CLIMB_WARM_UP,
  defaultWarmUp,
  easyStep,
  hasWarmUp,
  type Item,
  type OfferedRest,
  parseSentence,
  type Plan,
  restsFor,
  type Season,
  type SetBlock,
  systemName,
  systemOf,
} from '@uphill/core/sessions';
import { printDuration } from '@uphill/core/units';
import Button from 'react-bootstrap/Button';
import type { EditPlan } from './draftSlice.ts';
import { newId } from '../../shared/newId.ts';

/** What a coach would add: the rest of a set that has none, with its ratio; the warm-up that the work needs. */
export function Suggestions({
  plan,
  season,
  edit,
}: {
  plan: Plan;
  season: Season;
  edit: EditPlan;
}) {
  const system = systemOf(plan);
  const set = restless(plan.items);
  const rests = set ? restsOf(set, plan, season) : [];
  const bare = plan.items.length > 0 && !hasWarmUp(plan);
  const usual = bare ? defaultWarmUp(system) : null;
  const warmUps = [
    ...(usual === null ? [] : [usual]),
    ...(bare && plan.place === 'climb' ? [CLIMB_WARM_UP] : []),
  ];
  if (rests.length === 0 && warmUps.length === 0) return null;
  const addRest = (rest: OfferedRest): void => {
    if (!set) return;
    edit(
      (now) =>
        changeSet(now, set.id, {
          rest: { when: 'between', step: easyStep(newId(), rest.seconds) },
        }),
      {
        done: `${printDuration(rest.seconds)} easy between`,
        undone: 'the set without its rest again',
      },
    );
  };
  const addWarmUp = (warmUp: string): void => {
    const { items } = parseSentence(`${warmUp}, 1 × 1:00 at 100 %`, {
      hills: [],
      ftpW: null,
      newId,
    });
    edit((now) => ({ ...now, items: [...items.slice(0, -1), ...now.items] }), {
      done: 'a warm-up',
      undone: 'the warm-up is gone',
    });
  };
  return (
    <div className="d-flex flex-wrap gap-2 mb-2" role="group" aria-label="What you might add">
      {rests.map((rest) => (
        <Button key={rest.says} size="sm" variant="outline-secondary" onClick={() => addRest(rest)}>
          Add {printDuration(rest.seconds)} easy between: {rest.says}
        </Button>
      ))}
      {warmUps.map((warmUp) => (
        <Button
          key={warmUp}
          size="sm"
          variant="outline-secondary"
          onClick={() => addWarmUp(warmUp)}
        >
          {warmUp === CLIMB_WARM_UP
            ? 'Add three climbs as a warm-up: 85, 90, 100 % of what a climb of 4:00 allows'
            : `Add a warm-up for ${systemName(system)}: ${warmUp}`}
        </Button>
      ))}
    </div>
  );
}

/** The rests that are usual for the reps of a set. */
function restsOf({ parts: [work] }: SetBlock, plan: Plan, season: Season): OfferedRest[] {
  if (work?.kind !== 'step' || work.length.kind !== 'time') return [];
  return restsFor({
    system: systemOf(plan),
    workS: work.length.seconds,
    season,
    mostRpm: work.cadence && 'high' in work.cadence ? work.cadence.high : null,
    uphill: plan.place === 'climb',
  });
}

/** The first set of more than one rep that has neither a rest nor an easy part of its own. */
function restless(items: readonly Item[]): SetBlock | null {
  for (const item of items) {
    if (item.kind !== 'set' || item.reps === 1) continue;
    if (!item.rest && item.parts.length === 1 && item.parts[0]?.kind === 'step') return item;
    const inside = restless(item.parts);
    if (inside) return inside;
  }
  return null;
}
