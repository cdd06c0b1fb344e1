import {
  changeSet,
  defaultRest,
  defaultWarmUp,
  easyStep,
  hasWarmUp,
  type Item,
  parseSentence,
  type Plan,
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
  const [work] = set?.parts ?? [];
  const workS = work?.kind === 'step' && work.length.kind === 'time' ? work.length.seconds : null;
  const rest = set && workS !== null ? defaultRest(system, workS, season) : null;
  const warmUp = plan.items.length > 0 && !hasWarmUp(plan) ? defaultWarmUp(system) : null;
  if (!rest && !warmUp) return null;
  const addRest = (): void => {
    if (!set || !rest) return;
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
  const addWarmUp = (): void => {
    const { items } = parseSentence(`${warmUp ?? ''}, 1 × 1:00 at 100 %`, {
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
      {rest && (
        <Button size="sm" variant="outline-secondary" onClick={addRest}>
          Add {printDuration(rest.seconds)} easy between: {rest.says}
        </Button>
      )}
      {warmUp && (
        <Button size="sm" variant="outline-secondary" onClick={addWarmUp}>
          Add a warm-up for {systemName(system)}: {warmUp}
        </Button>
      )}
    </div>
  );
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
